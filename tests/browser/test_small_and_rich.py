"""The richest sentence at 1280 wide; a phone; touch; the wheel; long names."""

from collections.abc import Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser

from browser.conftest import Screen
from conftest import Server

pytestmark = pytest.mark.browser
OUTER = "outer panel"


@pytest.fixture
def phone(browser: Browser, server: Server) -> Iterator[Screen]:
    """390 wide, by touch."""
    context = browser.new_context(
        viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True, bypass_csp=True
    )
    yield Screen(context.new_page(), server)
    context.close()


def _pick(screen: Screen, phrase: str, tile: str) -> None:
    page = screen.page
    page.click(f"[data-phrase='{phrase}']")
    page.click(f"[data-tile='{tile}']")
    page.wait_for_selector(f"[data-tile='{tile}'][aria-pressed='true']")
    page.keyboard.press("Escape")
    page.wait_for_selector(".phrase-tiles", state="detached")


def test_the_richest_sentence_takes_two_lines_at_1280(screen: Screen) -> None:
    """Every phrase at its longest; sentence, bag and pieces still one screen."""
    screen.open("March folder tote")
    for phrase, tile in (
        ("cloth", "cloth.outer=upholstery"),
        ("base", "base.width_means=flat"),
        ("top", "top.gap_in=side"),
    ):
        _pick(screen, phrase, tile)
    page = screen.page
    lines = page.evaluate(
        """() => {
            const p = document.querySelector('.making-sentence')
            const style = getComputedStyle(p)
            const padding = parseFloat(style.paddingTop) + parseFloat(style.paddingBottom)
            return Math.round((p.clientHeight - padding) / parseFloat(style.lineHeight))
        }"""
    )
    assert lines == 2
    assert page.locator(".phrase").count() == 8
    bottom = page.locator(".pieces-flat").bounding_box()
    assert bottom is not None
    assert bottom["y"] + bottom["height"] <= 800.5


def test_numbers_on_the_drawing_do_not_cover_each_other(screen: Screen) -> None:
    """In each unit, at its longest."""
    screen.open("March folder tote")
    page = screen.page
    for unit in ("mm", "cm", "in"):
        page.click(f".units button:text-is('{unit}')")
        page.wait_for_function(
            "(u) => document.querySelector('.pieces-flat .unit').innerText === u", arg=unit
        )
        boxes = [b.bounding_box() for b in page.locator(".on-drawing .number").all()]
        for i, a in enumerate(boxes):
            for b in boxes[i + 1 :]:
                assert a is not None
                assert b is not None
                apart_x = a["x"] + a["width"] <= b["x"] or b["x"] + b["width"] <= a["x"]
                apart_y = a["y"] + a["height"] <= b["y"] or b["y"] + b["height"] <= a["y"]
                assert apart_x or apart_y, (unit, a, b)


def test_the_wheel_and_page_keys_act_only_on_a_focused_number(screen: Screen) -> None:
    """Scrolling past a number changes nothing; in it, each notch is a step, a page key ten."""
    screen.open("March folder tote")
    page = screen.page
    screen.field("size.width").hover()
    page.mouse.wheel(0, -100)
    assert screen.cut(OUTER, "width") == "48"
    screen.field("size.width").focus()
    page.mouse.wheel(0, -100)
    screen.shows(OUTER, "width", "48.1")
    page.keyboard.press("PageUp")
    screen.shows(OUTER, "width", "49.1")
    page.keyboard.press("Shift+ArrowDown")
    screen.shows(OUTER, "width", "48.1")


def test_fast_arrows_end_where_they_were_counted(screen: Screen) -> None:
    """Thirty presses without waiting: thirty steps, one revision, however long the machine takes for them."""
    screen.page.clock.install()
    screen.open("March folder tote")
    screen.field("size.width").focus()
    screen.page.clock.pause_at(screen.page.evaluate("Date.now()") / 1000 + 60)
    for _ in range(30):
        screen.page.keyboard.press("ArrowUp")
    screen.shows(OUTER, "width", "51")
    screen.page.keyboard.press("Enter")
    screen.kept()
    screen.page.keyboard.press("Control+z")
    screen.shows(OUTER, "width", "48")


def test_a_phone_shows_one_line_that_opens_and_a_row_of_fractions(phone: Screen) -> None:
    """No slash on the keypad: the fraction is a tap."""
    phone.open("Cornet bench tote")
    page = phone.page
    assert page.evaluate("document.documentElement.scrollWidth") == 390
    closed = page.locator(".making-sentence").bounding_box()
    page.click("text=all of it")
    opened = page.locator(".making-sentence").bounding_box()
    assert closed is not None
    assert opened is not None
    assert opened["height"] > 2 * closed["height"]
    phone.field("size.width").tap()
    page.locator(".fractions button", has_text="5/8").tap()
    phone.shows(OUTER, "width", "19 3/8")
    assert phone.field("size.width").input_value() == "13 5/8"


def test_the_list_to_buy_is_read_on_a_phone(phone: Screen) -> None:
    """In the shop: every amount and its price lie within the screen, and what it is below them."""
    phone.open("Bandstand quilt tote")
    page = phone.page
    page.click("nav >> text=Cloth")
    page.click("text=What to buy")
    page.wait_for_selector("[data-buy]")
    assert page.evaluate("(b => b.scrollWidth - b.clientWidth)(document.querySelector('.buying'))") == 0
    priced = 0
    for row in page.locator("[data-buy]").all():
        amount = row.locator(".buy-amount").bounding_box()
        what = row.locator("td >> nth=2").bounding_box()
        assert amount is not None
        assert what is not None
        assert what["y"] >= amount["y"] + amount["height"] - 4
        if row.locator(".price").inner_text():
            priced += 1
            price = row.locator(".price").bounding_box()
            assert price is not None
            assert 200 <= price["x"] <= 390 - price["width"]
    assert priced > 3


def test_a_long_name_breaks_nothing(screen: Screen) -> None:
    """On the draft, the shelf and the sheet."""
    name = "The tote in which the second cornets carry folders, stands and sandwiches to every concert " * 2
    screen.open("March folder tote")
    page = screen.page
    page.fill(".plan-name-field", name[:120])
    page.keyboard.press("Enter")
    page.wait_for_function(
        "(n) => document.title !== '' && document.activeElement.tagName !== 'INPUT'", arg=name
    )
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-drawn")
    assert page.pdf(prefer_css_page_size=True).count(b"/Type /Page\n") == 2
    screen.shelf()
    page.wait_for_selector(".plan-name")
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_every_base_can_be_picked_and_printed(screen: Screen) -> None:
    """Each base from its tile to its sheet; the corner's numbers are on it."""
    screen.open("March folder tote")
    page = screen.page
    says: dict[str, Any] = {
        "boxed_after": "Square to cut after sewing: from the seam lines, each way 5",
        "boxed_pinched": "from the stitched point 6",
        "boxed": "corner cut-out, from raw edges",
    }
    for kind, text in says.items():
        _pick(screen, "base", f"base.kind={kind}")
        screen.kept()
        page.click(".side-tools .to-sheet")
        page.wait_for_selector(".sheet-drawn")
        assert text in " ".join(screen.said().split())
        page.click("text=Back to the draft")
        # the sheet has pieces too: only the draft has the sentence
        page.wait_for_selector(".making-sentence")
