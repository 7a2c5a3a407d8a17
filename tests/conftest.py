"""Shared by all tests: where helpers are found."""

from __future__ import annotations

import gc
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import TYPE_CHECKING

import pytest
from hypothesis import settings

if TYPE_CHECKING:
    from dev.postgres import Cluster
    from sqlalchemy import Engine

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [
    str(ROOT / folder) for folder in ("tests", "tests/core", "tests/e2e", "tests/store", "tests/web", "tests/faults", "script")
]
# As the server has it: of thousands of reports no figure is in a cycle.
gc.set_threshold(50_000, 20, 50)
settings.register_profile("ryokan", deadline=None, derandomize=True)
settings.load_profile("ryokan")


@pytest.fixture(scope="session")
def cluster() -> Iterator[Cluster]:
    from databases import running_cluster

    with running_cluster() as running:
        yield running


@pytest.fixture
def engine(cluster: Cluster) -> Iterator[Engine]:
    from databases import fresh_database

    with fresh_database(cluster) as opened:
        yield opened
