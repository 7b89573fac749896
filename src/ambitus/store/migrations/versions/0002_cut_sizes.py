"""Every revision keeps the sizes that were cut, so that newer rules never change them unseen."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("revisions", sa.Column("cut", sa.JSON))
