"""What ships with the program and is by others: its licence, and who is to be named."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal, TypeAlias

from ryokan.core.data.provenance import read_toml

Kind: TypeAlias = Literal["data", "map", "font", "icon"]


@dataclass(frozen=True, slots=True)
class Shipped:
    """A thing that ships: ``files`` lie in the folder of the data, ``packages`` are those of the interface that bring it."""

    title: str
    kind: Kind
    by: str
    licence: str
    changes: str
    licence_url: str = ""
    files: Sequence[str] = ()
    packages: Sequence[str] = ()


@cache
def shipped() -> tuple[Shipped, ...]:
    """Everything, in the order of its file."""
    return tuple(Shipped(**entry) for entry in read_toml("shipped.toml").values())
