"""A piece laid out: every number beside a ruler is where it says, opens its sum, and meets no other."""

import re
from collections.abc import Iterator
from itertools import combinations, pairwise
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import MultiLineString, Polygon, box

from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.drawing.laid import LaidPiece, Look, laid_piece, ticks_of
from ambitus.core.drawing.laid.neighbour import neighbour_of
from ambitus.core.drawing.laid.picture import can_be_halved
from ambitus.core.drawing.laid.spread import in_rows, spread
from ambitus.core.drawing.laid.ticks import is_strip, point_of
from ambitus.core.form.model import Piece
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.laid import laid_shown
from bags import drafted, sizes_of, tote, totes
from conftest import examples

ROOM = (880.0, 520.0)
HEMMED = tote(top={"kind": "double_hem"}, carry=[{"attach": "on_hem"}])
SACK = {
    "unit": "mm",
    "preset": "sack",
    "size": {"diameter": 180, "height": 260},
    "base": {"kind": "circle"},
    "top": {"kind": "casing", "opening": "slot"},
    "carry": [],
}


BOX = {
    "unit": "mm",
    "preset": "pouch",
    "base": {"kind": "box_pouch_cut", "cut_as": "folded"},
    "size": {"length": 200, "breadth": 80, "height": 60},
    "top": {"tape": 28},
    "allowances": {"general": 10, "zip": 6},
}


CLIPPED = {
    "unit": "mm",
    "preset": "pouch",
    "base": {"kind": "rounded", "lower": "clipped", "clip": 30},
    "size": {"width": 240, "height": 120},
    "allowances": {"general": 10},
    "carry": [],
}
FLAPPED = {
    "unit": "mm",
    "base": {"kind": "seamed"},
    "size": {"width": 260, "height": 170},
    "top": {"kind": "pressed_edges"},
    "extras": [{"kind": "flap", "flap_shape": "slanted", "flap_foot": 50}],
    "carry": [],
}


def _laid(made: Draft, piece: Piece, unit: Unit = "mm", **look: Any) -> LaidPiece:
    return laid_piece(piece, Look(look.pop("room", ROOM), unit, **look), View(unit, made.bag.unit).worked)


def _meet(a: tuple[float, ...], b: tuple[float, ...]) -> bool:
    return (
        a[0] + a[2] > b[0] + 0.01
        and b[0] + b[2] > a[0] + 0.01
        and a[1] + a[3] > b[1] + 0.01
        and b[1] + b[3] > a[1] + 0.01
    )


def _looks(piece: Piece) -> Iterator[dict[str, bool]]:
    yield {}
    yield {"wrong_side": True}
    if can_be_halved(piece):
        yield {"half": True}
        yield {"half": True, "wrong_side": True}


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR), st.sampled_from(["mm", "cm", "in"]), st.sampled_from([ROOM, (380.0, 440.0)]))
def test_no_two_labels_meet_and_none_leaves_the_picture(
    spec: dict[str, Any], unit: Unit, room: tuple[float, float]
) -> None:
    """Of every piece of any bag, large and on a phone, from both sides and on the fold."""
    made = drafted(spec)
    for piece in made.pieces:
        for look in _looks(piece):
            laid = _laid(made, piece, unit, room=room, **look)
            labels = [one.label for one in (*laid.ticks, *laid.spans)]
            rulers = [r.box for r in laid.rulers]
            for a, b in combinations(labels, 2):
                assert not _meet(a, b), (piece.key, look, a, b)
            assert not [(a, b) for a in labels for b in rulers if _meet(a, b)], (piece.key, look)
            for x, y, wide, high in labels:
                assert x >= -0.01, (piece.key, look)
                assert y >= -0.01, (piece.key, look)
                assert x + wide <= laid.size[0] + 0.01, (piece.key, look)
                assert y + high <= laid.size[1] + 0.01, (piece.key, look)


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_every_number_is_where_it_says_and_is_its_sum(spec: dict[str, Any]) -> None:
    """A tick lies as far from the zero of its ruler as its number says, and its sum."""
    made = drafted(spec)
    for piece in made.pieces:
        left, bottom, right, top = piece.box
        for look in _looks(piece):
            laid = _laid(made, piece, **look)
            zeros = {r.side: r.zero for r in laid.rulers}
            for one in laid.ticks:
                tick = one.tick
                assert tick.sum.total == pytest.approx(tick.mm, abs=0.01), (piece.key, tick)
                axis = 1 if tick.side == "left" else 0
                scale = laid.scale * (laid.stretched if axis else 1.0)
                drawn = abs(one.at[axis] - zeros[tick.side][axis])
                assert drawn == pytest.approx(tick.mm * scale, abs=0.01), (piece.key, tick)
            sizes = {one.tick.side: one.tick.mm for one in laid.ticks if one.tick.size}
            whole = {"top": right - left, "left": top - bottom}
            if look.get("half"):
                whole["left" if piece.folded else "top"] /= 2
            assert sizes == pytest.approx(whole, abs=1e-5)


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_every_mark_that_is_drawn_has_its_number(spec: dict[str, Any]) -> None:
    """Each point of a mark lies level with a tick; what a tick opens is a number of the piece."""
    made = drafted(spec)
    for piece in made.pieces:
        ticks = ticks_of(piece)
        at = [point_of(piece, t) for t in ticks]
        for mark in piece.marks:
            if mark.kind in ("teeth", "zip", "quilting"):
                continue
            for x, y in mark.points:
                near = [
                    abs(p[0] - x) < 0.02 if t.side != "left" else abs(p[1] - y) < 0.02
                    for t, p in zip(ticks, at, strict=True)
                ]
                # the zero of a ruler is not ticked, nor what lies off the piece, of which a stop says so
                left, _, right, _ = piece.box
                assert any(near) or not left + 0.02 < x < right + 0.02, (piece.key, mark.label, (x, y))
        for tick in ticks:
            if tick.key.startswith("mark "):
                i, j = map(int, tick.key[5:].split("/"))
                assert piece.marks[i].readings[j][1] == tick.sum
            elif tick.key:
                assert piece.sums[tick.key] == tick.sum


@pytest.mark.parametrize(
    ("spec", "key", "told"),
    [
        (tote(), "outer panel", ["top 160 strap", "top 240 middle", "top 320 strap"]),
        (tote(), "outer panel", ["bottom 60 corner", "left 300 corner"]),
        (HEMMED, "outer panel", ["left 10 first fold", "left 35 second fold", "left 325 corner"]),
        (HEMMED, "strap carry.0", ["left 25 fold", "left 50 fold", "left 75 fold", "top 670 long"]),
        (SACK, "outer panel", ["left 29 slot", "left 39 lower row, slot"]),
        (
            tote(top={"kind": "on_bars", "slit": 90}, carry=[]),
            "outer panel",
            ["left 122 slit", "left 32 second crease"],
        ),
        (SACK, "outer panel", ["bottom 292.5 quarter"]),
        (SACK, "outer base", ["top 100 quarter", "left 100 quarter"]),
        (tote(), "lining panel", ["bottom 190 gap", "bottom 290 gap"]),
        # clipped by 30 at its seam line, 10 × (2 − √2) more at the raw edge; 128 high
        (CLIPPED, "outer panel", ["bottom 35.8579 corner", "bottom 224.142 corner", "left 92.1421 corner"]),
        # a slant of 99 over 100, 10 further out: 153.17 and 95.89 from the middle of the free edge
        (FLAPPED, "pocket flap 1", ["bottom 104.828 corner", "bottom 163.172 corner", "left 44.1127 corner"]),
        # its half in the middle, 40 below the top edge of 100 that fall: 60 and a seam above the free edge
        (FLAPPED, "pocket flap under 1", ["top 134 half of the snap", "left 80 half of the snap"]),
        (BOX, "outer panel", ["left 68 fold", "left 138 fold", "left 208 fold", "left 48 corner"]),
    ],
)
def test_what_is_ticked_along_a_ruler(spec: dict[str, Any], key: str, told: list[str]) -> None:
    """Straps and middles along the top, hems down the side, folds up a strap."""
    piece = next(p for p in drafted(spec).pieces if p.key == key)
    said = [f"{t.side} {t.mm:g} {t.word}" for t in ticks_of(piece)]
    assert [one for one in told if one not in said] == []


def test_a_pinch_is_two_named_dimensions() -> None:
    """From the stitched point half the depth; from the tip what stands beyond the seam comes on top."""
    made = drafted(tote(base={"kind": "boxed_pinched"}, size={"width": 340, "height": 280, "depth": 140}))
    laid = _laid(made, made.called("outer panel"))
    spans = {one.span.word: one for one in laid.spans}
    assert spans["from the stitched point"].span.sum.total == 70
    assert {one.tick.mm for one in laid.ticks if "from the tip" in one.tick.word} == {80}
    apart = spans["apart"]
    straps = sorted(one.tick.mm for one in laid.ticks if one.tick.word == "strap")
    assert apart.span.sum.total == pytest.approx(straps[1] - straps[0])


@settings(max_examples=examples(40), deadline=None)
@given(totes(GRAMMAR))
def test_a_dimension_on_a_piece_is_as_long_as_it_says(spec: dict[str, Any]) -> None:
    """Its line, measured in the picture, is its number; and it is one of the piece's own."""
    made = drafted(spec)
    for piece in made.pieces:
        own = {f"mark {i}/{j}" for i, m in enumerate(piece.marks) for j in range(len(m.readings))}
        for look in ({}, {"wrong_side": True}):
            laid = _laid(made, piece, **look)
            for one in laid.spans:
                xs = [float(x) for x in re.findall(r"[ML](-?[\d.]+) ", one.line)][:2]
                assert abs(xs[1] - xs[0]) == pytest.approx(one.span.sum.total * laid.scale, abs=0.11)
                assert one.span.key in own


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_a_neighbour_lies_with_its_seam_line_on_that_of_the_piece(spec: dict[str, Any]) -> None:
    """Along the right side both have one seam line; beyond their allowances they do not lie on each other."""
    made = drafted(spec)
    for piece in made.pieces:
        found = neighbour_of(made.plan, piece)
        if found is None:
            continue
        lines = MultiLineString([run for run in found.seam if len(run) > 1])
        form = made.forms[piece.layer].face(piece.faces[0])
        right = max(x for x, _ in form.points)
        on_it = lines.intersection(box(right - 0.01, -1e5, right + 0.01, 1e5))
        assert on_it.length > 1, (piece.key, found.piece.key)
        own = Polygon(flattened(piece.cut, piece.bends))
        allowance = max(e.allowance for p in (piece, found.piece) for e in p.edges)
        for rim in found.cut:
            both = Polygon(rim).buffer(0).intersection(own.buffer(0))
            assert both.is_empty or both.bounds[0] > right - 2 * allowance - 0.01, (piece.key, spec)


def test_marks_of_neighbours_lie_on_each_other() -> None:
    """The strip of a gusset beside its front: where it is clipped is where the front’s corner begins."""
    made = drafted({"unit": "mm", "size": sizes_of("gusset"), "base": {"kind": "gusset", "radius": 40}})
    front = made.called("outer panel")
    found = neighbour_of(made.plan, front)
    assert found is not None
    assert found.piece.key == "outer gusset"
    shown = laid_shown(made, "outer panel", ROOM, "mm", wrong_side=False, half=False, neighbour=True)
    assert shown.neighbour == "B · outer gusset"
    assert shown.beside is not None
    assert (
        laid_shown(made, "outer panel", ROOM, "mm", wrong_side=False, half=True, neighbour=True).beside
        is None
    )


def test_half_a_piece_ends_at_the_fold() -> None:
    """On the fold the cut size across is half, and nothing of the other half is ticked."""
    made = drafted(tote())
    shown = laid_shown(made, "outer panel", ROOM, "mm", wrong_side=False, half=True)
    across = [t for t in shown.ticks if t.side == "top"]
    assert [t.text for t in across] == ["160", "240"]
    assert across[-1].size
    assert across[-1].sum.mm == 240
    assert shown.fold
    assert "on the fold of the cloth" in shown.says


def test_a_hair_is_drawn_wider_and_says_so() -> None:
    """A cord is drawn as wide as can be seen; its length keeps its scale, and the words tell it."""
    made = drafted(SACK)
    cord = next(p for p in made.pieces if p.key == "cord")
    laid = _laid(made, cord)
    assert is_strip(cord)
    assert laid.stretched > 5
    shown = laid_shown(made, "cord", ROOM, "mm", wrong_side=False, half=False)
    assert any("times as wide as it is" in said for said in shown.says)


@given(st.lists(st.tuples(st.floats(0, 500), st.floats(5, 60)), min_size=1, max_size=8))
def test_labels_are_spread_in_order_within_their_room(labels: list[tuple[float, float]]) -> None:
    """Whatever is asked: in order, none over another, all inside; where all have room none is moved."""
    labels.sort()
    middles, sizes = [m for m, _ in labels], [s for _, s in labels]
    out = spread(middles, sizes, 0.0, 600.0)
    edges = [(m - s / 2, m + s / 2) for m, s in zip(out, sizes, strict=True)]
    assert all(a[1] <= b[0] + 1e-6 for a, b in pairwise(edges))
    assert edges[0][0] >= -1e-6
    assert edges[-1][1] <= 600 + 1e-6
    rows = in_rows(sizes, 100.0)
    assert sorted(i for row in rows for i in row) == list(range(len(sizes)))
