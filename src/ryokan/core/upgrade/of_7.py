"""From version 7 to 8: the AC side has members of its own, and an inverter beside the other is known as well as that."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ryokan.core.upgrade.document import Document, Operation, members

_ITS_ID = "main"  # which means the inverter that the others stand beside, since version 8
_MOVED_ID = "main-2"


def upgraded_rig(rig: Document) -> Document:
    """What version 8 asks besides was not said; an inverter that goes by an id with a meaning now gets another."""
    inverter = members(rig.get("inverter"))
    others = inverter.get("others")
    if not isinstance(others, dict) or _ITS_ID not in others:
        return rig
    return {**rig, "inverter": {**inverter, "others": {_renamed(id): one for id, one in others.items()}}}


def upgraded_operation(operation: Operation) -> Sequence[Operation]:
    """An edit of that inverter, under the id that it has now."""
    before = f"/inverter/others/{_ITS_ID}"
    path = operation["path"]
    if path == "/inverter/others" and isinstance(operation.get("value"), dict):
        others: dict[str, Any] = {_renamed(id): one for id, one in operation["value"].items()}
        return [{**operation, "value": others}]
    if path == before or path.startswith(f"{before}/"):
        return [{**operation, "path": f"/inverter/others/{_MOVED_ID}{path.removeprefix(before)}"}]
    return [operation]


def _renamed(id: str) -> str:
    return _MOVED_ID if id == _ITS_ID else id
