"""Charging while driving, through a DC-DC charger."""

from __future__ import annotations

from ryokan.core.charging.model import Charging
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import DCDC_INPUT_A


def dcdc_need(sheet: Sheet, charging: Charging, chemistry: str) -> None:
    """Output amps with which the day's driving alone puts back a mean day, and what the alternator has to give for it. [A]

    Left out where the stays plan no driving: there is no current that would do it. (common practice)
    """
    hours = sheet["brief.driving_hours_per_day"]
    charge_v = sheet["storage.charge_v"]
    if hours.number == 0:
        return
    need = sheet.compute(
        "charging.dcdc.need_a",
        "wh ÷ (round_trip × charge_v × hours)",
        "A",
        "practice",
        wh=sheet["loads.mean_wh_per_day_with_margin"],
        round_trip=sheet.assumption(f"{chemistry}.round_trip_frac"),
        charge_v=charge_v,
        hours=hours,
    )
    output = need
    if charging.dcdc_a is not None and charging.alternator_path == "dcdc":
        output = sheet.given("charging.dcdc.have_a", charging.dcdc_a, "A")
    _alternator(sheet, charging, output, charge_v)


def _alternator(sheet: Sheet, charging: Charging, output_a: Figure, charge_v: Figure) -> None:
    """Input side of the DC-DC charger: it draws more amps than it gives."""
    efficiency = sheet.assumption("dcdc_frac")
    alternator_v = sheet.given("charging.alternator_v", charging.alternator_v, "V")
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
