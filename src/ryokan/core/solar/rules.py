"""Rules of the array."""

from __future__ import annotations

import math

from ryokan.core.climate.journey import NO_SUN_WH_PER_W, months_lacking
from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import each_stay
from ryokan.core.rig import Rig, Stay
from ryokan.core.solar.model import Controller
from ryokan.core.solar.rules_of_controllers import each_controller
from ryokan.core.survey.model import FoundAlternator, FoundDcdc, FoundPanels

# Relative slack of comparisons, so that exactly enough is not too little by the last digit.
SLACK = 1e-9


@rule("solar.array_cannot_refill", "fault", "physics", worse=("need", "have"))
def array_cannot_refill(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A mean day takes more than sun and driving bring, and the bank is empty before the nights away are over."""
    sinks, lasts = sheet.get("charging.sinks_wh_per_day"), sheet.get("charging.days_until_empty")
    if "solar.have_w" not in sheet or sinks is None or lasts is None or _plugged_in_every_night(rig):
        return None
    if _a_source_is_not_known(rig):
        return None
    if lasts.number >= sheet["brief.nights_away"].number:
        return None
    return Trouble(
        figures={
            "takes": sheet["solar.balance_need_wh"],
            "brought": sheet["charging.brought_wh_per_day"],
            "sinks": sinks,
            "lasts": lasts,
            "away": sheet["brief.nights_away"],
            "need": sheet["solar.need_w"],
            "have": sheet["solar.have_w"],
        },
        fix=_raise_array(rig, sheet),
    )


@rule("solar.array_below_need", "advice", "ieee_1562", worse=("need", "have"))
def array_below_need(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen array is below what the method asks for, and the bank lasts the nights away all the same."""
    need, have = sheet["solar.need_w"], sheet.get("solar.counts_as_w") or sheet.get("solar.have_w")
    if have is None or have.number >= need.number * (1 - SLACK) or _plugged_in_every_night(rig):
        return None
    if _a_source_is_not_known(rig) or _some_reach_nothing(rig, sheet):
        return None
    sinks, lasts = sheet.get("charging.sinks_wh_per_day"), sheet.get("charging.days_until_empty")
    if sinks is not None and lasts is not None and lasts.number < sheet["brief.nights_away"].number:
        return None  # what happens goes before what is in hand
    figures = {
        "need": need,
        "have": have,
        "sun": sheet["solar.peak_sun_hours"],
        "gives": sheet["solar.have_wh_per_day"],
        "takes": sheet["solar.balance_need_wh"],
    }
    if sinks is not None and lasts is not None:
        figures |= {"sinks": sinks, "lasts": lasts, "brought": sheet["charging.brought_wh_per_day"]}
        return Trouble(figures=figures, variant="sinks", fix=_raise_array(rig, sheet))
    with_driving = sheet["solar.have_wh_per_day"].number < sheet["solar.balance_need_wh"].number
    return Trouble(figures=figures, variant="with_driving" if with_driving else "", fix=_raise_array(rig, sheet))


def _some_reach_nothing(rig: Rig, sheet: Sheet) -> bool:
    """Whether volts keep an array from the bank: that is told by itself, and more watts of it would bring nothing either."""
    return any(f"solar.array.{id}.reaches_frac" in sheet for id in rig.solar.ordered_arrays())


def _raise_array(rig: Rig, sheet: Sheet) -> Fix | None:
    """More watts of an array of which nobody knows the panels; where panels are known, others have to be chosen."""
    fixed = {id: one for id, one in rig.solar.ordered_arrays().items() if not one.carried}
    plain = [id for id, one in fixed.items() if not one.strings]
    enough_w = 10 * math.ceil(sheet["solar.need_w"].number / 10 - SLACK)
    if len(fixed) != 1 or not plain or enough_w <= sheet["solar.have_w"].number or enough_w > 50_000:
        return None
    return Fix("solar.raise_array", replace(f"/solar/arrays/{plain[0]}/plain_w", enough_w))


def _a_source_is_not_known(rig: Rig) -> bool:
    """Whether something brings nobody knows how much, or lies nobody knows where: nothing is said of the balance then."""
    survey = rig.survey
    panels = any(one.watts_each is None or one.mounting is None for one in survey.that_counts(FoundPanels).values())
    chargers = any(one.output_a is None for one in survey.that_counts(FoundDcdc).values())
    relays = any(one.rated_a is None and one.charges_house == "relay" for one in survey.that_counts(FoundAlternator).values())
    return panels or chargers or relays


def _plugged_in_every_night(rig: Rig) -> bool:
    """Whether every stay has a hookup, so that nothing hangs on the sun."""
    return bool(rig.stays) and all(stay.hookup != "none" for stay in rig.stays.values())


@rule("solar.controller_clips", "advice", "practice", worse=("need", "have"), each=each_controller)
def controller_clips(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """In the sun there is an array reaches more than its controller gives: around noon it clips, and the yield is capped."""
    base = f"solar.controller.{one[0]}"
    noon, have = sheet.get(f"{base}.noon_a"), sheet.get(f"{base}.rated_a")
    if noon is None or have is None or noon.number <= have.number * (1 + SLACK):
        return None
    figures = {"noon": noon, "have": have, "gives": sheet["solar.have_wh_per_day"], "need": sheet[f"{base}.need_a"]}
    return Trouble(figures=figures)


@rule("solar.controller_small", "advice", "practice", worse=("need", "have"), each=each_controller)
def controller_small(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """A controller is below its array's current with the usual headroom, and does not clip in this sun."""
    base = f"solar.controller.{one[0]}"
    need, have, noon = (sheet.get(f"{base}.{name}") for name in ("need_a", "rated_a", "noon_a"))
    if need is None or have is None or have.number >= need.number * (1 - SLACK):
        return None
    if noon is not None and noon.number > have.number * (1 + SLACK):
        return None  # what happens goes before what is in hand
    return Trouble(figures={"need": need, "have": have})


def _lacking(rig: Rig, sheet: Sheet) -> list[Thing[None]]:
    """What the sun is to come from and is not there: places of stays, months, a file, or the journey itself."""
    if rig.solar.sun_from == "typed":
        return []
    if not rig.stays and rig.solar.sun_from != "file":
        return [Thing("", "the journey", None)]
    match rig.solar.sun_from:
        case "months":
            months = months_lacking(rig)
            return [Thing("", ", ".join(months), None)] if months else []
        case "file":
            return [] if rig.solar.own_sun is not None and rig.stays else [Thing("", "the weather file", None)]
        case _:
            stays = each_stay(rig, sheet)
            return [Thing(one.subject, f"the place of {one.name}", None) for one in stays if one.item[1].lat_deg is None]


@rule("solar.no_place_yet", "advice", "product", each=_lacking)
def no_place_yet(rig: Rig, sheet: Sheet, _: None) -> Trouble | None:
    """The sun is to come from places, months or a file, and something of it is not there."""
    return Trouble(figures={"sun": sheet["solar.peak_sun_hours"]})


@rule("solar.place_far_from_data", "advice", "merra2", worse=("away",), each=each_stay)
def place_far_from_data(rig: Rig, sheet: Sheet, one: tuple[str, Stay]) -> Trouble | None:
    """A place lies far from the nearest cell whose sun is known, as on the open sea."""
    away = sheet.get(f"climate.stay.{one[0]}.away_km")
    if away is None or away.number <= sheet.assumption("far_from_data_km").number:
        return None
    return Trouble(figures={"away": away})


@rule("solar.no_sun_in_a_month", "fault", "pvlib")
def no_sun_in_a_month(rig: Rig, sheet: Sheet) -> Trouble | None:
    """In a month of the journey the sun hardly rises: no array keeps the bank."""
    dark = [
        month
        for month in MONTHS
        if (found := sheet.get(f"solar.yield_wh_per_w.{month}")) is not None and found.number <= NO_SUN_WH_PER_W
    ]
    return Trouble(words={"months": ", ".join(dark)}) if dark else None
