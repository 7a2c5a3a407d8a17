"""What an edit did, in a few words, for the history and the undo button."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from typing import Any

from ryokan.wording.steps import of_all_steps

_PLACES = {
    **of_all_steps("CHANGED"),
    "assumptions": "changed an assumption",
    "own_parts": "changed the rig's own parts",
    "overruled": "let a finding stand",
    "labour": "changed the price of labour",
}


def revision_sentence(patch: Sequence[Mapping[str, Any]], before: Mapping[str, Any], after: Mapping[str, Any]) -> str:
    """A few words without full stop, such as “removed fridge”."""
    first = patch[0]
    parts = str(first["path"]).strip("/").split("/")
    if parts[0] == "overruled" and first["op"] == "remove":
        return "let a rule speak again"
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


_PLACE_NAMES = {"storage": "bank", "solar": "array", "own_parts": "own part", "assumptions": "assumption"}
_UNITS = {
    "v": "V", "a": "A", "w": "W", "wh": "Wh", "ah": "Ah", "h": "h", "m": "m", "c": "°C", "kg": "kg", "s": "s", "hz": "Hz"
}  # fmt: skip
_UNIT_ENDING = re.compile(rf"_({'|'.join(_UNITS)})$")


def place_of(path: str, document: Mapping[str, Any]) -> str:
    """What a JSON pointer into a rig points at, in words: “bank, nominal, in Ah”."""
    first, *rest = path.strip("/").split("/")
    words = [_PLACE_NAMES.get(first, first)]
    if first in ("loads", "stays", "own_parts") and rest:
        item = document.get(first, {}).get(rest[0], {})
        words = [item.get("name") or item.get("place") or item.get("part", {}).get("name") or words[0]]
        rest = rest[1:]
    words += [_UNIT_ENDING.sub(lambda ending: f", in {_UNITS[ending[1]]}", part).replace("_", " ") for part in rest]
    words = list(dict.fromkeys(words))
    return ", ".join(words)
