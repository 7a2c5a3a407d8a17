"""Rules of the bank."""

from __future__ import annotations

import math

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig
from ryokan.core.storage.model import Units

# Relative slack of comparisons, so that a bank of exactly the need is not short by the last digit.
SLACK = 1e-9

# Plates round: 12 V blocks are 12.0 to 12.8 V, and a slip is a whole unit off. (common practice)
NOMINAL_SLACK = 0.1
MAX_PARALLEL = 48

COLDEST_BY_AMBIENT_C = {"freezing": -10.0, "cold": 0.0, "mild": 10.0, "hot": 20.0}  # common practice


@rule("storage.days_short", "fault", "practice")
def days_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank does not carry the promised days without charge."""
    need, have = sheet["storage.need_wh"], sheet.get("storage.have_wh")
    if have is None or have.number >= need.number * (1 - SLACK):
        return None
    bank = rig.storage.bank
    if bank is None:
        return None
    enough_ah = 10 * math.ceil(sheet["storage.need_ah"].number / 10 - SLACK)
    return Trouble(
        figures={
            "need": need,
            "have": have,
            "days": sheet["storage.days_without_charge"],
            "promised": sheet["brief.days_without_charge"],
        },
        fix=_more_units(bank.units, need.number / have.number)
        if bank.units is not None
        else Fix("storage.raise_bank", replace("/storage/bank/nominal_ah", enough_ah))
        if enough_ah <= 20_000
        else None,
    )


def _more_units(units: Units, short_by: float) -> Fix | None:
    """As many strings of the same units as the need asks for. Whether the maker allows them is another rule's matter."""
    parallel = math.ceil(units.parallel * short_by - SLACK)
    return Fix("storage.add_strings", replace("/storage/bank/units/parallel", parallel)) if parallel <= MAX_PARALLEL else None


@rule("storage.series_off_class", "danger", "physics")
def series_off_class(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The units in series do not make the volts of the class: a slip in series and parallel, or the wrong unit."""
    volts, nominal = sheet.get("storage.arrangement.volts_v"), sheet["storage.nominal_v"]
    if volts is None or abs(volts.number - nominal.number) <= NOMINAL_SLACK * nominal.number:
        return None
    series = round(nominal.number / sheet["storage.unit.nominal_v"].number)
    fits = series >= 1 and abs(series * sheet["storage.unit.nominal_v"].number / nominal.number - 1) <= NOMINAL_SLACK
    return Trouble(
        figures={"volts": volts, "nominal": nominal, "series": sheet["storage.arrangement.series"]},
        fix=Fix("storage.series_for_class", replace("/storage/bank/units/series", series)) if fits else None,
    )


@rule("storage.unit_of_other_chemistry", "danger", "practice")
def unit_of_other_chemistry(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Chargers, depth and volts are worked out for one chemistry, and the chosen unit is of another."""
    chemistry = sheet.get("storage.unit.chemistry")
    if chemistry is None or chemistry.value == rig.storage.chemistry:
        return None
    return Trouble(
        figures={"unit": chemistry},
        words={"chemistry": rig.storage.chemistry},
        fix=Fix("storage.chemistry_of_unit", replace("/storage/chemistry", chemistry.value)),
    )


@rule("storage.too_many_units", "fault", "part_sheet")
def too_many_units(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More units in series or in parallel than their maker allows."""
    for way in ("series", "parallel"):
        count, most = sheet.get(f"storage.arrangement.{way}"), sheet.get(f"storage.unit.max_{way}")
        if count is not None and most is not None and count.number > most.number:
            return Trouble(figures={"count": count, "most": most}, words={"way": way}, source=most.source)
    return None


@rule("storage.lead_in_living_space", "fault", "practice")
def lead_in_living_space(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A sealed lead bank opens its valves on overcharge: in a living space it needs a vented enclosure."""
    if rig.storage.chemistry in ("agm", "gel") and rig.storage.bay == "living_space":
        return Trouble(fix=Fix("storage.vented_enclosure", replace("/storage/bay", "vented_enclosure")))
    return None


@rule("storage.flooded_indoors", "danger", "en_62485_2")
def flooded_indoors(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A flooded bank gives off hydrogen and acid whenever it is charged."""
    if rig.storage.chemistry == "flooded" and rig.storage.bay == "living_space":
        return Trouble(fix=Fix("storage.move_outside", replace("/storage/bay", "outside")))
    return None


@rule("storage.over_touch_limit", "advice", "touch_voltage")
def over_touch_limit(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Charging volts above the limit bring other articles of the codes, and covers on every bare part."""
    charge_v, limit = sheet["storage.charge_v"], sheet.assumption("touch_limit_v")
    if charge_v.number <= limit.number:
        return None
    return Trouble(figures={"charge_v": charge_v, "limit": limit})


@rule("storage.bms_below_main_current", "danger", "abyc_e13")
def bms_below_main_current(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The bank's own electronics part it from the loads before the rig reaches its rating."""
    bank, current = rig.storage.bank, sheet["wiring.main.design_current_a"]
    limit = sheet.get("storage.bms_limit_a")
    if bank is None or limit is None or limit.number >= current.number:
        return None
    return Trouble(figures={"limit": limit, "current": current})


@rule("storage.bay_colder_than_typed", "advice", "practice")
def bay_colder_than_typed(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A bay outside the living space follows the weather of the coldest stay; what was typed is warmer than that."""
    if rig.storage.bay != "outside" or not rig.stays:
        return None
    coldest_c = min(COLDEST_BY_AMBIENT_C[stay.ambient] for stay in rig.stays.values())
    if rig.storage.bay_c <= coldest_c:
        return None
    return Trouble(
        figures={"bay": sheet["storage.bay_c"]},
        words={"coldest_c": f"{coldest_c:g}"},
        fix=Fix("storage.bay_as_weather", replace("/storage/bay_c", coldest_c)),
    )


@rule("storage.short_after_growth", "advice", "practice")
def short_after_growth(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank keeps the promise today, and no longer once the use has grown as expected."""
    after, promised = sheet.get("storage.days_after_growth"), sheet["brief.days_without_charge"]
    if rig.storage.bank is None or after is None or after.number >= promised.number * (1 - SLACK):
        return None
    today = sheet["storage.days_without_charge"]
    if today.number < promised.number * (1 - SLACK):
        return None  # short already: that is the fault to see
    return Trouble(figures={"after": after, "promised": promised}, words={"growth": f"{rig.brief.growth_frac * 100:g}"})


STRANDED_FRAC = 0.05  # of the bank, below which nobody notices (common practice)


@rule("storage.energy_stranded", "advice", "practice")
def energy_stranded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter stops before the bank is as empty as it may be."""
    stranded = sheet.get("storage.stranded_wh")
    if rig.storage.bank is None or rig.inverter.chosen is None or stranded is None:
        return None
    if stranded.number <= STRANDED_FRAC * sheet["storage.bank_wh"].number:
        return None
    return Trouble(
        figures={"stranded": stranded, "cutoff": sheet["inverter.cutoff_v"], "current": sheet["storage.peak_current_a"]}
    )
