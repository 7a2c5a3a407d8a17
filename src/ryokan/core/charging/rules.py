"""Rules of what goes into the bank, and of the hookup."""

from __future__ import annotations

import math

from ryokan.core.charging.settings import devices
from ryokan.core.charging.shore import WITHIN_INVERTER
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.findings.things import holds_lithium
from ryokan.core.rig import Rig

# Relative slack of comparisons, so that exactly enough is not too little by the last digit.
SLACK = 1e-9
# What gives current to the bank, by its key.
SOURCES = {
    "charging.dcdc.have_a": "the DC-DC charger",
    "charging.relay.estimate_a": "the alternator by its own volts",
    "charging.shore.have_a": "the shore charger",
    "solar.output_a": "the array",
}


def _heats(rig: Rig, sheet: Sheet) -> bool:
    return rig.storage.self_heating or "storage.unit.self_heating" in sheet


@rule("charging.below_freezing", "danger", "abyc_e13")
def below_freezing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Lithium must not be charged below 0 °C, or below what its maker says, unless it heats itself."""
    said = sheet.get("storage.unit.min_charge_c")
    coldest_c = 0.0 if said is None else said.number
    if not holds_lithium(rig) or _heats(rig, sheet) or rig.storage.bay_c >= coldest_c:
        return None
    charging = devices(rig, sheet)
    if charging and not rig.charging.by_straight_ways and all(one.settings.cold_stop == "fitted" for one in charging):
        return None  # each of them stops by itself
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
    chosen = [id for id, one in rig.charging.chargers.items() if one.bank is None and one.chosen]
    chosen += [WITHIN_INVERTER] if "charging.shore.of_inverter_a" in sheet else []
    can = len(chosen) == 1 and fits_a > 0 and _can_be_turned_down(rig, sheet, chosen[0])
    return Trouble(
        figures={
            "draw": draw,
            "limit": limit,
            "breaker": sheet["charging.shore.breaker_a"],
            "fits": sheet["charging.shore.hookup_limit_a"],
        },
        fix=Fix("charging.turn_down", replace(f"{_place_of(chosen[0])}/turned_to_a", fits_a)) if can else None,
        source=limit.source,
    )


def _can_be_turned_down(rig: Rig, sheet: Sheet, id: str) -> bool:
    """Whether nobody has said that a charger cannot be, and its data sheet neither."""
    said = rig.charging.chargers[id].adjustable if id in rig.charging.chargers else None
    by_part = sheet.get(f"charging.source.{id}.adjustable")
    return (said or (by_part.value if by_part is not None else None)) != "no"


def _place_of(id: str) -> str:
    return "/inverter/charger" if id == WITHIN_INVERTER else f"/charging/chargers/{id}"


@rule("charging.refill_shorter_than_taper", "fault", "practice", worse=("taper", "hours"))
def refill_shorter_than_taper(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The hours allowed on a hookup are used up by the taper alone."""
    if "charging.shore.need_a" in sheet or "charging.refill_hours" not in sheet or rig.charging.refill_hours is None:
        return None
    return Trouble(
        figures={
            "hours": sheet["charging.refill_hours"],
            "taper": sheet["charging.taper_h"],
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
