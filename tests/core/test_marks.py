"""Marks and fields that lie where they are told: found by changing the core in one place at a time."""

import pytest

from ambitus.core.checks.amounts import placed_at
from ambitus.core.draft import Draft
from ambitus.core.grammar.fitting import visible
from bags import drafted, tote


def _shown(made: Draft, path: str) -> bool:
    return visible(path, made.bag.kinds.param_at[path], made.bag)


def test_a_field_is_seen_where_its_choice_turns_it_on() -> None:
    """A drop or a length, a hem's own sliver, the height of a bottom that is asked for."""
    by_drop, by_length = drafted(tote()), drafted(tote(carry=[{"measure": "length"}]))
    assert (_shown(by_drop, "carry.0.drop"), _shown(by_drop, "carry.0.length")) == (True, False)
    assert (_shown(by_length, "carry.0.drop"), _shown(by_length, "carry.0.length")) == (False, True)
    assert not _shown(by_drop, "cloth.bottom_height")
    assert _shown(drafted(tote(cloth={"bottom": "contrast"})), "cloth.bottom_height")


def test_a_strap_folded_in_four_is_creased_at_its_quarters() -> None:
    """Of a strip 100 wide at 25, 50 and 75."""
    strap = drafted(tote(carry=[{"width": 25}])).piece("strap")
    folds = [m for m in strap.marks if m.kind == "crease"]
    ys = sorted({round(y, 6) for m in folds for _, y in m.points})
    low = strap.box[1]
    assert [y - low for y in ys] == [25, 50, 75]


def test_a_round_base_is_drawn_with_half_its_diameter() -> None:
    """200, and 10 all round: a compass opened 110."""
    spec = {"unit": "mm", "size": {"diameter": 200, "height": 250}, "base": {"kind": "circle"}}
    made = drafted({**spec, "allowances": {"general": 10}, "carry": []})
    base = next(p for p in made.pieces if p.part == "base" and p.layer == "outer")
    opened = [s.total for m in base.marks for _, s in m.readings if s.label == "Compass opening"]
    assert opened == [110]


def test_the_strip_of_a_gusset_has_its_middle_in_its_middle() -> None:
    """Cut in three, the part under the base is marked at half of its own length."""
    made = drafted(tote(base={"kind": "gusset", "strip": "three"}))
    under = [p for p in made.pieces if any(m.label == "Middle of the strip" for m in p.marks)]
    assert under
    for piece in under:
        left, _, right, _ = piece.box
        told = {s.total for m in piece.marks if m.label == "Middle of the strip" for _, s in m.readings}
        assert sorted(told) == pytest.approx([(right - left) / 2])


@pytest.mark.parametrize("place", ["side_seam", "face_edge", "gap"])
def test_where_a_strap_is_put_right_is_where_it_lies(place: str) -> None:
    """What is offered in the field of its place stands for the distance that was meant."""
    made = drafted(tote(carry=[{"place": place}]))
    (hang,) = made.hangs
    field = {"side_seam": "from_side", "face_edge": "from_face", "gap": "gap"}[place]
    value = placed_at(made.bag, made.form, hang, 90)
    again = drafted(tote(carry=[{"place": place, field: value}]))
    assert again.hangs[0].offset == pytest.approx(90)
