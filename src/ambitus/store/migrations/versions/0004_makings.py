"""Makings: what happens in them, one event after another, and their photographs."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "makings",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("plan_id", sa.String(32), sa.ForeignKey("plans.id"), nullable=False),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("spec", sa.JSON, nullable=False),
        sa.Column("told", sa.JSON, nullable=False),
        sa.Column("begun_at", sa.String(32), nullable=False),
        sa.Column("updated_at", sa.String(32), nullable=False),
        sa.Column("finished_at", sa.String(32)),
        sa.Column("put_away_at", sa.String(32)),
    )
    op.create_index("makings_by_time", "makings", ["put_away_at", "updated_at"])
    op.create_index("makings_of_plan", "makings", ["plan_id"])
    op.create_table(
        "making_events",
        sa.Column("making_id", sa.String(32), sa.ForeignKey("makings.id"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("event_id", sa.String(64), nullable=False),
        sa.Column("event", sa.JSON, nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.UniqueConstraint("making_id", "event_id", name="one_event_per_id"),
    )
    op.create_table(
        "making_photos",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("making_id", sa.String(32), sa.ForeignKey("makings.id"), nullable=False),
        sa.Column("words", sa.String(300), nullable=False),
        sa.Column("photo", sa.LargeBinary, nullable=False),
        sa.Column("small", sa.LargeBinary, nullable=False),
        sa.Column("taken_at", sa.String(32), nullable=False),
        sa.Column("put_away_at", sa.String(32)),
    )
    op.create_index("photos_of_making", "making_photos", ["making_id", "taken_at"])
