"""The stash: things added, changed, used up and taken back, never deleted."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

from sqlalchemy import literal_column, select
from sqlalchemy.orm import Session

from ambitus.store.database import Database
from ambitus.store.plans import now_as_text
from ambitus.store.tables import StashRow


class ThingNotFound(LookupError):
    """Nothing in the stash has this id."""


@dataclass(frozen=True, slots=True)
class Kept:
    """A thing as it is kept; ``photo_at`` is when its photograph was taken over."""

    id: str
    thing: dict[str, Any]
    photo_at: str | None
    created_at: str
    updated_at: str
    used_up_at: str | None


def _kept(row: StashRow) -> Kept:
    return Kept(row.id, row.thing, row.photo_at, row.created_at, row.updated_at, row.used_up_at)


class Stash:
    """The things in one database. ``now`` is the clock, given so that a test can bring its own."""

    def __init__(self, database: Database, now: Callable[[], str] = now_as_text) -> None:
        self._writing, self._reading = database.writing, database.reading
        self._now = now

    def _row(self, session: Session, thing_id: str) -> StashRow:
        row = session.get(StashRow, thing_id)
        if row is None:
            raise ThingNotFound(thing_id)
        return row

    def _new(self, session: Session, thing: dict[str, Any]) -> StashRow:
        now = self._now()
        row = StashRow(id=uuid4().hex, kind=thing["kind"], thing=thing, created_at=now, updated_at=now)
        session.add(row)
        return row

    def things(self, *, used_up: bool = False, limit: int = 2_000) -> tuple[Kept, ...]:
        """Return things in the stash, or those used up, newest change first."""
        gone = StashRow.used_up_at.is_not(None) if used_up else StashRow.used_up_at.is_(None)
        # of those that came at once the last comes first
        with self._reading() as session:
            rows = session.scalars(
                select(StashRow)
                .where(gone)
                .order_by(StashRow.updated_at.desc(), literal_column("rowid").desc())
                .limit(limit)
            )
            return tuple(_kept(row) for row in rows)

    def get(self, thing_id: str) -> Kept:
        """Return one thing."""
        with self._reading() as session:
            return _kept(self._row(session, thing_id))

    def add(self, things: Iterable[dict[str, Any]]) -> tuple[Kept, ...]:
        """Add things, all of them or none."""
        with self._writing() as session:
            rows = [self._new(session, thing) for thing in things]
            session.flush()
            return tuple(_kept(row) for row in rows)

    def change(self, thing_id: str, thing: dict[str, Any]) -> Kept:
        """Keep a thing as it is now."""
        with self._writing() as session:
            row = self._row(session, thing_id)
            row.kind, row.thing, row.updated_at = thing["kind"], thing, self._now()
            session.flush()
            return _kept(row)

    def use_up(self, thing_id: str, *, back: bool = False) -> Kept:
        """Take a thing out of the stash, or *back* into it."""
        with self._writing() as session:
            row = self._row(session, thing_id)
            row.used_up_at = None if back else self._now()
            session.flush()
            return _kept(row)

    def cut(
        self, used: Iterable[tuple[str, dict[str, Any] | None]], left: Iterable[dict[str, Any]]
    ) -> tuple[Kept, ...]:
        """
        Keep what a making leaves, all of it or nothing: each thing *used* as it is now, or used up, and what
        is *left* as things of their own, which are returned.
        """
        with self._writing() as session:
            now = self._now()
            for thing_id, thing in used:
                row = self._row(session, thing_id)
                row.updated_at = now
                if thing is None:
                    row.used_up_at = now
                else:
                    row.thing = thing
            rows = [self._new(session, thing) for thing in left]
            session.flush()
            return tuple(_kept(row) for row in rows)

    def take_photo(self, thing_id: str, photo: bytes | None, photo_type: str) -> Kept:
        """Keep a photograph of a thing, or none of it any more."""
        with self._writing() as session:
            row = self._row(session, thing_id)
            row.photo, row.photo_type = photo, photo_type if photo else None
            row.photo_at = self._now() if photo else None
            session.flush()
            return _kept(row)

    def photo(self, thing_id: str) -> tuple[bytes, str] | None:
        """Return the photograph of a thing and what kind of picture it is, or None."""
        with self._reading() as session:
            row = self._row(session, thing_id)
            return (row.photo, row.photo_type) if row.photo and row.photo_type else None
