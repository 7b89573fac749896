"""The Draft place: numbers changed in place, sums, tiles, undo, units, checks."""

from fractions import Fraction

import pytest
from playwright.sync_api import expect

from browser.conftest import Screen

pytestmark = pytest.mark.browser
OUTER = "outer panel"


def _number(text: str) -> Fraction:
    text = text.replace("\xa0", " ").strip()
    sign = -1 if text.startswith("−") else 1
    return sign * sum(map(Fraction, text.lstrip("−").split(" ")), Fraction(0))


def test_a_tote_from_nothing_with_keys_only(screen: Screen) -> None:
    """From the shelf to the cut sheet without touching the mouse."""
    page = screen.shelf().page
    for _ in range(40):
        page.keyboard.press("Tab")
        if page.evaluate("document.activeElement.dataset.way") == "tote":
            break
    page.keyboard.press("Enter")
    page.wait_for_selector("[data-piece]")
    page.keyboard.press("w")
    page.keyboard.type("36")
    page.keyboard.press("Tab")
    page.keyboard.type("30")
    page.keyboard.press("Tab")
    page.keyboard.type("10")
    page.keyboard.press("Enter")
    screen.shows(OUTER, "width", "48")
    screen.shows(OUTER, "height", "37")
    screen.kept()
    page.keyboard.press("Escape")
    page.evaluate("document.activeElement.blur()")
    page.keyboard.press("p")
    page.wait_for_selector(".sheet-drawn")
    assert "48 × 37" in screen.said()


def test_a_width_by_typing_by_arrow_and_by_undo(screen: Screen) -> None:
    """13 3/8 stands; an arrow adds an eighth; undo and redo go back and forth."""
    screen.open("Cornet bench tote")
    page = screen.page
    screen.type("size.width", "13 3/4")
    screen.shows(OUTER, "width", "19 1/2")
    page.keyboard.press("Enter")
    screen.type("size.width", "13 3/8")
    screen.shows(OUTER, "width", "19 1/8")
    page.keyboard.press("Enter")
    page.keyboard.press("ArrowUp")
    screen.shows(OUTER, "width", "19 1/4")
    assert screen.field("size.width").input_value() == "13 1/2"
    assert screen.field("size.width").get_attribute("aria-valuetext") == "13 and one half inches"
    page.keyboard.press("Enter")
    screen.kept()
    page.keyboard.press("Control+z")
    screen.shows(OUTER, "width", "19 1/8")
    page.keyboard.press("Control+z")
    screen.shows(OUTER, "width", "19 1/2")
    page.keyboard.press("Control+Shift+z")
    screen.shows(OUTER, "width", "19 1/8")
    screen.kept()
    page.reload()
    screen.shows(OUTER, "width", "19 1/8")


def test_the_next_step_is_asked_before_its_key(screen: Screen) -> None:
    """A step that was foreseen is shown as one that was not: the same size, one revision, one undo."""
    screen.open("Cornet bench tote")
    page = screen.page
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url.partition("/api/")[2]))
    early = "draft?early=true"
    with page.expect_response(f"**/api/{early}"):
        screen.field("size.width").focus()
    for size in ("19 1/4", "19 3/8", "19 1/2"):
        before = asked.count(early)
        page.keyboard.press("ArrowUp")
        screen.shows(OUTER, "width", size)
        # the same key again, back, and the two that go ten times as far
        for _ in range(500):
            if asked.count(early) >= before + 4:
                break
            page.wait_for_timeout(20)
        assert asked.count(early) >= before + 4
    page.wait_for_load_state("networkidle")
    page.keyboard.press("PageDown")
    screen.shows(OUTER, "width", "18 1/4")
    assert "draft" not in asked
    # what nobody can foresee
    screen.field("size.width").fill("12")
    screen.shows(OUTER, "width", "17 3/4")
    assert asked.count("draft") == 1
    screen.field("size.width").fill("12 1/8")
    screen.shows(OUTER, "width", "17 7/8")
    page.keyboard.press("Enter")
    screen.kept()
    page.keyboard.press("Control+z")
    screen.shows(OUTER, "width", "19 1/8")
    assert screen.field("size.width").input_value() == "13 3/8"


def test_every_open_sum_adds_up_as_shown(screen: Screen) -> None:
    """Each dimension of each piece, opened and added from what the screen shows."""
    for plan in ("Cornet bench tote", "Librarian’s score carrier"):
        screen.open(plan)
        buttons = screen.page.locator("[data-sum]")
        assert buttons.count() == 16
        for i in range(buttons.count()):
            buttons.nth(i).click()
            # of a piece that was not open the terms are asked for
            screen.page.wait_for_selector(".sum-on-paper .term-mm")
            terms = screen.page.locator(".sum-on-paper .term-mm").all_inner_texts()
            total = (
                screen.page.get_by_test_id("sum-total").inner_text().replace("\xa0", " ").rsplit(" ", 1)[0]
            )
            assert sum(map(_number, terms)) == _number(total) == _number(buttons.nth(i).inner_text())


def test_pieces_seams_and_marks_open_their_sums_too(screen: Screen) -> None:
    """A piece's picture, a walked seam, and every reading of a mark."""
    screen.open("Cornet bench tote")
    page = screen.page
    page.locator("[data-piece='lining panel'] svg").click()
    expect(page.locator(".sum-on-paper .about")).to_contain_text("B · Lining")
    # what a piece that was not open is told in full comes after its totals
    page.wait_for_selector("[data-mark]")
    marks = page.locator("[data-mark]")
    for i in range(marks.count()):
        marks.nth(i).click()
        terms = page.locator(".sum-on-paper .term-mm").all_inner_texts()
        assert sum(map(_number, terms)) == _number(marks.nth(i).inner_text())
    page.click("text=Seams walked")
    page.click("[data-seam='outer corner left']")
    page.wait_for_selector(".sum-on-paper .term-mm")
    chains = page.locator(".sum-on-paper")
    assert chains.count() == 2
    for i in range(2):
        terms = chains.nth(i).locator(".term-mm").all_inner_texts()
        assert sum(map(_number, terms)) == Fraction("4.75")


def test_a_check_that_is_no_number_on_the_drawing_sits_at_its_phrase(screen: Screen) -> None:
    """A cloth that frays in narrow seams: told at the seams' phrase, and the list leads there."""
    screen.open("Cornet bench tote")
    page = screen.page
    page.click("[data-phrase='seams']")
    screen.type("allowances.general", "1/4")
    page.wait_for_selector("[data-phrase='seams'] .level-here.warn")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    page.wait_for_selector(".phrase-tiles", state="detached")
    page.click("[data-check='allowance-for-fray'] .check-title")
    page.wait_for_function("document.activeElement.dataset.path === 'allowances.general'")


def test_a_remedy_is_one_button_and_one_step(screen: Screen) -> None:
    """The button says the edit and what it changes; pressed, the finding is gone; one Undo brings it back."""
    screen.open("Cornet bench tote")
    page = screen.page
    page.click("[data-phrase='seams']")
    screen.type("allowances.general", "1/4")
    page.keyboard.press("Enter")
    # Escape before the answer would give the number its last value back
    screen.kept()
    page.keyboard.press("Escape")
    button = page.locator("[data-remedy='allowance-for-fray']")
    button.wait_for()
    said = [line.strip() for line in button.inner_text().replace("\xa0", " ").splitlines()]
    assert [line for line in said if line] == ["General allowance 1/4 → 3/8 in", "5 cut sizes change"]
    screen.shows(OUTER, "width", "18 5/8")
    button.click()
    screen.shows(OUTER, "width", "18 7/8")
    page.wait_for_selector("[data-check='allowance-for-fray']", state="detached")
    page.click("button:has-text('Undo')")
    screen.shows(OUTER, "width", "18 5/8")
    page.wait_for_selector("[data-check='allowance-for-fray']")


def test_what_cannot_be_read_is_told_and_nothing_is_lost(screen: Screen) -> None:
    """The last good bag stays, dimmed; what was typed stays until it is right or given back."""
    screen.open("March folder tote")
    page = screen.page
    for text, says in (
        ("wide", "not a length"),
        ("40 m", "more than"),
        ("1/0", "divides by zero"),
        ("0", "nothing"),
    ):
        screen.paste("size.width", text)
        page.wait_for_function(
            "(says) => document.querySelector('.wrong-text')?.innerText.includes(says)", arg=says
        )
        assert screen.cut(OUTER, "width") == "48"
        assert page.locator(".pieces-flat.waiting").count() == 1
    page.keyboard.press("Tab")
    expect(screen.field("size.width")).to_have_value("0")
    screen.field("size.width").focus()
    page.keyboard.press("Escape")
    page.wait_for_function("!document.querySelector('.wrong-text')")
    assert screen.field("size.width").input_value() == "34"
    screen.type("size.width", "35")
    screen.shows(OUTER, "width", "49")
    screen.kept()


def test_an_edit_shows_old_and_new_cut_sizes(screen: Screen) -> None:
    """What a piece was stands under its new size for a while."""
    screen.open("March folder tote")
    screen.type("size.depth", "14")
    screen.shows(OUTER, "width", "50")
    changed = screen.page.locator(f"[data-piece='{OUTER}'] .changed").inner_text().replace("\xa0", " ")
    assert changed == "was 48 × 36"
    screen.shows(OUTER, "height", "37")
    assert screen.page.locator("[data-piece='strap carry.0'] .changed").count() == 1
    screen.kept()


def test_the_bag_stands_still_while_a_number_is_changed(screen: Screen) -> None:
    """What stands under the pieces then has its line already; numbers as long as before make no more room."""
    screen.open("Librarian’s score carrier")
    screen.page.evaluate("document.fonts.ready.then(() => new Promise(requestAnimationFrame))")
    before = screen.page.locator(".board").bounding_box()
    screen.field("size.width").focus()
    screen.page.keyboard.press("ArrowDown")
    screen.page.wait_for_selector(".changed")
    assert screen.page.locator(".board").bounding_box() == before
    screen.kept()


def test_a_phrase_opens_tiles_and_a_tile_changes_the_bag(screen: Screen) -> None:
    """The tile says what it will give; the bag then is that."""
    screen.open("March folder tote")
    page = screen.page
    page.click("[data-phrase='interfacing']")
    tile = page.locator("[data-tile='interfacing.kind=full']")
    tile.locator(".tile-size:not(:empty)").wait_for()
    assert "48 × 36" in tile.inner_text().replace("\xa0", " ")
    tile.click()
    screen.shows("interfacing panel", "width", "48")
    page.wait_for_selector("[data-tile='interfacing.kind=full'][aria-pressed='true']")
    page.keyboard.press("Escape")
    screen.stands_at("phrase", "interfacing")
    assert "full size" in page.inner_text(".making-sentence")
    screen.kept()


def test_fields_under_a_phrase_change_allowances(screen: Screen) -> None:
    """An override is typed, holds, and is taken back by emptying it."""
    screen.open("March folder tote")
    page = screen.page
    page.click("[data-phrase='seams']")
    screen.type("allowances.side", "1,5")
    screen.shows(OUTER, "width", "49")
    screen.type("allowances.side", " ")
    screen.shows(OUTER, "width", "48")
    assert page.locator("[data-path='allowances.side']").get_attribute("placeholder") == "1"


def test_the_unit_switch_changes_only_the_view(screen: Screen) -> None:
    """The same lengths, exact, in each unit; nothing is saved by looking."""
    screen.open("March folder tote")
    page = screen.page
    for unit, shown in (("mm", "480"), ("in", "18.898"), ("cm", "48")):
        page.click(f".units button:text-is('{unit}')")
        screen.shows(OUTER, "width", shown)
    page.click("text=More")
    page.click("text=Revisions")
    page.wait_for_selector(".revisions li")
    assert page.locator(".revisions li").count() == 1


def test_the_grid_is_chosen_by_what_it_does(screen: Screen) -> None:
    """Cutting to 5 mm says what it changes before it does."""
    screen.open("Librarian’s score carrier")
    page = screen.page
    page.click("[data-phrase='grid']")
    page.wait_for_selector("[data-tile='grid.step=5'] .tile-size:not(:empty)")
    assert "500 × 395" in page.locator("[data-tile='grid.step=5']").inner_text().replace("\xa0", " ")
    page.click("[data-tile='grid.step=5']")
    screen.shows(OUTER, "width", "500")
    assert "Grid 5 mm" in page.inner_text(".side-tools")


def test_a_check_stands_at_its_number_and_leads_to_it(screen: Screen) -> None:
    """Too shallow for its seams: a stop at the depth, in the list, and before the sheet."""
    screen.open("March folder tote")
    page = screen.page
    screen.type("size.depth", "1,5")
    page.wait_for_selector("[data-check='depth-under-corner']")
    assert page.locator(".on-drawing .badge.stop").count() == 1
    page.keyboard.press("Enter")
    page.click("[data-check='depth-under-corner'] .check-title")
    screen.stands_at("path", "size.depth")
    screen.kept()
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sure")
    page.click("text=Yes, make the sheet")
    page.wait_for_selector(".sheet-stop")
    assert "STOP. Too shallow for its corner seam" in screen.said()


def test_the_question_mark_lists_the_keys_and_can_be_switched_off(screen: Screen) -> None:
    """Single keys do nothing once they are switched off, and that is remembered."""
    screen.open("March folder tote")
    page = screen.page
    page.keyboard.press("?")
    page.wait_for_selector(".keys-sheet")
    page.click("text=Single keys")
    page.get_by_role("button", name="Close").click()
    page.wait_for_selector(".keys-sheet", state="hidden")
    page.evaluate("document.activeElement.blur()")
    page.keyboard.press("?")
    page.keyboard.press("w")
    assert page.locator(".keys-sheet:visible").count() == 0
    assert page.evaluate("document.activeElement.dataset.path") is None
