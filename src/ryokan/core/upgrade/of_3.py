"""From version 3 to 4: what is not known is null, and “none” is none."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ryokan.core.upgrade.document import Document, Operation, members

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


def upgraded_rig(rig: Document) -> Document:
    """What is not known is null, and “none” is none, since version 4; a default of something found is not known."""
    rig = {**rig, **{name: _said_anew(f"/{name}", value) for name, value in rig.items()}}
    overruled = members(rig.get("overruled"))
    parts = {new: overruled[old] for old, all_of_it in _TOLD_AS_ONE.items() for new in all_of_it if old in overruled}
    if parts:
        rig = {**rig, "overruled": {**overruled, **parts}}
    as_found = bool(members(rig.get("survey")).get("as_found"))
    for place, default in _ONLY_A_DEFAULT.items():
        rig = _unsaid(rig, place, default)
    for place, default in _AS_FOUND_DEFAULT.items() if as_found else ():
        rig = _unsaid(rig, place, default, absent=True)
    if as_found:
        rig = _unsaid(_unsaid(rig, "/charging/alternator_path", "none"), "/wiring/main/material", None, absent=True)
    elif isinstance(rig.get("storage", {}), dict):
        rig = {**rig, "storage": {"bay": "living_space", **members(rig.get("storage"))}}
    return _unsaid(rig, "/charging/refill_hours", 10)  # the form began with it, and a finding would hang on it now


def upgraded_operation(operation: Operation) -> Sequence[Operation]:
    if "value" not in operation:
        return [operation]
    return [{**operation, "value": _said_anew(operation["path"], operation["value"])}]


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
