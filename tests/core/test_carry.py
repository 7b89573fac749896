"""Straps that are no pair, and strips that are stretched: cut, said, read back and begun again."""

from typing import Any

import pytest

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.grammar.carry.fields import PAIRS
from ambitus.core.grammar.fitting import visible
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.read.begin import begun_from
from ambitus.core.shown.present import sentence
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from bags import drafted, tote

ONE = {"attach": "at_sides", "drop": 500, "held": "shoulder"}
KNIT = {"stretched": "stretched", "stretches_to": 250, "narrows_to": 40}


def _found(*carry: dict[str, Any]) -> set[str]:
    return {f.rule.id for f in findings(drafted(tote(360, 400, 100, carry=list(carry))))}


def _again(made: Draft) -> Draft:
    names = GRAMMAR.listed(made.cut_list.top, made.cut_list.seams.values())
    return drafted(begun_from(made.cut_list, made.read, names, made.bag.unit))


def test_one_strap_goes_from_side_to_side() -> None:
    """Cut once, as long as its drop over a mouth that stands open: 2 √(500² + ((360 − 110) ÷ 2)²) + 110."""
    made = drafted(tote(360, 400, 100, carry=[ONE], allowances={"top": 10}))
    strap = made.piece("strap")
    visible = 2 * (500**2 + 125**2) ** 0.5 + 110
    assert strap.count == 1
    assert strap.size("length") == made.bag.grid.fit(visible + 2 * (10 + 25))
    (row,) = made.cut_list.straps
    assert (row.count, row.gap) == (1, 360)
    said = "".join(token.text for token in sentence(made.bag, View("mm", "mm")))
    assert ", one strap folded in four, from side to side, " in said
    assert "two straps" not in said
    assert not [s for s in made.steps if "straps" in s.title]


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("strap", [ONE, KNIT, {**ONE, **KNIT, "make": "edges_turned"}])
def test_straps_begin_again_from_their_cut_list(strap: dict[str, Any], unit: str) -> None:
    """As many, as long and as wide as they were cut."""
    cloth = {"outer": "jersey"} if "stretched" in strap else {}
    made = drafted({**tote(360, 400, 100, carry=[strap], cloth=cloth), "unit": unit})
    again = _again(made)
    for one, other in zip(made.read.straps, again.read.straps, strict=True):
        assert (one.width, one.visible) == pytest.approx((other.width, other.visible), abs=0.1)
    cut = [(p.count, p.size("length"), p.size("width")) for p in made.pieces if p.layer == "strap"]
    new = [(p.count, p.size("length"), p.size("width")) for p in again.pieces if p.layer == "strap"]
    assert [c for c, _, _ in cut] == [c for c, _, _ in new]
    for one_cut, new_cut in zip(cut, new, strict=True):
        assert one_cut == pytest.approx(new_cut, abs=made.bag.grid.step + 1e-6)


def test_a_strap_in_the_middle_of_a_side_keeps_clear_of_a_pair() -> None:
    """Both 25 wide, 3 between them: the pair's centre lies 28 from the side seam at least."""
    assert "straps-overlap" in _found(ONE, {"from_side": 27.9})
    assert "straps-overlap" not in _found(ONE, {"from_side": 28})
    assert "straps-overlap" in _found({"from_side": 27.9}, ONE)
    assert "straps-overlap" not in _found({"from_side": 28}, ONE)
    assert "straps-overlap" in _found(ONE, ONE)


def test_what_a_strap_hides_is_not_asked_of_it() -> None:
    """It lies in the middle of the sides: nothing places it."""
    made = drafted(tote(360, 400, 100, carry=[ONE, {}]))
    hidden = {str(p) for p in made.bag.kinds.carry[0].attach.hides}
    assert "carry.from_side" in hidden
    params = made.bag.kinds.param_at
    paths = [f"carry.{n}.from_side" for n in (0, 1)]
    assert [visible(path, params[path], made.bag) for path in paths] == [False, True]


@pytest.mark.parametrize(
    ("base", "where"),
    [
        ({"kind": "boxed"}, "on a side seam"),
        ({"cut_as": "wrapped"}, "its mark on the side opposite"),
        ({"kind": "side_panels"}, "the middle of a side panel"),
        ({"kind": "gusset"}, "the middle of an end of the gusset strip"),
    ],
)
def test_it_is_said_where_its_ends_lie(base: dict[str, str], where: str) -> None:
    """By what this bag has at its sides."""
    made = drafted(tote(360, 400, 100, carry=[ONE], base=base))
    (step,) = (s for s in made.steps if s.key == "strap 0 baste")
    assert where in step.say


def test_beside_one_strap_a_pair_for_the_hand_is_added() -> None:
    """Made like it, and not a second strap in the same place."""
    spec = Spec.model_validate(tote(360, 400, 100, carry=[{**ONE, "make": "tube"}]))
    added = pick(spec, PAIRS, "2", GRAMMAR)
    made = drafted(added.model_dump(exclude_unset=True))
    assert [strap.attach.kind for strap in made.bag.kinds.carry] == ["at_sides", "in_seam"]
    assert [strap.make.kind for strap in made.bag.kinds.carry] == ["tube", "tube"]
    assert "straps-overlap" not in {f.rule.id for f in findings(made)}
