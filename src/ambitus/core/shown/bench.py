"""A making as the Bench shows it: one step large, what was read, what that teaches, what follows from it."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.work.table import WorkPicture
from ambitus.core.form.model import Piece
from ambitus.core.learning.bites import Bite, Learned
from ambitus.core.learning.measured_back import came_from
from ambitus.core.learning.standing import Changed, Drafted, Standing, standing
from ambitus.core.lengths import Unit, View
from ambitus.core.making.lost import lost_after
from ambitus.core.making.state import State
from ambitus.core.making.work_done import learned_of, meanwhile, taped, work_done
from ambitus.core.sew import acts
from ambitus.core.sew.minutes import prepared
from ambitus.core.shown.work import NO_PACES, minutes_at, needle_under, pictures_of, reckoned, time_as_words
from ambitus.core.spec.model import Spec
from ambitus.core.steps.model import Step, last_measured
from ambitus.core.steps.work import CAUTIONS, place_of
from ambitus.core.words import listed, within


@dataclass(frozen=True, slots=True)
class NumberShown:
    """A number of a step: what it is, and how long, in the unit shown."""

    label: str
    shown: str


@dataclass(frozen=True, slots=True)
class TapeShown:
    """What a tape should read at a step, what it read, and what to say of that."""

    id: str
    label: str
    expected: str
    expected_mm: float
    read: str
    read_mm: float | None
    said: str
    again: bool


@dataclass(frozen=True, slots=True)
class ToCutShown:
    """A piece to cut at a step: letter, name, how many, its size; ``taken`` where that is not the plan's."""

    piece: str
    letter: str
    name: str
    cloth: str
    count: int
    size: str
    taken: bool
    spoilt: bool


@dataclass(frozen=True, slots=True)
class StepAtBench:
    """The step a making is at."""

    key: str
    number: int
    title: str
    say: str
    kind: str
    place: str
    #: of a gate the word of what has to be seen, of a point of no return what is lost after it
    seen: str
    lost: str
    settings: str
    needle: str
    takes: str
    takes_seconds: float
    wait: str
    wait_seconds: float
    meanwhile: tuple[str, ...]
    numbers: tuple[NumberShown, ...]
    reads: tuple[TapeShown, ...]
    to_cut: tuple[ToCutShown, ...]
    cautions: tuple[str, ...]
    picture: WorkPicture | None
    note: str
    seconds: float


@dataclass(frozen=True, slots=True)
class StepInList:
    """A step in the list: its number, and whether it is done."""

    key: str
    number: int
    title: str
    kind: str
    place: str
    done: bool
    noted: bool
    took: str


@dataclass(frozen=True, slots=True)
class BiteShown:
    """What the readings say of a class of seam: the sentence, and its numbers."""

    seam: str
    label: str
    planned: str
    took: str
    spread: str
    readings: int
    said: str
    as_planned: bool


@dataclass(frozen=True, slots=True)
class RecutShown:
    """A cut size that the bites change: of which piece, as it was and as it would be."""

    piece: str
    key: str
    letter: str
    name: str
    label: str
    was: str
    now: str
    was_mm: float
    now_mm: float
    #: the event by which it was taken over; nothing where it is not
    taken: str
    #: whether it is cut already, so that it is trimmed, or cut anew
    ready: bool


@dataclass(frozen=True, slots=True)
class LearnedShown:
    """What the tape taught in this making, and what follows: sentences, and sizes to be taken over."""

    bites: tuple[BiteShown, ...]
    together: tuple[str, ...]
    again: tuple[str, ...]
    comes_out: tuple[str, ...]
    fits: str
    recut: tuple[RecutShown, ...]
    sew_on: tuple[str, ...]
    another: tuple[str, ...]
    #: where a finished size comes from that is not as planned
    came_from: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BenchShown:
    """A making at the bench: its step, the list of all, what was learned, what is to be cut again."""

    unit: Unit
    steps: tuple[StepInList, ...]
    step: StepAtBench
    before: str
    next: str
    next_title: str
    done: int
    spent: str
    left: str
    #: what that is reckoned by: a first guess, or one's own pace
    reckoned: str
    #: how long the needle has sewn
    at_machine: str
    learned: LearnedShown
    spoilt: tuple[ToCutShown, ...]
    pieces: tuple[ToCutShown, ...]
    #: the smallest steps of a tape in the unit shown: what a keypad offers of fractions
    fractions: tuple[str, ...]
    finished: bool
    refused: str


_FRACTIONS = ("1/16", "1/8", "3/16", "1/4", "5/16", "3/8", "7/16", "1/2", "9/16", "5/8", "3/4", "7/8")
_DIMENSIONS = {"width": "wide", "height": "high", "length": "long", "across": "across the corner", "up": "up"}


def _seams(draft: Draft, seam: str) -> str:
    """Return the seams of a class as words: “side seams”."""
    name = within(draft.bag.classes.get(seam, seam))
    return f"{name}s" if not name.endswith("s") else name


def said_of(draft: Draft, bite: Bite, view: View) -> str:
    """Return in words what the readings say of the seams of a class."""
    seams = _seams(draft, bite.seam)
    if bite.as_planned:
        return f"Your {seams} take what was planned, {view.with_unit(bite.planned)}."
    many = "one reading" if bite.readings == 1 else f"{bite.readings} readings"
    return (
        f"Your {seams} took {view.with_unit(bite.mm)}, not {view.worked(bite.planned)}: "
        f"{view.with_unit(2 * bite.spread)} either way, from {many}."
    )


def bites_shown(draft: Draft, learned: Learned, view: View) -> tuple[BiteShown, ...]:
    """Return what was learned of each class of seam."""
    return tuple(
        BiteShown(
            bite.seam,
            draft.bag.classes.get(bite.seam, bite.seam),
            view.with_unit(bite.planned),
            view.with_unit(bite.mm),
            view.with_unit(bite.spread),
            bite.readings,
            said_of(draft, bite, view),
            bite.as_planned,
        )
        for bite in learned.bites.values()
    )


def _reading_called(draft: Draft, id_: str) -> str:
    key, _, reading = id_.rpartition("/")
    step = next(step for step in draft.steps if step.key == key)
    return f"“{within(next(r.label for r in step.reads if r.id == reading))}” at “{step.title}”"


def _together(draft: Draft, learned: Learned, view: View) -> Iterator[str]:
    for one in learned.together:
        seams = listed([_seams(draft, seam) for seam in one.seams])
        more = "more" if one.more > 0 else "less"
        would = f" {_reading_called(draft, one.by[0])} would." if one.by else ""
        yield (
            f"Your {seams} together took {view.with_unit(abs(one.more))} {more} than planned: no reading "
            f"tells them apart.{would}"
        )


def bags_of(state: State) -> int:
    """Return how many bags are made at once."""
    return max(1, len(state.about.bags))


def _name_of(piece: Piece) -> str:
    return f"{piece.letter}, {within(piece.name)}" if piece.letter else within(piece.name)


def _changed(draft: Draft, one: Changed, view: View, taken: str = "", *, ready: bool = False) -> RecutShown:
    piece = draft.called(one.piece)
    label = _DIMENSIONS.get(one.key, one.key.replace("_", " "))
    return RecutShown(
        piece.key,
        one.key,
        piece.letter,
        piece.name,
        label,
        view.with_unit(one.was),
        view.with_unit(one.now),
        one.was,
        one.now,
        taken,
        ready,
    )


def _fits(draft: Draft, stands: Standing) -> str:
    """Return which pieces are still to be cut and are right as they are; nothing where none is."""
    if not stands.fits:
        return ""
    names = listed([_name_of(draft.called(key)) for key in stands.fits])
    return f"Still to be cut and right as it is, sewn as deep as what stands: {names}."


def _sew_on(draft: Draft, stands: Standing, view: View) -> Iterator[str]:
    """Yield how deep to sew what is cut, and what else could be done with it."""
    for one in stands.sew_on:
        planned = view.worked(one.planned)
        if one.trim:
            # sewn as planned it is larger than what it goes into
            trim = view.with_unit(one.trim)
            else_ = (
                f"Or trim {trim} off every edge and sew them at {planned}. Or leave it: it stands out evenly."
            )
        else:
            else_ = f"At {planned} it comes out too small for what is sewn."
        yield (
            f"Sew the {_seams(draft, one.seam)} of the {one.layer} at {view.with_unit(one.at)}, "
            f"not {planned}. {else_}"
        )


def _another(draft: Draft, stands: Standing, view: View) -> Iterator[str]:
    """Yield the cut sizes that another bag of this plan would have otherwise."""
    for change in stands.another:
        told = _changed(draft, change, view)
        yield f"{told.letter or told.name}, {told.label}: {told.was} → {told.now}."


def learned_shown(
    spec: Spec, draft: Draft, state: State, view: View, drafted: Drafted, learned: Learned
) -> LearnedShown:
    """Return what the readings of a making teach, and what follows for what is not sewn yet."""
    done = work_done(draft, state.done, state.spoilt)
    stands = standing(spec, draft, learned.found, done.cut, done.worked, done.sewn, drafted)
    taken = {key: event for key, (_, event) in state.taken.items()}
    recut = [
        _changed(draft, one, view, taken.pop((one.piece, one.key), ""), ready=ready)
        for ready, found in ((False, stands.recut), (True, stands.misfit))
        for one in found
    ]
    pieces = {piece.key for piece in draft.pieces}
    # what was taken over stays told, whatever readings came after
    for (piece, key), event in taken.items():
        if piece in pieces and key in draft.called(piece).sums:
            was, now = draft.called(piece).size(key), state.taken[piece, key][0]
            recut.append(_changed(draft, Changed(piece, key, was, now), view, event))
    return LearnedShown(
        bites=bites_shown(draft, learned, view),
        together=tuple(_together(draft, learned, view)),
        again=tuple(
            f"The reading {_reading_called(draft, id_)} is further off than any seam: lay the tape once more."
            for id_ in learned.again
        ),
        comes_out=tuple(
            f"{one.label}: {view.with_unit(one.now)}, not {view.worked(one.planned)}." for one in stands.sizes
        ),
        fits=_fits(draft, stands),
        recut=tuple(recut),
        sew_on=tuple(_sew_on(draft, stands, view)),
        another=tuple(_another(draft, stands, view)),
        came_from=tuple(_came_from(draft, state, learned, view)),
    )


def _came_from(draft: Draft, state: State, learned: Learned, view: View) -> Iterator[str]:
    """Yield of every size that the last step measured where it comes from, if it is not as planned."""
    last = last_measured(draft.steps)
    labels = {f"{last.key}/{read.id}": read.label for read in last.reads} if last else {}
    for read in taped(draft, state):
        if read.id not in labels or abs(read.off) <= 2 * read.spread or read.too_far:
            continue
        found = came_from(read, learned.bites)
        word = "more" if found.more > 0 else "less"
        parts = [
            f"{view.with_unit(abs(mm))} {'more' if mm > 0 else 'less'} by the {_seams(draft, seam)}"
            for seam, mm in found.seams
        ]
        if abs(found.rest) > read.step / 2 or not parts:
            parts.append(f"{view.with_unit(abs(found.rest))} by what no reading tells")
        yield (
            f"{labels[read.id]}: {view.with_unit(read.read)}, {view.with_unit(abs(found.more))} {word} than "
            f"planned: {listed(parts)}."
        )


def _size(piece: Piece, state: State, view: View) -> tuple[str, bool]:
    """Return a piece's cut size with what was taken over of it, and whether anything was."""
    keys = [key for key in ("length", "width", "height") if key in piece.sums][:2]
    found = [state.taken.get((piece.key, key)) for key in keys]
    sizes = [one[0] if one else piece.size(key) for key, one in zip(keys, found, strict=True)]
    return f"{' × '.join(view.worked(mm) for mm in sizes)} {view.unit}", any(found)


def _to_cut(piece: Piece, state: State, view: View, count: int = 0) -> ToCutShown:
    """Return a piece as it is cut: for every bag of the making, unless so many of it are wanted."""
    size, taken = _size(piece, state, view)
    return ToCutShown(
        piece.key,
        piece.letter,
        piece.name,
        piece.material,
        count or piece.count * bags_of(state),
        size,
        taken,
        piece.key in state.spoilt,
    )


def _cut_at(draft: Draft, step: Step, state: State, view: View) -> tuple[ToCutShown, ...]:
    found = {
        piece.key: piece
        for act in step.acts
        if isinstance(act, acts.Draw | acts.MeasureAgain | acts.Cut)
        for piece in prepared(draft.plan, act)
        if piece.source != "bought"
    }
    return tuple(_to_cut(piece, state, view) for piece in found.values())


def _tapes(draft: Draft, step: Step, state: State, view: View, learned: Learned) -> Iterator[TapeShown]:
    for read in step.reads:
        if read.mm <= 0:
            continue
        found = state.readings.get((step.key, read.id))
        again = f"{step.key}/{read.id}" in learned.again
        said = ""
        if again:
            said = "That is further off than any seam: lay the tape once more."
        elif found and abs(found.mm - read.mm) <= found.to / 2 + 1e-6:
            said = "As it should read."
        elif found:
            more = "more" if found.mm > read.mm else "less"
            said = f"{view.with_unit(abs(found.mm - read.mm))} {more} than it should."
        yield TapeShown(
            read.id,
            read.label,
            view.with_unit(read.mm),
            read.mm,
            view.worked(found.mm) if found else "",
            found.mm if found else None,
            said,
            again,
        )


def bench_shown(
    spec: Spec,
    draft: Draft,
    state: State,
    unit: Unit,
    drafted: Drafted,
    paces: Mapping[str, float] = NO_PACES,
) -> BenchShown:
    """Return a making of *draft* as it stands, with the step that it is at; times by *paces* if there are."""
    view, steps = View(unit, draft.bag.unit), draft.steps
    at = next((n for n, step in enumerate(steps) if step.key == state.at), 0)
    step, learned = steps[at], learned_of(draft, state)
    # of several bags every step is done as often, one after the other
    minutes = [bags_of(state) * minutes_at(draft, one, paces) for one in steps]
    sewn = sum(state.spent.get(one.key, 0.0) for one in steps if place_of(one) == "machine")
    picture = pictures_of(draft)[at]
    left = sum(took for one, took in zip(steps, minutes, strict=True) if one.key not in state.done)
    waits = step.wait[1] * 60 if step.wait else 0.0
    return BenchShown(
        unit=unit,
        steps=tuple(
            StepInList(
                one.key,
                n,
                one.title,
                one.kind,
                place_of(one),
                one.key in state.done,
                bool(state.notes.get(one.key)),
                time_as_words(state.spent[one.key] / 60) if state.spent.get(one.key) else "",
            )
            for n, one in enumerate(steps, 1)
        ),
        step=StepAtBench(
            key=step.key,
            number=at + 1,
            title=step.title,
            say=step.told(view),
            kind=step.kind,
            place=place_of(step),
            seen=step.seen,
            lost=lost_after(step),
            settings=step.settings,
            needle=needle_under(draft, step, view),
            takes=time_as_words(minutes[at]),
            takes_seconds=minutes[at] * 60,
            wait=step.wait[0] if step.wait else "",
            wait_seconds=waits,
            meanwhile=tuple(one.title for one in meanwhile(steps, state.done, step)[:3]) if waits else (),
            numbers=tuple(NumberShown(name, view.with_unit(mm)) for name, mm in step.lengths),
            reads=tuple(_tapes(draft, step, state, view, learned)),
            to_cut=_cut_at(draft, step, state, view),
            cautions=tuple(CAUTIONS[c] for c in step.cautions),
            picture=picture,
            note=state.notes.get(step.key, ""),
            seconds=state.spent.get(step.key, 0.0),
        ),
        before=steps[at - 1].key if at else "",
        next=steps[at + 1].key if at + 1 < len(steps) else "",
        next_title=steps[at + 1].title if at + 1 < len(steps) else "",
        done=len(state.done),
        spent=time_as_words(state.seconds / 60) if state.seconds else "",
        left=time_as_words(left) if left else "",
        reckoned=reckoned(paces),
        at_machine=time_as_words(sewn / 60) if sewn else "",
        learned=learned_shown(spec, draft, state, view, drafted, learned),
        spoilt=tuple(
            _to_cut(piece, state, view, state.spoilt[piece.key])
            for piece in draft.pieces
            if piece.key in state.spoilt
        ),
        pieces=tuple(_to_cut(piece, state, view) for piece in draft.pieces if piece.source != "bought"),
        fractions=_FRACTIONS if unit == "in" else (),
        finished=state.finished,
        refused=draft.sewing.refused.told if draft.sewing.refused else "",
    )
