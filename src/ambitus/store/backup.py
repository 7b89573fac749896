"""
A copy of all plans while the product runs, and its way back.

A restore works on a copy of the backup: it is looked at, brought up to date and opened there. Only then is
it copied over the plans, in one transaction; before that the plans that were there are kept beside them.
"""

import os
import shutil
import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from pydantic import ValidationError

from ambitus.core.spec.model import Spec
from ambitus.store.database import CannotOpen, open_database, uri
from ambitus.store.known import Kind, kind_of
from ambitus.store.plans import Plans

_BEFORE, _WORKING = "-before-restore-", ".restoring-"


class NotABackup(ValueError):
    """The file is no database of plans."""


class NoRoom(OSError):
    """The disk has no room for a copy."""


@dataclass(frozen=True, slots=True)
class Restored:
    """How many plans are back, and where those are kept that were there before."""

    count: int
    kept: Path | None


def _nothing(_: str) -> None:
    return None


@contextmanager
def _room(where: Path) -> Iterator[None]:
    """Say so where the disk is full."""
    try:
        yield
    except sqlite3.OperationalError as bad:
        if "full" not in str(bad):
            raise
        raise NoRoom(28, "There is no room on this disk", str(where)) from bad


def _copied(source: Path, target: Path) -> None:
    """Copy a database that may be in use, whole and consistent, by SQLite's own online backup."""
    with (
        _room(target),
        closing(sqlite3.connect(uri(source, "ro"), uri=True, timeout=15)) as one,
        closing(sqlite3.connect(uri(target, "rwc"), uri=True, timeout=15)) as other,
    ):
        one.backup(other)
        # one file, which needs none beside it wherever it is taken to
        other.execute("PRAGMA journal_mode=DELETE")


def back_up(database: Path, to: Path) -> int:
    """
    Copy the database at *database* to the new file *to*; return how many plans it holds.

    The copy is whole and consistent also while plans are being saved, and there is none at all until it is.

    Raises:
        OSError, NotABackup: Nothing is made up, nothing is written over, and no half file is left.
    """
    if not database.is_file():
        raise FileNotFoundError(2, "There are no plans there yet", str(database))
    if to.exists():
        raise FileExistsError(17, "There is a file of this name already", str(to))
    to.parent.mkdir(parents=True, exist_ok=True)
    with TemporaryDirectory(prefix=_WORKING, dir=to.parent) as folder:
        copy = Path(folder) / "copy.sqlite"
        try:
            _copied(database, copy)
        except sqlite3.DatabaseError as bad:
            raise NotABackup(f"{database} cannot be copied: {bad}.") from bad
        count = _plans_in(copy, database)
        _synced(copy)
        if to.exists():
            raise FileExistsError(17, "There is a file of this name already", str(to))
        copy.rename(to)
        _synced(to.parent)
    return count


def _synced(path: Path) -> None:
    """Wait until a file, or the names in a folder, are on the disk."""
    opened = os.open(path, os.O_RDONLY)
    try:
        os.fsync(opened)
    finally:
        os.close(opened)


def _plans_in(file: Path, called: Path) -> int:
    """Return how many plans are in *file*, which people know as *called*. Raises NotABackup."""
    try:
        with closing(sqlite3.connect(uri(file, "rw"), uri=True)) as opened:
            kind = kind_of(opened)
            if kind is Kind.EMPTY:
                wal = f"{called.name}-wal"
                why = f"{called} holds no plans. A file that was copied by hand needs its {wal} beside it."
                raise NotABackup(why)
            if kind is Kind.NEWER:
                raise NotABackup(f"{called} was made by a newer Ambitus. Update this one first.")
            if kind is Kind.FOREIGN:
                raise NotABackup(f"{called} is a database, but not of Ambitus plans.")
            if opened.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
                raise NotABackup(f"{called} is damaged.")
            return int(opened.execute("SELECT count(*) FROM plans").fetchone()[0])
    except sqlite3.DatabaseError as bad:
        raise NotABackup(f"{called} is no backup of Ambitus plans.") from bad


def _taken_over(backup: Path, copy: Path) -> None:
    """
    Copy *backup* to *copy*, without a file being made beside it: it may lie where nothing can be written.
    """
    wal, shm = (backup.with_name(backup.name + end) for end in ("-wal", "-shm"))
    if wal.exists() and shm.exists():
        # somebody works on it: its files are there already
        _copied(backup, copy)
        return
    shutil.copyfile(backup, copy)
    if wal.exists():
        shutil.copyfile(wal, copy.with_name(copy.name + "-wal"))


def _opened_once(copy: Path, called: Path) -> int:
    """Bring a copy up to date and read every plan in it; return how many there are. Raises NotABackup."""
    try:
        opened = open_database(copy)
    except CannotOpen as bad:
        raise NotABackup(f"{called} cannot be brought up to date: {bad.why}") from bad
    try:
        plans = Plans(opened)
        every = (plan for away in (False, True) for plan in plans.list(put_away=away, limit=1_000_000)[0])
        count = 0
        for plan in every:
            count += 1
            try:
                Spec.model_validate(plans.revision(plan.id).spec)
            except (ValidationError, LookupError, ValueError) as bad:
                raise NotABackup(f"{called} is damaged: its plan “{plan.name}” cannot be read.") from bad
        return count
    finally:
        opened.close()


def put_back(backup: Path, database: Path, at: Callable[[str], None] = _nothing) -> Restored:
    """
    Make the plans in *backup* the plans in *database*.

    Also while the product runs: the pages are copied in one transaction, into the file that is there. What
    was there before is copied beside it first, so that nothing is lost. An older backup is brought up to
    date. *at* is told each step that is done, so that a test can end it anywhere.

    Raises:
        OSError, NotABackup: Before anything is touched.
    """
    if not backup.is_file():
        raise FileNotFoundError(2, "No such file", str(backup))
    database.parent.mkdir(parents=True, exist_ok=True)
    for stale in database.parent.glob(f"{_WORKING}*"):
        shutil.rmtree(stale, ignore_errors=True)  # what a restore left that was ended halfway
    _enough_room(backup, database)
    with TemporaryDirectory(prefix=_WORKING, dir=database.parent) as folder, _room(database):
        copy = Path(folder) / "copy.sqlite"
        try:
            _taken_over(backup, copy)
            at("copied")
            _plans_in(copy, backup)
            at("looked at")
            count = _opened_once(copy, backup)
            at("opened")
        except sqlite3.DatabaseError as bad:
            raise NotABackup(f"{backup} is no backup of Ambitus plans.") from bad
        kept = _kept_beside(database)
        at("kept")
        _over(copy, database)
        at("put back")
    return Restored(count, kept)


def _enough_room(backup: Path, database: Path) -> None:
    """Raise NoRoom where a restore could not be finished."""
    needed = 2 * backup.stat().st_size + 2 * (database.stat().st_size if database.is_file() else 0)
    free = shutil.disk_usage(database.parent).free
    if free < needed:
        why = f"There is no room on this disk: {needed / 1e6:.1f} MB are needed, {free / 1e6:.1f} MB are free"
        raise NoRoom(28, why, str(database.parent))


def _kept_beside(database: Path) -> Path | None:
    """Copy the plans that are there beside them, and return where; a file that is no database is moved."""
    if not database.is_file():
        return None
    stamp = datetime.now(UTC).strftime("%Y%m%d-%H%M%S-%f")
    kept = database.with_name(f"{database.stem}{_BEFORE}{stamp}{database.suffix}")
    try:
        back_up(database, kept)
    except NotABackup:
        # no program can be working on what is no database
        for end in ("", "-wal", "-shm"):
            beside = database.with_name(database.name + end)
            if beside.exists():
                beside.rename(kept.with_name(kept.name + end))
    return kept


def _over(copy: Path, database: Path) -> None:
    """Copy *copy* over the plans in *database*, in one transaction."""
    with closing(sqlite3.connect(uri(database, "rwc"), uri=True, timeout=15)) as target:
        size = target.execute("PRAGMA page_size").fetchone()[0]
        with closing(sqlite3.connect(uri(copy, "rw"), uri=True)) as source:
            source.execute("PRAGMA journal_mode=DELETE")
            if source.execute("PRAGMA page_size").fetchone()[0] != size:
                # a database in use keeps the size of its pages
                source.execute(f"PRAGMA page_size={int(size)}")
                source.execute("VACUUM")
            source.execute("PRAGMA journal_mode=WAL")
            source.backup(target)


def last_kept(database: Path) -> Path:
    """Return where the plans are kept that the last restore took the place of. Raises FileNotFoundError."""
    kept = sorted(database.parent.glob(f"{database.stem}{_BEFORE}*{database.suffix}"))
    if not kept:
        raise FileNotFoundError(2, "No restore has been made here that could be undone", str(database))
    return kept[-1]
