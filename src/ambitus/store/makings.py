"""Makings: begun, added to event by event, put away and taken back, never deleted."""

import builtins
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

from sqlalchemy import literal_column, select
from sqlalchemy.orm import Session

from ambitus.store.database import Database
from ambitus.store.plans import now_as_text
from ambitus.store.tables import MakingEventRow, MakingPhotoRow, MakingRow


class MakingNotFound(LookupError):
    """No making has this id."""


class PhotoNotFound(LookupError):
    """No photograph has this id."""


@dataclass(frozen=True, slots=True)
class KeptEvent:
    """Something that happened, as it is kept."""

    number: int
    id: str
    event: dict[str, Any]
    at: str


@dataclass(frozen=True, slots=True)
class KeptMaking:
    """A making as it is kept; ``told`` is what the log shows of it without drafting it."""

    id: str
    plan_id: str
    revision: int
    name: str
    spec: dict[str, Any]
    told: dict[str, Any]
    begun_at: str
    updated_at: str
    finished_at: str | None
    put_away_at: str | None


@dataclass(frozen=True, slots=True)
class KeptPhoto:
    """A photograph of a making, without its picture."""

    id: str
    words: str
    taken_at: str


def _kept(row: MakingRow) -> KeptMaking:
    return KeptMaking(
        row.id,
        row.plan_id,
        row.revision,
        row.name,
        row.spec,
        row.told,
        row.begun_at,
        row.updated_at,
        row.finished_at,
        row.put_away_at,
    )


class Makings:
    """The makings in one database. ``now`` is the clock, given so that a test can bring its own."""

    def __init__(self, database: Database, now: Callable[[], str] = now_as_text) -> None:
        self._writing, self._reading = database.writing, database.reading
        self._now = now

    def _row(self, session: Session, making_id: str) -> MakingRow:
        row = session.get(MakingRow, making_id)
        if row is None:
            raise MakingNotFound(making_id)
        return row

    def begin(
        self,
        plan_id: str,
        revision: int,
        name: str,
        spec: dict[str, Any],
        told: dict[str, Any],
        *,
        at: str | None = None,
        making_id: str = "",
    ) -> KeptMaking:
        """Begin a making of a revision of a plan; *at* is when, where that is not now, *making_id* its id."""
        with self._writing() as session:
            now = at or self._now()
            row = MakingRow(
                id=making_id or uuid4().hex,
                plan_id=plan_id,
                revision=revision,
                name=name,
                spec=spec,
                told=told,
                begun_at=now,
                updated_at=now,
            )
            session.add(row)
            session.flush()
            return _kept(row)

    def get(self, making_id: str) -> KeptMaking:
        """Return one making."""
        with self._reading() as session:
            return _kept(self._row(session, making_id))

    def list(self, *, plan_id: str = "", put_away: bool = False, limit: int = 500) -> tuple[KeptMaking, ...]:
        """Return makings, of one plan or of all, newest change first."""
        away = MakingRow.put_away_at.is_not(None) if put_away else MakingRow.put_away_at.is_(None)
        asked = select(MakingRow).where(away)
        if plan_id:
            asked = asked.where(MakingRow.plan_id == plan_id)
        with self._reading() as session:
            rows = session.scalars(
                asked.order_by(MakingRow.updated_at.desc(), literal_column("rowid").desc()).limit(limit)
            )
            return tuple(_kept(row) for row in rows)

    def events(self, making_id: str) -> tuple[KeptEvent, ...]:
        """Return all that happened in a making, in order."""
        with self._reading() as session:
            self._row(session, making_id)
            return tuple(self._events(session, making_id))

    def _events(self, session: Session, making_id: str) -> "builtins.list[KeptEvent]":
        rows = session.scalars(
            select(MakingEventRow)
            .where(MakingEventRow.making_id == making_id)
            .order_by(MakingEventRow.number)
        )
        return [KeptEvent(r.number, r.event_id, r.event, r.at) for r in rows]

    def add(
        self,
        making_id: str,
        events: Iterable[tuple[str, Mapping[str, Any], str]],
        tell: Callable[[Sequence[KeptEvent]], tuple[dict[str, Any], bool]],
    ) -> None:
        """
        Keep what happened: id, event, and when, or "" for now. What is there already is not kept again.

        *tell* returns of all that happened what the log shows, and whether the bag is made: that is kept with
        it, all or nothing, so that of two tabs neither forgets the other's.
        """
        with self._writing() as session:
            row, now = self._row(session, making_id), self._now()
            happened = self._events(session, making_id)
            known = {one.id for one in happened}
            for event_id, event, at in events:
                if event_id in known:
                    continue
                known.add(event_id)
                happened.append(KeptEvent(len(happened) + 1, event_id, dict(event), at or now))
                one = happened[-1]
                session.add(
                    MakingEventRow(
                        making_id=making_id, number=one.number, event_id=one.id, event=one.event, at=one.at
                    )
                )
            row.told, finished = tell(happened)
            row.updated_at = happened[-1].at if happened else now
            row.finished_at = (row.finished_at or row.updated_at) if finished else None

    def put_away(self, making_id: str, *, back: bool = False) -> KeptMaking:
        """Take a making out of the log, or *back* into it."""
        with self._writing() as session:
            row = self._row(session, making_id)
            row.put_away_at = None if back else self._now()
            session.flush()
            return _kept(row)

    def add_photo(
        self, making_id: str, words: str, photo: bytes, small: bytes, *, at: str | None = None
    ) -> KeptPhoto:
        """Keep a photograph of a making."""
        with self._writing() as session:
            self._row(session, making_id)
            row = MakingPhotoRow(
                id=uuid4().hex,
                making_id=making_id,
                words=words,
                photo=photo,
                small=small,
                taken_at=at or self._now(),
            )
            session.add(row)
            session.flush()
            return KeptPhoto(row.id, row.words, row.taken_at)

    def photos(self, making_id: str) -> tuple[KeptPhoto, ...]:
        """Return the photographs of a making, the first first."""
        with self._reading() as session:
            rows = session.scalars(
                select(MakingPhotoRow)
                .where(MakingPhotoRow.making_id == making_id, MakingPhotoRow.put_away_at.is_(None))
                .order_by(MakingPhotoRow.taken_at)
            )
            return tuple(KeptPhoto(row.id, row.words, row.taken_at) for row in rows)

    def photos_by_making(self) -> Mapping[str, tuple[KeptPhoto, ...]]:
        """Return the photographs of every making that has some, the first first."""
        out: dict[str, tuple[KeptPhoto, ...]] = {}
        with self._reading() as session:
            shown = MakingPhotoRow.put_away_at.is_(None)
            for row in session.scalars(select(MakingPhotoRow).where(shown).order_by(MakingPhotoRow.taken_at)):
                photo = KeptPhoto(row.id, row.words, row.taken_at)
                out[row.making_id] = (*out.get(row.making_id, ()), photo)
        return out

    def photo(self, photo_id: str, *, small: bool) -> bytes:
        """Return a photograph as JPEG. Raises PhotoNotFound."""
        with self._reading() as session:
            row = session.get(MakingPhotoRow, photo_id)
            if row is None:
                raise PhotoNotFound(photo_id)
            return row.small if small else row.photo

    def put_photo_away(self, photo_id: str) -> None:
        """Show a photograph no more; it is not deleted."""
        with self._writing() as session:
            row = session.get(MakingPhotoRow, photo_id)
            if row is None:
                raise PhotoNotFound(photo_id)
            row.put_away_at = self._now()
