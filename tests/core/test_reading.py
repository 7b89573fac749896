"""Reading cut lists back: every base by hand, and what a wrong list says."""

import math
from typing import Any

import pytest

from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.read.cutlist import CutList, ReadBag
from bags import drafted, tote

ALLOWANCES = {"side": 12, "base": 9, "corner": 7, "top": 15}


def _list(base: str, row: dict[str, Any], **more: Any) -> dict[str, Any]:
    outer = {"role": "outer", "count": 2, **row}
    return {"base": base, "top": "turned_through", "allowances": ALLOWANCES, "rows": [outer], **more}


def _read(data: dict[str, Any]) -> ReadBag:
    return read_back(CutList.model_validate(data), readers(GRAMMAR))


def _sizes(data: dict[str, Any]) -> dict[str, float]:
    return {key: s.total for key, s in _read(data).sizes.items()}


#: (base, row) -> width, height, depth, flat opening; worked by hand with the allowances above
BY_HAND = [
    # depth 2 (65 − 12 + 7) = 120; flat 484 − 24 = 460; height 364 − 9 − 15 − 60 = 280
    ("boxed", {"width": 484, "height": 364, "cut_out": {"across": 65, "up": 62}}, (340, 280, 120, 460)),
    # depth 2 (53 + 7) = 120
    ("boxed_after", {"width": 484, "height": 364, "corner": 53}, (340, 280, 120, 460)),
    # depth 2 · 60
    ("boxed_pinched", {"width": 484, "height": 364, "corner": 60}, (340, 280, 120, 460)),
    ("seamed", {"width": 484, "height": 364}, (460, 340, None, 460)),
    # half of 710 is 355, less 15 at the top
    ("folded", {"count": 1, "width": 484, "height": 710, "folded": True}, (460, 340, None, 460)),
    # depth 2 · 60; height 364 − 9 − 15 − 60
    ("folded_in", {"width": 484, "height": 364, "corner": 60}, (340, 280, 120, 460)),
]


#: (base, main row, part, its row) -> finished sizes; worked by hand, every allowance 10 and the top 15
WITH_PARTS: list[tuple[str, dict[str, Any], str, dict[str, Any], dict[str, float]]] = [
    # path 2 (350 − 40) + 40 π + 300 − 80 = 965.66, and both tops
    (
        "gusset",
        {"width": 320, "height": 375, "radius": 50},
        "gusset",
        {"count": 1, "width": 996, "height": 140},
        {"width": 300, "height": 350, "depth": 120, "flat_opening": 420},
    ),
    (
        "side_panels",
        {"width": 320, "height": 435},
        "side",
        {"count": 2, "width": 140, "height": 375},
        {"width": 300, "height": 350, "depth": 120, "flat_opening": 420},
    ),
    # 190 π = 596.9
    (
        "circle",
        {"count": 1, "width": 617, "height": 285},
        "base",
        {"count": 1, "width": 210, "height": 210},
        {"diameter": 190, "height": 260, "flat_opening": 298.5},
    ),
    # 2 · 120 + 120 π = 616.99
    (
        "stadium",
        {"count": 2, "width": 328, "height": 225},
        "base",
        {"count": 1, "width": 260, "height": 140},
        {"length": 240, "breadth": 120, "height": 200, "flat_opening": 308},
    ),
    # 581.31 by Ramanujan's second form
    (
        "ellipse",
        {"count": 1, "width": 601, "height": 225},
        "base",
        {"count": 1, "width": 260, "height": 140},
        {"length": 240, "breadth": 120, "height": 200, "flat_opening": 290.5},
    ),
    # 2 · 360 − 240 + 60 π = 668.50
    (
        "rounded_rectangle",
        {"count": 1, "width": 688, "height": 225},
        "base",
        {"count": 1, "width": 260, "height": 140, "radius": 40},
        {"length": 240, "breadth": 120, "height": 200, "flat_opening": 334},
    ),
    (
        "rectangle",
        {"count": 2, "width": 380, "height": 225},
        "base",
        {"count": 1, "width": 260, "height": 140},
        {"length": 240, "breadth": 120, "height": 200, "flat_opening": 360},
    ),
]


#: box pouches of 200 × 80 × 60 under a zip of 28 sewn in at 6: the zip edge eats 6 − 8
BOXES: list[tuple[str, dict[str, Any]]] = [
    ("box_pouch", {"width": 280, "height": 148, "corner": 30}),
    # 60 = 2 (33 − 10 + 7) = 2 (23 + 7)
    ("box_pouch_cut", {"width": 280, "height": 148, "cut_out": {"across": 33, "up": 23}}),
]


@pytest.mark.parametrize(("base", "row"), BOXES, ids=[b for b, _ in BOXES])
def test_a_box_pouch_from_its_cuts(base: str, row: dict[str, Any]) -> None:
    """280 − 20 − 60; 148 + 2 − 10 − 60; and arms that make two heights are found."""
    allowances = {"end": 10, "base": 10, "corner": 7, "zip": 6, "tape": 28}
    data = _list(base, row, top="zip", allowances=allowances)
    read = _read(data)
    assert {key: s.total for key, s in read.sizes.items()} == {
        "length": 200,
        "breadth": 80,
        "height": 60,
        "flat_opening": 260,
    }
    assert read.findings == ()
    if "cut_out" in row:
        data["rows"][0]["cut_out"] = {"across": 33, "up": 25}
        assert [f.key for f in _read(data).findings] == ["arms-disagree"]
    del data["rows"][0]["cut_out" if "cut_out" in row else "corner"]
    assert [f.level for f in _read(data).findings] == ["stop"]


def _with_part(base: str, main: dict[str, Any], part: str, row: dict[str, Any]) -> dict[str, Any]:
    allowances = {"side": 10, "base": 10, "gusset": 10, "join": 10, "ring": 10, "top": 15}
    data = _list(base, main, allowances=allowances)
    data["rows"].append({"role": "outer", "part": part, **row})
    return data


@pytest.mark.parametrize(
    ("base", "main", "part", "row", "wanted"), WITH_PARTS, ids=[b for b, *_ in WITH_PARTS]
)
def test_a_bag_of_several_parts_from_its_cuts(
    base: str, main: dict[str, Any], part: str, row: dict[str, Any], wanted: dict[str, float]
) -> None:
    """Each base by its own arithmetic, and nothing found wrong."""
    read = _read(_with_part(base, main, part, row))
    assert {key: s.total for key, s in read.sizes.items()} == pytest.approx(wanted)
    assert read.findings == ()


@pytest.mark.parametrize(
    ("base", "main", "part", "row", "wanted"), WITH_PARTS, ids=[b for b, *_ in WITH_PARTS]
)
def test_parts_that_do_not_go_together_are_found(
    base: str, main: dict[str, Any], part: str, row: dict[str, Any], wanted: dict[str, float]
) -> None:
    """Wrong by far more than cloth eases or a maker trims; and a part that is missing is asked for."""
    wrong = (
        {**row, "height": row["height"] + 40}
        if base == "side_panels"
        else {**row, "width": row["width"] - 60}
    )
    assert [f.level for f in _read(_with_part(base, main, part, wrong)).findings] == ["stop"]
    data = _with_part(base, main, part, row)
    del data["rows"][-1]
    assert [f.level for f in _read(data).findings] == ["stop"]


@pytest.mark.parametrize(("base", "row", "wanted"), BY_HAND, ids=[b for b, *_ in BY_HAND])
def test_a_bag_from_its_cuts(base: str, row: dict[str, Any], wanted: tuple[float | None, ...]) -> None:
    """Each base by its own arithmetic."""
    names = ("width", "height", "depth", "flat_opening")
    expected = {name: mm for name, mm in zip(names, wanted, strict=True) if mm is not None}
    assert _sizes(_list(base, row)) == expected


def test_a_box_pouch_in_one_piece_from_its_cuts() -> None:
    """276 ÷ 2 + 2 − 60; 280 − 20 − 60."""
    allowances = {"end": 10, "zip": 6, "tape": 28}
    row = {"width": 280, "height": 276, "corner": 30, "folded": True}
    wanted = {"length": 200, "breadth": 80, "height": 60, "flat_opening": 260}
    assert _sizes(_list("box_pouch", row, top="zip", allowances=allowances)) == wanted


@pytest.mark.parametrize("folded", [False, True])
def test_a_box_pressed_with_its_zip_at_one_edge_from_its_cuts(folded: bool) -> None:
    """280 − 20 − 60, twice 30, 148 + 2 − 10 − 60: breadth and height have changed places."""
    allowances = {"end": 10, "base": 10, "zip": 6, "tape": 28}
    row = {"width": 280, "height": 148, "corner": 30, "zip_at_edge": True}
    if folded:
        row |= {"height": 276, "folded": True}
        del allowances["base"]
    wanted = {"length": 200, "breadth": 60, "height": 80, "flat_opening": 260}
    assert _sizes(_list("box_pouch", row, top="zip", allowances=allowances)) == wanted


def test_a_box_pouch_cut_out_in_one_piece_from_its_cuts() -> None:
    """276 ÷ 2 + 2 − 60; 280 − 20 − 60; 2 (33 − 10 + 7) = 2 (23 + 7)."""
    allowances = {"end": 10, "corner": 7, "zip": 6, "tape": 28}
    row = {"width": 280, "height": 276, "cut_out": {"across": 33, "up": 23}, "folded": True}
    wanted = {"length": 200, "breadth": 80, "height": 60, "flat_opening": 260}
    assert _sizes(_list("box_pouch_cut", row, top="zip", allowances=allowances)) == wanted


def test_a_pleated_pouch_from_its_cuts() -> None:
    """190 − 20; 137 + 2 − 8 − 36, twice 18 of it folded in."""
    allowances = {"end": 10, "base": 8, "zip": 6, "tape": 28}
    row = {"width": 190, "height": 137, "corner": 18}
    wanted = {"length": 170, "breadth": 95, "height": 36, "flat_opening": 170}
    assert _sizes(_list("pleated", row, top="zip", allowances=allowances)) == wanted


@pytest.mark.parametrize(
    ("corner", "more"),
    [
        # 60 − 10
        ({"radius": 60}, {"base.lower": "round", "base.radius": 50}),
        # 45.8579 − 10 (2 − √2)
        ({"corner": 45.857864}, {"base.lower": "clipped", "base.clip": 40}),
    ],
)
def test_a_bag_with_rounded_or_clipped_corners_from_its_cuts(
    corner: dict[str, float], more: dict[str, Any]
) -> None:
    """260 − 20; 145 − 10 − 15. A row that says nothing of its corners is asked for them."""
    row = {"width": 260, "height": 145, **corner}
    data = _list("rounded", row, allowances={"side": 10, "top": 15})
    assert _sizes(data) == {"width": 240, "height": 120, "flat_opening": 240}
    told = _read(data).more
    assert {key: round(told[key], 4) if key != "base.lower" else told[key] for key in more} == more
    data["rows"][0] = {k: v for k, v in data["rows"][0].items() if k not in corner}
    assert [f.level for f in _read(data).findings] == ["stop"]


def test_a_gusset_all_round_is_read_from_its_parts() -> None:
    """220 by 150 by 70, r 40: 671.33 round, 265 of it the zip panel; a tape of 28 sewn in at 6."""
    allowances = {"gusset": 10, "end": 10, "zip": 6, "tape": 28}
    rows = [
        {"role": "outer", "count": 2, "width": 240, "height": 170, "radius": 50},
        {"role": "outer", "part": "zip strip", "count": 2, "width": 285, "height": 43},
        {"role": "outer", "part": "gusset", "count": 1, "width": 427, "height": 90},
    ]
    data = {"base": "all_round", "top": "zip_unlined", "allowances": allowances, "rows": rows}
    assert _sizes(data) == {"width": 220, "height": 150, "depth": 70, "flat_opening": 265}
    assert _read(data).findings == ()
    assert [f.key for f in _read({**data, "rows": rows[:1]}).findings] == ["no-gusset"]


def test_a_zip_from_base_to_base_is_read_from_its_panels() -> None:
    """196 + 4, 148 + 2 − 10, 38 + 2 round its corners: 200 + 2 × 140 − 80 + 40 π − 80 along its zip."""
    allowances = {"base": 10, "zip": 6, "tape": 28}
    row = {"width": 196, "height": 148, "radius": 38}
    sizes = _sizes(_list("zip_round", row, top="zip_unlined", allowances=allowances))
    assert {key: mm for key, mm in sizes.items() if key != "flat_opening"} == {"width": 200, "height": 140}
    assert sizes["flat_opening"] == pytest.approx(200 + 280 - 160 + 40 * math.pi)
    data = _list("zip_round", {"width": 196, "height": 148}, top="zip_unlined", allowances=allowances)
    assert [f.level for f in _read(data).findings] == ["stop"]


def test_every_base_is_here() -> None:
    """A new base brings its row."""
    told = {
        "traced",
        "pleated",
        "rounded",
        "all_round",
        "zip_round",
        *(base for base, *_ in (*BOXES, *BY_HAND, *WITH_PARTS)),
    }
    assert told == set(GRAMMAR.slots["base"])


@pytest.mark.parametrize(("base", "row", "wanted"), BY_HAND, ids=[b for b, *_ in BY_HAND])
def test_the_draft_of_that_bag_cuts_the_same(
    base: str, row: dict[str, Any], wanted: tuple[float, ...]
) -> None:
    """The other direction, from the same hand-worked figures."""
    width, height, depth, _ = wanted
    size = {"width": width, "height": height, **({"depth": depth} if depth is not None else {})}
    spec = {"unit": "mm", "size": size, "base": {"kind": base}, "allowances": ALLOWANCES}
    outer = drafted(spec).cut_list.rows[0].model_dump(exclude_defaults=True)
    assert outer == {"role": "outer", "count": 2, **row}


def test_lengths_in_a_cut_list_may_carry_their_units() -> None:
    """Millimetres as numbers, anything else as texts: the same bag."""
    data = _list("seamed", {"width": "48.4 cm", "height": "364 mm"})
    data["allowances"] = {"side": "1.2 cm", "base": 9, "top": "15 mm"}
    assert _sizes(data) == {"width": 460, "height": 340, "flat_opening": 460}


@pytest.mark.parametrize(
    ("change", "field", "says"),
    [
        ({"base": "spherical"}, "base", "not one of ours"),
        ({"top": "open"}, "top", "not one of ours"),
        ({"rows": []}, "rows", "no row for the outer"),
        ({"allowances": {"base": 9, "corner": 7, "top": 15}}, "allowances.side", "not given"),
        ({"allowances": {"side": 12, "base": 9, "corner": 7}}, "allowances.top", "not given"),
    ],
)
def test_what_is_missing_is_asked_for_by_name(change: dict[str, Any], field: str, says: str) -> None:
    """The field, the reason and what would be right."""
    with pytest.raises(SpecProblems) as caught:
        _read({**_list("boxed", BY_HAND[0][1]), **change})
    problem = caught.value.problems[0]
    assert problem.field == field
    assert says in problem.why
    assert problem.fix


@pytest.mark.parametrize("base", ["boxed", "boxed_after", "boxed_pinched", "folded_in"])
def test_a_corner_that_is_not_told_is_a_stop(base: str) -> None:
    """Without it there is no depth to read."""
    found = _read(_list(base, {"width": 484, "height": 364})).findings
    assert [f.level for f in found] == ["stop"]
    assert "Give" in found[0].fix


def test_a_strap_that_no_hand_enters_has_no_drop() -> None:
    """It is read all the same."""
    strap = {"count": 2, "length": 230, "width": 100, "make": "four_fold", "attach": "in_seam"}
    data = _list("boxed", BY_HAND[0][1], straps=[{**strap, "past": 25, "gap": 200, "hold": 60}])
    (read,) = _read(data).straps
    assert (read.width, read.visible, read.drop) == (25, 150, None)


def test_reading_never_changes_its_list() -> None:
    """The same list reads the same twice."""
    made = drafted(tote(depth=97, grid={"step": 5})).cut_list
    before = made.model_dump()
    assert read_back(made, readers(GRAMMAR)) == read_back(made, readers(GRAMMAR))
    assert made.model_dump() == before


def test_two_panels_of_one_layer_have_to_make_the_same_bag() -> None:
    """The under edges of a lap are longer by it; a panel that is wider by more is found."""
    over, under = {"width": 430, "height": 380}, {"width": 454, "height": 392, "under": True}
    data = _list("seamed", {**over, "count": 1}, seams={"side": "lapped", "base": "lapped"})
    data |= {"top": "raw_edge", "allowances": {"side": 12, "base": 12}}
    data["rows"].append({"role": "outer", "count": 1, **under})
    assert _read(data).findings == ()
    data["rows"][1]["width"] += 7
    assert [f.key for f in _read(data).findings] == ["panels-differ-width", "panels-differ-flat-opening"]
