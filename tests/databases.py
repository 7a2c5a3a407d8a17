"""Real PostgreSQL for tests: one cluster a session, one fresh database a test."""

from __future__ import annotations

import os
import shutil
import tempfile
import uuid
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest
from argon2 import PasswordHasher
from dev.postgres import Cluster
from sqlalchemy import Engine, NullPool, create_engine, text

from ryokan.operations import passwords
from ryokan.store.database import migrate, open_engine

TEMPLATE = "migrated"
ROOM_BYTES = 2 * 10**9


def _in_memory() -> Path | None:
    """A folder in memory with room for a cluster, where a copy of a database takes a fifth of the time; None where there is none."""
    folder = Path("/dev/shm")
    roomy = folder.is_dir() and os.access(folder, os.W_OK) and shutil.disk_usage(folder).free > ROOM_BYTES
    return folder if roomy else None


@contextmanager
def running_cluster() -> Iterator[Cluster]:
    """A cluster in a folder that the database's user may enter, gone afterwards."""
    with tempfile.TemporaryDirectory(prefix="ryokan-test-", dir=_in_memory(), ignore_cleanup_errors=True) as folder:
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


@contextmanager
def quick_hashes() -> Iterator[None]:
    """Passwords hashed at a thousandth of the cost, for tests that hash many and are not about how."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(passwords, "HASHER", PasswordHasher(time_cost=1, memory_cost=8, parallelism=1))
        yield
