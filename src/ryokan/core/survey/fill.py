"""From what is there to the rig: what a survey says of each part, as members of the document."""

from __future__ import annotations

from typing import Any

from ryokan.core.charging.model import Charging
from ryokan.core.inverter.model import ChosenInverter, Inverter
from ryokan.core.parts.model import OWN, OwnPart
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Solar
from ryokan.core.storage.model import Bank, Storage, Units
from ryokan.core.survey.model import (
    FoundAlternator,
    FoundBank,
    FoundCharger,
    FoundController,
    FoundDcdc,
    FoundInverter,
    FoundMainCable,
    FoundPanels,
    Survey,
)
from ryokan.core.wiring.model import MainRun, Wiring

OWN_PREFIX = "found-"  # ids of own parts that the survey brought


def follow_survey(rig: Rig, before: Survey) -> Rig:
    """A rig as found after its survey has changed: what the survey now says otherwise than before stands for the rig.

    Members that the change does not touch keep what was written in them by hand. A rig that is planned stays as it is.
    """
    if not rig.survey.as_found or rig.survey == before:
        return rig
    then = _members(before) if before.as_found else _members(Survey())
    now = _members(rig.survey)
    changed = {place: value for place, value in now.items() if place not in then or value != then[place]}
    return _with(rig, changed)


def as_found(rig: Rig) -> Rig:
    """The option as found that a rig's survey describes: same people, journey and loads, and nothing but what is there."""
    bare = _with(rig, _members(Survey()))
    return _with(bare, {**_members(rig.survey), "survey": rig.survey.model_copy(update={"as_found": True})})


def what_stays(rig: Rig) -> Rig:
    """A rig to plan on: of what was found, only what stays; loads, journey and survey are kept."""
    staying = rig.survey.model_copy(update={"items": {id: one for id, one in rig.survey.items.items() if one.fate == "stays"}})
    bare = _with(rig, _members(Survey()))
    return _with(bare, {**_members(staying), "survey": rig.survey.model_copy(update={"as_found": False})})


def _with(rig: Rig, members: dict[str, Any]) -> Rig:
    """The rig with members replaced, by dotted place; own parts of an earlier survey go with it."""
    for place, value in members.items():
        if place == "own_parts":
            kept = {id: own for id, own in rig.own_parts.items() if not id.startswith(OWN_PREFIX)}
            rig = rig.model_copy(update={"own_parts": {**kept, **value}})
            continue
        owner, _, member = place.partition(".")
        if not member:
            rig = rig.model_copy(update={owner: value})
            continue
        rig = rig.model_copy(update={owner: getattr(rig, owner).model_copy(update={member: value})})
    return rig


def _members(survey: Survey) -> dict[str, Any]:
    """What a survey says, by dotted place of the rig; the defaults of the document where it says nothing.

    Chargers and panels add up. Banks and inverters do not: the first bank and the largest inverter count, and rules say
    what was left out.
    """
    return {
        **_bank(survey),
        "inverter.chosen": _inverter(survey),
        "inverter.cutoff_v": Inverter().cutoff_v,
        "solar.array_w": _sum(one.watts_each * one.count for one in survey.of_kind(FoundPanels).values()) or Solar().array_w,
        "solar.controller_a": _sum(one.rated_a for one in survey.of_kind(FoundController).values()),
        **_charging(survey),
        "wiring.main": _main(survey),
    }


def _sum(values: Any) -> float | None:
    return sum(values) or None


def _bank(survey: Survey) -> dict[str, Any]:
    banks = survey.of_kind(FoundBank)
    bare = Storage()
    if not banks:
        return {"own_parts": {}, "storage.bank": None, "storage.bay": bare.bay, "storage.self_heating": bare.self_heating}
    id, bank = next(iter(banks.items()))
    own = f"{OWN_PREFIX}{id}"[:40].rstrip("-")
    part = OwnPart(
        part=bank.battery.model_copy(update={"price": None}),
        standing="kept",
        age_years=bank.age_years,
        condition="worn" if bank.condition == "damaged" else bank.condition,
        measured_with=next((one.meter for one in bank.readings if one.meter), ""),
    )
    return {
        "own_parts": {own: part},
        "storage.bank": Bank(units=Units(part=OWN + own, series=bank.series, parallel=bank.parallel)),
        "storage.bay": bank.bay,
        "storage.self_heating": bank.battery.self_heating,
        "storage.chemistry": bank.battery.chemistry,
        "storage.system_v": bank.system_v,
    }


def _inverter(survey: Survey) -> ChosenInverter | None:
    largest = max(survey.of_kind(FoundInverter).values(), key=lambda one: one.rated_w, default=None)
    if largest is None:
        return None
    return ChosenInverter(rated_w=largest.rated_w, surge_w=largest.surge_w, idle_w=largest.idle_w)


def _charging(survey: Survey) -> dict[str, Any]:
    bare = Charging()
    alternator = next(iter(survey.of_kind(FoundAlternator).values()), None)
    return {
        "charging.alternator_a": alternator.rated_a if alternator else None,
        "charging.alternator_v": alternator.alternator_v if alternator else bare.alternator_v,
        "charging.alternator_path": alternator.charges_house if alternator else bare.alternator_path,
        "charging.dcdc_a": _sum(one.output_a for one in survey.of_kind(FoundDcdc).values()),
        "charging.shore_charger_a": _sum(one.output_a for one in survey.of_kind(FoundCharger).values()),
    }


def _main(survey: Survey) -> MainRun:
    cable = next(iter(survey.of_kind(FoundMainCable).values()), None)
    bare = Wiring().main
    if cable is None:
        return bare
    return MainRun(
        one_way_length=cable.one_way_length or bare.one_way_length,
        insulation_c=cable.insulation_c,
        zone=cable.zone,
        conductor=cable.conductor,
        fuse_a=cable.fuse_a,
    )
