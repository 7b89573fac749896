"""The Cloth place, by mouse and keys: laid, pinned, turned, undone, a cliff taken over, the list printed."""

import re
from typing import Any

import pytest

from browser.conftest import Screen

pytestmark = pytest.mark.browser
A = "[data-lying='outer panel#0']"


def _open(screen: Screen, plan: str) -> Any:
    screen.open(plan)
    page = screen.page
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-lying]")
    return page


def _amount(page: Any, cloth: str) -> str:
    return str(page.inner_text(f"[data-cloth='{cloth}'] .amount")).replace("\xa0", " ")


def _until(page: Any, cloth: str, amount: str) -> None:
    """Wait until so much of a cloth is told."""
    at = f"[data-cloth='{cloth}'] .amount"
    same = "([at, told]) => document.querySelector(at).innerText.replace(/\\s/g, ' ') === told"
    page.wait_for_function(same, arg=[at, amount])


def _where(page: Any) -> str:
    return str(page.inner_text(".chosen-piece p >> nth=0"))


def test_a_piece_is_pinned_moved_turned_and_undone(screen: Screen) -> None:
    """By keys and by mouse; what is kept is there after a reload."""
    page = _open(screen, "March folder tote")
    assert _amount(page, "outer") == "50"
    page.locator(A).focus()
    before = _where(page)
    page.keyboard.press("f")
    page.wait_for_selector(f"{A}.pinned")
    for _ in range(3):
        page.keyboard.press("Shift+ArrowUp")
    screen.kept()
    page.wait_for_function("was => document.querySelector('.chosen-piece p').innerText !== was", arg=before)
    page.wait_for_function("document.querySelector('.chosen-piece p').innerText.includes('pinned')")
    turn = page.locator("[data-act='turn']")
    assert turn.is_disabled()
    page.click(".may-lie")
    page.wait_for_function("!document.querySelector('[data-act=turn]').disabled")
    screen.kept()
    along = page.evaluate("at => document.querySelector(at).getBoundingClientRect().width", A)
    turn.click()
    page.wait_for_function(
        "([at, wide]) => Math.abs(document.querySelector(at).getBoundingClientRect().width - wide) > 5",
        arg=[A, along],
    )
    page.keyboard.press("Control+z")
    page.wait_for_function(
        "([at, wide]) => Math.abs(document.querySelector(at).getBoundingClientRect().width - wide) < 5",
        arg=[A, along],
    )
    screen.kept()
    page.reload()
    page.wait_for_selector(f"{A}.pinned")
    page.click("text=Let all go")
    page.wait_for_selector(f"{A}:not(.pinned)")
    # dragged with the mouse: it stays where it was dropped
    box = page.locator(A).bounding_box()
    page.mouse.move(box["x"] + 40, box["y"] + 40)
    page.mouse.down()
    page.mouse.move(box["x"] + 160, box["y"] - 10, steps=6)
    page.mouse.up()
    page.wait_for_selector(f"{A}.pinned")


def test_the_cloth_is_typed_and_what_does_not_fit_is_told(screen: Screen) -> None:
    """A narrower cloth wants more; too narrow, it says which piece does not go."""
    page = _open(screen, "March folder tote")
    screen.paste("outer.width", "100 cm")
    page.wait_for_function("document.querySelector('[data-cloth=outer] .amount').innerText !== '50'")
    assert int(_amount(page, "outer")) > 50
    screen.paste("outer.width", "wide")
    page.wait_for_selector("#wrong-outer\\.width")
    screen.paste("outer.width", "40 cm")
    page.wait_for_selector(".left-out")
    assert "wider cloth" in page.inner_text(".left-out")
    page.keyboard.press("Enter")
    page.keyboard.press("Control+z")
    _until(page, "outer", "50")
    page.click("[data-choice='cutting.strips']")
    page.wait_for_selector(".cut-order li")
    assert "Across the whole width" in page.inner_text(".cut-order li >> nth=0")


def test_the_bag_as_it_was_left_lies_on_the_cloth(screen: Screen) -> None:
    """From a number that is not kept yet straight to the cloth: it is the new bag that lies there."""
    screen.open("March folder tote")
    page = screen.page
    screen.paste("size.width", "44")
    screen.shows("outer panel", "width", "58")
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-lying]")
    page.locator(A).focus()
    assert "58 × 36 cm" in _where(page)


def test_the_largest_bag_is_made_from_what_is_there(screen: Screen) -> None:
    """Of a short piece not everything can be cut; made as large as it gives, everything lies on it."""
    page = _open(screen, "March folder tote")
    screen.paste("outer.length", "40 cm")
    page.wait_for_selector(".left-out")
    page.keyboard.press("Enter")
    page.click("[data-largest='All in proportion'] button")
    page.wait_for_selector(".left-out", state="detached")
    screen.kept()
    page.click("nav >> text=Draft")
    page.wait_for_selector("[data-piece]")
    assert float(screen.field("size.width").input_value()) < 34


def test_a_cliff_is_taken_over_and_the_list_follows(screen: Screen) -> None:
    """A few millimetres less of the bag: the cloth says so, the plan has it, one undo brings it back."""
    page = _open(screen, "Cornet bench tote")
    page.wait_for_selector("[data-cliff='size.width']")
    said = page.inner_text("[data-cliff='size.width']")
    was, then = re.search(r"\(([\d /]+) → ([\d /]+) in\)", said).groups()  # type: ignore[union-attr]
    assert _amount(page, "interfacing") == was
    page.click("[data-cliff='size.width'] button")
    _until(page, "interfacing", then)
    page.click("text=What to buy")
    page.wait_for_selector("[data-buy='Interfacing']")
    assert then in page.inner_text("[data-buy='Interfacing'] .buy-amount").replace("\xa0", " ")
    prices = [float(p[1:]) for p in page.locator(".price").all_inner_texts() if p]
    assert f"£{sum(prices):.2f}" == page.inner_text("tfoot .buy-amount")
    page.emulate_media(media="print")
    assert page.locator(".buying table").is_visible()
    assert not page.locator(".cloth-side").is_visible()
    page.emulate_media(media="screen")
    page.keyboard.press("Control+z")
    _until(page, "interfacing", was)
    page.click("nav >> text=Draft")
    page.wait_for_selector("[data-piece]")
    assert screen.field("size.width").input_value() == "13 3/8"
