"""Stock sizes of conductors, and how a run is named by its ends."""

from __future__ import annotations

from typing import Annotated, TypeAlias

from pydantic import Field

from ryokan.core.data.tables import tables
from ryokan.core.errors import UnreadableQuantity

# A run by the terminals at its two ends, that which is nearer to the bank first: bus.pos>inverter:main.dc
RUN_KEY = r"^[a-z0-9_:-]+\.[a-z]+>[a-z0-9_:-]+\.[a-z]+$"
RunKey: TypeAlias = Annotated[str, Field(max_length=120, pattern=RUN_KEY, description="The two terminals that it joins.")]


def stock_conductors() -> list[str]:
    """Ids of the conductors in stock, AWG first, ascending."""
    return [*tables()["awg_copper"].rows, *tables()["mm2_copper"].rows]


def known_conductor(value: str | None) -> str | None:
    """The id of a stock conductor as it is.

    Raises
    ------
    UnreadableQuantity
        There is no such stock size.
    """
    if value is not None and value not in stock_conductors():
        raise UnreadableQuantity(f"“{value[:20]}” is not a stock size: write for example “awg:2/0” or “mm2:70”.")
    return value


def known_or_none(value: str | None) -> str | None:
    """The id of a stock conductor as it is; None for anything else, since parts are typed freely."""
    return value if value in stock_conductors() else None
