"""Rules of the bank."""

from __future__ import annotations

import math

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig

# Relative slack of comparisons, so that a bank of exactly the need is not short by the last digit.
SLACK = 1e-9

COLDEST_BY_AMBIENT_C = {"freezing": -10.0, "cold": 0.0, "mild": 10.0, "hot": 20.0}  # common practice


@rule("storage.days_short", "fault", "practice")
def days_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen bank does not carry the promised days without charge."""
    need, have = sheet["storage.need_wh"], sheet.get("storage.have_wh")
    if have is None or have.number >= need.number * (1 - SLACK):
        return None
    enough_ah = 10 * math.ceil(sheet["storage.need_ah"].number / 10 - SLACK)
    return Trouble(
        figures={
            "need": need,
            "have": have,
            "days": sheet["storage.days_without_charge"],
            "promised": sheet["brief.days_without_charge"],
        },
        fix=Fix("storage.raise_bank", replace("/storage/bank/nominal_ah", enough_ah)) if enough_ah <= 20_000 else None,
    )


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
    if bank is None or bank.bms_limit_a is None:
        return None
    limit = sheet["storage.bms_limit_a"]
    if limit.number >= current.number:
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
