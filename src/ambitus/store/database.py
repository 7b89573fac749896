"""Opening the file: WAL, full sync, foreign keys, migrations at start."""

from dataclasses import dataclass
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import Session, sessionmaker


@dataclass(frozen=True, slots=True)
class Database:
    """An open database file, migrated to the newest tables."""

    path: Path
    engine: Engine
    session: sessionmaker[Session]

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()


def open_database(path: Path) -> Database:
    """
    Open, and if need be make, the database at *path*.

    A save is on the disk when it is acknowledged: the journal is written ahead (WAL) and synced in
    full at every commit.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{path}", connect_args={"timeout": 15})

    @event.listens_for(engine, "connect")
    def _prepare(connection: Any, _: object) -> None:
        # the driver's own transaction handling starts too late for a read followed by a write
        connection.isolation_level = None
        for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Any) -> None:
        connection.exec_driver_sql("BEGIN IMMEDIATE")

    config = Config(str(Path(__file__).with_name("alembic.ini")))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
    return Database(path, engine, sessionmaker(engine, expire_on_commit=False))
