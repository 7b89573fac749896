"""Nothing is lost: other tabs, a killed server, a closed browser."""

import json
import math
import sqlite3
import urllib.request
from pathlib import Path

import pytest
from playwright.sync_api import BrowserContext, Route

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


def _changed_elsewhere(screen: Screen, depth: float) -> None:
    """Change the open plan as another device would: not as a tab of this browser."""
    address = f"{screen.server.address}/api/plans/{screen.page.url.rsplit('/', 1)[1]}"
    with urllib.request.urlopen(address) as got:
        opened = json.load(got)
    opened["spec"]["size"]["depth"] = depth
    body = {"spec": opened["spec"], "base_revision": opened["plan"]["head"], "edit_id": f"depth {depth}"}
    headers = {"content-type": "application/json"}
    request = urllib.request.Request(f"{address}/spec", json.dumps(body).encode(), headers, method="PUT")
    urllib.request.urlopen(request).close()


def test_tabs_of_one_browser_follow_each_other(
    screen: Screen, context: BrowserContext, server: Server
) -> None:
    """A plan kept in one tab is the plan in the other, and on the shelf in a third."""
    screen.open("March folder tote")
    other = Screen(context.new_page(), server).open("March folder tote")
    shelf = Screen(context.new_page(), server).shelf()
    other.type("size.width", "38")
    other.page.keyboard.press("Enter")
    other.kept()
    screen.shows(OUTER, "width", "52")
    assert "followed here" in screen.said()
    shelf.page.wait_for_function(
        "document.querySelector(\"[data-plan='March folder tote']\")"
        ".innerText.replaceAll('\\u00a0', ' ').includes('38 × 28 × 12')"
    )
    screen.type("size.width", "39")
    screen.page.keyboard.press("Enter")
    screen.kept()
    other.shows(OUTER, "width", "53")


def test_an_edit_that_comes_too_late_shows_both_versions(screen: Screen) -> None:
    """What differs is said; gone on with mine, the other stays among the revisions."""
    screen.open("March folder tote")
    page = screen.page
    _changed_elsewhere(screen, 140)
    screen.type("size.width", "39")
    page.keyboard.press("Enter")
    page.wait_for_selector(".plan-moved tbody")
    rows = page.locator("[data-differs='outer panel'] td").all_inner_texts()
    assert [r.replace("\xa0", " ") for r in rows] == ["50 × 37", "53 × 36"]
    page.click("text=Go on with mine")
    screen.kept()
    screen.shows(OUTER, "width", "53")
    page.reload()
    screen.shows(OUTER, "width", "53")
    page.click("text=More")
    page.click("text=Revisions")
    page.wait_for_selector(".revisions li")
    page.check("[aria-label='Compare revision 2']")
    page.check("[aria-label='Compare revision 3']")
    page.wait_for_selector(".two-bags tbody")
    rows = page.locator("[data-differs='size.depth'] td").all_inner_texts()
    assert [r.replace("\xa0", " ") for r in rows] == ["14 cm", "12 cm"]


def test_the_newer_version_is_gone_on_with_and_mine_set_aside(screen: Screen) -> None:
    """Mine comes back from the revisions, whenever it is wanted."""
    screen.open("March folder tote")
    page = screen.page
    _changed_elsewhere(screen, 140)
    screen.type("size.width", "39")
    page.keyboard.press("Enter")
    page.click("text=Go on with the newer one")
    screen.shows(OUTER, "width", "50")
    screen.kept()
    page.click("text=More")
    page.click("text=Revisions")
    page.wait_for_selector("text=Set aside: Width 34 → 39")
    page.click("[aria-label='Restore revision 3']")
    screen.shows(OUTER, "width", "53")


def test_both_versions_can_be_plans_of_their_own(screen: Screen) -> None:
    """Kept as a copy, both are on the shelf."""
    screen.open("March folder tote")
    _changed_elsewhere(screen, 140)
    screen.type("size.width", "39")
    screen.page.keyboard.press("Enter")
    screen.page.click("text=Keep mine as a plan of its own")
    screen.shows(OUTER, "width", "53")
    screen.shelf()
    names = screen.page.locator(".plan-name").all_inner_texts()
    assert {"March folder tote", "March folder tote, mine"} <= set(names)


def test_a_check_is_silenced_with_a_reason_and_heard_again(screen: Screen) -> None:
    """It leaves the list and its mark; the reason is kept, and printed."""
    screen.open("March folder tote")
    page = screen.page
    screen.type("carry.0.drop", "7")
    page.wait_for_selector("[data-check='strap-short']")
    page.click("[data-check='strap-short'] summary")
    page.click("[data-check='strap-short'] >> text=Silence on this plan")
    page.keyboard.type("Carried by its rim; the strap only hangs it up.")
    page.keyboard.press("Enter")
    page.wait_for_selector("[data-check='strap-short']", state="detached")
    screen.kept()
    page.reload()
    page.wait_for_selector(".silenced")
    page.click(".to-sheet")
    page.wait_for_selector(".sheet-silenced")
    assert "Carried by its rim" in page.inner_text(".sheet-silenced")
    page.go_back()
    page.click(".silenced summary")
    page.click("text=Hear it again")
    page.wait_for_selector("[data-check='strap-short']")


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


def test_a_cut_list_without_a_unit_is_asked_for_one(screen: Screen, tmp_path: Path) -> None:
    """A CSV begins a plan of the bag that it makes, once its numbers have a unit."""
    file = tmp_path / "remnants.csv"
    file.write_text(
        "base,seamed\ntop,double_hem\nallowance side,1\nallowance base,1\nallowance turn,1\n"
        "allowance hem,3\n\nrole,count,width,height\nouter,2,32,45\n"
    )
    page = screen.shelf().page
    page.set_input_files("input[type=file]", file)
    page.wait_for_selector("text=remnants.csv names no unit")
    page.click("text=Its numbers are cm")
    screen.shows(OUTER, "width", "32")
    screen.shows(OUTER, "height", "45")
    assert screen.field("size.width").input_value() == "30"
    assert screen.field("size.height").input_value() == "40"


def test_sizes_that_newer_rules_change_are_told_and_taken_over(screen: Screen, server: Server) -> None:
    """Old and new stand beside each other until the maker takes the new ones over."""
    screen.open("March folder tote")
    page, plan = screen.page, screen.page.url.rsplit("/", 1)[1]
    page.goto("about:blank")
    server.kill()
    with sqlite3.connect(server.data / "demo.sqlite") as database:
        (cut,) = database.execute("SELECT cut FROM revisions WHERE plan_id = ?", (plan,)).fetchone()
        older = json.dumps({**json.loads(cut), "outer panel": {"count": 2, "width": 470, "height": 360}})
        database.execute("UPDATE revisions SET cut = ?, rules_version = 1 WHERE plan_id = ?", (older, plan))
    server.start()
    page.goto(f"{server.address}/plan/{plan}")
    page.wait_for_selector("[data-redrawn]")
    told = page.inner_text("[data-redrawn] li").replace("\xa0", " ")
    assert told == "Outer 47 × 36 → 48 × 36 × 6 × 6"
    page.click("text=Take the new sizes over")
    page.wait_for_selector("[data-redrawn]", state="detached")
    screen.kept()
    page.reload()
    page.wait_for_selector("[data-piece]")
    assert page.locator("[data-redrawn]").count() == 0


def test_a_save_whose_answer_was_lost_is_no_conflict_with_oneself(screen: Screen) -> None:
    """It was kept, only nobody heard so; the next edit goes after it, and nothing is said to have moved."""
    screen.open("March folder tote")
    page = screen.page

    def unheard(route: Route) -> None:
        route.fetch()
        route.abort()

    page.route("**/spec", unheard)
    screen.type("size.width", "36")
    page.keyboard.press("Enter")
    page.wait_for_selector("text=does not answer")
    page.unroute("**/spec")
    screen.type("size.width", "37")
    page.keyboard.press("Enter")
    screen.shows(OUTER, "width", "51")
    screen.kept()
    assert page.locator(".plan-moved").count() == 0
    page.click("text=More")
    page.click("text=Revisions")
    page.wait_for_selector(".revisions li")
    causes = page.locator(".revisions li").all_inner_texts()
    assert len(causes) == 3
    assert ("37" in causes[0], "36" in causes[1]) == (True, True)


def test_a_request_that_fails_says_so_and_keeps_the_work(screen: Screen) -> None:
    """A server that fails at one request has answered: it is not said to be away."""
    screen.open("March folder tote")
    page = screen.page
    page.route("**/spec", lambda route: route.fulfill(status=500, body="<h1>broken</h1>"))
    screen.type("size.width", "36")
    page.keyboard.press("Enter")
    page.wait_for_selector("text=The server failed at this request (500)")
    said = screen.said()
    assert "does not answer" not in said
    assert screen.field("size.width").input_value() == "36"
    page.unroute("**/spec")
    page.click("text=Try again")
    screen.kept()
    assert page.locator("text=failed at this request").count() == 0
    page.reload()
    screen.shows(OUTER, "width", "50")


def test_a_number_that_the_server_fails_at_stays_where_it_was_typed(screen: Screen) -> None:
    """The field says what happened; typed again, it is drafted."""
    screen.open("March folder tote")
    page = screen.page
    page.route("**/api/draft", lambda route: route.fulfill(status=500, json=FAILED, content_type=PROBLEM))
    screen.type("size.width", "36")
    page.wait_for_selector("text=Ambitus failed at this request (failure 12345678)")
    assert screen.field("size.width").input_value() == "36"
    assert screen.cut(OUTER, "width") == "48"
    page.unroute("**/api/draft")
    screen.type("size.width", "37")
    screen.shows(OUTER, "width", "51")


PROBLEM = "application/problem+json"
_WHY = "Ambitus failed at this request (failure 12345678); nothing that was kept is lost."
FAILED = {
    "problems": [{"code": "failed", "field": "", "value": "12345678", "why": _WHY, "fix": "Try again."}],
}


def test_a_fine_outline_is_kept(screen: Screen) -> None:
    """Its save is larger than a browser lets go on when the page is left, and is kept all the same."""
    screen.shelf()
    page = screen.page
    points = (
        (1150 + 100 * math.cos(9 * t)) * 0.8 * complex(math.cos(t), math.sin(t))
        for t in (2 * math.pi * i / 3900 for i in range(3900))
    )
    outline = " ".join(f"{p.real:+.3f},{p.imag:+.3f}" for p in points)
    spec = {"unit": "mm", "base": {"kind": "traced", "outline": outline}, "size": {"height": 200}}
    body = json.dumps({"name": "Fine", "spec": spec}).encode()
    address, headers = f"{screen.server.address}/api/plans", {"content-type": "application/json"}
    with urllib.request.urlopen(urllib.request.Request(address, body, headers)) as got:
        opened = json.load(got)
    assert len(json.dumps(opened["spec"])) > 64_000
    page.goto(f"{screen.server.address}/plan/{opened['plan']['id']}")
    page.wait_for_selector("[data-piece]")
    screen.type("size.height", "210")
    page.keyboard.press("Enter")
    screen.kept()
    page.reload()
    page.wait_for_selector("[data-piece]")
    assert screen.field("size.height").input_value() == "210"


def test_more_revisions_than_one_page(screen: Screen) -> None:
    """The newest hundred, and the older ones when they are asked for."""
    screen.open("March folder tote")
    address = f"{screen.server.address}/api/plans/{screen.page.url.rsplit('/', 1)[1]}"
    with urllib.request.urlopen(address) as got:
        opened = json.load(got)
    for number in range(1, 121):
        body = {
            "spec": opened["spec"],
            "base_revision": number,
            "edit_id": f"{number}",
            "cause": f"Edit {number}",
        }
        headers = {"content-type": "application/json"}
        request = urllib.request.Request(f"{address}/spec", json.dumps(body).encode(), headers, method="PUT")
        urllib.request.urlopen(request).close()
    page = screen.page
    page.reload()
    page.wait_for_selector("[data-piece]")
    page.click("text=More")
    page.click("text=Revisions")
    page.wait_for_selector(".revisions li")
    assert page.locator(".revisions li").count() == 100
    page.click("text=21 older")
    page.wait_for_function("document.querySelectorAll('.revisions li').length === 121")
    assert page.locator("text=older").count() == 0
