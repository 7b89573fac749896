"""Plans, their revisions and the stash, kept in one SQLite file. The only room that knows the database."""

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
from ambitus.store.stash import Kept, Stash, ThingNotFound

__all__ = [
    "CannotKeep",
    "CannotOpen",
    "Database",
    "DatabaseGone",
    "Kept",
    "Plan",
    "PlanAway",
    "PlanMoved",
    "PlanNotFound",
    "Plans",
    "Revision",
    "RevisionNotFound",
    "Saved",
    "Stash",
    "ThingNotFound",
    "open_database",
]
