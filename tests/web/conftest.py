"""Two shops on one server."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from databases import fresh_database
from dev.postgres import Cluster
from shops import Founded, Shops, found_two
from sqlalchemy import Engine

from ryokan.store.database import migrate, open_engine

TWO_SHOPS = "two_shops"


@pytest.fixture(scope="session")
def founded(cluster: Cluster) -> Founded:
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
