"""How long a set of loads runs from a charge, and how it comes back, against hand reckoning."""

from __future__ import annotations

from typing import Any

import pytest
from builders import charging, load, plain_array, rig

from ryokan.core.evaluate import evaluate
from ryokan.core.figure import Figure
from ryokan.core.storage.running import how_long

BARE = {"distribution_frac": 1, "ageing_frac": 0, "lfp.dod_frac": 0.8, "lfp.dod_daily_frac": 0.8}


def run(loads: list[dict[str, Any]], of: set[str], from_frac: float = 1.0, **parts: Any) -> dict[str, Figure]:
    one = rig(loads, storage={"bank": {"nominal_ah": 100}}, assumptions=BARE, **parts)
    return how_long(one, evaluate(one).figures, of, from_frac)


def test_a_bank_of_100_ah_runs_a_100_w_load_for_ten_hours_of_its_eighty_per_cent() -> None:
    """100 Ah × 12.8 V × 0.8 = 1 024 Wh; at 100 W that is 10.24 h. (arithmetic)"""
    figures = run([load(100, 5), load(500, 1)], {"l0"})

    assert figures["running.hours"].value == pytest.approx(10.24)
    both = run([load(100, 5), load(500, 1)], {"l0", "l1"})
    # 600 W are 46.9 A: more than the fifth of the amp-hours that the rating holds for. (100 ÷ (5 × 46.9))^0.03, Peukert 1897
    assert both["running.hours"].value == pytest.approx(1024 / 600 * (100 / (5 * 600 / 12.8)) ** 0.03)


def test_an_inverter_ends_a_run_where_the_sag_meets_its_cut_off() -> None:
    """1 500 W on 100 Ah of AGM: 162 W idle and losses, 12.0 V nominal, 4 mΩ; the rested cell at 10.5 V + sag is read off the curve."""
    kettle = load(1500, 1, feed="ac")
    one = rig(
        [kettle],
        storage={"chemistry": "agm", "bank": {"nominal_ah": 100}},
        inverter={"chosen": {"rated_w": 2000}, "cutoff_v": 11.5},
    )
    figures = how_long(one, evaluate(one).figures, ["l0"], 1.0)
    draw = 1.05 * 1500 + 0.06 * 1500**2 / 2000 + 16
    cell = (11.5 + draw / 12 * 0.004) / 6
    left = 0.25 * (cell - 1.95) / 0.05 if cell <= 2.0 else 0.25 + 0.25 * (cell - 2.0) / 0.05
    share = (100 / (20 * draw / 12)) ** 0.12

    assert figures["running.draw_w"].value == pytest.approx(draw)
    assert figures["running.hours"].value == pytest.approx(1200 * share * (1 - max(0.5, left)) / draw)


@pytest.mark.parametrize(("from_frac", "share"), [(1.0, 1.0), (0.6, 0.5), (0.2, 0.0), (0.1, 0.0)])
def test_from_less_charge_it_runs_shorter_down_to_the_depth(from_frac: float, share: float) -> None:
    assert run([load(100, 5)], {"l0"}, from_frac)["running.hours"].value == pytest.approx(10.24 * share)


def test_thermostats_count_by_their_mean_and_the_inverter_by_its_curve_and_its_own_draw() -> None:
    fridge = run([load(40, 24, duty_frac=0.5)], {"l0"})
    kettle = run([load(1000, 1, feed="ac")], {"l0"}, inverter={"chosen": {"rated_w": 2000, "idle_w": 20}})

    assert fridge["running.draw_w"].value == pytest.approx(20)
    assert kettle["running.draw_w"].value == pytest.approx(1.05 * 1000 + 0.06 * 1000**2 / 2000 + 20)


def test_it_comes_back_by_each_source_that_is_chosen() -> None:
    """1 024 Wh ÷ 0.95 from 40 A at 14.4 V, and from 400 W of array in 3 h of sun. (arithmetic)"""
    figures = run([load(100, 5)], {"l0"}, charging=charging(charger_a=40), solar=plain_array(400))
    taper = figures["assumptions.lfp.taper_h"].number
    ratio = figures["solar.performance_ratio"].number

    assert figures["running.shore_h"].value == pytest.approx(1024 / 0.95 / (40 * 14.4) + taper)
    assert figures["running.solar_days"].value == pytest.approx(1024 / 0.95 / (400 * 3 * ratio))
    assert "running.driving_h" not in figures


def test_nothing_named_has_no_hours() -> None:
    assert "running.hours" not in run([load(100, 5)], set())
    assert "running.hours" not in run([load(100, 5)], {"gone"})
