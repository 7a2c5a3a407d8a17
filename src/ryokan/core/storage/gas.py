"""Hydrogen of a lead bank, and the openings that carry it off."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.storage.model import Storage


def hydrogen(sheet: Sheet, storage: Storage) -> None:
    """Air that a lead bank needs, and the free opening for it. [m³/h, cm²]

    ``q = 0.05 × n × i_gas × c ÷ 1000`` with n cells in series, i_gas in mA/Ah and c in Ah; each of two openings of
    ``28 × q`` cm², one low and one high (EN 62485-2, from memory). A wet bank that is equalised makes more gas meanwhile: that
    stands beside it, by the current that it is equalised with. A fan or a maker's own figure goes first.
    """
    if storage.is_lithium or storage.chemistry == "custom" or sheet["storage.bank_ah"].number == 0:
        return
    per_ah = sheet.also("storage.gas_ma_per_ah", "per_ah", sheet.assumption(f"{storage.chemistry}.gas_ma_per_ah"))
    air = sheet.compute(
        "storage.gas_m3_per_h",
        "dilution × class_v ÷ 12 × cells × per_ah × amp_hours ÷ 1000",
        "m³/h",
        "en_62485_2",
        dilution=sheet.assumption("gas_air_m3_per_ah"),
        class_v=sheet["storage.system_v"],
        cells=sheet.assumption(f"{storage.chemistry}.cells_per_12v"),
        per_ah=per_ah,
        amp_hours=sheet["storage.bank_ah"],
    )
    per_m3 = sheet.assumption("vent_cm2_h_per_m3")
    sheet.compute("storage.vent_need_cm2", "per_m3 × air", "cm²", "en_62485_2", per_m3=per_m3, air=air)
    equalising = sheet.assumption(f"{storage.chemistry}.equalise_ma_per_ah")
    if equalising.number > per_ah.number:
        inputs = {"air": air, "equalising": equalising, "per_ah": per_ah}
        more = sheet.compute("storage.gas_equalising_m3_per_h", "air × equalising ÷ per_ah", "m³/h", "en_62485_2", **inputs)
        sheet.compute("storage.vent_need_equalising_cm2", "per_m3 × air", "cm²", "en_62485_2", per_m3=per_m3, air=more)
    if storage.vent_cm2 is not None:
        sheet.given("storage.vent_cm2", storage.vent_cm2, "cm²")
