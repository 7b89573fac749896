"""Nothing lies over anything: no two texts of any sample plan meet, at any width, in either scheme."""

from pathlib import Path

import pytest

from browser.conftest import Screen

pytestmark = pytest.mark.browser

MEET = (Path(__file__).parent / "texts_that_meet.js").read_text()
WIDTHS = {1280: (800, "light"), 820: (1000, "dark"), 390: (844, "light")}


def _met(screen: Screen) -> list[str]:
    screen.page.wait_for_timeout(120)
    return list(screen.page.evaluate(MEET))


def test_texts_that_meet_are_found(screen: Screen) -> None:
    """The measuring itself: two words laid on each other are told, and side by side they are not."""
    page = screen.shelf().page
    assert _met(screen) == []
    page.evaluate(
        """() => document.body.insertAdjacentHTML('beforeend',
        '<p style="position:absolute;left:9px;top:300px">cut</p>' +
        '<p style="position:absolute;left:14px;top:304px">seam</p>')"""
    )
    assert any("cut | seam" in told for told in _met(screen))


@pytest.mark.parametrize("width", WIDTHS)
def test_no_two_texts_meet_on_any_plan(screen: Screen, width: int) -> None:
    """The shelf; of every sample plan the bag with its pieces, all of them, and the sheet."""
    page, (height, scheme) = screen.page, WIDTHS[width]
    page.set_viewport_size({"width": width, "height": height})
    page.emulate_media(color_scheme="dark" if scheme == "dark" else "light")
    screen.shelf()
    assert _met(screen) == []
    plans = page.eval_on_selector_all(
        "[data-plan]", "found => found.map(p => [p.dataset.plan, p.querySelector('a').href])"
    )
    assert len(plans) == 28
    for i, (name, address) in enumerate(plans):
        page.goto(address)
        page.wait_for_selector("[data-piece]")
        assert _met(screen) == [], name
        if width == 1280 or i % 4 == 0:
            page.keyboard.press("a")
            page.wait_for_selector(".pieces-flat.all")
            assert _met(screen) == [], (name, "all pieces")
        if width == 1280 and i % 4 == 0:
            page.keyboard.press("p")
            page.wait_for_selector(".sheet-drawn [data-piece], .sheet-pieces [data-piece]")
            assert _met(screen) == [], (name, "the sheet")


@pytest.mark.parametrize("width", [1280, 390])
def test_no_two_texts_meet_whatever_is_open(screen: Screen, width: int) -> None:
    """A rich plan with every phrase opened, a tile looked at, the work and the keys."""
    page, (height, _) = screen.page, WIDTHS[width]
    page.set_viewport_size({"width": width, "height": height})
    plan = "Mouthpiece box pouch" if width == 1280 else "Cable sack, twelve litres"
    screen.open(plan)
    for key in page.eval_on_selector_all("[data-phrase]", "found => found.map(p => p.dataset.phrase)"):
        page.evaluate("key => document.querySelector(`[data-phrase='${key}']`).click()", key)
        page.wait_for_selector("[data-tile], .phrase-fields")
        assert _met(screen) == [], (plan, key)
        if key == "base":
            page.locator(".tile:not(.chosen)").first.focus()
            page.wait_for_selector(".board.preview")
            assert _met(screen) == [], (plan, key, "looked at")
            page.keyboard.press("Escape")
        page.keyboard.press("Escape")
        page.wait_for_selector(".phrase-tiles", state="detached")
    for piece in ("outer panel", "lining panel"):
        page.click(f"[data-lay='{piece}']")
        page.wait_for_selector(f".piece-laid [data-tick^='{piece}/']")
        assert _met(screen) == [], (plan, piece)
        page.locator(".looks button", has_text="Beside").click()
        page.wait_for_selector(".piece-laid .beside", state="attached")
        assert _met(screen) == [], (plan, piece, "with its neighbour")
        page.keyboard.press("l")
        page.wait_for_selector(".piece-laid", state="detached")
    for press, shows in (("o", ".work-steps"), ("?", ".keys-sheet")):
        page.keyboard.press(press)
        page.wait_for_selector(shows)
        page.wait_for_timeout(250)
        assert _met(screen) == [], (plan, shows)
        page.keyboard.press("Escape")
        page.wait_for_selector(shows, state="hidden")
