"""Rules of the array."""

from __future__ import annotations

import math

from ryokan.core.climate.journey import NO_SUN_WH_PER_W, located, months_lacking
from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig


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


@rule("solar.no_place_yet", "advice", "product")
def no_place_yet(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The sun is to come from places, months or a file, and something of it is not there."""
    if rig.solar.sun_from == "months":
        lacking = months_lacking(rig) or ([] if rig.stays else ["the journey"])
        return Trouble(figures={"sun": sheet["solar.peak_sun_hours"]}, words={"names": ", ".join(lacking)}) if lacking else None
    if rig.solar.sun_from == "typed" or (rig.solar.sun_from == "file" and rig.solar.own_sun is not None and rig.stays):
        return None
    if rig.solar.sun_from == "file":
        return Trouble(figures={"sun": sheet["solar.peak_sun_hours"]}, words={"names": "the weather file"})
    without = [stay.place or "a stay" for stay in rig.stays.values() if stay.lat_deg is None]
    if not without and rig.stays:
        return None
    return Trouble(figures={"sun": sheet["solar.peak_sun_hours"]}, words={"names": ", ".join(without) or "the journey"})


FAR_KM = 300.0  # about a cell of the grid


@rule("solar.place_far_from_data", "advice", "merra2", worse=("away",))
def place_far_from_data(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A place lies far from the nearest cell whose sun is known, as on the open sea."""
    far = [sheet[f"climate.stay.{id}.away_km"] for id in located(rig) if f"climate.stay.{id}.away_km" in sheet.figures]
    away = max(far, key=lambda figure: figure.number, default=None)
    return Trouble(figures={"away": away}) if away is not None and away.number > FAR_KM else None


@rule("solar.no_sun_in_a_month", "fault", "pvlib")
def no_sun_in_a_month(rig: Rig, sheet: Sheet) -> Trouble | None:
    """In a month of the journey the sun hardly rises: no array keeps the bank."""
    dark = [
        month
        for month in MONTHS
        if (found := sheet.get(f"solar.yield_wh_per_w.{month}")) is not None and found.number <= NO_SUN_WH_PER_W
    ]
    return Trouble(words={"months": ", ".join(dark)}) if dark else None
