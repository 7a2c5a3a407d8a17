"""From version 5 to 6: an array is panels by strings, on controllers with ids."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ryokan.core.space.model import LEAST_M2
from ryokan.core.upgrade.document import Document, Operation, members

# Where a member of version 5 stands since version 6: the array and its controllers are things with ids.
_MOVED_TO_ARRAYS = {
    "array_w": "arrays/array/plain_w",
    "panel_vmp_v": "arrays/array/plain_vmp_v",
    "controller_a": "controllers/controller/rated_a",
    "controller_method": "controllers/controller/method",
    "portable/rated_w": "arrays/portable/plain_w",
    "portable/turned_per_day": "turned_per_day",
}
_OF_ONE_CONTROLLER = ("solar.controller_clips", "solar.controller_small")


def upgraded_rig(rig: Document) -> Document:
    """An array is panels by strings since version 6; one of so many watts stays that, and so do its controllers together."""
    solar = members(rig.get("solar"))
    if "solar" in rig and not isinstance(rig["solar"], dict):
        return rig
    portable = members(solar.get("portable"))
    stays = {name: value for name, value in solar.items() if name not in _MOVED_TO_ARRAYS and name != "portable"}
    array = {"plain_w": solar.get("array_w"), "plain_vmp_v": solar.get("panel_vmp_v"), "controller": "controller"}
    controller = {"rated_a": solar.get("controller_a"), "method": solar.get("controller_method")}
    arrays = {"array": array}
    if portable.get("rated_w") is not None:
        arrays["portable"] = _carried(portable["rated_w"])
    if "turned_per_day" in portable:
        stays["turned_per_day"] = portable["turned_per_day"]
    typed, overruled = members(rig.get("typed")), members(rig.get("overruled"))
    moved = {f"/solar/{old}": f"/solar/{new}" for old, new in _MOVED_TO_ARRAYS.items()}
    of_one = {code: f"{code}@controller:controller" for code in _OF_ONE_CONTROLLER}
    rig = {**_without_flat_outline(rig), "solar": {**stays, "arrays": arrays, "controllers": {"controller": controller}}}
    if typed:
        rig["typed"] = {moved.get(place, place): said for place, said in typed.items()}
    if overruled:
        rig["overruled"] = {of_one.get(key, key): kept for key, kept in overruled.items()}
    return rig


def upgraded_operation(operation: Operation) -> Sequence[Operation]:
    """An edit of the array of so many watts, of its controllers or of the portable one, at the thing that it is now of."""
    path = operation["path"]
    if path.startswith("/typed/~1solar~1"):
        member = path.removeprefix("/typed/~1solar~1").replace("~1", "/")
        moved = _MOVED_TO_ARRAYS.get(member, member).replace("/", "~1")
        return [{**operation, "path": f"/typed/~1solar~1{moved}"}]
    member = path.removeprefix("/solar/") if path.startswith("/solar/") else ""
    if member == "portable" and "value" in operation:
        said = members(operation["value"])
        turned = (
            [{"op": "add", "path": "/solar/turned_per_day", "value": said["turned_per_day"]}]
            if "turned_per_day" in said
            else []
        )
        return [*_portable(said.get("rated_w")), *turned]
    if member == "portable/rated_w" and "value" in operation:
        return _portable(operation["value"])
    if member not in _MOVED_TO_ARRAYS:
        return [operation]
    moved_to = f"/solar/{_MOVED_TO_ARRAYS[member]}"
    if operation["op"] == "remove":
        return [{"op": "add", "path": moved_to, "value": None}]
    return [{**operation, "op": "add" if operation["op"] == "replace" else operation["op"], "path": moved_to}]


def _portable(rated_w: Any) -> list[Operation]:
    """The portable array as one of the arrays; without watts it stays as a thing of which nothing is chosen."""
    return [{"op": "add", "path": "/solar/arrays/portable", "value": _carried(rated_w)}]


def _without_flat_outline(rig: Document) -> Document:
    """An outline that encloses nothing was taken until version 5; it says no more than that the roof was not measured."""
    space = members(rig.get("space"))
    roof = members(space.get("roof"))
    outline = roof.get("outline")
    if not isinstance(outline, list | tuple) or not outline:
        return rig
    try:
        edges = zip(outline, [*outline[1:], outline[0]], strict=True)
        flat = abs(sum(x * next_y - next_x * y for (x, y), (next_x, next_y) in edges)) < 2 * LEAST_M2
    except (TypeError, ValueError):
        return rig  # no outline at all: validation says what is wrong with it
    return {**rig, "space": {**space, "roof": {**roof, "outline": []}}} if flat else rig


def _carried(rated_w: Any) -> Document:
    return {"position": 1, "place": "carried", "plain_w": rated_w, "own_controller": True}
