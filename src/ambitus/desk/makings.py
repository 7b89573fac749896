"""Makings as they are worked with: begun from a plan, gone through step by step, logged, learned from."""

import json
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ambitus.core.draft import Draft
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.learning.calibrations import Calibration, Found, Where, calibrations
from ambitus.core.learning.samples import Sample, SampleTyped, sample_of, shrinks
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
)
from ambitus.core.spec.model import Spec
from ambitus.core.steps.model import last_measured
from ambitus.desk.drafting import drafted, spec_of
from ambitus.files.log_csv import LogRow, log_csv
from ambitus.files.photos import photo_from
from ambitus.files.plain import plain_json
from ambitus.files.problems import valid
from ambitus.store import KeptMaking, KeptPhoto, Makings, PlanNotFound, Plans
from ambitus.store.plans import now_as_text

_EVENT: TypeAdapter[Event] = TypeAdapter(Event)


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
    #: what was said for the next time when this plan was made before
    next_time: tuple[str, ...]
    #: words at this step, from makings of this plan before
    noted_before: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class OfferShown:
    """
    What is known of a class of seam of a plan: the sentence, the allowance as it is planned, and as it would
    be: the field, what it would be called, and how deep in mm.
    """

    seam: str
    known: KnownShown
    now: str
    path: str
    name: str
    mm: float


class _WrittenEvent(BaseModel):
    """Something that happened, as it is written."""

    model_config = ConfigDict(extra="forbid")
    id: str = Field(min_length=1, max_length=64)
    at: str = Field(max_length=32)
    event: Event


class _Written(BaseModel):
    """A making as it is written, with all that happened in it."""

    model_config = ConfigDict(extra="forbid")
    id: str = Field(pattern="^[0-9a-f]{32}$")
    plan: str = Field(max_length=40)
    revision: int = Field(ge=1, le=10**9)
    name: str = Field(max_length=200)
    begun_at: str = Field(max_length=32)
    spec: Spec
    events: list[_WrittenEvent] = Field(default_factory=list, max_length=5_000)


@dataclass(frozen=True, slots=True)
class TakenBack:
    """How many makings of a file were taken in, and what is wrong with others."""

    taken: int
    problems: tuple[Problem, ...]


class MakingDesk:
    """The makings of one maker."""

    def __init__(self, makings: Makings, plans: Plans) -> None:
        self.makings, self._plans = makings, plans

    def begin(self, plan_id: str, about: About, revision: int | None = None, *, at: str | None = None) -> str:
        """Begin a making of a plan's newest revision, or of another, and return its id."""
        plan = self._plans.get(plan_id)
        kept = self._plans.revision(plan_id, revision or plan.head)
        spec = spec_of(kept)
        made = drafted(spec)
        about = about.model_copy(update={"cloth": about.cloth or made.bag.cloth("outer").label})
        told = _told(made, state_of(made.steps, ()))
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
        plain = [(id_, event.model_dump(mode="json")) for id_, event in new.items()]
        self.makings.add(making_id, plain, at=at)
        state = state_of(made.steps, [*before, *(Happened(id_, event) for id_, event in new.items())])
        self.makings.tell(making_id, _told(made, state), finished=state.finished, at=at)

    def _happened(self, making_id: str) -> tuple[Happened, ...]:
        return tuple(
            Happened(one.id, _EVENT.validate_python(one.event), one.at)
            for one in self.makings.events(making_id)
        )

    def open(self, making_id: str, unit: Unit | None = None) -> MakingShown:
        """Return a making as it stands."""
        kept = self.makings.get(making_id)
        spec = valid(Spec, kept.spec)
        made = drafted(spec)
        state = state_of(made.steps, self._happened(making_id))
        others = [one for one in self.makings.list(plan_id=kept.plan_id) if one.id != making_id]
        before = [one for one in others if one.begun_at <= kept.begun_at]
        return MakingShown(
            kept.id,
            kept.plan_id,
            kept.revision,
            self._plans.get(kept.plan_id).head != kept.revision,
            kept.name,
            kept.begun_at,
            state.about,
            state.log,
            state.waits,
            bench_shown(spec, made, state, unit or made.bag.unit, drafted),
            self.makings.photos(making_id),
            tuple(line for one in before for line in one.told.get("next_time", ())),
            tuple(one.told["words"][state.at] for one in before if state.at in one.told.get("words", {})),
        )

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
            guessed=float(told.get("guessed", 0.0)),
            timed=int(told.get("timed", 0)),
            bites={key: tuple(bite) for key, bite in told.get("bites", {}).items()},
            sizes=[(label, planned, read) for label, planned, read in told.get("sizes", ())],
            mistakes=told.get("mistakes", ()),
            next_time=told.get("next_time", ()),
            photos=[(one.id, one.words) for one in photos],
            **{word: str(told.get(word, "")) for word in words},
        )

    def _entries(self, *, put_away: bool = False, pictured: bool = True) -> list[Entry]:
        photos = self.makings.photos_by_making() if pictured else {}
        return [self._entry(one, photos.get(one.id, ())) for one in self.makings.list(put_away=put_away)]

    def log(self, unit: Unit, search: str = "") -> LogShown:
        """Return the log: makings that go on and that are finished, and what they teach."""
        away = self._entries(put_away=True)
        return log_shown(self._entries(), self.known(), unit, search, away)

    def known(self) -> tuple[Calibration, ...]:
        """Return what the makings taught, by maker, machine, foot, cloth and class of seam."""
        return calibrations(
            Found(
                Where(one.who, one.machine, one.foot, one.cloth, seam), mm, spread, readings, one.updated_at
            )
            for one in self._entries(pictured=False)
            for seam, (_, _, mm, spread, readings) in one.bites.items()
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
                out.append(
                    OfferShown(known.where.seam, told, view.with_unit(now), str(field), _called(known), mm)
                )
        return tuple(out)

    def add_photo(self, making_id: str, words: str, body: bytes, *, at: str | None = None) -> KeptPhoto:
        """Keep a photograph of a making, without where it was taken. Raises SpecProblems, MakingNotFound."""
        photo = photo_from(body)
        return self.makings.add_photo(making_id, words.strip()[:300], photo.whole, photo.small, at=at)

    def _samples(self) -> list[Sample]:
        rows = (self._plans.kept("samples") or {}).get("rows", [])
        return [valid(Sample, row) for row in rows]

    def _keep_samples(self, samples: Sequence[Sample]) -> None:
        self._plans.keep("samples", {"rows": [one.model_dump(mode="json") for one in samples]})

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

    def as_csv(self, unit: Unit) -> str:
        """Return the log as a table."""
        rows = []
        for entry in self._entries(pictured=False):
            told = entry_shown(entry, unit)
            cells = (
                told.name,
                entry.begun_at[:10],
                entry.finished_at[:10],
                told.who,
                told.for_whom,
                entry.machine,
                entry.foot,
                entry.cloth,
                f"{entry.seconds / 60:.0f}" if entry.seconds else "",
                told.cost,
                "; ".join(told.measured),
                "; ".join(told.seams),
                told.notes,
                "; ".join(told.mistakes),
                "; ".join(told.next_time),
            )
            rows.append(LogRow(tuple(cell.replace("\xa0", " ") for cell in cells)))
        return log_csv(rows)

    def as_json(self) -> str:
        """Return every making with all that happened in it, lengths in mm."""
        every = [
            {
                "id": one.id,
                "plan": one.plan_id,
                "revision": one.revision,
                "name": one.name,
                "begun_at": one.begun_at,
                "spec": one.spec,
                "events": [{"id": e.id, "at": e.at, "event": e.event} for e in self.makings.events(one.id)],
            }
            for one in self.makings.list(limit=10_000)
        ]
        return json.dumps({"version": 1, "makings": every}, indent=2, ensure_ascii=False)

    def from_json(self, text: str) -> TakenBack:
        """
        Take makings in that were written as JSON: what is there already is not taken twice, and a making of a
        plan that is not here is told. Raises SpecProblems where it is no such file.
        """
        fix = "Choose a file that was saved from the log as JSON."
        found = plain_json(text)
        rows = found.get("makings") if isinstance(found, dict) else None
        if not isinstance(rows, list):
            raise SpecProblems((Problem("log-file", "text", "", "It holds no makings.", fix),))
        there = {one.id for one in self.makings.list(limit=10_000)}
        taken, problems = 0, list[Problem]()
        for n, row in enumerate(rows[:10_000]):
            try:
                made = valid(_Written, row)
                self._plans.get(made.plan)
            except PlanNotFound:
                why = f"“{made.name}” is of a plan that is not here."
                problems.append(
                    Problem("no-plan", f"makings.{n}", made.plan, why, "Bring its plan in first.")
                )
                continue
            except SpecProblems as bad:
                problems += [replace(p, field=f"makings.{n}.{p.field}") for p in bad.problems]
                continue
            if made.id not in there:
                draft = drafted(made.spec)
                plain, told = made.spec.model_dump(mode="json"), _told(draft, state_of(draft.steps, ()))
                self.makings.begin(
                    made.plan, made.revision, made.name, plain, told, at=made.begun_at, making_id=made.id
                )
                taken += 1
            for one in made.events:
                self.makings.add(made.id, [(one.id, one.event.model_dump(mode="json"))], at=one.at)
            draft = drafted(made.spec)
            state = state_of(draft.steps, self._happened(made.id))
            last = made.events[-1].at if made.events else made.begun_at
            self.makings.tell(made.id, _told(draft, state), finished=state.finished, at=last)
        return TakenBack(taken, tuple(problems))


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
    timed = [step for step in made.steps if state.spent.get(step.key)]
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
        "guessed": sum(60 * minutes_of(made.plan, step.acts) for step in timed) * bags_of(state),
        "timed": len(timed),
        "bites": {
            seam: (made.bag.classes.get(seam, seam), bite.planned, bite.mm, bite.spread, bite.readings)
            for seam, bite in learned.bites.items()
        },
        "sizes": sizes,
        "cost": log.cost,
        "notes": log.notes,
        "mistakes": log.mistakes,
        "next_time": log.next_time,
        "words": {key: words for key, words in state.notes.items() if words},
    }
