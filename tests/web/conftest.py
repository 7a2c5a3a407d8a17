"""Two shops on one server."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from databases import fresh_database, quick_hashes
from dev.postgres import Cluster
from shops import Founded, Shops, found_two
from sqlalchemy import Engine

from ryokan.store.database import migrate, open_engine

TWO_SHOPS = "two_shops"


@pytest.fixture(scope="package", autouse=True)
def _quick_hashes() -> Iterator[None]:
    with quick_hashes():
        yield


@pytest.fixture(scope="package")
def founded(cluster: Cluster, _quick_hashes: None) -> Founded:
    """Founded once, in a database that each test gets a copy of."""
    cluster.create_database(TWO_SHOPS)
    engine = open_engine(cluster.url(TWO_SHOPS))
    migrate(engine)
    try:
        return found_two(engine)
    finally:
        engine.dispose()


@pytest.fixture
def engine(cluster: Cluster, founded: Founded) -> Iterator[Engine]:
    with fresh_database(cluster, TWO_SHOPS) as opened:
        yield opened


@pytest.fixture
def shops(engine: Engine, founded: Founded) -> Shops:
    return Shops(engine, founded)
