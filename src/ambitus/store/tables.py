"""The tables. A change here needs a migration beside it."""

from typing import Any

from sqlalchemy import JSON, ForeignKey, Index, LargeBinary, String, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """All tables of the product."""


class PlanRow(Base):
    """A plan: its name, its newest revision, and what the shelf shows of it without drafting."""

    __tablename__ = "plans"
    __table_args__ = (Index("plans_by_time", "put_away_at", "updated_at"),)
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(200))
    head: Mapped[int]
    printed: Mapped[int | None]
    created_at: Mapped[str] = mapped_column(String(32))
    updated_at: Mapped[str] = mapped_column(String(32))
    put_away_at: Mapped[str | None] = mapped_column(String(32))
    #: the plan that it was copied from
    copied_from: Mapped[str | None] = mapped_column(String(32))
    summary: Mapped[dict[str, Any]] = mapped_column(JSON)


class RevisionRow(Base):
    """One settled edit: the spec as chosen, every value it was drafted with, and the rules' version."""

    __tablename__ = "revisions"
    __table_args__ = (UniqueConstraint("plan_id", "edit_id", name="one_revision_per_edit"),)
    plan_id: Mapped[str] = mapped_column(ForeignKey("plans.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    edit_id: Mapped[str] = mapped_column(String(64))
    spec: Mapped[dict[str, Any]] = mapped_column(JSON)
    resolved: Mapped[dict[str, Any]] = mapped_column(JSON)
    rules_version: Mapped[int]
    #: cut sizes in mm by piece and dimension; revisions older than migration 0002 have none
    cut: Mapped[dict[str, Any] | None] = mapped_column(JSON)
    cause: Mapped[str] = mapped_column(String(300))
    saved_at: Mapped[str] = mapped_column(String(32))


class KeptRow(Base):
    """Small things kept by name: my usual, whether the demo has been laid out."""

    __tablename__ = "kept"
    name: Mapped[str] = mapped_column(String(64), primary_key=True)
    value: Mapped[dict[str, Any]] = mapped_column(JSON)


class StashRow(Base):
    """A thing in the stash, with its photograph if it has one; never deleted, only used up."""

    __tablename__ = "stash"
    __table_args__ = (Index("stash_by_kind", "used_up_at", "kind"),)
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    kind: Mapped[str] = mapped_column(String(32))
    thing: Mapped[dict[str, Any]] = mapped_column(JSON)
    photo: Mapped[bytes | None] = mapped_column(LargeBinary, deferred=True)
    photo_type: Mapped[str | None] = mapped_column(String(32))
    photo_at: Mapped[str | None] = mapped_column(String(32))
    created_at: Mapped[str] = mapped_column(String(32))
    updated_at: Mapped[str] = mapped_column(String(32))
    used_up_at: Mapped[str | None] = mapped_column(String(32))


class MakingRow(Base):
    """A making of a revision of a plan: the spec that it is made by, and what the log shows of it."""

    __tablename__ = "makings"
    __table_args__ = (
        Index("makings_by_time", "put_away_at", "updated_at"),
        Index("makings_of_plan", "plan_id"),
    )
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    plan_id: Mapped[str] = mapped_column(ForeignKey("plans.id"))
    revision: Mapped[int]
    name: Mapped[str] = mapped_column(String(200))
    spec: Mapped[dict[str, Any]] = mapped_column(JSON)
    told: Mapped[dict[str, Any]] = mapped_column(JSON)
    begun_at: Mapped[str] = mapped_column(String(32))
    updated_at: Mapped[str] = mapped_column(String(32))
    finished_at: Mapped[str | None] = mapped_column(String(32))
    put_away_at: Mapped[str | None] = mapped_column(String(32))


class MakingEventRow(Base):
    """Something that happened in a making; never changed, and sent twice it is kept once."""

    __tablename__ = "making_events"
    __table_args__ = (UniqueConstraint("making_id", "event_id", name="one_event_per_id"),)
    making_id: Mapped[str] = mapped_column(ForeignKey("makings.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    event_id: Mapped[str] = mapped_column(String(64))
    event: Mapped[dict[str, Any]] = mapped_column(JSON)
    at: Mapped[str] = mapped_column(String(32))


class MakingPhotoRow(Base):
    """A photograph of a making, whole and small, without where it was taken."""

    __tablename__ = "making_photos"
    __table_args__ = (Index("photos_of_making", "making_id", "taken_at"),)
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    making_id: Mapped[str] = mapped_column(ForeignKey("makings.id"))
    words: Mapped[str] = mapped_column(String(300))
    photo: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)
    small: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)
    taken_at: Mapped[str] = mapped_column(String(32))
    put_away_at: Mapped[str | None] = mapped_column(String(32))
