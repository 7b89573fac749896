"""A real browser on a real server. Numbers are read off the screen, changed with mouse and keys."""

import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Request, expect, sync_playwright

from ambitus.store.backup import back_up
from conftest import DIST, Server

ARGUMENTS = (
    "--no-sandbox --disable-gpu --disable-background-networking --disable-component-update "
    "--disable-sync --no-first-run --disable-quic"
).split()
# what a press leads to is there a moment after it: it is waited for as long as anything else
WAITS = 15_000
expect.set_options(timeout=WAITS)


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    """Chromium. Missing, these tests are skipped on a maker's machine; in CI that is a failure."""
    found = shutil.which("chromium") or shutil.which("chromium-browser")
    missing = None if found else "Chromium is not installed"
    if not (DIST / "index.html").is_file():
        missing = "the screens are not built"
    if missing:
        if os.environ.get("CI"):
            pytest.fail(f"{missing}: run this with `make test`")
        pytest.skip(missing)
    with sync_playwright() as playwright:
        opened = playwright.chromium.launch(executable_path=found, args=ARGUMENTS)
        yield opened
        opened.close()


class Screen:
    """A page and what a maker does on it."""

    def __init__(self, page: Page, server: Server) -> None:
        self.page, self.server = page, server
        self.troubles: list[str] = []
        page.set_default_timeout(WAITS)
        page.on("pageerror", lambda error: self.troubles.append(str(error)))

    def shelf(self) -> "Screen":
        """Go to the shelf."""
        self.page.goto(self.server.address)
        self.page.wait_for_selector("[data-way]")
        return self

    def open(self, plan: str) -> "Screen":
        """Open a plan from the shelf."""
        self.shelf()
        self.page.click(f"[data-plan='{plan}'] a")
        self.page.wait_for_selector("[data-piece]")
        return self

    def field(self, path: str) -> Any:
        """Return the number at a field's path."""
        return self.page.locator(f"[data-path='{path}']")

    def paste(self, path: str, text: str) -> None:
        """Put a whole text in place of what stands there, with no readable text on the way to it."""
        self.field(path).focus()
        self.page.keyboard.press("Control+A")
        self.page.keyboard.insert_text(text)

    def type(self, path: str, text: str) -> None:
        """Type a number in place of what stands there, as keys."""
        self.field(path).focus()
        self.page.keyboard.press("Control+A")
        self.page.keyboard.type(text)

    def cut(self, piece: str, dimension: str) -> str:
        """Read a cut size off the screen."""
        return (
            (self.page.locator(f"[data-sum='{piece}/{dimension}']").inner_text()).replace("\xa0", " ").strip()
        )

    def shows(self, piece: str, dimension: str, text: str) -> None:
        """Wait until a cut size reads *text*."""
        self.page.wait_for_function(
            """([at, text]) => document.querySelector(`[data-sum='${at}']`)
                ?.innerText.replaceAll('\\u00a0', ' ').trim() === text""",
            arg=[f"{piece}/{dimension}", text],
        )

    def kept(self) -> None:
        """Wait until the last edit is kept: nothing is on its way and nothing held in the browser."""
        self.page.wait_for_function(
            "document.querySelector('.keeping')?.innerText === 'kept' && "
            "!Object.keys(localStorage).some((k) => k.startsWith('ambitus.unsent'))"
        )

    def stands_at(self, name: str, value: str) -> None:
        """Wait until the cursor stands in what is called so: a path, a cell, a phrase."""
        self.page.wait_for_function(
            "([name, value]) => document.activeElement?.dataset[name] === value", arg=[name, value]
        )

    def said(self) -> str:
        """Return all text on the place."""
        return self.page.inner_text("#place").replace("\xa0", " ")


@pytest.fixture(scope="session")
def demo(tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[Server, Path]]:
    """One demo for all tests of this process, and a copy of its plans as they are laid out."""
    folder = tmp_path_factory.mktemp("demo")
    made, laid_out = Server(folder / "data", "demo").start(), folder / "laid-out.sqlite"
    back_up(made.data / "demo.sqlite", laid_out)
    yield made, laid_out
    made.kill()


@pytest.fixture
def server(demo: tuple[Server, Path]) -> Server:
    """The demo with its plans as they were laid out; running, whatever the test before did to it."""
    made, laid_out = demo
    source, target = (
        closing(sqlite3.connect(path, timeout=15)) for path in (laid_out, made.data / "demo.sqlite")
    )
    with source as one, target as other:
        one.backup(other)
    if made.process is None:
        made.start()
    return made


@pytest.fixture
def context(browser: Browser) -> Iterator[BrowserContext]:
    """A browser of its own: storage empty, 1280 × 800."""
    # waiting for a condition evaluates it in the page, which the product's own policy forbids; the
    # tests of access run without this, so the policy itself is tried too
    opened = browser.new_context(viewport={"width": 1280, "height": 800}, locale="en-GB", bypass_csp=True)
    under_way: set[Request] = set()
    opened.on("request", lambda request: under_way.add(request) if request.method != "GET" else None)
    opened.on("requestfinished", lambda request: under_way.discard(request))
    opened.on("requestfailed", lambda request: under_way.discard(request))
    yield opened
    # what is sent is waited for; what a page would send as it is left must not reach the next test's plans
    for page in opened.pages:
        for _ in range(100):
            if not under_way:
                break
            page.wait_for_timeout(20)
    opened.set_offline(True)
    for page in opened.pages:
        page.goto("about:blank")
    opened.close()


@pytest.fixture
def screen(context: BrowserContext, server: Server) -> Iterator[Screen]:
    """One page on the demo. A script error on it fails the test."""
    made = Screen(context.new_page(), server)
    yield made
    assert made.troubles == []
