"""Runs migrations on the connection it is given."""

from alembic import context

connection = context.config.attributes["connection"]
context.configure(connection=connection, render_as_batch=True, transaction_per_migration=True)
with context.begin_transaction():
    context.run_migrations()
