"""What a tape teaches: a maker with bites of their own is learned, and what is proposed brings it nearer."""

import random
from typing import Any

import numpy as np
import pytest

from ambitus.core.draft import Draft, readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.learning.bites import TAPE, Bite, Learned, Taped, learned
from ambitus.core.learning.calibrations import Found, Where, calibrations
from ambitus.core.learning.measured_back import came_from
from ambitus.core.learning.standing import at_bites, read_as_sewn, standing
from ambitus.core.making.work_done import planned_of
from ambitus.core.read.back import read_back
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted
from bags import tote

BAGS: dict[str, dict[str, Any]] = {
    "boxed": tote(331, 287, 118),
    "seamed": tote(331, 287, 0, base={"kind": "seamed"}),
    "gusset": tote(331, 287, 118, base={"kind": "gusset"}),
    "round": {
        "unit": "mm",
        "base": {"kind": "circle"},
        "size": {"diameter": 211, "height": 263},
        "carry": [],
    },
    "bound": tote(331, 287, 118, top={"kind": "bound"}),
    "pieced": tote(331, 287, 118, cloth={"made": "strips", "strip": 53}),
}


def _draft(spec: dict[str, Any]) -> tuple[Spec, Draft]:
    given = Spec.model_validate(spec)
    return given, drafted(given)


def _could_read(made: Draft) -> list[tuple[str, float, dict[str, int]]]:
    """Return every reading of the work whose way crosses a seam."""
    return [
        (f"{step.key}/{read.id}", read.mm, dict(read.crosses))
        for step in made.steps
        for read in step.reads
        if read.crosses
    ]


def _read(made: Draft, true: dict[str, float], chance: random.Random) -> list[Taped]:
    """Return what a maker reads whose seams are so much deeper: a tape that is ± 1 mm, read to 1 mm."""
    out = []
    for id_, mm, crosses in _could_read(made):
        off = sum(k * true.get(seam, 0.0) for seam, k in crosses.items())
        out.append(Taped(id_, mm, round(mm - off + chance.uniform(-1, 1)), crosses))
    return out


def test_a_reading_to_a_coarser_step_says_less() -> None:
    """The tape and half a step, over all edges crossed: an inch tape is not read to a millimetre."""
    fine, coarse = (
        learned([Taped("a", 400, 402, {"side": 2}, step)], {"side": 10}) for step in (1.0, 25.4 / 8)
    )
    assert fine.bites["side"].spread == pytest.approx((TAPE**2 + 0.25) ** 0.5 / 2)
    assert coarse.bites["side"].spread > fine.bites["side"].spread
    assert (fine.bites["side"].as_planned, coarse.bites["side"].as_planned) == (False, True)
    assert not coarse.found


@pytest.mark.parametrize("name", BAGS)
def test_a_maker_is_learned_to_within_the_noise(name: str) -> None:
    """200 makers with bites of their own: what is learned of a class is off as seldom as its spread says."""
    _, made = _draft(BAGS[name])
    chance, off = random.Random(name), []
    for _ in range(200):
        true = {seam: chance.gauss(0, 1.2) for seam in planned_of(made)}
        found = learned(_read(made, true, chance), planned_of(made))
        off += [(bite.deeper - true[seam]) / bite.spread for seam, bite in found.bites.items()]
    assert off
    # a uniform tape of ± 1 and rounding to 1 are a spread of 0.65 together, told as 0.86
    assert np.mean(np.abs(off) <= 2) > 0.95
    assert abs(np.mean(off)) < 0.25


@pytest.mark.parametrize("name", BAGS)
def test_what_a_reading_crosses_is_what_the_reader_takes_of_it(name: str) -> None:
    """Every seam so much deeper, the pieces read again by the other arithmetic: the mouth is as much less."""
    _, made = _draft(BAGS[name])
    for id_, mm, crosses in _could_read(made):
        if not id_.endswith(("mouth_flat", "mouth_round", "tube_round")):
            continue
        bites = {seam: Bite(seam, planned_of(made)[seam], 0.5 + n, 0.1, 1) for n, seam in enumerate(crosses)}
        flat = read_as_sewn(made, bites).mm("flat_opening") * (1 if id_.endswith("flat") else 2)
        assert mm - flat == pytest.approx(sum(k * bites[seam].deeper for seam, k in crosses.items())), id_


def test_classes_that_no_reading_tells_apart_are_said_together_with_what_settles_it() -> None:
    """Height crosses two classes: their sum is said; a reading of one alone settles both."""
    both = Taped("height", 280, 284, {"top": 1, "corner": 1})
    others = {"hem": {"top": 2}, "front": {"side": 2}, "height": {"top": 1, "corner": 1}}
    found = learned([both], {"top": 10, "corner": 10}, others)
    assert not found.bites
    (told,) = found.together
    assert (told.seams, told.more, told.by) == (("corner", "top"), -4, ("hem",))
    now = learned([both, Taped("hem", 100, 104, {"top": 2})], {"top": 10, "corner": 10})
    assert not now.together
    assert {seam: round(bite.mm, 6) for seam, bite in now.bites.items()} == {"corner": 8, "top": 8}


def test_what_is_within_the_tapes_own_error_is_not_said() -> None:
    """A millimetre over two classes is nothing to go by."""
    assert not learned([Taped("h", 280, 281, {"top": 1, "corner": 1})], {"top": 10, "corner": 10}).together


def test_a_reading_that_no_seam_explains_is_asked_for_again() -> None:
    """Over 4 mm an edge: it teaches nothing until it is read once more."""
    at, over = Taped("a", 400, 408, {"side": 2}), Taped("a", 400, 408.5, {"side": 2})
    assert learned([at], {"side": 10}).again == ()
    found = learned([over, Taped("b", 400, 402, {"side": 2})], {"side": 10})
    assert (found.again, found.bites["side"].mm) == (("a",), 9.0)


def _outer_sewn(made: Draft) -> tuple[set[str], set[str]]:
    """Return the pieces and seams of a bag whose outer is sewn, and nothing else is cut."""
    cut = {piece.key for piece in made.pieces if piece.layer == "outer"}
    return cut, {seam.key for seam in made.seams if seam.key.startswith("outer ")}


def test_a_lining_that_is_still_to_be_cut_stays_as_it_is() -> None:
    """Front 400 reads 402: at a bite of 9 a lining of 420 is 402, as the outer; 418 would be 2 too small."""
    spec, made = _draft(tote(400, 300, 0, base={"kind": "seamed"}))
    found = learned([Taped("front", 400, 402, {"side": 2})], planned_of(made)).found
    cut, sewn = _outer_sewn(made)
    stands = standing(spec, made, found, cut, (), sewn, drafted)
    lining = made.piece("lining")
    assert lining.key in stands.fits
    assert lining.size("width") - 2 * found["side"].mm == 402
    assert not stands.recut
    assert [(one.planned, one.now) for one in stands.sizes] == [(400, 402)]
    # another bag, of which nothing is cut, is cut for the size that was asked for
    assert {(c.piece, c.key, c.was, c.now) for c in stands.another} >= {("outer panel", "width", 420, 418)}


def test_a_lining_that_is_cut_is_sewn_as_deep_as_the_outer_and_never_too_shallow() -> None:
    """Cut 420 for an outer of 402: 9 a seam. Where that would be under 6 it is 6."""
    spec, made = _draft(tote(400, 300, 0, base={"kind": "seamed"}))
    cut = {piece.key for piece in made.pieces}
    _, sewn = _outer_sewn(made)
    for read, at in ((402, 9.0), (396, 12.0)):
        found = learned([Taped("front", 400, read, {"side": 2})], planned_of(made)).found
        told = standing(spec, made, found, cut, (), sewn, drafted).sew_on
        assert [(one.layer, one.seam, one.at) for one in told] == [("lining", "side", at)]
        assert made.piece("lining").size("width") - 2 * told[0].at == pytest.approx(read)
    narrow, made = _draft(tote(400, 300, 0, base={"kind": "seamed"}, allowances={"side": 7}))
    found = learned([Taped("front", 400, 404, {"side": 2})], planned_of(made)).found
    told = standing(narrow, made, found, {p.key for p in made.pieces}, (), sewn, drafted).sew_on
    assert [one.at for one in told] == [6.0]


@pytest.mark.parametrize("name", ["bound", "round"])
def test_what_follows_the_mouth_fits_what_stands(name: str) -> None:
    """In 95 of 100 changes the new ring is nearer the mouth as it is; and never off by more than the tape."""
    spec, made = _draft({**BAGS[name], "top": {"kind": "bound" if name == "bound" else "bands"}})
    along = ("binding", "length") if name == "bound" else ("band", "width")
    cut, sewn = _outer_sewn(made)
    chance, nearer = random.Random(7), []
    for _ in range(150):
        true = {seam: chance.gauss(0, 1.5) for seam in planned_of(made)}
        found = learned(_read(made, true, chance), planned_of(made)).found
        stands = standing(spec, made, found, cut, (), sewn, drafted)
        change = next((one for one in stands.recut if (one.piece, one.key) == along), None)
        if change is None:
            continue
        deeper = {seam: Bite(seam, mm, true[seam], 0.1, 1) for seam, mm in planned_of(made).items()}
        mouth = read_as_sewn(made, deeper).mm("flat_opening") - made.form.mm("flat_opening")
        share = 2 if name == "bound" else 1
        off, was = abs(change.now - change.was - share * mouth), abs(share * mouth)
        nearer.append(off <= was)
        assert off <= 4 * share * (1 + 0.5) + made.bag.grid.step
    assert len(nearer) > 40
    assert np.mean(nearer) >= 0.95


@pytest.mark.parametrize("name", ["seamed", "boxed", "gusset", "round"])
def test_another_bag_cut_at_the_bites_is_nearer_what_was_asked_for(name: str) -> None:
    """Sewn by the same hands: the mouth comes out nearer in 95 of 100, by the other arithmetic."""
    spec, made = _draft(BAGS[name])
    chance, nearer = random.Random(11), []
    asked, plain = made.form.mm("flat_opening"), readers(GRAMMAR)
    for _ in range(150):
        true = {seam: chance.gauss(0, 1.5) for seam in planned_of(made)}
        found = learned(_read(made, true, chance), planned_of(made)).found
        other = drafted(at_bites(spec, found))
        seams = set(found) & {"side", "gusset"}
        if not seams or other.cut_list.rows[0].width == made.cut_list.rows[0].width:
            continue
        sewn = {
            seam: mm + true[seam] if seam in true else mm for seam, mm in made.cut_list.allowances.items()
        }
        mouths = [
            read_back(one.cut_list.model_copy(update={"allowances": sewn}), plain).mm("flat_opening")
            for one in (made, other)
        ]
        off_before, off_now = (abs(mm - asked) for mm in mouths)
        nearer.append(off_now <= off_before + 1e-6)
        assert off_now <= off_before + 4 * TAPE
    assert len(nearer) > 40
    assert np.mean(nearer) >= 0.95


def test_where_a_size_comes_from_adds_up() -> None:
    """What the seams made and what is left are what the tape read more."""
    bites = {"side": Bite("side", 10, -1.0, 0.3, 3), "top": Bite("top", 10, 0.2, 0.3, 1)}
    told = came_from(Taped("mouth", 460, 463, {"side": 2, "top": 1}), bites)
    assert (told.more, told.seams, told.rest) == (3.0, (("side", 2.0),), 1.0)
    assert told.rest + sum(mm for _, mm in told.seams) == told.more


def test_what_several_makings_say_together() -> None:
    """Weighed by their spread; as wide as they differ; under three readings no fact."""
    here, there = Where("Orla", "", "edge", "Canvas", "side"), Where("Orla", "", "zip", "Canvas", "side")
    one, many = Found(here, 9.0, 0.4, 1, "2026-10"), Found(here, 9.3, 0.2, 4, "2026-11")
    (known,) = calibrations([one, many])
    assert known.mm == pytest.approx((9.0 / 0.16 + 9.3 / 0.04) / (1 / 0.16 + 1 / 0.04))
    assert (known.readings, known.makings, known.first_at, known.last_at) == (5, 2, "2026-10", "2026-11")
    assert [c.fact for c in calibrations([one, Found(there, 9.0, 0.4, 2, "2026")])] == [False, False]
    apart = calibrations([Found(here, 8.0, 0.2, 2, "a"), Found(here, 10.0, 0.2, 2, "b")])[0]
    assert apart.spread == pytest.approx(1.0)


def test_nothing_read_is_nothing_learned() -> None:
    """No reading, or one that crosses nothing: nothing is said."""
    assert learned([], {}) == Learned({}, (), ())
    assert learned([Taped("depth", 120, 121, {})], {"side": 10}) == Learned({}, (), ())
