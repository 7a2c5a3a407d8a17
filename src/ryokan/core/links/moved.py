"""Energy that moves from one system of a job to another, from end to end: both ends in one figure."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Figure, Sheet
from ryokan.core.links.ends import ROW_PREFIX
from ryokan.core.rig import Rig

# What a link moves in a day, with the units.
UNITS = {
    "moved.at_bank_wh": "Wh",
    "moved.row_h": "h",
    "moved.draw_w": "W",
    "moved.hours": "h",
    "moved.leaves_wh": "Wh",
    "moved.arrives_wh": "Wh",
    "moved.comes_back_frac": "",
    "moved.usable_wh": "Wh",
    "moved.frac": "",
}


def moved(id: str, fed: Rig, giving: Mapping[str, Figure], taking: Mapping[str, Figure]) -> dict[str, Figure]:
    """What leaves the one system in a mean day of a link, what arrives in the other's bank, and what can be taken out there.

    Parameters
    ----------
    id : str
        Of the link, the same at both ends.
    fed : Rig
        The system that is fed.
    giving, taking : mapping of key to figure
        Of the reports of the one that gives and of the one that is fed.

    Returns
    -------
    dict of str to Figure
        ``moved.*``; empty where either end has no figure yet. [Wh]
    """
    arrives, hours = taking.get(f"charging.link.{id}.wh_per_day"), taking.get(f"charging.link.{id}.mean_hours")
    hours = hours or taking.get(f"charging.link.{id}.hours_per_day") or taking.get("brief.driving_hours_per_day")
    if arrives is None or hours is None or hours.number == 0:
        return {}
    sheet = Sheet(dict(fed.assumptions), fed.storage.own_curves)
    day = sheet.given("moved.hours", hours.number, "h")
    leaves = _leaves(sheet, id, giving, day)
    if leaves is None or leaves.number == 0:
        return {}
    there = sheet.given("moved.arrives_wh", arrives.number, "Wh")
    back = sheet.compute(
        "moved.comes_back_frac",
        "round_trip",
        "",
        "practice",
        round_trip=sheet.assumption(f"{fed.storage.chemistry}.round_trip_frac"),
    )
    usable = sheet.compute("moved.usable_wh", "arrives × comes_back", "Wh", "practice", arrives=there, comes_back=back)
    sheet.compute("moved.frac", "usable ÷ leaves", "", "practice", usable=usable, leaves=leaves)
    return sheet.figures


def _leaves(sheet: Sheet, id: str, giving: Mapping[str, Figure], day: Figure) -> Figure | None:
    """Out of the bank, through inverter and charger; or off the alternator."""
    row = f"loads.row.{ROW_PREFIX}{id}"
    at_bank, of_row, draw = (
        giving.get(f"{row}.wh_at_bank"),
        giving.get(f"{row}.hours_per_day"),
        giving.get(f"charging.link.{id}.draw_w"),
    )
    if at_bank is not None and of_row is not None:
        inputs = {
            "at_bank": sheet.given("moved.at_bank_wh", at_bank.number, "Wh"),
            "row": sheet.given("moved.row_h", of_row.number, "h"),
            "hours": day,
        }
        return sheet.compute("moved.leaves_wh", "at_bank ÷ row × hours", "Wh", "practice", **inputs)
    if draw is None:
        return None
    watts = sheet.given("moved.draw_w", draw.number, "W")
    return sheet.compute("moved.leaves_wh", "draw × hours", "Wh", "practice", draw=watts, hours=day)
