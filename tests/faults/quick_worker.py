"""A worker whose heart beats faster, so that a test need not wait long until it is missed; its years are fewer."""

import os
from datetime import UTC, datetime

from ryokan.operations import tasks
from ryokan.store.database import open_engine
from ryokan.tasks import worker

worker.HEARTBEAT_S, worker.STALLED_AFTER_S, worker.TAKE_UP_EVERY = 0.25, 1.5, "* * * * * */1"
tasks.LONG_YEARS = int(os.environ["YEARS"])
worker.run_worker(open_engine(os.environ["RYOKAN_DATABASE_URL"]), lambda: datetime.now(UTC))
