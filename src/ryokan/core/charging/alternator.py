"""Charging while driving: through a DC-DC charger, or straight through a relay."""

from __future__ import annotations

from ryokan.core.charging.model import Charging
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import DCDC_INPUT_A
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import cells_per_12v


def dcdc_fits(charging: Charging, storage: Storage) -> bool:
    """Whether a DC-DC charger goes from the alternator's volts to the bank's, as far as anybody has said."""
    wrong_input = None not in (charging.dcdc_input_v, charging.alternator_v) and charging.dcdc_input_v != charging.alternator_v
    return not wrong_input and charging.dcdc_output_v in (None, storage.system_v)


def dcdc_need(sheet: Sheet, charging: Charging, storage: Storage) -> None:
    """Output amps with which the day's driving alone puts back a mean day, and what the alternator has to give for it. [A]

    Never more than the bank takes. Left out where the stays plan no driving, where no DC-DC charger is there or weighed, and
    while the charging volts are not known: there is no current that would do it. (common practice)
    """
    hours, charge_v = sheet["brief.driving_hours_per_day"], sheet.get("storage.charge_v")
    if hours.number == 0 or charging.alternator_path != "dcdc" or charge_v is None:
        return
    need = sheet.compute(
        "charging.dcdc.need_a",
        "min(limit, wh ÷ (round_trip × charge_v × hours))",
        "A",
        "practice",
        limit=sheet["charging.bank_max_a"],
        wh=sheet["loads.mean_wh_per_day_with_margin"],
        round_trip=sheet.assumption(f"{storage.chemistry}.round_trip_frac"),
        charge_v=charge_v,
        hours=hours,
    )
    output = need
    if charging.dcdc_a is not None and dcdc_fits(charging, storage):
        output = sheet.given("charging.dcdc.have_a", charging.dcdc_a, "A")
    if charging.alternator_v is not None:
        _alternator(sheet, charging, charging.alternator_v, output, charge_v)


def _alternator(sheet: Sheet, charging: Charging, class_v: float, output_a: Figure, charge_v: Figure) -> None:
    """Input side of the DC-DC charger: it draws more amps than it gives."""
    efficiency = sheet.assumption("dcdc_frac")
    alternator_v = sheet.given("charging.alternator_v", class_v, "V")
    input_v = sheet.compute(
        "charging.dcdc.input_v",
        "class_v ÷ 12 × volts",
        "V",
        "practice",
        class_v=alternator_v,
        volts=sheet.assumption("dcdc_input_v_per_12v"),
    )
    sheet.compute(
        "charging.dcdc.input_a",
        DCDC_INPUT_A,
        "A",
        output=output_a,
        charge_v=charge_v,
        efficiency=efficiency,
        input_v=input_v,
    )
    if charging.alternator_a is None:
        return
    label = sheet.given("charging.alternator_a", charging.alternator_a, "A")
    limit = sheet.compute(
        "charging.alternator_spare_a",
        "max(0, min(share × label, hot × label − vehicle))",
        "A",
        "alternator_rating",
        share=sheet.assumption("alternator_share_frac"),
        label=label,
        hot=sheet.assumption("alternator_hot_frac"),
        vehicle=sheet.assumption("alternator_vehicle_a"),
    )
    sheet.compute(
        "charging.dcdc.wh_per_driving_hour",
        "min(output, spare × efficiency × input_v ÷ charge_v) × charge_v",
        "Wh",
        "practice",
        output=output_a,
        spare=limit,
        efficiency=efficiency,
        input_v=input_v,
        charge_v=charge_v,
    )


def through_a_relay(sheet: Sheet, charging: Charging, storage: Storage) -> None:
    """About what an alternator gives a bank through a relay: as much as it has, the path bears and the volts push. [A]

    ``min(hot × label − vehicle, path, (alternator − half-full bank at rest) ÷ resistance)``. An estimate: it falls as the bank
    fills. Left out where label or volts are not known, and where the volts are another class than the bank's. (common practice)
    """
    resistance = sheet.get("storage.resistance_ohm")
    if charging.alternator_path != "relay" or charging.alternator_a is None or resistance is None:
        return
    if charging.alternator_v != storage.system_v:
        return
    half = sheet.constant("charging.relay.charge_frac", 0.5, "", "practice")
    cell_v = sheet.curve("charging.relay.cell_v", f"{storage.chemistry}.rest_v_by_charge", half)
    inputs = {
        "hot": sheet.assumption("alternator_hot_frac"),
        "label": sheet.given("charging.alternator_a", charging.alternator_a, "A"),
        "vehicle": sheet.assumption("alternator_vehicle_a"),
        "class_v": sheet.given("charging.alternator_v", charging.alternator_v, "V"),
        "volts": sheet.assumption("alternator_volts_per_12v"),
        "cells": cells_per_12v(sheet, storage),
        "cell_v": cell_v,
        "resistance": resistance,
    }
    formula = "hot × label − vehicle, class_v ÷ 12 × (volts − cells × cell_v) ÷ resistance"
    if charging.path_limit_a is not None:
        inputs["path"] = sheet.given("charging.path_limit_a", charging.path_limit_a, "A")
        formula += ", path"
    sheet.compute("charging.relay.estimate_a", f"max(0, min({formula}))", "A", "practice", **inputs)
