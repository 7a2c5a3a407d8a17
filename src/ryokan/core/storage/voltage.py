"""What a voltmeter says of the charge: at rest, under load and while charging, over the whole of the curve."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import cells_per_12v

STEPS = 20  # of the curve, from empty to full


def discharge_curve(sheet: Sheet, storage: Storage) -> None:
    """Volts of the bank by its charge: rested, with the mean of the day, with everything running, and while charging. [V]

    ``rested ∓ amps × resistance``; charging no higher than the charger goes. A meter that knows volts alone shows one of
    these and cannot tell which: what it takes for rested is off by the sag. On lithium the flat part lies within a few
    hundredths of a volt a cell. (common practice)
    """
    resistance = sheet.get("storage.resistance_ohm")
    if resistance is None:
        return
    charge = sheet.constant("storage.curve.charge_frac", tuple(n / STEPS for n in range(STEPS + 1)), "", "product")
    cell = sheet.curve("storage.curve.cell_v", f"{storage.chemistry}.rest_v_by_charge", charge)
    of_bank = {"class_v": sheet["storage.system_v"], "cells": cells_per_12v(sheet, storage)}
    rest = sheet.compute("storage.curve.rest_v", "class_v ÷ 12 × cells × cell", "V", cell=cell, **of_bank)
    mean = sheet.compute(
        "storage.mean_current_a",
        "day ÷ 24 ÷ nominal_v",
        "A",
        day=sheet["loads.wh_per_day_at_bank"],
        nominal_v=sheet["storage.nominal_v"],
    )
    for name, current in (("mean", mean), ("peak", sheet["storage.peak_current_a"])):
        key = f"storage.curve.{name}_load_v"
        formula = "max(0, rest − current × resistance)"
        sheet.compute(key, formula, "V", "practice", rest=rest, current=current, resistance=resistance)
    usual_a = sheet.compute(
        "storage.usual_charge_a",
        "rate × amp_hours",
        "A",
        "practice",
        rate=sheet.assumption(f"{storage.chemistry}.charge_usual_c"),
        amp_hours=sheet["storage.bank_ah"],
    )
    if storage.cells_known:
        sheet.compute(
            "storage.curve.charging_v",
            "min(charge_v, rest + current × resistance)",
            "V",
            "practice",
            charge_v=sheet["storage.charge_v"],
            rest=rest,
            current=usual_a,
            resistance=resistance,
        )
    _meter_scale(sheet, storage)


def _meter_scale(sheet: Sheet, storage: Storage) -> None:
    """Rested volts at each tenth of the charge, and what the same volts would mean under the day's mean draw. [V]"""
    tenths = sheet.constant("storage.meter.charge_frac", (*(1 - n / 10 for n in range(10)), 0.0), "", "product")
    cell = sheet.curve("storage.meter.cell_v", f"{storage.chemistry}.rest_v_by_charge", tenths)
    rest = sheet.compute(
        "storage.meter.rest_v",
        "class_v ÷ 12 × cells × cell",
        "V",
        "practice",
        class_v=sheet["storage.system_v"],
        cells=cells_per_12v(sheet, storage),
        cell=cell,
    )
    sheet.compute(
        "storage.meter.mean_load_v",
        "max(0, rest − current × resistance)",
        "V",
        "practice",
        rest=rest,
        current=sheet["storage.mean_current_a"],
        resistance=sheet["storage.resistance_ohm"],
    )
