"""How long a set of loads runs from a charge, and how long it takes to bring that back."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import HOURS_TO_CHARGE, INVERTER_DRAW_W, inverter_losses, passed_on
from ryokan.core.loads.model import Feed
from ryokan.core.rig import Rig
from ryokan.core.storage.behaviour import drawn_steadily

# Figures of a run, with their units.
UNITS = {
    "running.from_frac": "",
    "running.energy_wh": "Wh",
    "running.current_a": "A",
    "running.capacity_frac": "",
    "running.cell_v_at_cutoff": "V",
    "running.charge_at_cutoff_frac": "",
    "running.*.draw_w": "W",
    "running.draw_w": "W",
    "running.hours": "h",
    "running.to_bring_back_wh": "Wh",
    "running.shore_h": "h",
    "running.driving_h": "h",
    "running.solar_days": "days",
}


def how_long(rig: Rig, figures: Mapping[str, Figure], loads: Collection[str], from_frac: float) -> dict[str, Figure]:
    """Work out a run of some loads, with nothing charging meanwhile.

    Parameters
    ----------
    rig : Rig
    figures : mapping of key to figure
        Of the report of that rig.
    loads : collection of str
        Ids of loads that run all the time, each at its own duty. Those of a season that is not met are left out.
    from_frac : float
        Charge to begin from, 0 to 1.

    Returns
    -------
    dict of str to Figure
        ``running.*``, on top of ``figures``; without hours where nothing draws. [W, Wh, h, days]

    Notes
    -----
    Down to the depth that is allowed, or to where the inverter stops; of the rating so much as the bank gives at that current.
    Thermostats are reckoned with at their duty, so that a compressor counts by its mean;
    the inverter's own draw counts once where anything runs on AC. Recovery is by each source alone: shore and DC-DC with
    the taper of the chemistry, the array in days of the typed sun with nothing else running. (common practice)
    """
    sheet = Sheet(dict(rig.assumptions), rig.storage.own_curves)
    sheet.figures.update(figures)
    draws = [draw for id, load in rig.active_loads().items() if id in loads and (draw := _at_bank_w(sheet, id, load.feed))]
    by_inverter = any(rig.loads[id].feed == "ac" for id in loads if id in rig.loads) and "inverter.idle_w" in sheet
    if by_inverter:
        draws.append(sheet["inverter.idle_w"])
    start = sheet.given("running.from_frac", from_frac, "")
    if draws and sheet["storage.bank_ah"].number > 0:
        total = sheet.compute("running.draw_w", "sum(draws)", "W", draws=draws)
        energy = drawn_steadily(sheet, "running", rig.storage, total, start, through_inverter=by_inverter)
        sheet.compute("running.hours", "energy ÷ draw", "h", energy=energy, draw=total)
    else:
        energy = sheet.compute(
            "running.energy_wh",
            "usable × max(0, start − (1 − dod)) ÷ dod",
            "Wh",
            "practice",
            usable=sheet["storage.usable_wh"],
            start=start,
            dod=sheet.assumption(f"{rig.storage.chemistry}.dod_frac"),
        )
    _recovery(sheet, rig, energy)
    return sheet.figures


def _at_bank_w(sheet: Sheet, id: str, feed: Feed) -> Figure | None:
    """Mean watts that a load takes from the bank while it is on; None where season or hookup alone bring it."""
    base = f"loads.row.{id}"
    if f"{base}.duty_frac" not in sheet or (feed == "ac" and "inverter.rated_w" not in sheet):
        return None
    watts, duty = sheet[f"{base}.running_w"], sheet[f"{base}.duty_frac"]
    key = f"running.{id}.draw_w"
    if feed == "ac":
        return sheet.compute(
            key,
            f"duty × {INVERTER_DRAW_W}",
            "W",
            "practice",
            duty=duty,
            **inverter_losses(sheet),
            watts=watts,
            rated=sheet["inverter.rated_w"],
        )
    share = passed_on(sheet, feed)
    return sheet.compute(key, "duty × watts ÷ passed_on", "W", "practice", duty=duty, watts=watts, passed_on=share)


def _recovery(sheet: Sheet, rig: Rig, energy: Figure) -> None:
    """Time to bring the run's energy back, by each source that is chosen."""
    chemistry = rig.storage.chemistry
    round_trip, taper = sheet.assumption(f"{chemistry}.round_trip_frac"), sheet.assumption(f"{chemistry}.taper_h")
    back = sheet.compute("running.to_bring_back_wh", "energy ÷ round_trip", "Wh", energy=energy, round_trip=round_trip)
    shore = sheet.get("charging.shore.through_hookup_a") or sheet.get("charging.shore.have_a")
    if shore is not None and shore.number > 0 and "charging.shore.have_a" in sheet and "storage.charge_v" in sheet:
        sheet.compute(
            "running.shore_h",
            HOURS_TO_CHARGE,
            "h",
            "practice",
            refill=back,
            charge_v=sheet["storage.charge_v"],
            amps=shore,
            taper=taper,
        )
    driving = sheet.get("charging.dcdc.wh_per_driving_hour")
    if driving is not None and driving.number > 0 and sheet.get("charging.dcdc.have_a") is not None:
        sheet.compute("running.driving_h", "back ÷ an_hour + taper", "h", "practice", back=back, an_hour=driving, taper=taper)
    array = sheet.get("solar.have_wh_per_day")
    if array is not None:
        sheet.compute("running.solar_days", "back ÷ a_day", "days", "practice", back=back, a_day=array)
