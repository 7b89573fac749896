"""A lining that is sewn deeper: what its corners, its base and a tape say of it."""

import math
from typing import Any

import pytest

from ambitus.core.draft import Draft
from ambitus.core.steps.model import Step
from bags import drafted, tote

DEEPER = {"ease": "deeper", "ease_by": 4}
LINED = {"kind": "turned_through", **DEEPER}


def _made(base: dict[str, Any], top: dict[str, Any] | None = None, **size: float) -> Draft:
    spec = tote(base=base, top=top or LINED, carry=[], allowances={"general": 10, "corner": 8})
    return drafted({**spec, "size": size or spec["size"]})


def _step(made: Draft, key: str) -> Step:
    return next(s for s in made.steps if s.key == key)


def _allowance(made: Draft, key: str) -> float:
    return dict(_step(made, key).lengths)["Allowance"]


def _reads(made: Draft, key: str) -> float:
    return _step(made, key).reads[0].mm


def test_cut_out_first_the_corner_seam_takes_as_much_more() -> None:
    """Sides and base at 14, the corner at 12: so the depth stays. The outer is sewn as it was cut."""
    made = _made({"kind": "boxed"})
    assert [_allowance(made, f"lining {seam}") for seam in ("sides", "base", "corners")] == [14, 14, 12]
    assert [_allowance(made, f"outer {seam}") for seam in ("sides", "base", "corners")] == [10, 10, 8]
    # what is left of the arms at the seam lines: across from a side sewn at 14, and the corner's 12
    across = made.piece("lining").size("across")
    assert 2 * (across - 14 + 12) == 120


def test_cut_out_after_sewing_the_square_is_smaller() -> None:
    """Half of 120, less a corner seam of 8 and 4 deeper, from seam lines that lie 4 further in."""
    made = _made({"kind": "boxed_after"})
    squares = {p.layer: p for p in made.pieces if p.layer in ("outer", "lining")}
    told = {layer: next(m for m in p.marks if m.kind == "cut-out") for layer, p in squares.items()}
    assert [told[layer].readings[0][1].total for layer in ("outer", "lining")] == [52, 48]
    assert dict(_step(made, "lining cut corners").lengths) == {"Square, from the seams": 48}
    assert _allowance(made, "lining corners") == 12
    assert told["lining"].points[1] == (52, 52)
    assert min(x for x, _ in told["lining"].points) == 4
    # the list tells the square that is cut, and reads it back to the same depth
    assert [row.corner for row in made.cut_list.rows if row.role in ("outer", "lining")] == [52, 48]
    assert made.read.findings == ()
    assert made.read.mm("depth") == 120


def test_a_pinch_keeps_half_the_depth_and_its_tip_lies_further_out() -> None:
    """Half of 120; what stands beyond side and base is 14."""
    made = _made({"kind": "boxed_pinched"})
    for layer, tip in (("outer", 70), ("lining", 74)):
        readings = next(m for m in made.piece(layer).marks if m.kind == "cut-out" and m.readings).readings
        told = {name: s.total for name, s in readings}
        assert told["from the stitched point"] == 60
        assert told["from the fabric tip, along the base seam"] == tip
        assert told["from the fabric tip, down the side seam"] == tip


@pytest.mark.parametrize("kind", ["boxed", "boxed_after"])
def test_a_fold_is_not_sewn_deeper_nor_are_its_corners(kind: str) -> None:
    """One piece folded at the base: its sides taper back before the corner, whose edges stay as long."""
    made = _made({"kind": kind, "cut_as": "folded"})
    assert _allowance(made, "lining sides") == 14
    assert "before the corner" in _step(made, "lining sides").say
    assert _allowance(made, "lining corners") == 8
    if kind == "boxed_after":
        assert dict(_step(made, "lining cut corners").lengths) == {"Square, from the seams": 52}


def test_a_box_pouch_keeps_its_base_and_is_shorter() -> None:
    """Its ends are sewn 4 deeper, so that a tape reads 8 less from end to end; the base seam is not."""
    made = _made({"kind": "box_pouch"}, {"kind": "zip", **DEEPER}, length=200, breadth=80, height=60)
    assert _allowance(made, "lining ends") == 14
    assert _allowance(made, "lining base") == 10
    assert [_reads(made, f"{layer} ends") for layer in ("outer", "lining")] == [260, 252]


@pytest.mark.parametrize(("panels", "n"), [("one", 1), ("two", 2)])
def test_tube_and_disc_shrink_together(panels: str, n: int) -> None:
    """The tube loses 4 at each of its 2 n side edges; the disc is drawn in by n · 4 ÷ π all round."""
    made = _made({"kind": "circle", "panels": panels}, diameter=200, height=250)
    assert _allowance(made, "lining sides") == 14
    deeper = _allowance(made, "lining base") - 10
    assert deeper == pytest.approx(n * 4 / math.pi, abs=1e-4)
    around = _reads(made, "lining sides")
    assert around == pytest.approx(_reads(made, "outer sides") - 2 * n * 4, abs=1e-6)
    assert math.pi * (200 - 2 * deeper) == pytest.approx(around, abs=0.6)


@pytest.mark.parametrize(
    ("base", "corners"),
    [({"kind": "rectangle"}, 8.0), ({"kind": "stadium"}, 2 * math.pi), ({"kind": "ellipse"}, 2 * math.pi)],
)
def test_any_base_is_drawn_in_by_what_its_tube_lost(base: dict[str, Any], corners: float) -> None:
    """A square corner takes 2 of what is drawn in, a round one its share of 2 π."""
    made = _made(base, length=240, breadth=140, height=250)
    assert _allowance(made, "lining base") - 10 == pytest.approx(2 * 4 / corners, rel=2e-3)


def test_side_panels_end_at_their_plain_seam() -> None:
    """What runs under loses 4 at the base seam, as half the side does: its end is not deepened too."""
    made = _made({"kind": "side_panels"})
    assert _allowance(made, "lining sides upright") == 14
    assert _allowance(made, "lining sides ends") == 10
    assert _reads(made, "lining sides ends") == 120 - 8


def test_a_gusset_lining_is_narrower_by_both_its_seams() -> None:
    """340 across, less 4 at both sides."""
    made = _made({"kind": "gusset"})
    assert _reads(made, "lining gusset front") == 332
    assert _reads(made, "outer gusset front") == 340


def test_an_inch_plan_tapers_over_inches() -> None:
    """Pairs in texts too: 2 in, not 50 mm."""
    made = drafted({"unit": "in", "top": LINED, "carry": []})
    assert "over the 2 in before the top" in _step(made, "lining sides").say
    assert not [s.say for s in made.steps if " mm" in s.say + s.settings]
