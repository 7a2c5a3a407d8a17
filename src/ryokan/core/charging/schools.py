"""The schools of charging from an alternator side by side, each with its figures on the alternator at hand."""

from __future__ import annotations

from ryokan.core.charging.model import Alternator
from ryokan.core.charging.values import PathKind
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import CHARGE_A_OF_INPUT
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import cells_per_12v

SCHOOLS: tuple[PathKind, ...] = ("dcdc", "manager", "regulated", "relay", "hand_switch")


def side_by_side(sheet: Sheet, id: str, one: Alternator, storage: Storage) -> None:
    """What each school brings in an hour of driving and of idling, and what its way has to bear. [Wh, A]

    A DC-DC charger of exactly what the alternator may spare; a managing device within the same; an external regulator that
    holds the bank's own charging volts; and relay or hand switch by the alternator's volts, into a half-full bank. None of them
    puts in more than the bank takes. Straight ways only where both are of one class. (common practice)
    """
    base = f"charging.alternator.{id}"
    charge_v, resistance = sheet.get("storage.charge_v"), sheet.get("storage.resistance_ohm")
    if f"{base}.hot_a" not in sheet or charge_v is None or one.system_v is None or resistance is None:
        return
    class_v = sheet.given(f"{base}.class_v", float(one.system_v), "V")
    _converting(sheet, f"{base}.school.dcdc", base, class_v, charge_v)
    if one.system_v != storage.system_v:
        return
    _managing(sheet, f"{base}.school.manager", base, charge_v)
    half = sheet.constant(f"{base}.half_charge_frac", 0.5, "", "practice")
    cell_v = sheet.curve(f"{base}.half_cell_v", f"{storage.chemistry}.rest_v_by_charge", half)
    rest_v = sheet.compute(
        f"{base}.half_rest_v",
        "class_v ÷ 12 × cells × cell_v",
        "V",
        "practice",
        class_v=class_v,
        cells=cells_per_12v(sheet, storage),
        cell_v=cell_v,
    )
    volts = sheet.assumption("smart_alternator_v_per_12v" if one.regulation == "smart" else "alternator_volts_per_12v")
    supply = sheet.compute(f"{base}.supply_v", "class_v ÷ 12 × volts", "V", "practice", class_v=class_v, volts=volts)
    for school, held in (("regulated", charge_v), ("relay", supply), ("hand_switch", supply)):
        inputs = {"held": held, "rest": rest_v, "resistance": resistance}
        pushes = sheet.compute(
            f"{base}.school.{school}.pushes_a", "max(0, held − rest) ÷ resistance", "A", "practice", **inputs
        )
        _both(sheet, f"{base}.school.{school}", base, charge_v, pushes)


def _converting(sheet: Sheet, school: str, base: str, class_v: Figure, charge_v: Figure) -> None:
    input_v = sheet.compute(
        f"{school}.input_v",
        "class_v ÷ 12 × volts",
        "V",
        "practice",
        class_v=class_v,
        volts=sheet.assumption("dcdc_input_v_per_12v"),
    )
    common = {"efficiency": sheet.assumption("dcdc_frac"), "input_v": input_v, "charge_v": charge_v}
    rating = sheet.compute(
        f"{school}.rating_a", f"min(most, {CHARGE_A_OF_INPUT})", "A", "practice", most=sheet["charging.bank_max_a"],
        input=sheet[f"{base}.spare_a"], **common,
    )  # fmt: skip
    sheet.compute(f"{school}.driving_wh", "rating × charge_v", "Wh", "practice", rating=rating, charge_v=charge_v)
    at_idle = {"rating": rating, "input": sheet[f"{base}.idle_spare_a"], **common}
    sheet.compute(f"{school}.idling_wh", f"min(rating, {CHARGE_A_OF_INPUT}) × charge_v", "Wh", "practice", **at_idle)
    sheet.compute(f"{school}.bears_a", "spare", "A", "practice", spare=sheet[f"{base}.spare_a"])


def _managing(sheet: Sheet, school: str, base: str, charge_v: Figure) -> None:
    most = sheet["charging.bank_max_a"]
    for name, has in (("driving", "spare_a"), ("idling", "idle_spare_a")):
        inputs = {"most": most, "spare": sheet[f"{base}.spare_a"], "has": sheet[f"{base}.{has}"], "charge_v": charge_v}
        sheet.compute(f"{school}.{name}_wh", "min(most, spare, has) × charge_v", "Wh", "practice", **inputs)
    sheet.compute(f"{school}.bears_a", "spare", "A", "practice", spare=sheet[f"{base}.spare_a"])


def _both(sheet: Sheet, school: str, base: str, charge_v: Figure, pushes: Figure) -> None:
    """Of a straight way: as much as the volts push and the alternator has, whether the bank takes it or not is its limit."""
    most = sheet["charging.bank_max_a"]
    for name, has in (("driving", "hot_a"), ("idling", "idle_spare_a")):
        inputs = {"most": most, "pushes": pushes, "has": sheet[f"{base}.{has}"], "charge_v": charge_v}
        sheet.compute(f"{school}.{name}_wh", "min(most, pushes, has) × charge_v", "Wh", "practice", **inputs)
    sheet.compute(f"{school}.bears_a", "min(pushes, has)", "A", "practice", pushes=pushes, has=sheet[f"{base}.hot_a"])
