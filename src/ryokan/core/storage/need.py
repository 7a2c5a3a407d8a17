"""How large a bank each method asks for, by chemistry."""

from __future__ import annotations

from collections.abc import Iterable

from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import INVERTER_DRAW_W, inverter_losses, passed_on
from ryokan.core.loads.rows import Powered
from ryokan.core.storage.model import Storage

# Kinds that are worked out beside the rig's own, so that they can be compared.
COMPARED = ("lfp", "agm", "gel", "flooded")

_FORMULAS = {
    "largest_governs": (
        "max(run ÷ dod, day ÷ dod_daily, run ÷ (1 − ageing)) ÷ capacity_left",
        "ieee_1013",
    ),
    "multiply_all": ("run ÷ (dod × (1 − ageing) × capacity_left)", "practice"),
}


def system_volts(sheet: Sheet, storage: Storage) -> None:
    """Nominal, charging and lowest working volts of the bank's class and chemistry, and those no cell may leave. [V]

    A class does not say how many cells traction modules have: until somebody does, what a charger may be set to is left out.
    """
    system_v = sheet.given("storage.system_v", storage.system_v, "V")
    if storage.chemistry == "nmc" and storage.cells_in_series is not None:
        sheet.compute(
            "storage.cells_per_12v",
            "in_series × 12 ÷ class_v",
            "cells",
            in_series=sheet.given("storage.cells_in_series", float(storage.cells_in_series), "cells"),
            class_v=system_v,
        )
    cells = cells_per_12v(sheet, storage)
    names = ("nominal", "charge", "cutoff", "max", "min") if storage.cells_known else ("nominal", "cutoff")
    for name in names:
        volts = sheet.assumption(f"{storage.chemistry}.{name}_v_per_cell")
        sheet.compute(
            f"storage.{name}_v", "class_v ÷ 12 × cells × volts", "V", "practice", class_v=system_v, cells=cells, volts=volts
        )


def cells_per_12v(sheet: Sheet, storage: Storage) -> Figure:
    """Cells in series for each 12 V of the class: as said of traction modules, otherwise by the kind."""
    return sheet.get("storage.cells_per_12v") or sheet.assumption(f"{storage.chemistry}.cells_per_12v")


def margin(sheet: Sheet) -> Figure:
    """The margin on a day: that of the audit, or the spread of the days that a meter counted."""
    return sheet.get("loads.margin_frac") or sheet.assumption("margin_frac")


def bank_need(sheet: Sheet, storage: Storage, rows: list[Powered], kinds: Iterable[str] = ()) -> None:
    """Nominal energy of the bank by the rig's school and chemistry, and of each alternative. [Wh]

    By the audit the largest of three governs – the promised days at the allowed depth, an ordinary day at its own depth,
    the promised days at the end of life – and the temperature of the bay is corrected for (after IEEE 1013). The other way
    multiplies all of them. Beside the audit stand three times the daily energy, one wish, and whatever is chosen out of the
    price list: that school asks what a bank gives, not how large it has to be. ``kinds`` are those of a bank's strings.
    """
    bay = sheet.given("storage.bay_c", storage.bay_c, "°C")
    sheet.given("storage.bay_hot_c", storage.bay_hot_c, "°C")
    for chemistry in dict.fromkeys((*COMPARED, storage.chemistry, *kinds)):
        _need_of(sheet, chemistry, storage.sizing, bay)
    _by_each_school(sheet, storage, rows)
    need = _by_school(sheet, storage)
    sheet.compute("storage.need_ah", "need ÷ nominal_v", "Ah", need=need, nominal_v=sheet["storage.nominal_v"])
    sheet.compute(
        "storage.need_ah_by_three",
        "need ÷ nominal_v",
        "Ah",
        "practice",
        need=sheet["storage.need_by.three_daily_wh"],
        nominal_v=sheet["storage.nominal_v"],
    )
    sheet.compute(
        "storage.need_ah_by_twelve",
        "wh_a_day × days ÷ 12",
        "Ah",
        "practice",
        wh_a_day=sheet["loads.wh_per_day"],
        days=sheet["brief.days_without_charge"],
    )


def _by_each_school(sheet: Sheet, storage: Storage, rows: list[Powered]) -> None:
    """What each school asks for, side by side; a wish only where its load is on the sheet. [Wh]"""
    formula, source = _FORMULAS[storage.sizing]
    inputs = _inputs(sheet, storage.chemistry, storage.sizing)
    sheet.compute("storage.need_by.audit_wh", formula, "Wh", source, **inputs)
    sheet.compute("storage.need_by.three_daily_wh", "3 × day", "Wh", "practice", day=sheet["loads.wh_per_day_at_bank"])
    wished = _wished(sheet, storage, rows)
    if wished is not None:
        sheet.compute(
            "storage.need_by.wish_wh",
            "wish × (1 + margin) ÷ min(dod, 1 − ageing) ÷ capacity_left",
            "Wh",
            "practice",
            wish=wished,
            margin=margin(sheet),
            **{name: inputs[name] for name in ("dod", "ageing", "capacity_left")},
        )


def _wished(sheet: Sheet, storage: Storage, rows: list[Powered]) -> Figure | None:
    """Energy at the bank of the wish: its load at full draw for the hours said. [Wh]"""
    wish = storage.wish
    row = next((row for row in rows if wish is not None and row.id == wish.load), None)
    if wish is None or row is None:
        return None
    inputs: dict[str, Figure] = {"watts": row.running_w, "hours": sheet.given("storage.wish.hours", wish.hours, "h")}
    if row.load.feed == "ac":
        formula = f"({INVERTER_DRAW_W} + idle) × hours"
        inputs |= {
            **inverter_losses(sheet),
            "rated": sheet["inverter.rated_w"],
            "idle": sheet["inverter.idle_w"],
        }
    else:
        formula = "watts × hours ÷ passed_on"
        inputs["passed_on"] = passed_on(sheet, row.load.feed)
    return sheet.compute("storage.wish.wh", formula, "Wh", "practice", **inputs)


def _by_school(sheet: Sheet, storage: Storage) -> Figure:
    """The need that the rig goes by. A school that cannot speak yet leaves the word to the audit."""
    key, have = "storage.need_wh", sheet.get("storage.have_wh")
    if storage.school == "three_daily":
        return sheet.compute(key, "3 × day", "Wh", "practice", day=sheet["loads.wh_per_day_at_bank"])
    if storage.school == "wish" and "storage.need_by.wish_wh" in sheet:
        return sheet.compute(key, "wished", "Wh", "practice", wished=sheet["storage.need_by.wish_wh"])
    if storage.school == "price_list" and have is not None:
        return sheet.compute(key, "chosen", "Wh", "given", chosen=have)
    # Worked out in full once more rather than taken over: whoever presses the headline sees the whole of it.
    formula, source = _FORMULAS[storage.sizing]
    return sheet.compute(key, formula, "Wh", source, **_inputs(sheet, storage.chemistry, storage.sizing))


def _inputs(sheet: Sheet, chemistry: str, school: str) -> dict[str, Figure]:
    """What the school's formula asks for, of one chemistry."""
    inputs = {
        "run": sheet["loads.worst_run_wh_with_margin"],
        "dod": sheet.assumption(f"{chemistry}.dod_frac"),
        "ageing": sheet.assumption("ageing_frac"),
        "capacity_left": sheet[f"storage.alternatives.{chemistry}.capacity_left_frac"],
    }
    if school == "largest_governs":
        inputs |= {
            "day": sheet["loads.wh_per_day_with_margin"],
            "dod_daily": sheet.assumption(f"{chemistry}.dod_daily_frac"),
        }
    return inputs


def _need_of(sheet: Sheet, chemistry: str, school: str, bay: Figure) -> None:
    base = f"storage.alternatives.{chemistry}"
    sheet.curve(f"{base}.capacity_left_frac", f"{chemistry}.capacity_by_bay_c", bay)
    formula, source = _FORMULAS[school]
    need = sheet.compute(f"{base}.need_wh", formula, "Wh", source, **_inputs(sheet, chemistry, school))
    sheet.compute(
        f"{base}.need_ah",
        "need ÷ (class_v ÷ 12 × cells × volts)",
        "Ah",
        need=need,
        class_v=sheet["storage.system_v"],
        cells=sheet.assumption(f"{chemistry}.cells_per_12v"),
        volts=sheet.assumption(f"{chemistry}.nominal_v_per_cell"),
    )
    mass = sheet.assumption(f"{chemistry}.kg_per_kwh")
    sheet.compute(f"{base}.mass_kg", "need ÷ 1000 × kg_per_kwh", "kg", "practice", need=need, kg_per_kwh=mass)
