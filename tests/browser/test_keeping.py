"""Nothing is lost: other tabs, a killed server, a closed browser."""

from pathlib import Path

import pytest
from playwright.sync_api import BrowserContext

from browser.conftest import Screen
from conftest import Server

pytestmark = pytest.mark.browser
OUTER = "outer panel"


def test_while_the_server_is_away_the_typed_number_stays_and_is_sent_later(screen: Screen) -> None:
    """Killed under the maker's hands: no new size beside old cuts, and nothing to type again."""
    screen.open("March folder tote")
    page = screen.page
    screen.server.kill()
    screen.type("size.width", "36")
    page.wait_for_selector(".board.waiting")
    assert screen.field("size.width").input_value() == "36"
    assert screen.cut(OUTER, "width") == "48"
    assert page.locator(".pieces-flat.waiting").count() == 1
    assert "does not answer" in screen.said()
    screen.server.start()
    screen.shows(OUTER, "width", "50")
    screen.kept()
    assert page.locator(".waiting").count() == 0


def test_browser_closed_and_server_killed_while_typing(
    screen: Screen, context: BrowserContext, server: Server
) -> None:
    """Reopened, the plan is the last acknowledged one, and what was not is still in the browser."""
    screen.open("March folder tote")
    screen.type("size.width", "36")
    screen.shows(OUTER, "width", "50")
    screen.page.keyboard.press("Enter")
    screen.kept()
    address = screen.page.url
    server.kill()
    screen.type("size.width", "41")
    screen.page.wait_for_selector(".board.waiting")
    screen.page.close()
    server.start()
    again = Screen(context.new_page(), server)
    again.page.goto(address)
    again.shows(OUTER, "width", "50")
    again.page.wait_for_selector("text=Not yet kept from last time")
    assert "Width 41" in again.said()
    again.page.click("text=Use it")
    again.shows(OUTER, "width", "55")
    again.kept()


def test_a_plan_put_away_in_another_tab(screen: Screen, context: BrowserContext, server: Server) -> None:
    """The edit is refused with the remedy; taken back, it is kept."""
    screen.open("March folder tote")
    other = Screen(context.new_page(), server).shelf()
    other.page.click("[aria-label='Put March folder tote away']")
    other.page.wait_for_selector("text=Put away (1)")
    screen.type("size.width", "37")
    screen.page.keyboard.press("Enter")
    screen.page.wait_for_selector("text=has been put away")
    assert screen.field("size.width").input_value() == "37"
    screen.page.click("text=Take it back")
    screen.kept()
    screen.page.reload()
    screen.shows(OUTER, "width", "51")


def test_a_plan_changed_in_another_tab_loses_neither_version(
    screen: Screen, context: BrowserContext, server: Server
) -> None:
    """The later save is told; kept as a copy, both are on the shelf."""
    screen.open("March folder tote")
    other = Screen(context.new_page(), server).open("March folder tote")
    other.type("size.width", "38")
    other.page.keyboard.press("Enter")
    other.shows(OUTER, "width", "52")
    other.kept()
    screen.type("size.width", "39")
    screen.page.keyboard.press("Enter")
    screen.page.wait_for_selector("text=changed in another window")
    screen.page.click("text=Keep mine as a copy")
    screen.shows(OUTER, "width", "53")
    screen.shelf()
    names = screen.page.locator(".plan-name").all_inner_texts()
    assert {"March folder tote", "March folder tote, mine"} <= set(names)


def test_revisions_are_listed_in_words_and_restored(screen: Screen) -> None:
    """Each settled edit says what it did; an older one comes back as a new revision."""
    screen.open("March folder tote")
    page = screen.page
    for width, cut in (("35", "49"), ("36", "50")):
        screen.type("size.width", width)
        screen.shows(OUTER, "width", cut)
        page.keyboard.press("Enter")
        screen.kept()
    page.click("text=More")
    page.click("text=Revisions")
    page.wait_for_selector(".revisions li")
    said = page.locator(".revisions li").all_inner_texts()
    assert len(said) == 3
    assert "Width 35 → 36" in said[0]
    page.click("[aria-label='Restore revision 1']")
    screen.shows(OUTER, "width", "48")


def test_shelf_renames_copies_and_takes_back(screen: Screen) -> None:
    """A plan's name is changed where it stands; a copy stands beside it."""
    screen.open("March folder tote")
    page = screen.page
    page.fill(".plan-name-field", "Processional tote")
    page.keyboard.press("Enter")
    page.wait_for_function("document.querySelector('.plan-name-field').value === 'Processional tote'")
    screen.shelf()
    page.click("[aria-label='Copy Processional tote']")
    page.wait_for_selector("[data-plan='Processional tote, copy']")
    page.click("[aria-label='Put Processional tote away']")
    page.click("text=Put away (1)")
    page.click("[aria-label='Take Processional tote back']")
    page.wait_for_selector("[data-plan='Processional tote']")


def test_my_usual_is_asked_once_and_used(screen: Screen) -> None:
    """Inches and 1/2 in seams: the next tote has them."""
    page = screen.shelf().page
    page.check("[name='usual-unit'][value='in']")
    page.wait_for_selector(".usual-panel >> text=1/8 in")
    page.fill("[name='general']", "one")
    page.click("text=That is how I work")
    page.wait_for_selector(".usual-panel .wrong-text")
    page.fill("[name='general']", "1/2")
    page.check("[value='Letter']")
    page.click("text=That is how I work")
    page.wait_for_selector(".usual-panel", state="detached")
    page.click("[data-way='tote']")
    page.wait_for_selector("[data-piece]")
    assert "plain seams of 1/2 in" in page.inner_text(".making-sentence").replace("\xa0", " ")
    screen.shows(OUTER, "width", "19 1/2")
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-place.Letter")
    screen.shelf()
    assert page.locator(".usual-panel").count() == 0


def test_a_file_is_opened_from_the_shelf(screen: Screen, tmp_path: Path) -> None:
    """What is wrong is listed; left out on request, the rest is a plan."""
    file = tmp_path / "mine.json"
    file.write_text('{"unit": "cm", "size": {"width": 350, "girth": 9}}')
    page = screen.shelf().page
    page.set_input_files("input[type=file]", file)
    page.wait_for_selector(".file-problems")
    assert "size.girth" in page.inner_text(".file-problems")
    page.click("text=Leave these out and open the rest")
    screen.shows(OUTER, "width", "49")
