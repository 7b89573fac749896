"""A making as its events tell it: where it stands, what it refuses, what lies ready, what goes meanwhile."""

from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.checks.run import stops
from ambitus.core.draft import Draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.making import events
from ambitus.core.making.events import Event
from ambitus.core.making.lost import lost_after
from ambitus.core.making.state import Happened, State, refuse_event, state_of
from ambitus.core.making.work_done import learned_of, meanwhile, work_done
from ambitus.core.problems import SpecProblems
from ambitus.core.sew import acts
from ambitus.core.sew.simulator import sew
from ambitus.core.shown.bench import BenchShown, bench_shown
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted as drafted_spec
from bags import drafted, tote, totes
from conftest import examples

TOTE = tote(331, 287, 118)
BOUND = tote(331, 287, 118, top={"kind": "bound"}, cloth={"lining_cut": "turn"})


def _stands(made: Draft, *happened: Event) -> State:
    return state_of(made.steps, [Happened(str(n), one) for n, one in enumerate(happened)])


def _done(made: Draft, until: str) -> list[Event]:
    """Return what is said of every step before the one called *until*."""
    keys = [step.key for step in made.steps]
    return [
        events.Done(step=s.key, seconds=60, seen=s.seen, meant=True) for s in made.steps[: keys.index(until)]
    ]


def _shown(spec: dict[str, Any], made: Draft, *happened: Event) -> BenchShown:
    given = Spec.model_validate(spec)
    return bench_shown(given, drafted_spec(given), _stands(made, *happened), "mm", drafted_spec)


@settings(max_examples=examples(120), deadline=None)
@given(totes(GRAMMAR, bands=True))
def test_every_gate_has_its_word_and_every_way_without_back_says_what_is_lost(spec: dict[str, Any]) -> None:
    """Whatever is chosen; and no two steps have one name, for what was done is kept by it."""
    made = drafted(spec)
    keys = [step.key for step in made.steps]
    assert len(set(keys)) == len(keys)
    for step in made.steps:
        assert bool(step.seen) == (step.kind == "gate"), step.key
        assert bool(lost_after(step)) == (step.kind == "no return"), step.key
        assert lost_after(step) != "It cannot be taken back.", (step.key, step.acts)
        assert len({read.id for read in step.reads}) == len(step.reads)


def test_a_making_goes_from_step_to_step_and_back() -> None:
    """Done moves on, going back undoes nothing, and undoing a step leaves it to be done."""
    made = drafted(TOTE)
    first, second, third = (step.key for step in made.steps[:3])
    state = _stands(made, events.Done(step=first, seconds=40), events.Done(step=second, seconds=20))
    assert (state.at, set(state.done), state.seconds) == (third, {first, second}, 60)
    state = _stands(made, events.Done(step=first), events.Went(step=first, seconds=5))
    assert (state.at, set(state.done), state.spent) == (first, {first}, {first: 0, second: 5})
    undone = _stands(made, events.Done(step=first), events.Undid(event="0"))
    assert (undone.at, undone.done) == (first, {})
    assert _stands(made, events.Done(step="no such step")).at == first
    timed = _stands(made, events.Done(step=first, seconds=999), events.Timed(step=first, seconds=30))
    assert timed.seconds == 30


@pytest.mark.parametrize(
    ("event", "code"),
    [
        (events.Done(step="outer nested"), "gate"),
        (events.Done(step="outer nested", seen="even"), "gate"),
        (events.Done(step="cut"), "no-return"),
        (events.Done(step="sewn by nobody"), "no-such-step"),
        (events.Read(step="outer sides", reading="depth", mm=5), "no-such-reading"),
    ],
)
def test_what_cannot_happen_is_refused_by_name(event: Event, code: str) -> None:
    """A gate wants its own word, a point of no return is meant, a reading is one of its step."""
    made = drafted(TOTE)
    with pytest.raises(SpecProblems) as refused:
        refuse_event(made.steps, _stands(made), event)
    (problem,) = refused.value.problems
    assert problem.code == code
    assert problem.fix
    for right in (
        events.Done(step="outer nested", seen="nested"),
        events.Done(step="cut", meant=True),
        events.Read(step="outer sides", reading="mouth_flat", mm=450),
    ):
        refuse_event(made.steps, _stands(made), right)


def test_what_is_cut_and_sewn_follows_from_the_acts() -> None:
    """A lining that is cut in its turn is not cut before; a spoilt piece is to be cut again."""
    made = drafted(BOUND)
    state = _stands(made, *_done(made, "outer base"))
    done = work_done(made, state.done)
    assert done.cut & {"outer panel", "lining panel"} == {"outer panel"}
    assert set(done.sewn) == {"outer side left", "outer side right"}
    assert "outer panel" not in work_done(made, state.done, ["outer panel"]).cut
    assert work_done(made, [step.key for step in made.steps]).cut >= {"outer panel", "lining panel"}


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_what_is_offered_meanwhile_can_be_done_then(spec: dict[str, Any]) -> None:
    """The simulator sews the bag with each such step done before the one that is waited for."""
    made = drafted(spec)
    if stops(made) or made.sewing.refused:
        return
    steps = list(made.steps)
    for at, step in enumerate(steps):
        if not step.wait:
            continue
        done = [one.key for one in steps[:at]]
        for other in meanwhile(steps, done, step)[:2]:
            order = [*steps[:at], other, step, *(one for one in steps[at + 1 :] if one is not other)]
            sewing = sew(made.plan, [one.acts for one in order])
            assert sewing.refused is None, (step.key, other.key, sewing.refused)


def test_the_bench_says_what_a_reading_means_and_changes_nothing_by_itself() -> None:
    """2 more over two edges: 9 an edge. The binding is offered longer, taken over, and undone."""
    made = drafted(BOUND)
    before = _done(made, "outer base")
    read = events.Read(step="outer sides", reading="mouth_flat", mm=made.form.mm("flat_opening") + 2)
    shown = _shown(BOUND, made, *before, read)
    assert (
        shown.learned.bites[0].said
        == "Your side seams took 9 mm, not 10: 0.9 mm either way, from one reading."
    )
    binding = next(one for one in shown.learned.recut if one.piece == "binding")
    assert (binding.now_mm - binding.was_mm, binding.taken, binding.ready) == (4, "", True)
    assert "B, lining" in shown.learned.fits
    sizes = {one.piece: one.size for one in shown.pieces}
    took = events.Took(
        sizes=[events.Resized(piece="binding", key="length", was=binding.was_mm, now=binding.now_mm)]
    )
    taken = _shown(BOUND, made, *before, read, took)
    own = next(one for one in taken.pieces if one.piece == "binding")
    assert (own.taken, own.size.split(" ")[0]) == (True, f"{binding.now_mm:.0f}")
    assert {k: v for k, v in sizes.items() if k != "binding"} == {
        one.piece: one.size for one in taken.pieces if one.piece != "binding"
    }
    event = next(one.taken for one in taken.learned.recut if one.piece == "binding")
    undone = _shown(BOUND, made, *before, read, took, events.Undid(event=event))
    assert {one.piece: one.size for one in undone.pieces} == sizes


@pytest.mark.parametrize(
    ("off", "says"),
    [
        (2, "9 mm, not 10. At 10 it comes out too small for what is sewn."),
        (
            -4,
            "12 mm, not 10. Or trim 2 mm off every edge and sew them at 10. "
            "Or leave it: it stands out evenly.",
        ),
    ],
)
def test_a_lining_that_is_cut_is_told_how_to_fit(off: int, says: str) -> None:
    """Sewn as planned it is too small for an outer that came out larger, too large for a smaller one."""
    made = drafted(TOTE)
    flat = made.form.mm("flat_opening")
    read = events.Read(step="outer sides", reading="mouth_flat", mm=flat + off)
    shown = _shown(TOTE, made, *_done(made, "outer base"), read)
    assert shown.learned.sew_on == (f"Sew the side seams of the lining at {says}",)
    lining = made.piece("lining").size("width")
    assert lining - 2 * (10 - off / 2) == flat + off
    assert (lining - 2 * 10 < flat + off) == ("too small" in says)
    assert (lining - 2 * 2 - 2 * 10 == flat + off) == ("trim 2 mm" in says)


def test_a_spoilt_piece_gives_its_sizes_again_until_it_is_cut() -> None:
    """With what was taken over for it."""
    made = drafted(TOTE)
    spoilt = events.Spoilt(piece="lining panel", why="scorched")
    (again,) = _shown(TOTE, made, *_done(made, "outer base"), spoilt).spoilt
    lining = made.piece("lining")
    assert again.size == f"{lining.size('width'):.0f} × {lining.size('height'):.0f} mm"
    assert not _shown(TOTE, made, spoilt, events.CutAgain(piece="lining panel")).spoilt


def test_what_is_read_at_the_end_says_where_it_comes_from() -> None:
    """Three readings of 2 more across two edges: all of it is the side seams’."""
    made = drafted(TOTE)
    flat = made.form.mm("flat_opening")
    reads = [
        events.Read(step=key, reading="mouth_flat", mm=flat + 2)
        for key in ("outer sides", "lining sides", "measure back")
    ]
    shown = _shown(TOTE, made, *_done(made, "measure back"), *reads)
    (said,) = shown.learned.came_from
    read = f"{flat + 2:.0f} mm"
    assert said == f"Across the mouth, flat: {read}, 2 mm more than planned: 2 mm more by the side seams."
    state = _stands(made, *reads)
    assert learned_of(made, state).bites["side"].readings == 3


def test_a_step_shows_every_number_of_its_own_and_what_comes_next() -> None:
    """From the first step to the last, in each unit; what is to be cut at a cut is every piece of it."""
    made = drafted(TOTE)
    for at, step in enumerate(made.steps):
        for unit in ("mm", "in"):
            given = Spec.model_validate(TOTE)
            state = _stands(made, *_done(made, step.key))
            shown = bench_shown(given, drafted_spec(given), state, unit, drafted_spec)
            view = View(unit, "mm")
            assert (shown.step.key, shown.step.number) == (step.key, at + 1)
            assert [one.shown for one in shown.step.numbers] == [view.with_unit(mm) for _, mm in step.lengths]
            assert [one.expected for one in shown.step.reads] == [
                view.with_unit(r.mm) for r in step.reads if r.mm
            ]
        if any(isinstance(act, acts.Cut) for act in step.acts):
            whole = {piece.key for piece in made.pieces if piece.source != "bought"}
            assert {one.piece for one in shown.step.to_cut} == whole
