"""The application for gunicorn, configured by environment: see docs/architecture.md for the variables."""

from __future__ import annotations

import os
from pathlib import Path

from flask import Flask

from ryokan.store.database import open_engine
from ryokan.web.app import create_app, utc_now
from ryokan.web.context import Context


def application() -> Flask:
    """An application on the database of ``RYOKAN_DATABASE_URL``."""
    frontend = os.environ.get("RYOKAN_FRONTEND")
    return create_app(
        Context(open_engine(os.environ["RYOKAN_DATABASE_URL"]), utc_now),
        secret_key=os.environ["RYOKAN_SECRET_KEY"],
        frontend=Path(frontend) if frontend else None,
        https=os.environ.get("RYOKAN_HTTPS") == "1",
    )
