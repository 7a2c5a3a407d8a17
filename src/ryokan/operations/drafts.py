"""Edits that lost against somebody else's: both values, side by side, until their author decides."""

from __future__ import annotations

from typing import Any

import jsonpointer

from ryokan.core.upgrade import Operation, upgraded_patch
from ryokan.operations.lost import Clash, Draft
from ryokan.operations.patches import Document
from ryokan.store.models import DraftRow
from ryokan.wording.revisions import place_of


def patch_of_draft(row: DraftRow) -> list[Operation]:
    """What the draft would do, in the newest version whatever version it was made on; empty where nothing of it is left."""
    return upgraded_patch(row.patch, row.schema_version)


def draft_of(row: DraftRow, head: Document) -> Draft:
    """The draft with both values of each of its places."""
    clashes = tuple(
        Clash(
            path=operation["path"],
            place=place_of(operation["path"], head),
            mine=operation.get("value"),
            theirs=_value_at(head, operation["path"]),
        )
        for operation in patch_of_draft(row)
        # What was typed goes with the value it was typed for.
        if operation["op"] != "test" and not operation["path"].startswith("/typed/")
    )
    return Draft(row.id, row.name, row.why, row.at, clashes)


def _value_at(document: Document, path: str) -> Any:
    try:
        return jsonpointer.resolve_pointer(document, path, None)
    except jsonpointer.JsonPointerException:
        return None
