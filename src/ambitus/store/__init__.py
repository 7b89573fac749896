"""Plans, their revisions, the stash and makings, in one SQLite file. The only room that knows it."""

from ambitus.store.database import CannotKeep, CannotOpen, Database, DatabaseGone, open_database
from ambitus.store.makings import (
    KeptEvent,
    KeptMaking,
    KeptPhoto,
    MakingNotFound,
    Makings,
    PhotoNotFound,
)
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
    "KeptEvent",
    "KeptMaking",
    "KeptPhoto",
    "MakingNotFound",
    "Makings",
    "PhotoNotFound",
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
