"""Data tables and formulas against named standards and against physics. Figures of standards are from memory, unverified."""

from __future__ import annotations

import itertools
import math

import pytest
from builders import charging, load, report, value

from ryokan.core.data.assumptions import assumptions
from ryokan.core.data.provenance import sources
from ryokan.core.data.tables import tables

COPPER_OHM_MM2_PER_M = 0.017241  # IEC 60028, annealed copper at 20 °C
COPPER_PER_K = 0.00393  # IEC 60028
CMIL_MM2 = math.pi / 4 * 0.0254**2  # by definition: the area of a circle one thousandth of an inch across


def awg_number(size: str) -> int:
    label = size.removeprefix("awg:")
    return 1 - int(label[0]) if label.endswith("/0") else int(label)


@pytest.mark.parametrize("size", tables()["awg_copper"].rows)
def test_awg_area_follows_its_definition(size: str) -> None:
    # ASTM B258: diameter 0.005 in × 92^((36 − n) / 39)
    diameter_mm = 0.127 * 92 ** ((36 - awg_number(size)) / 39)

    table = tables()["awg_copper"]
    assert table.value(size, "area_mm2") == pytest.approx(math.pi / 4 * diameter_mm**2, rel=0.006)
    assert table.value(size, "circular_mils") * CMIL_MM2 == pytest.approx(table.value(size, "area_mm2"), rel=0.006)


@pytest.mark.parametrize("size", tables()["awg_copper"].rows)
def test_awg_resistance_is_that_of_copper_at_75_degrees_with_the_lay_of_strands(size: str) -> None:
    # NEC Chapter 9 Table 8 against IEC 60028; stranding adds 1 to 4 %
    table = tables()["awg_copper"]
    solid = COPPER_OHM_MM2_PER_M * (1 + COPPER_PER_K * 55) / table.value(size, "area_mm2") * 1000

    assert 1.0 <= table.value(size, "ohm_per_km_75c") / solid <= 1.05


@pytest.mark.parametrize("size", tables()["mm2_copper"].rows)
def test_metric_flexible_copper_is_never_better_than_its_nominal_area(size: str) -> None:
    # IEC 60228 class 5 allows up to a sixth more than the nominal area would have
    table = tables()["mm2_copper"]
    solid = COPPER_OHM_MM2_PER_M / table.value(size, "area_mm2") * 1000

    assert 1.08 <= table.value(size, "ohm_per_km_20c") / solid <= 1.19


# NEC Table 310.17, single copper conductors in free air, 75 °C column (memory): same conditions as the marine table's.
NEC_310_17_75C = {"6": 95, "4": 125, "2": 170, "1": 195, "1/0": 230, "2/0": 265, "3/0": 310, "4/0": 360}


@pytest.mark.parametrize(("label", "amps"), NEC_310_17_75C.items())
def test_marine_ampacity_agrees_with_the_electrical_code_in_free_air(label: str, amps: float) -> None:
    assert tables()["ampacity_awg"].value(f"awg:{label}", "a_at_75c") == amps


# ISO 13297 Table A.1 (memory), 105 °C column, spot rows
@pytest.mark.parametrize(
    ("size", "amps"), [("mm2:16", 130), ("mm2:35", 210), ("mm2:50", 270), ("mm2:70", 330), ("mm2:95", 390)]
)
def test_metric_ampacity_at_105_degrees(size: str, amps: float) -> None:
    assert tables()["ampacity_mm2"].value(size, "a_at_105c") == amps


@pytest.mark.parametrize("table", ["engine_factor_awg", "engine_factor_mm2"])
def test_engine_factors_follow_the_square_root_law_for_fifty_degrees(table: str) -> None:
    # Heat goes with the square of the current: factor = √((T − 50) / (T − 30))
    for label, (factor,) in tables()[table].rows.items():
        assert factor == pytest.approx(math.sqrt((float(label) - 50) / (float(label) - 30)), abs=0.01)


def test_ampacity_rises_with_size_and_temperature() -> None:
    for name in ("ampacity_awg", "ampacity_mm2"):
        rows = list(tables()[name].rows.values())
        assert all(list(row) == sorted(row) for row in rows)
        assert all(small[column] <= large[column] for small, large in itertools.pairwise(rows) for column in range(4))


def test_standard_fuse_ratings() -> None:
    # NEC 240.6(A), 15 to 1 200 A (memory)
    nec = "15 20 25 30 35 40 45 50 60 70 80 90 100 110 125 150 175 200 225 250 300 350 400 450 500 600 700 800 1000 1200"

    assert list(tables()["fuse_na"].rows) == nec.split()


def test_marine_voltage_drop_example() -> None:
    # ABYC E-11: 10 A, 20 ft there and back, 12 V, 3 % takes 5 972 circular mils (memory); its printed table gives 10 AWG.
    ten_amps = report(
        [load(120, 1)],
        inverter={"cutoff_v": 12},
        wiring={"main": {"one_way_length": "10 ft"}},
        assumptions={"distribution_frac": 1},
    )

    assert value(ten_amps, "wiring.main.design_current_a") == pytest.approx(10)
    assert value(ten_amps, "wiring.main.circular_mils_by_drop") == pytest.approx(5972, abs=1)
    assert value(ten_amps, "wiring.main.size_by_drop") == "awg:10"


def test_metric_drop_by_the_standards_own_resistance() -> None:
    # IEC 60228: 50 mm² class 5 has 0.386 Ω/km at 20 °C, times (234.5 + 75) / 254.5 when warm; 3 m there and back, 100 A.
    run = report(
        [load(1200, 1)],
        region={"code_pack": "international"},
        inverter={"cutoff_v": 12},
        wiring={"main": {"one_way_length": "1.5 m", "conductor": "mm2:50"}},
        assumptions={"distribution_frac": 1},
    )

    assert value(run, "wiring.main.drop_v") == pytest.approx(0.386 * 1.2161 * 3 / 1000 * 100, rel=1e-4)


def test_dcdc_charger_draws_more_than_it_gives() -> None:
    # Output 30 A at 14.4 V through 0.90 from 12.5 V draws 38.4 A: arithmetic of ISO 8854 practice
    assert value(report(charging=charging(30)), "charging.dcdc.input_a") == pytest.approx(38.4)


@pytest.mark.parametrize(("hookup", "watts"), [("na_15", 1440), ("na_20", 1920), ("na_30", 2880)])
def test_continuous_draw_of_a_hookup(hookup: str, watts: float) -> None:
    # NEC 551.42 with 210.20: 80 % of the breaker (memory)
    amps = value(report(stays={"lot": {"hookup": hookup}}), "charging.shore.hookup_continuous_a")

    assert amps * 120 == watts


def test_ieee_1013_steps_on_an_example_worked_by_hand() -> None:
    # IEEE 1013 (memory): 100 Ah/day, 5 days, 80 % at the end, 20 % a day, 80 % at end of life; 0 °C leaves 0.80.
    #   500 / 0.80 = 625;  100 / 0.20 = 500;  500 / (1 − 0.20) = 625;  625 / 0.80 = 781.25 Ah
    bank = report(
        [load(120, 10)],
        brief={"days_without_charge": 5},
        storage={"chemistry": "flooded", "bay": "outside", "bay_c": 0},
        assumptions={"margin_frac": 0, "distribution_frac": 1, "flooded.dod_frac": 0.8, "flooded.dod_daily_frac": 0.2},
    )

    assert value(bank, "storage.need_ah") == pytest.approx(781.25)


def test_pv_losses_taken_over_from_pvwatts() -> None:
    # NREL PVWatts version 5 manual (memory): wiring 2 %, mismatch 2 %, shading 3 %
    ours = assumptions()

    assert [ours[name].value for name in ("pv_wiring_frac", "mismatch_frac", "shade_frac")] == [0.98, 0.98, 0.97]
    assert all(sources()[ours[name].source].from_memory for name in ("pv_wiring_frac", "mismatch_frac", "shade_frac"))
