"""What has to hold for any rig."""

from __future__ import annotations

from typing import Any

import pytest
from builders import changed, load, loads, report, rig, rigs, value
from hypothesis import assume, given
from hypothesis import strategies as st

from ryokan.core.evaluate import evaluate
from ryokan.core.rig import Rig
from ryokan.core.wiring.conductors import stock_conductors


@given(loads, st.floats(0.1, 0.9))
def test_more_hours_never_need_less_bank(row: dict[str, Any], share: float) -> None:
    assume(row["draw"]["kind"] != "wh_per_day")
    fewer = {**row, "hours_per_day": row["hours_per_day"] * share}

    assert value(report([fewer]), "storage.need_wh") <= value(report([row]), "storage.need_wh") * (1 + 1e-9)


@given(st.floats(10, 2500), st.floats(10, 2500), st.floats(0.3, 20), st.sampled_from(["na_vehicle", "international"]))
def test_more_amps_never_take_a_smaller_conductor_or_fuse(one: float, other: float, length_m: float, pack: str) -> None:
    def outcome(watts: float) -> tuple[int, float]:
        figures = report(
            [load(watts, 1)], region={"code_pack": pack}, wiring={"main": {"one_way_length": f"{length_m:.2f} m"}}
        ).figures
        if "wiring.main.conductor" not in figures:
            return len(stock_conductors()), float("inf")
        return stock_conductors().index(str(figures["wiring.main.conductor"].value)), figures["wiring.main.fuse_a"].number

    small, large = outcome(min(one, other)), outcome(max(one, other))

    assert small[0] <= large[0]
    assert small[1] <= large[1]


@given(rigs)
def test_group_energies_sum_to_the_total(any_rig: Rig) -> None:
    figures = evaluate(any_rig).figures
    groups = [figure.number for key, figure in figures.items() if key.startswith("loads.group.")]

    assert sum(groups) == pytest.approx(value(evaluate(any_rig), "loads.wh_per_day_at_bank"))


@pytest.mark.thorough
@given(rigs)
def test_chosen_stock_keeps_the_bounds_it_was_chosen_for(any_rig: Rig) -> None:
    figures = evaluate(any_rig).figures
    assume("wiring.main.conductor" in figures)

    current, fuse = figures["wiring.main.design_current_a"].number, figures["wiring.main.fuse_a"].number
    assert 1.25 * current <= fuse * (1 + 1e-9)
    assert fuse <= figures["wiring.main.ampacity_a"].number * (1 + 1e-9)
    assert figures["wiring.main.drop_v"].number <= figures["wiring.main.allowed_drop_v"].number * (1 + 1e-9)


@pytest.mark.thorough
@given(rigs)
def test_series_or_volts_class_never_change_the_energy_needed(any_rig: Rig) -> None:
    needs = {
        round(value(evaluate(changed(any_rig, {"storage.system_v": volts})), "storage.need_wh"), 6) for volts in (12, 24, 48)
    }

    assert len(needs) == 1


@given(rigs)
def test_same_rig_same_report_and_file_round_trip(any_rig: Rig) -> None:
    again = Rig.model_validate_json(any_rig.model_dump_json())

    assert again == any_rig
    assert evaluate(again).figures == evaluate(any_rig).figures


def test_loads_of_one_group_never_together_count_once() -> None:
    rows = [
        load(800, 1, feed="ac", never_with="hot"),
        load(500, 1, feed="ac", never_with="hot", start_factor=3),
        load(100, 1, feed="ac"),
    ]

    figures = report(rows).figures

    assert figures["inverter.peak_w"].value == 900
    # 500 W starting at three times takes the place of the 800: 1500 + 100
    assert figures["inverter.worst_start_w"].value == 1600


def test_struck_load_is_left_out_of_every_figure() -> None:
    assert evaluate(rig([load(), load(300, 3, struck=True)])).figures == evaluate(rig([load()])).figures


def test_the_only_load_has_no_cost_in_nights() -> None:
    assert "loads.row.l0.nights" not in report().figures
    both = report([load(50, 10), load(50, 10)]).figures
    # Two equal loads: without one the bank lasts twice as long.
    assert both["loads.row.l0.nights"].number == pytest.approx(both["storage.days_without_charge"].number)
