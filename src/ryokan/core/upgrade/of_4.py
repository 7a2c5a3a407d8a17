"""From version 4 to 5: readings stand beside the things of a survey."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ryokan.core.upgrade.document import Document, Operation, members

# What a reading of version 4 was of, by its unit, where it was read of a bank; of anything else its words are kept.
_READ_OF_A_BANK = {"V": "volts", "Ah": "capacity_ah"}


def upgraded_rig(rig: Document) -> Document:
    """Readings stand beside the things of a survey since version 5, each with what it is of."""
    survey = members(rig.get("survey"))
    items = members(survey.get("items"))
    readings = {id: reading for item, one in items.items() for id, reading in _readings_of(item, one).items()}
    if not any(isinstance(one, dict) and "readings" in one for one in items.values()):
        return rig
    bare = {id: _without_readings(one) for id, one in items.items()}
    return {**rig, "survey": {**survey, "items": bare, "readings": {**members(survey.get("readings")), **readings}}}


def upgraded_operation(operation: Operation) -> Sequence[Operation]:
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
