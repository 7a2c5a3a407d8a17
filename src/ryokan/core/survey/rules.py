"""Rules of the survey: what is there has to bear what is planned."""

from __future__ import annotations

from collections.abc import Callable

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import RULES, Rule, Thing, Trouble, rule
from ryokan.core.findings.things import each_found, each_that_remains
from ryokan.core.readings.model import Reading
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.survey.model import AnyFound, FoundBank, FoundCord, FoundInverter
from ryokan.core.survey.places import name_of_look
from ryokan.core.survey.sights import Look, sights

CAPACITY_UNITS = ("Ah", "Wh", "%")


@rule("survey.payload_exceeded", "fault", "practice", worse=("added", "left"))
def payload_exceeded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What is chosen weighs more than the vehicle may still carry."""
    added, left = sheet.get("survey.added_kg"), sheet.get("survey.payload_left_kg")
    if added is None or left is None or added.number <= left.number:
        return None
    return Trouble(figures={"added": added, "left": left})


@rule("survey.damaged_bank_stays", "danger", "practice", each=each_that_remains)
def damaged_bank_stays(rig: Rig, sheet: Sheet, one: AnyFound) -> Trouble | None:
    """A damaged battery is to go on being charged."""
    return Trouble() if isinstance(one, FoundBank) and one.condition == "damaged" else None


@rule("survey.damaged_part_stays", "fault", "practice", each=each_that_remains)
def damaged_part_stays(rig: Rig, sheet: Sheet, one: AnyFound) -> Trouble | None:
    """Something damaged is to go on being used."""
    return Trouble() if not isinstance(one, FoundBank) and one.condition == "damaged" else None


@rule("survey.capacity_not_measured", "advice", "practice", each=each_that_remains)
def capacity_not_measured(rig: Rig, sheet: Sheet, one: AnyFound) -> Trouble | None:
    """A bank past half its calendar life is reckoned with by its plate."""
    if not isinstance(one, FoundBank) or one.age_years is None or one.battery.values_from == "measured":
        return None
    if one.battery.chemistry is None:
        return None
    life = sheet.assumption(f"{one.battery.chemistry}.calendar_years")
    from_years = life.number * sheet.assumption("age_to_measure_frac").number
    if one.age_years < from_years or any(_tells_capacity(reading) for reading in rig.survey.readings_of(one)):
        return None
    return Trouble(figures={"life": life}, measures={"age": f"{one.age_years:g}"})


def _tells_capacity(reading: Reading) -> bool:
    return reading.quantity == "capacity_ah" or (reading.quantity == "other" and reading.unit in CAPACITY_UNITS)


def _other_banks(rig: Rig, sheet: Sheet) -> list[Thing[str]]:
    """Banks beside the one that the figures are of, each with the name of that."""
    banks = [one for one in each_that_remains(rig, sheet) if isinstance(one.item, FoundBank)]
    return [Thing(one.subject, one.name, banks[0].name) for one in banks[1:]]


@rule("survey.second_bank", "advice", "practice", each=_other_banks)
def second_bank(rig: Rig, sheet: Sheet, first: str) -> Trouble | None:
    """More than one bank is there: the figures are of the first, and the others are listed and weighed."""
    return Trouble(words={"first": first})


def _other_inverters(rig: Rig, sheet: Sheet) -> list[Thing[str]]:
    """Inverters beside the largest, each with the name of that."""
    found = [one for one in each_that_remains(rig, sheet) if isinstance(one.item, FoundInverter)]
    largest = max(found, key=_rating, default=None)
    return [Thing(one.subject, one.name, "" if largest is None else largest.name) for one in found if one is not largest]


def _rating(one: Thing[AnyFound]) -> float:
    return (one.item.rated_w or 0) if isinstance(one.item, FoundInverter) else 0


@rule("survey.second_inverter", "advice", "practice", each=_other_inverters)
def second_inverter(rig: Rig, sheet: Sheet, first: str) -> Trouble | None:
    """More than one inverter is there: the loads are reckoned with on the largest, and the main run with all of them."""
    return Trouble(words={"first": first})


def _cords(rig: Rig, sheet: Sheet) -> list[Thing[AnyFound]]:
    return [one for one in each_found(rig, sheet) if isinstance(one.item, FoundCord) and one.item.fate != "goes"]


@rule("survey.cord_below_charger", "fault", "nec_551", worse=("draw", "limit"), each=_cords)
def cord_below_charger(rig: Rig, sheet: Sheet, cord: AnyFound) -> Trouble | None:
    """The charger draws more than a cord that is there passes continuously."""
    assert isinstance(cord, FoundCord)
    draw, limit = sheet.get("charging.shore.mains_a"), sheet.get(f"survey.cord.{cord.rating}.continuous_a")
    if "charging.shore.have_a" not in sheet or draw is None or limit is None or draw.number <= limit.number:
        return None
    european = rig.region.mains_v >= 200
    return Trouble(figures={"draw": draw, "limit": limit}, source="iec_60309" if european else None)


def _looks(rig: Rig, sheet: Sheet) -> list[Thing[Look]]:
    """The places that were looked at, in their order."""
    looks = sorted(rig.survey.looks.items(), key=lambda one: (one[1].position, one[0]))
    return [Thing(subject_of(("place", id)), name_of_look(rig, look), look) for id, look in looks]


def _was_seen(code: str) -> Callable[[Rig, Sheet, Look], Trouble | None]:
    def check(rig: Rig, sheet: Sheet, look: Look) -> Trouble | None:
        return Trouble() if look.seen.get(code) == "seen" else None

    return check


SEEN = "survey.seen_"
for _sight in sights().values():
    RULES[SEEN + _sight.code] = Rule(SEEN + _sight.code, _sight.severity, _sight.source, _was_seen(_sight.code), each=_looks)
