"""Two shops on one server."""

from __future__ import annotations

import pytest
from shops import Shops
from sqlalchemy import Engine


@pytest.fixture
def shops(engine: Engine) -> Shops:
    return Shops(engine)
