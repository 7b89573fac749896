"""The stash: cloths and notions that are there, with their photographs."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "stash",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("kind", sa.String(32), nullable=False),
        sa.Column("thing", sa.JSON, nullable=False),
        sa.Column("photo", sa.LargeBinary),
        sa.Column("photo_type", sa.String(32)),
        sa.Column("photo_at", sa.String(32)),
        sa.Column("created_at", sa.String(32), nullable=False),
        sa.Column("updated_at", sa.String(32), nullable=False),
        sa.Column("used_up_at", sa.String(32)),
    )
    op.create_index("stash_by_kind", "stash", ["used_up_at", "kind"])
