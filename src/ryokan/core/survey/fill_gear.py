"""From bars, switches, shunts and the negative side that were found to the rig."""

from __future__ import annotations

from typing import Any

from ryokan.core.survey.model import FoundGear, FoundNegative, FoundSwitch, Survey
from ryokan.core.wiring.gear import Gear, GearValues, NegativeValues


def gear_members(survey: Survey) -> dict[str, Any]:
    """What a survey says of them, by dotted place. A thing that nobody said what it is stays on the survey alone."""
    found = {id: _gear(one) for id, one in survey.of_kind(FoundGear).items() if one.gear is not None}
    switches = {id: _main_switch(one) for id, one in survey.of_kind(FoundSwitch).items() if one.does == "main"}
    members: dict[str, Any] = {f"wiring.gear.{id}": one for id, one in {**found, **switches}.items()}
    return members | {"wiring.negative": _negative(survey)}


def _gear(one: FoundGear) -> Gear:
    assert one.gear is not None
    values = {name: getattr(one, name) for name in GearValues.model_fields}
    return Gear(position=one.position, name=one.name, gear=one.gear, compartment=one.where, **values)


def _main_switch(one: FoundSwitch) -> Gear:
    return Gear(
        position=one.position,
        name=one.name,
        gear="main_switch",
        compartment=one.where,
        there=one.there,
        rated_a=one.rated_a,
        rated_v=one.rated_v,
        reach=one.reach,
        poles=one.poles,
    )


def _negative(survey: Survey) -> NegativeValues:
    """All that was said of it, on however many lines; what two say otherwise counts as the later has it."""
    said: dict[str, Any] = {}
    for one in survey.of_kind(FoundNegative).values():
        values = {name: getattr(one, name) for name in NegativeValues.model_fields}
        said |= {name: value for name, value in values.items() if value is not None}
    return NegativeValues(**said)
