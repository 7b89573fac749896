"""Plans and their revisions, kept in one SQLite file. The only room that knows the database."""

from ambitus.store.database import CannotKeep, CannotOpen, Database, DatabaseGone, open_database
from ambitus.store.plans import (
    Plan,
    PlanAway,
    PlanMoved,
    PlanNotFound,
    Plans,
    Revision,
    RevisionNotFound,
    Saved,
)

__all__ = [
    "CannotKeep",
    "CannotOpen",
    "Database",
    "DatabaseGone",
    "Plan",
    "PlanAway",
    "PlanMoved",
    "PlanNotFound",
    "Plans",
    "Revision",
    "RevisionNotFound",
    "Saved",
    "open_database",
]
