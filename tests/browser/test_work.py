"""The work read through on screen: its numbers, its order, and the sheet's back."""

import pytest

from browser.conftest import Screen

pytestmark = pytest.mark.browser


def _read_through(screen: Screen) -> list[str]:
    page = screen.page
    page.click("text=Read the work through")
    page.wait_for_selector(".work-steps li")
    return [
        " ".join(text.replace("\xa0", " ").split())
        for text in page.locator(".work-steps li").all_inner_texts()
    ]


def _step(steps: list[str], title: str) -> str:
    return next(step for step in steps if title in step)


def test_the_steps_tell_this_bag(screen: Screen) -> None:
    """Numbers of the bag at hand, also after it was changed; closed by Escape, opened by a key."""
    screen.open("March folder tote")
    page = screen.page
    steps = _read_through(screen)
    assert "Allowance 1 cm" in _step(steps, "Sew the side seams of the outer")
    assert "should read Across the mouth, flat: 46 cm" in _step(steps, "Sew the side seams of the outer")
    assert "Under the needle: 2 × canvas: 0.14 cm" in _step(steps, "Sew the side seams of the outer")
    assert page.locator(".work-steps li .work-picture").count() >= len(steps) - 3
    assert page.inner_text("[data-takes]") == "1 h 20 min"
    page.keyboard.press("Escape")
    page.wait_for_selector(".work-steps", state="hidden")
    screen.type("size.width", "40")
    screen.shows("outer panel", "width", "54")
    page.keyboard.press("Enter")
    assert "Across the mouth, flat: 52 cm" in _step(_read_through(screen), "Sew the side seams of the outer")


def test_another_order_is_chosen_in_the_sentence(screen: Screen) -> None:
    """The base first: the sentence says so, and the steps follow; one undo brings the usual order back."""
    screen.open("March folder tote")
    page = screen.page
    steps = _read_through(screen)
    sides, base = (
        next(i for i, s in enumerate(steps) if f"Sew the {name} of the outer" in s)
        for name in ("side seams", "base seam")
    )
    assert sides < base
    page.click("[aria-label='Close the steps']")
    assert page.inner_text("[data-phrase='order']") == "in the usual order"
    page.click("[data-phrase='order']")
    page.click("[data-tile='base.first=base']")
    page.wait_for_selector("[data-phrase='order'] >> text=the base first")
    steps = _read_through(screen)
    sides, base = (
        next(i for i, s in enumerate(steps) if f"Sew the {name} of the outer" in s)
        for name in ("side seams", "base seam")
    )
    assert base < sides
    page.click("[aria-label='Close the steps']")
    page.click("text=Undo")
    page.wait_for_selector("[data-phrase='order'] >> text=in the usual order")
    screen.kept()


def test_what_cannot_be_sewn_is_said_before_the_steps(screen: Screen) -> None:
    """A gap that the bag does not go through: a stop beside the draft, and the step that cannot go on."""
    screen.open("March folder tote")
    page = screen.page
    page.click("[data-phrase='top']")
    screen.type("top.gap", "6")
    page.wait_for_selector("text=The bag does not go through its gap")
    page.keyboard.press("Enter")
    steps = _read_through(screen)
    said = page.inner_text(".work-steps [role=alert]")
    assert "Turn the bag through the gap: the opening is too small" in said
    assert len(steps) > 20
    screen.kept()
