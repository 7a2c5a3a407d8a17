"""From version 6 to 7: what charges is things with ids."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ryokan.core.upgrade.document import Document, Operation, members

# Where a member of version 6 stands since version 7: alternators, ways from them, chargers and generators have ids.
_MOVED_TO_CHARGING = {
    "alternator_a": "alternators/alternator/rated_a",
    "alternator_v": "alternators/alternator/system_v",
    "alternator_path": "paths/path/kind",
    "dcdc_a": "paths/path/output_a",
    "dcdc_input_v": "paths/path/input_v",
    "dcdc_output_v": "paths/path/output_v",
    "path_limit_a": "paths/path/limit_a",
    "shore_charger_a": "chargers/charger/output_a",
    "charger_v": "chargers/charger/output_v",
    "stops_at_v": "chargers/charger/stops_at_v",
    "generator_w": "generators/generator/rated_w",
}
_THE_ALTERNATOR = "alternator:alternator"
_OF_ONE_SOURCE = {
    "charging.alternator_overloaded": _THE_ALTERNATOR,
    "charging.dcdc_other_volts": "path:path",
    "charging.lithium_on_alternator": "path:path",
    "charging.charger_other_volts": "charger:charger",
}


def upgraded_rig(rig: Document) -> Document:
    """What charges is things with ids since version 7: what was one of each is that, and what was not said is not there."""
    if "charging" not in rig:
        return rig
    charging = rig["charging"]
    if not isinstance(charging, dict):
        return rig
    after: Document = {name: value for name, value in charging.items() if name not in _MOVED_TO_CHARGING}
    after["alternators"] = {
        "alternator": {"system_v": charging.get("alternator_v", 12), "rated_a": charging.get("alternator_a")}
    }
    after["paths"] = {"path": _path_from_6(charging)}
    after["chargers"] = {"charger": _charger_from_6(charging)}
    survey = members(rig.get("survey"))
    rig = {**rig, "survey": _survey_from_6(survey)} if "survey" in rig and isinstance(rig["survey"], dict) else rig
    after["shore_charger"] = "none" if charging.get("shore_charger_a") == "none" else None
    generator_w = charging.get("generator_w")
    after["generators"] = {} if generator_w is None else {"generator": {"rated_w": generator_w}}
    if survey.get("as_found"):
        after |= _under_their_own_ids(after, members(survey.get("items")))
    rig = {**rig, "charging": after}
    typed, overruled = members(rig.get("typed")), members(rig.get("overruled"))
    moved = {f"/charging/{old}": f"/charging/{new}" for old, new in _MOVED_TO_CHARGING.items()}
    if typed:
        rig["typed"] = {moved.get(place, place): said for place, said in typed.items()}
    if overruled:
        rig["overruled"] = {
            f"{key}@{_OF_ONE_SOURCE[key]}" if key in _OF_ONE_SOURCE else _relay_from_6(key): kept
            for key, kept in overruled.items()
        }
    return rig


def upgraded_operation(operation: Operation) -> Sequence[Operation]:
    """An edit of the one alternator, way, charger or generator, at the thing that it is of now."""
    path = operation["path"]
    if path.startswith("/typed/~1charging~1"):
        member = path.removeprefix("/typed/~1charging~1").replace("~1", "/")
        moved = _MOVED_TO_CHARGING.get(member, member).replace("/", "~1")
        return [{**operation, "path": f"/typed/~1charging~1{moved}"}]
    if path.startswith("/survey/items/"):
        moved = f"{path.removesuffix('path_limit_a')}limit_a" if path.endswith("/path_limit_a") else path
        said = {"value": _limit_from_6(operation["value"])} if "value" in operation else {}
        return [{**operation, "path": moved, **said}]
    member = path.removeprefix("/charging/") if path.startswith("/charging/") else ""
    if member not in _MOVED_TO_CHARGING:
        return [operation]
    value = None if operation["op"] == "remove" else operation.get("value")
    none = value == "none"
    moved_to = f"/charging/{_MOVED_TO_CHARGING[member]}"
    if member == "generator_w":  # the generator itself may not be there yet
        return [{"op": "add", "path": "/charging/generators/generator", "value": {"rated_w": value}}]
    after = [{"op": "add", "path": moved_to, "value": None if none else value}]
    if member == "shore_charger_a":
        after.append({"op": "add", "path": "/charging/shore_charger", "value": "none" if none else None})
    return after


def _survey_from_6(survey: Document) -> Document:
    """What lies on the way of an alternator that was found is called as it is of any way."""
    items = survey.get("items")
    if not isinstance(items, dict):
        return survey
    return {**survey, "items": {id: _limit_from_6(item) for id, item in items.items()}}


def _limit_from_6(item: Any) -> Any:
    if not isinstance(item, dict) or "path_limit_a" not in item:
        return item
    return {"limit_a" if name == "path_limit_a" else name: value for name, value in item.items()}


def _under_their_own_ids(after: Document, items: Document) -> Document:
    """What charges in an option as found, under the ids of the things that were found: a later edit of those finds it there.

    Where several of a kind were added up, each counts with what the survey says of it.
    """
    of_kind: dict[str, list[str]] = {}
    for id, item in items.items():
        if isinstance(item, dict):
            of_kind.setdefault(str(item.get("kind")), []).append(id)
    alternators, units, chargers, generators = (
        of_kind.get(kind, []) for kind in ("alternator", "dcdc", "shore_charger", "generator")
    )
    found: Document = {}
    way = after["paths"]["path"]
    if alternators:
        found["alternators"] = {alternators[0]: after["alternators"]["alternator"]}
        way = {**way, "alternator": alternators[0]}
    if way.get("kind") is None:
        found["paths"] = {}
    elif way["kind"] == "dcdc" and units:
        found["paths"] = {id: {**way, **_said_of(items[id], ("output_a", "input_v", "output_v"))} for id in units}
    elif alternators:
        found["paths"] = {alternators[0]: way}
    if chargers:
        found["chargers"] = {id: _said_of(items[id], ("output_a", "output_v", "stops_at_v")) for id in chargers}
    elif after["chargers"]["charger"].get("output_a") is None:
        found["chargers"] = {}
    if generators:
        found["generators"] = {id: _said_of(items[id], ("rated_w",)) for id in generators}
    return found


def _said_of(item: Any, names: Sequence[str]) -> Document:
    return {name: item.get(name) for name in names}


def _relay_from_6(key: str) -> str:
    """What was let stand of an alternator that was found is of the way from it now, which a survey makes under the same id."""
    return key.replace("@item:", "@path:") if key.startswith("charging.relay_on_smart_alternator@") else key


def _path_from_6(charging: Document) -> Document:
    kind = charging.get("alternator_path", "dcdc")
    said = {
        new.rpartition("/")[2]: charging.get(old) for old, new in _MOVED_TO_CHARGING.items() if new.startswith("paths/path/")
    }
    return {**said, "kind": None if kind == "none" else kind, "alternator": "alternator"}


def _charger_from_6(charging: Document) -> Document:
    amps = charging.get("shore_charger_a")
    said = {"output_v": charging.get("charger_v"), "stops_at_v": charging.get("stops_at_v")}
    return {"output_a": None if amps == "none" else amps, **said}
