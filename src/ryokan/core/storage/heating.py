"""A bank that heats itself, as a load of its own."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.rows import Powered, counted_as
from ryokan.core.parts.model import Battery
from ryokan.core.question import Answer
from ryokan.core.storage.model import Storage

HEATERS: Answer[list[Powered]] = Answer("storage.heaters")
ROW_ID = "bank~heaters"  # no load of the audit can be called so


def heats_itself(storage: Storage, battery: Battery | None) -> bool:
    """Whether the bank has heaters: by what was said, or by its part."""
    return storage.self_heating or (battery is not None and storage.bank is not None and battery.self_heating)


def heater_rows(sheet: Sheet, storage: Storage, battery: Battery | None) -> list[Powered]:
    """The heaters of the chosen bank among the loads, where the bay is cold enough for them. [W, h a day]

    Each unit by its part, otherwise by energy. Until a bank is chosen nothing is known of its heaters. (common practice)
    """
    if storage.bank is None or not heats_itself(storage, battery):
        return []
    below, hours = sheet.assumption("heater_below_c"), sheet.assumption("heater_hours_per_day")
    if storage.bay_c >= below.number or hours.number == 0:
        return []
    base = f"loads.row.{ROW_ID}"
    draw = _draw_w(sheet, f"{base}.unit_w", battery)
    sheet.given(f"{base}.quantity", 1, "")
    on = sheet.compute(f"{base}.hours_per_day", "hours", "h", "practice", hours=hours)
    running_w = sheet.compute(f"{base}.running_w", "unit", "W", unit=draw)
    running_va = sheet.compute(f"{base}.running_va", "watts", "VA", watts=running_w)
    load = counted_as(
        name="The bank's heaters", group="heating", draw_w=draw.number, hours_per_day=hours.number, profile="all_day"
    )
    return [Powered(ROW_ID, load, on, draw, running_w, running_va)]


def _draw_w(sheet: Sheet, key: str, battery: Battery | None) -> Figure:
    if battery is not None and battery.heater_w is not None and "storage.units" in sheet:
        each = sheet.part("storage.unit.heater_w", battery.heater_w, "W", battery)
        return sheet.compute(key, "units × each", "W", units=sheet["storage.units"], each=each)
    return sheet.compute(
        key,
        "bank ÷ 1000 × per_kwh",
        "W",
        "practice",
        bank=sheet["storage.have_wh"],
        per_kwh=sheet.assumption("heater_w_per_kwh"),
    )
