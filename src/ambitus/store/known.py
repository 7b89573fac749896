"""Which files are ours: told by their tables and their migration, before anything in them is changed."""

import sqlite3
from enum import Enum
from functools import lru_cache
from pathlib import Path

from sqlalchemy import Engine

_TABLES = {"plans", "revisions", "kept"}


class Kind(Enum):
    """What a database file is."""

    EMPTY = "empty"
    OURS = "ours"
    NEWER = "newer"
    FOREIGN = "foreign"


@lru_cache(maxsize=1)
def migrations() -> tuple[str, ...]:
    """Return every migration, the newest last: their files begin with their names, in order."""
    scripts = Path(__file__).with_name("migrations") / "versions"
    return tuple(sorted(path.name[:4] for path in scripts.glob("[0-9]*.py")))


def _version(opened: sqlite3.Connection) -> str | None:
    found = opened.execute("SELECT version_num FROM alembic_version").fetchone()
    return str(found[0]) if found else None


def kind_of(opened: sqlite3.Connection) -> Kind:
    """Return what an open database is. Raises sqlite3.DatabaseError where it is none."""
    tables = {row[0] for row in opened.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    if not tables:
        return Kind.EMPTY
    if "alembic_version" not in tables:
        return Kind.FOREIGN
    version = _version(opened)
    if version is None:
        return Kind.EMPTY if tables == {"alembic_version"} else Kind.FOREIGN
    if version not in migrations():
        return Kind.NEWER
    return Kind.OURS if tables >= _TABLES else Kind.FOREIGN


def migrated(engine: Engine) -> None:
    """Bring an empty database, or one of ours, to the newest tables."""
    with engine.connect() as connection:
        opened = connection.connection.driver_connection
        if (
            isinstance(opened, sqlite3.Connection)
            and kind_of(opened) is Kind.OURS
            and _version(opened) == migrations()[-1]
        ):
            # nothing to do, and nothing to load for it
            return
    from alembic import command
    from alembic.config import Config

    config = Config(str(Path(__file__).with_name("alembic.ini")))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
