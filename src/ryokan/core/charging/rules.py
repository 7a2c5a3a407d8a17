"""Rules of alternator and shore charging."""

from __future__ import annotations

import math

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig


@rule("charging.lithium_on_alternator", "danger", "abyc_e13")
def lithium_on_alternator(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Lithium straight on an alternator overheats it, and a BMS that opens under charge can destroy it."""
    if rig.storage.is_lithium and rig.charging.alternator_path == "relay":
        return Trouble(fix=Fix("charging.use_dcdc", replace("/charging/alternator_path", "dcdc")))
    return None


def _heats(rig: Rig, sheet: Sheet) -> bool:
    return rig.storage.self_heating or "storage.unit.self_heating" in sheet


@rule("charging.below_freezing", "danger", "abyc_e13")
def below_freezing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Lithium must not be charged below 0 °C, or below what its maker says, unless it heats itself."""
    said = sheet.get("storage.unit.min_charge_c")
    coldest_c = 0.0 if said is None else said.number
    if not rig.storage.is_lithium or _heats(rig, sheet) or rig.storage.bay_c >= coldest_c:
        return None
    return Trouble(
        figures={"bay": sheet["storage.bay_c"]}, fix=Fix("charging.self_heating", replace("/storage/self_heating", True))
    )


@rule("charging.over_bank_limit", "danger", "practice")
def over_bank_limit(rig: Rig, sheet: Sheet) -> Trouble | None:
    """All chosen sources together give more than makers allow into the bank."""
    total, limit = sheet["charging.all_sources_a"], sheet["charging.bank_max_a"]
    if limit.number == 0 or total.number <= limit.number:
        return None
    return Trouble(figures={"total": total, "limit": limit, "bank": sheet["storage.bank_ah"]}, source=limit.source)


@rule("charging.over_usual_rate", "advice", "practice", worse=("total", "usual"))
def over_usual_rate(rig: Rig, sheet: Sheet) -> Trouble | None:
    """All chosen sources together are above the usual rate, though within makers' limits."""
    total, usual, limit = sheet["charging.all_sources_a"], sheet["charging.bank_usual_a"], sheet["charging.bank_max_a"]
    if not usual.number < total.number <= limit.number:
        return None
    return Trouble(figures={"total": total, "usual": usual, "limit": limit})


@rule("charging.hookup_too_small", "fault", "nec_551", worse=("draw", "limit"))
def hookup_too_small(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The charger draws more than the smallest hookup of the journey gives continuously."""
    draw, limit = sheet.get("charging.shore.mains_a"), sheet.get("charging.shore.hookup_continuous_a")
    if draw is None or limit is None or draw.number <= limit.number:
        return None
    fits_a = math.floor(sheet["charging.shore.hookup_limit_a"].number)
    chosen = rig.charging.shore_charger_a is not None
    return Trouble(
        figures={
            "draw": draw,
            "limit": limit,
            "breaker": sheet["charging.shore.breaker_a"],
            "fits": sheet["charging.shore.hookup_limit_a"],
        },
        fix=Fix("charging.turn_down", replace("/charging/shore_charger_a", fits_a)) if chosen and fits_a > 0 else None,
        source=limit.source,
    )


@rule("charging.refill_shorter_than_taper", "fault", "practice", worse=("taper", "hours"))
def refill_shorter_than_taper(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The hours allowed on a hookup are used up by the taper alone."""
    if "charging.shore.need_a" in sheet:
        return None
    return Trouble(
        figures={
            "hours": sheet["charging.refill_hours"],
            "taper": sheet.assumption(f"{rig.storage.chemistry}.taper_h"),
        }
    )


@rule("charging.alternator_overloaded", "fault", "alternator_rating", worse=("draw", "spare"))
def alternator_overloaded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen DC-DC charger and the links draw more than a hot alternator has to spare."""
    draw, spare = sheet.get("charging.alternator_draw_a"), sheet.get("charging.alternator_spare_a")
    if draw is None or spare is None or draw.number <= spare.number:
        return None
    return Trouble(figures={"draw": draw, "spare": spare, "label": sheet["charging.alternator_a"]})
