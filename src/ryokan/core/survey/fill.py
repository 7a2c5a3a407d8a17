"""From what is there to the rig: what a survey says of each part, as members of the document."""

from __future__ import annotations

from typing import Any, TypeVar, get_args

from ryokan.core.charging.model import Alternator, AlternatorPath, Charger, Charging, Generator, Inlet, VoltsClass
from ryokan.core.data.assumptions import assumptions
from ryokan.core.data.tables import tables
from ryokan.core.inverter.model import ChosenInverter, OtherInverter
from ryokan.core.model import Model
from ryokan.core.parts.model import OWN, OwnPart
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Array, Controller, LaidPanel, PvString
from ryokan.core.solar.values import ControllerValues
from ryokan.core.storage.model import Bank, OtherBank, Storage, Units
from ryokan.core.survey.fill_ac import ac_members, hangs_where, other_id, takes_in
from ryokan.core.survey.fill_gear import gear_members
from ryokan.core.survey.fill_runs import fuse_of_the_main_cable, with_runs_found
from ryokan.core.survey.model import (
    AnyFound,
    FoundAlternator,
    FoundBank,
    FoundCharger,
    FoundController,
    FoundCord,
    FoundDcdc,
    FoundGenerator,
    FoundInverter,
    FoundMainCable,
    FoundOtherBank,
    FoundPanels,
    Survey,
)
from ryokan.core.wiring.model import MainRun, Wiring

AnyModel = TypeVar("AnyModel", bound=Model)

OWN_PREFIX = "found-"  # ids of own parts that the survey brought
CLASS_SLACK = 0.15  # plates round: 12.0 to 13.0 V are one class (common practice)


def follow_survey(rig: Rig, before: Survey) -> Rig:
    """A rig as found after its survey has changed: what the survey now says otherwise than before stands for the rig.

    Members that the change does not touch keep what was written in them by hand, and the kind and the volts class of a bank
    stay until another is said: a rig always has one. A rig that is planned stays as it is.
    """
    if not rig.survey.as_found or rig.survey == before:
        return rig
    then = _members(before) if before.as_found else _members(Survey())
    now = _members(rig.survey)
    changed = {place: value for place, value in now.items() if place not in then or value != then[place]}
    changed |= {place: None for place in then.keys() - now.keys() if _is_a_thing(rig, place)}
    follows = _with(rig, {**changed, **_instead_of_stand_ins(rig, changed, now)})
    return with_runs_found(follows, rig.model_copy(update={"survey": before}))


# Things that a rig of an older file has in one, under ids of no thing that was found; what refers to one another goes together.
_STAND_INS: tuple[tuple[tuple[str, str], ...], ...] = (
    (("solar.arrays", "array"), ("solar.arrays", "portable"), ("solar.controllers", "controller")),
    (("charging.alternators", "alternator"), ("charging.paths", "path")),
    (("charging.chargers", "charger"),),
    (("charging.generators", "generator"),),
)


def _instead_of_stand_ins(rig: Rig, changed: dict[str, Any], now: dict[str, Any]) -> dict[str, Any]:
    """Where a survey says something else of what an older file had in one, all of it takes the place of that."""
    anew: dict[str, Any] = {}
    for group in _STAND_INS:
        families = tuple(f"{family}." for family, _ in group)
        if not any(place.startswith(families) for place in changed):
            continue
        there = [f"{family}.{id}" for family, id in group if id not in rig.survey.items and _is_there(rig, family, id)]
        if there:
            anew |= dict.fromkeys(there)
            anew |= {place: value for place, value in now.items() if place.startswith((*families, "own_parts"))}
    return anew


def _is_there(rig: Rig, family: str, id: str) -> bool:
    return id in _at(rig, family)


def _is_a_thing(rig: Rig, place: str) -> bool:
    """Whether a place is one in a collection, out of which it can go, and not a member that the rig always has."""
    return isinstance(_at(rig, place.rpartition(".")[0]), dict)


def _at(rig: Rig, place: str) -> Any:
    owner: Any = rig
    for name in place.split(".") if place else ():
        owner = getattr(owner, name)
    return owner


def as_found(rig: Rig) -> Rig:
    """The option as found that a rig's survey describes: same people, journey and loads, and nothing but what is there."""
    survey = rig.survey.model_copy(update={"as_found": True})
    return with_runs_found(_with(_without_things(rig), {**_members(survey), "survey": survey}))


def what_stays(rig: Rig) -> Rig:
    """A rig to plan on: of what was found, only what stays; loads, journey and survey are kept.

    Readings stay behind: they were read of what is there, not of what is planned.
    """
    staying = rig.survey.model_copy(update={"items": {id: one for id, one in rig.survey.items.items() if one.fate == "stays"}})
    bare = _with(_without_things(rig), _members(Survey()))
    survey = rig.survey.model_copy(update={"as_found": False, "readings": {}})
    return with_runs_found(_planned_as_usual(_with(bare, {**_members(staying), "survey": survey})))


def _without_things(rig: Rig) -> Rig:
    """The rig without what a survey brings as things with ids of their own."""
    solar = rig.solar.model_copy(update={"arrays": {}, "controllers": {}})
    charging = rig.charging.model_copy(update={name: dict[str, Any]() for name in _THINGS_THAT_CHARGE})
    storage = rig.storage.model_copy(update={"others": {}})
    ac = rig.ac.model_copy(update={"panels": {}, "circuits": {}})
    wiring = rig.wiring.model_copy(update={"runs": {}, "numbers": {}, "gear": {}, "signals": {}})
    sections = {"solar": solar, "charging": charging, "storage": storage, "ac": ac, "wiring": wiring}
    return rig.model_copy(update=sections)


_THINGS_THAT_CHARGE = ("alternators", "paths", "chargers", "generators")


def _planned_as_usual(rig: Rig) -> Rig:
    """A plan of which nothing that charges stays begins with what is usual."""
    usual = Charging()
    missing = {name: getattr(usual, name) for name in _THINGS_THAT_CHARGE if not getattr(rig.charging, name)}
    if "paths" in missing and "alternators" not in missing:
        missing["paths"] = {"path": AlternatorPath(kind="dcdc", alternator=next(iter(rig.charging.ordered_alternators())))}
    return rig.model_copy(update={"charging": rig.charging.model_copy(update=missing)})


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

    In an option as found what nobody said is not known, where a plan begins with what is usual. Panels, chargers and
    alternators become things of the rig under their own ids. Of several banks the first stands for the rig and of several
    inverters the largest; the others are listed beside it.
    """
    bank, (solar, panels) = _bank(survey), _solar(survey)
    return {
        **bank,
        "own_parts": {**bank["own_parts"], **panels},
        **_inverters(survey),
        **solar,
        **_charging(survey),
        **ac_members(survey, the_inverter(survey)),
        **gear_members(survey),
        **{f"wiring.main.{name}": value for name, value in _main(survey)},
    }


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
    "bay", "restraint", "take_off", "midpoint", "string_fuses", "bms", "when_bms_opens", "vent_cm2", "cells_in_series",
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
    largest = the_inverter(survey)
    if largest is None:
        return bare
    chosen = ChosenInverter(**{name: getattr(found[largest], name) for name in _OF_INVERTER})
    others = {
        other_id(id): OtherInverter(
            position=one.position,
            name=one.name,
            ac_in=takes_in(survey, one),
            **{name: getattr(one, name) for name in _OF_OTHERS},
        )
        for id, one in list(found.items())[:MOST_INVERTERS]
        if id != largest
    }
    return bare | {
        "inverter.chosen": chosen,
        "inverter.others": others,
        "inverter.pre_charge": found[largest].pre_charge,
    }


def the_inverter(survey: Survey) -> str | None:
    """Of several inverters the item that the rig reckons with: the largest."""
    found = survey.of_kind(FoundInverter)
    return max(found, key=lambda id: found[id].rated_w or 0) if found else None


_OF_OTHERS = ("rated_w", "surge_w", "idle_w", "waveform", "legs", "transfer_a", "short_circuit_a", "bond")
_OF_INVERTER = (
    "rated_w", "surge_w", "idle_w", "battery_v", "waveform", "legs", "charger_a", "transfer_a", "maker_fuse_a",
    "maker_conductor", "short_circuit_a",
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


def charging_units(survey: Survey) -> dict[str, FoundDcdc]:
    """DC-DC converters that may charge the bank: without those that step its volts down for what runs on fewer.

    One whose input is of the bank's class and whose output is lower gives nothing to the bank. It is a way turned round only
    where an alternator of its output's volts is there, or where somebody said that it hangs on one.
    """
    banks = {bank.system_v or class_of_units(bank) for bank in survey.of_kind(FoundBank).values()}
    alternators = {one.alternator_v for one in survey.of_kind(FoundAlternator).values()}

    def steps_down(unit: FoundDcdc) -> bool:
        if unit.input_v is None or unit.output_v is None or unit.alternator is not None:
            return False
        return unit.input_v in banks and unit.output_v < unit.input_v and unit.output_v not in alternators

    return {id: unit for id, unit in survey.of_kind(FoundDcdc).items() if not steps_down(unit)}


def _charging(survey: Survey) -> dict[str, Any]:
    """Alternators with the ways from them, chargers, generators, the cord, and the banks beside the house bank."""
    alternators, members = survey.of_kind(FoundAlternator), dict[str, Any]()
    for id, one in alternators.items():
        said = _of(Alternator, one) | {"system_v": one.alternator_v}
        members[f"charging.alternators.{id}"] = Alternator(**said)
        units = [unit for unit in charging_units(survey).values() if unit.alternator in (None, id)]
        kind = one.charges_house
        if kind not in (None, "none") and not (kind == "dcdc" and units):
            members[f"charging.paths.{id}"] = AlternatorPath(**_of(AlternatorPath, one), kind=kind, alternator=id)
    for id, unit in charging_units(survey).items():
        of_its_volts = [
            one for one, known in alternators.items() if known.alternator_v is not None and known.alternator_v == unit.input_v
        ]
        hangs_on = unit.alternator if unit.alternator in alternators else None
        if hangs_on is None and len(of_its_volts) == 1:
            hangs_on = of_its_volts[0]  # the only one that its input is made for
        members[f"charging.paths.{id}"] = AlternatorPath(**_of(AlternatorPath, unit), kind="dcdc", alternator=hangs_on)
    for id, charger in survey.of_kind(FoundCharger).items():
        members[f"charging.chargers.{id}"] = Charger(**_of(Charger, charger), hangs_on=hangs_where(id, charger))
    for id, generator in survey.of_kind(FoundGenerator).items():
        members[f"charging.generators.{id}"] = Generator(**_of(Generator, generator))
    for id, other in survey.of_kind(FoundOtherBank).items():
        members[f"storage.others.{id}"] = OtherBank(**_of(OtherBank, other))
    members["charging.inlet"] = _inlet(survey)
    return members


def _of(kind: type[Model], found: AnyFound) -> dict[str, Any]:
    """What a thing that was found says of the members that its kind in the rig has too."""
    shared = kind.model_fields.keys() & type(found).model_fields.keys() - {"kind", "alternator"}
    return {name: getattr(found, name) for name in shared}


def _inlet(survey: Survey) -> Inlet:
    """One way in of all that was found of it: of several cords the first, and an adapter with the cord it is said with."""
    cords = [one for one in survey.of_kind(FoundCord).values() if not one.is_adapter]
    rated = next((one.rating for one in cords if one.rating not in (None, "none")), None)
    lead = next((one for one in cords if one.length is not None), None) or next(
        (one for one in cords if one.conductor is not None), FoundCord(position=0)
    )
    return Inlet(
        cord_a=None if rated is None else tables()["hookups"].value(rated, "breaker_a"),
        cord_length=lead.length,
        cord_conductor=lead.conductor,
        adapter_a=next((one.adapter_a for one in cords if one.adapter_a is not None), None),
        inlet_a=next((one.inlet_a for one in cords if one.inlet_a is not None), None),
    )


def _main(survey: Survey) -> MainRun:
    cable = next(iter(survey.of_kind(FoundMainCable).values()), None)
    if cable is None:
        return NOT_KNOWN_RUN if survey.as_found else Wiring().main
    planned = Wiring().main
    said = {name: getattr(cable, name) for name in _OF_CABLE} | fuse_of_the_main_cable(survey, cable)
    if not survey.as_found:  # what nobody said of a cable that stays is planned as usual
        said = {name: getattr(planned, name) if value is None else value for name, value in said.items()}
    return MainRun(**said, zone=cable.zone)


_OF_CABLE = (
    "one_way_length", "insulation_c", "terminal_c", "material", "told_ampacity_a", "conductor", "cables",
    "fuse_a", "fuse_family", "fuse_v", "fuse_breaks_a", "polarised",
)  # fmt: skip
NOT_KNOWN_RUN = MainRun(one_way_length=None, insulation_c=None, terminal_c=None, material=None)
