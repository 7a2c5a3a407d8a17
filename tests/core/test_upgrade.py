"""From version 3: what was only a default of something found is not known, “not said” is null, and plans keep theirs."""

from __future__ import annotations

import copy
import json
from typing import Any

import pytest
from builders import ROOT

from ryokan.core.evaluate import evaluate
from ryokan.core.job_file import read_job_file
from ryokan.core.rig import Rig
from ryokan.core.upgrade import upgraded_patch, upgraded_rig
from ryokan.operations.patches import apply_patch

FILE = json.loads((ROOT / "tests/fixtures/job-v3.json").read_text())
FOUND, PLANNED = FILE["options"][0]["rig"], FILE["options"][2]["rig"]


def at(document: dict[str, Any], path: str) -> Any:
    for name in path.split("."):
        document = document[name]
    return document


def test_the_frozen_file_is_read_and_worked_out() -> None:
    file = read_job_file((ROOT / "tests/fixtures/job-v3.json").read_bytes())
    assert [option.rig.schema_version for option in file.options] == [9, 9, 9]
    for option in file.options:
        assert evaluate(option.rig).figures


@pytest.mark.parametrize(
    ("path", "before", "found", "planned"),
    [
        ("storage.bay", "living_space", None, "living_space"),
        ("storage.restraint", "not_said", None, None),
        ("storage.when_bms_opens", "nothing", "none", "none"),
        ("storage.string_fuses", False, "none", "none"),
        ("storage.string_fuses", True, "fitted", "fitted"),
        ("inverter.pre_charge", None, None, None),
        ("inverter.outlets", "not_said", None, None),
        ("charging.refill_hours", 10, None, None),
        ("charging.refill_hours", 7, 7, 7),
        ("wiring.main.insulation_c", 105, None, 105),
        ("wiring.main.insulation_c", 75, 75, 75),
        ("vehicle.fuel", "not_known", None, None),
    ],
)
def test_each_member_says_what_it_said(path: str, before: Any, found: Any, planned: Any) -> None:
    for base, expected in ((FOUND, found), (PLANNED, planned)):
        document = copy.deepcopy(base)
        *owners, last = path.split(".")
        place = document
        for name in owners:
            place = place[name]
        place[last] = before
        assert at(upgraded_rig(document, 3), path) == expected
        Rig.model_validate(upgraded_rig(document, 3))


@pytest.mark.parametrize(
    ("before", "found", "planned"), [("dcdc", [], ["dcdc"]), ("relay", ["relay"], ["relay"]), ("none", [], [None])]
)
def test_the_way_from_the_alternator_says_what_it_said(before: str, found: list[Any], planned: list[Any]) -> None:
    for base, expected in ((FOUND, found), (PLANNED, planned)):
        document = copy.deepcopy(base)
        document["charging"]["alternator_path"] = before
        assert [way["kind"] for way in upgraded_rig(document, 3)["charging"]["paths"].values()] == expected


def test_items_of_a_survey_forget_their_defaults_and_keep_what_was_chosen() -> None:
    items = {
        "a": {"kind": "bank", "bay": "living_space", "system_v": 12, "condition": "not_known", "battery": {"chemistry": "agm", "name": "b", "nominal_v": 12, "capacity_ah": 100}},
        "b": {"kind": "alternator", "regulation": "not_known", "charges_house": "relay", "alternator_v": 24},
        "c": {"kind": "main_cable", "insulation_c": 105, "fuse_a": 100},
    }  # fmt: skip
    after = upgraded_rig({**PLANNED, "survey": {"items": items, "as_found": False}}, 3)["survey"]["items"]
    assert [after["a"][name] for name in ("bay", "system_v", "condition")] == [None, None, None]
    assert [after["b"][name] for name in ("regulation", "charges_house", "alternator_v")] == [None, "relay", 24]
    assert [after["c"][name] for name in ("insulation_c", "fuse_a")] == [None, 100]


def test_readings_of_version_4_stand_beside_the_things_and_keep_their_words() -> None:
    file = read_job_file((ROOT / "tests/fixtures/job-v4.json").read_bytes())
    assert {option.rig.schema_version for option in file.options} == {9}
    read = file.options[0].rig.survey.readings["bank-r0"]
    assert (read.thing, read.quantity, read.value, read.unit) == ("bank", "volts", 12.31, "V")
    assert (read.note, read.instrument, read.at) == ("resting volts", "clamp meter, 0.5 % class", None)


def test_edits_of_version_4_that_waited_bring_their_readings() -> None:
    said = {"what": "drop", "value": 40.0, "unit": "mV", "meter": ""}
    waited = [
        {"op": "add", "path": "/survey/items/x", "value": {"kind": "cord", "readings": [said]}},
        {"op": "replace", "path": "/survey/items/y/readings", "value": [said]},
        {"op": "replace", "path": "/survey/items/y/readings/0/value", "value": 41},
        {"op": "remove", "path": "/survey/items/y"},
    ]
    now = {"quantity": "other", "position": 0, "note": "drop", "value": 40.0, "unit": "mV", "instrument": ""}
    assert upgraded_patch(waited, 4) == [
        {"op": "add", "path": "/survey/items/x", "value": {"kind": "cord"}},
        {"op": "add", "path": "/survey/readings/x-r0", "value": {**now, "thing": "x"}},
        {"op": "add", "path": "/survey/readings/y-r0", "value": {**now, "thing": "y"}},
        {"op": "remove", "path": "/survey/items/y"},
    ]


def test_edits_that_waited_say_it_anew() -> None:
    waited = [
        {"op": "replace", "path": "/storage/restraint", "value": "not_said"},
        {"op": "replace", "path": "/inverter/pre_charge", "value": True},
        {"op": "add", "path": "/survey/items/x", "value": {"kind": "controller", "rated_a": 20, "method": "not_known"}},
        {"op": "remove", "path": "/survey/items/y"},
    ]
    values = [operation.get("value", "–") for operation in upgraded_patch(waited, 3)]
    assert values == [None, "fitted", {"kind": "controller", "rated_a": 20, "method": None}, "–"]


def test_what_was_let_stand_covers_both_that_became_of_it() -> None:
    kept = {"reason": "they know", "by": "Ada", "on": "2026-05-01", "said": "…", "excess": 0.5, "words": {}}
    after = upgraded_rig({**PLANNED, "overruled": {"storage.days_short": kept}}, 3)["overruled"]
    assert after == dict.fromkeys(["storage.days_short", "storage.deeper_than_allowed", "storage.reserve_small"], kept)


def test_the_array_of_version_5_is_one_of_so_many_watts_on_its_controller() -> None:
    file = read_job_file((ROOT / "tests/fixtures/job-v5.json").read_bytes())
    solar = file.options[1].rig.solar
    array, portable = solar.arrays["array"], solar.arrays["portable"]
    assert (array.plain_w, array.plain_vmp_v, array.controller) == (760, 19.4, "controller")
    assert (portable.plain_w, portable.place, portable.own_controller, solar.turned_per_day) == (120, "carried", True, 3)
    assert (solar.controllers["controller"].rated_a, solar.controllers["controller"].method) == (50, "mppt")
    report = evaluate(file.options[1].rig)
    # As version 5 worked it out: 760 W × 3.0 h × 0.758 of losses, at 14.4 V and 0.96 of its controller no more than it gives.
    worked = {
        key: report.figures[key].value
        for key in ("solar.have_w", "solar.have_wh_per_day", "solar.output_a", "solar.controller_need_a")
    }
    assert worked == pytest.approx(
        {
            "solar.have_w": 760,
            "solar.have_wh_per_day": 1728.674129452,
            "solar.output_a": 50,
            "solar.controller_need_a": 79.1666667,
        }
    )
    assert file.options[1].rig.overruled.keys() == {"solar.controller_clips@controller:controller"}


def test_edits_of_version_5_find_the_array_where_it_is_now() -> None:
    waited = [
        {"op": "replace", "path": "/solar/array_w", "value": 400},
        {"op": "add", "path": "/typed/~1solar~1array_w", "value": "0.4 kW"},
        {"op": "remove", "path": "/solar/controller_a"},
        {"op": "replace", "path": "/solar/portable", "value": {"rated_w": 100, "turned_per_day": 4}},
        {"op": "replace", "path": "/solar/panel_tilt_deg", "value": 10},
    ]
    carried = {"position": 1, "place": "carried", "plain_w": 100, "own_controller": True}
    assert upgraded_patch(waited, 5) == [
        {"op": "add", "path": "/solar/arrays/array/plain_w", "value": 400},
        {"op": "add", "path": "/typed/~1solar~1arrays~1array~1plain_w", "value": "0.4 kW"},
        {"op": "add", "path": "/solar/controllers/controller/rated_a", "value": None},
        {"op": "add", "path": "/solar/arrays/portable", "value": carried},
        {"op": "add", "path": "/solar/turned_per_day", "value": 4},
        {"op": "replace", "path": "/solar/panel_tilt_deg", "value": 10},
    ]
    # The array is there in every rig of before, so that such an edit has a place also where none was chosen.
    bare = upgraded_rig({"schema_version": 5}, 5)
    assert set(bare["solar"]["arrays"]) == {"array"} and Rig.model_validate(bare).solar.has_array is False


@pytest.mark.parametrize(
    ("outline", "kept"), [([[0, 0], [1, 0], [2, 0]], []), ([[0, 0], [2, 0], [2, 1]], [[0, 0], [2, 0], [2, 1]])]
)
def test_an_outline_of_version_5_that_encloses_nothing_is_one_that_nobody_measured(outline: Any, kept: Any) -> None:
    after = upgraded_rig({"schema_version": 5, "space": {"roof": {"outline": outline}}}, 5)
    assert after["space"]["roof"]["outline"] == kept
    Rig.model_validate(after)


# 40 A at 28.8 V of 12.5 V through 0.9; 0.6 × 220 − 25; 60 A at 28.8 V through 0.9 × 0.95 at 120 V; 2 kW through the same; the
# trailer has 0.6 × 180 − 25 A, 12 A of its outlet make 85.5 A, and 200 Ah of AGM take 0.4 of that for 1.5 h at 14.4 V.
OF_VERSION_6 = {
    "As it was planned": {
        "charging.dcdc.have_a": 40, "charging.dcdc.input_a": 102.4, "charging.alternator_spare_a": 107,
        "charging.shore.have_a": 60, "charging.shore.mains_a": 16.842105, "charging.mode.hookup.into_bank_a": 60,
        "charging.mode.generator.into_bank_a": 59.375, "charging.generator_w": 2000, "charging.stops_at_v": 28.4,
    },
    "As found": {
        "charging.relay.estimate_a": 83, "charging.shore.have_a": 100, "charging.shore.through_hookup_a": 85.5,
        "charging.mode.driving.into_bank_a": 80, "charging.driving_wh_per_day": 1728,
    },
}  # fmt: skip


def test_what_charges_in_version_6_is_worked_out_as_it_was() -> None:
    file = read_job_file((ROOT / "tests/fixtures/job-v6.json").read_bytes())
    options = {option.name: option.rig for option in file.options}
    for name, expected in OF_VERSION_6.items():
        figures = evaluate(options[name]).figures
        assert {key: figures[key].value for key in expected} == pytest.approx(expected)
    planned, without = options["As it was planned"], options["Without a charger"]
    assert planned.typed["/charging/generators/generator/rated_w"] == "2 kW"
    assert planned.overruled.keys() >= {
        "charging.alternator_overloaded@alternator:alternator",
        "charging.dcdc_other_volts@path:path",
    }
    assert (without.charging.shore_charger, without.charging.paths["path"].kind) == ("none", "relay")
    # In an option as found things have the ids of what was found, so that a later edit of the survey finds them.
    assert [*options["As found"].charging.chargers] == ["converter"]


def test_edits_of_version_6_find_what_charges_where_it_is_now() -> None:
    waited = [
        {"op": "replace", "path": "/charging/dcdc_a", "value": 30},
        {"op": "replace", "path": "/charging/alternator_path", "value": "none"},
        {"op": "replace", "path": "/charging/shore_charger_a", "value": "none"},
        {"op": "remove", "path": "/charging/stops_at_v"},
        {"op": "add", "path": "/charging/generator_w", "value": 2000},
        {"op": "add", "path": "/typed/~1charging~1generator_w", "value": "2 kW"},
        {"op": "add", "path": "/survey/items/x/path_limit_a", "value": 80},
        {"op": "add", "path": "/survey/items/x", "value": {"kind": "alternator", "path_limit_a": 80}},
        {"op": "replace", "path": "/charging/refill_hours", "value": 8},
    ]
    after = upgraded_patch(waited, 6)
    assert after == [
        {"op": "add", "path": "/charging/paths/path/output_a", "value": 30},
        {"op": "add", "path": "/charging/paths/path/kind", "value": None},
        {"op": "add", "path": "/charging/chargers/charger/output_a", "value": None},
        {"op": "add", "path": "/charging/shore_charger", "value": "none"},
        {"op": "add", "path": "/charging/chargers/charger/stops_at_v", "value": None},
        {"op": "add", "path": "/charging/generators/generator", "value": {"rated_w": 2000}},
        {"op": "add", "path": "/typed/~1charging~1generators~1generator~1rated_w", "value": "2 kW"},
        {"op": "add", "path": "/survey/items/x/limit_a", "value": 80},
        {"op": "add", "path": "/survey/items/x", "value": {"kind": "alternator", "limit_a": 80}},
        {"op": "replace", "path": "/charging/refill_hours", "value": 8},
    ]
    # Each has its place in a rig of before, whatever was chosen there.
    bare = upgraded_rig(
        {
            "schema_version": 6,
            "charging": {"alternator_path": "none", "refill_hours": 10},
            "survey": {"items": {"x": {"kind": "alternator"}}},
        },
        6,
    )
    edited = apply_patch(
        Rig.model_validate(bare).model_dump(mode="json"), [one for one in after if not one["path"].startswith("/typed")]
    )
    assert Rig.model_validate(edited).charging.paths["path"].output_a == 30


def test_the_second_inverter_of_version_7_is_the_same_with_more_that_can_be_said_of_it() -> None:
    file = read_job_file((ROOT / "tests/fixtures/job-v7.json").read_bytes())
    two = next(option.rig for option in file.options if option.name == "Two inverters")
    assert {id: one.rated_w for id, one in two.inverter.others.items()} == {"edger": 1000, "spare": None}
    assert (two.ac.panels, two.inverter.ac_in, two.loads["steril"].hangs_on) == ({}, None, None)
    # As version 7 worked it out: 60 W, 0.95 of a power factor beside 55 W, and the lens edger and steriliser off its output;
    # 1.05 × 1 000 + 60 + 8 W at 22.4 V of the other inverter; 2 236 W at 22.4 V of this one.
    figures = evaluate(two).figures
    worked = {"inverter.peak_w": 170, "inverter.others_current_a": 49.910714, "inverter.dc_current_at_cutoff_a": 99.910714}
    assert {key: figures[key].value for key in worked} == pytest.approx(worked)


def test_an_inverter_that_version_7_called_main_has_another_id() -> None:
    before = {"schema_version": 7, "inverter": {"others": {"main": {"rated_w": 600}, "b": {"rated_w": 300}}}}
    after = upgraded_rig(before, 7)
    assert {id: one["rated_w"] for id, one in after["inverter"]["others"].items()} == {"main-2": 600, "b": 300}
    Rig.model_validate(after)
    waited = [
        {"op": "replace", "path": "/inverter/others/main/rated_w", "value": 700},
        {"op": "remove", "path": "/inverter/others/main"},
        {"op": "replace", "path": "/inverter/others", "value": {"main": {"rated_w": 1}}},
        {"op": "replace", "path": "/inverter/others/b/rated_w", "value": 400},
    ]
    assert upgraded_patch(waited, 7) == [
        {"op": "replace", "path": "/inverter/others/main-2/rated_w", "value": 700},
        {"op": "remove", "path": "/inverter/others/main-2"},
        {"op": "replace", "path": "/inverter/others", "value": {"main-2": {"rated_w": 1}}},
        {"op": "replace", "path": "/inverter/others/b/rated_w", "value": 400},
    ]


# What version 8 said of the main run of each, the first thing of a rig that was judged as a run.
OF_VERSION_8 = {
    "nurses-fifth-wheel": (213.44, "awg:3/0", 300, 0.577442, 170),
    "eye-clinic-shuttle-bus": (152.577637, "awg:2", 200, 0.148446, 285),
    "bookbinder-narrowboat": (167.297667, "mm2:50", 225, 0.219891, 270),
}


def test_no_run_of_version_8_was_spoken_of_and_none_is_judged() -> None:
    for option in read_job_file((ROOT / "tests/fixtures/job-v8.json").read_bytes()).options:
        report = evaluate(option.rig)
        names = ("design_current_a", "conductor", "fuse_a", "drop_v", "ampacity_a")
        got = [report.figures[f"wiring.main.{name}"].value for name in names]
        worked = [one if isinstance(one, str) else pytest.approx(one, rel=1e-5) for one in OF_VERSION_8[option.name]]
        assert got == worked
        assert (option.rig.wiring.runs, option.rig.wiring.numbers, option.rig.wiring.solar_joins) == ({}, {}, "battery")
        assert [one.key for one in report.findings if one.code.startswith("wiring.run_")] == []
        assert any(key.startswith("wiring.run.x") for key in report.figures)  # each goes by a short hash
    waited = [{"op": "replace", "path": "/wiring/main/conductor", "value": "awg:2"}]
    assert upgraded_patch(waited, 8) == waited
