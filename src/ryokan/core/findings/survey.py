"""Rules of the survey: what is there has to bear what is planned."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig
from ryokan.core.survey.model import AnyFound, FoundAlternator, FoundBank

CAPACITY_UNITS = ("Ah", "Wh", "%")


def _remain(rig: Rig) -> list[AnyFound]:
    """What counts in this option: all of it as found, otherwise what stays."""
    return [one for one in rig.survey.ordered().values() if rig.survey.as_found or one.fate == "stays"]


def _name(one: AnyFound) -> str:
    return one.name or (one.battery.name if isinstance(one, FoundBank) else getattr(one, "kind", "").replace("_", " "))


@rule("survey.payload_exceeded", "fault", "practice", worse=("added", "left"))
def payload_exceeded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What is chosen weighs more than the vehicle may still carry."""
    added, left = sheet.get("survey.added_kg"), sheet.get("survey.payload_left_kg")
    if added is None or left is None or added.number <= left.number:
        return None
    return Trouble(figures={"added": added, "left": left})


@rule("survey.damaged_bank_stays", "danger", "practice")
def damaged_bank_stays(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A damaged battery is to go on being charged."""
    damaged = [_name(one) for one in _remain(rig) if isinstance(one, FoundBank) and one.condition == "damaged"]
    return Trouble(words={"names": ", ".join(damaged)}) if damaged else None


@rule("survey.damaged_part_stays", "fault", "practice")
def damaged_part_stays(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Something damaged is to go on being used."""
    damaged = [_name(one) for one in _remain(rig) if not isinstance(one, FoundBank) and one.condition == "damaged"]
    return Trouble(words={"names": ", ".join(damaged)}) if damaged else None


@rule("survey.capacity_not_measured", "advice", "practice")
def capacity_not_measured(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A bank past half its calendar life is reckoned with by its plate."""
    for one in _remain(rig):
        if not isinstance(one, FoundBank) or one.age_years is None or one.battery.values_from == "measured":
            continue
        life = sheet.assumption(f"{one.battery.chemistry}.calendar_years")
        measured = any(reading.unit in CAPACITY_UNITS for reading in one.readings)
        if one.age_years * 2 >= life.number and not measured:
            return Trouble(figures={"life": life}, words={"name": _name(one), "age": f"{one.age_years:g}"})
    return None


@rule("survey.second_bank", "advice", "practice")
def second_bank(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More than one bank is there, and a rig has one."""
    banks = [_name(one) for one in _remain(rig) if isinstance(one, FoundBank)]
    return Trouble(words={"first": banks[0], "others": ", ".join(banks[1:])}) if len(banks) > 1 else None


@rule("survey.cord_below_charger", "fault", "nec_551", worse=("draw", "limit"))
def cord_below_charger(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The charger draws more than the cord that is there passes continuously."""
    draw, limit = sheet.get("charging.shore.mains_a"), sheet.get("survey.cord_continuous_a")
    if draw is None or limit is None or draw.number <= limit.number:
        return None
    european = rig.region.mains_v >= 200
    return Trouble(figures={"draw": draw, "limit": limit}, source="iec_60309" if european else None)


@rule("charging.relay_on_smart_alternator", "fault", "practice")
def relay_on_smart_alternator(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A relay that goes by volts hangs on an alternator that the engine computer turns down."""
    smart = any(one.regulation == "smart" and one.fate != "goes" for one in rig.survey.of_kind(FoundAlternator).values())
    if not smart or rig.charging.alternator_path != "relay":
        return None
    return Trouble(fix=Fix("charging.use_dcdc", replace("/charging/alternator_path", "dcdc")))
