"""Alembic's entry: one online run on the address it was given."""

from alembic import context
from sqlalchemy import create_engine
from sqlmodel import SQLModel

from wise_spool.store import tables  # noqa: F401  (registers the tables)

engine = create_engine(context.config.attributes["url"])
with engine.connect() as connection:
    context.configure(connection=connection, target_metadata=SQLModel.metadata)
    with context.begin_transaction():
        context.run_migrations()
engine.dispose()
