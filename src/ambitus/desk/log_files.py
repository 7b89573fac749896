"""The log as files: a table, by which earlier records come in too, and all of it as JSON."""

import json
from collections import Counter
from dataclasses import dataclass, replace
from functools import partial

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.lengths import Unit
from ambitus.core.making.events import About, Event, Finished, Logged, Worked
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.log import entry_shown
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted
from ambitus.desk.makings import MOST, MakingDesk, telling
from ambitus.files.log_csv import BETWEEN, LogRead, LogRow, log_csv, log_from_csv
from ambitus.files.plain import plain_json
from ambitus.files.problems import valid
from ambitus.store import PlanNotFound


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
    """
    How many makings of a file were taken in, what is wrong with others, and what of them the file could not
    tell, as words.
    """

    taken: int
    problems: tuple[Problem, ...]
    left: str = ""


class LogFiles:
    """The log of one maker, out to files and in from them."""

    def __init__(self, desk: MakingDesk) -> None:
        self._desk, self._makings, self._plans = desk, desk.makings, desk.plans

    def as_csv(self, unit: Unit) -> str:
        """Return the log as a table."""
        rows = []
        for entry in self._desk.entries(pictured=False):
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
                BETWEEN.join(told.measured),
                BETWEEN.join(told.seams),
                told.notes,
                BETWEEN.join(told.mistakes),
                BETWEEN.join(told.next_time),
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
                "events": [{"id": e.id, "at": e.at, "event": e.event} for e in self._makings.events(one.id)],
            }
            for one in self._makings.list(limit=MOST)
        ]
        return json.dumps({"version": 1, "makings": every}, indent=2, ensure_ascii=False)

    def take_in(self, text: str) -> TakenBack:
        """
        Take makings in that were written as JSON, or that a table tells of: what is there already is not
        taken twice, and a making of a plan that is not here is told.

        Raises:
            SpecProblems: If it is neither.
        """
        return self._from_json(text) if text.lstrip("\ufeff \r\n\t").startswith("{") else self._from_csv(text)

    def _from_json(self, text: str) -> TakenBack:
        fix = "Choose a file that was saved from the log as JSON."
        found = plain_json(text)
        rows = found.get("makings") if isinstance(found, dict) else None
        if not isinstance(rows, list):
            raise SpecProblems((Problem("log-file", "text", "", "It holds no makings.", fix),))
        there = {one.id for one in self._makings.list(limit=MOST)}
        taken, problems = 0, list[Problem]()
        for n, row in enumerate(rows[:MOST]):
            try:
                made = valid(_Written, row)
                self._plans.get(made.plan)
            except PlanNotFound:
                problems.append(_no_plan(f"makings.{n}", made.name, made.plan))
                continue
            except SpecProblems as bad:
                problems += [replace(p, field=f"makings.{n}.{p.field}") for p in bad.problems]
                continue
            tell = partial(telling, drafted(made.spec))
            if made.id not in there:
                plain = made.spec.model_dump(mode="json")
                told, _ = tell(())
                self._makings.begin(
                    made.plan, made.revision, made.name, plain, told, at=made.begun_at, making_id=made.id
                )
                taken += 1
            events = [(one.id, one.event.model_dump(mode="json"), one.at) for one in made.events]
            self._makings.add(made.id, events, tell)
        return TakenBack(taken, tuple(problems))

    def _from_csv(self, text: str) -> TakenBack:
        rows, wrong = log_from_csv(text)
        plans = {plan.name: plan for plan in reversed(self._plans.list(limit=MOST)[0])}
        # what was put away is not taken in again either
        kept = (one for away in (False, True) for one in self._desk.entries(put_away=away, pictured=False))
        there = Counter((one.plan, one.begun_at[:10], one.who, one.for_whom) for one in kept)
        taken, problems, left = 0, list(wrong), False
        for number, row in rows:
            plan = plans.get(row.name)
            if plan is None:
                problems.append(_no_plan(f"row {number}, name", row.name, row.name))
                continue
            known = (plan.id, row.begun, row.words["who"], row.words["for"])
            if there[known]:
                there[known] -= 1
                continue
            self._begun_then(plan.id, row)
            taken, left = taken + 1, left or row.measured
        told = "What was measured is words in a table, and is not taken over; as JSON it comes along."
        return TakenBack(taken, tuple(problems), told if left else "")

    def _begun_then(self, plan_id: str, row: LogRead) -> None:
        """Keep a making that a table tells of: it is of the plan as it stands now."""
        words = row.words
        about = About(
            who=words["who"][:120],
            for_whom=words["for"][:120],
            machine=words["machine"][:120],
            foot=words["foot"][:120],
            cloth=words["cloth"][:120],
        )
        making = self._desk.begin(plan_id, about, at=row.begun)
        logged = Logged(
            notes=words["notes"][:4000],
            cost=words["cost"][:120],
            mistakes=[line[:600] for line in row.mistakes[:40]],
            next_time=[line[:600] for line in row.next_time[:40]],
        )
        happened: list[tuple[str, Event]] = [("logged", logged), ("worked", Worked(seconds=row.seconds))]
        happened += [("finished", Finished())] if row.finished else []
        self._desk.happen(making, happened, at=row.finished or row.begun)


def _no_plan(field: str, name: str, value: str) -> Problem:
    why = f"“{name[:60]}” is of a plan that is not here."
    return Problem("no-plan", field, value[:60], why, "Bring its plan in first, or call it so.")
