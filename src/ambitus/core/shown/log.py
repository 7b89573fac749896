"""Makings as the Log shows them: a row each, and how bites and minutes run from one to the next."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.learning.calibrations import Calibration
from ambitus.core.learning.paces import Timed, paces
from ambitus.core.learning.samples import Sample, Shrinks, Stretches
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.work import time_as_words
from ambitus.core.words import day, listed, within


@dataclass(frozen=True, slots=True)
class Entry:
    """
    What is kept of a making for the log. Lengths in mm: ``bites`` by class of seam are its name, what was
    planned, what it took, its spread and the readings; ``sizes`` are label, planned and read.
    """

    id: str
    plan: str
    revision: int
    name: str
    unit: Unit
    begun_at: str
    updated_at: str
    finished_at: str
    who: str
    for_whom: str
    machine: str
    foot: str
    cloth: str
    steps: int
    done: int
    at: str
    seconds: float
    #: by place: seconds of the steps that were timed there, what had been guessed, how many they are
    paces: Mapping[str, tuple[float, float, int]]
    bites: Mapping[str, tuple[str, float, float, float, int]]
    #: the same by the cloth that was sewn: cloth, class of seam, what it took, its spread and the readings
    by_cloth: Sequence[tuple[str, str, float, float, int]]
    sizes: Sequence[tuple[str, float, float]]
    cost: str
    notes: str
    mistakes: Sequence[str]
    next_time: Sequence[str]
    photos: Sequence[tuple[str, str]] = ()


@dataclass(frozen=True, slots=True)
class EntryShown:
    """A making as a row of the log."""

    id: str
    plan: str
    revision: int
    name: str
    begun: str
    finished: str
    who: str
    for_whom: str
    on: str
    done: int
    steps: int
    at: str
    took: str
    measured: tuple[str, ...]
    seams: tuple[str, ...]
    cost: str
    notes: str
    mistakes: tuple[str, ...]
    next_time: tuple[str, ...]
    photos: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class Dot:
    """A point of a diagram: where it lies (0 to 1, from the left and from below), and what it is in words."""

    x: float
    y: float
    low: float
    high: float
    said: str


@dataclass(frozen=True, slots=True)
class Course:
    """How something runs from making to making: its title, its points, its scale and all of it as text."""

    title: str
    dots: tuple[Dot, ...]
    planned: float | None
    low: str
    high: str
    said: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class KnownShown:
    """What is known of a maker's seams: the sentence, and how sure it is."""

    key: str
    said: str
    took: str
    readings: int
    fact: bool


@dataclass(frozen=True, slots=True)
class PaceShown:
    """How long the work takes a maker: the sentence, how many times the guess by place, how sure it is."""

    who: str
    said: str
    times: Mapping[str, float]
    fact: bool


@dataclass(frozen=True, slots=True)
class LogShown:
    """The log: makings going on and finished, how bites and minutes run, and what is known of seams."""

    going: tuple[EntryShown, ...]
    finished: tuple[EntryShown, ...]
    courses: tuple[Course, ...]
    known: tuple[KnownShown, ...]
    #: how long the work takes beside what was guessed, by who does it
    paces: tuple[PaceShown, ...]
    #: makings that were put away
    away: tuple[EntryShown, ...]


def on_what(*words: str) -> str:
    """Return cloth, machine and foot as words, those that are known."""
    cloth, machine, foot = words
    parts = [f"on {within(cloth)}"] if cloth else []
    parts += [machine] if machine else []
    parts += [f"with {foot}"] if foot else []
    return ", ".join(parts)


def entry_shown(entry: Entry, unit: Unit) -> EntryShown:
    """Return a making as a row of the log."""
    view = View(unit, entry.unit)
    seams = [
        f"{label}s {view.with_unit(took)}, planned {view.worked(planned)}"
        for label, planned, took, _, _ in entry.bites.values()
    ]
    return EntryShown(
        entry.id,
        entry.plan,
        entry.revision,
        entry.name,
        day(entry.begun_at),
        day(entry.finished_at),
        entry.who,
        entry.for_whom,
        on_what(entry.cloth, entry.machine, entry.foot),
        entry.done,
        entry.steps,
        entry.at,
        time_as_words(entry.seconds / 60) if entry.seconds else "",
        tuple(
            f"{label} {view.with_unit(read)}, planned {view.worked(planned)}"
            for label, planned, read in entry.sizes
        ),
        tuple(seams),
        entry.cost,
        entry.notes,
        tuple(entry.mistakes),
        tuple(entry.next_time),
        tuple((id_, words) for id_, words in entry.photos),
    )


def _course(
    title: str, points: Sequence[tuple[str, float, float, str]], planned: float | None, view: View | None
) -> Course:
    """Return how something runs: points are (when and what, how much, spread, as text)."""
    values = [mm - spread for _, mm, spread, _ in points] + [mm + spread for _, mm, spread, _ in points]
    values += [planned] if planned is not None else []
    low, high = min(values), max(values)
    room = (high - low) or 1.0
    low, high = low - 0.1 * room, high + 0.1 * room

    def at(value: float) -> float:
        return (value - low) / (high - low)

    last = max(1, len(points) - 1)
    return Course(
        title,
        tuple(
            Dot(n / last if len(points) > 1 else 0.5, at(mm), at(mm - spread), at(mm + spread), said)
            for n, (_, mm, spread, said) in enumerate(points)
        ),
        at(planned) if planned is not None else None,
        view.with_unit(max(0.0, low)) if view else time_as_words(max(0.0, low)),
        view.with_unit(high) if view else time_as_words(high),
        tuple(f"{when}: {said}" for when, _, _, said in points),
    )


def _courses(entries: Sequence[Entry], unit: Unit) -> tuple[Course, ...]:
    """Return how bites of each class, and the minutes of each plan, run over the makings, the first first."""
    inorder = sorted(entries, key=lambda one: one.begun_at)
    out = []
    seams = {key: bite[0] for one in inorder for key, bite in one.bites.items()}
    for seam, label in seams.items():
        points, planned = [], None
        for one in inorder:
            if seam not in one.bites:
                continue
            view = View(unit, one.unit)
            _, planned, took, spread, many = one.bites[seam]
            said = f"{view.with_unit(took)} ± {view.worked(2 * spread)}, {many} reading{'s' * (many > 1)}"
            points.append((f"{one.name}, {day(one.begun_at)}", took, 2 * spread, said))
        if len(points) > 1:
            out.append(_course(f"{label}s: what they took", points, planned, View(unit, inorder[0].unit)))
    timed = [one for one in inorder if one.seconds and one.finished_at]
    if len(timed) > 1:
        minutes = [
            (f"{one.name}, {day(one.begun_at)}", one.seconds / 60, 0.0, time_as_words(one.seconds / 60))
            for one in timed
        ]
        out.append(_course("Time at the work", minutes, None, None))
    return tuple(out)


def known_shown(known: Calibration, label: str, unit: Unit) -> KnownShown:
    """Return what is known of seams of a class, as a sentence that says how sure it is."""
    view, where = View(unit, unit), known.where
    whose = f"{where.who}’s" if where.who else "Your"
    on = on_what(where.cloth, where.machine, where.foot)
    seams = f"{whose} {within(label)}s{f' {on}' if on else ''}"
    took = view.with_unit(known.mm)
    if not known.fact:
        many = "a first reading" if known.readings == 1 else f"{known.readings} first readings"
        how = f"{many}, of {day(known.last_at)}: not yet a fact"
    else:
        days = " to ".join(dict.fromkeys((day(known.first_at), day(known.last_at))))
        how = f"{known.readings} readings in {known.makings} making{'s' * (known.makings > 1)}, {days}"
    return KnownShown(
        "|".join((where.who, where.machine, where.foot, where.cloth, where.seam)),
        f"{seams}: {took} ± {view.worked(2 * known.spread)}, from {how}.",
        took,
        known.readings,
        known.fact,
    )


_AT = {"machine": "at the machine", "iron": "at the iron", "table": "at the table"}


def _paces(entries: Sequence[Entry]) -> Iterator[PaceShown]:
    """Yield how long each maker takes beside what was guessed of the steps that were timed."""
    found = paces(
        Timed(one.who, place, seconds, guessed, steps)
        for one in entries
        for place, (seconds, guessed, steps) in one.paces.items()
    )
    for who in dict.fromkeys(pace.who for pace in found):
        every = [pace for pace in found if pace.who == who]
        steps, makings = sum(pace.steps for pace in every), max(pace.makings for pace in every)
        whose = f"{who}’s work" if who else "Your work"
        times = listed([f"{pace.times:.1f} times {_AT[pace.place]}" for pace in every if pace.place in _AT])
        fact = all(pace.fact for pace in every)
        sure = "" if fact else " A first reading, not yet a fact."
        yield PaceShown(
            who,
            f"{whose} beside the first guess: {times}, from {steps} steps timed in {makings} "
            f"making{'s' * (makings > 1)}.{sure}",
            {pace.place: round(pace.times, 2) for pace in every if pace.place in _AT},
            fact,
        )


def _matches(entry: Entry, search: str) -> bool:
    said = (
        entry.name,
        entry.who,
        entry.for_whom,
        entry.machine,
        entry.foot,
        entry.cloth,
        entry.notes,
        entry.cost,
        *entry.mistakes,
        *entry.next_time,
        entry.begun_at[:10],
        entry.finished_at[:10],
        day(entry.begun_at),
        day(entry.finished_at),
    )
    return all(any(word in text.lower() for text in said) for word in search.lower().split())


def log_shown(
    entries: Sequence[Entry],
    known: Sequence[Calibration],
    unit: Unit,
    search: str = "",
    away: Sequence[Entry] = (),
) -> LogShown:
    """Return the makings that have every word of *search* somewhere in them, and what all of them teach."""
    found = [one for one in entries if _matches(one, search)]
    labels = {key: bite[0] for one in entries for key, bite in one.bites.items()}
    return LogShown(
        tuple(entry_shown(one, unit) for one in found if not one.finished_at),
        tuple(entry_shown(one, unit) for one in found if one.finished_at),
        _courses(found, unit),
        tuple(known_shown(one, labels[one.where.seam], unit) for one in known if one.where.seam in labels),
        tuple(_paces(entries)),
        tuple(entry_shown(one, unit) for one in away if _matches(one, search)),
    )


@dataclass(frozen=True, slots=True)
class SampleShown:
    """A sample as the log shows it, with its number among all of them."""

    number: int
    said: str


def _per_cent(share: float) -> str:
    return f"{100 * abs(share):.1f} %"


def sample_shown(number: int, sample: Sample, unit: Unit) -> SampleShown:
    """Return a sample as a sentence: what it was, and what became of it."""
    view, cloth = View(unit, unit), within(sample.cloth)
    of = f"{view.worked(sample.long_before)} × {view.with_unit(sample.wide_before)}, {day(sample.at)}"
    if sample.kind == "stretched":
        long, wide = view.with_unit(sample.long_after), view.with_unit(sample.wide_after)
        return SampleShown(
            number,
            f"A strip of {cloth} stretches by {_per_cent(sample.along)} and narrows by "
            f"{_per_cent(sample.across)}: {long} long, {wide} wide, from {of}.",
        )
    ways = [
        f"{'shrank' if share > 0 else 'grew'} {_per_cent(share)} {way}"
        for share, way in ((sample.along, "along"), (sample.across, "across"))
    ]
    return SampleShown(number, f"{sample.cloth} {' and '.join(ways)} in the wash, from {of}.")


@dataclass(frozen=True, slots=True)
class ShrinksShown:
    """How a cloth shrinks, offered to a plan: the sentence, and per cent along and across as text."""

    said: str
    along: str
    across: str


def shrinks_shown(found: Shrinks) -> ShrinksShown:
    """Return how a cloth shrinks as a sentence that says how sure it is."""
    many = "one square" if found.squares == 1 else f"{found.squares} squares"
    sure = "" if found.fact else ": a first reading, not yet a fact"
    along, across = max(0.0, found.along), max(0.0, found.across)
    return ShrinksShown(
        f"Your {within(found.cloth)} shrank {_per_cent(along)} along and {_per_cent(across)} across, "
        f"from {many}, the last of {day(found.last_at)}{sure}.",
        f"{100 * along:.1f}",
        f"{100 * across:.1f}",
    )


def stretches_shown(found: Stretches, path: str, long: float, view: View) -> KnownShown:
    """
    Return how strips of a cloth stretch, offered to the strap at *path*, and how sure that is; the plan's own
    strip comes out *long*, in mm.
    """
    many = "one strip" if found.strips == 1 else f"{found.strips} strips"
    sure = "" if found.fact else ": a first reading, not yet a fact"
    return KnownShown(
        f"{path}|{found.cloth}",
        f"Strips of your {within(found.cloth)} stretch by {_per_cent(found.longer - 1)} and narrow by "
        f"{_per_cent(1 - found.narrower)}, from {many}, the last of {day(found.last_at)}{sure}.",
        view.with_unit(long),
        found.strips,
        found.fact,
    )
