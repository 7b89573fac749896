"""Begin from pieces by mouse and keys: pasted and typed, the bag beside them, a promise, a plan."""

import pytest
from playwright.sync_api import expect

from browser.conftest import Screen

pytestmark = pytest.mark.browser

TEXT = "2 outer 48 x 44\n2 lining 47.4 x 44\nstrap 10 x 66, cut 2\nwing 24 x 10, cut 2\nbox corners 5"


def _size(screen: Screen, text: str) -> None:
    screen.page.wait_for_function(
        "text => document.querySelector('[data-read]')?.innerText.replaceAll('\\u00a0', ' ').trim() === text",
        arg=text,
    )


def test_a_pasted_list_is_a_bag_and_its_promise_is_explained(screen: Screen) -> None:
    """The unit is asked for; rows are judged; the slip is named; a tile changes the bag; a plan is begun."""
    page = screen.shelf().page
    page.click("text=Begin from pieces")
    page.fill(".paste textarea", TEXT)
    page.click("[data-act=read]")
    page.click("[data-unit=cm]")
    _size(screen, "36 × 37 × 10 cm")
    assert page.locator("[data-row='1'] [data-said=lining-panel-width]").count() == 1
    assert "wing" in page.locator("[data-row='3'] [data-said=not-known]").inner_text()
    page.fill("[data-path=claim]", "34 x 36 x 12 cm")
    page.wait_for_selector("[data-cause^='from-tip']")
    page.click("[data-phrase=base]")
    page.click("[data-tile='base.kind=boxed_after']")
    _size(screen, "34 × 36 × 12 cm")
    page.wait_for_function("document.querySelector('[data-follows]')?.classList.contains('follows')")
    page.click("text=Undo")
    _size(screen, "36 × 37 × 10 cm")
    page.click("[data-missing='allowances.general'] button:has-text('0.6')")
    _size(screen, "36.8 × 37.8 × 10 cm")
    page.click("[data-act=begin]")
    page.wait_for_selector("[data-piece]")
    assert screen.field("size.depth").input_value() == "10"
    assert screen.cut("outer panel", "width") == "48"


def test_rows_are_typed_by_keys_and_kept_over_a_reload(screen: Screen) -> None:
    """
    Enter goes to the next row; the bag follows; what is typed is there again; a wrong cell keeps
    the rest.
    """
    page = screen.shelf().page
    page.click("text=Begin from pieces")
    page.click("[data-cell='0.called']")
    for cell in ("outer", "2", "42 cm", "40 cm"):
        page.keyboard.type(cell)
        page.keyboard.press("Tab")
    _size(screen, "40 × 35.5 cm")
    page.focus("[data-cell='0.height']")
    page.keyboard.press("Enter")
    page.keyboard.type("strap")
    page.keyboard.press("ArrowUp")
    screen.stands_at("cell", "0.called")
    page.reload()
    _size(screen, "40 × 35.5 cm")
    assert page.input_value("[data-cell='1.called']") == "strap"
    page.fill("[data-cell='0.height']", "4o")
    page.wait_for_selector("[data-row='0'] .wrong-text")
    assert page.input_value("[data-cell='0.width']") == "42 cm"
    page.click("text=Clear")
    expect(page.locator("[data-cell='0.called']")).to_have_value("")


def test_a_plain_table_in_a_file_goes_on_as_pieces(screen: Screen) -> None:
    """It says no base and no top: those are chosen where its pieces stand."""
    page = screen.shelf().page
    table = "role,count,width (cm),height (cm)\nouter,2,42,40\nstrap,2,10,66\nwing,2,24,10\n"
    page.set_input_files(
        "input[type=file]", {"name": "cuts.csv", "mimeType": "text/csv", "buffer": table.encode()}
    )
    page.click("[data-act=as-pieces]")
    _size(screen, "40 × 35.5 cm")
    assert page.input_value("[data-cell='2.called']") == "wing"
