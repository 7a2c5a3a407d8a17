"""Connecting, migrating, and one transaction per operation."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING

from sqlalchemy import Engine, create_engine, text
from sqlalchemy.exc import DBAPIError, InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout
from sqlalchemy.orm import Session

if TYPE_CHECKING:
    from alembic.config import Config

SCHEMA_REVISION = "0008"  # of the newest migration: the schema that this program is written for
CONNECT_TIMEOUT_S = 3
POOL_TIMEOUT_S = 5
DISK_FULL = "53100"  # PostgreSQL, appendix A: error codes
STATEMENT_TIMEOUT_MS = 15_000
# One lock for all processes that might migrate the same database at once; the number only has to be ours.
MIGRATION_LOCK = 72_091_513


class DatabaseUnavailable(Exception):
    """The database does not answer; nothing was stored."""


class DatabaseFull(DatabaseUnavailable):
    """The database has no room left; nothing was stored."""


def open_engine(url: str) -> Engine:
    """An engine whose connections are tested before use, so that a restarted server is survived."""
    return create_engine(
        url,
        pool_pre_ping=True,
        pool_size=8,
        max_overflow=8,
        pool_timeout=POOL_TIMEOUT_S,
        hide_parameters=True,  # errors are logged, and what was typed is not theirs to tell
        connect_args={"connect_timeout": CONNECT_TIMEOUT_S, "options": f"-c statement_timeout={STATEMENT_TIMEOUT_MS}"},
    )


@contextmanager
def transaction(engine: Engine) -> Iterator[Session]:
    """A session that commits at the end, or stores nothing at all.

    Raises
    ------
    DatabaseUnavailable
        The server is gone, before or during the work, or has no connection to spare.
    DatabaseFull
        It has no room left.
    """
    try:
        with Session(engine, expire_on_commit=False) as session, session.begin():
            yield session
    except PoolTimeout as error:
        raise DatabaseUnavailable("every connection is in use") from error
    except DBAPIError as error:
        if getattr(error.orig, "sqlstate", None) == DISK_FULL:
            raise DatabaseFull(str(error.orig)) from error
        if isinstance(error, OperationalError | InterfaceError) or error.connection_invalidated:
            raise DatabaseUnavailable(str(error.orig)) from error
        raise


def alembic_config() -> Config:
    """Configuration for the migrations that ship with the package."""
    from alembic.config import Config  # here: serving never needs it

    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    return config


def migrate(engine: Engine) -> None:
    """Bring the schema to the newest version; safe to call from several processes at once."""
    from alembic import command

    with engine.begin() as connection:
        connection.execute(text("select pg_advisory_xact_lock(:lock)"), {"lock": MIGRATION_LOCK})
        config = alembic_config()
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


def schema_revision(engine: Engine) -> str | None:
    """The schema that the database has; None where it has none.

    Raises
    ------
    DatabaseUnavailable
        It does not answer.
    """
    with transaction(engine) as session:
        if session.scalar(text("select to_regclass('alembic_version')")) is None:
            return None
        found: str | None = session.scalar(text("select version_num from alembic_version"))
        return found
