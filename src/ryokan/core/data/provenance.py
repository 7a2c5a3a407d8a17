"""Where a number comes from."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Any

DATA = resources.files("ryokan.core.data")


@dataclass(frozen=True, slots=True)
class Source:
    """A standard, a practice or a person that a figure rests on."""

    id: str
    title: str
    basis: str  # standard, practice, physics, product or person
    confidence: str
    edition: str = ""
    from_memory: bool = False  # recalled, not yet compared with the printed text


def read_toml(name: str) -> dict[str, Any]:
    """Parse a TOML file that ships with the core."""
    return tomllib.loads(DATA.joinpath(name).read_text(encoding="utf-8"))


@cache
def sources() -> dict[str, Source]:
    """All sources by id."""
    return {id: Source(id=id, **fields) for id, fields in read_toml("sources.toml").items()}


def require_source(id: str) -> str:
    """Return ``id`` if it names a source; a number without a source cannot exist.

    Raises
    ------
    LookupError
        No such source.
    """
    if id not in sources():
        raise LookupError(f"no source is called {id!r} in sources.toml")
    return id
