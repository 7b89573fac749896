"""Panels made of two pieces, and pieces of two layers: joined again they are the bag without a join."""

from typing import Any

import pytest
from hypothesis import given, settings
from shapely import Polygon

from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.cut import pieces
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.grammar.cloth import bottom
from ambitus.core.grammar.top import facing
from ambitus.core.lengths import View
from ambitus.core.read.begin import begun_from
from ambitus.core.shown.present import sentence
from bags import BANDS, chose_at, drafted, mm_at, sizes_of, tote, totes
from conftest import examples
from core.proofs import eaten, past_the_edge, top_eats

SEWN = ("outer", "lining")
#: a bottom of 80 and a facing of 50, all seams 10
BOTH = {
    "cloth": {"bottom": "contrast", "bottom_height": 80},
    "top": {"facing": "faced", "facing_height": 50},
    "allowances": {"general": 10},
}


def _without_bands(spec: dict[str, Any]) -> dict[str, Any]:
    out = {**spec}
    for path in BANDS:
        slot, leaf = path.split(".")
        out[slot] = {k: v for k, v in out.get(slot, {}).items() if k != leaf}
    return out


def _area(piece: Piece) -> float:
    return Polygon(flattened(piece.cut, piece.bends)).area


def _out_of_reach(draft: Draft) -> bool:
    return any("out-of-reach" in f.rule.id for f in findings(draft))


def _proved(spec: dict[str, Any], *, rounded: bool) -> None:
    """Assert that *spec* is the same bag as its like without bands, cut of more pieces."""
    made, plain = drafted(spec, rounded=rounded), drafted(_without_bands(spec), rounded=rounded)
    bag, join = made.bag, mm_at(made.bag, "allowances.join")
    assert [w.seam.key for w in made.walked if not w.agrees] == []
    assert {k: s.total for k, s in made.read.sizes.items()} == pytest.approx(
        {k: s.total for k, s in plain.read.sizes.items()}, abs=1e-4
    )
    assert [f for f in made.read.findings if f.level == "stop"] == []
    doubled = 2 if chose_at(bag, "cloth.doubled", "doubled") else 1
    for layer in {p.layer for p in plain.pieces if p.layer in SEWN}:
        layers = doubled if layer == "outer" else 1
        mine = [p for p in made.pieces if p.layer == layer]
        bands = [p for p in mine if p.cut_off]
        # joins meet at every seam: bands are as high as each other, at sides that end lower by so much less
        lower = made.form.lower_sides
        levels = {round(p.size("height") + (lower if p.part == "side" else 0.0), 3) for p in bands}
        near = (
            bag.grid.step
            if any(kind.laps for kind in (bag.kinds.seams, *bag.kinds.seams_by_class.values()))
            else 0
        )
        assert not levels or max(levels) - min(levels) <= near + 0.002
        twice = sum(2 * join * p.size("width") * p.count for p in bands) / layers
        whole = sum(_area(p) * p.count for p in plain.pieces if p.layer == layer)
        # where a lap makes two panels different, each is brought to the grid by itself
        laps = any(kind.laps for kind in (bag.kinds.seams, *bag.kinds.seams_by_class.values()))
        own = bag.grid.step * max(p.size("width") for p in mine) if laps else 0.0
        assert sum(_area(p) * p.count for p in mine) / layers == pytest.approx(
            whole + twice, rel=1e-5, abs=own
        )
        # gaps and notches at the top follow their pieces; what is marked at the base stays where it was
        stay = ("cut-out", "clip")
        drawn, before = (
            # panels that differ in make are marked alike
            sorted(
                {
                    m.points
                    for p in d.pieces
                    if p.layer == layer
                    for m in p.marks
                    if m.kind in stay and m.points
                }
            )
            for d in (made, plain)
        )
        if bag.kinds.base.kind != "gusset":
            assert drawn == before
    if _out_of_reach(made):
        return
    if chose_at(bag, "cloth.bottom", "contrast"):
        level, step = made.form.mm("bottom"), bag.grid.step
        assert abs(level - mm_at(bag, "cloth.bottom_height")) <= step + 1e-4
        main = next(p for p in made.pieces if p.division == "upper" and not p.part)
        assert main.size("height") - past_the_edge(made) - join == pytest.approx(
            made.form.height - level, abs=1e-4
        )
    if chose_at(bag, "top.facing", "faced"):
        facing = next(p for p in made.pieces if p.division == "facing" and not p.part)
        off = facing.size("height") - top_eats(made) - join - mm_at(bag, "top.facing_height")
        assert abs(off) <= bag.grid.step + 1e-4
        assert (facing.looks, facing.material) == ("outer", bag.cloth("outer").label)
    order = [s.key for s in made.steps]
    for first, then in (
        ("join bottom", "outer sides"),
        ("join facing", "lining sides"),
        ("baste doubled", "join bottom"),
    ):
        if first in order and then in order:
            assert order.index(first) < order.index(then)


@settings(max_examples=examples(80), deadline=None)
@given(totes(bands=True))
def test_before_rounding_a_divided_bag_is_the_whole_one(spec: dict[str, Any]) -> None:
    """The same sizes, seams that walk, the same cloth and what the joins take."""
    _proved(spec, rounded=False)


@settings(max_examples=examples(80), deadline=None)
@given(totes(bands=True))
def test_on_the_grid_a_divided_bag_is_the_whole_one(spec: dict[str, Any]) -> None:
    """Dividing a panel moves no size of the bag."""
    _proved(spec, rounded=True)


#: what hunts have found: a join moved to where it has room, beside panels that end lower by a bit of a line
FOUND = (
    {
        "unit": "cm",
        "grid": {"step": 1.0, "rounding": "up"},
        "size": {"width": 84.39, "height": 372.21, "depth": 70.81},
        "base": {"kind": "side_panels", "step": 23.13},
        "top": {"kind": "pressed_edges", "turn": 12.35, "facing": "faced", "facing_height": 20.0},
        "seams": {"kind": "felled"},
        "allowances": {"side": 9.0, "base": 13.93, "join": 25.0},
    },
    {
        "unit": "mm",
        "grid": {"step": 1.0, "rounding": "nearest"},
        "size": {"width": 200, "height": 180, "depth": 90},
        "base": {"kind": "side_panels", "step": 30.4},
        "top": {"facing": "faced", "facing_height": 12},
        "seams": {"kind": "felled"},
        "carry": [{"make": "clean_edge", "attach": "in_seam"}],
    },
)


@pytest.mark.parametrize("spec", FOUND, ids=["pressed edges", "a strap in the top seam"])
def test_bands_agree_also_where_their_join_was_moved(spec: dict[str, Any]) -> None:
    """They were 58.13 and 71.0: of the side panel, on no grid, the move was taken for rounding."""
    _proved(spec, rounded=True)
    facings = [p for p in drafted(spec).pieces if p.division == "facing"]
    assert len(facings) == 2
    for piece in facings:
        moved, grid = (
            [t for t in piece.sums["height"].terms if t.label == label]
            for label in ("To where a join has room", "To the cutting grid")
        )
        assert len(moved) == 1
        assert all(abs(t.mm) <= 1.0 for t in grid)


@pytest.mark.parametrize(
    ("base", "upper", "bottom"),
    [
        # 280 − 80 + 10 + 10; 80 + half of 120 + 10 + 10; on a fold twice 80 + 10
        ("seamed", 220, 100),
        ("boxed", 220, 160),
        ("folded", 220, 180),
        ("circle", 220, 100),
        ("side_panels", 220, 160),
    ],
)
def test_a_bottom_by_its_visible_height(base: str, upper: float, bottom: float) -> None:
    """Cut so that 80 shows above the edge the bag stands on; what lies under comes on top."""
    size = sizes_of(base)
    made = drafted({"unit": "mm", "size": size, "base": {"kind": base}, **BOTH})
    heights = {p.division: p.size("height") for p in made.pieces if p.layer == "outer" and not p.part}
    assert heights == {"upper": upper, "bottom": bottom}
    assert {p.material for p in made.pieces if p.division == "bottom" and p.layer == "outer"} == {"Denim"}


def test_a_facing_takes_its_place_of_the_lining() -> None:
    """y + st + sj = 70; H − y + sj and the base's terms: 280 − 50 + 10 + 60 + 10 = 310."""
    made = drafted(tote(**BOTH))
    assert [(p.name, p.size("height")) for p in made.pieces if p.layer == "lining"] == [
        ("Facing", 70),
        ("Lining", 310),
    ]
    words = "".join(t.text for t in sentence(made.bag, View("mm", "mm")))
    assert "A canvas and denim tote" in words
    assert "lined and turned through, faced" in words


def test_the_strip_of_a_gusset_is_clipped_where_its_corner_begins() -> None:
    """A side of 280 less a corner of 40, of which the facing takes 50: 190, and the join’s 10."""
    given = {"unit": "mm", "size": sizes_of("gusset"), "base": {"kind": "gusset", "radius": 40}, **BOTH}
    made = drafted(given)
    strip = next(p for p in made.pieces if p.key == "lining gusset")
    clip = next(m for m in strip.marks if m.kind == "clip" and m.readings)
    assert clip.readings[0][1].total == 200


def test_two_layers_worked_as_one_are_cut_twice_and_read_as_one() -> None:
    """Four outer panels and two of lining; the cut list says so, and makes the same plan again."""
    made = drafted(tote(cloth={"doubled": "doubled"}))
    assert [(p.layer, p.count) for p in made.pieces if p.layer in SEWN] == [("outer", 4), ("lining", 2)]
    assert made.cut_list.layers == 2
    again = begun_from(made.cut_list, made.read, {}, "mm")
    assert again["cloth"]["doubled"] == "doubled"


@pytest.mark.parametrize("base", ["boxed", "folded", "gusset", "side_panels", "circle"])
def test_a_cut_list_with_bands_begins_the_same_plan(base: str) -> None:
    """Read, begun, drafted again: the same pieces."""
    size = sizes_of(base)
    made = drafted({"unit": "mm", "size": size, "base": {"kind": base}, **BOTH})
    again = drafted(begun_from(made.cut_list, made.read, made.bag.kinds.top.listed, "mm"))

    def cut(draft: Draft) -> list[tuple[str, float, float]]:
        return [(p.key, p.size("width"), p.size("height")) for p in draft.pieces if p.layer in SEWN]

    assert cut(again) == cut(made)


def test_a_join_off_the_grid_moves_no_size() -> None:
    """An allowance of the join that is off the grid leaves the bag as it is, and both pieces exact."""
    made = drafted(tote(cloth=BOTH["cloth"], allowances={"join": 7.5}))
    upper, bottom = (p for p in made.pieces if p.layer == "outer")
    assert upper.size("height") + bottom.size("height") - 4 * 7.5 / 2 == pytest.approx(
        drafted(tote()).piece("outer").size("height")
    )
    assert eaten(made, "base") == 10


def _join_counted_once(real: Any) -> Any:
    """A band that is cut without its join."""

    def faulty(face: Any, allowances: Any, grid: Any) -> Any:
        return real(
            face, {**allowances, "join": ()} if face.division in ("upper", "facing") else allowances, grid
        )

    return faulty


def _rest_too_high(real: Any) -> Any:
    """What is left of a panel is cut as if the band began a seam lower."""

    def faulty(form: Any, below: Any, how: Any) -> Any:
        return real(form, lambda face: below(face) + 7 if face.name == "back" else below(face), how)

    return faulty


@pytest.mark.parametrize(
    ("place", "name", "fault"),
    [
        (pieces, "cut_face", _join_counted_once),
        (bottom, "divided", _rest_too_high),
        (facing, "divided", _rest_too_high),
    ],
    ids=["join counted once", "bottom not level", "facing not level"],
)
def test_a_fault_in_dividing_is_caught(
    place: Any, name: str, fault: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Front and back, joins and heights: one of the proofs fails."""
    monkeypatch.setattr(place, name, fault(getattr(place, name)))
    with pytest.raises(AssertionError):
        _proved(tote(**BOTH, seams={"kind": "plain"}), rounded=True)


def test_the_bag_that_faults_are_tried_on_is_sound() -> None:
    """Without a fault nothing fails."""
    _proved(tote(**BOTH, seams={"kind": "plain"}), rounded=True)
