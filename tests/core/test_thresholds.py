"""From where on rules speak: each edge has a case just under and just over it, so that none can be moved unnoticed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from builders import changed
from test_findings import BOAT, CHARGER, CLINIC, FOUR, OLD_BANK, WAY, strings

from ryokan.core.climate.grid import sky
from ryokan.core.data.assumptions import assumptions, thresholds
from ryokan.core.evaluate import evaluate
from ryokan.core.figure import Figure
from ryokan.core.rig import Rig
from ryokan.core.trial.findings import with_trial

Changes = dict[str, Any]


def edge(id: str) -> float:
    """What an edge is, written anew here: the data file has to agree. (common practice; EN 62485-2 from memory)"""
    return {
        "age_to_measure_frac": 0.5, "seasons_turn_deg": 10, "far_from_data_km": 300, "stranded_bank_frac": 0.05,
        "usual_parallel": 4, "diagonal_parallel": 3, "hottest_lithium_c": 45, "hottest_lead_c": 40,
        "coldest_freezing_c": -10, "coldest_cold_c": 0, "coldest_mild_c": 10, "coldest_hot_c": 20, "strapped_up_to_kg": 30,
        "largest_inverter_on_12v_w": 3000, "largest_inverter_on_24v_w": 5000, "same_mains_frac": 0.1,
        "pre_charge_from_w": 3000, "pre_charge_from_v": 48, "far_on_12v_m": 1.5, "far_on_24v_m": 3, "far_on_48v_m": 6,
        "quiet_fan_db": 30, "gas_air_m3_per_ah": 0.05, "vent_cm2_h_per_m3": 28,
        "believed_off_frac": 0.3, "capacity_at_peak_least_frac": 0.8, "pv_volts_in_hand_frac": 0.05, "pv_touch_v": 60,
        "dcdc_least_v_per_12v": 11.5, "cord_drop_most_frac": 0.05, "generator_least_load_frac": 0.2, "float_room_v_per_12v": 0.2, "settings_apart_v_per_12v": 0.3,
        "main_breaker_way_m": 3, "unlike_loss_frac": 0.05, "pwm_least_frac": 0.6, "critical_dark_frac": 0.01, "dark_often_frac": 0.1, "dark_seldom_frac": 0.01,
    }[id]  # fmt: skip


def searched(make: Callable[[float], Changes], key: str, target: float, low: float, high: float, over: str = "") -> Changes:
    """The changes at which a figure, or its share of another, comes to a target: it grows from low to high."""

    def measure(x: float) -> float:
        figures = evaluate(changed(CLINIC, make(x))).figures
        return figures[key].number / (figures[over].number if over else 1)

    assert measure(low) < target < measure(high)
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (middle, high) if measure(middle) < target else (low, middle)
    return make(high)


def at_sea(lat_deg: float, lon_deg: float, away_km: float) -> Changes:
    """A stay so far from the nearest known sun."""
    assert sky(lat_deg, lon_deg).away_km == pytest.approx(away_km, abs=0.1)
    return {"solar.sun_from": "places", "stays.depot.lat_deg": lat_deg, "stays.depot.lon_deg": lon_deg, "stays.valley.hookup": "na_30", "stays.depot.hookup": "none", "brief.hemisphere": "north" if lat_deg > 0 else "south"}  # fmt: skip


def outside(ambient: str, bay_c: float) -> Changes:
    stays = {f"stays.{id}.ambient": ambient for id in ("depot", "valley")}
    return {"storage.bay": "outside", "storage.bay_c": bay_c, **stays}


def parallel(count: int, **more: Any) -> Changes:
    return {"storage.bank": {"units": {"part": "own:sized", "series": 2, "parallel": count}}, **more}


def inverter(rated_w: float, system_v: int) -> Changes:
    return {"storage.bank": None, "storage.system_v": system_v, "inverter.chosen.rated_w": rated_w}


def length(metres: float, system_v: int) -> Changes:
    return {"storage.system_v": system_v, "storage.bank": None, "wiring.main.one_way_length": f"{metres} m"}


def part(**members: Any) -> Changes:
    own = {"kind": "inverter", "name": "new", "rated_w": 2000, "battery_v": 24, **members}
    return {"inverter.chosen": {"part": "own:new"}, "own_parts.new": {"part": own, "standing": "bought"}}


def vented(cm2: float) -> Changes:
    """A sealed bank of 200 Ah at 24 V: 0.05 × 12 cells × 8 mA/Ah × 200 Ah ÷ 1000 = 0.96 m³/h, and 28 × 0.96 = 26.88 cm²."""
    return {"storage.chemistry": "agm", "storage.bay": "vented_enclosure", "storage.bank": {"nominal_ah": 200}, "storage.vent_cm2": cm2}  # fmt: skip


def series_of(*panels: str, controller: Changes | None = None, **sun: float) -> Changes:
    """One string on one controller, the panel of 60 cells with members of its own."""
    return {
        **strings([*panels], controller=controller or {}),
        **{f"own_parts.sun.part.{name}": value for name, value in sun.items()},
    }


def cord(metres: float) -> Changes:
    return {"charging.inlet.cord_length": f"{metres} m", "charging.inlet.cord_conductor": "mm2:2.5"}


def generator(rated_w: float) -> Changes:
    return {"charging.generators": {"g": {"rated_w": rated_w}}, f"{CHARGER}.output_a": 10, "solar.record_high_c": 20}


# 4 × 40 V × (1 + 0.003 × 35) = 176.8 V, which is 0.95 of 186.1 V.
UNFILLED = {"inverter.pre_charge": "none"}
LIFE = assumptions()["agm.calendar_years"].value
FOOT_M = 0.3048  # the international foot; the trade says 5 ft for 1.5 m, 10 ft for 3 m, 20 ft for 6 m
PEUKERT = (lambda ah: {"storage.chemistry": "agm", "storage.bank": {"nominal_ah": ah}}, "storage.capacity_at_peak_frac")
STRANDED = (lambda v: {"inverter.cutoff_v": v}, "storage.stranded_wh")
STRAPPED = (lambda ah: {"storage.restraint": "straps", "storage.bank": {"nominal_ah": ah}}, "storage.mass_kg")

# Edge -> rule, what keeps it by a hair, what breaks it by a hair.
CASES: dict[str, tuple[str, Callable[[], Changes], Callable[[], Changes]]] = {
    "age_to_measure_frac": ("survey.capacity_not_measured", lambda: {"survey.items": {"old": {**OLD_BANK, "fate": "stays", "age_years": LIFE * 0.495}}}, lambda: {"survey.items": {"old": {**OLD_BANK, "fate": "stays", "age_years": LIFE * 0.505}}}),
    "seasons_turn_deg": ("brief.hemisphere_unlike_places", lambda: {"stays.depot.lat_deg": -9.9, "stays.depot.lon_deg": 5}, lambda: {"stays.depot.lat_deg": -10.1, "stays.depot.lon_deg": 5}),
    "far_from_data_km": ("solar.place_far_from_data", lambda: at_sea(-35, -78, 293.4), lambda: at_sea(31, -18, 308.2)),
    "stranded_bank_frac": ("storage.energy_stranded", lambda: searched(*STRANDED, 0.0495, 24.5, 26.5, over="storage.bank_wh"), lambda: searched(*STRANDED, 0.0505, 24.5, 26.5, over="storage.bank_wh")),
    "usual_parallel": ("storage.many_in_parallel", lambda: parallel(4), lambda: parallel(5)),
    "diagonal_parallel": ("storage.side_take_off", lambda: parallel(3, **{"storage.take_off": "diagonal"}), lambda: parallel(4, **{"storage.take_off": "diagonal"})),
    "hottest_lithium_c": ("storage.bay_too_hot", lambda: {"storage.bay_hot_c": 44.9}, lambda: {"storage.bay_hot_c": 45.1}),
    "hottest_lead_c": ("storage.bay_too_hot", lambda: {"storage.chemistry": "agm", "storage.bay_hot_c": 39.9}, lambda: {"storage.chemistry": "agm", "storage.bay_hot_c": 40.1}),
    "coldest_freezing_c": ("storage.bay_colder_than_typed", lambda: outside("freezing", -10.1), lambda: outside("freezing", -9.9)),
    "coldest_cold_c": ("storage.bay_colder_than_typed", lambda: outside("cold", -0.1), lambda: outside("cold", 0.1)),
    "coldest_mild_c": ("storage.bay_colder_than_typed", lambda: outside("mild", 9.9), lambda: outside("mild", 10.1)),
    "coldest_hot_c": ("storage.bay_colder_than_typed", lambda: outside("hot", 19.9), lambda: outside("hot", 20.1)),
    "strapped_up_to_kg": ("storage.straps_alone", lambda: searched(*STRAPPED, 29.7, 50, 400), lambda: searched(*STRAPPED, 30.3, 50, 400)),
    "largest_inverter_on_12v_w": ("inverter.volts_class_low", lambda: inverter(3000, 12), lambda: inverter(3010, 12)),
    "largest_inverter_on_24v_w": ("inverter.volts_class_low", lambda: inverter(5000, 24), lambda: inverter(5010, 24)),
    "same_mains_frac": ("inverter.other_mains", lambda: {"region.mains_v": 100, **part(mains_v=110)}, lambda: {"region.mains_v": 100, **part(mains_v=120)}),
    "pre_charge_from_w": ("inverter.pre_charge_missing", lambda: {"inverter.chosen.rated_w": 2990, **UNFILLED}, lambda: {"inverter.chosen.rated_w": 3000, **UNFILLED}),
    "pre_charge_from_v": ("inverter.pre_charge_missing", lambda: {"storage.system_v": 24, **UNFILLED}, lambda: {"storage.system_v": 48, **UNFILLED}),
    "far_on_12v_m": ("inverter.far_from_bank", lambda: length(5 * FOOT_M, 12), lambda: length(1.53, 12)),
    "far_on_24v_m": ("inverter.far_from_bank", lambda: length(10 * FOOT_M, 24), lambda: length(3.05, 24)),
    "far_on_48v_m": ("inverter.far_from_bank", lambda: length(20 * FOOT_M, 48), lambda: length(6.1, 48)),
    "quiet_fan_db": ("inverter.near_a_bed", lambda: {**part(noise_db=29.9), "space.compartments.rack.near_bed": True}, lambda: {**part(noise_db=30.1), "space.compartments.rack.near_bed": True}),
    "gas_air_m3_per_ah": ("storage.vent_too_small", lambda: vented(26.9), lambda: vented(26.8)),
    "vent_cm2_h_per_m3": ("storage.vent_too_small", lambda: vented(26.9), lambda: vented(26.8)),
    "believed_off_frac": ("brief.believed_bank_off", lambda: {"storage.bank.nominal_ah": 400, "brief.believed_bank_ah": 519}, lambda: {"storage.bank.nominal_ah": 400, "brief.believed_bank_ah": 521}),
    "capacity_at_peak_least_frac": ("storage.discharge_over_rate", lambda: searched(*PEUKERT, 0.801, 50, 2000), lambda: searched(*PEUKERT, 0.799, 50, 2000)),
    "pv_volts_in_hand_frac": ("solar.volts_near_controller", lambda: series_of(*FOUR, controller={"most_v": 186.2}), lambda: series_of(*FOUR, controller={"most_v": 186.0})),
    "pv_touch_v": ("solar.above_touch_volts", lambda: {**series_of("sun", voc_v=59.9), "solar.record_low_c": 25}, lambda: {**series_of("sun", voc_v=60.1), "solar.record_low_c": 25}),
    # (9.375 − x) ÷ (9.375 + x) = 0.05 at 8.482 A of the same volts.
    "unlike_loss_frac": ("solar.unlike_in_series", lambda: {**series_of("sun", "weak"), "own_parts.weak.part.vmp_v": 32, "own_parts.weak.part.imp_a": 8.50, "own_parts.weak.part.isc_a": 9, "own_parts.weak.part.voc_v": 40}, lambda: {**series_of("sun", "weak"), "own_parts.weak.part.vmp_v": 32, "own_parts.weak.part.imp_a": 8.46, "own_parts.weak.part.isc_a": 9, "own_parts.weak.part.voc_v": 40}),
    "dcdc_least_v_per_12v": ("charging.cable_drops", lambda: {f"{WAY}.far_end_v": 11.51}, lambda: {f"{WAY}.far_end_v": 11.49}),
    # 10 A at 28.8 V through 0.9 are 320 W: a fifth of 1 600 W.
    "generator_least_load_frac": ("charging.generator_hardly_loaded", lambda: generator(1599), lambda: generator(1601)),
    # A cell of 3.375 V eight times is 27.0 V, and 0.2 V for each 12 V on top.
    "float_room_v_per_12v": ("charging.held_full", lambda: {f"{CHARGER}.float_v": 27.39}, lambda: {f"{CHARGER}.float_v": 27.41}),
    "settings_apart_v_per_12v": ("charging.settings_apart", lambda: {f"{CHARGER}.stops_at_v": 28.0, f"{WAY}.stops_at_v": 28.59}, lambda: {f"{CHARGER}.stops_at_v": 28.0, f"{WAY}.stops_at_v": 28.61}),
    # 2 × 22.32 m × 7.98 mΩ/m × 16.842 A ÷ 120 V is 0.05.
    "cord_drop_most_frac": ("charging.cord_drops", lambda: cord(22.3), lambda: cord(22.4)),
    "main_breaker_way_m": ("ac.main_far", lambda: {"ac.main_way": "10 ft", **BOAT}, lambda: {"ac.main_way": "3.06 m", **BOAT}),
    "pwm_least_frac": ("solar.pwm_wastes", lambda: series_of("sun", controller={"method": "pwm"}, voc_v=52, vmp_v=42.5), lambda: series_of("sun", controller={"method": "pwm"}, voc_v=52, vmp_v=42.8)),
}  # fmt: skip


def speaks(of: Rig, code: str) -> bool:
    return any(finding.code == code for finding in evaluate(of).findings)


@pytest.mark.parametrize("id", CASES)
def test_a_rule_is_silent_just_under_its_edge_and_speaks_just_over_it(id: str) -> None:
    code, under, over = CASES[id]
    assert not speaks(changed(CLINIC, under()), code)
    assert speaks(changed(CLINIC, over()), code)


@pytest.mark.parametrize(
    "id", sorted(set(CASES) - {"usual_parallel", "diagonal_parallel", "pre_charge_from_v", "same_mains_frac"})
)
def test_an_edge_that_was_typed_for_the_rig_goes_before_ours(id: str) -> None:
    """Of whole numbers and classes no other edge lies between."""
    code, under, over = CASES[id]
    known, moved = assumptions()[id], edge(id)
    lower, higher = max(known.min, moved - max(abs(moved), 1) * 0.2), min(known.max, moved + max(abs(moved), 1) * 0.2)
    said = [speaks(changed(CLINIC, {**case(), "assumptions": {id: value}}), code) for case in (under, over) for value in (lower, higher)]  # fmt: skip
    assert sorted(said[:2]) == sorted(said[2:]) == [False, True]


# Edges of a trial: the share of a stay's nights that is told, and the rule that tells it.
OF_A_TRIAL = {
    "critical_dark_frac": ("must_dark_frac", "trial.critical_goes_dark"),
    "dark_often_frac": ("dark_frac", "trial.goes_dark"),
    "dark_seldom_frac": ("dark_frac", "trial.goes_dark_now_and_then"),
}


@pytest.mark.parametrize("id", OF_A_TRIAL)
def test_a_trial_is_told_just_over_the_edge_and_not_just_under_it(id: str) -> None:
    report = evaluate(CLINIC)

    def told(share: float) -> bool:
        shares = {
            "trial.has_source": 1.0,
            "trial.dark_frac": 0.0,
            "trial.stay.valley.is_open": 0.0,
            "trial.years": 50.0,
            "trial.stay.valley.dark_frac": 0.0,
            "trial.stay.valley.must_dark_frac": 0.0,
        }
        shares[f"trial.stay.valley.{OF_A_TRIAL[id][0]}"] = share
        figures = {key: Figure(key, "simulated", value, "", "trial_run") for key, value in shares.items()}
        return OF_A_TRIAL[id][1] in {one.code for one in with_trial(report, figures).findings}

    assert not told(edge(id) * 0.999)
    assert told(edge(id) * 1.001)


def test_every_edge_has_its_case_its_source_and_the_value_that_is_written_here() -> None:
    assert set(CASES) | set(OF_A_TRIAL) == set(thresholds())
    assert {id: assumptions()[id].value for id in thresholds()} == {id: edge(id) for id in thresholds()}
