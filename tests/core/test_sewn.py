"""What the form says is sewn: marks show it, seams add up without what stays open, a toy has one of each."""

import math
from collections import Counter
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.draft import Draft
from ambitus.core.form.model import Face, Form, Seam
from ambitus.core.form.sewn import (
    Caught,
    Line,
    Opening,
    Place,
    Sewn,
    Taken,
    edge_length,
    round_mouth,
    rows_below,
    sewn_stretches,
)
from ambitus.core.grammar.contract import SIZES, Allowances, Extra, Layer, Stage
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.spec.resolved import Item, Resolved
from bags import drafted, tote, totes
from conftest import examples
from core.test_toy_variant import ENVELOPE

EXACT = 0.01


def _sewn_lengths(form: Form, seam: Seam) -> list[float]:
    """Return how long each chain of *seam* is sewn, in mm."""
    return [
        sum((s.end - s.start) * edge_length(form, s.face, s.edge) for s in chain)
        for chain in sewn_stretches(form, seam)
    ]


def _openings(form: Form) -> list[Opening]:
    return [one for one in form.every_sewn if isinstance(one, Opening)]


@settings(max_examples=examples(120), deadline=None)
@given(totes(GRAMMAR))
def test_what_is_marked_open_is_left_open_on_both_edges(spec: dict[str, Any]) -> None:
    """A gap or a slot is as long on its mark as on the edges that meet there; what is left of them agrees."""
    made = drafted(spec)
    for layer, form in made.forms.items():
        for opening in _openings(form):
            seam = next(s for s in form.seams if s.key == opening.seam)
            meeting = {(s.face, s.edge) for chain in seam.chains for s in chain}
            assert all({(p.face, p.edge) for p in ends} <= meeting for ends in opening.between)
            sewn = _sewn_lengths(form, seam)
            spare = EXACT + seam.trimmed + seam.ease * max(sewn)
            assert max(sewn) - min(sewn) <= spare
            (low, high), *_ = opening.between
            for piece in (p for p in made.pieces if p.layer == layer and low.face == p.faces[0]):
                drawn = [math.dist(*m.points) for m in piece.marks if m.label == opening.label]
                assert any(abs(mm - (high.along - low.along)) <= EXACT for mm in drawn)


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_straps_are_caught_as_far_apart_as_they_hang(spec: dict[str, Any]) -> None:
    """Round the mouth: the gap between the two ends of each strap, front and back alike."""
    made = drafted(spec)
    # one strap from side to side is no pair
    for hang in (hang for hang in made.hangs if hang.item.attach.kind != "at_sides"):
        ends = [round_mouth(made.form, c.at) for c in made.form.sewn[hang.prefix] if isinstance(c, Caught)]
        pairs = sorted(zip(ends[::2], ends[1::2], strict=True), key=sum)
        assert [right - left for left, right in pairs] == pytest.approx([hang.gap] * 2, abs=EXACT)
        assert pairs[1][0] - pairs[0][0] == pytest.approx(made.form.mouth_length / 2, abs=EXACT)


def test_a_gap_in_the_base_leaves_the_rest_of_its_seam() -> None:
    """Of 220 between the corners 100 stay open: 60 are sewn on either side, of both panels."""
    form = drafted(tote(width=220, top={"gap": 100})).forms["lining"]
    base = next(s for s in form.seams if s.key == "base")
    for chain in sewn_stretches(form, base):
        long = edge_length(form, chain[0].face, chain[0].edge)
        assert [round((s.end - s.start) * long, 6) for s in chain] == [60, 60]


def test_a_slot_stays_open_where_the_channel_crosses_and_a_slit_from_the_top() -> None:
    """Both on the two edges that meet, below the finished top; the channel names them as its ways out."""
    sack: dict[str, Any] = {
        "unit": "mm",
        "preset": "sack",
        "size": {"width": 250, "height": 350},
        "base": {"kind": "seamed"},
        "carry": [],
    }
    for way, opens_at in (("slot", 3.0), ("slit", 0.0)):
        made = drafted({**sack, "top": {"kind": "casing", "opening": way, "cords": "one", "heading": 0}})
        form = made.form
        (opening,) = _openings(form)
        assert not opening.closed
        assert [sum(p.face == "back" for p in ends) for ends in opening.between] == [0, 2]
        seam = next(s for s in form.seams if s.key == opening.seam)
        first = sewn_stretches(form, seam)[0]
        long = edge_length(form, "back", "side right")
        begins = (1 - max(s.end for s in sewn_stretches(form, seam)[1])) * long
        assert len(first) == (2 if way == "slot" else 1)
        assert begins == pytest.approx(0.0 if way == "slot" else opening.between[0][1].along)
        assert max(0.0, opening.between[0][0].along) == pytest.approx(opens_at)


def test_a_zip_lies_between_its_two_sides() -> None:
    """Front of outer and lining on one, back of both on the other; never front to back."""
    pouch: dict[str, Any] = {"unit": "mm", "preset": "pouch", "size": {"width": 200, "height": 120}}
    made = drafted({**pouch, "top": {"kind": "zip"}, "carry": []})
    seam = next(s for s in made.seams if s.strip)
    on = [(side, s.layer, s.face) for side, chain in zip(seam.sides, seam.chains, strict=True) for s in chain]
    assert sorted(on) == [
        (0, "lining", "front"),
        (0, "outer", "front"),
        (1, "lining", "back"),
        (1, "outer", "back"),
    ]
    rows = [one for one in made.form.every_sewn if isinstance(one, Line)]
    assert {(one.kind, one.face) for one in rows} == {("zip", "front"), ("zip", "back")}


def test_rows_lie_as_far_below_the_top_as_the_hem_is_deep() -> None:
    """A hem of 25: folds 25 and 35 above its seam line's zero, one row 25 below the finished edge."""
    made = drafted(tote(top={"kind": "double_hem", "hem": 25, "turn": 10}, carry=[]))
    assert rows_below(made.form) == (25,)
    folds = {one.inside for one in made.form.every_sewn if isinstance(one, Line) and one.kind == "crease"}
    assert folds == {-25, 0}


def _wider(by: float) -> Stage:
    """The front is cut wider by what is taken out of it again."""

    def change(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
        def wide(face: Face) -> Face:
            right = max(x for x, _ in face.points)
            edges = tuple(
                replace(e, start=(e.start[0] + (by if e.start[0] == right else 0.0), e.start[1]))
                for e in face.edges
            )
            measures = tuple(m if m.key != "width" else replace(m, on_grid=False) for m in face.measures)
            return replace(face, group="front", edges=edges, measures=measures)

        return replace(form, faces=tuple(wide(f) if f.name == "front" else f for f in form.faces))

    return Stage(SIZES, change)


def _folds_away(kind: Any) -> Extra:
    def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
        return tuple(Taken(kind, Place("front", edge, 100.0), 40.0) for edge in ("base", "top"))

    return Extra(kind=kind, label=kind, stages=(_wider(40.0),), sewn=sewn)


SPLIT: Sewn = Opening(
    "vent",
    "Vent",
    "side left",
    (
        (Place("front", "side left", 20.0), Place("front", "side left", 70.0)),
        (Place("back", "side right", 20.0, back=True), Place("back", "side right", 70.0, back=True)),
    ),
    False,
    "raw top edge",
    lambda spare: (),
    2,
)
VENT = Extra(kind="vent", label="Vent", sewn=lambda item, form, layer: (SPLIT,))
STITCHED = Extra(
    kind="stitched",
    label="Stitched",
    sewn=lambda item, form, layer: (Line("row", "front", "base", 15.0, 10.0, "Row above the base"),),
)
HUNG = Extra(
    kind="hung",
    label="Hung",
    sewn=lambda item, form, layer: (Caught("tag", Place("front", "side left", 50.0), "side", 0.0, "Tag"),),
)


TOY = GRAMMAR.with_variant(ENVELOPE)
for extra in (*map(_folds_away, ("fold", "pleat", "gather")), VENT, STITCHED, HUNG):
    TOY = TOY.with_variant(extra)


def _toy(kind: str) -> Draft:
    given = {"unit": "mm", "base": {"kind": "envelope"}, "size": {"width": 300, "height": 200}, "carry": []}
    return drafted({**given, "extras": [{"kind": kind}]}, TOY)


@pytest.mark.parametrize("kind", ["fold", "pleat", "gather"])
def test_what_is_folded_away_is_cut_and_not_sewn(kind: str) -> None:
    """The front is cut 40 wider than the back, and every seam still agrees; without the fold two do not."""
    made = _toy(kind)
    wide = {p.faces[0]: p.box[2] - p.box[0] for p in made.pieces if p.layer == "outer"}
    assert wide["front"] - wide["back"] == pytest.approx(40)
    assert [w.seam.key for w in made.walked if not w.agrees] == []
    flat = replace(made, forms={k: replace(f, sewn={}) for k, f in made.forms.items()}, _once={})
    assert {w.seam.key for w in flat.walked if not w.agrees} == {"outer base", "lining base"}


def test_a_seam_is_split_where_an_extra_leaves_it_open() -> None:
    """20 sewn, 50 open, the rest sewn, on both edges that meet; marked on both panels."""
    made = _toy("vent")
    seam = next(s for s in made.form.seams if s.key == "side left")
    assert _sewn_lengths(made.form, seam) == pytest.approx([150, 150])
    assert [len(chain) for chain in sewn_stretches(made.form, seam)] == [2, 2]
    assert Counter(m.kind for p in made.pieces if p.layer == "outer" for m in p.marks)["slot"] == 1


def test_a_row_and_an_end_are_marked_where_they_are_sewn() -> None:
    """A row 15 above the seam line of the base; a tag 50 down the left side, straight out on its raw edge."""
    outer = _toy("stitched").piece("outer")
    (row,) = (m for m in outer.marks if m.label == "Row above the base")
    assert {y for _, y in row.points} == {15}
    outer = _toy("hung").piece("outer")
    (tag,) = (m for m in outer.marks if m.label == "Tag")
    assert tag.points == ((outer.box[0], 150),)
