"""The bank as it is chosen, moved, kept to a dawn and heated; findings that are let stand."""

from __future__ import annotations

from typing import Any

import pytest
from builders import changed, charging, example, load, report, rig, rigs, value
from hypothesis import assume, given
from hypothesis import strategies as st

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.parts.fitted import fitted
from ryokan.core.rig import Rig
from ryokan.core.storage.keeping import bank_that_keeps
from ryokan.core.storage.moving import move_to
from ryokan.operations.patches import apply_patch
from ryokan.wording.moving import PIECES, piece_in_words

UNIT = {"kind": "battery", "name": "unit", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100, "discharge_limit_a": 100}


def of_units(series: int = 1, parallel: int = 1, *, part: dict[str, Any] | None = None, **storage: Any) -> dict[str, Any]:
    return {
        "own_parts": {"u": {"part": {**UNIT, **(part or {})}}},
        "storage": {"bank": {"units": {"part": "own:u", "series": series, "parallel": parallel}}, **storage},
    }


@given(rigs, st.integers(1, 8))
def test_a_second_unit_in_parallel_never_shortens_the_days(any_rig: Rig, parallel: int) -> None:
    def days(count: int) -> float | None:
        units = {"part": "own:u", "series": 1, "parallel": count}
        with_units = changed(any_rig, {"own_parts": {"u": {"part": UNIT}}, "storage.bank": {"units": units}})
        figure = evaluate(with_units).figures.get("storage.days_without_charge")
        return None if figure is None else figure.number

    fewer, more = days(parallel), days(parallel + 1)
    assume(fewer is not None and more is not None)
    assert fewer is not None
    assert more is not None
    assert more >= fewer


@given(st.sampled_from([(1, 4), (2, 2), (4, 1)]), st.floats(5, 400), st.floats(1, 60))
def test_series_never_changes_watt_hours(arranged: tuple[int, int], capacity_ah: float, unit_v: float) -> None:
    series, parallel = arranged
    one = report(**of_units(series, parallel, part={"capacity_ah": capacity_ah, "nominal_v": unit_v}))

    assert value(one, "storage.have_wh") == pytest.approx(4 * capacity_ah * unit_v)


def test_heaters_are_a_load_of_a_cold_bay_alone() -> None:
    heated = {"part": {"heater_w": 60, "self_heating": True}}
    cold = report(**of_units(parallel=2, bay_c=-5, **heated))
    warm = report(**of_units(parallel=2, bay_c=8, **heated))

    assert value(cold, "loads.row.bank~heaters.wh_per_day") == 2 * 60 * 4
    assert "loads.row.bank~heaters.wh_per_day" not in warm.figures
    by_energy = report(storage={"bank": {"nominal_ah": 100}, "self_heating": True, "bay_c": 0})
    assert value(by_energy, "loads.row.bank~heaters.unit_w") == pytest.approx(1.28 * 45)
    off = report(**of_units(parallel=2, bay_c=-5, **heated), assumptions={"heater_hours_per_day": 0})
    assert value(off, "storage.days_without_charge") > value(cold, "storage.days_without_charge")
    assert "charging.below_freezing" not in {finding.code for finding in cold.findings}


@pytest.mark.parametrize(
    ("members", "charger_a", "bay_c", "code"),
    [
        ({"charge_limit_a": 50}, 101, 25, "charging.over_bank_limit"),  # by its maker: two of 50 A
        ({"charge_limit_a": 150}, 290, 25, None),  # a maker who allows more than is usual
        ({}, 201, 25, "charging.over_usual_most"),  # nothing said: 1 C of 200 Ah is what is usual, and no danger
        ({"min_charge_c": 5}, 10, 3, "charging.below_freezing"),
        ({"min_charge_c": -20}, 10, -10, None),
        ({}, 10, -1, "charging.below_freezing"),
    ],
)
def test_what_the_maker_says_of_charging_goes_first(
    members: dict[str, Any], charger_a: float, bay_c: float, code: str | None
) -> None:
    judged = report(**of_units(parallel=2, part=members, bay_c=bay_c), charging=charging(charger_a=charger_a))

    limits = ("charging.over_bank_limit", "charging.over_usual_most", "charging.below_freezing")
    assert {f.code for f in judged.findings if f.code in limits} == ({code} if code else set())


@pytest.mark.thorough
@given(rigs, st.integers(1, 4), st.floats(0, 0.9))
def test_the_bank_that_keeps_a_dawn_keeps_it_and_is_the_smallest(any_rig: Rig, dawn: int, left: float) -> None:
    outcome = evaluate(any_rig)
    try:
        patch = bank_that_keeps(any_rig, outcome.figures, dawn, left)
    except NoAnswer:
        assume(False)
    kept = after(any_rig, patch)
    assert at_dawn(evaluate(kept), dawn) >= left - 1e-9
    smaller = kept.storage.bank
    assert smaller is not None
    assert smaller.nominal_ah is not None
    if smaller.nominal_ah > 10:
        less = changed(kept, {"storage.bank.nominal_ah": smaller.nominal_ah - 10})
        assert at_dawn(evaluate(less), dawn) <= left + 1e-9


def after(of: Rig, patch: Any) -> Rig:
    return Rig.model_validate(apply_patch(of.model_dump(mode="json"), [dict(step) for step in patch]))


def at_dawn(outcome: Report, dawn: int) -> float:
    shares = outcome.figures["storage.left_at_dawn_frac"].value
    assert isinstance(shares, tuple)
    return shares[dawn - 1]


@pytest.mark.parametrize(
    ("units", "volts", "becomes", "codes"),
    [
        ((1, 4), 24, (2, 2), {"units", "inverter", "loads_on_converter"}),
        ((1, 3), 24, (2, 1), {"units_with_left_over", "inverter", "loads_on_converter"}),
        ((1, 3), 48, None, {"units_cannot", "inverter", "loads_on_converter"}),
        ((2, 2), 12, (1, 4), {"units", "inverter"}),
    ],
)
def test_units_are_built_up_anew_for_another_class(
    units: tuple[int, int], volts: int, becomes: tuple[int, int] | None, codes: set[str]
) -> None:
    """Three 12 V units make one string at 24 V with one left over, and none at 48 V. (arithmetic)"""
    system_v = 12 * units[0]
    one = rig(
        [load(), load(300, 1, feed="ac")],
        inverter={"chosen": {"rated_w": 1000}},
        **of_units(*units, system_v=system_v),
    )
    move = move_to(one, fitted(one, {}), evaluate(one).figures, volts)

    assert {piece.code for piece in move.pieces} == codes
    assert all("{" not in piece_in_words(piece) for piece in move.pieces)
    assert (move.patch is None) == (becomes is None)
    if move.patch is not None and becomes is not None:
        moved = after(one, move.patch)
        assert moved.storage.bank is not None
        assert moved.storage.bank.units is not None
        assert (moved.storage.bank.units.series, moved.storage.bank.units.parallel) == becomes
        assert "storage.series_off_class" not in {finding.code for finding in evaluate(moved).findings}


def test_moving_a_whole_rig_says_what_becomes_of_each_thing() -> None:
    clinic = example("clinic")
    move = move_to(clinic, fitted(clinic, {}), evaluate(clinic).figures, 12)

    assert {piece.code: piece.fate for piece in move.pieces} == {
        "energy": "changes", "inverter": "goes", "dcdc": "goes", "shore": "goes", "controller_fits": "stays",
        "cable": "stays", "fuse": "goes", "array": "stays", "loads_on_bus": "changes",
    }  # fmt: skip
    assert set(PIECES) >= {piece.code for piece in move.pieces}
    assert move.patch is not None
    moved = evaluate(after(clinic, move.patch))
    assert value(moved, "storage.have_wh") == pytest.approx(value(evaluate(clinic), "storage.have_wh"))


def test_a_move_judges_each_device_that_charges() -> None:
    """What is made for the class stays, what is made for another goes, and a relay would join unlike volts."""
    sources = {
        "alternators": {"a": {"system_v": 12}, "b": {"system_v": 24, "position": 1}},
        "paths": {
            "relay": {"kind": "relay", "alternator": "a", "name": "Relay"},
            "up": {"kind": "dcdc", "alternator": "a", "output_a": 20, "input_v": 12, "output_v": 24, "name": "Up"},
            "down": {"kind": "dcdc", "alternator": "b", "output_a": 20, "input_v": 24, "output_v": 12, "name": "Down"},
            "open": {"kind": "dcdc", "alternator": "b"},
        },
        "chargers": {"old": {"output_a": 30, "output_v": 12, "name": "Old"}, "new": {"output_a": 15, "output_v": 24, "name": "New"}},
    }  # fmt: skip
    one = rig([load()], charging=sources, storage={"chemistry": "lfp", "system_v": 12})
    move = move_to(one, fitted(one, {}), evaluate(one).figures, 24)

    codes = ("straight_of_other_volts", "dcdc_fits", "dcdc", "shore", "shore_fits")
    said = {(piece.code, piece.words.get("name")) for piece in move.pieces if piece.code in codes}
    assert said == {
        ("straight_of_other_volts", "Relay"), ("dcdc_fits", "Up"), ("dcdc", "Down"), ("shore", "Old"), ("shore_fits", "New"),
    }  # fmt: skip
    assert all("{" not in piece_in_words(piece) for piece in move.pieces)
    assert move.patch is not None
    moved = after(one, move.patch).charging
    assert [id for id, way in moved.paths.items() if way.output_a is not None] == ["up"]
    assert [id for id, charger in moved.chargers.items() if charger.output_a is not None] == ["new"]


def test_a_move_judges_each_array_and_each_controller() -> None:
    """Two panels of 41 V in series make 82 V: enough for 48 V of bank, 57.6 V charging; one of 18 V is not. (arithmetic)"""
    panels = {
        id: {"kind": "panel", "name": id, "rated_w": watts, "vmp_v": volts}
        for id, watts, volts in (("big", 400, 41), ("small", 100, 18))
    }
    controllers = {
        "wide": {"name": "Wide", "rated_a": 40, "method": "mppt", "lowest_battery_v": 12, "highest_battery_v": 48},
        "narrow": {"name": "Narrow", "rated_a": 20, "method": "mppt", "highest_battery_v": 24},
        "unread": {"rated_a": 10, "method": "mppt"},
    }
    arrays = {
        "long": {
            "name": "Long",
            "strings": {"l": {"panels": {"a": {"part": "own:big"}, "b": {"part": "own:big"}}}},
            "controller": "wide",
        },
        "short": {"name": "Short", "strings": {"s": {"panels": {"a": {"part": "own:small"}}}}, "controller": "narrow"},
    }
    own = {id: {"part": part, "standing": "kept"} for id, part in panels.items()}
    one = rig(
        [load()],
        own_parts=own,
        solar={"arrays": arrays, "controllers": controllers},
        storage={"chemistry": "lfp", "system_v": 12},
    )
    move = move_to(one, fitted(one, {}), evaluate(one).figures, 48)

    said = [
        (piece.code, piece.words.get("name", ""))
        for piece in move.pieces
        if "array" in piece.code or "controller" in piece.code
    ]
    assert said == [
        ("controller_of_other_volts", "Narrow"),
        ("controller", ""),
        ("controller_fits", "Wide"),
        ("array", ""),
        ("array_too_low", "Short"),
    ]
    assert move.patch is not None
    moved = after(one, move.patch).solar.controllers
    assert (moved["wide"].rated_a, moved["narrow"].rated_a, moved["unread"].rated_a) == (40, None, None)


SALT = {"name": "salt water", "rest_v_by_charge": [[0, 1.0], [0.5, 1.4], [1, 1.6]], "capacity_by_bay_c": [[-30, 0.5], [45, 1]]}


def test_a_custom_chemistry_is_reckoned_by_its_own_curves() -> None:
    custom = report(
        storage={"chemistry": "custom", "custom": SALT, "bay_c": 7.5, "bank": {"nominal_ah": 100}},
        assumptions={"custom.cells_per_12v": 8, "custom.nominal_v_per_cell": 1.5},
        inverter={"cutoff_v": 9.6},
    )

    assert value(custom, "storage.full_rest_v") == pytest.approx(8 * 1.6)
    assert value(custom, "storage.alternatives.custom.capacity_left_frac") == pytest.approx(0.75)
    curve = custom.figures["storage.curve.rest_v"].value
    assert isinstance(curve, tuple)
    assert (curve[0], curve[10], curve[20]) == pytest.approx((8.0, 11.2, 12.8))
    # Read the other way round: 1.2 V a cell lie half way from 1.0 to 1.4, so a quarter is left, and a whisker for the sag.
    assert value(custom, "storage.charge_at_cutoff_frac") == pytest.approx(0.25, abs=0.01)


@pytest.mark.parametrize(
    "points",
    [
        [[0, 1.0], [0.9, 1.6]],
        [[0, 1.0], [0.5, 0.9], [1, 1.6]],
        [[0, 1.0], [0.5, 1.0], [1, 1.6]],
        [[1, 1.6], [0, 1.0]],
        [[0, 1]],
    ],
)
def test_a_curve_that_cannot_be_read_both_ways_is_refused(points: list[list[float]]) -> None:
    with pytest.raises(ValueError, match=r"curve|least 2"):
        rig(storage={"chemistry": "custom", "custom": {"name": "x", "rest_v_by_charge": points}})


def standing_and_not(of: Rig) -> tuple[set[str], set[str]]:
    outcome = evaluate(of)
    return {finding.code for finding in outcome.findings}, {finding.code for finding in outcome.overruled}


def overruled(of: Rig, code: str) -> Rig:
    finding = next(finding for finding in evaluate(of).findings if finding.code == code)
    kept = {
        "reason": "they know",
        "by": "Ines",
        "on": "2026-05-01",
        "said": "…",
        "excess": finding.excess,
        "words": dict(finding.words),
    }
    return changed(of, {"overruled": {code: kept}})


def test_a_finding_let_stand_comes_back_when_it_gets_worse_and_not_before() -> None:
    short = changed(example("clinic"), {"storage.bank.nominal_ah": 400})
    code = "storage.reserve_small"
    let_stand = overruled(short, code)

    assert code in standing_and_not(let_stand)[1]
    assert evaluate(let_stand).steps["storage"] == "fits"
    assert code in standing_and_not(changed(let_stand, {"storage.bank.nominal_ah": 440}))[1]  # better
    assert code in standing_and_not(changed(let_stand, {"storage.bank.nominal_ah": 390}))[0]  # worse
    assert "storage.days_short" in standing_and_not(changed(let_stand, {"brief.days_without_charge": 3}))[0]
    assert code not in set().union(*standing_and_not(changed(let_stand, {"storage.bank.nominal_ah": 480})))


def test_what_was_let_stand_about_one_thing_speaks_of_another() -> None:
    base = changed(example("clinic"), {"brief.must_not_go_dark": ["the oxygen"]})
    let_stand = overruled(base, "brief.critical_load_missing")

    assert "brief.critical_load_missing" in standing_and_not(let_stand)[1]
    more = changed(let_stand, {"brief.must_not_go_dark": ["the oxygen", "the ventilator"]})
    assert "brief.critical_load_missing" in standing_and_not(more)[0]


def test_a_measure_in_words_does_not_bring_a_finding_back_but_another_subject_does() -> None:
    leaning = changed(example("clinic"), {"space.compartments.chest.y_m": 0.6})
    let_stand = overruled(leaning, "storage.one_side_heavy")

    assert "storage.one_side_heavy" in standing_and_not(changed(let_stand, {"space.compartments.chest.y_m": 0.4}))[1]
    assert "storage.one_side_heavy" in standing_and_not(changed(let_stand, {"space.compartments.chest.y_m": 0.7}))[0]
    # As far to the right: another side, though no worse.
    assert "storage.one_side_heavy" in standing_and_not(changed(let_stand, {"space.compartments.chest.y_m": -1.15}))[0]


def test_a_danger_is_never_overruled() -> None:
    loose = changed(example("clinic"), {"storage.restraint": "none"})

    assert "storage.not_restrained" in standing_and_not(overruled(loose, "storage.not_restrained"))[0]


def test_the_price_list_asks_for_nothing_and_is_held_against_the_promise() -> None:
    by_list = report([load(100, 10)], storage={"school": "price_list", "bank": {"nominal_ah": 60}})

    assert value(by_list, "storage.need_wh") == value(by_list, "storage.have_wh")
    assert "storage.days_short" in {finding.code for finding in by_list.findings}


def test_an_inverter_that_is_always_on_is_answered_before_any_load_is_entered() -> None:
    """Its own draw is all that the bank gives: by high and by low use it lasts the same."""
    figures = report([], inverter={"on": "always", "chosen": {"rated_w": 2000, "idle_w": 20}}).figures
    assert figures["loads.wh_per_day_at_bank"].number == 480
    days = figures["storage.days_without_charge"].number
    assert days > 0
    assert [figures[f"storage.days_without_charge.{end}"].number for end in ("low", "high")] == [days, days]
    assert figures["storage.left_at_dawn_frac.low"].value == figures["storage.left_at_dawn_frac"].value
