"""Hydrogen of a lead bank, and the openings that carry it off."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.storage.model import Chemistry, Storage

# Current that makes gas on boost, per ampere-hour. (EN 62485-2, from memory)
GAS_MA_PER_AH: dict[Chemistry, float] = {"flooded": 20.0, "agm": 8.0, "gel": 8.0}


def hydrogen(sheet: Sheet, storage: Storage) -> None:
    """Air that a lead bank needs, and the free opening for it. [m³/h, cm²]

    ``q = 0.05 × n × i_gas × c ÷ 1000`` with n cells in series, i_gas in mA/Ah and c in Ah; each of two openings of
    ``28 × q`` cm², one low and one high (EN 62485-2, from memory). A fan or a maker's own figure goes first.
    """
    milliamps = GAS_MA_PER_AH.get(storage.chemistry)
    if milliamps is None or sheet["storage.bank_ah"].number == 0:
        return
    air = sheet.compute(
        "storage.gas_m3_per_h",
        "0.05 × class_v ÷ 12 × cells × per_ah × amp_hours ÷ 1000",
        "m³/h",
        "en_62485_2",
        class_v=sheet["storage.system_v"],
        cells=sheet.assumption(f"{storage.chemistry}.cells_per_12v"),
        per_ah=sheet.constant("storage.gas_ma_per_ah", milliamps, "mA/Ah", "en_62485_2"),
        amp_hours=sheet["storage.bank_ah"],
    )
    sheet.compute("storage.vent_need_cm2", "28 × air", "cm²", "en_62485_2", air=air)
    if storage.vent_cm2 is not None:
        sheet.given("storage.vent_cm2", storage.vent_cm2, "cm²")
