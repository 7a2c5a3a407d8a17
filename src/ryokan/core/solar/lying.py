"""What lying the best way would bring."""

from __future__ import annotations

from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Figure, Sheet
from ryokan.core.itinerary import months_of
from ryokan.core.rig import Stay


def lie_worth(sheet: Sheet, id: str, stay: Stay, array_w: Figure) -> None:
    """What lying the best way would bring the array on a mean day of each month of a stay, against how it lies. [Wh]"""
    for month in months_of(stay):
        base = f"climate.stay.{id}.{MONTHS[month - 1]}"
        sheet.compute(
            f"{base}.best_worth_wh",
            "array × (best − lies)",
            "Wh",
            "pvlib",
            array=array_w,
            best=sheet[f"{base}.best_wh_per_w"],
            lies=sheet[f"{base}.yield_wh_per_w"],
        )
