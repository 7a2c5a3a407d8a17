"""Edits that lost against somebody else's: both values, side by side, until their author decides."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

import jsonpointer

from ryokan.operations.patches import Document
from ryokan.store.models import DraftRow
from ryokan.wording.revisions import place_of


@dataclass(frozen=True, slots=True)
class Clash:
    """One place: what the draft would put there and what stands there now; None where there is nothing."""

    path: str
    place: str
    mine: Any
    theirs: Any


@dataclass(frozen=True, slots=True)
class Draft:
    """A draft beside the rig as it is now."""

    id: UUID
    name: str
    why: str
    at: datetime
    clashes: tuple[Clash, ...]


def draft_of(row: DraftRow, head: Document) -> Draft:
    """The draft with both values of each of its places."""
    clashes = tuple(
        Clash(
            path=operation["path"],
            place=place_of(operation["path"], head),
            mine=operation.get("value"),
            theirs=_value_at(head, operation["path"]),
        )
        for operation in row.patch
        # What was typed goes with the value it was typed for.
        if operation["op"] != "test" and not operation["path"].startswith("/typed/")
    )
    return Draft(row.id, row.name, row.why, row.at, clashes)


def _value_at(document: Document, path: str) -> Any:
    try:
        return jsonpointer.resolve_pointer(document, path, None)
    except jsonpointer.JsonPointerException:
        return None
