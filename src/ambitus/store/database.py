"""Opening the file: WAL, full sync, foreign keys, migrations at start. And noticing when it is gone."""

import os
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from sqlalchemy import Engine, create_engine, event
from sqlalchemy.exc import DatabaseError, OperationalError
from sqlalchemy.orm import Session, sessionmaker
from sqlalchemy.pool import QueuePool

from ambitus.store.known import Kind, kind_of, migrated


class CannotOpen(RuntimeError):
    """The plans cannot be opened; ``why`` and ``fix`` are for people."""

    def __init__(self, why: str, fix: str) -> None:
        super().__init__(why, fix)
        self.why, self.fix = why, fix


class CannotKeep(RuntimeError):
    """Something cannot be kept, and is not: the disk is full, or may not be written to."""

    def __init__(self, why: str, fix: str) -> None:
        super().__init__(why, fix)
        self.why, self.fix = why, fix


class DatabaseGone(RuntimeError):
    """The file of the plans was moved, deleted or changed for another while the product ran."""

    def __init__(self, path: Path, why: str) -> None:
        super().__init__(path, why)
        self.path, self.why = path, why
        self.fix = "Put it back where it was. If it is lost, stop Ambitus and restore a backup."


def uri(path: Path, mode: str) -> str:
    """Return what SQLite opens *path* by: whatever letters are in its name, and never making it anew."""
    return f"{path.absolute().as_uri()}?mode={mode}"


@dataclass(frozen=True, slots=True)
class Database:
    """An open database file, migrated to the newest tables."""

    path: Path
    engine: Engine
    session: sessionmaker[Session]
    #: which file it is, whatever its name becomes
    file: tuple[int, int]

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()

    def in_place(self) -> None:
        """Raise DatabaseGone where the file that is open is not the one of its name."""
        try:
            now = os.stat(self.path)
        except OSError as bad:
            why = f"The file that keeps the plans, {self.path}, is not there any more."
            raise DatabaseGone(self.path, why) from bad
        if (now.st_dev, now.st_ino) != self.file:
            why = f"Another file has been put where the plans are kept, {self.path}."
            raise DatabaseGone(self.path, why)

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """
        Yield a session that is kept whole when it ends, or not at all.

        Raises:
            DatabaseGone: If what was written would not be found again.
            CannotKeep: If the disk is full or may not be written to.
        """
        self.in_place()
        with self._told(), self.session.begin() as session:
            yield session
        self.in_place()

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """Yield a session to read with. Raises DatabaseGone where there is nothing to read."""
        with self._told(), self.session() as session:
            yield session

    @contextmanager
    def _told(self) -> Iterator[None]:
        try:
            yield
        except (OperationalError, DatabaseError) as bad:
            self.in_place()
            raise CannotKeep(*_why_not(self.path, str(bad.orig))) from bad


def _why_not(path: Path, said: str) -> tuple[str, str]:
    """Return in a maker's words what SQLite says, and what helps."""
    if "full" in said:
        return f"The disk that keeps the plans, {path.parent}, is full.", "Make room on it, then try again."
    if "readonly" in said or "unable to open" in said:
        return f"{path} may not be written to.", "See whose file and folder it is, or use another folder."
    if "locked" in said:
        return f"{path} is held by another program.", "Close what else works on it, then try again."
    if "malformed" in said or "not a database" in said:
        return f"{path} is damaged.", "Move it away and restore a backup."
    return f"{path} cannot be used: {said}.", "See whether its disk is sound; restore a backup if it is not."


def _made(path: Path) -> None:
    """Make sure that there is a file of plans at *path*, and no other. Raises CannotOpen."""
    elsewhere = "Give another folder with --data."
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
    except OSError as bad:
        why = f"The folder {path.parent} cannot be made: {bad.strerror}."
        raise CannotOpen(why, elsewhere) from bad
    try:
        with closing(sqlite3.connect(uri(path, "rwc"), uri=True, timeout=15)) as opened:
            kind = kind_of(opened)
            if kind in (Kind.EMPTY, Kind.OURS):
                # a file that may be read and not written is found out here, not at the first save
                opened.execute("BEGIN IMMEDIATE")
                opened.execute("ROLLBACK")
    except sqlite3.Error as bad:
        why, fix = _why_not(path, str(bad))
        raise CannotOpen(why, f"{fix} Or: {elsewhere[0].lower()}{elsewhere[1:]}") from bad
    if kind is Kind.NEWER:
        why = f"The plans in {path} were kept by a newer Ambitus."
        raise CannotOpen(why, f"Update Ambitus. Or: {elsewhere[0].lower()}{elsewhere[1:]}")
    if kind is Kind.FOREIGN:
        raise CannotOpen(f"{path} holds something else than plans.", f"Move it away. {elsewhere}")


def open_database(path: Path) -> Database:
    """
    Open, and if need be make, the database at *path*.

    A save is on the disk when it is acknowledged: the journal is written ahead (WAL) and synced in
    full at every commit.

    Raises:
        CannotOpen: If there can be no file of plans there, or it is another kind of file.
    """
    _made(path)
    engine = create_engine(
        "sqlite://",
        # without a name in its address it would be taken for one in memory, with a connection a thread
        poolclass=QueuePool,
        max_overflow=-1,
        creator=lambda: sqlite3.connect(uri(path, "rw"), uri=True, timeout=15, check_same_thread=False),
    )

    @event.listens_for(engine, "connect")
    def _prepare(connection: Any, _: object) -> None:
        # the driver's own transaction handling starts too late for a read followed by a write
        connection.isolation_level = None
        for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Any) -> None:
        connection.exec_driver_sql("BEGIN IMMEDIATE")

    try:
        migrated(engine)
        found = os.stat(path)
    except (DatabaseError, OSError) as bad:
        engine.dispose()
        why, fix = _why_not(path, str(getattr(bad, "orig", bad)))
        raise CannotOpen(why, fix) from bad
    return Database(path, engine, sessionmaker(engine, expire_on_commit=False), (found.st_dev, found.st_ino))
