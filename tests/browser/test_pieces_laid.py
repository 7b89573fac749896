"""A piece laid out large: its numbers read off the drawing, each with its sum; the bag and back by keys."""

import re

import httpx
import pytest
from playwright.sync_api import expect

from browser.conftest import Screen
from conftest import Server

pytestmark = pytest.mark.browser


def _lay(screen: Screen, piece: str) -> None:
    screen.page.click(f"[data-lay='{piece}']")
    screen.page.wait_for_selector(f".piece-laid [data-tick^='{piece}/']")


def _ticks(screen: Screen) -> list[str]:
    found = screen.page.locator(".piece-laid .tick").all_inner_texts()
    return sorted(" ".join(text.split()) for text in found)


def _total(screen: Screen) -> str:
    return screen.page.inner_text("[data-testid='sum-total']").split()[0]


def _totals(screen: Screen, number: str) -> None:
    """Wait until the sum that is open comes to this."""
    whole = "" if "." in number else r"(\.0+)?"
    reads = re.compile(rf"^\s*{re.escape(number)}{whole}(\s|$)")
    expect(screen.page.locator("[data-testid='sum-total']")).to_have_text(reads)


def test_a_mark_is_read_off_the_drawing(screen: Screen, server: Server) -> None:
    """Every number on the drawing is the core's; one that is pressed opens the sum that it comes from."""
    screen.open("March folder tote")
    _lay(screen, "outer panel")
    plan = screen.page.url.rsplit("/", 1)[-1]
    spec = httpx.get(f"{server.address}/api/plans/{plan}").json()["spec"]
    told = httpx.post(f"{server.address}/api/piece", json={"spec": spec, "piece": "outer panel"}).json()
    numbers = [*told["ticks"], *told["spans"]]
    assert _ticks(screen) == sorted(f"{t['word']} {t['text']}" for t in numbers)
    assert "apart 13" in _ticks(screen)
    page = screen.page
    page.click("[data-span='apart']")
    _totals(screen, "13")
    assert "strap 17.5" in _ticks(screen)
    for tick in told["ticks"]:
        named = page.locator(f"[data-tick='outer panel/{tick['side']}/{tick['word']}']")
        named.filter(has_text=tick["text"]).first.click()
        _totals(screen, tick["text"])
    assert "17.5 strap" in page.inner_text(".layings").replace("\xa0", " ")


def test_a_piece_is_had_at_true_size(screen: Screen, server: Server) -> None:
    """How many sheets it takes is said before it is printed, and so many come; on the fold fewer."""
    screen.open("March folder tote")
    _lay(screen, "outer panel")
    page = screen.page
    page.wait_for_selector(".true-size >> text=of A4")
    told = int(page.inner_text(".true-size").split("(")[1].split()[0])
    pdf = httpx.get(server.address + (page.get_attribute("[data-file='pdf']", "href") or "")).content
    assert pdf.count(b"/Type /Page\n") == told
    page.click("button:has-text('On the fold')")
    page.wait_for_selector(".piece-laid .on-fold", state="attached")
    half = int(page.inner_text(".true-size").split("(")[1].split()[0])
    assert half < told
    for ending, begins in (("svg", b"<svg"), ("dxf", b"  0")):
        href = page.get_attribute(f"[data-file='{ending}']", "href") or ""
        assert "half=true" in href
        assert httpx.get(server.address + href).content.startswith(begins)


def test_the_piece_follows_the_plan_and_the_keys(screen: Screen) -> None:
    """Laid out it is redrawn with every edit; from the wrong side, on the fold, and back by l and Escape."""
    screen.open("March folder tote")
    _lay(screen, "outer panel")
    page = screen.page
    assert "wide 48" in _ticks(screen)
    page.keyboard.press("Control+z")
    page.click("button:has-text('On the fold')")
    page.wait_for_function("document.querySelector('.piece-laid .on-fold')")
    assert "half, middle 24" in _ticks(screen)
    assert "wide 48" not in _ticks(screen)
    page.click("button:has-text('Wrong side')")
    page.wait_for_selector(".piece-laid h2 >> text=wrong side up")
    page.keyboard.press("Escape")
    page.wait_for_selector(".piece-laid", state="detached")
    assert page.evaluate("document.activeElement.dataset.lay") == "outer panel"
    page.keyboard.press("l")
    page.wait_for_selector(".piece-laid")
    # a number of the bag is gone to: the bag comes back
    page.keyboard.press("w")
    page.wait_for_selector(".piece-laid", state="detached")
    assert page.evaluate("document.activeElement.dataset.path") == "size.width"
    screen.type("size.width", "40")
    _lay(screen, "outer panel")
    page.wait_for_function("[...document.querySelectorAll('.tick')].some((t) => t.innerText.includes('54'))")
    assert "wide 54" in _ticks(screen)


@pytest.mark.parametrize("width", [1280, 820, 390])
def test_no_two_texts_lie_over_each_other(screen: Screen, width: int) -> None:
    """Every piece of the richest bags, at every width: no label of the drawing meets another on screen."""
    screen.page.set_viewport_size({"width": width, "height": 800})
    for plan in ("Euphonium folder tote", "Mute sack"):
        screen.open(plan)
        keys = [b.get_attribute("data-lay") for b in screen.page.locator("[data-lay]").all()]
        for key in keys:
            assert key
            _lay(screen, key)
            screen.page.wait_for_timeout(350)
            met = screen.page.evaluate(
                """() => {
                  const boxes = [...document.querySelectorAll('.piece-laid .tick')].map((t) => {
                    const range = document.createRange(); range.selectNodeContents(t)
                    return [t.innerText, range.getBoundingClientRect()] })
                  const over = (a, b) => a.right > b.left + 1 && b.right > a.left + 1
                    && a.bottom > b.top + 1 && b.bottom > a.top + 1
                  const met = []
                  boxes.forEach(([m, a], i) => boxes.slice(i + 1).forEach(([n, b]) => {
                    if (over(a, b)) met.push([m, n]) }))
                  return met
                }"""
            )
            assert met == [], (plan, key, width)


def test_the_pieces_lie_by_cloth_and_all_of_them_are_one_key_away(screen: Screen, server: Server) -> None:
    """Eight pieces: what does not fit in the row waits; `a` shows all, each large enough to be told apart."""
    screen.open("Score stand tote")
    page = screen.page
    plan = page.url.rsplit("/", 1)[-1]
    spec = httpx.get(f"{server.address}/api/plans/{plan}").json()["spec"]
    pieces = httpx.post(f"{server.address}/api/draft", json={"spec": spec, "unit": "in"}).json()["pieces"]
    shown = page.locator("[data-piece]").count()
    assert shown < len(pieces)
    assert page.inner_text(".all-pieces") == f"All {len(pieces)} pieces"
    page.keyboard.press("a")
    page.wait_for_selector(".pieces-flat.all")
    assert not page.locator(".board").is_visible()
    assert page.locator("[data-piece]").count() == len(pieces)
    for cloth in page.locator(".cloth").all():
        name, count = cloth.locator("h3").inner_text().split("\n")
        own = [p for p in pieces if p["material"] == name.strip()]
        assert int(count) == sum(p["count"] for p in own)
        assert cloth.locator("[data-piece]").count() == len(own)
    for drawn in page.locator(".lay-out .flat-piece").all():
        box = drawn.bounding_box()
        assert box is not None
        assert min(box["width"], box["height"]) > 20
        assert max(box["width"], box["height"]) > 44
    page.keyboard.press("Escape")
    page.wait_for_selector(".board", state="visible")


def test_what_is_tiny_is_seen_through_a_lens(screen: Screen) -> None:
    """A cord and a loop are drawn to a scale of their own, which is told."""
    screen.open("Cable sack, twelve litres")
    for piece in ("loop", "cord"):
        if not screen.page.locator(f"[data-piece='{piece}']").count():
            screen.page.keyboard.press("a")
        lens = screen.page.locator(f"[data-piece='{piece}'] .lens")
        assert float(lens.locator(".lens-says").inner_text().split()[0]) >= 1.5
        box = lens.locator("svg").bounding_box()
        assert box is not None
        assert box["width"] > 30
    assert screen.page.locator("[data-piece='outer panel'] .lens").count() == 0


def test_a_tile_is_looked_at_before_it_is_taken(screen: Screen) -> None:
    """The bag and its sum follow the tile that has the keys; Esc gives the bag back, Enter takes the tile."""
    screen.open("Score stand tote")
    page = screen.page
    page.click("[data-phrase='top']")
    page.wait_for_selector("[data-tile='top.kind=double_hem']")
    assert page.locator(".board").is_visible()
    page.locator("[data-lay='outer panel']").first.wait_for(state="hidden")
    before, sentence = _total(screen), page.inner_text(".making-sentence")
    for press in ("Tab", "ArrowRight", "Tab", "Tab", "Shift+Tab"):
        page.keyboard.press(press)
        held = page.evaluate("document.activeElement.dataset.tile") or ""
        if held.startswith("top.kind=") and not page.locator(f"[data-tile='{held}'].chosen").count():
            break
    page.focus("[data-tile='top.kind=double_hem']")
    page.wait_for_selector(".board.preview >> text=Enter takes it")
    page.wait_for_function(
        "() => document.querySelector('.sum-on-paper').innerText.includes('Hem') ||"
        " document.querySelector('.own-names').innerText.length > 0"
    )
    assert page.inner_text(".making-sentence") == sentence
    page.keyboard.press("Escape")
    page.wait_for_selector(".board.preview", state="detached")
    _totals(screen, before)
    assert page.evaluate("document.activeElement.getAttribute('aria-pressed')") == "true"
    page.focus("[data-tile='top.kind=double_hem']")
    page.wait_for_selector(".board.preview")
    page.keyboard.press("Enter")
    page.wait_for_selector("[data-tile='top.kind=double_hem'][aria-pressed='true']")
    assert page.inner_text(".making-sentence") != sentence
    page.keyboard.press("Control+z")
    page.wait_for_function(
        "(was) => document.querySelector('.making-sentence').innerText === was", arg=sentence
    )
