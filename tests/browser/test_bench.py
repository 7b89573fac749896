"""The Bench and the Log: a bag made by keys, a reading typed, a size taken over, a kill in the middle."""

import re
from collections.abc import Callable
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from PIL import Image
from playwright.sync_api import Page

from browser.conftest import Screen
from browser.test_nothing_meets import MEET
from browser.test_sheet_and_access import _violations, look

pytestmark = pytest.mark.browser
__all__ = ["look"]


def _bench(screen: Screen, plan: str) -> Page:
    """Open a plan’s bench from its draft."""
    page = screen.open(plan).page
    page.click("nav >> text=Bench")
    page.wait_for_selector("[data-act=begin], [data-step-title]")
    return page


def _begin(screen: Screen, plan: str) -> Page:
    page = _bench(screen, plan)
    page.click("[data-act=begin]")
    page.wait_for_selector("[data-step-title]")
    return page


def _number(page: Page) -> int:
    return int(page.inner_text("[data-step-number]").split(" ")[0])


def _at(page: Page, number: int) -> None:
    page.wait_for_function(
        "(n) => document.querySelector('[data-step-number]')?.innerText.startsWith(`${n} of`)", arg=number
    )


def _on(page: Page) -> None:
    """Go on by keys: Space does a step; a gate, or a way without back, it only arms, and Enter passes it."""
    number = _number(page)
    page.keyboard.press("Space")
    page.wait_for_function(
        "(n) => document.querySelector('[data-act=meant]') ||"
        " !document.querySelector('[data-step-number]')?.innerText.startsWith(`${n} of`)",
        arg=number,
    )
    if page.locator("[data-act=meant]").count():
        page.keyboard.press("Space" if number % 2 else "PageDown")
        assert _number(page) == number, "a gate was passed by a foot"
        page.keyboard.press("Enter")
    page.wait_for_function(
        "(n) => !document.querySelector('[data-step-number]')?.innerText.startsWith(`${n} of`)", arg=number
    )


def _to(page: Page, title: str) -> None:
    for _ in range(80):
        if page.inner_text("[data-step-title]") == title:
            return
        _on(page)
    raise AssertionError(f"there is no step “{title}”")


def test_a_bag_is_made_from_first_to_last_step_by_keys(screen: Screen) -> None:
    """A reading typed, a cut size taken over and undone, the server killed in between: all there after."""
    page = _bench(screen, "Conductor’s folder tote")
    page.focus("[data-about=who]")
    page.keyboard.type("Ines")
    page.keyboard.press("Enter")
    page.wait_for_selector("[data-step-title]")
    assert _number(page) == 1
    _to(page, "Sew the side seams of the outer")
    page.keyboard.press("r")
    page.keyboard.press("Control+A")
    page.keyboard.type("47.2")
    page.keyboard.press("Enter")
    said = page.locator("[data-bite=side]").first
    assert re.search(r"Your side seams took 0\.9 cm, not 1", said.inner_text().replace("\xa0", " "))
    assert page.inner_text("[data-tape-said]").replace("\xa0", " ") == "0.2 cm more than it should."
    recut = page.locator("[data-recut=binding]").first
    was, now = re.findall(r"([\d.]+)\s*cm", recut.locator("b").inner_text())
    assert float(now) - float(was) == pytest.approx(0.4)
    for act, taken in (("take-size", True), ("undo-size", False), ("take-size", True)):
        recut.locator(f"[data-act={act}]").focus()
        page.keyboard.press("Enter")
        recut.locator(f"[data-act={'undo-size' if taken else 'take-size'}]").wait_for()
    # what is cut too small is to be cut anew, so large
    page.wait_for_selector("[data-spoilt=binding]")
    assert page.inner_text("[data-spoilt=binding] .cut-size").startswith(now)
    number = _number(page)
    screen.server.kill()
    page.locator("[data-step-title]").evaluate("() => document.activeElement.blur()")
    page.keyboard.press("Space")
    page.wait_for_selector("text=What you did is held here")
    screen.server.start()
    _at(page, number + 1)
    page.reload()
    page.wait_for_selector("[data-step-title]")
    _at(page, number + 1)
    assert page.locator("[data-spoilt=binding]").count() == 1
    page.keyboard.press("ArrowLeft")
    _at(page, number)
    assert page.input_value("[data-reading=mouth_flat]") == "47.2"
    page.keyboard.press("ArrowRight")
    _at(page, number + 1)
    of = int(page.inner_text("[data-step-number]").split(" of ")[1])
    while _number(page) < of:
        _on(page)
    page.keyboard.press("r")
    page.keyboard.press("Control+A")
    page.keyboard.type("47.1")
    page.keyboard.press("Enter")
    page.wait_for_function("document.querySelector('[data-tape-said]')?.innerText")
    page.keyboard.press("Space")
    page.wait_for_selector("[data-act=finish]")
    page.focus("[data-log=next]")
    page.keyboard.type("Clip it")
    page.focus("[data-act=finish]")
    page.keyboard.press("Enter")
    row = page.locator("[data-entry='Conductor’s folder tote']").first
    row.wait_for()
    told = row.inner_text().replace("\xa0", " ")
    assert "Across the mouth, flat 47.1 cm, planned 47" in told
    assert "Next time: Clip it" in told
    assert screen.troubles == []


def test_a_press_on_a_half_and_a_wipe_go_on_and_back(screen: Screen) -> None:
    """Anywhere on the right half on, on the left half back; a gate is not passed by either."""
    page = _bench(screen, "Valve-oil pouch")
    page.wait_for_selector("[data-step-title]")
    number = _number(page)
    # the hand that came by a link goes on by Space at once
    page.keyboard.press("Space")
    _at(page, number + 1)
    page = _begin(screen, "Cornet bench tote")
    page.mouse.click(1000, 520)
    _at(page, 2)
    page.mouse.click(200, 520)
    _at(page, 1)
    page.mouse.click(1000, 520)
    _at(page, 2)
    page.mouse.click(1000, 520)
    _at(page, 3)
    page.mouse.click(1000, 600)
    page.wait_for_selector("[data-act=meant]")
    page.mouse.click(1000, 600)
    page.mouse.click(1000, 600)
    assert _number(page) == 3
    wipe = """([from, to]) => {
        const at = document.querySelector('.bench-at')
        const touch = (x) => [new Touch({ identifier: 1, target: at, clientX: x, clientY: 300 })]
        at.dispatchEvent(new TouchEvent('touchstart', { changedTouches: touch(from), bubbles: true }))
        at.dispatchEvent(new TouchEvent('touchend', { changedTouches: touch(to), bubbles: true }))
    }"""
    page.evaluate(wipe, [300, 600])
    page.wait_for_selector("[data-act=meant]", state="detached")
    page.evaluate(wipe, [300, 600])
    _at(page, 2)
    page.evaluate(wipe, [600, 300])
    _at(page, 3)


def test_a_wait_goes_on_in_other_places_and_says_when_it_is_over(screen: Screen) -> None:
    """After fusing: a clock in the bar of the shelf, still there after a reload, and ended on a word."""
    page = _begin(screen, "March folder tote")
    while "interfacing to" not in page.inner_text("[data-step-title]"):
        _on(page)
    assert "meanwhile:" in screen.said()
    _on(page)
    page.wait_for_selector(".waiting-chip")
    page.keyboard.press("s")
    page.wait_for_selector("[data-way]")
    assert re.match(r"\d+:\d\d", page.inner_text(".waiting-chip b"))
    page.reload()
    page.wait_for_selector(".waiting-chip")
    page.evaluate(
        """() => {
            const waits = JSON.parse(localStorage.getItem('ambitus-waits')).map((w) => ({ ...w, until: 1 }))
            localStorage.setItem('ambitus-waits', JSON.stringify(waits))
        }"""
    )
    page.reload()
    page.wait_for_selector(".waiting-chip.over >> text=over")
    page.click(".waiting-chip >> text=Good")
    page.wait_for_selector(".waiting-chip", state="detached")


def test_a_step_takes_words_time_a_spoilt_piece_a_photograph_and_what_a_tape_sends(screen: Screen) -> None:
    """Each is there after a reload; several bags are cut as often."""
    page = _bench(screen, "March folder tote")
    page.fill("[data-about=bags]", "Ines, green canvas\nTom")
    page.click("[data-act=begin]")
    page.wait_for_selector("[data-step-title]")
    assert "For each of 2 bags: Ines (green canvas) · Tom" in screen.said()
    page.fill("[data-note]", "Dampen it first")
    page.keyboard.press("Enter")
    page.fill("[data-minutes]", "12")
    page.keyboard.press("Tab")
    page.select_option("[data-spoil]", label="B Lining")
    page.wait_for_selector("[data-spoilt]")
    picture = BytesIO()
    Image.new("RGB", (640, 400), "teal").save(picture, "PNG")
    page.set_input_files(
        ".at-this-step input[type=file]",
        {"name": "bag.png", "mimeType": "image/png", "buffer": picture.getvalue()},
    )
    page.wait_for_selector(".at-photos img")
    page.reload()
    page.wait_for_selector(".at-photos img")
    assert page.input_value("[data-note]") == "Dampen it first"
    assert page.input_value("[data-minutes]") == "12"
    assert "48 × 36 cm" in page.inner_text("[data-spoilt]").replace("\xa0", " ")
    _on(page)
    assert "× 4" in page.inner_text("[data-cut='outer panel']").replace("\xa0", " ")
    _to(page, "Sew the side seams of the outer")
    page.click("[data-act=tape]")
    page.wait_for_function("document.querySelector('[data-reading]').value")
    assert abs(float(page.input_value("[data-reading]")) - 46) < 0.8
    page.click(".units >> text=in")
    page.wait_for_selector(".tape .fractions")
    page.fill("[data-reading]", "18")
    page.click(".tape .fractions button >> nth=1")
    assert page.input_value("[data-reading]") == "18 1/8"
    page.keyboard.press("Enter")
    page.wait_for_function("document.querySelector('[data-tape-said]').innerText")
    page.keyboard.press("l")
    page.wait_for_selector(".steps-aside li")
    assert page.locator(".steps-aside li.done").count() == _number(page) - 1


def test_the_log_is_searched_and_what_it_knows_is_planned_with_on_a_word(screen: Screen) -> None:
    """Diagrams as text, photographs, a word looked for; an allowance taken over in the draft, and undone."""
    page = screen.shelf().page
    page.click("nav >> text=Log")
    page.wait_for_selector("[data-entry]")
    assert page.locator(".log-photos img").count() == 2
    assert page.locator(".course circle").count() == len(page.locator(".course li").all_inner_texts())
    assert page.locator("[data-entry]").count() == 3
    page.fill("[data-act=look]", "flugelhorns")
    page.wait_for_function("document.querySelectorAll('[data-entry]').length === 1")
    screen.open("March folder tote")
    page.wait_for_selector("[data-next-time]")
    page.click("text=Made 2 times: the log of it")
    page.wait_for_selector("[data-entry]")
    assert page.locator("[data-entry]").count() == 2
    page.go_back()
    page.wait_for_selector("[data-next-time]")
    offer = page.locator("[data-known=side]").first
    offer.wait_for()
    assert screen.cut("outer panel", "width") == "48"
    offer.locator("[data-act=take-known]").click()
    page.wait_for_function(
        "() => document.querySelector(\"[data-sum='outer panel/width']\").innerText.startsWith('47.8')"
    )
    screen.kept()
    page.keyboard.press("Control+z")
    screen.shows("outer panel", "width", "48")


def test_earlier_bags_come_in_and_the_work_is_reckoned_at_ones_own_pace(
    screen: Screen, tmp_path: Path
) -> None:
    """A table by its file; the pace by a word, told at the bench; what was said follows a copy."""
    page = screen.shelf().page
    page.click("nav >> text=Log")
    page.wait_for_selector("[data-entry]")
    table = tmp_path / "earlier.csv"
    table.write_text("name,finished,minutes\nMarch folder tote,2025-02-01,88\nCape,2025-02-01,9\n")
    page.locator(".log-head input[type=file]").set_input_files(str(table))
    page.wait_for_selector("text=1 making taken in.")
    page.locator("[data-entry='March folder tote']").nth(2).wait_for()
    assert "“Cape” is of a plan that is not here." in page.locator(".wrong-text").inner_text()
    assert "1 h 30 min" in page.locator("[data-entry='March folder tote']").all_inner_texts()[-1]
    page.click("[data-act=pace]")
    page.wait_for_selector("[data-act=pace][aria-pressed=true]")
    screen.open("March folder tote")
    page.wait_for_selector("[data-next-time]")
    page.click("button >> text=More")
    page.click("text=Copy this plan")
    page.wait_for_selector("[data-next-time] >> text=said at “March folder tote”")
    page.click("nav >> text=Bench")
    page.fill("[data-about=who]", "Orla")
    page.click("[data-act=begin]")
    page.wait_for_selector("text=For this time you said at “March folder tote”")
    page.click("[data-act=steps]")
    page.wait_for_selector("text=left: at your own pace.")


def test_a_washed_square_is_kept_and_laid_out_by_on_a_word(screen: Screen) -> None:
    """4 % along in the log; the cloth of the next plan is laid out so when it is asked for."""
    page = screen.shelf().page
    page.click("nav >> text=Log")
    page.click(".samples summary")
    page.select_option("[data-sample-of=cloth]", label="Canvas")
    for name, text in {"long_before": "30", "long_after": "28.8", "wide_before": "20"}.items():
        page.fill(f"[data-sample-of={name}]", text)
    page.click("[data-act=keep-sample]")
    page.wait_for_selector("#wrong-sample-wide_before")
    page.fill("[data-sample-of=wide_before]", "30")
    page.fill("[data-sample-of=wide_after]", "30")
    page.click("[data-act=keep-sample]")
    assert "shrank 4.0 % along" in page.inner_text("[data-sample]").replace("\xa0", " ")
    screen.open("March folder tote")
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-shrank]")
    assert "not yet a fact" in page.inner_text("[data-shrank]")
    assert page.input_value("[data-path='outer.shrinks_along']") == "0"
    page.click("[data-act=take-shrinks]")
    page.wait_for_function("document.querySelector(\"[data-path='outer.shrinks_along']\").value === '4'")
    page.wait_for_selector("[data-shrank]", state="detached")


@pytest.mark.parametrize(
    ("size", "theme"),
    [((1280, 800), "light"), ((820, 1100), "dark"), ((390, 844), "light")],
    ids=["desk", "tablet", "phone"],
)
def test_bench_and_log_are_for_everybody(
    look: Callable[..., Screen], theme: str, size: tuple[int, int]
) -> None:
    """Nothing for axe, nothing sideways, no two texts meet, every target 44 px; numbers 48 px large."""
    screen = look(*size, theme)
    page = _bench(screen, "Valve-oil pouch")

    def judged(what: str) -> None:
        assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), what
        assert _violations(screen) == [], what
        assert page.evaluate(MEET) == [], what

    def targets() -> list[Any]:
        return list(
            page.eval_on_selector_all(
                ".bench-place :is(button, select, input:not(.visually-hidden)), .log-place button",
                "found => found.filter((e) => e.offsetParent).map((e) => [e.innerText, e.offsetHeight])"
                ".filter(([, high]) => high < 44)",
            )
        )

    judged("a step")
    assert targets() == []
    page.click("[data-act=back]")
    page.wait_for_selector("[data-reading]")
    judged("a reading")
    assert targets() == []
    if size[0] == 1280:
        assert page.evaluate(
            "[...document.querySelectorAll('.bench-numbers dd, .tape input, .tape-what .shown-length')]"
            ".every((e) => parseFloat(getComputedStyle(e).fontSize) >= 48)"
        )
    page.click("[data-act=steps]")
    page.wait_for_selector(".steps-aside li")
    assert _violations(screen) == []
    page.keyboard.press("Escape")
    page.click("nav >> text=Log")
    page.wait_for_selector("[data-entry]")
    judged("the log")
    assert targets() == []
