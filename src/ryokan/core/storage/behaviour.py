"""How the bank behaves: under load, in a fault, as its charge falls, and over the years."""

from __future__ import annotations

from ryokan.core.data.assumptions import curves
from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.model import Battery
from ryokan.core.storage.model import Storage

CLASSES_V = (12, 24, 48)


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
        "min(1, (amp_hours ÷ (over × current))^(exponent − 1))",
        "",
        "practice",
        amp_hours=sheet["storage.bank_ah"],
        over=over,
        current=current,
        exponent=sheet.assumption(f"{storage.chemistry}.peukert"),
    )


def _stranded(sheet: Sheet, storage: Storage, resistance: Figure, current: Figure) -> None:
    chemistry = storage.chemistry
    points = curves()[f"{chemistry}.charge_by_rest_v"].points
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
    for name, use in (("low", "high"), ("high", "low")):  # few days by high use, many by low use
        other = sheet[f"loads.wh_per_day.{use}"]
        sheet.compute(
            f"storage.days_without_charge.{name}",
            "days × typical ÷ use",
            "days",
            "practice",
            days=days,
            typical=typical,
            use=other,
        )
    sheet.compute(
        "storage.headroom_frac",
        "max(0, days ÷ promised − 1)",
        "",
        "practice",
        days=days,
        promised=sheet["brief.days_without_charge"],
    )


def by_class(sheet: Sheet) -> None:
    """The same bank and inverter at 12, 24 and 48 V: amp-hours of the need, and amps at the cut-off. [Ah, A]"""
    class_v = sheet["storage.system_v"]
    for volts in CLASSES_V:
        other = sheet.constant(f"storage.class.{volts}.volts_v", float(volts), "V", "physics")
        sheet.compute(
            f"storage.class.{volts}.need_ah",
            "need × class_v ÷ volts",
            "Ah",
            need=sheet["storage.need_ah"],
            class_v=class_v,
            volts=other,
        )
        sheet.compute(
            f"storage.class.{volts}.current_a",
            "current × class_v ÷ volts",
            "A",
            current=sheet["inverter.dc_current_at_cutoff_a"],
            class_v=class_v,
            volts=other,
        )


def three_times_daily(sheet: Sheet) -> None:
    """The ratio rule of the trade: a bank of three times the daily amp-hours. [Ah] (common practice)"""
    sheet.compute(
        "storage.need_ah_by_three",
        "3 × wh ÷ nominal_v",
        "Ah",
        "practice",
        wh=sheet["loads.wh_per_day_at_bank"],
        nominal_v=sheet["storage.nominal_v"],
    )


def over_the_years(sheet: Sheet, storage: Storage, battery: Battery | None) -> None:
    """Life of the bank, and what a delivered kilowatt-hour costs over 6 and 10 years. [years, currency per kWh]

    Life is the shorter of cycles and calendar; a day takes the share of a cycle that it draws from the usable energy. Every
    bank that is begun is paid for. (common practice)
    """
    chemistry, mean = storage.chemistry, sheet["loads.mean_wh_per_day_at_bank"]
    usable = sheet["storage.usable_wh"]
    if storage.bank is None or mean.number == 0 or usable.number == 0:
        return
    calendar = sheet.assumption(f"{chemistry}.calendar_years")
    if battery is not None and battery.cycles is not None and storage.bank.units is not None:
        cycles = sheet.part("storage.unit.cycles", float(battery.cycles), "", battery)
    else:
        cycles = sheet.assumption(f"{chemistry}.cycles")
    a_year = sheet.compute("storage.cycles_per_year", "365 × mean ÷ usable", "", "practice", mean=mean, usable=usable)
    life = sheet.compute(
        "storage.life_years",
        "min(calendar, cycles ÷ a_year)",
        "years",
        "practice",
        calendar=calendar,
        cycles=cycles,
        a_year=a_year,
    )
    price = sheet.get("parts.battery.price")
    if price is None:
        return
    for years in (6, 10):
        span = sheet.constant(f"storage.span_{years}y", float(years), "years", "product")
        banks = sheet.compute(f"storage.banks_{years}y", "ceil(span ÷ life)", "", "practice", span=span, life=life)
        sheet.compute(
            f"storage.cost_per_kwh_{years}y",
            "banks × units × price ÷ (mean × 365 × span ÷ 1000)",
            f"{price.unit}/kWh",
            "practice",
            banks=banks,
            units=sheet["storage.units"],
            price=price,
            mean=mean,
            span=span,
        )
