"""Rules of the array."""

from __future__ import annotations

import math

from ryokan.core.climate.journey import NO_SUN_WH_PER_W, months_lacking
from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import each_stay
from ryokan.core.rig import Rig, Stay


@rule("solar.array_cannot_refill", "fault", "ieee_1562", worse=("need", "have"))
def array_cannot_refill(rig: Rig, sheet: Sheet) -> Trouble | None:
    """In the typed sun the chosen array does not put back a mean day with its reserve."""
    need, have = sheet["solar.need_w"], sheet.get("solar.have_w")
    if have is None or have.number >= need.number:
        return None
    enough_w = 10 * math.ceil(need.number / 10)
    return Trouble(
        figures={"need": need, "have": have, "sun": sheet["solar.peak_sun_hours"], "gives": sheet["solar.have_wh_per_day"]},
        fix=Fix("solar.raise_array", replace("/solar/array_w", enough_w)) if enough_w <= 50_000 else None,
    )


@rule("solar.controller_clips", "advice", "practice", worse=("need", "have"))
def controller_clips(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen controllers are below the array's current with headroom: at noon they clip."""
    need, have = sheet["solar.controller_need_a"], sheet.get("solar.controller_have_a")
    if have is None or have.number >= need.number:
        return None
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
