"""The stash by mouse and keys: put in, photographed, laid on, cut of; and what it gives, in one click."""

import re
from pathlib import Path
from typing import Any

import pytest

from browser.conftest import Screen

pytestmark = pytest.mark.browser


def _stash(screen: Screen) -> Any:
    screen.shelf()
    page = screen.page
    page.click("nav >> text=Stash")
    page.wait_for_selector(".thing")
    return page


def _card(page: Any, name: str) -> Any:
    return page.locator(".thing", has_text=name)


def _sizes(page: Any) -> list[str]:
    return [text.replace("\xa0", " ") for text in page.locator(".thing-size").all_inner_texts()]


def test_a_thing_is_typed_changed_found_used_up_and_taken_back(screen: Screen) -> None:
    """What is missing is asked for at its field; what was typed stays; nothing used up is lost."""
    page = _stash(screen)
    page.click("[data-act=new]")
    page.select_option("[data-thing=material]", "ripstop")
    page.fill("[data-thing=name]", "Parade umbrella")
    page.fill("[data-thing=width]", "62")
    page.click("[data-act=keep]")
    page.wait_for_selector("#wrong-length")
    assert page.input_value("[data-thing=name]") == "Parade umbrella"
    page.fill("[data-thing=length]", "1 m")
    page.click("[data-act=keep]")
    _card(page, "Parade umbrella").wait_for()
    assert "62 × 100 cm" in _sizes(page)
    page.click(".units button:has-text('in')")
    page.wait_for_function("[...document.querySelectorAll('.thing-size')].some(e => /in/.test(e.innerText))")
    page.click(".units button:has-text('cm')")
    page.fill("[data-act=look]", "ripstop umbrella")
    page.wait_for_function("document.querySelectorAll('.thing').length === 1")
    page.click("[aria-label='Change Parade umbrella']")
    page.fill("[data-thing=count]", "2")
    page.fill("[data-thing=where]", "hat stand")
    page.click("[data-act=keep]")
    page.wait_for_selector(".thing")
    assert _sizes(page) == ["2 of 62 × 100 cm"]
    assert "hat stand" in _card(page, "Parade umbrella").inner_text()
    page.click("[data-act=used]")
    page.wait_for_selector("text=Used up (1)")
    page.click("text=Used up (1)")
    page.click("[aria-label='Take Parade umbrella back']")
    _card(page, "Parade umbrella").wait_for()


def test_a_photograph_is_made_small_and_kept(screen: Screen, tmp_path: Path) -> None:
    """A large picture is shown at its card, there after a reload, and taken away again; a text is none."""
    page = _stash(screen)
    picture = tmp_path / "mat.png"
    page.screenshot(path=str(picture))
    card = _card(page, "Drum mat")
    card.locator("input[type=file]").set_input_files(str(picture))
    card.locator("img").wait_for()
    page.reload()
    image = _card(page, "Drum mat").locator("img")
    image.wait_for()
    page.wait_for_function("e => e.complete && e.naturalWidth > 0", arg=image.element_handle())
    assert max(image.evaluate("e => [e.naturalWidth, e.naturalHeight]")) <= 1000
    text = tmp_path / "notes.txt"
    text.write_text("no picture")
    _card(page, "Drum mat").locator("input[type=file]").set_input_files(str(text))
    page.wait_for_selector(".thing .wrong-text")
    page.click("[aria-label='No photograph of Drum mat']")
    image.wait_for(state="detached")


def test_what_a_remnant_gives_is_one_click_and_its_leftovers_come_back(screen: Screen) -> None:
    """From the stash to a plan laid out on it; cut, the cloth is out of it and what is left is in it."""
    page = _stash(screen)
    card = _card(page, "Stage curtain")
    card.locator("[data-act=gives]").click()
    card.locator(".gives a").first.wait_for()
    card.locator(".gives li", has_text="March folder tote").filter(has_text="its outer").locator("a").click()
    page.wait_for_selector("[data-sheet].choice[aria-pressed=true]")
    page.wait_for_selector("[data-lying]")
    page.wait_for_function("document.querySelector('[data-cloth=outer] .amount').innerText === '0'")
    left = page.locator(".left-list label").all_inner_texts()
    assert left
    page.fill(".left-where input", "new shelf")
    page.click("[data-act=cut]")
    page.wait_for_selector("[data-told]")
    page.click("nav >> text=Stash")
    page.wait_for_selector(".thing")
    assert not _card(page, "Stage curtain").count()
    kept = _card(page, "new shelf").locator(".thing-size").all_inner_texts()
    assert sorted(kept) == sorted(left)


def test_pieces_are_laid_on_remnants_round_a_flaw(screen: Screen) -> None:
    """A remnant typed, a flaw drawn, another typed in: the pieces go round; out again, the roll has them."""
    screen.open("March folder tote")
    page = screen.page
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-lying]")
    page.click(".sources summary")
    page.click("[data-another=straight]")
    page.wait_for_selector("[data-sheet=bought]")
    width = page.locator(".source-fields input").nth(0)
    width.fill("60")
    width.press("Tab")
    page.wait_for_function("document.querySelector('.source-name').innerText.includes('60')")
    page.wait_for_selector("[data-lying='outer panel#0']")
    where = page.locator("[data-lying='outer panel#0']").get_attribute("aria-label")
    page.click("[data-act=mark]")
    box = page.locator("[data-lying='outer panel#0']").bounding_box()
    page.mouse.move(box["x"] + 20, box["y"] + 20)
    page.mouse.down()
    page.mouse.move(box["x"] + 60, box["y"] + 50, steps=4)
    page.mouse.up()
    page.wait_for_selector("rect.hole")
    page.wait_for_function(
        "was => document.querySelector(\"[data-lying='outer panel#0']\")?.getAttribute('aria-label') !== was",
        arg=where,
    )
    page.click("[data-act=mark]")
    for name, text in {"y": "1", "x": "1", "height": "2", "width": "2"}.items():
        page.fill(f"[data-path='hole.{name}']", text)
    page.keyboard.press("Enter")
    page.wait_for_function("document.querySelectorAll('rect.hole').length === 2")
    page.keyboard.press("Escape")
    page.click("[data-act=forget]")
    page.wait_for_selector("rect.hole", state="detached")
    page.click("text=Take out")
    page.wait_for_selector("[data-sheet=bought]", state="detached")
    screen.kept()


def test_several_bags_are_cut_together_and_sizes_compared(screen: Screen) -> None:
    """Three of a bag and a pouch with it; other sizes as a table, one of them begun as a plan."""
    screen.open("March folder tote")
    page = screen.page
    page.click("nav >> text=Cloth")
    page.wait_for_selector("[data-lying]")
    amount = "document.querySelector('[data-cloth=outer] .amount').innerText"
    before = float(page.evaluate(amount))
    page.click(".together summary")
    page.fill("[data-times='']", "3")
    page.keyboard.press("Tab")
    page.wait_for_function(f"was => Number({amount}) > 1.5 * was", arg=before)
    page.click("[data-act=with]")
    page.select_option("[data-act=add]", label="Glockenspiel carrier")
    page.wait_for_selector("[data-lying^='2/outer panel']")
    page.click("text=Other sizes")
    page.wait_for_selector("[data-size]")
    page.fill("[data-path=family]", "26, 40 cm")
    page.wait_for_function("document.querySelectorAll('[data-size]').length === 2")
    row = page.locator("[data-size]").nth(1)
    finished = row.locator(".family-size").inner_text().replace("\xa0", " ")
    assert re.match(r"40 × [\d.]+ × [\d.]+ cm", finished)
    row.locator("text=Begin a plan so").click()
    page.click(".family [role=status] a")
    page.wait_for_selector("[data-piece]")
    assert screen.field("size.width").input_value() == "40"
