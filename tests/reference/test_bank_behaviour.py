"""Peukert, fault current, life and cost of a bank against hand reckoning and published forms."""

from __future__ import annotations

from typing import Any

import pytest
from builders import load, report, value

from ryokan.core.evaluate import Report
from ryokan.core.formula import evaluate_formula

BLOCK = {"kind": "battery", "name": "block", "chemistry": "agm", "nominal_v": 12, "capacity_ah": 100}


def bank(units: dict[str, Any] | None = None, watts: float = 100, **part: Any) -> Report:
    own = {"b": {"part": {**BLOCK, **part}, "standing": "bought"}}
    storage = {"chemistry": part.get("chemistry", "agm"), "bank": {"units": {"part": "own:b", **(units or {})}}}
    return report([load(watts, 5)], own_parts=own, storage=storage)


PEUKERT = "min(1, (amp_hours ÷ (over × current))^(exponent − 1))"


@pytest.mark.parametrize(
    ("capacity_ah", "over_h", "exponent", "current_a", "delivered_ah"),
    [(100, 20, 1.25, 20, 70.711), (100, 20, 1.1, 20, 87.055), (100, 20, 1.25, 5, 100), (200, 20, 1.15, 100, 141.589)],
)
def test_peukerts_law_in_its_general_form(
    capacity_ah: float, over_h: float, exponent: float, current_a: float, delivered_ah: float
) -> None:
    """t = H (C ÷ (I H))^n, W. Peukert 1897 in the form for any rated time; amp-hours are I × t, worked out by calculator."""
    share = evaluate_formula(PEUKERT, {"amp_hours": capacity_ah, "over": over_h, "current": current_a, "exponent": exponent})

    assert share == pytest.approx(delivered_ah / capacity_ah, abs=1e-5)
    shown = bank(watts=240).figures["storage.capacity_at_peak_frac"]
    assert shown.formula == PEUKERT  # what the report runs


def test_capacity_is_never_above_rated() -> None:
    """Below the rated current the law would give more than was paid for: 2 A from 100 Ah over 20 h. (common practice: clamp)"""
    assert value(bank(watts=10), "storage.capacity_at_peak_frac") == 1


def test_fault_current_of_strings_adds_and_series_does_not_change_it() -> None:
    """12.85 V over 4 mΩ is 3 212 A for 100 Ah of AGM (typical data sheets, from memory); strings add, series keeps it."""
    one = value(bank(resistance_ohm=0.004), "storage.fault_current_a")
    two = value(bank({"parallel": 2}, resistance_ohm=0.004), "storage.fault_current_a")
    by_chemistry = value(bank(), "storage.fault_current_a")

    assert one == pytest.approx(3212, rel=0.002)
    assert two == pytest.approx(2 * one)
    assert by_chemistry == pytest.approx(one, rel=1e-9)
    half = value(report(storage={"chemistry": "agm", "system_v": 12, "bank": {"nominal_ah": 100}}), "storage.fault_current_a")
    in_series = report(storage={"chemistry": "agm", "system_v": 24, "bank": {"nominal_ah": 100}})
    assert value(in_series, "storage.fault_current_a") == pytest.approx(half)


def test_the_same_units_at_three_classes() -> None:
    """400 Ah at 12 V are 200 at 24 and 100 at 48: arithmetic. The amps go the same way."""
    rig = report([load(1000, 1, feed="ac")])

    need = [value(rig, f"storage.class.{volts}.need_ah") for volts in (12, 24, 48)]
    amps = [value(rig, f"storage.class.{volts}.current_a") for volts in (12, 24, 48)]
    assert [value(rig, f"storage.class.{volts}.copper_frac") for volts in (12, 24, 48)] == [1, 1 / 4, 1 / 16]
    assert [one / need[0] for one in need] == pytest.approx([1, 1 / 2, 1 / 4])
    assert [one / amps[0] for one in amps] == pytest.approx([1, 1 / 2, 1 / 4])


def test_ninety_three_amp_hours_a_day_by_three_to_one() -> None:
    """93 Ah a day: 280 Ah of bank by the ratio rule. (common practice)"""
    day = report([load(93 * 12.8 / 10, 10)], assumptions={"distribution_frac": 1})

    assert value(day, "storage.need_ah_by_three") == pytest.approx(280, abs=1.5)


def test_cost_of_a_kilowatt_hour_by_hand() -> None:
    """480 Wh a day from 100 Ah × 12 V of AGM at 190 EUR: usable 600 Wh at 50 %, so 292 cycles a year; 500 of them last
    1.71 years; six years take four banks, 760 EUR for 480 × 365 × 6 ÷ 1000 = 1 051 kWh. On the road 30 kg take
    0.3 × 80 × 0.4 l × 1.70 = 16.32 EUR a year more. (arithmetic)"""
    part = {**BLOCK, "cycles": 500, "price": {"amount": "190", "currency": "EUR"}}

    def of(vehicle: str) -> Report:
        return report(
            [load(96, 5)],
            vehicle={"kind": vehicle},
            own_parts={"b": {"part": {**part, "mass_kg": 30}, "standing": "bought"}},
            storage={"chemistry": "agm", "bank": {"units": {"part": "own:b"}}},
            assumptions={"distribution_frac": 1, "ageing_frac": 0},
        )

    figures = of("sailing boat")

    assert value(figures, "storage.life_years") == pytest.approx(500 / 292)
    assert value(figures, "storage.cost_per_kwh_6y") == pytest.approx(760 / 1051.2)
    assert figures.figures["storage.cost_per_kwh_10y"].unit == "EUR/kWh"
    assert value(of("trailer"), "storage.cost_per_kwh_6y") == pytest.approx((760 + 6 * 16.32) / 1051.2)


def test_days_spread_by_use_and_nothing_is_stranded_above_the_cut_off() -> None:
    """Use of 5 to 20 h where 10 is typical: half the days, and twice. (arithmetic)"""
    spread = report([load(50, 10, low_factor=0.5, high_factor=2)], storage={"bank": {"nominal_ah": 200}})
    days = value(spread, "storage.days_without_charge")

    assert value(spread, "storage.days_without_charge.low") == pytest.approx(days / 2)
    assert value(spread, "storage.days_without_charge.high") == pytest.approx(days * 2)
    assert value(spread, "storage.stranded_wh") == 0
    lead = report([load(50, 10)], storage={"chemistry": "flooded", "bank": {"nominal_ah": 200}}, inverter={"cutoff_v": 12.24})
    assert value(lead, "storage.charge_at_cutoff_frac") == pytest.approx(0.5, abs=0.1)  # 12.24 V rested, from memory of BCI
