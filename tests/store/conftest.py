"""Quick hashes for what is stored by many people."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from databases import quick_hashes


@pytest.fixture(scope="package", autouse=True)
def _quick_hashes() -> Iterator[None]:
    with quick_hashes():
        yield
