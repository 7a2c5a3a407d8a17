"""The application for gunicorn, configured by environment: see docs/operations.md for the variables."""

from __future__ import annotations

import gc
import os
from pathlib import Path
from threading import Thread

from flask import Flask

from ryokan.core.climate.ready import get_ready
from ryokan.store.database import open_engine
from ryokan.web.app import create_app, utc_now
from ryokan.web.context import Context
from ryokan.web.logs import configure

# A report is thousands of small objects that live as long as they are kept, and none of them in a cycle: collecting as
# often as Python does by itself took about an eighth of the time of a preview (measured, 60 loads).
COLLECT_AFTER = (50_000, 20, 50)


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
    Thread(target=get_ready, name="get ready", daemon=True).start()
    gc.collect()
    gc.freeze()  # what is there now stays for good
    gc.set_threshold(*COLLECT_AFTER)
    return app
