"""A copy of all plans while the product runs, and its way back."""

import sqlite3
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from ambitus.store.database import open_database


class NotABackup(ValueError):
    """The file is no database of plans."""


def back_up(database: Path, to: Path) -> int:
    """
    Copy the database at *database* to the new file *to*; return how many plans it holds.

    The copy is whole and consistent also while plans are being saved: SQLite's own online backup makes it.

    Raises:
        FileNotFoundError, FileExistsError: Nothing is made up, and nothing is written over.
    """
    if not database.is_file():
        raise FileNotFoundError(2, "There are no plans there yet", str(database))
    if to.exists():
        raise FileExistsError(17, "There is a file of this name already", str(to))
    to.parent.mkdir(parents=True, exist_ok=True)
    with closing(sqlite3.connect(database)) as source, closing(sqlite3.connect(to)) as target:
        source.backup(target)
    return _plans_in(to)


def _plans_in(file: Path) -> int:
    try:
        with closing(sqlite3.connect(f"file:{file}?mode=ro", uri=True)) as opened:
            if opened.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
                raise NotABackup(f"{file} is damaged.")
            return int(opened.execute("SELECT count(*) FROM plans").fetchone()[0])
    except sqlite3.DatabaseError as bad:
        raise NotABackup(f"{file} is no backup of Ambitus plans.") from bad


def put_back(backup: Path, database: Path) -> tuple[int, Path | None]:
    """
    Make the plans in *backup* the plans in *database*; return how many, and where the old ones are kept.

    Also while the product runs: the pages are copied in one transaction. What was there before is
    copied beside it first, so that nothing is lost. An older backup is brought up to date.

    Raises:
        FileNotFoundError, NotABackup: Before anything is touched.
    """
    if not backup.is_file():
        raise FileNotFoundError(2, "No such file", str(backup))
    count = _plans_in(backup)
    kept: Path | None = None
    if database.is_file():
        stamp = datetime.now(UTC).strftime("%Y%m%d-%H%M%S-%f")
        kept = database.with_name(f"{database.stem}-before-restore-{stamp}{database.suffix}")
        back_up(database, kept)
    database.parent.mkdir(parents=True, exist_ok=True)
    with closing(sqlite3.connect(backup)) as source, closing(sqlite3.connect(database, timeout=15)) as target:
        source.backup(target)
    open_database(database).close()
    return count, kept
