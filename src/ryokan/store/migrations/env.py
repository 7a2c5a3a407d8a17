"""Alembic environment: runs on the connection that :func:`ryokan.store.database.migrate` hands over."""

from alembic import context

from ryokan.store.models import Base

connection = context.config.attributes["connection"]
context.configure(connection=connection, target_metadata=Base.metadata, compare_type=True)
with context.begin_transaction():
    context.run_migrations()
