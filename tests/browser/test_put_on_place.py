"""What is put on a bag, on screen: added from the sentence, moved on its piece, told if in the way."""

import pytest
from playwright.sync_api import Locator, expect

from browser.conftest import Screen

pytestmark = pytest.mark.browser
PLAN = "March folder tote"


def _add(screen: Screen, kind: str) -> None:
    """Put something on, from the last phrase of the sentence; what is told of it opens by itself."""
    page = screen.page
    page.click("[data-phrase='more']")
    page.click(f"[data-tile='extras.more={kind}']")
    page.wait_for_selector(f"[data-phrase^='{kind}.'][aria-expanded='true']")


def _tick(screen: Screen, side: str, nth: int = 0) -> float:
    ticks = screen.page.locator(f"[data-tick='outer panel/{side}/patch pocket']")
    return float(ticks.nth(nth).inner_text().split()[-1])


def _reads(screen: Screen, text: str) -> None:
    """Wait until the pocket's upper edge reads so beside the piece."""
    tick = "[data-tick='outer panel/left/patch pocket']"
    screen.page.locator(tick).first.filter(has_text=text).wait_for()


def _laid(screen: Screen) -> Locator:
    page = screen.page
    page.click(".phrase-tiles header button")
    page.click("[data-lay='outer panel']")
    page.wait_for_selector("[data-placed='extras.0']")
    # where it is drawn once more for the room that it has, its scale is another
    page.wait_for_function(
        """() => {
            const laid = document.querySelector('.piece-laid')
            const [table, sheet] = ['.table', '.sheet'].map((at) => laid.querySelector(at))
            return Math.abs(table.clientHeight - sheet.offsetHeight) <= 1
        }"""
    )
    return page.locator("[data-placed='extras.0']")


def test_a_pocket_is_added_typed_and_taken_off(screen: Screen) -> None:
    """From one phrase; its own piece follows its number; the plain bag is plain again after."""
    screen.open(PLAN)
    page = screen.page
    before = page.locator("[data-piece]").count()
    _add(screen, "patch")
    page.wait_for_selector("[data-piece='pocket 1']", state="attached")
    screen.type("extras.0.width", "20")
    screen.shows("pocket 1", "width", "22")
    assert page.locator(".making-sentence").bounding_box()["height"] < 100  # type: ignore[index]
    page.click("[data-tile='extras.0=off']")
    page.wait_for_selector("[data-piece='pocket 1']", state="detached")
    expect(page.locator("[data-piece]")).to_have_count(before)
    screen.kept()


def test_a_pocket_is_dragged_and_its_numbers_follow(screen: Screen) -> None:
    """As far as the hand on the picture, in whole steps of the grid; keys move it a step at a time."""
    screen.open(PLAN)
    _add(screen, "patch")
    placed, page = _laid(screen), screen.page
    left, down = _tick(screen, "top"), _tick(screen, "left")
    assert (left, down) == (16, 8.5)
    box = placed.bounding_box()
    assert box is not None
    per_cm = box["width"] / 16
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 3 * per_cm, y + 2 * per_cm, steps=6)
    page.mouse.up()
    _reads(screen, "10.5")
    assert _tick(screen, "top") == pytest.approx(13, abs=0.1)
    placed.focus()
    page.keyboard.press("ArrowDown")
    _reads(screen, "10.6")
    screen.kept()
    page.keyboard.press("Control+z")
    _reads(screen, "10.5")


def test_what_is_in_the_way_is_told_on_the_piece(screen: Screen) -> None:
    """Two pockets at one place: each says what it is too near, and by how much."""
    screen.open(PLAN)
    _add(screen, "patch")
    page = screen.page
    page.click("[data-tile='extras.0=again']")
    page.wait_for_selector("[data-piece='pocket 2']", state="attached")
    _laid(screen)
    page.wait_for_selector(".placed-on-piece.clash")
    told = page.locator(".placed-on-piece.clash").first.inner_text()
    assert "patch pocket: 14.3 cm missing" in told


def test_many_things_are_folded_away_and_told_when_asked(screen: Screen) -> None:
    """The sentence stays within two lines; one press tells the rest."""
    screen.open(PLAN)
    for kind in ("patch", "slip", "magnetic_snap"):
        _add(screen, kind)
    page = screen.page
    page.keyboard.press("Escape")
    page.wait_for_selector("[data-phrase='rest']")
    box = page.locator(".making-sentence").bounding_box()
    assert box is not None
    assert box["height"] < 100
    page.click("[data-phrase='rest']")
    for phrase in ("patch.0", "slip.1", "magnetic_snap.2"):
        expect(page.locator(f"[data-phrase='{phrase}']")).to_have_count(1)
