"""The sheet of settings: what every device that charges is set to, by the bank's kind and heat, and the ladder of cut-offs."""

from __future__ import annotations

from dataclasses import dataclass

from ryokan.core.charging.shore import WITHIN_INVERTER
from ryokan.core.charging.values import ChargeSettings
from ryokan.core.figure import Sheet
from ryokan.core.rig import Rig
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import cells_per_12v

SHED_ABOVE_INVERTER_V = 0.2  # for each 12 V (common practice)
INVERTER_ABOVE_BMS_V = 0.3  # for each 12 V (common practice)


def sheet_of_settings(sheet: Sheet, storage: Storage) -> None:
    """Where a device absorbs, floats and stops for the cold, for this bank. [V, °C]

    Lead is charged higher in the cold and lower in the heat; lithium at one voltage, and not at all below its limit. The
    maker of the bank goes first. (common practice)
    """
    charge_v, class_v = sheet.get("storage.charge_v"), sheet["storage.system_v"]
    if charge_v is None:
        return
    sheet.compute("charging.set.absorb_v", "charge_v", "V", "practice", charge_v=charge_v)
    cells = cells_per_12v(sheet, storage)
    float_cell = sheet.assumption(f"{storage.chemistry}.float_v_per_cell")
    inputs = {"class_v": class_v, "cells": cells, "float_cell": float_cell}
    sheet.compute("charging.set.float_v", "class_v ÷ 12 × cells × float_cell", "V", "practice", **inputs)
    if storage.is_lithium:
        said = sheet.get("storage.unit.min_charge_c")
        if said is None:
            coldest = sheet.assumption("lithium_coldest_charge_c")
            sheet.compute("charging.set.cold_stop_c", "coldest", "°C", "abyc_e13", coldest=coldest)
        else:
            sheet.compute("charging.set.cold_stop_c", "said", "°C", said.source, said=said)
        return
    by_heat = sheet.assumption("lead_v_per_k_and_cell")
    for name, bay in (("cold", "storage.bay_c"), ("hot", "storage.bay_hot_c")):
        at = sheet.get(bay)
        if at is not None:
            moved = {"charge_v": charge_v, "class_v": class_v, "cells": cells, "by_heat": by_heat, "bay": at}
            formula = "charge_v + class_v ÷ 12 × cells × by_heat × (25 − bay)"
            sheet.compute(f"charging.set.absorb_{name}_v", formula, "V", "practice", **moved)


def ladder(sheet: Sheet, storage: Storage) -> None:
    """The cut-offs from the highest down: where loads are shed, where the inverter stops, where the BMS cuts. [V]

    Each above the next, so that what matters least goes first and the bank's own electronics last. (common practice)
    """
    class_v, inverter = sheet["storage.system_v"], sheet.get("inverter.cutoff_v")
    if storage.bms_cut_v is not None:
        bms = sheet.given("charging.ladder.bms_v", storage.bms_cut_v, "V")
        sheet.compute(
            "charging.ladder.inverter_least_v",
            f"bms + {INVERTER_ABOVE_BMS_V:g} × class_v ÷ 12",
            "V",
            "practice",
            bms=bms,
            class_v=class_v,
        )
    if inverter is not None:
        sheet.compute(
            "charging.ladder.shed_least_v",
            f"inverter + {SHED_ABOVE_INVERTER_V:g} × class_v ÷ 12",
            "V",
            "practice",
            inverter=inverter,
            class_v=class_v,
        )
    if storage.shed_v is not None:
        sheet.given("charging.ladder.shed_v", storage.shed_v, "V")


@dataclass(frozen=True, slots=True)
class Device:
    """A device that charges the house bank: its subject, what it is called, and how it is set."""

    subject: str
    name: str
    settings: ChargeSettings


NAMES = {
    "charger": "the shore charger",
    "inverter": "the charger within the inverter",
    "path": "the DC-DC charger",
    "controller": "the solar controller",
}


def devices(rig: Rig, sheet: Sheet) -> list[Device]:
    """Every device of the rig that charges the house bank and that can be set.

    What nobody has read off it is as the profile says that it is set to; what its part could be set to says nothing.
    """
    found: list[Device] = []
    for id, charger in rig.charging.ordered_chargers().items():
        if charger.bank is None and charger.chosen:
            found.append(Device(f"charger:{id}", charger.name or NAMES["charger"], _by_profile(sheet, id, charger)))
    if f"charging.source.{WITHIN_INVERTER}.rated_a" in sheet:
        settings = _by_profile(sheet, WITHIN_INVERTER, rig.inverter.charger)
        found.append(Device(f"charger:{WITHIN_INVERTER}", NAMES["inverter"], settings))
    for id, path in rig.charging.ordered_paths().items():
        chosen = path.output_a is not None or path.part is not None or path.kind == "regulated"
        if path.bank is None and path.kind in ("dcdc", "manager", "regulated") and chosen:
            name = path.name or ("the regulator" if path.kind == "regulated" else NAMES["path"])
            found.append(Device(f"path:{id}", name, path))
    for id, controller in rig.solar.ordered_controllers().items():
        if controller.rated_a is not None or controller.part is not None:
            said = controller.settings
            lithium = said.lithium or controller.lithium
            found.append(
                Device(
                    f"controller:{id}",
                    controller.name or NAMES["controller"],
                    said.model_copy(update={"lithium": lithium}),
                )
            )
    return found


def _by_profile(sheet: Sheet, id: str, said: ChargeSettings) -> ChargeSettings:
    """Settings of a charger, with what nobody said taken from the profile that it is set to."""
    members = {"stops_at_v": "profile_absorbs_v", "float_v": "profile_floats_v", "lithium": "profile_lithium"}
    of_profile = {name: sheet.get(f"charging.source.{id}.{key}") for name, key in members.items()}
    update = {name: one.value for name, one in of_profile.items() if one is not None and getattr(said, name) is None}
    return said.model_copy(update=update) if update else said
