"""Facts that any installer would check the tool against. All common practice, no source."""

from __future__ import annotations

from typing import Any

import pytest
from builders import charging, load, report, value

from ryokan.core.evaluate import Report
from ryokan.core.formula import evaluate_formula
from ryokan.core.loads.line import read_line

# The bare arithmetic of the trade: no losses, no margin, no ageing.
BARE = {"margin_frac": 0, "distribution_frac": 1, "ageing_frac": 0}


def of_lines(*lines: str, **parts: Any) -> Report:
    rows = [read_line(line, system_v=12, mains_v=120).load for line in lines]
    assert None not in rows
    return report([row.model_dump() for row in rows if row is not None], **parts)


def lead(wh_per_day: float, dod: float = 0.5, days: int = 1, **more: float) -> Report:
    return report(
        [load(wh_per_day / 10, 10)],
        storage={"chemistry": "agm"},
        brief={"days_without_charge": days},
        assumptions={**BARE, "agm.dod_frac": dod, "agm.dod_daily_frac": dod, **more},
    )


def test_ten_lamps_of_three_watts_for_five_hours() -> None:
    lamps = of_lines("10 x lamp 3W 5h")

    assert value(lamps, "loads.peak_w") == 30
    assert value(lamps, "loads.peak_w") / 12 == 2.5
    assert value(lamps, "solar.bench.daily_ah_by_twelve") == 12.5


def test_laptop_of_fifty_watts_for_four_hours() -> None:
    assert value(of_lines("laptop 50 W 4 h"), "loads.wh_per_day") == 200


def test_833_wh_a_day_for_two_days_by_the_divide_by_twelve_rule() -> None:
    two_days = lead(833, days=2)

    assert value(two_days, "loads.wh_per_day") * 2 == pytest.approx(1666)
    assert value(two_days, "storage.need_ah_by_twelve") == pytest.approx(139, abs=0.5)
    assert value(two_days, "storage.need_ah") == pytest.approx(278, abs=0.5)
    assert -(-value(two_days, "storage.need_ah") // 100) == 3
    with_margin = value(lead(833, days=2, margin_frac=0.2), "storage.need_ah")
    assert with_margin == pytest.approx(333, abs=0.5)
    assert -(-with_margin // 100) == 4


def test_eleven_and_a_half_ac_amps_by_the_ten_times_shortcut() -> None:
    blender = of_lines("blender 11.5A 120V 1 min")

    assert value(blender, "loads.peak_w") == 1380
    assert value(blender, "loads.peak_w") / 12 == 115


def test_170_watts_at_twelve_volts() -> None:
    assert value(of_lines("fan 14.1667 A 12 V 1h"), "loads.peak_w") == pytest.approx(170, abs=0.01)


@pytest.mark.parametrize(("dod", "bank_ah"), [(0.5, 200), (0.2, 500)])
def test_hundred_ah_a_day_from_lead(dod: float, bank_ah: float) -> None:
    assert value(lead(1200, dod), "storage.need_ah") == pytest.approx(bank_ah)


@pytest.mark.parametrize(("daily_ah", "by_three_w"), [(100, 300), (120, 360)])
def test_panels_by_the_rules_of_the_bench(daily_ah: float, by_three_w: float) -> None:
    bench = report([load(daily_ah * 12 / 10, 10)])

    assert value(bench, "solar.bench.three_watts_per_ah_w") == pytest.approx(by_three_w)
    assert value(bench, "solar.bench.panels_of_120_w") == -(-daily_ah // 50)


@pytest.mark.parametrize(
    ("cutoff_v", "amps", "fuse_a", "conductor"), [(11.2, 200, 250, "awg:1/0"), (10.5, 213, 300, "awg:2/0")]
)
def test_two_kw_inverter_on_twelve_volts(cutoff_v: float, amps: float, fuse_a: float, conductor: str) -> None:
    inverter = report([], inverter={"cutoff_v": cutoff_v, "chosen": {"rated_w": 2000}})

    assert value(inverter, "inverter.dc_current_by_class_a") == pytest.approx(166.7, abs=0.1)
    assert value(inverter, "inverter.dc_current_by_class_a") * 1.25 == pytest.approx(208, abs=0.5)
    assert value(inverter, "inverter.dc_w_at_rating") == pytest.approx(2236)
    assert value(inverter, "inverter.heat_w") == pytest.approx(236)
    assert value(inverter, "inverter.dc_current_at_cutoff_a") == pytest.approx(amps, abs=0.5)
    assert value(inverter, "wiring.main.fuse_a") == fuse_a
    assert value(inverter, "wiring.main.conductor") == conductor


def test_one_cable_three_ampacities() -> None:
    # 1/0 in open air: 285 A with 105 °C insulation, 230 A on 75 °C terminals
    at = {t: evaluate_formula("lookup(ampacity_awg, s, t)", {"s": "awg:1/0", "t": t}) for t in (105.0, 75.0)}

    assert at == {105.0: 285, 75.0: 230}


def test_the_same_units_at_12_24_and_48_volts_hold_the_same_energy() -> None:
    energies = [
        value(report(storage={"system_v": volts, "bank": {"nominal_ah": ah}}), "storage.have_wh")
        for volts, ah in ((12, 400), (24, 200), (48, 100))
    ]

    assert energies == [pytest.approx(5120)] * 3


def test_a_fifteen_amp_outlet_gives_ninety_amps_of_charge_at_most() -> None:
    outlet = report(
        stays={"lot": {"hookup": "na_15"}},
        charging=charging(charger_a=100),
        assumptions={"charger_frac": 0.9, "charger_power_factor": 1},
    )

    assert value(outlet, "charging.shore.hookup_limit_a") == pytest.approx(90)
    assert value(outlet, "charging.shore.mains_a") == pytest.approx(13.3, abs=0.05)
    assert {finding.code for finding in outlet.findings} >= {"charging.hookup_too_small"}


def test_a_saturday_and_sunday_tool_counts_in_full_for_two_days_and_two_sevenths_for_the_sun() -> None:
    tool = report([load(700, 1, days_per_week=2)], brief={"days_without_charge": 2}, assumptions=BARE)

    assert value(tool, "loads.worst_run_wh") == pytest.approx(1400)
    assert value(tool, "loads.mean_wh_per_day_at_bank") == pytest.approx(200)
    assert value(
        report([load(700, 1, days_per_week=2)], brief={"days_without_charge": 9}, assumptions=BARE), "loads.worst_run_wh"
    ) == pytest.approx(2800)
