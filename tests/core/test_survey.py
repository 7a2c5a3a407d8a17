"""What is there: a survey fills the rig as found, and what stays is what is planned on."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from builders import changed, load, rig, watts_of_arrays
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from ryokan.core.evaluate import evaluate
from ryokan.core.parts.base import Size
from ryokan.core.rig import Rig
from ryokan.core.space.model import Space
from ryokan.core.space.room import Unit, fits
from ryokan.core.survey.fill import as_found, follow_survey, what_stays
from ryokan.core.survey.model import Survey
from ryokan.core.survey.sights import sights
from ryokan.core.upgrade import upgraded_rig
from ryokan.core.wish import DaysWish, UnclearWish, read_wish

LEAD = {"chemistry": "agm", "name": "old block", "nominal_v": 12, "capacity_ah": 100, "mass_kg": 30}
ITEMS: dict[str, Any] = {
    "bank": {"kind": "bank", "battery": LEAD, "parallel": 2, "bay": "outside", "age_years": 6, "condition": "worn"},
    "alternator": {"kind": "alternator", "rated_a": 140, "charges_house": "relay"},
    "converter": {"kind": "shore_charger", "output_a": 45, "fate": "goes"},
    "front": {"kind": "panels", "watts_each": 120, "count": 2, "fate": "stays"},
    "rear": {"kind": "panels", "watts_each": 100, "fate": "goes"},
    "pwm": {"kind": "controller", "rated_a": 20, "method": "pwm"},
    "small": {"kind": "inverter", "rated_w": 300},
    "large": {"kind": "inverter", "rated_w": 1500, "idle_w": 14, "fate": "stays"},
    "cable": {"kind": "main_cable", "conductor": "awg:2", "one_way_length": "8 ft", "fuse_a": 150},
}


def charging_things(one: Rig) -> tuple[dict[str, Any], dict[str, Any], dict[str, Any]]:
    return one.charging.paths, one.charging.alternators, one.charging.chargers


def surveyed(**more: Any) -> Any:
    return rig([load(40, 5)], survey={"items": ITEMS, **more})


def test_what_is_there_stands_for_the_rig_as_found() -> None:
    found = as_found(surveyed())

    assert found.storage.bank is not None and found.storage.bank.units is not None
    assert (found.storage.chemistry, found.storage.bay, found.storage.bank.units.parallel) == ("agm", "outside", 2)
    (way,), (alternator,), (charger,) = (things.values() for things in charging_things(found))
    assert (way.kind, alternator.rated_a, charger.output_a) == ("relay", 140, 45)
    assert watts_of_arrays(found) == 340  # 2 × 120 + 100
    assert [one.rated_a for one in found.solar.controllers.values()] == [20]
    assert found.inverter.chosen is not None and found.inverter.chosen.rated_w == 1500  # inverters do not add up
    assert (found.wiring.main.conductor, found.wiring.main.fuse_a) == ("awg:2", 150)
    assert found.loads == surveyed().loads
    figures = evaluate(found).figures
    assert figures["storage.have_wh"].value == 2 * 12 * 100  # two blocks in parallel, arithmetic
    assert figures["survey.added_kg"].value == pytest.approx(0)  # what was weighed with the vehicle adds nothing


def test_each_thing_stands_for_what_it_is_and_nothing_is_known_that_nobody_said() -> None:
    items = {
        "carried": {"kind": "panels", "watts_each": 100, "count": 2, "mounting": "portable", "vmp_v": 18},
        "roof": {"kind": "panels", "watts_each": 150, "mounting": "roof", "vmp_v": 31},
        "combi": {"kind": "inverter", "rated_w": 2000, "waveform": "pure_sine", "legs": 2, "charger_a": 60, "transfer_a": 30},
        "spare": {"kind": "inverter", "name": "Spare", "rated_w": 600},
        "cells": {
            "kind": "bank",
            "series": 8,
            "paired": 2,
            "battery": {"chemistry": "lfp", "nominal_v": 3.2, "capacity_ah": 280},
        },
        "unit": {"kind": "dcdc", "output_a": 30, "input_v": 12, "output_v": 24},
        "set": {"kind": "generator", "rated_w": 2200},
    }
    found = as_found(rig([load(40, 5)], survey={"items": items}))
    figures = evaluate(found).figures

    assert (watts_of_arrays(found), watts_of_arrays(found, carried=True)) == (150, 200)
    assert figures["solar.array.roof.vmp_v"].value == 31
    assert found.inverter.chosen is not None
    assert (found.inverter.chosen.legs, found.inverter.chosen.charger_a, found.inverter.chosen.waveform) == (2, 60, "pure_sine")
    assert [one.name for one in found.inverter.others.values()] == ["Spare"]
    assert found.storage.system_v == 24  # eight cells of 3.2 V
    assert figures["storage.have_ah"].value == 560  # pairs of 280 Ah are one string: arithmetic
    assert figures["storage.arrangement.parallel"].value == 1
    assert figures["charging.shore.have_a"].value == 60
    assert [one.rated_w for one in found.charging.generators.values()] == [2200]
    assert [one.input_v for one in found.charging.paths.values()] == [12]
    # Nobody said where the bank stands, what holds it, how the alternator charges, or what the main run is.
    main = found.wiring.main
    assert [found.storage.bay, found.storage.restraint, found.storage.bms] == [None] * 3
    assert [main.one_way_length, main.insulation_c, main.terminal_c, main.material, main.fuse_a] == [None] * 5


@pytest.mark.parametrize(
    ("battery", "ah"),
    [
        ({"chemistry": "agm", "nominal_v": 12, "mass_kg": 27}, 27 / 27 * 1000 / 12),  # 27 kg a kWh, common practice
        ({"chemistry": "agm", "nominal_v": 12}, None),
        ({"nominal_v": 12, "capacity_ah": 100}, None),
        ({"chemistry": "agm", "capacity_ah": 100}, None),
    ],
)
def test_a_bank_that_is_not_known_keeps_its_place_on_the_survey_and_makes_no_figures(
    battery: dict[str, Any], ah: float | None
) -> None:
    found = as_found(rig([load(40, 5)], survey={"items": {"bank": {"kind": "bank", "battery": battery}}}))
    report = evaluate(found)

    assert ("storage.have_ah" in report.figures) == (ah is not None)
    if ah is not None:
        assert report.figures["storage.have_ah"].value == pytest.approx(ah)
        assert report.figures["storage.unit.capacity_ah"].source == "part_estimate"
    assert {"storage.bay@item:bank", "wiring.main_fuse@item:bank"} <= {one.key for one in report.asked}
    assert not any("lithium" in finding.code for finding in report.findings)


def test_a_run_with_something_unrated_on_it_takes_at_least_what_is_known_and_is_offered_no_size() -> None:
    items = {
        "a": {"kind": "inverter", "rated_w": 1000},
        "b": {"kind": "inverter", "name": "Old one"},
        "run": {**ITEMS["cable"], "material": "copper", "insulation_c": 105, "terminal_c": 75},
    }
    figures = evaluate(as_found(rig([load(40, 5)], survey={"items": items}))).figures

    assert figures["wiring.main.at_least"].value == "Old one"
    assert "wiring.main.conductor" not in figures and "wiring.main.fuse_a" not in figures
    assert "wiring.main.ampacity_a" in figures  # what is there is judged all the same
    told = evaluate(
        as_found(rig([load(40, 5)], survey={"items": {**items, "b": {"kind": "inverter", "rated_w": 300}}}))
    ).figures
    assert "wiring.main.conductor" in told and "wiring.main.at_least" not in told


def test_a_plan_begins_with_what_stays() -> None:
    planned = what_stays(surveyed())

    assert planned.storage.bank is None and planned.charging.chargers["charger"].output_a is None
    assert {own.part.kind for own in planned.own_parts.values()} <= {"panel"} and watts_of_arrays(planned) == 240
    assert planned.inverter.chosen is not None and planned.inverter.chosen.rated_w == 1500
    assert planned.survey.items == surveyed().survey.items and not planned.survey.as_found


def test_a_rig_as_found_follows_its_survey_and_keeps_what_was_written_by_hand() -> None:
    found = as_found(surveyed())
    by_hand = changed(found, {"solar.arrays.front": {"plain_w": 333}})

    after = follow_survey(changed(by_hand, {"survey.items.converter.output_a": 60}), by_hand.survey)
    gone = follow_survey(changed(after, {"survey.items": {}}), after.survey)

    assert (after.charging.chargers["converter"].output_a, after.solar.arrays["front"].plain_w) == (60, 333)
    assert gone.storage.bank is None and not gone.charging.chargers and not gone.own_parts
    planned = what_stays(surveyed())
    assert follow_survey(changed(planned, {"survey.items.front.count": 5}), planned.survey).solar == planned.solar


@given(st.sets(st.sampled_from(sorted(ITEMS))))
def test_as_found_and_what_stays_are_rigs_that_can_be_worked_out(ids: set[str]) -> None:
    base = rig([load(40, 5)], survey={"items": {id: ITEMS[id] for id in ids}})

    for made in (as_found(base), what_stays(base)):
        again = type(base).model_validate(made.model_dump(mode="json"))
        assert evaluate(again).figures["storage.need_wh"].number > 0
    assert as_found(as_found(base)) == as_found(base)


BOX = {"name": "box", "length_m": 1.0, "width_m": 0.5, "height_m": 0.3}
UNIT = Unit(Size(length_m=0.5, width_m=0.2, height_m=0.25), mass_kg=20, lithium=True)
WITH_CABLES = replace(UNIT, bend_m=0.06)


@pytest.mark.parametrize(
    ("members", "count", "hindrances"),
    [
        ({}, 2, ()),
        ({"width_m": 0.44}, 2, ()),  # two across, 0.22 m each with their air
        ({"length_m": 0.44, "width_m": 0.52}, 2, ()),  # only when turned
        ({"length_m": 0.44, "width_m": 0.51}, 1, ("length",)),
        ({"width_m": 0.21}, 1, ("width",)),
        ({"height_m": 0.26}, 1, ("height",)),
        ({}, 3, ("count",)),
        ({"height_m": 0.54}, 4, ()),  # two layers
        ({"door_width_m": 0.24, "door_height_m": 0.2}, 1, ("door",)),
        ({"door_width_m": 0.25, "door_height_m": 0.2}, 1, ()),  # end on
        ({"floor_load_kg": 39}, 2, ("floor_load",)),
        ({"wet": True, "engine_space": True}, 1, ("wet", "engine_space")),
    ],
)
def test_a_compartment_takes_units_or_says_why_not(members: dict[str, Any], count: int, hindrances: tuple[str, ...]) -> None:
    space = Space.model_validate({"compartments": {"box": {**BOX, **members}}})

    assert fits(space, UNIT, count)[0].hindrances == hindrances


@given(st.floats(0.1, 3), st.floats(0.1, 3), st.floats(0.1, 3))
def test_the_units_that_stand_are_as_many_as_fit(length: float, width: float, height: float) -> None:
    box = {"name": "box", "length_m": length, "width_m": width, "height_m": height}
    battery = {"kind": "battery", "name": "b", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 50,
               "size": UNIT.size.model_dump()}  # fmt: skip
    figures = evaluate(
        rig(
            space={"compartments": {"box": box}},
            own_parts={"b": {"part": battery}},
            storage={"bank": {"units": {"part": "own:b"}}},
        )
    ).figures
    stand = figures["space.compartment.box.units_that_stand"].number
    space = Space.model_validate({"compartments": {"box": box}})

    assert all(fits(space, WITH_CABLES, n)[0].hindrances == () for n in {1, max(1, int(stand))}) == (stand >= 1)
    assert fits(space, WITH_CABLES, int(stand) + 1)[0].hindrances != ()


@pytest.mark.parametrize(
    ("members", "says"),
    [
        ({"space": {"roof": {"outline": [[0, 0], [1, 0]]}}}, "three corners"),
        ({"space": {"roof": {"outline": [[0, 0], [2, 2], [2, 0], [0, 2]]}}}, "crosses itself"),
        ({"survey": {"items": {"c": {"kind": "main_cable", "conductor": "awg:99"}}}}, "not a stock size"),
        ({"survey": {"items": {"c": {"kind": "teapot"}}}}, "does not match any of the expected tags"),
    ],
)
def test_what_cannot_be_is_refused(members: dict[str, Any], says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        rig(**members)


def test_an_empty_survey_says_nothing() -> None:
    assert Survey().ordered() == {}
    assert evaluate(rig()).steps["survey"] == "empty"
    assert evaluate(rig(vehicle={"frame": {"length_m": 6}})).steps["survey"] == "open"  # measured, nothing looked at
    assert evaluate(rig(survey={"items": {"o": {"kind": "other"}}})).steps["survey"] == "open"
    assert evaluate(rig(survey={"items": {"o": {"kind": "other", "fate": "goes"}}})).steps["survey"] == "fits"


def test_a_main_cable_as_found_has_the_length_that_was_measured_and_no_other() -> None:
    def length_m(**members: Any) -> float | None:
        cable = {"kind": "main_cable", "conductor": "awg:2/0", **members}
        length = as_found(rig(survey={"items": {"run": cable}})).wiring.main.one_way_length
        return None if length is None else length.m

    assert length_m(one_way_length="2.5 m") == 2.5
    assert length_m() is None


@pytest.mark.parametrize(("said", "days"), [("60 days of rain", 60), ("61 days of rain", None)])
def test_a_wish_of_days_without_sun_is_bounded(said: str, days: int | None) -> None:
    found = read_wish(said, system_v=12)
    assert found == (UnclearWish("days") if days is None else DaysWish(days))


@pytest.mark.parametrize("code", sights())
def test_what_is_seen_can_be_said_denied_and_left(code: str) -> None:
    """Said, it is told of its place; denied, closed or not looked at, nothing is. None of them keeps a step from being complete."""
    told = {}
    for said in ("seen", "not_so", None):
        look = {"where": "bench", "seen": {} if said is None else {code: said}, "nothing_else": said is None}
        boxes = {"bench": {"name": "Bench", "length_m": 1, "width_m": 1, "height_m": 1}}
        report = evaluate(rig([load(40, 5)], survey={"looks": {"b": look}}, space={"compartments": boxes}))
        told[said] = [(one.key, one.name) for one in report.findings if one.code.startswith("survey.seen_")]
        assert report.asked == ()
    assert told == {"seen": [(f"survey.seen_{code}@place:b", "Bench")], "not_so": [], None: []}


def test_a_look_at_what_nobody_looks_for_is_refused_by_name() -> None:
    with pytest.raises(ValidationError, match="“dust”"):
        Survey.model_validate({"looks": {"a": {"seen": {"dust": "seen"}}}})


def test_an_inverter_that_is_there_for_another_class_is_told() -> None:
    bank = {"kind": "bank", "battery": LEAD, "parallel": 2}
    for made_for, told in ((24, {"inverter.other_bank_volts"}), (12, set()), (None, set())):
        items = {"bank": bank, "inv": {"kind": "inverter", "rated_w": 600, "battery_v": made_for}}
        report = evaluate(as_found(rig([load(40, 5)], survey={"items": items})))
        assert {one.code for one in report.findings} & {"inverter.other_bank_volts"} == told


def test_what_an_older_file_had_in_one_makes_room_for_what_the_survey_says() -> None:
    """A rig of version 5 has its array in one; once the survey says otherwise of a panel, all of the panels stand for it."""
    items = {
        "p": {"kind": "panels", "watts_each": 100, "count": 2},
        "q": {"kind": "panels", "watts_each": 50},
        "c": ITEMS["pwm"],
    }
    old = {"schema_version": 5, "survey": {"as_found": True, "items": items}, "solar": {"array_w": 250, "controller_a": 20}}
    stored = Rig.model_validate(upgraded_rig(old, 5))
    assert (watts_of_arrays(stored), [*stored.solar.controllers]) == (250, ["controller"])
    edited = changed(stored, {"survey.items.p.count": 3})
    after = follow_survey(edited, stored.survey)
    assert (watts_of_arrays(after), [*after.solar.arrays], [*after.solar.controllers]) == (350, ["p", "q"], ["c"])


def test_what_charges_is_there_under_the_ids_of_what_was_found() -> None:
    """A DC-DC charger hangs on the only alternator that its input is made for; a starter battery is no bank of the house."""
    items = {
        "small": {"kind": "alternator", "rated_a": 90, "alternator_v": 12, "charges_house": "relay", "limit_a": 100},
        "large": {"kind": "alternator", "rated_a": 70, "alternator_v": 24, "charges_house": "none"},
        "unit": {"kind": "dcdc", "output_a": 30, "input_v": 24, "output_v": 12, "length": "4 m", "conductor": "mm2:16"},
        "start": {"kind": "other_bank", "role": "starter", "capacity_ah": 95, "upkeep": "none"},
        "one": {"kind": "shore_charger", "output_a": 30, "lithium": "no"},
        "two": {"kind": "shore_charger", "output_a": 20},
        "lead": {"kind": "cord", "rating": "na_30", "length": "25 ft", "conductor": "awg:10", "adapter_a": 15},
    }
    found = as_found(rig([load(40, 5)], survey={"items": items}))
    ways = {id: (way.kind, way.alternator, way.limit_a, way.conductor) for id, way in found.charging.paths.items()}
    assert ways == {"small": ("relay", "small", 100, None), "unit": ("dcdc", "large", None, "mm2:16")}
    assert {id: one.output_a for id, one in found.charging.chargers.items()} == {"one": 30, "two": 20}
    assert evaluate(found).figures["charging.shore.have_a"].value == 50  # chargers add up
    assert (found.charging.inlet.cord_a, found.charging.inlet.adapter_a) == (30, 15)
    assert found.storage.bank is None and found.storage.others["start"].capacity_ah == 95
    gone = follow_survey(changed(found, {"survey.items": {}}), found.survey)
    assert not gone.charging.paths and not gone.storage.others
    # A plan of which the alternators stay weighs a DC-DC charger on the first of them.
    stay = {id: {**one, "fate": "stays"} for id, one in items.items() if id in ("small", "large")}
    planned = what_stays(
        rig([load(40, 5)], survey={"items": {id: {**one, "charges_house": "none"} for id, one in stay.items()}})
    )
    assert [(way.kind, way.alternator) for way in planned.charging.paths.values()] == [("dcdc", "large")]
    assert planned.charging.chargers["charger"].output_a is None


def test_inlet_and_cord_on_lines_of_their_own_are_one_way_in() -> None:
    items = {
        "inlet": {"kind": "cord", "rating": "na_30", "inlet_a": 30},
        "lead": {"kind": "cord", "length": "25 ft", "conductor": "awg:12"},
        "spare": {"kind": "cord", "rating": "na_15", "length": "50 ft"},
        "house": {"kind": "cord", "adapter_a": 15},  # it lies in a locker, and bounds nothing until somebody plugs it in
    }
    found = as_found(rig([], survey={"as_found": True, "items": items}))
    inlet = found.charging.inlet

    assert inlet.cord_length is not None
    assert (inlet.inlet_a, inlet.cord_a, inlet.adapter_a) == (30, 30, None)
    assert (inlet.cord_length.typed, inlet.cord_conductor) == ("25 ft", "awg:12")
    assert [one.key for one in evaluate(found).asked if "cord" in one.key] == []
    lead = {"kind": "cord", "length": "25 ft", "adapter_a": 15}
    alone = as_found(rig([], survey={"as_found": True, "items": {"house": items["house"], "lead": lead}}))
    assert alone.charging.inlet.adapter_a == 15  # of the cord that it is said with
    assert [one.key for one in evaluate(alone).asked if "cord" in one.key] == ["charging.cord_rating@item:lead"]


@pytest.mark.parametrize(
    ("bank_v", "alternator_v", "unit", "charges"),
    [
        (24, 24, {"input_v": 24, "output_v": 12}, False),  # it feeds lamps and pumps of 12 V from the bank
        (24, None, {"input_v": 24, "output_v": 12}, False),
        (24, 24, {"input_v": 24, "output_v": 12, "alternator": "alt"}, True),  # somebody said that it hangs on it
        (24, 12, {"input_v": 24, "output_v": 12}, True),  # the wrong way round, and told
        (12, 24, {"input_v": 24, "output_v": 12}, True),
        (24, 24, {"input_v": 24, "output_v": 24}, True),
        (24, 24, {}, True),
    ],
)
def test_what_steps_the_bank_down_is_no_way_from_an_alternator(
    bank_v: int, alternator_v: int | None, unit: dict[str, Any], charges: bool
) -> None:
    items = {
        "bank": {"kind": "bank", "battery": {"nominal_v": bank_v, "capacity_ah": 200, "chemistry": "agm"}},
        "alt": {"kind": "alternator", "rated_a": 100, "alternator_v": alternator_v},
        "unit": {"kind": "dcdc", "output_a": 30, **unit},
    }
    found = as_found(rig([], survey={"as_found": True, "items": items}))
    report = evaluate(found)

    assert ("unit" in found.charging.paths) == charges
    asked = {one.key for one in report.asked}
    assert ("charging.alternator_path@item:alt" in asked) == (not charges)
    if not charges:
        assert not any("dcdc" in one.code for one in report.findings)
