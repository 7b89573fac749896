"""
Any measure can be the one that is given: it is then the chosen one, what it stood for follows from it, and
the bag has it as it was typed.
"""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Point, Polygon

from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.spec.edit import PickedEdit, SteppedEdit, TypedEdit
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted, edited_by
from bags import LIDDED, mm_at, source_at, why_at
from conftest import examples

BOX = {"length": 200, "breadth": 90, "height": 60}
DEEP = {"width": 340, "height": 280, "depth": 120}
SEAMS = {"side": 12, "base": 10, "corner": 8, "end": 10, "ring": 9, "gusset": 11}


def _outer(made: Draft) -> dict[str, float]:
    piece = made.piece("outer")
    return {key: piece.size(key) for key in piece.sums}


def _corner(made: Draft) -> float:
    return next(row.corner for row in made.cut_list.rows if row.role == "outer" and not row.part) or 0.0


def _across(made: Draft) -> float:
    return _outer(made)["across"]


def _strap(made: Draft) -> float:
    return made.hangs[0].length.total


def _apart(made: Draft) -> float:
    return made.hangs[0].gap - mm_at(made.bag, "carry.0.width")


def _apart_outside(made: Draft) -> float:
    return made.hangs[0].gap + mm_at(made.bag, "carry.0.width")


def _raw_side(made: Draft) -> float:
    return made.hangs[0].offset + mm_at(made.bag, "allowances.side")


def _tube(made: Draft) -> float:
    return _outer(made)["width"]


def _tab(made: Draft) -> float:
    return next(piece.size("length") for piece in made.pieces if piece.layer == "tab")


def _fold(made: Draft) -> float:
    return sum(mm_at(made.bag, f"top.{name}") for name in ("heading", "channel", "edge"))


def _row(made: Draft) -> float:
    return mm_at(made.bag, "top.heading") + mm_at(made.bag, "top.channel")


def _raw_radius(made: Draft) -> float:
    return next(row.radius for row in made.cut_list.rows if row.role == "outer" and not row.part) or 0.0


#: (base, top, the choice, its option, the field that is typed, the field that follows, how the bag has it)
CASES: dict[str, tuple[str, str, str, str, str, str, Any]] = {
    "cut-out": ("boxed", "double_hem", "base.corner_by", "cut_out", "base.corner", "size.depth", _across),
    "square": ("boxed_after", "double_hem", "base.corner_by", "square", "base.corner", "size.depth", _corner),
    "point": ("boxed_pinched", "double_hem", "base.corner_by", "point", "base.corner", "size.depth", _corner),
    "tip": (
        "boxed_pinched",
        "double_hem",
        "base.corner_by",
        "tip",
        "base.corner",
        "size.depth",
        lambda made: _corner(made) + SEAMS["base"],
    ),
    "line": (
        "boxed_pinched",
        "double_hem",
        "base.corner_by",
        "line",
        "base.corner",
        "size.depth",
        lambda made: 2 * _corner(made),
    ),
    "crease": ("folded_in", "double_hem", "base.corner_by", "crease", "base.corner", "size.depth", _corner),
    "pinned": (
        "side_panels",
        "double_hem",
        "base.corner_by",
        "pinned",
        "base.corner",
        "size.depth",
        lambda made: made.form.mm("depth") / 2 + SEAMS["base"] - SEAMS["side"],
    ),
    "pouch point": ("box_pouch", "zip", "base.corner_by", "point", "base.corner", "size.height", _corner),
    "pouch tip": (
        "box_pouch",
        "zip",
        "base.corner_by",
        "tip",
        "base.corner",
        "size.height",
        lambda made: _corner(made) + SEAMS["end"],
    ),
    "edge point": ("box_pouch", "zip", "base.corner_by", "point", "base.corner", "size.breadth", _corner),
    "edge line": (
        "box_pouch",
        "zip",
        "base.corner_by",
        "line",
        "base.corner",
        "size.breadth",
        lambda made: 2 * _corner(made),
    ),
    "pouch deep": ("box_pouch_cut", "zip", "base.corner_by", "deep", "base.corner", "size.height", _across),
    "tuck": (
        "pleated",
        "zip",
        "base.corner_by",
        "tuck",
        "base.corner",
        "size.height",
        lambda made: made.form.mm("tuck"),
    ),
    "tube": ("circle", "double_hem", "base.size_by", "tube", "base.tube_cut", "size.diameter", _tube),
    "raw radius": (
        "gusset",
        "double_hem",
        "base.round_by",
        "raw",
        "base.raw_radius",
        "base.radius",
        _raw_radius,
    ),
    "disc, wide": (
        "rounded",
        "zip",
        "base.lower",
        "disc",
        "base.disc",
        "size.width",
        lambda made: made.piece("outer").size("width"),
    ),
    "disc, high": (
        "rounded",
        "zip",
        "base.lower",
        "disc",
        "base.disc",
        "size.height",
        lambda made: 2 * made.piece("outer").size("height"),
    ),
    "tab": ("seamed", "zip", "top.tab_by", "cut", "top.tab_cut", "top.tab", _tab),
    "fold": ("seamed", "casing", "top.channel_by", "fold", "top.casing_fold", "top.channel", _fold),
    "lower row": ("seamed", "casing", "top.channel_by", "row", "top.casing_row", "top.channel", _row),
    "cut strap": (
        "seamed",
        "double_hem",
        "carry.0.length_by",
        "cut",
        "carry.0.cut_length",
        "carry.0.length",
        _strap,
    ),
    "inner edges": (
        "seamed",
        "double_hem",
        "carry.0.gap_by",
        "inner",
        "carry.0.gap_inside",
        "carry.0.gap",
        _apart,
    ),
    "outer edges": (
        "seamed",
        "double_hem",
        "carry.0.gap_by",
        "outer",
        "carry.0.gap_outside",
        "carry.0.gap",
        _apart_outside,
    ),
    "raw edge": (
        "seamed",
        "double_hem",
        "carry.0.side_by",
        "raw",
        "carry.0.from_raw",
        "carry.0.from_side",
        _raw_side,
    ),
}
GIVEN = {
    "disc, wide": 300,
    "disc, high": 300,
    "tab": 62,
    "tube": 640,
    "fold": 31,
    "lower row": 26,
    "cut strap": 777,
    "inner edges": 83,
    "outer edges": 133,
    "raw edge": 96,
}


def _spec(case: str) -> Spec:
    base, top, *_ = CASES[case]
    size = BOX if base in LIDDED else {"diameter": 180, "height": 300} if base == "circle" else DEEP
    pouch = {"box_pouch": ("end", "base"), "box_pouch_cut": ("end", "base", "corner")}
    own = {**pouch, "pleated": ("base",), "circle": ("side", "ring")}
    classes = own.get(base, ("gusset",) if base == "gusset" else ("side", "base", "corner"))
    carry = [{"measure": "length", "place": "gap" if case in ("inner edges", "outer edges") else "side_seam"}]
    return Spec.model_validate(
        {
            "unit": "mm",
            "size": size,
            "base": {"kind": base} | ({"pressed": "at_edge"} if case.startswith("edge ") else {}),
            "top": {"kind": top} | ({"zip_ends": "folded", "tab": 30} if case == "tab" else {}),
            "seams": {"kind": "plain"},
            "allowances": {key: SEAMS[key] for key in classes if key != "corner" or base.startswith("box")},
            "carry": [] if base in LIDDED else carry,
        }
    )


@pytest.mark.parametrize("case", CASES)
def test_a_measure_that_is_given_is_what_the_bag_has(case: str) -> None:
    """Typed, it is chosen; what it stood for is worked out; the pieces have it as it was typed."""
    _, _, by, option, source, target, has = CASES[case]
    given = GIVEN.get(case, 50)
    spec = edited_by(_spec(case), [PickedEdit(path=by, value=option)], "mm")
    spec = edited_by(spec, [TypedEdit(path=source, text=str(given))], "mm")
    made = drafted(spec)
    assert (source_at(made.bag, source), source_at(made.bag, target)) == ("chosen", "derived")
    assert why_at(made.bag, target)
    assert has(made) == pytest.approx(given, abs=1.01)


# half a disc is round all along: choosing it is a choice of shape too
@pytest.mark.parametrize("case", [case for case in CASES if not case.startswith("disc")])
def test_choosing_what_is_given_changes_nothing_and_typing_the_other_takes_it_back(case: str) -> None:
    """The bag stays until a number is typed; the size typed again is the chosen one again."""
    _, _, by, option, source, target, _ = CASES[case]
    plain = _spec(case)
    spec = edited_by(plain, [PickedEdit(path=by, value=option)], "mm")
    assert drafted(spec).cut_list.rows == drafted(plain).cut_list.rows
    spec = edited_by(spec, [TypedEdit(path=source, text=str(GIVEN.get(case, 50)))], "mm")
    again = edited_by(spec, [TypedEdit(path=target, text="64")], "mm")
    made = drafted(again)
    assert (mm_at(made.bag, target), source_at(made.bag, target)) == (64, "chosen")
    stepped = drafted(edited_by(spec, [SteppedEdit(path=target, steps=1)], "mm"))
    assert source_at(stepped.bag, target) == "chosen"


THING = {"size_from": "thing", "thing_broad": 230, "thing_thick": 30, "thing_long": 310}
CARRIES = [
    ("seamed", "double_hem", {"width": 270, "height": 335}),
    ("boxed", "double_hem", {"width": 240, "depth": 40, "height": 320}),
    ("gusset", "turned_through", {"width": 240, "depth": 40, "height": 320}),
    ("circle", "double_hem", {"diameter": (230**2 + 30**2) ** 0.5 + 10, "height": 320}),
    ("rectangle", "double_hem", {"length": 240, "breadth": 40, "height": 320}),
    # drawn up it closes over the thing: half the smaller of width and depth, and what is above the cord
    ("boxed", "casing", {"width": 240, "depth": 40, "height": 310 + 20 + 13}),
]


@pytest.mark.parametrize(("base", "top", "sizes"), CARRIES)
def test_a_whole_bag_follows_from_what_it_is_to_carry(base: str, top: str, sizes: dict[str, float]) -> None:
    """Broad, thick and long, with ease; typing a size takes it back."""
    tops = {"kind": top, "channel": 13, "edge": 3, "heading": 0} if top == "casing" else {"kind": top}
    spec = Spec.model_validate({"unit": "mm", "base": {"kind": base, **THING}, "top": tops})
    made = drafted(spec)
    for key, mm in sizes.items():
        assert mm_at(made.bag, f"size.{key}") == pytest.approx(mm), key
        assert source_at(made.bag, f"size.{key}") == "derived"
    taken = drafted(edited_by(spec, [TypedEdit(path="size.height", text="300")], "mm"))
    assert (mm_at(taken.bag, "size.height"), source_at(taken.bag, "size.height")) == (300, "chosen")


def test_what_is_given_holds_when_the_seams_change() -> None:
    """A cut-out that is there stays; the depth follows the seams."""
    spec = edited_by(
        _spec("cut-out"),
        [
            PickedEdit(path="base.corner_by", value="cut_out"),
            TypedEdit(path="base.corner", text="50"),
            TypedEdit(path="allowances.side", text="10"),
        ],
        "mm",
    )
    made = drafted(spec)
    assert _across(made) == pytest.approx(50)
    assert made.form.mm("depth") == pytest.approx(2 * (50 - 10 + SEAMS["corner"]))


def test_every_measure_that_can_be_given_is_tried_here() -> None:
    """A new one brings its case."""
    tried = {(by.rpartition(".")[2], option) for _, _, by, option, *_ in CASES.values()}
    # a thing to carry is tried below
    tried.add(("size_from", "thing"))
    assert {(given.by.leaf, given.option) for given in GRAMMAR.givens} == tried


def _lies_in(made: Draft, wide: float, high: float) -> float:
    """Return how far a corner of a rectangle, its top at the mouth, lies outside the seam line at most."""
    front = next(face for face in made.form.faces if face.name == "front")
    outline = Polygon(flattened(front.points, front.bends))
    middle, top = made.form.mm("width") / 2, made.form.height
    corners = [(middle + side * wide / 2, top - high) for side in (-1, 1)]
    return max(outline.exterior.distance(Point(at)) * (not outline.covers(Point(at))) for at in corners)


@settings(max_examples=examples(40), deadline=None)
@given(
    lower=st.sampled_from(["round", "half", "clipped"]),
    lies=st.sampled_from(["up", "along"]),
    thing=st.tuples(*(st.integers(low, high) for low, high in ((40, 200), (1, 40), (80, 300), (4, 20)))),
    corner=st.integers(5, 60),
)
def test_a_thing_lies_clear_of_the_corners_of_its_pouch(
    lower: str, lies: str, thing: tuple[int, ...], corner: int
) -> None:
    """Rounded, clipped or half-round: with its thickness to go round, it lies inside the seam line."""
    broad, thick, long, ease = thing
    told = {"thing_broad": broad, "thing_thick": thick, "thing_long": long, "thing_ease": ease}
    own = {"lower": lower, "radius": corner, "clip": corner, "size_from": "thing", "thing_lies": lies}
    spec = {
        "unit": "mm",
        "preset": "pouch",
        "base": {"kind": "rounded", **own, **told},
        "top": {"kind": "zip"},
    }
    made = drafted(Spec.model_validate(spec))
    side, up = (long, broad) if lies == "along" else (broad, long)
    assert _lies_in(made, side + thick, up + thick / 2) <= 0.5
    disc = {**spec, "base": {"kind": "rounded", **own, **told, "lower": "disc"}}
    assert source_at(drafted(Spec.model_validate(disc)).bag, "size.width") != "derived"
