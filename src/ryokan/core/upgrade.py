"""From earlier versions of the document to the newest, one step a version. What is stored is never rewritten."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any, TypeAlias

from ryokan.core.rig import SCHEMA_VERSION
from ryokan.core.space.model import LEAST_M2

Document: TypeAlias = dict[str, Any]
Operation: TypeAlias = Mapping[str, Any]


def _rig_from_1(rig: Document) -> Document:
    """Units of display are a person's preference since version 2, not the rig's."""
    region = {name: value for name, value in rig.get("region", {}).items() if name != "display_units"}
    return {**rig, "region": region}


def _rig_from_2(rig: Document) -> Document:
    """Findings have subjects since version 3. What was let stand before has none, and covers what its words name."""
    return rig


# What members of version 3 said in other words: “not said” was a word of its own, and whether a thing is there was yes or no.
_UNSAID = {"not_said": None, "not_known": None}
_FITTED = {True: "fitted", False: "none"}
_SAID_ANEW: dict[str, Mapping[Any, Any]] = {
    "/storage/restraint": _UNSAID,
    "/storage/take_off": _UNSAID,
    "/storage/when_bms_opens": {**_UNSAID, "nothing": "none"},
    "/storage/string_fuses": _FITTED,
    "/inverter/outlets": _UNSAID,
    "/inverter/pre_charge": _FITTED,
    "/vehicle/fuel": _UNSAID,
    "/vehicle/hull": _UNSAID,
    "/own_parts/*/condition": _UNSAID,
    "/survey/items/*/condition": _UNSAID,
    "/survey/items/*/regulation": _UNSAID,
    "/survey/items/*/method": _UNSAID,
}
# Members of things that were found which nobody need have said: what stands there is what the form began with.
_ONLY_A_DEFAULT: dict[str, Any] = {
    "/survey/items/*/bay": "living_space",
    "/survey/items/*/system_v": 12,
    "/survey/items/*/alternator_v": 12,
    "/survey/items/*/charges_house": "none",
    "/survey/items/*/mounting": "roof",
    "/survey/items/*/insulation_c": 105,
}
# The same of an option as found. A plan keeps them: there they are what is planned.
_AS_FOUND_DEFAULT: dict[str, Any] = {
    "/storage/bay": "living_space",
    "/charging/alternator_path": "dcdc",
    "/charging/alternator_v": 12,
    "/wiring/main/one_way_length": {"typed": "1.5 m", "m": 1.5},
    "/wiring/main/insulation_c": 105,
    "/wiring/main/terminal_c": 105,
}


# Rules of version 3 that told what happens and what is in hand as one. What somebody let stand covers both: each measures how
# bad it is as the one did.
_TOLD_AS_ONE = {
    "storage.days_short": ("storage.deeper_than_allowed", "storage.reserve_small"),
    "inverter.continuous_short": ("inverter.little_in_hand",),
    "inverter.surge_short": ("inverter.surge_perhaps_short",),
    "solar.array_cannot_refill": ("solar.array_below_need",),
    "solar.controller_clips": ("solar.controller_small",),
}


def _rig_from_3(rig: Document) -> Document:
    """What is not known is null, and “none” is none, since version 4; a default of something found is not known."""
    rig = {**rig, **{name: _said_anew(f"/{name}", value) for name, value in rig.items()}}
    overruled = _members(rig.get("overruled"))
    parts = {new: overruled[old] for old, all_of_it in _TOLD_AS_ONE.items() for new in all_of_it if old in overruled}
    if parts:
        rig = {**rig, "overruled": {**overruled, **parts}}
    as_found = bool(_members(rig.get("survey")).get("as_found"))
    for place, default in _ONLY_A_DEFAULT.items():
        rig = _unsaid(rig, place, default)
    for place, default in _AS_FOUND_DEFAULT.items() if as_found else ():
        rig = _unsaid(rig, place, default, absent=True)
    if as_found:
        rig = _unsaid(_unsaid(rig, "/charging/alternator_path", "none"), "/wiring/main/material", None, absent=True)
    elif isinstance(rig.get("storage", {}), dict):
        rig = {**rig, "storage": {"bay": "living_space", **_members(rig.get("storage"))}}
    return _unsaid(rig, "/charging/refill_hours", 10)  # the form began with it, and a finding would hang on it now


# What a reading of version 4 was of, by its unit, where it was read of a bank; of anything else its words are kept.
_READ_OF_A_BANK = {"V": "volts", "Ah": "capacity_ah"}


def _rig_from_4(rig: Document) -> Document:
    """Readings stand beside the things of a survey since version 5, each with what it is of."""
    survey = _members(rig.get("survey"))
    items = _members(survey.get("items"))
    readings = {id: reading for item, one in items.items() for id, reading in _readings_of(item, one).items()}
    if not any(isinstance(one, dict) and "readings" in one for one in items.values()):
        return rig
    bare = {id: _without_readings(one) for id, one in items.items()}
    return {**rig, "survey": {**survey, "items": bare, "readings": {**_members(survey.get("readings")), **readings}}}


def _readings_of(id: str, item: Any) -> dict[str, Document]:
    """The readings that a thing of version 4 held, by the ids that they have in version 5."""
    held = item.get("readings") if isinstance(item, dict) else None
    if not isinstance(held, list):
        return {}
    bank = item.get("kind") == "bank"
    return {_id_of_reading(id, number): _reading(id, bank, number, one) for number, one in enumerate(held)}


def _id_of_reading(id: str, number: int) -> str:
    return f"{id[:36]}-r{number}"


def _reading(id: str, bank: bool, number: int, said: Any) -> Any:
    if not isinstance(said, dict):
        return said
    quantity = _READ_OF_A_BANK.get(str(said.get("unit")), "other") if bank else "other"
    renamed = {{"what": "note", "meter": "instrument"}.get(name, name): value for name, value in said.items()}
    return {"thing": id, "quantity": quantity, "position": number, **renamed}


def _without_readings(item: Any) -> Any:
    return {name: value for name, value in item.items() if name != "readings"} if isinstance(item, dict) else item


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


def _rig_from_5(rig: Document) -> Document:
    """An array is panels by strings since version 6; one of so many watts stays that, and so do its controllers together."""
    solar = _members(rig.get("solar"))
    if "solar" in rig and not isinstance(rig["solar"], dict):
        return rig
    portable = _members(solar.get("portable"))
    stays = {name: value for name, value in solar.items() if name not in _MOVED_TO_ARRAYS and name != "portable"}
    array = {"plain_w": solar.get("array_w"), "plain_vmp_v": solar.get("panel_vmp_v"), "controller": "controller"}
    controller = {"rated_a": solar.get("controller_a"), "method": solar.get("controller_method")}
    arrays = {"array": array}
    if portable.get("rated_w") is not None:
        arrays["portable"] = _carried(portable["rated_w"])
    if "turned_per_day" in portable:
        stays["turned_per_day"] = portable["turned_per_day"]
    typed, overruled = _members(rig.get("typed")), _members(rig.get("overruled"))
    moved = {f"/solar/{old}": f"/solar/{new}" for old, new in _MOVED_TO_ARRAYS.items()}
    of_one = {code: f"{code}@controller:controller" for code in _OF_ONE_CONTROLLER}
    rig = {**_without_flat_outline(rig), "solar": {**stays, "arrays": arrays, "controllers": {"controller": controller}}}
    if typed:
        rig["typed"] = {moved.get(place, place): said for place, said in typed.items()}
    if overruled:
        rig["overruled"] = {of_one.get(key, key): kept for key, kept in overruled.items()}
    return rig


def _without_flat_outline(rig: Document) -> Document:
    """An outline that encloses nothing was taken until version 5; it says no more than that the roof was not measured."""
    space = _members(rig.get("space"))
    roof = _members(space.get("roof"))
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


def _rig_from_6(rig: Document) -> Document:
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
    survey = _members(rig.get("survey"))
    rig = {**rig, "survey": _survey_from_6(survey)} if "survey" in rig and isinstance(rig["survey"], dict) else rig
    after["shore_charger"] = "none" if charging.get("shore_charger_a") == "none" else None
    generator_w = charging.get("generator_w")
    after["generators"] = {} if generator_w is None else {"generator": {"rated_w": generator_w}}
    if survey.get("as_found"):
        after |= _under_their_own_ids(after, _members(survey.get("items")))
    rig = {**rig, "charging": after}
    typed, overruled = _members(rig.get("typed")), _members(rig.get("overruled"))
    moved = {f"/charging/{old}": f"/charging/{new}" for old, new in _MOVED_TO_CHARGING.items()}
    if typed:
        rig["typed"] = {moved.get(place, place): said for place, said in typed.items()}
    if overruled:
        rig["overruled"] = {
            f"{key}@{_OF_ONE_SOURCE[key]}" if key in _OF_ONE_SOURCE else _relay_from_6(key): kept
            for key, kept in overruled.items()
        }
    return rig


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


def _operation_from_6(operation: Operation) -> Sequence[Operation]:
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


def _members(value: Any) -> Document:
    return value if isinstance(value, dict) else {}


def _said_anew(place: str, value: Any) -> Any:
    """A value as version 4 says it, with everything within it."""
    if isinstance(value, dict):
        return {name: _said_anew(f"{place}/{name}", one) for name, one in value.items()}
    pattern = _of_each_item(place)
    known = _SAID_ANEW.get(pattern, {})
    return known[value] if isinstance(value, str | bool) and value in known else value


def _of_each_item(place: str) -> str:
    """``/survey/items/old/bay`` as ``/survey/items/*/bay``."""
    parts = place.split("/")
    for at, owner in ((3, ["", "survey", "items"]), (2, ["", "own_parts"])):
        if parts[:at] == owner and len(parts) > at:
            parts[at] = "*"
    return "/".join(parts)


def _unsaid(document: Document, place: str, default: Any, *, absent: bool = False) -> Document:
    """A document with null where a member is what it was to begin with, or with ``absent`` where it is not there."""
    name, _, rest = place.lstrip("/").partition("/")
    if name == "*":
        return {
            id: _unsaid(one, rest, default, absent=absent) if isinstance(one, dict) else one for id, one in document.items()
        }
    if rest:
        inner = document.get(name, {} if absent else None)
        return {**document, name: _unsaid(inner, rest, default, absent=absent)} if isinstance(inner, dict) else document
    if (name in document and document[name] == default) or (absent and name not in document):
        return {**document, name: None}
    return document


def _operation_from_1(operation: Operation) -> Sequence[Operation]:
    return [] if operation["path"] == "/region/display_units" else [operation]


def _operation_from_2(operation: Operation) -> Sequence[Operation]:
    return [operation]


def _operation_from_3(operation: Operation) -> Sequence[Operation]:
    if "value" not in operation:
        return [operation]
    return [{**operation, "value": _said_anew(operation["path"], operation["value"])}]


def _operation_from_4(operation: Operation) -> Sequence[Operation]:
    """An edit of a thing brings its readings as edits of their own; what it says of a place within them has no place now."""
    _, *owners = operation["path"].split("/")
    if owners[:2] != ["survey", "items"] or len(owners) < 3:
        return [operation]
    id, *member = owners[2:]
    value = operation.get("value")
    if not member and isinstance(value, dict):
        return [{**operation, "value": _without_readings(value)}, *_added(id, value)]
    if member[:1] != ["readings"]:
        return [operation]
    return _added(id, {"readings": value}) if len(member) == 1 else []


def _added(id: str, item: Document) -> list[Operation]:
    return [{"op": "add", "path": f"/survey/readings/{one}", "value": value} for one, value in _readings_of(id, item).items()]


def _operation_from_5(operation: Operation) -> Sequence[Operation]:
    """An edit of the array of so many watts, of its controllers or of the portable one, at the thing that it is now of."""
    path = operation["path"]
    if path.startswith("/typed/~1solar~1"):
        member = path.removeprefix("/typed/~1solar~1").replace("~1", "/")
        moved = _MOVED_TO_ARRAYS.get(member, member).replace("/", "~1")
        return [{**operation, "path": f"/typed/~1solar~1{moved}"}]
    member = path.removeprefix("/solar/") if path.startswith("/solar/") else ""
    if member == "portable" and "value" in operation:
        said = _members(operation["value"])
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


# Version -> what makes a rig of the next one, and of an operation of a JSON Patch on it those that it is now: none where it has
# no place any more.
RIG_STEPS: dict[int, Callable[[Document], Document]] = {
    1: _rig_from_1,
    2: _rig_from_2,
    3: _rig_from_3,
    4: _rig_from_4,
    5: _rig_from_5,
    6: _rig_from_6,
}
OPERATION_STEPS: dict[int, Callable[[Operation], Sequence[Operation]]] = {
    1: _operation_from_1,
    2: _operation_from_2,
    3: _operation_from_3,
    4: _operation_from_4,
    5: _operation_from_5,
    6: _operation_from_6,
}


def upgraded_rig(rig: Document, version: int) -> Document:
    """A rig's document of an earlier version as one of the newest; the newest comes back as it is.

    Raises
    ------
    LookupError
        There is no such version.
    """
    if version == SCHEMA_VERSION:
        return rig
    for step in range(version, SCHEMA_VERSION):
        rig = {**RIG_STEPS[step](rig), "schema_version": step + 1}
    return rig


def upgraded_patch(patch: Sequence[Operation], version: int) -> list[Operation]:
    """An edit of an earlier version as one of the newest, without what has no place there any more.

    Raises
    ------
    LookupError
        There is no such version.
    """
    operations = list(patch)
    for step in range(version, SCHEMA_VERSION):
        operations = [after for one in operations for after in OPERATION_STEPS[step](one)]
    return operations


def upgraded_job(job: Document, version: int) -> Document:
    """A job file's document of an earlier version as one of the newest. Raises as :func:`upgraded_rig` does.

    What is no document at all is left alone: validation says what is wrong with it.
    """
    options = job.get("options")
    if version == SCHEMA_VERSION or not isinstance(options, list):
        return job
    return {
        **job,
        "schema_version": SCHEMA_VERSION,
        "options": [_upgraded_option(option, version) for option in options],
    }


def _upgraded_option(option: Any, version: int) -> Any:
    rig = option.get("rig") if isinstance(option, dict) else None
    if not isinstance(rig, dict) or not isinstance(rig.get("region", {}), dict):
        return option
    return {**option, "rig": upgraded_rig(rig, version)}
