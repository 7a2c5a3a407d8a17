"""Volts, percent and amp-hours of the bank: what charge they stand for, and what a gauge must have been set to."""

from __future__ import annotations

from typing import get_args

from ryokan.core.data.assumptions import curves
from ryokan.core.figure import Figure
from ryokan.core.readings.bounds import as_figure, meter_off
from ryokan.core.readings.model import Reading
from ryokan.core.readings.moment import FLOATS_AT_C, HELD_AT, Moment
from ryokan.core.readings.told import Told, Verdict, Why
from ryokan.core.storage.model import LITHIUM, Chemistry
from ryokan.core.storage.need import cells_per_12v

LEAD: tuple[Chemistry, ...] = ("agm", "gel", "flooded", "sealed_wet")
# Share of its class within which a bank may stand, deeply empty and equalised (common practice).
LOWEST_OF_CLASS, HIGHEST_OF_CLASS = 0.75, 1.4
NEAR_SCALE = 0.08  # share of the charge within which a gauge's percent is that of another scale (common practice)


def volts(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, storage = moment.sheet, moment.rig.storage
    read = as_figure(moment, id, reading, "read_v")
    figures = {"read": read.key}
    known = storage.bank is not None and sheet.get("storage.system_v") is not None
    if known and not LOWEST_OF_CLASS <= reading.value / storage.system_v <= HIGHEST_OF_CLASS:
        return Told(id, "volts_of_another_class", "off", {**figures, "class_v": sheet["storage.system_v"].key})
    state = moment.state(reading)
    if state == "charging":
        charge_v, amps, bank = sheet.get("storage.charge_v"), moment.value("bank_amps"), sheet.get("storage.have_ah")
        at_its_volts = charge_v is not None and reading.value >= HELD_AT * charge_v.number
        if charge_v is not None and bank is not None and at_its_volts and (amps or 0) > FLOATS_AT_C * bank.number:
            into = sheet.given(f"survey.reading.{id}.into_bank_a", amps or 0.0, "A")
            return Told(id, "charging_at_the_limit", "agrees", {**figures, "charge_v": charge_v.key, "amps": into.key})
        if charge_v is not None and moment.nearly_full:
            return Told(id, "held_at_charge_volts", "agrees", {**figures, "charge_v": charge_v.key})
        return Told(id, "volts_while_charging", "says_nothing", figures)
    if state == "loaded":
        return Told(id, "volts_under_load", "says_nothing", figures)
    if state is None:
        return Told(id, "volts_of_no_known_state", "says_nothing", figures)
    band = _rested(moment, id, reading, read)
    if band is None:
        return Told(id, "bank_not_known", "open", figures)
    beyond = _beyond_the_curve(moment, id)
    if beyond is not None:
        why = () if beyond == "not_rested_yet" else (Why("one_unit_fails"), Why("deeply_empty"))
        return Told(id, beyond, "says_nothing" if beyond == "not_rested_yet" else "off", figures, why=why)
    low, high = band
    return Told(id, "volts_at_rest", "agrees", {**figures, "low": low.key, "high": high.key})


def _rested(moment: Moment, id: str, reading: Reading, read: Figure) -> tuple[Figure, Figure] | None:
    """The charge that rested volts stand for, as far as the meter tells it. [–]"""
    sheet, storage = moment.sheet, moment.rig.storage
    if storage.bank is None or not storage.cells_known or sheet.get("storage.system_v") is None:
        return None
    base = f"survey.reading.{id}"
    known = sheet.get(f"{base}.charge_low_frac"), sheet.get(f"{base}.charge_high_frac")
    if known[0] is not None and known[1] is not None:
        return known[0], known[1]
    inputs = {"read": read, "off": meter_off(moment, id, reading), "of": sheet["storage.system_v"]}
    inputs |= {"cells": cells_per_12v(sheet, storage)}
    curve = f"{storage.chemistry}.charge_by_rest_v"
    ends = [volts for volts, _ in sheet.curve_points(curve)]
    inputs |= {"empty": sheet.constant(f"{base}.empty_cell_v", ends[0], "V", curves()[curve].source)}
    inputs |= {"full": sheet.constant(f"{base}.full_cell_v", ends[-1], "V", curves()[curve].source)}
    formula = "max(empty, min(full, read × (1 {} off) ÷ (of ÷ 12 × cells)))"
    low_v = sheet.compute(f"{base}.cell_low_v", formula.format("−"), "V", **inputs)
    high_v = sheet.compute(f"{base}.cell_high_v", formula.format("+"), "V", **inputs)
    return sheet.curve(f"{base}.charge_low_frac", curve, low_v), sheet.curve(f"{base}.charge_high_frac", curve, high_v)


def _beyond_the_curve(moment: Moment, id: str) -> str | None:
    """Rested volts that no charge of the bank shows; None where some does."""
    low, high, empty, full = (
        moment.sheet[f"survey.reading.{id}.{name}"].number
        for name in ("cell_low_v", "cell_high_v", "empty_cell_v", "full_cell_v")
    )
    return "not_rested_yet" if low >= full else "below_empty" if high <= empty else None


def percent(moment: Moment, id: str, reading: Reading) -> Told:
    read = moment.sheet.given(f"survey.reading.{id}.read_percent", reading.value, "%")
    figures = {"read": read.key}
    rested = next(((other, one) for other, one in moment.of("volts") if moment.state(one) == "resting"), None)
    if rested is None:
        return Told(id, "gauge_alone", "says_nothing", figures)
    volts = as_figure(moment, *rested, "read_v")
    band = _rested(moment, *rested, volts)
    if band is None:
        return Told(id, "bank_not_known", "open", figures)
    low, high = band
    slack = moment.sheet.assumption("gauge_off_frac").number
    figures = {**figures, "low": low.key, "high": high.key, "volts": volts.key}
    share = reading.value / 100
    if low.number - slack <= share <= high.number + slack:
        return Told(id, "gauge_agrees", "agrees", figures)
    return Told(id, "gauge_off", "off", figures, why=tuple(_scales(moment, volts, share, above=share > high.number)))


def _scales(moment: Moment, volts: Figure, share: float, *, above: bool) -> list[Why]:
    """Which scale a gauge must have been set to, that shows such a percent at such volts."""
    sheet, storage = moment.sheet, moment.rig.storage
    fits: list[Chemistry] = []
    for kind in get_args(Chemistry):
        if kind in ("custom", "nmc", storage.chemistry):
            continue
        cells = sheet.assumption(f"{kind}.cells_per_12v").number * storage.system_v / 12
        points = sheet.curve_points(f"{kind}.charge_by_rest_v")
        if abs(_between(points, volts.number / cells) - share) <= NEAR_SCALE:
            fits.append(kind)
    why: list[Why] = []
    if storage.chemistry in LITHIUM and any(kind in LEAD for kind in fits):
        why.append(Why("scale_of_lead"))
    elif "lfp" in fits:
        why.append(Why("scale_of_lithium"))
    drifted = ("gauge_not_reset", "gauge_capacity_large") if above else ("gauge_never_full", "gauge_capacity_small")
    why += [Why(code) for code in drifted]
    return [*why, Why("not_rested")]


def _between(points: tuple[tuple[float, float], ...], x: float) -> float:
    from numpy import interp

    return float(interp(x, [one[0] for one in points], [one[1] for one in points]))


def capacity(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_ah")
    rated = sheet.get("storage.have_ah")
    if rated is None:
        return Told(id, "bank_not_known", "open", {"read": read.key})
    share = sheet.compute(f"{base}.holds_frac", "read ÷ rated", "", read=read, rated=rated)
    figures: dict[str, str] = {"read": read.key, "rated": rated.key, "share": share.key}
    verdict: Verdict = "agrees" if share.number >= sheet.assumption("worn_out_frac").number else "off"
    why = () if verdict == "agrees" else (Why("worn_out"), Why("not_full_at_first"), Why("one_unit_fails"))
    return Told(id, "holds_its_rating" if verdict == "agrees" else "holds_less", verdict, figures, why=why)


def missing(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet = moment.sheet
    read = as_figure(moment, id, reading, "read_ah")
    bank = sheet.get("storage.have_ah")
    if bank is not None and reading.value > bank.number * 1.02:
        why = (Why("gauge_never_full"), Why("shunt_scale_wrong"))
        return Told(id, "more_missing_than_it_holds", "off", {"read": read.key, "bank": bank.key}, why=why)
    return None
