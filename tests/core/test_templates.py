"""A flap by a template: a line that was drawn elsewhere, cut, turned inside, read back, and refused."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, affinity

from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.form.sewn import HangsOver
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.read.begin import begun_from
from bags import TEMPLATES, drafted
from conftest import examples

LEANS = TEMPLATES[1]


def _clutch(line: str, **flap: Any) -> dict[str, Any]:
    """Return a flat bag of 260 by 170 in mm with a flap by a template, its seam 8."""
    shaped = {"kind": "flap", "flap_shape": "template", "flap_outline": line, "held_by": "open", **flap}
    given: dict[str, Any] = {"unit": "mm", "size": {"width": 260, "height": 170}, "base": {"kind": "seamed"}}
    return {
        **given,
        "top": {"kind": "pressed_edges"},
        "carry": [],
        "allowances": {"general": 10, "flap": 8},
        "extras": [shaped],
    }


def _piece(made: Draft, name: str) -> Piece:
    return next(p for p in made.pieces if p.name == name)


def _drawn(piece: Piece, sewn: bool = False) -> Polygon:
    bends = tuple(e.seam_bend if sewn else e.bend for e in piece.edges)
    return Polygon(flattened(piece.stitch if sewn else piece.cut, bends))


def test_a_template_is_the_seam_line_or_the_cut_line() -> None:
    """141.9 by 110.3 as drawn: with 8 all round and 25 inside the top edge; or those are in it."""
    sewn = drafted(_clutch(LEANS, inserted=25))
    outside = _piece(sewn, "Flap")
    assert outside.size("width") == pytest.approx(141.9 + 16)
    assert outside.size("height") == pytest.approx(_drawn(outside).bounds[3] - _drawn(outside).bounds[1])
    inner = _drawn(outside, sewn=True)
    assert [round(inner.bounds[i + 2] - inner.bounds[i], 2) for i in (0, 1)] == [141.9, 110.3]
    cut = drafted(_clutch(LEANS, inserted=25, flap_traced_as="cut"))
    line = _drawn(_piece(cut, "Flap"))
    assert [round(line.bounds[i + 2] - line.bounds[i], 2) for i in (0, 1)] == [141.9, 110.3]
    # from its lowest point to the top edge, less the way over the mouth
    fall = cut.read.extras[0].sizes["fall"]
    assert fall < 110.3 - 25 - 15


def test_its_underside_is_the_mirror_of_its_outside() -> None:
    """So that the two lie on each other right sides together; what is fused on the wrong side is, too."""
    spec = _clutch(LEANS) | {"interfacing": {"kind": "full"}, "cloth": {"outer": "canvas"}}
    made = drafted(spec)
    outside, under, core = (_piece(made, n) for n in ("Flap", "Flap, underside", "Flap, interfacing"))
    for piece, sewn in ((under, False), (core, True)):
        line = _drawn(piece)
        turned = affinity.scale(_drawn(outside, sewn), -1, 1, origin=(0, 0))
        moved = affinity.translate(
            turned, line.bounds[0] - turned.bounds[0], line.bounds[1] - turned.bounds[1]
        )
        assert moved.symmetric_difference(line).area < 0.5
        straight = _drawn(outside, sewn)
        put = affinity.translate(
            straight, line.bounds[0] - straight.bounds[0], line.bounds[1] - straight.bounds[1]
        )
        assert put.symmetric_difference(line).area > 500


def test_it_hangs_by_the_middle_of_its_upper_edge() -> None:
    """What leans to one side hangs to that side, seen from the front: as far as it was drawn."""
    made = drafted(_clutch(LEANS, wrap=20))
    (over,) = (s for s in made.form.every_sewn if isinstance(s, HangsOver))
    xs, ys = [x for x, _ in over.outline], [y for _, y in over.outline]
    assert (min(xs), max(xs)) == pytest.approx((-70.95, 70.95))
    assert max(ys) == pytest.approx(90.3)
    (lowest,) = (x for x, y in over.outline if y > 90.2)
    assert lowest == pytest.approx(88.1 - 70.95)


@settings(max_examples=examples(60), deadline=None)
@given(
    st.sampled_from(TEMPLATES[:3]),
    st.floats(3, 12),
    st.floats(8, 30),
    st.sampled_from(["seam", "cut"]),
)
def test_a_list_tells_the_line_that_was_cut(line: str, seam: float, inserted: float, shows: str) -> None:
    """Begun again from its list, which knows no seam line, it is the same flap: cut alike, and sewn alike."""
    spec = _clutch(line, inserted=inserted, flap_traced_as=shows)
    spec["allowances"]["flap"] = seam
    made = drafted(spec, rounded=False)
    (row,) = made.cut_list.extras
    told = {piece.piece: piece.outline is not None for piece in row.pieces}
    assert {name for name, so in told.items() if so} == {"flap"}
    told_as = GRAMMAR.listed("pressed_edges", ())
    again = drafted(begun_from(made.cut_list, made.read, told_as, "mm"), rounded=False)
    assert again.read.extras[0].sizes["fall"] == pytest.approx(made.read.extras[0].sizes["fall"], abs=0.01)
    for name in ("Flap", "Flap, underside"):
        for sewn in (False, True):
            one, other = _drawn(_piece(made, name), sewn), _drawn(_piece(again, name), sewn)
            assert one.hausdorff_distance(other) < 0.02


def test_what_is_done_to_its_allowance_is_what_it_has() -> None:
    """Corners are clipped or snipped into, curves notched: of each template only what it has."""
    curved = "-90,90 -90,40 " + " ".join(f"{x},{-((90 - abs(x)) ** 0.5) * 3:.2f}" for x in range(-89, 90))
    for line, said, unsaid in (
        (TEMPLATES[0], ("clip the corners that stick out",), ("turn in", "notch")),
        (TEMPLATES[2], ("clip the corners that stick out", "snip into those that turn in"), ("notch",)),
        (f"{curved} 90,40 90,90", ("notch the allowance along its curves",), ("turn in",)),
    ):
        (step,) = (s for s in drafted(_clutch(line)).steps if s.key == "extra 0 make")
        for words in said:
            assert words in step.say.lower()
        for words in unsaid:
            assert words not in step.say.lower()


def test_a_template_without_a_straight_upper_edge_is_refused_and_drafted_straight() -> None:
    """It says so; what is drafted has the size that a straight flap has there."""
    made = drafted(_clutch(TEMPLATES[3]))
    assert "template-without-edge" in {f.rule.id for f in findings(made)}
    assert _piece(made, "Flap").size("width") == 260 - 12 + 16
