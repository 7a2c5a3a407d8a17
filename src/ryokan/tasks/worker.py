"""A worker: takes tasks out of the queue one after the other, and takes up what vanished workers have left.

    ryokan worker

Any number of them, on any number of hosts, may serve one database.
"""

from __future__ import annotations

import asyncio
import logging
from collections.abc import Callable
from datetime import datetime
from uuid import UUID

from procrastinate import App, JobContext, PsycopgConnector, RetryStrategy
from procrastinate.exceptions import JobAborted
from procrastinate.job_context import AbortReason
from procrastinate.jobs import DeleteJobCondition
from sqlalchemy import Engine

from ryokan.operations.tasks import take_up, work_on
from ryokan.store.queue import WORK, conninfo

TAKE_UP = "take_up"
HEARTBEAT_S = 2.0
TAKE_UP_EVERY = "* * * * * */5"  # the sixth field is seconds
STALLED_AFTER_S = 8.0  # without a heartbeat for so long a worker is held to have vanished
LEAVES_WITHIN_S = 1.0  # when it is told to end, a task that is about to be done may be
POLL_S = 2.0  # beside being told
CONNECTIONS = 4


def worker_app(engine: Engine, clock: Callable[[], datetime]) -> App:
    """The queue with what its jobs do."""
    app = App(connector=PsycopgConnector(conninfo=conninfo(engine), min_size=1, max_size=CONNECTIONS))

    # What is left because the worker ends goes back into the queue; whatever else happens stands in the task's own row.
    @app.task(name=WORK, pass_context=True, retry=RetryStrategy(retry_exceptions=[JobAborted]))
    def work(context: JobContext, shop_id: str, task_id: str) -> None:
        def leaving() -> bool:
            return context.abort_reason() is AbortReason.SHUTDOWN

        assert context.job.id is not None
        if work_on(engine, UUID(shop_id), UUID(task_id), context.job.id, clock=clock, leaving=leaving):
            raise JobAborted

    # Of several workers one is asked, and never two at once.
    @app.periodic(cron=TAKE_UP_EVERY)
    @app.task(name=TAKE_UP, queueing_lock=TAKE_UP, priority=1)
    async def take_up_what_is_left(timestamp: int) -> None:
        stalled = await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_AFTER_S)
        ids = [job.id for job in stalled if job.id is not None]
        await asyncio.to_thread(take_up, engine, ids, clock=clock)

    return app


async def work_until_told_to_end(engine: Engine, clock: Callable[[], datetime]) -> None:
    """Do tasks until the process is told to end, or the database is gone."""
    app = worker_app(engine, clock)
    async with app.open_async():
        await app.run_worker_async(
            concurrency=1,
            fetch_job_polling_interval=POLL_S,
            abort_job_polling_interval=POLL_S,
            update_heartbeat_interval=HEARTBEAT_S,
            stalled_worker_timeout=STALLED_AFTER_S,
            shutdown_graceful_timeout=LEAVES_WITHIN_S,
            delete_jobs=DeleteJobCondition.ALWAYS,
        )


def run_worker(engine: Engine, clock: Callable[[], datetime]) -> None:
    """The same, from a process that does nothing else. Returns once it was told to end."""
    logging.getLogger("procrastinate").setLevel(logging.WARNING)  # below, it names what it works on
    asyncio.run(work_until_told_to_end(engine, clock))
