"""Rules of the bank."""

from __future__ import annotations

import math

from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import loads_that
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig
from ryokan.core.storage.model import LITHIUM, Bank, Units
from ryokan.core.storage.volts_class import NOMINAL_SLACK, in_series
from ryokan.core.subjects import subject_of

# Relative slack of comparisons, so that a bank of exactly the need is not short by the last digit.
SLACK = 1e-9

MAX_PARALLEL = 48


# How far a bank falls short is measured alike by the three rules that tell it: by the days that the way of sizing counts on.
_SHORT_BY = ("promised", "counted_on")


@rule("storage.days_short", "fault", "physics", worse=_SHORT_BY)
def days_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank is empty before the promised days without charge are over, with no margin on what is used."""
    days, promised = sheet.get("storage.days_to_empty"), sheet["brief.days_without_charge"]
    if rig.storage.bank is None or "storage.have_wh" not in sheet or days is None:
        return None
    if days.number >= promised.number * (1 - SLACK):
        return None
    counted_on = sheet["storage.days_without_charge"]
    return Trouble(figures={"days": days, "promised": promised, "counted_on": counted_on}, fix=_to_the_need(rig, sheet))


@rule("storage.deeper_than_allowed", "advice", "practice", worse=_SHORT_BY)
def deeper_than_allowed(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank outlasts the promise, but only below the depth that is allowed."""
    days, promised = sheet.get("storage.days_by_audit"), sheet["brief.days_without_charge"]
    to_empty = sheet.get("storage.days_to_empty")
    if rig.storage.bank is None or "storage.have_wh" not in sheet or days is None or to_empty is None:
        return None
    if days.number >= promised.number * (1 - SLACK) or to_empty.number < promised.number * (1 - SLACK):
        return None
    depth = sheet.assumption(f"{rig.storage.chemistry}.dod_frac")
    return Trouble(
        figures={
            "days": days,
            "promised": promised,
            "to_empty": to_empty,
            "counted_on": sheet["storage.days_without_charge"],
        },
        measures={"depth": f"{depth.number * 100:.0f}"},
        fix=_to_the_need(rig, sheet),
    )


@rule("storage.reserve_small", "advice", "practice", worse=_SHORT_BY)
def reserve_small(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank keeps the promise by the audit, with less in hand than the chosen way of sizing asks for."""
    need, have = sheet["storage.need_wh"], sheet.get("storage.have_wh")
    days, promised = sheet.get("storage.days_by_audit"), sheet["brief.days_without_charge"]
    if rig.storage.bank is None or have is None or days is None or have.number >= need.number * (1 - SLACK):
        return None
    if days.number < promised.number * (1 - SLACK):
        return None  # what happens goes before what is in hand
    counted_on = sheet["storage.days_without_charge"]
    figures = {"need": need, "have": have, "days": days, "promised": promised, "counted_on": counted_on}
    return Trouble(figures=figures, fix=_to_the_need(rig, sheet))


def _to_the_need(rig: Rig, sheet: Sheet) -> Fix | None:
    """The chosen bank, as large as the chosen way of sizing asks for."""
    need, have, bank = sheet["storage.need_wh"], sheet["storage.have_wh"], rig.storage.bank
    if bank is None or need.number <= have.number * (1 + SLACK):
        return None  # that way asks for no more than there is
    enough_ah = 10 * math.ceil(need.number / sheet["storage.nominal_v"].number / 10 - SLACK)
    return _larger(bank, need.number / have.number, enough_ah)


def _larger(bank: Bank, short_by: float, enough_ah: int) -> Fix | None:
    if bank.units is not None:
        return _more_units(bank.units, short_by)
    if bank.strings or enough_ah > 20_000:
        return None
    return Fix("storage.raise_bank", replace("/storage/bank/nominal_ah", enough_ah))


def _more_units(units: Units, short_by: float) -> Fix | None:
    """As many strings of the same units as the need asks for. Whether the maker allows them is another rule's matter."""
    parallel = math.ceil(units.parallel * short_by - SLACK)
    return Fix("storage.add_strings", replace("/storage/bank/units/parallel", parallel)) if parallel <= MAX_PARALLEL else None


@rule("storage.series_off_class", "danger", "physics")
def series_off_class(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The units in series do not make the volts of the class: a slip in series and parallel, or the wrong unit."""
    nominal = sheet["storage.nominal_v"]
    ends = [sheet.get(f"storage.arrangement.{name}") for name in ("volts_v", "highest_volts_v")]
    off = [volts for volts in ends if volts is not None and abs(volts.number / nominal.number - 1) > NOMINAL_SLACK]
    if not off:
        return None
    volts = off[0]
    unit_v = sheet.get("storage.unit.nominal_v")
    series = None if unit_v is None else in_series(nominal.number, unit_v.number)
    return Trouble(
        figures={"volts": volts, "nominal": nominal},
        fix=Fix("storage.series_for_class", replace("/storage/bank/units/series", series)) if series is not None else None,
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


def _both_ways(rig: Rig, sheet: Sheet) -> list[Thing[str]]:
    return [Thing(subject_of(("way", way)), way, way) for way in ("series", "parallel")]


@rule("storage.too_many_units", "fault", "part_sheet", worse=("count", "most"), each=_both_ways)
def too_many_units(rig: Rig, sheet: Sheet, way: str) -> Trouble | None:
    """More units in series or in parallel than their maker allows."""
    count, most = sheet.get(f"storage.arrangement.{way}"), sheet.get(f"storage.unit.max_{way}")
    if count is None or most is None or count.number <= most.number:
        return None
    return Trouble(figures={"count": count, "most": most}, source=most.source)


@rule("storage.lead_in_living_space", "fault", "practice")
def lead_in_living_space(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A sealed lead bank opens its valves on overcharge: in a living space it needs a vented enclosure."""
    if rig.storage.chemistry in ("agm", "gel", "sealed_wet") and rig.storage.bay == "living_space":
        return Trouble(fix=Fix("storage.vented_enclosure", replace("/storage/bay", "vented_enclosure")))
    return None


@rule("storage.flooded_indoors", "danger", "en_62485_2")
def flooded_indoors(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A flooded bank gives off hydrogen and acid whenever it is charged."""
    if rig.storage.chemistry == "flooded" and rig.storage.bay == "living_space":
        return Trouble(fix=Fix("storage.move_outside", replace("/storage/bay", "outside")))
    return None


@rule("storage.over_touch_limit", "advice", "touch_voltage", worse=("charge_v", "limit"))
def over_touch_limit(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Charging volts above the limit bring other articles of the codes, and covers on every bare part."""
    charge_v, limit = sheet.get("storage.charge_v"), sheet.assumption("touch_limit_v")
    if charge_v is None or charge_v.number <= limit.number:
        return None
    return Trouble(figures={"charge_v": charge_v, "limit": limit})


@rule("storage.bms_below_main_current", "danger", "abyc_e13")
def bms_below_main_current(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The bank's own electronics part it from the loads before the rig reaches its rating."""
    bank, current = rig.storage.bank, sheet["wiring.bank_current_a"]
    limit = sheet.get("storage.bms_limit_a")
    if bank is None or limit is None or limit.number >= current.number:
        return None
    return Trouble(figures={"limit": limit, "current": current}, variant="" if rig.storage.is_lithium else "lead")


@rule("storage.bay_colder_than_typed", "advice", "practice")
def bay_colder_than_typed(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A bay outside the living space follows the weather of the coldest stay; what was typed is warmer than that."""
    if rig.storage.bay != "outside" or not rig.stays:
        return None
    by_stay = [sheet.assumption(f"coldest_{stay.ambient}_c") for stay in rig.stays.values()]
    coldest = min(by_stay, key=lambda figure: figure.number)
    if rig.storage.bay_c <= coldest.number:
        return None
    return Trouble(
        figures={"bay": sheet["storage.bay_c"], "coldest": coldest},
        variant="lithium" if rig.storage.is_lithium else "",
        fix=Fix("storage.bay_as_weather", replace("/storage/bay_c", coldest.number)),
    )


@rule("storage.short_after_growth", "advice", "practice", worse=("promised", "after"))
def short_after_growth(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank keeps the promise today, and no longer once the use has grown as expected."""
    after, promised = sheet.get("storage.days_after_growth"), sheet["brief.days_without_charge"]
    if rig.storage.bank is None or after is None or after.number >= promised.number * (1 - SLACK):
        return None
    today = sheet["storage.days_without_charge"]
    if today.number < promised.number * (1 - SLACK):
        return None  # short already: that is the fault to see
    return Trouble(figures={"after": after, "promised": promised}, measures={"growth": f"{rig.brief.growth_frac * 100:g}"})


@rule("storage.energy_stranded", "advice", "practice", worse=("stranded",))
def energy_stranded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter stops before the bank is as empty as it may be."""
    stranded = sheet.get("storage.stranded_wh")
    if rig.storage.bank is None or "inverter.have_w" not in sheet or stranded is None:
        return None
    if stranded.number <= sheet.assumption("stranded_bank_frac").number * sheet["storage.bank_wh"].number:
        return None
    return Trouble(
        figures={"stranded": stranded, "cutoff": sheet["inverter.cutoff_v"], "current": sheet["storage.peak_current_a"]}
    )


def _parallel(sheet: Sheet) -> float:
    parallel = sheet.get("storage.arrangement.parallel")
    return 1.0 if parallel is None else parallel.number


@rule("storage.unlike_strings", "danger", "practice")
def unlike_strings(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Units of different kinds or sizes share a string or a bus: one is always over- or undercharged."""
    bank = rig.storage.bank
    strings = [f"storage.string.{id}" for id in bank.ordered_strings()] if bank is not None else []
    if not strings:
        return None
    kinds = {tuple(zip(*(_list(sheet[f"{base}.{name}"]) for name in ("unit_v", "unit_ah")), strict=True)) for base in strings}
    mixed = len(kinds) > 1 or any(len(set(units)) > 1 for units in kinds) or "storage.string_chemistries" in sheet
    if not mixed or rig.storage.managing_device == "fitted":
        return None  # what a device keeps apart shares no bus
    lithium = any(kind in LITHIUM for kind in _kinds(sheet)) or rig.storage.is_lithium
    return Trouble(figures={"volts": sheet["storage.arrangement.volts_v"]}, variant="lithium" if lithium else "")


def _kinds(sheet: Sheet) -> list[str]:
    found = sheet.get("storage.string_chemistries")
    return [] if found is None else str(found.value).split(", ")


def _list(figure: Figure) -> tuple[float, ...]:
    return figure.value if isinstance(figure.value, tuple) else (figure.number,)


@rule("storage.midpoint_tapped", "fault", "practice")
def midpoint_tapped(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A load or a charger hangs between the units of a string of lead: one of them is emptied or filled alone."""
    return _tapped(rig) if not rig.storage.is_lithium else None


@rule("storage.midpoint_of_lithium", "danger", "practice")
def midpoint_of_lithium(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A load or a charger hangs between the units of a string of lithium, past the electronics of the others."""
    return _tapped(rig) if rig.storage.is_lithium else None


def _tapped(rig: Rig) -> Trouble | None:
    what = rig.storage.midpoint
    if what not in ("load", "charger"):
        return None
    return Trouble(words={"what": f"A {what}"}, fix=Fix("storage.midpoint_free", replace("/storage/midpoint", "none")))


@rule("storage.side_take_off", "fault", "practice", worse=("parallel",))
def side_take_off(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Both leads leave at one end: the unit there does most of the work. Two or three go diagonally, more by equal leads."""
    parallel, take_off = _parallel(sheet), rig.storage.take_off
    side = take_off == "side" and parallel >= 2
    most_diagonal = sheet.assumption("diagonal_parallel").number
    if not side and not (take_off == "diagonal" and parallel > most_diagonal):
        return None
    better = "diagonal" if parallel <= most_diagonal else "equal_leads"
    return Trouble(
        figures={"parallel": sheet["storage.arrangement.parallel"]},
        words={"now": str(take_off)},
        fix=Fix(f"storage.take_off_{better}", replace("/storage/take_off", better)),
    )


@rule("storage.many_in_parallel", "advice", "practice", worse=("parallel",))
def many_in_parallel(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More strings on one bus than is usual, and their maker says nothing of it."""
    usual = sheet.assumption("usual_parallel")
    if _parallel(sheet) <= usual.number or "storage.unit.max_parallel" in sheet:
        return None
    return Trouble(figures={"parallel": sheet["storage.arrangement.parallel"], "usual": usual})


@rule("storage.one_bms_out", "fault", "practice", worse=("current", "left"))
def one_bms_out(rig: Rig, sheet: Sheet) -> Trouble | None:
    """When one unit parts itself, those that are left do not carry the main run's current and part themselves in turn."""
    left, current = sheet.get("storage.current_with_one_out_a"), sheet["wiring.bank_current_a"]
    if left is None or not rig.storage.is_lithium or left.number >= current.number:
        return None
    return Trouble(figures={"left": left, "current": current})


@rule("storage.discharge_over_rate", "advice", "practice", worse=("current", "usual"))
def discharge_over_rate(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Everything running draws more than a lithium bank gives for long, or so much that lead gives little of its rating."""
    current, share = sheet.get("storage.peak_current_a"), sheet.get("storage.capacity_at_peak_frac")
    if rig.storage.bank is None or current is None or share is None:
        return None
    if not rig.storage.is_lithium:
        if share.number >= sheet.assumption("capacity_at_peak_least_frac").number * (1 - SLACK):
            return None
        full = sheet["storage.full_capacity_a"]
        percent = {"percent": f"{share.number * 100:.0f}"}
        return Trouble(figures={"current": current, "usual": full}, measures=percent, variant="lead")
    usual = sheet["storage.discharge_usual_a"]
    if current.number <= usual.number * (1 + SLACK):
        return None
    return Trouble(figures={"current": current, "usual": usual})


@rule("storage.inverter_over_rate", "advice", "practice", worse=("current", "most"))
def inverter_over_rate(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter at its full rating takes more than such a bank bears for minutes."""
    rate, most = sheet.get("storage.inverter_rate_c"), sheet.get("storage.discharge_most_a")
    current = sheet["inverter.dc_current_at_cutoff_a"]
    if rate is None or most is None or "storage.bms_limit_a" in sheet or current.number <= most.number * (1 + SLACK):
        return None
    return Trouble(
        figures={"current": current, "most": most, "rated": sheet["inverter.rated_w"]}, measures={"rate": f"{rate.number:.1f}"}
    )


@rule("storage.never_full", "advice", "practice", worse=("never",))
def never_full(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The charger stops so low that a part of the bank is never filled."""
    never = sheet.get("storage.never_filled_wh")
    if never is None or never.number <= sheet.assumption("stranded_bank_frac").number * sheet["storage.bank_wh"].number:
        return None
    return Trouble(figures={"never": never, "stops": sheet["charging.stops_at_v"]})


@rule("storage.no_bms", "danger", "abyc_e13")
def no_bms(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Lithium cells that nothing watches."""
    return Trouble() if rig.storage.bank is not None and rig.storage.is_lithium and rig.storage.bms == "none" else None


@rule("storage.strings_share_a_fuse", "danger", "practice")
def strings_share_a_fuse(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Parallel lithium strings without a fuse each: the others feed a fault in one of them."""
    if not rig.storage.is_lithium or _parallel(sheet) < 2 or rig.storage.string_fuses != "none":
        return None
    return Trouble(
        figures={"parallel": sheet["storage.arrangement.parallel"], "fault": sheet["storage.fault_current_a"]},
        fix=Fix("storage.fuse_each_string", replace("/storage/string_fuses", "fitted")),
    )


def _left_on_the_loads(rig: Rig, sheet: Sheet) -> bool:
    """Whether chargers that are there feed the loads with no battery once the bank's electronics open."""
    if rig.storage.bank is None or not rig.storage.is_lithium or rig.storage.when_bms_opens != "none":
        return False
    return sheet["charging.all_sources_a"].number > 0


@rule("storage.chargers_left_alone", "danger", "practice")
def chargers_left_alone(rig: Rig, sheet: Sheet) -> Trouble | None:
    """When the bank's electronics open, the alternator is left on the loads with no battery, and nothing holds its volts."""
    if not _left_on_the_loads(rig, sheet) or not rig.charging.left_on_the_loads:
        return None
    return Trouble()


@rule("storage.chargers_without_battery", "fault", "practice")
def chargers_without_battery(rig: Rig, sheet: Sheet) -> Trouble | None:
    """When the bank's electronics open, regulated chargers are left on the loads with no battery."""
    charge_v = sheet.get("storage.charge_v")
    if charge_v is None or not _left_on_the_loads(rig, sheet) or rig.charging.left_on_the_loads:
        return None
    return Trouble(figures={"charge_v": charge_v})


@rule("storage.over_cell_limit", "danger", "practice")
def over_cell_limit(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The charging volts are above what a cell of this kind may ever see."""
    charge_v, most = sheet.get("storage.charge_v"), sheet.get("storage.max_v")
    if charge_v is None or most is None or charge_v.number <= most.number * (1 + SLACK):
        return None
    return Trouble(figures={"charge_v": charge_v, "most": most}, variant="" if rig.storage.is_lithium else "lead")


@rule("storage.nmc_in_living_space", "danger", "practice")
def nmc_in_living_space(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Traction modules can run away: once hot they burn without air, with poisonous gas, and cannot be put out."""
    if rig.storage.chemistry != "nmc" or rig.storage.bay in (None, "outside"):
        return None
    return Trouble(fix=Fix("storage.move_outside", replace("/storage/bay", "outside")))


@rule("storage.nmc_limits", "advice", "practice")
def nmc_limits(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Traction modules have hard limits both ways, and no usual charger or inverter of a class keeps to them by itself."""
    if rig.storage.chemistry != "nmc" or "storage.min_v" not in sheet:
        return None
    return Trouble(figures={"least": sheet["storage.min_v"], "most": sheet["storage.max_v"]})


@rule("storage.cells_do_not_make_the_class", "fault", "physics")
def cells_do_not_make_the_class(rig: Rig, sheet: Sheet) -> Trouble | None:
    """No whole number of such cells makes the volts of the class."""
    if rig.storage.chemistry == "nmc":
        return None  # a class does not say how many they are: that is asked
    cells = sheet.assumption(f"{rig.storage.chemistry}.cells_per_12v").number * rig.storage.system_v / 12
    if abs(cells - round(cells)) <= SLACK:
        return None
    return Trouble(figures={"class_v": sheet["storage.system_v"]}, measures={"cells": f"{cells:g}"})


@rule("storage.custom_not_described", "fault", "product")
def custom_not_described(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A custom chemistry is reckoned with by the values of lithium iron phosphate until its own are said."""
    if rig.storage.chemistry != "custom":
        return None
    lacks = [
        words
        for words, said in (
            ("its name", rig.storage.custom is not None),
            ("charging volts", "custom.charge_v_per_cell" in rig.assumptions),
            ("highest volts", "custom.max_v_per_cell" in rig.assumptions),
            ("lowest volts", "custom.min_v_per_cell" in rig.assumptions),
            ("cells", "custom.cells_per_12v" in rig.assumptions),
            ("nominal volts", "custom.nominal_v_per_cell" in rig.assumptions),
            ("its curve", rig.storage.custom is not None and rig.storage.custom.rest_v_by_charge is not None),
        )
        if not said
    ]
    return Trouble(words={"what": ", ".join(lacks)}) if lacks else None


@rule("storage.wish_not_there", "advice", "product")
def wish_not_there(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The bank is to be sized by one wish, and the wish names no load of the sheet: the audit stands in."""
    if rig.storage.school != "wish" or "storage.need_by.wish_wh" in sheet:
        return None
    return Trouble(figures={"need": sheet["storage.need_wh"]})


def _choosy(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Load]]]:
    """Loads right on the bus of which is said what volts they bear."""
    return loads_that(rig, lambda load: load.feed == "dc" and (load.lowest_v is not None or load.highest_v is not None))


@rule("loads.device_window", "fault", "practice", each=_choosy)
def device_window(rig: Rig, sheet: Sheet, one: tuple[str, Load]) -> Trouble | None:
    """A load right on the DC bus does not bear the volts that the bank brings, from empty to charging."""
    least, most, (id, load) = sheet["inverter.cutoff_v"], sheet.get("storage.charge_v"), one
    if most is None:
        return None
    too_low = (load.lowest_v or 0) > least.number * (1 + SLACK)
    too_high = (load.highest_v or math.inf) < most.number * (1 - SLACK)
    if not (too_low or too_high):
        return None
    return Trouble(
        figures={"least": least, "most": most}, fix=Fix("loads.through_converter", replace(f"/loads/{id}/feed", "step_down"))
    )
