"""A sack on screen: from its tile to litres, numbers read off the pieces."""

import pytest

from browser.conftest import Screen

pytestmark = pytest.mark.browser


def _phrase(screen: Screen, key: str) -> None:
    screen.page.click(f"[data-phrase='{key}']")
    screen.page.wait_for_selector("[data-tile]")


def _pick(screen: Screen, tile: str) -> None:
    screen.page.click(f"[data-tile='{tile}']")
    screen.page.wait_for_selector(f"[data-tile='{tile}'][aria-pressed=true]")


def test_a_sack_begins_on_the_shelf(screen: Screen) -> None:
    """Round, unlined, without straps: its cord is among the pieces."""
    screen.shelf()
    screen.page.click("[data-way='sack']")
    screen.page.wait_for_selector("[data-piece='cord']")
    said = screen.page.inner_text(".making-sentence").replace("\xa0", " ")
    assert "sack with a round base, drawn up by a cord in a casing folded down" in said
    assert screen.page.locator("[data-piece^='strap']").count() == 0


def test_a_heading_and_contents_raise_the_casing(screen: Screen) -> None:
    """260 + 10 + 18 + 3 + 10 is cut 301; with a heading of 30 it is 331; over contents 95 + 18 + 30 more."""
    screen.open("Mute sack")
    outer = "outer panel"
    screen.shows(outer, "height", "301")
    _phrase(screen, "top")
    screen.type("top.heading", "30")
    screen.shows(outer, "height", "331")
    _pick(screen, "top.height_means=contents")
    screen.shows(outer, "height", "474")
    _pick(screen, "top.cords=two")
    screen.page.keyboard.press("Escape")
    screen.page.wait_for_selector("[data-piece='cord']:has-text('×2')")
    assert "two cords" in screen.page.inner_text(".making-sentence").replace("\xa0", " ")
    screen.kept()


def test_sized_by_the_litre(screen: Screen) -> None:
    """12 litres at 2 : 1 is 248 across and 248 high; taken, the disc is cut 268."""
    screen.open("Mute sack")
    _phrase(screen, "base")
    screen.page.click(".by-volume summary")
    screen.page.fill("[data-volume]", "much")
    screen.page.keyboard.press("Enter")
    screen.page.wait_for_selector("text=“much” is not a volume")
    screen.page.fill("[data-volume]", "12 l")
    screen.page.fill("[data-ratio]", "2")
    screen.page.keyboard.press("Enter")
    screen.page.wait_for_selector("[data-volume-choice='0']:has-text('248')")
    screen.page.click("[data-volume-choice='0']")
    screen.shows("outer base", "width", "268")
    screen.page.wait_for_selector("[data-holds]:has-text('12 litres')")
    screen.page.keyboard.press("Escape")
    screen.kept()


def test_it_is_seen_closing(screen: Screen) -> None:
    """With the arrow keys: the mouth narrows, the tails grow, and the picture is another one."""
    screen.open("Mute sack")
    slider, told = screen.page.locator(".drawn-closed input"), "[data-closing]"
    screen.page.wait_for_selector(told)
    outline = screen.page.locator(".board .standing-bag path").first
    before = outline.get_attribute("d")
    assert "tails 75" in screen.page.inner_text(told).replace("\xa0", " ")
    slider.focus()
    slider.press("End")
    screen.page.wait_for_selector(f"{told}:has-text('35.8')")
    assert outline.get_attribute("d") != before
    slider.press("Home")
    screen.page.wait_for_function(
        "d => document.querySelector('.board .standing-bag path').getAttribute('d') === d", arg=before
    )
