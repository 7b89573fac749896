"""Retake docs/screenshots from the demo data: one current picture of each main view."""

import tempfile
import threading
from collections.abc import Callable
from pathlib import Path

import uvicorn
from fastapi import FastAPI
from playwright.sync_api import Page, sync_playwright
from ready import FRONTEND, ROOT, chromium

from ambitus.desk.demo_data import lay_out
from ambitus.desk.demo_makings import lay_out_makings
from ambitus.web.app import make_app

OUT = ROOT / "docs" / "screenshots"


class Served:
    """The application on a free port, in a thread of its own."""

    def __init__(self, app: FastAPI) -> None:
        self.server = uvicorn.Server(uvicorn.Config(app, "127.0.0.1", 0, log_level="error", access_log=False))
        self.thread = threading.Thread(target=self.server.run, daemon=True)

    def __enter__(self) -> int:
        self.thread.start()
        while not self.server.started:
            self.thread.join(0.02)
        port: int = self.server.servers[0].sockets[0].getsockname()[1]
        return port

    def __exit__(self, *_: object) -> None:
        self.server.should_exit = True
        self.thread.join(10)


def _open(page: Page, plan: str) -> None:
    page.click(f"[data-plan='{plan}'] a")
    page.wait_for_selector("[data-piece]")


def shelf(page: Page) -> None:
    """Saved plans, my usual already told."""


def draft(page: Page) -> None:
    """A tote in centimetres, the sum of its width open."""
    _open(page, "March folder tote")


def draft_inches(page: Page) -> None:
    """A tote in inches while its width is typed: old and new cut sizes."""
    _open(page, "Cornet bench tote")
    page.focus("[data-path='size.width']")
    page.keyboard.type("14 1/2")
    page.wait_for_selector(".changed")


def draft_phone(page: Page) -> None:
    """A pouch with a gusset all round, on a phone."""
    _open(page, "Metronome case")


def tiles(page: Page) -> None:
    """The straps' phrase open."""
    _open(page, "Librarian’s score carrier")
    page.click("[data-phrase='strap.0']")
    page.wait_for_selector("[data-tile]")


def cloth(page: Page) -> None:
    """A tote on its cloth, one panel chosen, with what a little less would save."""
    _open(page, "Cornet bench tote")
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-lying]")
    page.locator("[data-lying='outer panel#0']").focus()
    page.wait_for_selector("[data-cliff]")


def clutch(page: Page) -> None:
    """A flap over the mouth, its tiles open: what holds it down, its corners, its numbers."""
    _open(page, "Conductor’s clutch")
    page.click("[data-phrase='flap.0']")
    page.wait_for_selector("[data-tile]")


def work(page: Page) -> None:
    """The work read through, at its first seams."""
    _open(page, "March folder tote")
    page.click("text=Read the work through")
    page.wait_for_selector(".work-steps li")
    page.evaluate("document.querySelectorAll('.work-steps li')[10].scrollIntoView()")


def pieces(page: Page) -> None:
    """Somebody's pieces, the bag that they make, and why it is not what was promised."""
    page.click("text=Begin from pieces")
    page.click("[data-act=sample]")
    page.wait_for_selector("[data-cause]")


def laid_out(page: Page) -> None:
    """A piece laid out large, with rulers along its edges."""
    _open(page, "March folder tote")
    page.click("[data-lay='outer panel']")
    page.wait_for_selector(".piece-laid [data-tick]")


def bases(page: Page) -> None:
    """Every kind of base, for one bag."""
    _open(page, "March folder tote")
    page.click("[data-phrase='base']")
    page.wait_for_selector("[data-tile]")


def bench(page: Page) -> None:
    """A step at the machine: its number, what the tape read, and what that means."""
    _open(page, "Valve-oil pouch")
    page.click("nav >> text=Bench")
    page.wait_for_selector("[data-step-title]")
    page.click("[data-act=back]")
    page.wait_for_selector("[data-reading]")
    page.locator("[data-step-title]").evaluate("() => document.activeElement.blur()")


def log(page: Page) -> None:
    """What was made, and how seams come out from making to making."""
    page.click("nav >> text=Log")
    page.wait_for_selector("[data-entry]")


def sack(page: Page) -> None:
    """A sack being drawn closed: mouth, tails, and what still goes in."""
    _open(page, "Mute sack")
    page.wait_for_selector("[data-closing]")
    page.focus(".drawn-closed input")
    for _ in range(8):
        page.keyboard.press("ArrowRight")


def stash(page: Page) -> None:
    """What lies in the kit room, and what a remnant of it gives."""
    page.click("nav >> text=Stash")
    page.wait_for_selector(".thing")
    page.locator(".thing", has_text="Pennant cloth").locator("[data-act=gives]").click()
    page.wait_for_selector(".gives li")


def pouch(page: Page) -> None:
    """A pleated pouch: its tucks, an end seen square on, and what its panel is cut."""
    _open(page, "Reed-knife roll")
    page.click("[data-sum='outer panel/height']")


def put_on(page: Page) -> None:
    """What is put on a tote: pockets and a snap, placed from real edges on the piece that is laid out."""
    _open(page, "Conductor’s folder tote")
    page.click("text=All 11 pieces")
    page.click("[data-lay='lining panel']")
    page.wait_for_selector("[data-placed]")


def stop(page: Page) -> None:
    """A bag that cannot be cut, and why."""
    _open(page, "March folder tote")
    page.focus("[data-path='size.depth']")
    page.keyboard.type("1,5")
    page.wait_for_selector("[data-check]")


def sheet(page: Page) -> None:
    """The cut sheet."""
    _open(page, "Cornet bench tote")
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-drawn")


VIEWS: dict[str, tuple[Callable[[Page], None], int, int, str]] = {
    "shelf": (shelf, 1280, 800, "light"),
    "draft": (draft, 1280, 800, "light"),
    "draft-inches": (draft_inches, 1280, 800, "light"),
    "draft-phone": (draft_phone, 390, 844, "light"),
    "tiles": (tiles, 1280, 800, "light"),
    "cloth": (cloth, 1280, 800, "light"),
    "clutch": (clutch, 1280, 800, "dark"),
    "pieces": (pieces, 1280, 800, "light"),
    "laid-out": (laid_out, 1280, 800, "light"),
    "bases": (bases, 1280, 800, "light"),
    "bench": (bench, 1280, 960, "light"),
    "log": (log, 1280, 1000, "light"),
    "sack": (sack, 1280, 800, "light"),
    "stash": (stash, 1280, 800, "light"),
    "pouch": (pouch, 1280, 800, "light"),
    "put-on": (put_on, 1280, 800, "light"),
    "work": (work, 1280, 800, "light"),
    "stop": (stop, 1280, 800, "light"),
    "sheet": (sheet, 1000, 1250, "light"),
}


def main() -> int:
    """Take every picture."""
    OUT.mkdir(parents=True, exist_ok=True)
    arguments = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=chromium(), args=arguments)
        for name, (take, width, height, theme) in VIEWS.items():
            with tempfile.TemporaryDirectory() as folder:
                app = make_app(Path(folder) / "shots.sqlite", FRONTEND / "dist")
                lay_out(app.state.desk.plans, app.state.stash.stash)
                lay_out_makings(app.state.desk.plans, app.state.makings)
                app.state.desk.plans.keep("usual", {"asked": True})
                with Served(app) as port:
                    context = browser.new_context(
                        viewport={"width": width, "height": height},
                        color_scheme="dark" if theme == "dark" else "light",
                        locale="en-GB",
                    )
                    page = context.new_page()
                    page.goto(f"http://127.0.0.1:{port}")
                    page.wait_for_selector("[data-plan]")
                    take(page)
                    page.wait_for_timeout(700)
                    page.screenshot(path=OUT / f"{name}.png")
                    context.close()
            print(f"  {name}.png")
        browser.close()
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
