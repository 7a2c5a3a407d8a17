"""What runs the loads on a hookup: the bank first, the grid first, or the grid for the large ones; each with what it costs."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from ryokan.core.ac.model import Priority
from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.rows import Row


def priorities(sheet: Sheet, chemistry: str, rows: Sequence[Row], at_bank: Mapping[str, Figure], money: str) -> None:
    """A day on a hookup by each of the three: energy from the bank and from the grid, the share of a cycle, what it costs.

    What the bank gives comes back through charger and bank; what the sun brings goes first. Energy that the grid gives at once
    pays for neither. A cycle costs its share of the bank's price. (common practice) [Wh, money]
    """
    usable = sheet.get("storage.usable_wh")
    on_ac = [row for row in rows if row.load.feed == "ac" and row.id in at_bank]
    if usable is None or usable.number == 0 or not on_ac:
        return
    large_from = sheet.assumption("large_load_from_w")
    large = [row for row in on_ac if row.unit_w.number >= large_from.number]
    day = sheet["loads.mean_wh_per_day_at_bank"]
    base = "ac.priority"
    of_ac = _sum(sheet, f"{base}.ac_wh", [row.wh_per_day for row in on_ac])
    of_ac_bank = _sum(sheet, f"{base}.ac_at_bank_wh", [at_bank[row.id] for row in on_ac])
    of_large = _sum(sheet, f"{base}.large_wh", [row.wh_per_day for row in large])
    of_large_bank = _sum(sheet, f"{base}.large_at_bank_wh", [at_bank[row.id] for row in large])
    sun = sheet.get("solar.have_wh_per_day") or sheet.given(f"{base}.sun_wh", 0.0, "Wh")
    back = {"charger": sheet.assumption("charger_frac"), "round_trip": sheet.assumption(f"{chemistry}.round_trip_frac")}
    zero = {"day": day}
    given: dict[Priority, tuple[str, dict[str, Figure], str, dict[str, Figure]]] = {
        "stored_first": ("day", zero, "max(0, day − sun) ÷ (charger × round_trip)", {"day": day, "sun": sun, **back}),
        "grid_first": (
            "0 × day",
            zero,
            "of_ac + max(0, day − of_ac_bank − sun) ÷ charger",
            {"of_ac": of_ac, "day": day, "of_ac_bank": of_ac_bank, "sun": sun, "charger": back["charger"]},
        ),
        "large_loads": (
            "max(0, day − of_large)",
            {"day": day, "of_large": of_large_bank},
            "at_once + max(0, day − of_large − sun) ÷ (charger × round_trip)",
            {"at_once": of_large, "day": day, "of_large": of_large_bank, "sun": sun, **back},
        ),
    }
    for school, (bank_formula, bank_inputs, grid_formula, grid_inputs) in given.items():
        bank = sheet.compute(f"{base}.{school}.bank_wh_per_day", bank_formula, "Wh", "practice", **bank_inputs)
        grid = sheet.compute(f"{base}.{school}.grid_wh_per_day", grid_formula, "Wh", "practice", **grid_inputs)
        share = sheet.compute(f"{base}.{school}.cycles_frac", "bank ÷ usable", "", "practice", bank=bank, usable=usable)
        _money_of(sheet, f"{base}.{school}", chemistry, share, grid, money)


def _sum(sheet: Sheet, key: str, each: Sequence[Figure]) -> Figure:
    return sheet.compute(key, "sum(each)", "Wh", each=list(each)) if each else sheet.given(key, 0.0, "Wh")


def _money_of(sheet: Sheet, base: str, chemistry: str, share: Figure, grid: Figure, money: str) -> None:
    """Wear of the bank and the kilowatt-hours of the grid, in money a day."""
    cycles, price = sheet.assumption(f"{chemistry}.cycles"), sheet.assumption(f"{chemistry}.price_per_kwh")
    inputs = {"share": share, "bank": sheet["storage.bank_wh"], "price": price, "cycles": cycles}
    wear = sheet.compute(f"{base}.wear_per_day", "share × bank ÷ 1000 × price ÷ cycles", money, "practice", **inputs)
    per_kwh = sheet.assumption("grid_price_per_kwh")
    paid = sheet.compute(f"{base}.grid_per_day", "grid ÷ 1000 × price", money, "practice", grid=grid, price=per_kwh)
    sheet.compute(f"{base}.cost_per_day", "wear + grid", money, "practice", wear=wear, grid=paid)
