"""The cut sheet against the API; every place against axe, in both themes and on a phone."""

import json
import urllib.request
from collections.abc import Callable
from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser

from browser.conftest import Screen

pytestmark = pytest.mark.browser
RULES = {"runOnly": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]}


def _api(screen: Screen, path: str) -> Any:
    with urllib.request.urlopen(f"{screen.server.address}/api{path}") as answer:
        return json.load(answer)


def test_the_printed_sheet_is_what_the_api_says(screen: Screen) -> None:
    """Every piece: letter, count, size, cut-out, half, marks; every reading and step."""
    screen.open("Librarian’s score carrier")
    page = screen.page
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-drawn")
    plan = page.url.split("/plan/")[1].split("/")[0]
    sheet = _api(screen, f"/plans/{plan}/revisions/1/sheet")["sheet"]
    for piece in sheet["pieces"]:
        drawn = page.locator(f".sheet-drawn [data-piece='{piece['key']}']")
        text = " ".join(drawn.text_content().replace("\xa0", " ").split())
        assert drawn.locator(".letter").first.inner_text() == piece["letter"]
        assert drawn.locator(".sheet-size").inner_text().replace("\xa0", " ") == piece["size"]
        assert drawn.locator(".tick-box").count() == piece["count"]
        assert piece["cut_out"] in text
        assert piece["half"] in text
        on = sheet["on_paper"][piece["key"]]
        for tick in on["laid"]["ticks"] if on["laid"] else []:
            assert f"{tick['word']} {tick['text']}" in text
        for word in on["words"]:
            assert word in text
    steps = [step for step in sheet["steps"] if step["reads"]]
    assert page.locator(".sheet-steps .blank").count() == sum(len(step["reads"]) for step in steps)
    # as a list: every mark and every reading in words
    page.check(".sheet-tools [name='drawings'] >> nth=1")
    for piece in sheet["pieces"]:
        row = page.locator(f".sheet-pieces [data-piece='{piece['key']}']")
        text = " ".join(row.inner_text().replace("\xa0", " ").split())
        if like := sheet["on_paper"][piece["key"]]["like"]:
            assert f"as {like}" in text
            continue
        for mark in piece["marks"]:
            for reading in mark["readings"]:
                assert f"{reading['label']} {reading['sum']['plain']}" in text
    said = screen.said()
    for line in sheet["readings"]:
        assert line in said
    assert page.locator(".sheet-steps li").count() == len(sheet["steps"])
    assert sheet["last_word"] in said


def test_a_sheet_fits_two_pages_and_is_black_on_white(screen: Screen) -> None:
    """Front and back of one sheet, also from the dark theme."""
    screen.open("Cornet bench tote")
    page = screen.page
    page.click("text=Dark")
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-drawn")
    assert page.evaluate("getComputedStyle(document.querySelector('.paper')).color") == "rgb(0, 0, 0)"
    for paper in ("Letter", "A4"):
        page.check(f".sheet-tools [value='{paper}']")
        assert page.pdf(prefer_css_page_size=True).count(b"/Type /Page\n") == 2, paper
    # states, small pieces and more steps than any tote has
    screen.open("Mouthpiece box pouch")
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-small")
    assert page.pdf(prefer_css_page_size=True).count(b"/Type /Page\n") == 2
    # the lining is drawn with its gap
    lining = page.text_content("[data-piece='lining panel']") or ""
    assert "gap" in lining


def test_a_sheet_left_open_says_when_the_plan_has_moved(screen: Screen) -> None:
    """On the sheet itself, and on the draft after printing."""
    screen.open("March folder tote")
    page = screen.page
    draft = page.url
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-drawn")
    sheet = page.url
    with page.expect_response("**/printed"):
        page.evaluate("window.dispatchEvent(new Event('beforeprint'))")
    page.goto(draft)
    page.wait_for_selector("[data-piece]")
    screen.type("size.width", "36")
    screen.shows("outer panel", "width", "50")
    page.keyboard.press("Enter")
    page.wait_for_selector("text=The sheet you printed shows revision 1")
    page.goto(sheet)
    page.wait_for_selector("text=moved on to revision 2")
    assert "480" not in page.inner_text(".sheet-size >> nth=0")


def _violations(screen: Screen) -> list[str]:
    # a colour fading in is neither of its two colours
    screen.page.evaluate("document.getAnimations().forEach((a) => { try { a.finish() } catch { } })")
    found = Axe().run(screen.page, options=RULES).response["violations"]
    return [f"{v['id']}: {v['nodes'][0]['target']} {v['nodes'][0].get('failureSummary', '')}" for v in found]


@pytest.fixture
def look(browser: Browser, server: Any) -> Any:
    """Open a screen of a given size and theme."""
    opened = []

    def make(width: int, height: int, theme: Any) -> Screen:
        context = browser.new_context(viewport={"width": width, "height": height}, color_scheme=theme)
        opened.append(context)
        return Screen(context.new_page(), server)

    yield make
    for context in opened:
        context.close()


# each theme and each size once: a theme changes no layout, a size no colour
@pytest.mark.parametrize(
    ("size", "theme"), [((1280, 800), "light"), ((390, 844), "dark")], ids=["desk-light", "phone-dark"]
)
def test_axe_finds_nothing(look: Callable[..., Screen], theme: str, size: tuple[int, int]) -> None:
    """Shelf with my usual; draft with a sum, tiles, a stop and a wrong number; the keys; the sheet."""
    screen = look(*size, theme)
    page = screen.shelf().page
    page.wait_for_selector(".usual-panel")
    assert _violations(screen) == []
    screen.open("Cornet bench tote")
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), "it scrolls sideways"
    page.click("[data-sum='outer panel/height']")
    page.click("[data-phrase='base']")
    page.wait_for_selector("[data-tile]")
    assert _violations(screen) == []
    page.keyboard.press("Escape")
    screen.type("size.depth", "1/2")
    page.wait_for_selector("[data-check='depth-under-corner']")
    screen.type("size.height", "tall")
    page.wait_for_selector(".wrong-text")
    assert _violations(screen) == []
    page.keyboard.press("Escape")
    page.click("[aria-label='Keys']")
    page.wait_for_selector(".keys-sheet")
    assert _violations(screen) == []
    page.keyboard.press("Escape")
    plan = page.url
    page.goto(f"{plan}/cloth")
    page.wait_for_selector("[data-lying]")
    page.locator("[data-lying]").first.focus()
    screen.paste("outer.width", "10")
    page.wait_for_selector(".left-out")
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), "it scrolls sideways"
    assert _violations(screen) == []
    for panel in ("sources", "which", "together"):
        page.click(f".{panel} summary")
    page.click("[data-act=look]")
    page.wait_for_selector("[data-advice]")
    page.wait_for_selector("[data-roll]")
    page.locator("[data-take]").first.click()
    page.wait_for_selector(".sheet-tabs")
    page.locator("[data-lying]").first.focus()
    for summary in page.locator(".held summary").all():
        summary.click()
    page.click("[data-act=mark]")
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), "it scrolls sideways"
    assert _violations(screen) == []
    page.click("text=What to buy")
    page.wait_for_selector("[data-buy]")
    assert _violations(screen) == []
    page.click("text=Other sizes")
    page.wait_for_selector("[data-size]")
    assert _violations(screen) == []
    page.goto(f"{plan.split('/plan/')[0]}/pieces")
    page.click("[data-act=sample]")
    page.wait_for_selector("[data-cause]")
    page.fill("[data-cell='1.width']", "47o")
    page.wait_for_selector("[data-row='1'] .wrong-text")
    page.click("[data-cell='0.corner']")
    page.keyboard.press("Control+A")
    page.keyboard.press("Delete")
    page.wait_for_selector("[data-missing=corner]")
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), "it scrolls sideways"
    assert _violations(screen) == []
    page.goto(f"{plan.split('/plan/')[0]}/stash")
    page.wait_for_selector(".thing")
    page.click("[data-act=new]")
    page.click("[data-act=keep]")
    page.wait_for_selector("#wrong-width")
    page.locator("[data-act=gives]").first.click()
    page.wait_for_selector(".gives li")
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), "it scrolls sideways"
    assert _violations(screen) == []
    page.goto(f"{plan}/sheet/1?cloths")
    page.wait_for_selector(".sheet-drawn")
    assert _violations(screen) == []
    screen.open("Mouthpiece box pouch")
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), "it scrolls sideways"
    page.click("[data-sum='zip/buy']")
    # on a phone the sentence is one line until it is focused
    page.focus("[data-phrase='zip']")
    page.keyboard.press("Enter")
    page.wait_for_selector("[data-tile]")
    assert _violations(screen) == []


def test_nothing_is_asked_of_another_machine(screen: Screen) -> None:
    """Fonts, styles, scripts and pictures all come from here."""
    hosts: set[str] = set()
    screen.page.on("request", lambda request: hosts.add(request.url.split("/")[2]))
    screen.open("March folder tote")
    screen.page.wait_for_load_state("networkidle")
    assert hosts == {screen.server.address.removeprefix("http://")}


def test_the_cloths_are_printed_with_the_sheet_when_wanted(screen: Screen) -> None:
    """A page more, with every cloth of the bag and its pieces on it; unticked it is gone again."""
    screen.open("March folder tote")
    page = screen.page
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-lying]")
    amount = page.inner_text("[data-cloth=outer] .amount")
    page.click("text=Print it with the cut sheet")
    page.wait_for_selector("[data-on-cloth=outer] svg")
    assert page.locator("[data-on-cloth]").count() == 3
    assert page.inner_text("[data-on-cloth=outer] .sheet-size") == amount
    assert page.locator("[data-on-cloth=outer] .cut").count() == 4
    assert page.pdf(prefer_css_page_size=True).count(b"/Type /Page\n") == 3
    page.uncheck("[data-with=cloths]", force=True)
    page.wait_for_selector("[data-on-cloth]", state="detached")
