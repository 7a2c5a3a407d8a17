"""The controllers that an array asks for, and what they pass on."""

from __future__ import annotations

import math

from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.solar.model import Solar

HALF_HOURS = 24  # of a day of twelve hours


def tied_to_the_bank(sheet: Sheet, solar: Solar) -> None:
    """What a PWM controller leaves of the array: it ties the panels to the bank's volts, and their amps are all that counts.

    ``bank ÷ (panel × in series)``, as many in series as the bank's volts ask for. (common practice)
    """
    if solar.controller_a is not None:
        sheet.given("solar.controller_have_a", solar.controller_a, "A")
    if solar.controller_method != "pwm":
        return
    nominal_v = sheet["storage.nominal_v"]
    if solar.panel_vmp_v is not None:
        panel_v = sheet.given("solar.panel_vmp_v", solar.panel_vmp_v, "V")
    else:
        usual = sheet.assumption("pwm_panel_v_per_12v")
        panel_v = sheet.compute("solar.panel_vmp_v", "usual", "V", "practice", usual=usual)
    string_v = sheet.compute("solar.string_vmp_v", "panel × ceil(bank ÷ panel)", "V", "practice", panel=panel_v, bank=nominal_v)
    sheet.compute("solar.pwm_frac", "bank ÷ string", "", "practice", bank=nominal_v, string=string_v)


def controller_need(sheet: Sheet, solar: Solar, array_w: Figure) -> None:
    """Rated output that the array asks of its controllers, and what the chosen ones give at best. [A]

    At the bank's nominal volts; through PWM the amps of the panels. (common practice)
    """
    string_v = sheet.get("solar.string_vmp_v")
    need = sheet.compute(
        "solar.controller_need_a",
        "headroom × array ÷ volts",
        "A",
        "practice",
        headroom=sheet.assumption("controller_headroom"),
        array=array_w,
        volts=string_v or sheet["storage.nominal_v"],
    )
    count = sheet.compute("solar.controller_count", "max(1, ceil(need ÷ 100))", "", "practice", need=need)
    sheet.choose(
        "solar.controller_size_a", "next_larger(controller_sizes, need ÷ count)", "A", "practice", need=need, count=count
    )
    controller, charge_v = sheet.get("solar.controller_have_a"), sheet.get("storage.charge_v")
    if controller is None or solar.array_w is None:
        return  # an array that nobody chose gives nothing
    if string_v is not None:
        inputs = {"controller": controller, "array": array_w, "string": string_v}
        sheet.compute("solar.output_a", "min(controller, array ÷ string)", "A", "practice", **inputs)
    elif charge_v is not None:
        sheet.compute(
            "solar.output_a",
            "min(controller, array × efficiency ÷ charge_v)",
            "A",
            "practice",
            controller=controller,
            array=array_w,
            efficiency=sheet.assumption("controller_frac"),
            charge_v=charge_v,
        )


def day_of_the_array(sheet: Sheet, solar: Solar) -> None:
    """What the chosen array brings on a mean day, and where its controllers cap it. [Wh, A]

    ``solar.noon_a`` is its current at noon, in the sun there is: of the brightest month's bright days where the sun is worked
    out for places, of a mean day where it is typed. The day is taken as half a sine of twelve hours. (common practice)
    """
    if solar.array_w is None:
        return
    inputs = {
        "array": sheet.given("solar.have_w", solar.array_w, "W"),
        "sun": sheet["solar.peak_sun_hours"],
        "ratio": sheet["solar.performance_ratio"],
    }
    formula, pwm = "array × sun × ratio", sheet.get("solar.pwm_frac")
    if pwm is not None:
        formula, inputs["pwm"] = f"{formula} × pwm", pwm
    controller, charge_v = sheet.get("solar.controller_have_a"), sheet.get("storage.charge_v")
    if controller is not None and charge_v is not None:
        shape = sheet.constant("solar.day_shape", _half_sine(), "", "physics")
        noon = _noon(sheet, formula, inputs, charge_v, shape)
        if noon.number > controller.number:
            sheet.compute(
                "solar.have_wh_per_day",
                f"0.5 × sum(min(rated × charge_v, {formula} ÷ (0.5 × sum(shape)) × shape))",
                "Wh",
                "practice",
                rated=controller,
                charge_v=charge_v,
                shape=shape,
                **inputs,
            )
            return
    sheet.compute("solar.have_wh_per_day", formula, "Wh", "practice", **inputs)


def _half_sine() -> tuple[float, ...]:
    return tuple(math.sin(math.pi * (step + 0.5) / HALF_HOURS) for step in range(HALF_HOURS))


def _noon(sheet: Sheet, formula: str, inputs: dict[str, Figure], charge_v: Figure, shape: Figure) -> Figure:
    bright = [figure for month in MONTHS if (figure := sheet.get(f"solar.noon_w_per_w.{month}")) is not None]
    if bright:
        of_array: dict[str, Input] = {"array": inputs["array"], "months": bright, "charge_v": charge_v}
        factor = " × pwm" if "pwm" in inputs else ""
        if factor:
            of_array["pwm"] = inputs["pwm"]
        return sheet.compute("solar.noon_a", f"array × max(months){factor} ÷ charge_v", "A", "pvlib", **of_array)
    formula = f"{formula} ÷ (0.5 × sum(shape)) ÷ charge_v"
    return sheet.compute("solar.noon_a", formula, "A", "practice", **inputs, charge_v=charge_v, shape=shape)
