"""From what is there to the rig: what a survey says of each part, as members of the document."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any, TypeVar, get_args

from ryokan.core.charging.model import Charging, VoltsClass
from ryokan.core.data.assumptions import assumptions
from ryokan.core.inverter.model import ChosenInverter, OtherInverter
from ryokan.core.model import Model
from ryokan.core.parts.model import OWN, OwnPart
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Array, Controller, LaidPanel, PvString
from ryokan.core.solar.values import ControllerValues
from ryokan.core.storage.model import Bank, Storage, Units
from ryokan.core.survey.model import (
    FoundAlternator,
    FoundBank,
    FoundCharger,
    FoundController,
    FoundDcdc,
    FoundGenerator,
    FoundInverter,
    FoundMainCable,
    FoundPanels,
    Survey,
)
from ryokan.core.wiring.model import MainRun, Wiring

AnyModel = TypeVar("AnyModel", bound=Model)

OWN_PREFIX = "found-"  # ids of own parts that the survey brought
CLASS_SLACK = 0.15  # plates round: 12.0 to 13.0 V are one class (common practice)


def follow_survey(rig: Rig, before: Survey) -> Rig:
    """A rig as found after its survey has changed: what the survey now says otherwise than before stands for the rig.

    Members that the change does not touch keep what was written in them by hand. A rig that is planned stays as it is.
    """
    if not rig.survey.as_found or rig.survey == before:
        return rig
    then = _members(before) if before.as_found else _members(Survey())
    now = _members(rig.survey)
    changed = {place: value for place, value in now.items() if place not in then or value != then[place]}
    return _with(rig, {**changed, **dict.fromkeys(then.keys() - now.keys())})


def as_found(rig: Rig) -> Rig:
    """The option as found that a rig's survey describes: same people, journey and loads, and nothing but what is there."""
    survey = rig.survey.model_copy(update={"as_found": True})
    return _with(_without_array(rig), {**_members(survey), "survey": survey})


def what_stays(rig: Rig) -> Rig:
    """A rig to plan on: of what was found, only what stays; loads, journey and survey are kept.

    Readings stay behind: they were read of what is there, not of what is planned.
    """
    staying = rig.survey.model_copy(update={"items": {id: one for id, one in rig.survey.items.items() if one.fate == "stays"}})
    bare = _with(_without_array(rig), _members(Survey()))
    return _with(bare, {**_members(staying), "survey": rig.survey.model_copy(update={"as_found": False, "readings": {}})})


def _without_array(rig: Rig) -> Rig:
    return rig.model_copy(update={"solar": rig.solar.model_copy(update={"arrays": {}, "controllers": {}})})


def _with(rig: Rig, members: dict[str, Any]) -> Rig:
    """The rig with members replaced, by dotted place; own parts of an earlier survey go with it."""
    for place, value in members.items():
        if place == "own_parts":
            kept = {id: own for id, own in rig.own_parts.items() if not id.startswith(OWN_PREFIX)}
            rig = rig.model_copy(update={"own_parts": {**kept, **value}})
            continue
        rig = _put(rig, place.split("."), value)
    return rig


def _put(owner: AnyModel, place: list[str], value: Any) -> AnyModel:
    """A model with a member within it replaced; None takes a thing out of a collection."""
    name, *within = place
    if len(within) == 1 and isinstance(things := getattr(owner, name), dict):
        others = {id: one for id, one in things.items() if id != within[0]}
        return owner.model_copy(update={name: others if value is None else {**others, within[0]: value}})
    return owner.model_copy(update={name: _put(getattr(owner, name), within, value) if within else value})


def _members(survey: Survey) -> dict[str, Any]:
    """What a survey says, by dotted place of the rig; the defaults of the document where it says nothing.

    In an option as found what nobody said is not known, where a plan begins with what is usual. Chargers and panels add up.
    Of several banks the first stands for the rig and of several inverters the largest; the others are listed beside it.
    """
    bank, (solar, panels) = _bank(survey), _solar(survey)
    return {
        **bank,
        "own_parts": {**bank["own_parts"], **panels},
        **_inverters(survey),
        **solar,
        **_charging(survey),
        **{f"wiring.main.{name}": value for name, value in _main(survey)},
    }


def _sum(values: Iterable[float | None]) -> float | None:
    return sum(value for value in values if value is not None) or None


def _bank(survey: Survey) -> dict[str, Any]:
    bare = Storage()
    members: dict[str, Any] = {f"storage.{name}": getattr(bare, name) for name in (*_OF_BANK, "bank", "self_heating")}
    members |= {"own_parts": {}}
    banks = survey.of_kind(FoundBank)
    if not banks:
        return members
    id, bank = next(iter(banks.items()))
    members |= {f"storage.{name}": getattr(bank, name) for name in _OF_BANK}
    if bank.battery.chemistry is not None:
        members["storage.chemistry"] = bank.battery.chemistry
    system_v = bank.system_v or class_of_units(bank)
    if system_v is not None:
        members["storage.system_v"] = system_v
    battery = bank.battery.as_part(likely_kg_per_kwh(bank))
    if battery is None:
        return members  # its kind, volts or size are not known: the list of what is still to be asked says so
    own = f"{OWN_PREFIX}{id}"[:40].rstrip("-")
    part = OwnPart(
        part=battery,
        standing="kept",
        age_years=bank.age_years,
        condition="worn" if bank.condition == "damaged" else bank.condition,
        measured_with=next((one.instrument for one in survey.readings_of(bank) if one.instrument), ""),
    )
    units = Units(part=OWN + own, series=bank.series, parallel=bank.parallel, paired=bank.paired)
    return members | {
        "own_parts": {own: part},
        "storage.bank": Bank(units=units),
        "storage.self_heating": battery.self_heating,
    }


_OF_BANK = (
    "bay", "restraint", "take_off", "string_fuses", "bms", "when_bms_opens", "vent_cm2", "cells_in_series",
)  # fmt: skip


def class_of_units(bank: FoundBank) -> VoltsClass | None:
    """The volts class that the units of a bank make in series; None where they make none, or their volts are not known."""
    if bank.battery.nominal_v is None:
        return None
    return volts_class(bank.series * bank.battery.nominal_v)


def volts_class(volts: float) -> VoltsClass | None:
    """The class that nominal volts belong to; None where they are of none."""
    classes: tuple[VoltsClass, ...] = get_args(VoltsClass)
    return next((one for one in classes if abs(volts / one - 1) <= CLASS_SLACK), None)


def likely_kg_per_kwh(bank: FoundBank) -> float | None:
    """Mass of a battery of its kind by its energy. [kg/kWh] (common practice)"""
    chemistry = bank.battery.chemistry
    return None if chemistry is None else assumptions()[f"{chemistry}.kg_per_kwh"].value


def _inverters(survey: Survey) -> dict[str, Any]:
    found = survey.of_kind(FoundInverter)
    bare: dict[str, Any] = {
        "inverter.chosen": None,
        "inverter.others": {},
        "inverter.cutoff_v": None,
        "inverter.pre_charge": None,
    }
    if not found:
        return bare
    largest = max(found, key=lambda id: found[id].rated_w or 0)
    chosen = ChosenInverter(**{name: getattr(found[largest], name) for name in _OF_INVERTER})
    others = {
        id: OtherInverter(position=one.position, name=one.name, rated_w=one.rated_w)
        for id, one in list(found.items())[:MOST_INVERTERS]
        if id != largest
    }
    return bare | {
        "inverter.chosen": chosen,
        "inverter.others": others,
        "inverter.pre_charge": found[largest].pre_charge,
    }


_OF_INVERTER = (
    "rated_w", "surge_w", "idle_w", "battery_v", "waveform", "legs", "charger_a", "transfer_a", "maker_fuse_a",
    "maker_conductor",
)  # fmt: skip
MOST_INVERTERS = 8


def _solar(survey: Survey) -> tuple[dict[str, Any], dict[str, OwnPart]]:
    """Panels as arrays, by strings where it is known how they are wired, and the controllers; with the parts that they are.

    Of unknown mounting they lie on the roof. With one controller all that are not portable go to it.
    """
    controllers = survey.of_kind(FoundController)
    members: dict[str, Any] = {}
    parts: dict[str, OwnPart] = {}
    for id, one in controllers.items():
        values = {name: getattr(one, name) for name in ControllerValues.model_fields}
        members[f"solar.controllers.{id}"] = Controller(position=one.position, name=one.name, **values)
    for id, panels in survey.of_kind(FoundPanels).items():
        own, part = f"{OWN_PREFIX}{id}"[:40].rstrip("-"), panels.as_part()
        strings = {} if part is None else _strings(id, panels, OWN + own)
        if part is not None and strings:
            worn = "worn" if panels.condition == "damaged" else panels.condition
            parts[own] = OwnPart(part=part, standing="kept", age_years=panels.age_years, condition=worn)
        members[f"solar.arrays.{id}"] = _array(panels, strings, controllers)
    return members, parts


def _array(panels: FoundPanels, strings: dict[str, PvString], controllers: dict[str, FoundController]) -> Array:
    carried = panels.mounting == "portable"
    goes_to = panels.controller if panels.controller in controllers else None
    if goes_to is None and not carried and len(controllers) == 1:
        goes_to = next(iter(controllers))
    plain = panels.watts_each is not None and not strings
    return Array(
        position=panels.position,
        name=panels.name,
        place="carried" if panels.mounting == "portable" else panels.mounting or "roof",
        plain_w=(panels.watts_each or 0) * panels.count if plain else None,
        plain_vmp_v=panels.vmp_v if plain else None,
        strings=strings,
        controller=goes_to,
        own_controller=carried and (panels.own_controller == "yes" or goes_to is None),
        mounting=panels.held_by,
        **{name: getattr(panels, name) for name in _OF_PANELS},
    )


_OF_PANELS = (
    "tilt_deg", "connectors_alike", "connector_v", "disconnect", "disconnect_v", "gland", "junction_box", "lead", "port",
    "polarity",
)  # fmt: skip


def _strings(id: str, panels: FoundPanels, reference: str) -> dict[str, PvString]:
    """Strings of like panels; none where nobody has said how many are in series, or the number does not come out even."""
    in_series = panels.in_series or (1 if panels.count == 1 else None)
    if in_series is None or panels.count % in_series:
        return {}
    row = {f"p{at + 1}": LaidPanel(position=at, part=reference) for at in range(in_series)}
    return {
        f"{id[:36]}-{at + 1}": PvString(position=at, panels=row, fuse_a=panels.string_fuse_a)
        for at in range(panels.count // in_series)
    }


def _charging(survey: Survey) -> dict[str, Any]:
    bare = Charging(alternator_path=None, alternator_v=None) if survey.as_found else Charging()
    alternator = next(iter(survey.of_kind(FoundAlternator).values()), None)
    units, chargers = survey.of_kind(FoundDcdc).values(), survey.of_kind(FoundCharger).values()
    path = alternator.charges_house if alternator is not None else None
    if path is None and units:
        path = "dcdc"
    return {
        "charging.alternator_a": alternator.rated_a if alternator else None,
        "charging.alternator_v": (alternator.alternator_v if alternator else None) or bare.alternator_v,
        "charging.alternator_path": path or bare.alternator_path,
        "charging.path_limit_a": alternator.path_limit_a if alternator else None,
        "charging.dcdc_a": _sum(one.output_a for one in units),
        "charging.dcdc_input_v": _the_one(one.input_v for one in units),
        "charging.dcdc_output_v": _the_one(one.output_v for one in units),
        "charging.shore_charger_a": _sum(one.output_a for one in chargers),
        "charging.charger_v": _the_one(one.output_v for one in chargers),
        "charging.stops_at_v": max((one.stops_at_v for one in chargers if one.stops_at_v is not None), default=None),
        "charging.generator_w": _sum(one.rated_w for one in survey.of_kind(FoundGenerator).values()),
    }


def _the_one(values: Iterable[VoltsClass | None]) -> VoltsClass | None:
    """What all of them say; None where they say different things, or one says nothing."""
    different = set(values)
    return different.pop() if len(different) == 1 else None


def _main(survey: Survey) -> MainRun:
    cable = next(iter(survey.of_kind(FoundMainCable).values()), None)
    if cable is None:
        return NOT_KNOWN_RUN if survey.as_found else Wiring().main
    planned = Wiring().main
    said = {name: getattr(cable, name) for name in _OF_CABLE}
    if not survey.as_found:  # what nobody said of a cable that stays is planned as usual
        said = {name: getattr(planned, name) if value is None else value for name, value in said.items()}
    return MainRun(**said, zone=cable.zone)


_OF_CABLE = ("one_way_length", "insulation_c", "terminal_c", "material", "told_ampacity_a", "conductor", "fuse_a")
NOT_KNOWN_RUN = MainRun(one_way_length=None, insulation_c=None, terminal_c=None, material=None)
