"""Which plan a plan was copied from, so that what was said of that one for the next time comes along."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("plans", sa.Column("copied_from", sa.String(32)))
