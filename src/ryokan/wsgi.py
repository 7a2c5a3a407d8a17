"""The application for gunicorn, configured by environment: see docs/operations.md for the variables."""

from __future__ import annotations

import gc
import os
from pathlib import Path
from threading import Lock, Thread

from flask import Flask, Response

from ryokan.store.database import open_engine
from ryokan.web.app import create_app, utc_now
from ryokan.web.context import Context
from ryokan.web.logs import configure

# A report is thousands of small objects that live as long as they are kept, and none of them in a cycle: collecting as
# often as Python does by itself took about an eighth of the time of a preview (measured, 60 loads).
COLLECT_AFTER = (50_000, 20, 50)


class _GetReadyOnce:
    """Loads what the sun of a place needs once the first answer of a process has gone out.

    Before it, the answer would wait; when the application is made, the processes that answer are not there yet.
    """

    def __init__(self) -> None:
        self._first = Lock()

    def __call__(self, response: Response) -> Response:
        if self._first.acquire(blocking=False):  # never let go of: there is one first answer
            response.call_on_close(Thread(target=_get_ready, name="get ready", daemon=True).start)
        return response


def _get_ready() -> None:
    from ryokan.core.climate.ready import get_ready

    get_ready()
    import ryokan.core.trial.engine  # noqa: F401  compiled at set-up; loading it takes some tenths of a second


def application() -> Flask:
    """An application on the database of ``RYOKAN_DATABASE_URL``."""
    configure(os.environ.get("RYOKAN_LOG_LEVEL", "info"))
    frontend = os.environ.get("RYOKAN_FRONTEND")
    app = create_app(
        Context(open_engine(os.environ["RYOKAN_DATABASE_URL"]), utc_now),
        secret_key=os.environ["RYOKAN_SECRET_KEY"],
        frontend=Path(frontend) if frontend else None,
        https=os.environ.get("RYOKAN_HTTPS") == "1",
    )
    app.after_request(_GetReadyOnce())
    gc.collect()
    gc.freeze()  # what is there now stays for good
    gc.set_threshold(*COLLECT_AFTER)
    return app
