"""Real PostgreSQL for tests: one cluster a session, one fresh database a test."""

from __future__ import annotations

import tempfile
import uuid
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from dev.postgres import Cluster
from sqlalchemy import Engine, NullPool, create_engine, text

from ryokan.store.database import migrate, open_engine

TEMPLATE = "migrated"


@contextmanager
def running_cluster() -> Iterator[Cluster]:
    """A cluster in a folder that the database's user may enter, gone afterwards."""
    with tempfile.TemporaryDirectory(prefix="ryokan-test-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o755)
        cluster = Cluster(Path(folder) / "pg", durable=False)
        try:
            cluster.start()
            cluster.create_database(TEMPLATE)
            engine = open_engine(cluster.url(TEMPLATE))
            migrate(engine)
            engine.dispose()
            yield cluster
        finally:
            cluster.remove()


def again_from(cluster: Cluster, template: str, name: str) -> None:
    """A database made anew from another, whoever is connected to it."""
    admin = create_engine(cluster.url("postgres"), isolation_level="AUTOCOMMIT", poolclass=NullPool)
    with admin.connect() as connection:
        connection.execute(text(f'drop database if exists "{name}" with (force)'))
        connection.execute(text(f'create database "{name}" template {template}'))


@contextmanager
def fresh_database(cluster: Cluster, template: str = TEMPLATE) -> Iterator[Engine]:
    """An engine on a new database: with the newest schema and nothing in it, or a copy of another."""
    name = f"t{uuid.uuid4().hex}"
    admin = create_engine(cluster.url("postgres"), isolation_level="AUTOCOMMIT", poolclass=NullPool)
    with admin.connect() as connection:
        connection.execute(text(f'create database "{name}" template {template}'))
    engine = open_engine(cluster.url(name))
    try:
        yield engine
    finally:
        engine.dispose()
        with admin.connect() as connection:
            connection.execute(text(f'drop database "{name}" with (force)'))
