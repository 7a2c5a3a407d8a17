"""Curves against pvlib's own solution of the diode, laws of strings against curves, and ways of wiring against what must hold."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pvlib import ivtools, pvsystem
from test_strings import PANELS, array_rig

from ryokan.core.errors import NoAnswer
from ryokan.core.parts.model import ControllerPart, PanelPart
from ryokan.core.solar import curves
from ryokan.core.solar.arrange import Conditions, may_come, ways
from ryokan.core.solar.curves import Sunshine, fitted_to_plate, in_parallel, in_series, side_by_side
from ryokan.parts.sample import sample_parts

BOOK = sample_parts()
PLATES = [part for part in BOOK if isinstance(part, PanelPart)]
FULL = Sunshine(1000, 25, {})


def panel(id: str, **more: Any) -> PanelPart:
    return PanelPart.model_validate({"name": id, **PANELS[id], **more})


def test_a_curve_goes_through_the_points_of_every_plate_as_pvlib_solves_it() -> None:
    for part in PLATES:
        plate = curves._plate(part)
        fit = fitted_to_plate(plate)
        solved = pvsystem.singlediode(fit["I_L_ref"], fit["I_o_ref"], fit["R_s"], fit["R_sh_ref"], fit["a_ref"])
        for name, expected in zip(("v_mp", "i_mp", "v_oc", "i_sc"), plate[:4], strict=True):
            assert solved[name] == pytest.approx(expected, rel=0.005), (part.name, name)
        assert in_series([part], FULL).best[1] == pytest.approx(plate[0] * plate[1], rel=0.005)


def test_where_the_fit_of_de_soto_converges_both_give_the_same_power_in_weak_sun() -> None:
    """The panel of pvlib's documentation of fit_desoto: 31 V, 8.71 A, 38.3 V, 9.43 A, 60 cells."""
    theirs, _ = ivtools.sdm.fit_desoto(31.0, 8.71, 38.3, 9.43, 0.005658, -0.13788, 60)
    part = PanelPart.model_validate(
        {
            "name": "doc",
            "rated_w": 270,
            "vmp_v": 31,
            "imp_a": 8.71,
            "voc_v": 38.3,
            "isc_a": 9.43,
            "cells": 60,
            "alpha_isc_percent_per_k": 0.06,
            "beta_voc_percent_per_k": -0.36,
        }
    )
    for w_per_m2, cell_c in ((1000, 25), (800, 45), (400, 30)):
        names = ("alpha_sc", "a_ref", "I_L_ref", "I_o_ref", "R_sh_ref", "R_s")
        five = pvsystem.calcparams_desoto(w_per_m2, cell_c, *(theirs[name] for name in names))
        expected = pvsystem.singlediode(*five)["p_mp"]
        assert in_series([part], Sunshine(w_per_m2, cell_c, {})).best[1] == pytest.approx(expected, rel=0.02)


def test_strings_beside_one_another_follow_the_law_that_the_report_runs_by() -> None:
    """Unlike volts in parallel by the formula of the report and by the curves of the panels themselves."""
    report = array_rig([["small", "small"], ["house"]], {"method": "mppt", "rated_a": 60})
    apart = [in_series([panel("small")] * 2, FULL), in_series([panel("house")], FULL)]
    assert report.figures["solar.array.x.watts_w"].value == pytest.approx(side_by_side(apart).best[1], rel=0.03)
    # A weak panel in series: the lowest current through all, or the highest hill with it bypassed.
    report = array_rig([["weak", "strong", "strong"]], {"method": "mppt", "rated_a": 60})
    hills = in_series([panel("weak", diodes=1), *[panel("strong", diodes=1, isc_a=12.8)] * 2], FULL).peaks
    found = sorted(watts for _, watts in hills)
    lowest, bypassed = (report.figures[f"solar.string.s1.{name}"].value for name in ("watts_w", "bypassed_w"))
    # The hill of the lowest current lies a little to its right, where the strong ones have more volts.
    assert found[0] == pytest.approx(lowest, rel=0.12) and found[-1] == pytest.approx(bypassed, rel=0.03)


def test_shade_on_one_panel_costs_a_series_more_than_panels_side_by_side() -> None:
    three, shaded = [panel("small")] * 3, Sunshine(800, 45, {1: 0.6})
    series, parallel = in_series(three, shaded), in_parallel(three, shaded)
    clear = in_series(three, Sunshine(800, 45, {}))
    assert len(series.peaks) == 2 and len(parallel.peaks) == 1
    assert series.best[1] < parallel.best[1] < clear.best[1]
    # The shade of one panel takes no more than that panel and its diodes.
    assert series.best[1] > clear.best[1] * (2 / 3) * 0.95


def test_a_plate_that_makes_no_curve_is_told() -> None:
    # A point at full power that is nearly the whole square of open volts and shorted amps: no diode bends so sharply.
    square = panel("small", vmp_v=21.9, imp_a=6.05)
    with pytest.raises(NoAnswer, match="No curve goes through"):
        in_series([square], FULL)


GIVEN = Conditions(-20, 65, 1.18, 12, 12.8, 14.4, lithium=True, known={})
CONTROLLERS = [part for part in BOOK if isinstance(part, ControllerPart)]


def test_every_split_of_twelve_panels_is_judged_on_every_controller_and_none_that_breaks_a_rule_fits() -> None:
    small = panel("small")
    found = ways([(small, 12)], CONTROLLERS, GIVEN)
    assert len(found) == 6 * len(CONTROLLERS)  # 12 = 1 × 12, 2 × 6, 3 × 4, 4 × 3, 6 × 2, 12 × 1
    for way in found:
        (row,) = way.rows
        controller = CONTROLLERS[way.controller]
        assert way.cold_v == pytest.approx(row.series * 22 * 1.126)  # by hand, as in strings.toml
        assert way.input_a == pytest.approx(row.parallel * 6.1 * 1.25)
        if way.fits:
            assert controller.most_v is None or controller.most_v >= way.cold_v
            assert controller.most_isc_a is None or controller.most_isc_a >= way.input_a
            assert (controller.lowest_battery_v or 12) <= 12 <= (controller.highest_battery_v or 12)
            assert controller.lithium != "no"
            told = {one.code for one in way.against}
            assert ("runs_short" in told) == (row.series == 1 and controller.method == "mppt")  # one of 36 cells in the heat
            assert (way.fuses[0] > 0) == (row.parallel > 2)
        else:
            assert way.against
    assert [way.fits for way in found] == sorted((way.fits for way in found), reverse=True)
    best = [way.gives_w for way in found if way.fits]
    assert best == sorted(best, key=lambda watts: -round(watts / 10))


@pytest.mark.parametrize(
    "case", ["cold_volts", "short_circuit", "watts", "class", "lithium", "runs_short", "pwm_wastes", "fuse_window"]
)
def test_each_reason_against_a_way_is_given_where_the_rule_of_the_report_speaks(case: str) -> None:
    """The same string on the same controller: what speaks against it here is a finding there."""
    rows, controller, code = {
        "cold_volts": (["small"] * 5, {"most_v": 100}, "solar.volts_over_controller"),
        "short_circuit": (["small"], {"most_isc_a": 20}, "solar.short_circuit_over_input"),
        "watts": (["small", "small"], {"most_12v_w": 500}, "solar.watts_over_class"),
        "class": (["small"], {"lowest_battery_v": 24}, "solar.controller_other_volts"),
        "lithium": (["small"], {"lithium": "no"}, "solar.controller_not_for_lithium"),
        "runs_short": (["small"], {}, "solar.runs_short"),
        "pwm_wastes": (["house"], {"method": "pwm"}, "solar.pwm_wastes"),
        "fuse_window": (["tight"], {}, "solar.string_fuse_no_window"),
    }[case]
    said = {"method": "mppt", "rated_a": 60, **controller}
    part = ControllerPart.model_validate({"name": "c", **said})
    (way,) = (one for one in ways([(panel(rows[0]), 3 * len(rows))], [part], GIVEN) if one.rows[0].series == len(rows))
    report = array_rig([rows] * 3, said, low_c=-20, high_c=35)
    assert case in {one.code for one in way.against}
    assert code in {finding.code for finding in report.findings}


@pytest.mark.parametrize("method", ["mppt", "pwm"])
def test_panels_of_fewer_volts_than_the_bank_fit_no_controller(method: str) -> None:
    part = ControllerPart.model_validate({"name": "c", "method": method, "rated_a": 60})
    given_24v = replace(GIVEN, system_v=24, nominal_v=25.6, charge_v=28.8)
    found = {one.rows[0].series: one for one in ways([(panel("small"), 2)], [part], given_24v)}
    assert not found[1].fits and "too_few_volts" in {one.code for one in found[1].against}
    assert found[2].fits


def test_what_may_come_to_a_controller_is_no_more_than_it_bears() -> None:
    controller = next(one for one in CONTROLLERS if one.name == "MPPT controller 100 V 30 A")
    for one in may_come(PLATES, controller, GIVEN, most=8):
        if one.best is None:
            assert one.against and one.most_panels == 0
            continue
        assert 1 <= one.least_series <= one.most_series <= one.most_panels
        assert one.most_panels * PLATES[one.panel].rated_w <= 440  # by its maker, on 12 V


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.sampled_from(["small", "weak", "strong", "house"]), min_size=1, max_size=6),
    st.integers(-40, 20),
    st.integers(1, 30),
    st.randoms(use_true_random=False),
)
def test_colder_never_lowers_the_volts_and_the_order_of_a_series_is_nothing(
    row: list[str], low_c: int, colder: int, random: Any
) -> None:
    on = {"method": "mppt", "rated_a": 100}
    warm, cold = (array_rig([row], on, low_c=low) for low in (low_c, max(-70, low_c - colder)))
    assert cold.figures["solar.array.x.voc_cold_v"].number >= warm.figures["solar.array.x.voc_cold_v"].number
    shuffled = random.sample(row, len(row))
    other = array_rig([shuffled], on, low_c=low_c)
    same = [
        key
        for key in warm.figures
        if key.startswith(("solar.array.", "solar.controller.", "solar.have")) and not key.endswith("_v_v")
    ]
    assert {key: other.figures[key].value for key in same} == pytest.approx({key: warm.figures[key].value for key in same})


@settings(max_examples=25, deadline=None)
@given(st.integers(1, 4), st.integers(1, 4), st.sampled_from(["small", "house"]))
def test_a_string_more_on_a_controller_with_room_never_lowers_the_yield(series: int, parallel: int, kind: str) -> None:
    on = {"method": "mppt", "rated_a": 2000}
    few, more = (array_rig([[kind] * series] * count, on) for count in (parallel, parallel + 1))
    assert more.figures["solar.have_wh_per_day"].number > few.figures["solar.have_wh_per_day"].number
