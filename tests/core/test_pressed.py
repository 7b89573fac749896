"""A box pouch that is pressed with its zip along one edge: the same cuts, another box."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.lengths import View
from ambitus.core.remedy import remedies_of
from ambitus.core.shown.present import states
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.model import Spec
from ambitus.library import shipped
from bags import GRAMMAR, drafted
from conftest import examples


def _box(pressed: str, long: float, broad: float, high: float, **more: Any) -> Draft:
    """Return a lined box pouch in mm, turned through its zip."""
    return drafted(_spec(pressed, long, broad, high, **more))


def _spec(pressed: str, long: float, broad: float, high: float, **more: Any) -> dict[str, Any]:
    base = {"kind": "box_pouch", "pressed": pressed, **more.get("base", {})}
    top = {"kind": "zip", "turned": "zip", **more.get("top", {})}
    size = {"length": long, "breadth": broad, "height": high}
    return {"unit": "mm", "size": size, "base": base, "top": top, "carry": []}


def _cuts(made: Draft) -> list[tuple[str, dict[str, float]]]:
    return [(p.key, {key: s.total for key, s in p.sums.items() if key != "buy"}) for p in made.pieces]


@settings(max_examples=examples(60), deadline=None)
@given(
    st.integers(120, 400), st.integers(20, 150), st.integers(20, 150), st.sampled_from(["panels", "folded"])
)
def test_the_same_cuts_pressed_the_other_way_exchange_breadth_and_height(
    long: int, broad: int, high: int, cut_as: str
) -> None:
    """Piece for piece, but for what the zip opens: pressed at an edge it ends with the upper side."""
    over = _box("over_seam", long, high, broad, base={"cut_as": cut_as})
    edge = _box("at_edge", long, broad, high, base={"cut_as": cut_as})
    for (key, one), (other_key, other) in zip(_cuts(over), _cuts(edge), strict=True):
        assert key == other_key
        assert {k: mm for k, mm in one.items() if k != "opens"} == {
            k: mm for k, mm in other.items() if k != "opens"
        }
    opens = [made.piece("zip").size("opens") for made in (over, edge)]
    # the slider takes 8; a top stop inside the row 3, one that comes off with the tip nothing
    assert opens[0] == long + broad - 11
    assert opens[1] in (long - 8, long - 11)
    for made, size in ((over, (long, high, broad)), (edge, (long, broad, high))):
        assert tuple(made.read.mm(key) for key in ("length", "breadth", "height")) == size
        assert made.sewing.refused is None


@pytest.mark.parametrize("broad", [24, 60, 120])
def test_no_stop_lies_in_what_is_cut_off_near_a_row(broad: int) -> None:
    """The end of the tape is level with the panel where its stop lies clear beyond the corner's row."""
    made = _box("at_edge", 200, broad, 50)
    (strip,) = [p for p in made.pieces if p.layer == "zip"]
    rows = sorted(m.points[0][0] for m in strip.marks if m.kind == "row")
    long = strip.size("length")
    assert [round(x, 6) for x in rows] == [long / 2 - 100, long / 2 + 100]
    for stop in (m for m in strip.marks if m.kind == "stop" and m.points):
        assert min(abs(stop.points[0][0] - row) for row in rows) >= 3 - 1e-6
    assert {f.rule.id for f in findings(made)} & {"zip-too-short", "stop-on-row", "teeth-crossed"} == set()


def test_which_way_it_is_pressed_is_asked_by_a_picture() -> None:
    """Each way with its section, seen from an end; and the pouch is drawn as it lies before that is sewn."""
    made = _box("at_edge", 200, 80, 50)
    spec = Spec.model_validate(_spec("at_edge", 200, 80, 50))
    told = tiles(spec, "base", "mm", GRAMMAR, shipped())
    (group,) = [g for g in told.groups if g.path == "base.pressed"]
    assert group.shows == "section"
    assert [(t.key, t.chosen, bool(t.section)) for t in group.tiles] == [
        ("over_seam", False, True),
        ("at_edge", True, True),
    ]
    assert [s.title for s in states(made, View("mm", "mm"))] == [
        "Laid front on back",
        "An end, its corners opened",
    ]
    numbers = {n.shown for s in states(made, View("mm", "mm")) for n in s.labels}
    # the flat pouch, across and up; what the zip keeps; the corner's line, half of it, and the height
    assert numbers == {"280", "130", "200", "80", "50", "40"}


@pytest.mark.parametrize(
    ("top", "why"),
    [
        ({"turned": "gap"}, "turn it through the zip"),
        ({"zip_ends": "folded"}, "the zip’s ends"),
        ({"grab": "ribbon"}, "cut off with the tips"),
        ({"wrist": "cloth"}, "cut off with the tips"),
    ],
)
def test_what_its_corners_would_cut_off_is_refused(top: dict[str, Any], why: str) -> None:
    """And a way out is offered that leaves no stop."""
    made = _box("at_edge", 200, 80, 50, top=top)
    (found,) = [f for f in findings(made) if f.rule.id == "parts-do-not-fit"]
    assert why in found.fired.say.format_map(found.fired.words)
    spec = Spec.model_validate(_spec("at_edge", 200, 80, 50, top=top))
    assert list(remedies_of(found, made, spec, GRAMMAR))


def test_a_zip_that_is_not_counted_makes_it_higher() -> None:
    """Half of what shows of 28 sewn in at 6: 8 mm, on the height and not on the breadth."""
    made = _box("at_edge", 200, 80, 50, top={"zip_counts": "left_out"})
    assert [made.form.mm(key) for key in ("length", "breadth", "height")] == [200, 80, 58]
    (said,) = [f for f in findings(made) if f.rule.id == "zip-not-counted"]
    assert said.fired.words["name"] == "Height"


def test_its_corners_are_sewn_before_their_tips_come_off() -> None:
    """Four corners half the breadth from the stitched point, both numbers on the step and on the panel."""
    made = _box("at_edge", 200, 80, 50)
    steps = {s.key: s for s in made.steps}
    assert dict(steps["outer corners"].lengths)["From the stitched point"] == 40
    (seam,) = steps["outer trim corners"].reads
    assert seam.mm == 80
    assert "its zip along one edge" not in steps["outer corners"].say
    assert "between the two lines that cross the zip" in steps["outer corners"].say
