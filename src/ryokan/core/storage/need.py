"""How large a bank the method asks for, by chemistry."""

from __future__ import annotations

from ryokan.core.data.assumptions import CHEMISTRIES
from ryokan.core.figure import Figure, Sheet
from ryokan.core.storage.model import Storage

_FORMULAS = {
    "largest_governs": (
        "max(run ÷ dod, day ÷ dod_daily, run ÷ (1 − ageing)) ÷ capacity_left",
        "ieee_1013",
    ),
    "multiply_all": ("run ÷ (dod × (1 − ageing) × capacity_left)", "practice"),
}


def system_volts(sheet: Sheet, storage: Storage) -> None:
    """Nominal, charging and lowest working volts of the bank's class and chemistry. [V]"""
    system_v = sheet.given("storage.system_v", storage.system_v, "V")
    cells = sheet.assumption(f"{storage.chemistry}.cells_per_12v")
    for name in ("nominal", "charge", "cutoff"):
        volts = sheet.assumption(f"{storage.chemistry}.{name}_v_per_cell")
        sheet.compute(
            f"storage.{name}_v", "class_v ÷ 12 × cells × volts", "V", "practice", class_v=system_v, cells=cells, volts=volts
        )


def bank_need(sheet: Sheet, storage: Storage) -> None:
    """Nominal energy of the bank for the rig's chemistry, and of each alternative. [Wh]

    The largest of three governs – the promised days at the allowed depth, an ordinary day at its own depth, the promised
    days at the end of life – and the temperature of the bay is corrected for (after IEEE 1013). The other school
    multiplies all of them.
    """
    bay = sheet.given("storage.bay_c", storage.bay_c, "°C")
    for chemistry in CHEMISTRIES:
        _need_of(sheet, chemistry, storage.sizing, bay)
    # Worked out in full once more rather than taken over: whoever presses the headline sees the whole of it.
    formula, source = _FORMULAS[storage.sizing]
    need = sheet.compute("storage.need_wh", formula, "Wh", source, **_inputs(sheet, storage.chemistry, storage.sizing))
    sheet.compute("storage.need_ah", "need ÷ nominal_v", "Ah", need=need, nominal_v=sheet["storage.nominal_v"])
    sheet.compute(
        "storage.need_ah_by_twelve",
        "wh_a_day × days ÷ 12",
        "Ah",
        "practice",
        wh_a_day=sheet["loads.wh_per_day"],
        days=sheet["brief.days_without_charge"],
    )


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
