"""Rules of alternator and shore charging."""

from __future__ import annotations

import math

from ryokan.core.charging.alternator import dcdc_fits
from ryokan.core.charging.shore import SOURCES
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.findings.things import holds_lithium
from ryokan.core.rig import Rig

# Relative slack of comparisons, so that exactly enough is not too little by the last digit.
SLACK = 1e-9


@rule("charging.lithium_on_alternator", "danger", "abyc_e13")
def lithium_on_alternator(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Lithium straight on an alternator overheats it, and a BMS that opens under charge can destroy it."""
    if holds_lithium(rig) and rig.charging.alternator_path == "relay":
        return Trouble(fix=Fix("charging.use_dcdc", replace("/charging/alternator_path", "dcdc")))
    return None


def _heats(rig: Rig, sheet: Sheet) -> bool:
    return rig.storage.self_heating or "storage.unit.self_heating" in sheet


@rule("charging.below_freezing", "danger", "abyc_e13")
def below_freezing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Lithium must not be charged below 0 °C, or below what its maker says, unless it heats itself."""
    said = sheet.get("storage.unit.min_charge_c")
    coldest_c = 0.0 if said is None else said.number
    if not holds_lithium(rig) or _heats(rig, sheet) or rig.storage.bay_c >= coldest_c:
        return None
    return Trouble(
        figures={"bay": sheet["storage.bay_c"]}, fix=Fix("charging.self_heating", replace("/storage/self_heating", True))
    )


def _over_the_most(rig: Rig, sheet: Sheet, *, maker_says: bool) -> Trouble | None:
    """All chosen sources together are over the most that goes into the bank, by its maker or by what is usual for its kind."""
    total, limit = sheet["charging.all_sources_a"], sheet["charging.bank_max_a"]
    if limit.number == 0 or total.number <= limit.number * (1 + SLACK) or ("storage.charge_limit_a" in sheet) != maker_says:
        return None
    which = [words for key, words in SOURCES.items() if key in sheet]
    which += [f"what {link.system} brings" for link in rig.links.values() if not link.gives]
    return Trouble(
        figures={"total": total, "limit": limit, "bank": sheet["storage.bank_ah"]},
        words={"which": " and ".join(part for part in (", ".join(which[:-1]), which[-1]) if part)},
        source=limit.source,
    )


@rule("charging.over_bank_limit", "danger", "part_sheet", worse=("total", "limit"))
def over_bank_limit(rig: Rig, sheet: Sheet) -> Trouble | None:
    """All chosen sources that nothing keeps apart give more together than the bank's maker allows into it."""
    return _over_the_most(rig, sheet, maker_says=True)


@rule("charging.over_usual_most", "fault", "practice", worse=("total", "limit"))
def over_usual_most(rig: Rig, sheet: Sheet) -> Trouble | None:
    """All chosen sources that nothing keeps apart give more together than banks of that kind usually take at most."""
    return _over_the_most(rig, sheet, maker_says=False)


@rule("charging.over_usual_rate", "advice", "practice", worse=("total", "usual"))
def over_usual_rate(rig: Rig, sheet: Sheet) -> Trouble | None:
    """All chosen sources together are above the usual rate, though within the most."""
    total, usual, limit = sheet["charging.all_sources_a"], sheet["charging.bank_usual_a"], sheet["charging.bank_max_a"]
    if not usual.number * (1 + SLACK) < total.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(figures={"total": total, "usual": usual, "limit": limit})


@rule("charging.hookup_too_small", "fault", "nec_551", worse=("draw", "limit"))
def hookup_too_small(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The charger draws more than the smallest hookup of the journey gives continuously."""
    draw, limit = sheet.get("charging.shore.mains_a"), sheet.get("charging.shore.hookup_continuous_a")
    if draw is None or limit is None or draw.number <= limit.number:
        return None
    fits_a = math.floor(sheet["charging.shore.hookup_limit_a"].number)
    chosen = rig.charging.shore_charger_a not in (None, "none") and "charging.shore.of_inverter_a" not in sheet
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
    if "charging.shore.need_a" in sheet or "charging.refill_hours" not in sheet or rig.charging.refill_hours is None:
        return None
    return Trouble(
        figures={
            "hours": sheet["charging.refill_hours"],
            "taper": sheet.assumption(f"{rig.storage.chemistry}.taper_h"),
        }
    )


@rule("charging.refill_too_slow", "fault", "practice", worse=("takes", "hours"))
def refill_too_slow(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The charger that is there does not refill the bank in the hours that were said."""
    takes, hours = sheet.get("charging.shore.hours_to_full"), sheet.get("charging.refill_hours")
    there = "charging.shore.have_a" in sheet and "charging.shore.need_a" in sheet
    if takes is None or hours is None or not there or rig.charging.refill_hours is None:
        return None
    if takes.number <= hours.number * (1 + SLACK):
        return None
    by_hookup = sheet.get("charging.shore.through_hookup_a")
    gives = by_hookup or sheet["charging.shore.have_a"]
    return Trouble(figures={"takes": takes, "hours": hours, "gives": gives, "refill": sheet["charging.refill_wh"]})


@rule("charging.dcdc_other_volts", "fault", "practice")
def dcdc_other_volts(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The DC-DC charger does not go from the alternator's volts to the bank's."""
    charging = rig.charging
    if charging.alternator_path != "dcdc" or dcdc_fits(charging, rig.storage):
        return None
    said = {"made_from": charging.dcdc_input_v, "made_to": charging.dcdc_output_v, "alternator": charging.alternator_v}
    measures = {name: "any" if value is None else str(value) for name, value in said.items()}
    return Trouble(figures={"bank": sheet["storage.system_v"]}, measures=measures)


@rule("charging.charger_other_volts", "fault", "practice")
def charger_other_volts(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The shore charger is made for another volts class than the bank's."""
    made_for = rig.charging.charger_v
    if made_for is None or made_for == rig.storage.system_v or "charging.shore.stand_alone_a" not in sheet:
        return None
    return Trouble(figures={"bank": sheet["storage.system_v"]}, measures={"made_for": str(made_for)})


@rule("charging.alternator_overloaded", "fault", "alternator_rating", worse=("draw", "spare"))
def alternator_overloaded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen DC-DC charger and the links draw more than a hot alternator has to spare."""
    draw, spare = sheet.get("charging.alternator_draw_a"), sheet.get("charging.alternator_spare_a")
    if draw is None or spare is None or draw.number <= spare.number:
        return None
    return Trouble(figures={"draw": draw, "spare": spare, "label": sheet["charging.alternator_a"]})
