"""Plans, revisions and small things kept by name."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "plans",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("head", sa.Integer, nullable=False),
        sa.Column("printed", sa.Integer),
        sa.Column("created_at", sa.String(32), nullable=False),
        sa.Column("updated_at", sa.String(32), nullable=False),
        sa.Column("put_away_at", sa.String(32)),
        sa.Column("summary", sa.JSON, nullable=False),
    )
    op.create_index("plans_by_time", "plans", ["put_away_at", "updated_at"])
    op.create_table(
        "revisions",
        sa.Column("plan_id", sa.String(32), sa.ForeignKey("plans.id"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("edit_id", sa.String(64), nullable=False),
        sa.Column("spec", sa.JSON, nullable=False),
        sa.Column("resolved", sa.JSON, nullable=False),
        sa.Column("rules_version", sa.Integer, nullable=False),
        sa.Column("cause", sa.String(300), nullable=False),
        sa.Column("saved_at", sa.String(32), nullable=False),
        sa.UniqueConstraint("plan_id", "edit_id", name="one_revision_per_edit"),
    )
    op.create_table(
        "kept",
        sa.Column("name", sa.String(64), primary_key=True),
        sa.Column("value", sa.JSON, nullable=False),
    )
