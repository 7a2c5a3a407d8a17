"""What an edit did, in a few words, for the history and the undo button."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

_PLACES = {
    "brief": "changed the brief",
    "stays": "changed the stays",
    "vehicle": "changed the vehicle",
    "region": "changed the region",
    "storage": "changed the bank",
    "inverter": "changed the inverter",
    "solar": "changed the array",
    "charging": "changed the charging",
    "wiring": "changed the wiring",
    "assumptions": "changed an assumption",
}


def revision_sentence(patch: Sequence[Mapping[str, Any]], before: Mapping[str, Any], after: Mapping[str, Any]) -> str:
    """A few words without full stop, such as “removed fridge”."""
    first = patch[0]
    parts = str(first["path"]).strip("/").split("/")
    if parts[0] != "loads" or len(parts) < 2:
        return _PLACES.get(parts[0], "changed the rig")
    id = parts[1]
    old, new = before["loads"].get(id), after["loads"].get(id)
    if new is None:
        return f"removed {old['name']}" if old else "changed the loads"
    if old is None:
        return f"added {new['name']}"
    if old["struck"] != new["struck"]:
        return f"struck out {new['name']}" if new["struck"] else f"took {new['name']} back in"
    if old["position"] != new["position"]:
        return f"moved {new['name']}"
    return f"changed {new['name']}"
