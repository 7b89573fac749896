"""Makings as they are worked with: begun from a plan, gone through step by step, logged, learned from."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Any, Literal

from pydantic import TypeAdapter

from ambitus.core.draft import Draft
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.carry.fields import NARROWS_TO, STRETCHES_TO
from ambitus.core.grammar.carry.read import SAMPLE_LONG, SAMPLE_WIDE
from ambitus.core.grammar.carry.stretched import is_stretched
from ambitus.core.learning.calibrations import Calibration, Found, Where, calibrations
from ambitus.core.learning.samples import Sample, SampleTyped, sample_of, shrinks, stretches
from ambitus.core.lengths import Unit, View
from ambitus.core.making import events
from ambitus.core.making.events import About, Event
from ambitus.core.making.state import Happened, State, refuse_event, state_of
from ambitus.core.making.work_done import learned_of
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.sew.minutes import minutes_of
from ambitus.core.shown.bench import BenchShown, bags_of, bench_shown
from ambitus.core.shown.log import (
    Entry,
    EntryShown,
    KnownShown,
    LogShown,
    SampleShown,
    ShrinksShown,
    entry_shown,
    known_shown,
    log_shown,
    sample_shown,
    shrinks_shown,
    stretches_shown,
)
from ambitus.core.spec.model import Spec
from ambitus.core.steps.model import last_measured
from ambitus.core.steps.work import place_of
from ambitus.desk.drafting import drafted, spec_of
from ambitus.desk.usual import usual_of
from ambitus.files.photos import photo_from
from ambitus.files.problems import valid
from ambitus.store import KeptEvent, KeptMaking, KeptPhoto, Makings, Plans
from ambitus.store.plans import now_as_text

#: makings that are looked through at once
MOST = 10_000
_EVENT: TypeAdapter[Event] = TypeAdapter(Event)


@dataclass(frozen=True, slots=True)
class SaidBefore:
    """What was said for the next time; ``of`` is the plan that it was copied from, if it was said there."""

    said: str
    of: str


@dataclass(frozen=True, slots=True)
class MakingShown:
    """A making at the bench: what it is of, who makes it, where it stands, its photographs, earlier words."""

    id: str
    plan: str
    revision: int
    #: whether the plan has gone on since
    plan_moved: bool
    name: str
    begun_at: str
    about: About
    log: events.Logged
    waits: dict[str, float]
    bench: BenchShown
    photos: tuple[KeptPhoto, ...]
    #: what was said for the next time when this plan, or what it was copied from, was made before
    next_time: tuple[SaidBefore, ...]
    #: words at this step, from makings of this plan before
    noted_before: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class OfferShown:
    """
    What is known of a class of seam of a plan, or of its strips: the sentence, the length as it is planned,
    and what would be taken over: of each field its path, what it would be called, "" where nothing goes by
    that name from then on, and how long it is in mm.
    """

    of: str
    known: KnownShown
    now: str
    takes: tuple[tuple[str, str, float], ...]


class MakingDesk:
    """The makings of one maker."""

    def __init__(self, makings: Makings, plans: Plans) -> None:
        self.makings, self.plans = makings, plans

    def begin(self, plan_id: str, about: About, revision: int | None = None, *, at: str | None = None) -> str:
        """Begin a making of a plan's newest revision, or of another, and return its id."""
        plan = self.plans.get(plan_id)
        kept = self.plans.revision(plan_id, revision or plan.head)
        spec = spec_of(kept)
        made = drafted(spec)
        noted = {"cloth": about.cloth or made.bag.cloth("outer").label, "sheet": about.sheet or plan.printed}
        about = about.model_copy(update=noted)
        told, _ = telling(made, ())
        plain = spec.model_dump(mode="json")
        making = self.makings.begin(plan_id, kept.number, plan.name, plain, told, at=at)
        self.happen(making.id, [("about", about)], at=at)
        return making.id

    def happen(self, making_id: str, happened: Sequence[tuple[str, Event]], *, at: str | None = None) -> None:
        """
        Keep what happened, all of it or nothing; what was kept before is not kept again.

        Raises:
            MakingNotFound, SpecProblems: If there is no such making, step or reading, or a gate is closed.
        """
        kept = self.makings.get(making_id)
        made = drafted(valid(Spec, kept.spec))
        before = self._happened(making_id)
        known, new = {one.id for one in before}, dict[str, Event]()
        for id_, event in happened:
            if id_ not in known:
                new.setdefault(id_, event)
        state = state_of(made.steps, before)
        for event in new.values():
            refuse_event(made.steps, state, event)
            _of_its_pieces(made, event)
        plain = [(id_, event.model_dump(mode="json"), at or "") for id_, event in new.items()]
        self.makings.add(making_id, plain, partial(telling, made))

    def _happened(self, making_id: str) -> tuple[Happened, ...]:
        return _as_happened(self.makings.events(making_id))

    def open(self, making_id: str, unit: Unit | None = None) -> MakingShown:
        """Return a making as it stands."""
        kept = self.makings.get(making_id)
        spec = valid(Spec, kept.spec)
        made = drafted(spec)
        state = state_of(made.steps, self._happened(making_id))
        others = [one for one in self.makings.list(plan_id=kept.plan_id) if one.id != making_id]
        before = [one for one in others if one.begun_at <= kept.begun_at]
        said = (*_next_time(before), *self._said_of_source(kept.plan_id))
        return MakingShown(
            kept.id,
            kept.plan_id,
            kept.revision,
            self.plans.get(kept.plan_id).head != kept.revision,
            kept.name,
            kept.begun_at,
            state.about,
            state.log,
            state.waits,
            bench_shown(spec, made, state, unit or made.bag.unit, drafted, self._paces()),
            self.makings.photos(making_id),
            _each_once(said),
            tuple(one.told["words"][state.at] for one in before if state.at in one.told.get("words", {})),
        )

    def _paces(self) -> dict[str, float]:
        """Return how many times the first guess the work takes, where the maker goes by that."""
        return usual_of(self.plans.kept("usual")).paces

    def said_before(self, plan_id: str) -> tuple[SaidBefore, ...]:
        """Return what was said for the next time when a plan was made, and what it was copied from."""
        said = (*_next_time(self.makings.list(plan_id=plan_id)), *self._said_of_source(plan_id))
        return _each_once(said)

    def _said_of_source(self, plan_id: str) -> list[SaidBefore]:
        sources = self.plans.copied_from(plan_id)
        return [
            one for plan in sources for one in _next_time(self.makings.list(plan_id=plan.id), of=plan.name)
        ]

    def of_plan(self, plan_id: str, unit: Unit) -> tuple[EntryShown, ...]:
        """Return the makings of a plan, newest change first."""
        return tuple(entry_shown(self._entry(one), unit) for one in self.makings.list(plan_id=plan_id))

    def _entry(self, kept: KeptMaking, photos: Sequence[KeptPhoto] = ()) -> Entry:
        told = kept.told
        words = ("who", "for_whom", "machine", "foot", "cloth", "at", "cost", "notes")
        return Entry(
            id=kept.id,
            plan=kept.plan_id,
            revision=kept.revision,
            name=kept.name,
            unit=told.get("unit", "cm"),
            begun_at=kept.begun_at,
            updated_at=kept.updated_at,
            finished_at=kept.finished_at or "",
            steps=int(told.get("steps", 0)),
            done=int(told.get("done", 0)),
            seconds=float(told.get("seconds", 0.0)),
            paces={place: tuple(pace) for place, pace in told.get("paces", {}).items()},
            bites={key: tuple(bite) for key, bite in told.get("bites", {}).items()},
            by_cloth=[tuple(row) for row in told.get("by_cloth", ())],
            sizes=[(label, planned, read) for label, planned, read in told.get("sizes", ())],
            mistakes=told.get("mistakes", ()),
            next_time=told.get("next_time", ()),
            photos=[(one.id, one.words) for one in photos],
            **{word: str(told.get(word, "")) for word in words},
        )

    def entries(self, *, put_away: bool = False, pictured: bool = True) -> list[Entry]:
        """Return the makings of the log, or those that were put away."""
        photos = self.makings.photos_by_making() if pictured else {}
        every = self.makings.list(put_away=put_away, limit=MOST)
        return [self._entry(self._told_now(one), photos.get(one.id, ())) for one in every]

    def _told_now(self, kept: KeptMaking) -> KeptMaking:
        """Return a making that tells of its paces and cloths: one kept before these were is told anew."""
        if "by_cloth" in kept.told:
            return kept
        self.makings.add(kept.id, (), partial(telling, drafted(valid(Spec, kept.spec))))
        return self.makings.get(kept.id)

    def log(self, unit: Unit, search: str = "") -> LogShown:
        """Return the log: makings that go on and that are finished, and what they teach."""
        away = self.entries(put_away=True)
        return log_shown(self.entries(), self.known(), unit, search, away)

    def known(self) -> tuple[Calibration, ...]:
        """Return what the makings taught, by maker, machine, foot, cloth and class of seam."""
        return calibrations(
            Found(Where(one.who, one.machine, one.foot, cloth, seam), mm, spread, readings, one.updated_at)
            for one in self.entries(pictured=False)
            for cloth, seam, mm, spread, readings in one.by_cloth
        )

    def offers(self, spec: Spec, unit: Unit) -> tuple[OfferShown, ...]:
        """Return what is known of the seams of a bag of its cloth: nothing is taken over unless asked for."""
        made = drafted(spec)
        cloth, view, out = made.bag.cloth("outer").label, View(unit, made.bag.unit), []
        for known in self.known():
            field = allowance_of(known.where.seam)
            label = made.bag.classes.get(known.where.seam)
            if known.where.cloth != cloth or label is None or field not in made.bag.values:
                continue
            now = field.of(made.bag)
            if abs(now - known.mm) > 2 * known.spread:
                told = known_shown(known, label, unit)
                mm = round(known.mm, 2)
                takes = ((str(field), _called(known), mm),)
                out.append(OfferShown(known.where.seam, told, view.with_unit(now), takes))
        return (*out, *self._stretch_offers(made, view))

    def _stretch_offers(self, made: Draft, view: View) -> Iterator[OfferShown]:
        """Yield for every strap that is stretched how strips of its cloth did, where it plans otherwise."""
        known = stretches(self._samples(), made.bag.cloth("outer").label)
        if known is None:
            return
        unit = made.bag.unit
        long, wide = SAMPLE_LONG.mm(unit) * known.longer, SAMPLE_WIDE.mm(unit) * known.narrower
        for item in made.bag.items:
            if not is_stretched(item):
                continue
            now = STRETCHES_TO.of(item)
            if max(abs(now - long), abs(NARROWS_TO.of(item) - wide)) > 0.5:
                told = stretches_shown(known, item.at, long, view)
                takes = tuple(
                    (str(field.in_(item.at)), "", round(mm, 2))
                    for field, mm in ((STRETCHES_TO, long), (NARROWS_TO, wide))
                )
                yield OfferShown(item.at, told, view.with_unit(now), takes)

    def add_photo(self, making_id: str, words: str, body: bytes, *, at: str | None = None) -> KeptPhoto:
        """Keep a photograph of a making, without where it was taken. Raises SpecProblems, MakingNotFound."""
        photo = photo_from(body)
        return self.makings.add_photo(making_id, words.strip()[:300], photo.whole, photo.small, at=at)

    def _samples(self) -> list[Sample]:
        rows = (self.plans.kept("samples") or {}).get("rows", [])
        return [valid(Sample, row) for row in rows]

    def _keep_samples(self, samples: Sequence[Sample]) -> None:
        self.plans.keep("samples", {"rows": [one.model_dump(mode="json") for one in samples]})

    def samples(self, unit: Unit) -> tuple[SampleShown, ...]:
        """Return the samples that were measured, the last first."""
        every = self._samples()
        found = [(n, one) for n, one in enumerate(every) if not one.away]
        return tuple(sample_shown(n, one, unit) for n, one in reversed(found))

    def add_sample(self, typed: SampleTyped) -> tuple[SampleShown, ...]:
        """Keep a sample, and return all of them. Raises SpecProblems where what was typed is none."""
        made = sample_of(typed, now_as_text())
        self._keep_samples([*self._samples(), made])
        return self.samples(typed.unit)

    def put_sample_away(self, number: int, unit: Unit) -> tuple[SampleShown, ...]:
        """Go by a sample no more; it is not deleted. Raises SpecProblems where there is no such one."""
        every = self._samples()
        if not 0 <= number < len(every):
            why = "There is no such sample."
            raise SpecProblems((Problem("sample", "number", str(number), why, "Open the log anew."),))
        every[number] = every[number].model_copy(update={"away": True})
        self._keep_samples(every)
        return self.samples(unit)

    def shrinks(self, cloth: str) -> ShrinksShown | None:
        """Return how a cloth, by its name, shrank before, or None where nobody washed a square of it."""
        found = shrinks(self._samples(), cloth)
        return shrinks_shown(found) if found else None


def _each_once(said: Sequence[SaidBefore]) -> tuple[SaidBefore, ...]:
    first: dict[str, SaidBefore] = {}
    for one in said:
        first.setdefault(one.said, one)
    return tuple(first.values())


def _next_time(makings: Sequence[KeptMaking], of: str = "") -> list[SaidBefore]:
    return [SaidBefore(line, of) for one in makings for line in one.told.get("next_time", ())]


def _of_its_pieces(made: Draft, event: Event) -> None:
    """Raise SpecProblems where *event* is of a piece, or a dimension, that the bag does not have."""
    match event:
        case events.Spoilt(piece=piece) | events.CutAgain(piece=piece):
            made.called(piece)
        case events.Took(sizes=sizes):
            for size in sizes:
                known = made.called(size.piece).sums
                if size.key not in known:
                    why, fix = f"It has no “{size.key[:40]}” to cut.", f"It has {', '.join(known)}."
                    raise SpecProblems((Problem("no-such-size", size.piece, size.key[:40], why, fix),))
        case _:
            return


def _called(known: Calibration) -> str:
    """Return what an allowance is called that is taken over from *known*."""
    where = known.where
    words = (where.seam, f"on {where.cloth}", where.machine, where.foot)
    return f"{' '.join(word for word in words if word)}, {known.readings} readings"[:120]


def _sewn_cloths(made: Draft, outer: str) -> tuple[tuple[Literal["outer", "lining"], str], ...]:
    """Return of which cloth what is sewn up is: the *outer* as it is told, and the lining of the plan."""
    lined = "lining" in made.bag.kinds.top.layers
    return (("outer", outer), *((("lining", made.bag.cloth("lining").label),) if lined else ()))


def _as_happened(events: Sequence[KeptEvent]) -> tuple[Happened, ...]:
    return tuple(Happened(one.id, _EVENT.validate_python(one.event), one.at) for one in events)


def telling(made: Draft, events: Sequence[KeptEvent]) -> tuple[dict[str, Any], bool]:
    """Return what the log shows of a making after *events*, as plain data, and whether its bag is made."""
    state = state_of(made.steps, _as_happened(events))
    return _told(made, state), state.finished


def _told(made: Draft, state: State) -> dict[str, Any]:
    """Return what the log shows of a making, as plain data."""
    learned = learned_of(made, state)
    last = last_measured(made.steps)
    sizes = [
        (read.label, read.mm, state.readings[last.key, read.id].mm)
        for read in (last.reads if last else ())
        if last and (last.key, read.id) in state.readings
    ]
    about, log = state.about, state.log
    paces = dict[str, tuple[float, float, int]]()
    for step in (step for step in made.steps if state.spent.get(step.key)):
        spent, guessed, steps = paces.get(place_of(step), (0.0, 0.0, 0))
        guess = 60 * minutes_of(made.plan, step.acts) * bags_of(state)
        paces[place_of(step)] = (spent + state.spent[step.key], guessed + guess, steps + 1)
    return {
        "unit": made.bag.unit,
        "who": about.who,
        "for_whom": about.for_whom,
        "machine": about.machine,
        "foot": about.foot,
        "cloth": about.cloth,
        "steps": len(made.steps),
        "done": len(state.done),
        "at": next((step.title for step in made.steps if step.key == state.at), ""),
        "seconds": state.seconds,
        "paces": paces,
        "bites": {
            seam: (made.bag.classes.get(seam, seam), bite.planned, bite.mm, bite.spread, bite.readings)
            for seam, bite in learned.bites.items()
        },
        "by_cloth": [
            (cloth, seam, bite.mm, bite.spread, bite.readings)
            for of, cloth in _sewn_cloths(made, about.cloth)
            for seam, bite in learned_of(made, state, of).bites.items()
        ],
        "sizes": sizes,
        "cost": log.cost,
        "notes": log.notes,
        "mistakes": log.mistakes,
        "next_time": log.next_time,
        "words": {key: words for key, words in state.notes.items() if words},
    }
