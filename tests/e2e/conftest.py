"""A real browser on a real server on a real database."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from databases import again_from, fresh_database
from dev.machine import BROWSER
from dev.postgres import Cluster
from installer import Installer, Site
from playwright.sync_api import Browser, Page

from ryokan.core.job_file import read_job_file
from ryokan.operations.demo import load_demo
from ryokan.store.database import migrate, open_engine, transaction

ROOT = Path(__file__).resolve().parents[2]


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    flags = "--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync"
    return {"executable_path": BROWSER, "args": flags.split()}


@pytest.fixture(scope="session")
def demo_database(cluster: Cluster) -> str:
    """The demo shop, made once; each test gets a copy."""
    name = "demo"
    cluster.create_database(name)
    engine = open_engine(cluster.url(name))
    migrate(engine)
    jobs = [read_job_file(path.read_bytes()) for path in sorted((ROOT / "examples").glob("*.json"))]
    with transaction(engine) as session:
        load_demo(session, jobs, now=datetime(2026, 5, 1, tzinfo=UTC))
    engine.dispose()
    return name


@pytest.fixture(scope="session")
def served(cluster: Cluster, demo_database: str) -> Iterator[Site]:
    """One web server for all tests: it takes seconds to start, and its database is made anew for each."""
    with fresh_database(cluster, demo_database) as engine:
        served = Site(cluster, engine.url)
        try:
            yield served
        finally:
            served.server.stop()


@pytest.fixture
def site(served: Site, cluster: Cluster, demo_database: str) -> Site:
    """The demo shop as it was founded. Its pool finds its connections gone and opens others."""
    if served.server.process is None or served.server.process.poll() is not None:
        served.server.start()  # the test before has killed it
    again_from(cluster, demo_database, served.database)
    return served


@pytest.fixture
def installer(page: Page, site: Site) -> Iterator[Installer]:
    person = Installer(page, site)
    yield person
    assert person.complaints == []


@pytest.fixture
def tablet(browser: Browser, site: Site) -> Iterator[Installer]:
    context = browser.new_context(viewport={"width": 1024, "height": 768}, has_touch=True, color_scheme="dark")
    person = Installer(context.new_page(), site)
    yield person
    assert person.complaints == []
    context.close()
