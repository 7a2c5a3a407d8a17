"""How the bank behaves under load, in a fault and as its charge falls."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import PEUKERT_FRAC
from ryokan.core.parts.model import Battery
from ryokan.core.storage.model import Storage


def under_load(sheet: Sheet, storage: Storage, battery: Battery | None) -> None:
    """Resistance and fault current of the bank, capacity at full load, and what lies below the inverter's cut-off.

    Notes
    -----
    Fault current: rested volts of the charged bank over its resistance, without cables – what a fuse at the bank has to
    break. Capacity at a current I: rated × (C ÷ (H × I))^(n − 1), never above rated (Peukert 1897). Stranded: the charge at
    which rested volts less the sag of everything running meet the cut-off, above the depth that is allowed. (common practice)
    """
    bank_ah = sheet["storage.bank_ah"]
    if bank_ah.number == 0:
        return
    resistance = _resistance(sheet, storage, battery)
    full_v = _rest_v(sheet, storage)
    sheet.compute("storage.fault_current_a", "full_v ÷ resistance", "A", full_v=full_v, resistance=resistance)
    current = sheet.compute(
        "storage.peak_current_a",
        "peak ÷ cutoff",
        "A",
        "practice",
        peak=sheet["loads.peak_w"],
        cutoff=sheet["inverter.cutoff_v"],
    )
    sheet.compute(
        "storage.discharge_usual_a",
        "rate × amp_hours",
        "A",
        "practice",
        rate=sheet.assumption(f"{storage.chemistry}.discharge_c"),
        amp_hours=bank_ah,
    )
    if current.number > 0:
        _peukert(sheet, storage, battery, current)
    _stranded(sheet, storage, resistance, current)


def _resistance(sheet: Sheet, storage: Storage, battery: Battery | None) -> Figure:
    """Of the whole bank: by the data sheet of its unit where it says so, otherwise by chemistry and size. [Ω]"""
    key = "storage.resistance_ohm"
    if battery is not None and battery.resistance_ohm is not None and storage.bank is not None and storage.bank.units:
        unit = sheet.part("storage.unit.resistance_ohm", battery.resistance_ohm, "Ω", battery)
        series, parallel = sheet["storage.arrangement.series"], sheet["storage.arrangement.parallel"]
        return sheet.compute(key, "unit × series ÷ parallel", "Ω", unit=unit, series=series, parallel=parallel)
    return sheet.compute(
        key,
        "mohm ÷ 1000 × class_v ÷ 12 × 100 ÷ amp_hours",
        "Ω",
        "practice",
        mohm=sheet.assumption(f"{storage.chemistry}.mohm_per_100ah_12v"),
        class_v=sheet["storage.system_v"],
        amp_hours=sheet["storage.bank_ah"],
    )


def _rest_v(sheet: Sheet, storage: Storage) -> Figure:
    """Rested volts of the charged bank. [V]"""
    full = sheet.constant("storage.full_charge_frac", 1.0, "", "physics")
    cell = sheet.curve("storage.full_cell_v", f"{storage.chemistry}.rest_v_by_charge", full)
    return sheet.compute(
        "storage.full_rest_v",
        "class_v ÷ 12 × cells × cell",
        "V",
        class_v=sheet["storage.system_v"],
        cells=sheet.assumption(f"{storage.chemistry}.cells_per_12v"),
        cell=cell,
    )


def _peukert(sheet: Sheet, storage: Storage, battery: Battery | None, current: Figure) -> None:
    built_up = battery is not None and storage.bank is not None and storage.bank.units is not None
    if built_up and battery is not None:
        over = sheet.part("storage.rated_over_h", battery.rated_over_h, "h", battery)
    else:
        over = sheet.constant("storage.rated_over_h", 20.0, "h", "practice")
    sheet.compute(
        "storage.capacity_at_peak_frac",
        PEUKERT_FRAC,
        "",
        "practice",
        amp_hours=sheet["storage.bank_ah"],
        over=over,
        current=current,
        exponent=sheet.assumption(f"{storage.chemistry}.peukert"),
    )


def _stranded(sheet: Sheet, storage: Storage, resistance: Figure, current: Figure) -> None:
    chemistry = storage.chemistry
    points = sheet.curve_points(f"{chemistry}.charge_by_rest_v")
    lowest = sheet.constant("storage.cell_v_empty", points[0][0], "V", "practice")
    highest = sheet.constant("storage.cell_v_full", points[-1][0], "V", "practice")
    cell_v = sheet.compute(
        "storage.cell_v_at_cutoff",
        "min(highest, max(lowest, (cutoff + current × resistance) ÷ (class_v ÷ 12 × cells)))",
        "V",
        "practice",
        highest=highest,
        lowest=lowest,
        cutoff=sheet["inverter.cutoff_v"],
        current=current,
        resistance=resistance,
        class_v=sheet["storage.system_v"],
        cells=sheet.assumption(f"{chemistry}.cells_per_12v"),
    )
    left = sheet.curve("storage.charge_at_cutoff_frac", f"{chemistry}.charge_by_rest_v", cell_v)
    sheet.compute(
        "storage.stranded_wh",
        "max(0, left − (1 − dod)) × bank × capacity_left",
        "Wh",
        "practice",
        left=left,
        dod=sheet.assumption(f"{chemistry}.dod_frac"),
        bank=sheet["storage.bank_wh"],
        capacity_left=sheet[f"storage.alternatives.{chemistry}.capacity_left_frac"],
    )


def spread_of_days(sheet: Sheet) -> None:
    """Days without charge by high and by low use, and what growth the bank still takes. [days]"""
    days = sheet.get("storage.days_without_charge")
    if days is None:
        return
    typical = sheet["loads.wh_per_day"]
    scaled = typical.number > 0  # an inverter that is always on takes the same by any use
    for name, use in (("low", "high"), ("high", "low")):  # few days by high use, many by low use
        other = sheet[f"loads.wh_per_day.{use}"]
        sheet.compute(
            f"storage.days_without_charge.{name}",
            "days × typical ÷ use" if scaled else "days",
            "days",
            "practice",
            days=days,
            **({"typical": typical, "use": other} if scaled else {}),
        )
        sheet.compute(
            f"storage.left_at_dawn_frac.{name}",
            "max(0, 1 − run × use ÷ typical ÷ usable)" if scaled else "max(0, 1 − run ÷ usable)",
            "",
            "practice",
            run=sheet["loads.run_by_night_wh"],
            usable=sheet["storage.usable_wh"],
            **({"typical": typical, "use": other} if scaled else {}),
        )
    sheet.compute(
        "storage.headroom_frac",
        "max(0, days ÷ promised − 1)",
        "",
        "practice",
        days=days,
        promised=sheet["brief.days_without_charge"],
    )
