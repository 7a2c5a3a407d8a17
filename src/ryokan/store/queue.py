"""The queue that hands tasks to workers: jobs go in on the session's own connection, so that none is there without its row."""

from __future__ import annotations

from uuid import UUID

from procrastinate import App, SyncPsycopgConnector
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

WORK = "work_on_task"  # the one job there is: what is to be done stands in the row of the task

# Never opened: it has no connections of its own.
_app = App(connector=SyncPsycopgConnector())


def hand_in(session: Session, shop_id: UUID, task_id: UUID, behind: int = 0) -> int:
    """Put a task into the queue, within the session's transaction; a worker is told once it is committed.

    ``behind`` are the shop's own tasks that wait already: the first of each shop goes before the second of any.
    """
    connection = session.connection().connection.driver_connection
    deferrer = _app.configure_task(WORK, connection=connection, priority=-behind)
    return deferrer.defer(shop_id=str(shop_id), task_id=str(task_id))


def take_out(session: Session, job_id: int) -> None:
    """Forget a job that nobody will end any more."""
    session.execute(text("delete from procrastinate_jobs where id = :id"), {"id": job_id})


def conninfo(engine: Engine) -> str:
    """How a worker's own connections reach the database of an engine."""
    return engine.url.set(drivername="postgresql").render_as_string(hide_password=False)
