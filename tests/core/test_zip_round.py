"""A flat pouch whose zip runs from base to base: cut, drawn, sewn and read back."""

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from bags import drafted
from conftest import examples


def _pouch(width: float = 200, height: float = 140, top: dict[str, Any] | None = None, **base: Any) -> Draft:
    """Return a lined pouch in mm, its tape 28 sewn in at 6."""
    given: dict[str, Any] = {"unit": "mm", "preset": "pouch", "size": {"width": width, "height": height}}
    zipped = {"kind": "zip", "tape": 28, **(top or {})}
    allowances = {"general": 10, "zip": 6}
    shaped = {"kind": "zip_round", **base}
    return drafted({**given, "base": shaped, "top": zipped, "allowances": allowances, "carry": []})


def test_its_panel_is_less_by_what_shows_of_the_zip_all_round() -> None:
    """200 + 12 − 16 by 140 + 10 + 6 − 8; the zip 200 + 2 × 140 − (4 − π) 40 and two base seams."""
    made = _pouch(radius=40)
    outer = made.piece("outer")
    assert (outer.count, outer.size("width"), outer.size("height")) == (2, 196, 148)
    assert made.piece("zip").size("length") == pytest.approx(480 - (4 - math.pi) * 40 + 20, abs=1e-3)
    assert made.cut_list.rows[0].radius == 38


def test_half_round_is_half_a_disc_above_its_base() -> None:
    """160 wide and 80 high it is cut as half of a disc of 156 above its base seam of 10."""
    made = _pouch(160, 80, upper="half")
    piece = made.piece("outer")
    assert piece.extent == pytest.approx((156, 88), abs=0.005)
    drawn = Polygon(flattened(piece.cut, piece.bends))
    assert drawn.area == pytest.approx(math.pi * 78**2 / 2 + 156 * 10, rel=1e-4)
    assert made.form.mm("flat_opening") == pytest.approx(math.pi * 80, abs=0.01)


@settings(max_examples=examples(60), deadline=None)
@given(st.integers(80, 400), st.integers(60, 300), st.floats(1, 250))
def test_whatever_is_asked_its_outline_is_what_its_sums_say(width: int, height: int, radius: float) -> None:
    """As far as there is room for its corners; the rest is said. Read back it is the size that was asked."""
    made = _pouch(width, height, radius=radius)
    piece = made.piece("outer")
    drawn = Polygon(flattened(piece.cut, piece.bends))
    assert drawn.is_valid
    low_x, low_y, high_x, high_y = drawn.bounds
    assert (high_x - low_x, high_y - low_y) == pytest.approx(
        (piece.size("width"), piece.size("height")), abs=0.01
    )
    assert (made.read.mm("width"), made.read.mm("height")) == (width, height)
    # no corner is tighter than its cloth, 2 mm inside the middle of the zip, can turn
    r = min(max(radius, 2.5), width / 2, height)
    way = width + 2 * height - (4 - math.pi) * r
    assert made.read.mm("flat_opening") == pytest.approx(way, abs=0.01)
    said = {f.rule.id for f in findings(made)}
    assert ("upper-corner-over-panel" in said) == (radius > min(width / 2, height) + 1e-9)
    assert ("corner-tight-for-zip" in said) == (min(radius, r) < 15 - 1e-6)
    assert made.sewing.refused is None


def test_the_middle_of_the_top_is_its_highest_place() -> None:
    """Half of the edge from either end, along it: not half-way between its ends, which is the base's."""
    piece = _pouch(radius=40).piece("outer")
    at = {m.label: m for m in piece.marks if m.kind == "notch"}
    top, base = at["Middle of the top"], at["Middle of the base"]
    assert top.points[0] == pytest.approx((100, 138), abs=0.01)
    assert base.points[0] == (100, -10)
    ((_, told),) = top.readings
    # the raw edge: 150 − 2 − 38 up from the base seam's raw edge, a quarter of a circle of 38, half of 120
    assert told.total == pytest.approx(110 + 38 * math.pi / 2 + 60, abs=0.05)


def test_nothing_is_left_to_sew_but_its_base() -> None:
    """Both panels are turned through the base that is open still; the whole is turned through the zip."""
    made = _pouch(radius=40)
    keys = [s.key for s in made.steps]
    order = ["zip front", "zip back", "baste lining", "zip half open", "zip ends meet", "outer base", "turn"]
    assert sorted(order, key=keys.index) == order
    steps = {s.key: s for s in made.steps}
    assert "snip the edge of the tape" in steps["zip front"].say
    # its zip takes every other edge
    assert steps["baste lining"].title == "Baste the lining to the outer along the base"
    assert steps["outer base"].reads[0].mm == 200
    assert {"outer sides", "lining base"} & set(keys) == set()


@pytest.mark.parametrize(
    ("more", "why"),
    [
        ({"top": {"turned": "gap"}}, "turn it through the zip"),
        ({"top": {"zip_ends": "folded"}}, "caught in the base seam"),
        ({"top": {"ease": "deeper"}}, "cut the same size"),
    ],
)
def test_what_does_not_go_with_a_zip_all_round_is_refused(more: dict[str, Any], why: str) -> None:
    """Said with its reason, and drafted all the same."""
    made = _pouch(radius=40, **more)
    (found,) = [f for f in findings(made) if f.rule.id == "parts-do-not-fit"]
    assert why in found.fired.say.format_map(found.fired.words)
