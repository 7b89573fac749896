"""Plans: begun, saved, renamed, copied, put away and taken back, never deleted."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ambitus.store.database import Database
from ambitus.store.tables import KeptRow, PlanRow, RevisionRow


class PlanNotFound(LookupError):
    """No plan has this id."""


class RevisionNotFound(LookupError):
    """The plan has no revision of this number."""


class PlanAway(RuntimeError):
    """The plan has been put away; it is taken back before it changes again."""


class PlanMoved(RuntimeError):
    """The plan has moved on since the revision that a save started from."""

    def __init__(self, head: int) -> None:
        super().__init__(head)
        self.head = head


@dataclass(frozen=True, slots=True)
class Plan:
    """A plan as the shelf shows it."""

    id: str
    name: str
    head: int
    printed: int | None
    created_at: str
    updated_at: str
    put_away_at: str | None
    summary: dict[str, Any]


@dataclass(frozen=True, slots=True)
class Revision:
    """One settled edit of a plan."""

    plan_id: str
    number: int
    spec: dict[str, Any]
    resolved: dict[str, Any]
    rules_version: int
    cut: dict[str, Any] | None
    cause: str
    saved_at: str


@dataclass(frozen=True, slots=True)
class Saved:
    """What is kept with every revision: the spec, what it resolved to, what was cut, the summary."""

    spec: dict[str, Any]
    resolved: dict[str, Any]
    rules_version: int
    cut: dict[str, Any] | None
    summary: dict[str, Any]


def now_as_text() -> str:
    """Return the time, as it is kept."""
    return datetime.now(UTC).isoformat(timespec="milliseconds")


def _plan(row: PlanRow) -> Plan:
    return Plan(
        row.id, row.name, row.head, row.printed, row.created_at, row.updated_at, row.put_away_at, row.summary
    )


def _revision(row: RevisionRow) -> Revision:
    return Revision(
        row.plan_id, row.number, row.spec, row.resolved, row.rules_version, row.cut, row.cause, row.saved_at
    )


class Plans:
    """The plans in one database. ``now`` is the clock, given so that a test can bring its own."""

    def __init__(self, database: Database, now: Callable[[], str] = now_as_text) -> None:
        self._writing, self._reading = database.writing, database.reading
        self._now = now

    def begin(self, name: str, saved: Saved, cause: str = "Begun") -> Plan:
        """Keep a new plan and its first revision."""
        with self._writing() as session:
            return _plan(self._add(session, name, saved, cause))

    def _add(
        self, session: Session, name: str, saved: Saved, cause: str, copied_from: str | None = None
    ) -> PlanRow:
        now = self._now()
        row = PlanRow(
            id=uuid4().hex,
            name=name,
            head=1,
            created_at=now,
            updated_at=now,
            summary=saved.summary,
            copied_from=copied_from,
        )
        session.add(row)
        session.flush()
        self._keep(session, row, 1, uuid4().hex, saved, cause)
        return row

    def _keep(
        self, session: Session, row: PlanRow, number: int, edit_id: str, saved: Saved, cause: str
    ) -> None:
        session.add(
            RevisionRow(
                plan_id=row.id,
                number=number,
                edit_id=edit_id,
                spec=saved.spec,
                resolved=saved.resolved,
                rules_version=saved.rules_version,
                cut=saved.cut,
                cause=cause[:300],
                saved_at=self._now(),
            )
        )

    def _row(self, session: Session, plan_id: str, *, changing: bool = False) -> PlanRow:
        row = session.get(PlanRow, plan_id)
        if row is None:
            raise PlanNotFound(plan_id)
        if changing and row.put_away_at is not None:
            raise PlanAway(row.name)
        return row

    def get(self, plan_id: str) -> Plan:
        """Return a plan, put away or not. Raises PlanNotFound."""
        with self._reading() as session:
            return _plan(self._row(session, plan_id))

    def list(
        self, *, put_away: bool = False, limit: int = 60, offset: int = 0
    ) -> tuple[tuple[Plan, ...], int]:
        """Return plans, newest change first, and how many there are in all."""
        where = PlanRow.put_away_at.is_not(None) if put_away else PlanRow.put_away_at.is_(None)
        with self._reading() as session:
            rows = session.scalars(
                select(PlanRow).where(where).order_by(PlanRow.updated_at.desc()).limit(limit).offset(offset)
            )
            plans = tuple(_plan(row) for row in rows)
            return plans, session.scalar(select(func.count()).select_from(PlanRow).where(where)) or 0

    def save(self, plan_id: str, saved: Saved, *, base: int, edit_id: str, cause: str) -> Plan:
        """
        Keep one settled edit as the next revision.

        The same *edit_id* sent again (an answer that got lost) is kept once.

        Raises:
            PlanNotFound, PlanAway: If the plan cannot be changed.
            PlanMoved: If *base* is no longer the newest revision.
        """
        return self.save_all(plan_id, [(saved, edit_id, cause)], base=base)

    def save_all(self, plan_id: str, edits: Sequence[tuple[Saved, str, str]], *, base: int) -> Plan:
        """
        Keep several edits, each with its id and cause, as the next revisions: all of them or none.

        Raises as ``save``.
        """
        with self._writing() as session:
            row = self._row(session, plan_id)
            again = session.scalar(
                select(RevisionRow.number).where(
                    RevisionRow.plan_id == plan_id, RevisionRow.edit_id == edits[0][1]
                )
            )
            if again is not None:
                if again + len(edits) - 1 != row.head:
                    # it is kept, and somebody else has gone on from it since
                    raise PlanMoved(row.head)
                return _plan(row)
            row = self._row(session, plan_id, changing=True)
            if base != row.head:
                raise PlanMoved(row.head)
            for saved, edit_id, cause in edits:
                row.head += 1
                row.updated_at, row.summary = self._now(), saved.summary
                self._keep(session, row, row.head, edit_id, saved, cause)
            return _plan(row)

    def rename(self, plan_id: str, name: str) -> Plan:
        """Give a plan another name."""
        with self._writing() as session:
            row = self._row(session, plan_id, changing=True)
            row.name, row.updated_at = name, self._now()
            return _plan(row)

    def copy(self, plan_id: str, name: str) -> Plan:
        """Begin a new plan from a plan's newest revision."""
        with self._writing() as session:
            row = self._row(session, plan_id)
            head = session.get_one(RevisionRow, (plan_id, row.head))
            saved = Saved(head.spec, head.resolved, head.rules_version, head.cut, row.summary)
            return _plan(self._add(session, name, saved, f"Copied from {row.name}", row.id))

    def copied_from(self, plan_id: str) -> tuple[Plan, ...]:
        """Return the plan that a plan was copied from, the one that that was copied from, and so on."""
        out: list[Plan] = []
        with self._reading() as session:
            row: PlanRow | None = self._row(session, plan_id)
            while row is not None and row.copied_from:
                row = session.get(PlanRow, row.copied_from)
                out += [_plan(row)] if row is not None else []
        return tuple(out)

    def put_away(self, plan_id: str) -> Plan:
        """Take a plan off the shelf. Nothing of it is deleted."""
        return self._move(plan_id, away=True)

    def take_back(self, plan_id: str) -> Plan:
        """Put a plan back on the shelf."""
        return self._move(plan_id, away=False)

    def _move(self, plan_id: str, *, away: bool) -> Plan:
        with self._writing() as session:
            row = self._row(session, plan_id)
            row.put_away_at = (row.put_away_at or self._now()) if away else None
            return _plan(row)

    def printed(self, plan_id: str, number: int) -> Plan:
        """Remember which revision was last printed. Raises RevisionNotFound."""
        with self._writing() as session:
            row = self._row(session, plan_id)
            if session.get(RevisionRow, (plan_id, number)) is None:
                raise RevisionNotFound(number)
            row.printed = number
            return _plan(row)

    def revision(self, plan_id: str, number: int | None = None) -> Revision:
        """Return a revision, the newest if no number is given. Raises RevisionNotFound."""
        with self._reading() as session:
            row = self._row(session, plan_id)
            found = session.get(RevisionRow, (plan_id, row.head if number is None else number))
            if found is None:
                raise RevisionNotFound(number)
            return _revision(found)

    def revisions(self, plan_id: str, *, limit: int = 200, before: int | None = None) -> tuple[Revision, ...]:
        """Return a plan's revisions, newest first; those *before* a number where it is given."""
        with self._reading() as session:
            self._row(session, plan_id)
            rows = session.scalars(
                select(RevisionRow)
                .where(RevisionRow.plan_id == plan_id)
                .where(RevisionRow.number < (2**31 if before is None else before))
                .order_by(RevisionRow.number.desc())
                .limit(limit)
            )
            return tuple(_revision(row) for row in rows)

    def kept(self, name: str) -> dict[str, Any] | None:
        """Return a small thing kept by name, or None."""
        with self._reading() as session:
            row = session.get(KeptRow, name)
            return row.value if row else None

    def keep(self, name: str, value: dict[str, Any]) -> None:
        """Keep a small thing by name."""
        with self._writing() as session:
            session.merge(KeptRow(name=name, value=value))
