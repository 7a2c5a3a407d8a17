"""Amps into the bank and out of it: what is left between array and bank, and what loads draw."""

from __future__ import annotations

from ryokan.core.figure import Figure
from ryokan.core.readings.bounds import Bound, as_figure, bounds_of, judged, meter_off
from ryokan.core.readings.model import Reading
from ryokan.core.readings.moment import Moment
from ryokan.core.readings.told import Told, Why

SHUNT_SCALES = (2.0, 4.0, 5.0, 10.0, 1.5)  # amps and millivolts of usual shunts mixed up (common practice)
NEAR_TIMES = 0.08


def bank_amps(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    array_w = moment.value("array_watts")
    if array_w is None:
        return None
    read = as_figure(moment, id, reading, "read_a")
    volts = sheet.given(f"{base}.bus_v", moment.bus_v, "V")
    array = sheet.given(f"{base}.array_w", array_w, "W")
    drawn = sheet.compute(f"{base}.drawn_w", "array − read × volts", "W", array=array, read=read, volts=volts)
    figures = {"read": read.key, "array": array.key, "drawn": drawn.key}
    of_amps = sheet.assumption("meter_amps_frac").number * abs(reading.value) * moment.bus_v
    slack = 2 * (sheet.assumption("meter_watts_frac").number * array_w + of_amps)
    others = [one for one in moment.first.charged_by if one != "sun"]
    if drawn.number < -slack and not others:
        return Told(id, "more_in_than_the_array_gives", "off", figures, why=tuple(_shunt(moment, reading, array_w)))
    if moment.loads_on:
        return _besides(moment, id, figures, drawn, slack)
    return Told(id, "drawn_besides", "agrees", figures)


def _shunt(moment: Moment, reading: Reading, array_w: float) -> list[Why]:
    fair = array_w / moment.bus_v
    times = reading.value / fair if fair else 0.0
    near = next((one for one in SHUNT_SCALES if abs(times / one - 1) <= NEAR_TIMES), None)
    scale = (
        Why("shunt_scale_unknown", {"times": f"{times:.2g}"}) if near is None else Why("shunt_scale", {"times": f"{near:g}"})
    )
    return [scale, Why("another_source"), Why("controller_reads_low")]


def _besides(moment: Moment, id: str, figures: dict[str, str], drawn: Figure, slack: float) -> Told:
    """What is drawn besides the loads that were said to run."""
    sheet, base = moment.sheet, f"survey.reading.{id}"
    named = _named_w(moment, base)
    if named is None:
        return Told(id, "drawn_besides", "agrees", figures)
    figures = {**figures, "named": named.key}
    allowed = slack + sheet.assumption("draw_off_frac").number * named.number
    if drawn.number > named.number + allowed:
        return Told(id, "drawn_more_than_named", "off", figures, why=(Why("another_load"), Why("setting_above_plate")))
    if drawn.number < named.number - allowed:
        return Told(id, "drawn_less_than_named", "off", figures, why=(Why("thermostat"), Why("path_around_the_shunt")))
    return Told(id, "drawn_as_named", "agrees", figures)


def _named_w(moment: Moment, base: str) -> Figure | None:
    """What the loads that ran draw from the bank by the audit. [W]"""
    sheet = moment.sheet
    running = [sheet.get(f"loads.row.{id}.running_w") for id in moment.loads_on]
    used = [(sheet.get(f"loads.row.{id}.wh_at_bank"), sheet.get(f"loads.row.{id}.wh_per_day")) for id in moment.loads_on]
    if not running or any(one is None for one in running) or any(a is None or b is None or not b.number for a, b in used):
        return None
    return sheet.compute(
        f"{base}.named_w",
        "sum(running × at_bank ÷ used)",
        "W",
        running=[one for one in running if one is not None],
        at_bank=[a for a, _ in used if a is not None],
        used=[b for _, b in used if b is not None],
    )


def load_amps(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_a")
    named = _named_w(moment, base)
    if named is None:
        return Told(id, "loads_not_named", "says_nothing", {"read": read.key})
    volts = sheet.given(f"{base}.bus_v", moment.bus_v, "V")
    shared = {
        "named": named,
        "volts": volts,
        "off": meter_off(moment, id, reading),
        "differs": sheet.assumption("draw_off_frac"),
    }
    low: Bound = ("named ÷ volts × (1 − differs) × (1 − off)", {})
    high: Bound = ("named ÷ volts × (1 + differs) × (1 + off)", {})
    return judged(
        id,
        read,
        bounds_of(moment, id, "A", (low, high), shared),
        ("load_draws_less", "load_as_it_should_be", "load_draws_more"),
        below=(Why("thermostat"), Why("lower_setting"), Why("path_around_the_shunt")),
        above=(Why("another_load"), Why("setting_above_plate"), Why("shunt_scale_wrong")),
        words={"loads": ", ".join(moment.rig.loads[one].name for one in moment.loads_on)},
    )
