"""The same bank and inverter at 12, 24 and 48 V: what changes in amps and amp-hours, and what the same units make there."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.storage.model import Storage

CLASSES_V = (12, 24, 48)

# Plates round: 12 V blocks are 12.0 to 12.8 V, and a slip is a whole unit off. (common practice)
NOMINAL_SLACK = 0.1


def in_series(nominal_v: float, unit_v: float) -> int | None:
    """How many units in series make a nominal voltage, within a tenth; None where no number of them does. [V]"""
    series = round(nominal_v / unit_v)
    if series < 1 or abs(series * unit_v / nominal_v - 1) > NOMINAL_SLACK:
        return None
    return series


def by_class(sheet: Sheet, storage: Storage) -> None:
    """Amp-hours of the need and amps at the cut-off by class, and the same units built up anew for it. [Ah, A]

    Units that do not fill a whole string are left over. For the same share of drop over the same way copper goes with amps over
    volts. (arithmetic)
    """
    class_v = sheet["storage.system_v"]
    for volts in CLASSES_V:
        base = f"storage.class.{volts}"
        other = sheet.constant(f"{base}.volts_v", float(volts), "V", "physics")
        need, current = sheet["storage.need_ah"], sheet["inverter.dc_current_at_cutoff_a"]
        sheet.compute(f"{base}.need_ah", "need × class_v ÷ volts", "Ah", need=need, class_v=class_v, volts=other)
        sheet.compute(f"{base}.current_a", "current × class_v ÷ volts", "A", current=current, class_v=class_v, volts=other)
        sheet.compute(f"{base}.copper_frac", "(class_v ÷ volts)^2", "", class_v=class_v, volts=other)
        _same_units(sheet, storage, base, volts)


def _same_units(sheet: Sheet, storage: Storage, base: str, volts: int) -> None:
    if storage.bank is None or storage.bank.units is None or "storage.unit.nominal_v" not in sheet:
        return
    unit_v, count = sheet["storage.unit.nominal_v"], sheet["storage.units"]
    nominal_v = sheet["storage.nominal_v"].number * volts / storage.system_v
    series = in_series(nominal_v, unit_v.number)
    if series is None or series > count.number:
        return
    strings = int(count.number) // series
    in_a_string = sheet.constant(f"{base}.series", float(series), "", "physics")
    parallel = sheet.constant(f"{base}.parallel", float(strings), "", "physics")
    sheet.compute(
        f"{base}.same_units_ah", "parallel × unit_ah", "Ah", parallel=parallel, unit_ah=sheet["storage.unit.capacity_ah"]
    )
    sheet.compute(f"{base}.left_over", "units − series × parallel", "units", units=count, series=in_a_string, parallel=parallel)
