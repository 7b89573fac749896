"""A piece laid out large: its numbers read off the drawing, each with its sum; the bag and back by keys."""

import httpx
import pytest

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


def test_a_mark_is_read_off_the_drawing(screen: Screen, server: Server) -> None:
    """Every number on the drawing is the core's; one that is pressed opens the sum that it comes from."""
    screen.open("March folder tote")
    _lay(screen, "outer panel")
    plan = screen.page.url.rsplit("/", 1)[-1]
    spec = httpx.get(f"{server.address}/api/plans/{plan}").json()["spec"]
    told = httpx.post(f"{server.address}/api/piece", json={"spec": spec, "piece": "outer panel"}).json()
    assert _ticks(screen) == sorted(f"{t['word']} {t['text']}" for t in told["ticks"])
    assert "strap 17.5" in _ticks(screen)
    page = screen.page
    for tick in told["ticks"]:
        named = page.locator(f"[data-tick='outer panel/{tick['side']}/{tick['word']}']")
        named.filter(has_text=tick["text"]).first.click()
        assert float(_total(screen)) == float(tick["text"])
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
