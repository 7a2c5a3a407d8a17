"""What rules may say: of what is there, of what was said, and nothing at all of a job that has only begun."""

from __future__ import annotations

import re
import sys
from collections.abc import Callable
from random import Random
from typing import Any

import pytest
from builders import changed, example_rigs, load, rig
from hypothesis import given
from hypothesis import strategies as st
from random_edits import everything_said, random_edit, whole_book
from test_findings import ALTERNATOR, BROKEN, CHARGER, CLINIC, OF_RUNS, SENSE, WAY, said_of_run
from test_traces import BASES, PARTS

from ryokan.core.data.questions import questions_of_things
from ryokan.core.errors import UnknownPart
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.registry import STEPS
from ryokan.core.rig import Rig
from ryokan.core.survey.fill import as_found
from ryokan.operations.fixes import fixes_that_hold
from ryokan.operations.patches import edited
from ryokan.wording.asked import answer_label, question
from ryokan.wording.figures import title
from ryokan.wording.findings import sentence
from ryokan.wording.survey import ANSWERS, QUESTIONS

BOOK = whole_book()


def wandered(seed: int, steps: int) -> Rig:
    """A rig that random edits have made of one of the examples."""
    random = Random(seed)
    found = BASES[seed % len(BASES)]
    for _ in range(steps):
        found = random_edit(found, random, BOOK)
    return found


def worked_out(one: Rig) -> Report | None:
    try:
        return evaluate(one, PARTS)
    except UnknownPart:
        return None


# A word that a sentence may hold, and what has to be there for it. The survey counts: what was found is there.
def has_lithium(one: Rig, report: Report) -> bool:
    kinds = str(getattr(report.figures.get("storage.string_chemistries"), "value", ""))
    found = [item.battery.chemistry for item in one.survey.items.values() if item.kind == "bank"]
    parts = str(getattr(report.figures.get("storage.unit.chemistry"), "value", ""))
    return one.storage.is_lithium or any(kind in ("lfp", "nmc") for kind in (*found, *kinds.split(", "), parts))


def has_lead(one: Rig, report: Report) -> bool:
    lead = ("agm", "gel", "flooded", "sealed_wet")
    found = [item.battery.chemistry for item in one.survey.items.values() if item.kind == "bank"]
    kinds = str(getattr(report.figures.get("storage.string_chemistries"), "value", ""))
    parts = str(getattr(report.figures.get("storage.unit.chemistry"), "value", ""))
    return not one.storage.is_lithium or any(kind in lead for kind in (*found, *kinds.split(", "), parts))


def by(*kinds: str) -> Callable[[Rig, Report], bool]:
    """Whether the bank is charged by a way of such a kind."""
    return lambda one, _: any(way.kind in kinds for way in one.charging.paths.values())


NAMES: dict[str, Callable[[Rig, Report], bool]] = {
    r"\blithium\b": has_lithium,
    r"\blead (bank|acid|sags|gasses)\b": has_lead,
    r"bank's electronics": has_lithium,
    r"\bcrash\b": lambda one, _: one.vehicle.kind in ("van", "motorhome", "bus", "trailer", "truck"),
    r"\bknock-down\b": lambda one, _: one.vehicle.kind in ("narrowboat", "sailing boat", "motor boat"),
    r"^(?!.*take the link).*\brelay\b(?! or a fan| that lets it go)": by("relay"),  # what would end a ring is no thing of the rig
    r"DC-DC charger goes": by("dcdc", "manager"),
    r"(usual for its array|there it clips)": lambda one, _: any(c.rated_a is not None or c.part for c in one.solar.controllers.values()),
    r"of array bring": lambda one, _: one.solar.has_array,
    r"(maker asks|its maker allows \d)": lambda one, report: any(
        (key.startswith(("wiring.main.", "wiring.run.")) and key.endswith((".maker_fuse_a", ".maker_conductor")))
        or key in ("storage.charge_limit_a", "storage.unit.max_series", "storage.unit.max_parallel")
        for key in report.figures
    ),
    r"living space": lambda one, _: one.storage.bay is not None,
    r"promised": lambda one, report: "storage.have_wh" in report.figures or one.solar.has_array,
}  # fmt: skip


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.integers(0, 120))
def test_a_text_names_nothing_that_the_rig_does_not_have(seed: int, steps: int) -> None:
    one = wandered(seed, steps)
    report = worked_out(one)
    if report is None:
        return
    for finding in report.findings:
        words = sentence(finding, report.figures, "metric")
        for said, there in NAMES.items():
            if re.search(said, f"{words.what} {words.why}"):
                assert there(one, report), (finding.key, words)


# Members of things that were found which nobody need have said.
UNSAYABLE = ("bay", "restraint", "take_off", "string_fuses", "bms", "when_bms_opens", "vent_cm2", "regulation", "waveform", "legs",
             "pre_charge", "surge_w", "idle_w", "charger_a", "mounting", "method", "material", "insulation_c", "terminal_c", "fuse_a",
             "output_v", "input_v", "stops_at_v", "charges_house", "condition", "age_years", "maker_fuse_a", "maker_conductor")  # fmt: skip


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.integers(0, 80))
def test_taking_away_what_was_said_never_adds_a_fault(seed: int, steps: int) -> None:
    """Of what was found: its plates as they are, and then one thing less known."""
    one = wandered(seed, steps)
    said = [(id, name) for id, item in one.survey.items.items() for name in UNSAYABLE if getattr(item, name, None) is not None]
    if not said:
        return
    id, name = said[seed % len(said)]
    before = worked_out(as_found(one))
    after = worked_out(as_found(changed(one, {f"survey.items.{id}.{name}": None})))
    if before is None or after is None:
        return
    was = {finding.key for finding in (*before.findings, *before.overruled)}
    # What a maker says goes first; without it the usual limit of the kind is told instead, as no danger.
    assert {f.key for f in after.findings if f.severity != "advice"} - was <= {"charging.over_usual_most"}, (id, name)


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.integers(0, 60))
def test_with_everything_said_each_figure_has_its_words_and_each_finding_its_sentence(seed: int, steps: int) -> None:
    one = everything_said(wandered(seed, steps), Random(seed), BOOK)
    report = worked_out(one)
    if report is None:
        return
    assert all(title(key) for key in report.figures)
    for finding in report.findings:
        assert "{" not in sentence(finding, report.figures, "us").what


def test_an_empty_job_and_a_job_of_one_load_raise_no_finding_and_no_question() -> None:
    for begun in (Rig(), rig([]), rig([load(40, 5)]), rig([load(900, 0.3, feed="ac")])):
        report = evaluate(begun)
        assert (report.findings, report.asked) == ((), ())


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.integers(0, 60))
def test_a_fix_that_is_offered_ends_its_finding_and_brings_nothing_worse(seed: int, steps: int) -> None:
    one = wandered(seed, steps)
    report = worked_out(one)
    if report is None:
        return
    document = one.model_dump(mode="json")
    held = fixes_that_hold(one, document, report, PARTS, report.findings)
    for key, fix in ((key, fix) for key, fixes in held.items() for fix in fixes):
        fixed, _ = edited(one, document, fix.patch)
        after = evaluate(fixed, PARTS)
        keys = {finding.key: finding.severity for finding in (*after.findings, *after.overruled)}
        was = {finding.key for finding in (*report.findings, *report.overruled)}
        assert key not in keys
        assert [new for new, severity in keys.items() if new not in was and severity != "advice"] == []


def test_fixes_that_endanger_are_not_offered() -> None:
    """A fuse that the seller's rating of the cable does not bear; strings beyond what is usual; a cable below the maker's."""

    def offered(**changes: Any) -> set[str]:
        one = changed(CLINIC, changes)
        report = evaluate(one)
        return set(fixes_that_hold(one, one.model_dump(mode="json"), report, {}, report.findings))

    short = {"storage.bank": {"units": {"part": "own:timid", "series": 2, "parallel": 1}}}
    assert "storage.days_short" in offered(**short)
    assert "storage.days_short" not in offered(**short, **{"brief.days_without_charge": 9})  # eleven strings of one unit
    weak = {"wiring.main.told_ampacity_a": 120, "wiring.main.fuse_a": 225}
    assert "wiring.fuse_above_ampacity" not in offered(**weak)
    assert "wiring.fuse_below_load" in offered(**{"wiring.main.fuse_a": 125})


# Rules that hang on something that nobody may have said, with the members of the rig that say it.
UNKNOWN = {
    "storage.lead_in_living_space": ["storage.bay"], "storage.flooded_indoors": ["storage.bay"], "storage.not_restrained": ["storage.restraint"],
    "storage.straps_alone": ["storage.restraint"], "storage.side_take_off": ["storage.take_off"], "storage.no_bms": ["storage.bms"],
    "storage.strings_share_a_fuse": ["storage.string_fuses"], "storage.chargers_left_alone": ["storage.when_bms_opens"],
    "storage.chargers_without_battery": ["storage.when_bms_opens"], "storage.easily_stolen": ["storage.locked"],
    "storage.vent_too_small": ["storage.vent_cm2"], "storage.never_full": ["charging.chargers.charger.stops_at_v"], "storage.nmc_limits": ["storage.cells_in_series"],
    "inverter.pre_charge_missing": ["inverter.pre_charge"], "inverter.through_a_receptacle": ["inverter.outlets"],
    "inverter.air_too_little": ["inverter.vent_cm2"], "inverter.modified_sine": ["inverter.chosen.waveform"],
    "inverter.not_ignition_protected": ["vehicle.fuel"], "inverter.cutoff_below_bank": ["inverter.cutoff_v"],
    "inverter.surge_short": ["inverter.chosen.surge_w"], "inverter.continuous_short": ["inverter.chosen"], "inverter.little_in_hand": ["inverter.chosen"],
    "charging.refill_too_slow": ["charging.refill_hours"], "charging.refill_shorter_than_taper": ["charging.refill_hours"],
    "charging.charger_other_volts": ["charging.chargers.charger.output_v"], "charging.dcdc_other_volts": ["charging.paths.path.input_v", "charging.paths.path.output_v"],
    "charging.alternator_overloaded": ["charging.alternators.alternator.rated_a"], "charging.lithium_on_alternator": ["charging.paths.path.kind"],
    **{code: [f"{WAY}.{name}"] for code, name in {
        "lithium_on_buffered_alternator": "lead_buffer", "no_field_stop": "field_stop", "volts_on_smart_alternator": "trigger", "relay_on_smart_alternator": "trigger",
        "over_tap": "tap_a", "over_plug": "plug_a", "over_way": "limit_a", "cable_drops": "length", "jump_start_over_way": "jump_start",
        "straight_other_volts": "kind", "negatives_joined": "isolated",
    }.items() for code in [f"charging.{code}"]},
    **{code: [f"{ALTERNATOR}.{name}"] for code, name in {
        "not_sensed": "temperature_sensed", "regulated_by_itself": "regulation", "relay_trigger_unsaid": "regulation",
        "short_at_idle": "idle_a", "straight_at_idle": "idle_a",
    }.items() for code in [f"charging.{code}"]},
    **{code: [f"{CHARGER}.{name}"] for code, name in {
        "set_above_limit": "stops_at_v", "equalises_lithium": "equalises", "held_full": "float_v", "not_for_lithium": "lithium",
        "generator_overloaded": "adjustable", "settings_apart": "stops_at_v",
    }.items() for code in [f"charging.{code}"]},
    **{code: [f"storage.others.{name}"] for code, name in {
        "storage.starter_other_volts": "b.volts", "storage.starter_runs_down": "b.upkeep", "storage.second_unmanaged": "b.managing_device",
        "storage.second_other_volts": "b.volts", "storage.backup_short": "b.capacity_ah", "storage.backup_not_charged": "b.upkeep",
        "charging.switch_forgotten": "s.capacity_ah",
    }.items()},
    "charging.generator_hardly_loaded": ["charging.generators.g.rated_w"], "charging.generator_stops_before_it_starts": ["charging.generators.g.stop_frac"],
    "charging.cord_too_small": ["charging.inlet.cord_a"], "charging.cord_drops": ["charging.inlet.cord_length"], "charging.cutoffs_out_of_order": ["storage.shed_v"],
    "wiring.no_main_fuse": ["wiring.main.fuse_a"], "wiring.fuse_above_ampacity": ["wiring.main.fuse_a"], "wiring.fuse_below_load": ["wiring.main.fuse_a"],
    "wiring.conductor_undersized": ["wiring.main.conductor"], "wiring.drop_over_class": ["wiring.main.one_way_length"],
    "wiring.insulation_out_of_place": ["wiring.main.insulation_c"], "wiring.no_stock_size": ["wiring.main.material"],
    "wiring.below_makers_fuse": ["inverter.chosen.maker_fuse_a"], "wiring.below_makers_conductor": ["inverter.chosen.maker_conductor"],
    "solar.array_cannot_refill": ["solar.arrays.array.plain_w"], "solar.controller_clips": ["solar.controllers.of-array.rated_a"],
    "solar.controller_small": ["solar.controllers.of-array.rated_a"], "solar.volts_over_controller": ["solar.record_low_c"],
    "solar.volts_near_controller": ["solar.controllers.of-array.most_v"], "solar.volts_perhaps_over": ["solar.controllers.of-array.most_v"],
    "solar.volts_over_part": ["solar.arrays.array.connector_v"], "solar.above_touch_volts": ["own_parts.sun.part.voc_v"],
    "solar.starts_late": ["own_parts.sun.part.voc_v"], "solar.too_few_volts": ["own_parts.weak.part.vmp_v"], "solar.runs_short": ["solar.record_high_c"], "solar.pwm_below_bank": ["own_parts.sun.part.vmp_v"],
    "solar.pwm_wastes": ["solar.controllers.of-array.method"], "solar.no_disconnect": ["solar.arrays.array.disconnect"],
    "solar.connectors_unlike": ["solar.arrays.array.connectors_alike"], "solar.polarity_reversed": ["solar.arrays.array.polarity"],
    "solar.kit_into_controller": ["solar.arrays.array.controller"], "solar.flexible_glued": ["solar.arrays.array.mounting"],
    "storage.midpoint_tapped": ["storage.midpoint"], "storage.midpoint_of_lithium": ["storage.midpoint"],
    "solar.no_gland": ["solar.arrays.array.gland"], "solar.unlike_in_series": ["own_parts.weak.part.imp_a", "own_parts.weak.part.vmp_v"],
    "solar.unlike_in_parallel": ["own_parts.weak.part.imp_a", "own_parts.weak.part.vmp_v"],
    "solar.string_fuse_missing": ["own_parts.weak.part.max_fuse_a"], "solar.string_fuse_no_window": ["own_parts.sun.part.max_fuse_a"],
    "solar.string_fuse_outside": [f"solar.arrays.array.strings.array-s{n}.fuse_a" for n in (1, 2, 3)],
    "solar.short_circuit_over_input": ["own_parts.sun.part.isc_a"], "solar.input_clips": ["solar.controllers.of-array.most_input_a"],
    "solar.watts_over_class": ["solar.controllers.of-array.most_24v_w"], "solar.controller_not_for_lithium": ["solar.controllers.of-array.lithium"],
    "solar.controller_other_volts": ["solar.controllers.of-array.lowest_battery_v", "solar.controllers.of-array.highest_battery_v"],
    "solar.panels_overlap": ["own_parts.small.part.size"], "solar.panel_overhangs": ["own_parts.small.part.size"],
    "solar.panel_in_margin": ["own_parts.small.part.size"], "solar.panel_on_obstacle": ["own_parts.small.part.size"],
    "solar.panel_on_walkway": ["own_parts.small.part.size"], "solar.panel_without_beams": ["own_parts.small.part.size"],
    "solar.raised_shades": ["solar.arrays.a.tilt_deg"], "solar.stowage_unfit": ["solar.arrays.a.stowed_in"], "solar.roof_overloaded": ["space.roof.bears_kg"],
    "solar.controllers_apart": ["solar.controllers.of-a.shares_sensing", "solar.controllers.of-b.shares_sensing"],
    "brief.believed_days_off": ["brief.believed_days"], "brief.believed_day_off": ["brief.believed_ah_per_day"],
    "brief.believed_bank_off": ["brief.believed_bank_ah"], "survey.payload_exceeded": ["vehicle.payload.left_kg"],
    "inverter.surge_fades": ["inverter.chosen"],
    **{f"ac.{code}": members for code, members in {
        "two_sources": ["ac.panels.p.transfer"], "half_dead": ["ac.panels.p.legs"], "shared_neutral": ["ac.panels.p.shared_neutral"],
        "bus_small": ["ac.panels.p.bus_a"], "transfer_small": ["ac.panels.p.transfer_a"], "bond_doubled": ["ac.panels.p.bond"],
        "rcd_cannot_trip": ["inverter.bond"], "circuit_overloaded": ["ac.circuits.c.breaker_a"], "circuit_little_in_hand": ["ac.circuits.c.breaker_a"],
        "breaker_over_conductor": ["ac.circuits.c.conductor"], "drop_over_class": ["ac.circuits.c.length"],
        "feeder_thin": ["ac.panels.p.conductor"], "panel_out_of_reach": ["ac.panels.p.reach"], "main_over_conductor": ["ac.main_cable.conductor"],
        "breaker_cannot_open": ["ac.circuits.c.rcd"], "rcd_missing": ["ac.main_rcd"],
        "rcd_type": ["ac.circuits.c.rcd"], "gfci_on_stepped_wave": ["inverter.chosen.waveform"], "outlet_in_shower": ["ac.circuits.c.zone"],
        "circuit_one_pole": ["ac.circuits.c.poles"], "unit_short": ["inverter.others.b.rated_w"], "unit_little_in_hand": ["inverter.others.b.rated_w"],
        "unit_surge_short": ["inverter.others.b.surge_w"], "loop": ["charging.chargers.charger.hangs_on"],
        "automatic_on_inverter": ["loads.steril.automatic"], "never_fed": ["loads.steril.hangs_on"], "bond_missing": ["inverter.bond"],
        "earth_cut": ["ac.earth"], "pme_earth": ["ac.earth_ashore"], "isolator_missing": ["ac.isolator"], "isolator_may_fail_open": ["ac.isolator"],
        "case_bond_thin": ["inverter.case_bond"], "bonding_thin": ["ac.bonding"], "main_one_pole": ["ac.main_poles"], "main_far": ["ac.main_way"], "main_over_inlet": ["charging.inlet.inlet_a"],
        "main_rcd_missing": ["ac.main_rcd"], "polarity_unseen": ["ac.polarity"],
    }.items()},
    **{f"wiring.{code}": [f"wiring.gear.a.{member}"] for code, member in {
        "gear_below_fuse": "rated_a", "gear_below_current": "rated_a", "gear_volts": "rated_v", "gear_many_lugs": "most_lugs",
        "gear_out_of_reach": "reach", "display_out_of_sight": "reach", "switch_one_pole": "poles", "gear_may_ignite": "ignition_protected", "no_main_switch": "there", "no_monitor": "there",
    }.items()},
    **{f"wiring.{code}": [f"wiring.negative.{member}"] for code, member in {
        "negative_past_bms": "past_bms", "negative_past_shunt": "past_shunt", "hull_return": "hull_return",
        "grounded_twice": "chassis_points", "chassis_joint_thin": "chassis_conductor",
    }.items()},
    "wiring.polarised_breaker": ["wiring.main.polarised"], "wiring.too_few_ways": ["wiring.gear.box.ways"],
    "wiring.circuit_switched_off": ["wiring.circuits.c.switched"], "wiring.circuit_dims_others": ["wiring.circuits.c.switched"],
    "storage.axle_overloaded": ["vehicle.payload.front_left_kg"], "inverter.far_from_bank": ["wiring.main.one_way_length"],
}  # fmt: skip


@pytest.mark.parametrize("code", UNKNOWN)
def test_a_rule_is_silent_while_nobody_has_said_what_it_hangs_on(code: str) -> None:
    """Each can be broken (its row), kept (the clinic) and unknown: then it does not speak."""
    row = next(changes for name, changes in BROKEN if name == code)
    unsaid = dict.fromkeys(UNKNOWN[code])
    assert code not in {finding.code for finding in evaluate(changed(CLINIC, {**row, **unsaid})).findings}


@pytest.mark.parametrize("code", OF_RUNS)
def test_a_rule_of_runs_is_silent_while_nobody_has_said_anything_of_the_run(code: str) -> None:
    key, said = OF_RUNS[code]
    broken = next(changes for name, changes in BROKEN if name == code)
    unsaid = {**broken, "wiring.runs": {key: {}}}
    assert code in {finding.code for finding in evaluate(changed(CLINIC, said_of_run(key, said))).findings}
    assert code not in {finding.code for finding in evaluate(changed(CLINIC, unsaid)).findings}


def test_of_a_sense_wire_nothing_is_told_while_nobody_has_looked_for_its_fuse() -> None:
    meter = {"wiring.gear": {"m": {"gear": "shunt"}}}
    for said in ({}, {SENSE: {"label": "S1"}}, {SENSE: {"fuse_a": 1}}):
        report = evaluate(changed(CLINIC, {**meter, "wiring.signals": said}))
        assert "wiring.sense_unfused" not in {finding.code for finding in report.findings}


def test_every_question_has_words_and_every_press_changes_the_answer() -> None:
    assert set(QUESTIONS) == set(questions_of_things())
    assert {one.member for one in questions_of_things().values() if one.answers and one.member} | {"fuse_a"} == set(ANSWERS)
    items = {
        "bank": {"kind": "bank", "parallel": 2, "series": 2, "bay": "vented_enclosure", "battery": {}},
        "cells": {"kind": "bank", "parallel": 2, "series": 2, "battery": {"chemistry": "nmc", "nominal_v": 25}},
        "alt": {"kind": "alternator"},
        "inv": {"kind": "inverter", "rated_w": 4000},
        "fed": {"kind": "inverter", "rated_w": 500, "feeds": "panel", "legs": 1},
        "board": {"kind": "ac_panel", "legs": 2},
        "box": {"kind": "ac_panel"},
        "guard": {"kind": "ac_guard"},
        "rcd": {"kind": "ac_guard", "device": "rcd", "rcd": "a"},
        "conv": {"kind": "shore_charger"},
        "ctl": {"kind": "controller"},
        "panel": {"kind": "panels"},
        "run": {"kind": "main_cable"},
        "fused": {"kind": "main_cable", "fuse_a": 300},
        "bar": {"kind": "dc_gear", "gear": "bus_bar"},
        "switch": {"kind": "switch", "does": "main"},
        "cord": {"kind": "cord", "rating": "na_50"},
    }
    motor = load(600, 1, feed="ac", start_factor=4)
    one = as_found(rig([motor], survey={"items": items}))
    for asked in evaluate(one).asked:
        assert "{" not in question(asked).what
        for answer, patch in asked.answers.items():
            assert answer_label(asked, answer)
            after, _ = edited(one, one.model_dump(mode="json"), patch)
            assert asked.key not in {still.key for still in evaluate(after).asked}
        if asked.entry is not None:  # typed where it is asked
            value = "6 ft" if asked.entry.kind == "length" else 4
            typed = value if asked.entry.new is None else {**asked.entry.new, asked.entry.member: value}
            after, _ = edited(one, one.model_dump(mode="json"), ({"op": "add", "path": asked.entry.path, "value": typed},))
            assert asked.key not in {still.key for still in evaluate(after).asked}
        # Nobody knows: it stays open, decides nothing, and comes last.
        aside = {"op": "add", "path": f"/survey/not_known/{asked.key}", "value": True}
        after, _ = edited(one, one.model_dump(mode="json"), (aside,))
        last = evaluate(after).asked[-1]
        assert (last.key, last.set_aside) == (asked.key, True)


def test_questions_come_place_by_place_where_a_danger_waits_first() -> None:
    bank = {"kind": "bank", "battery": {"chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100}, "place": "front bay"}
    items = {
        "ctl": {"kind": "controller", "position": 1, "place": "roof"},
        "bank": {**bank, "position": 2},
        "inv": {"kind": "inverter", "position": 3},
        "panel": {"kind": "panels", "position": 4, "place": "roof"},
    }
    asked = evaluate(as_found(rig([load(20, 5)], survey={"items": items}))).asked
    places = [one.place for one in asked]
    assert list(dict.fromkeys(places)) == ["front bay", "roof", ""]  # each place once
    assert next(one.grade for one in asked if one.place == "front bay") == "danger"


def test_no_step_is_complete_while_a_danger_waits_for_an_answer() -> None:
    bank = {"kind": "bank", "battery": {"chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100}}
    one = as_found(rig([load(20, 5)], survey={"items": {"bank": bank}}))
    report = evaluate(one)
    assert {asked.key for asked in report.asked if asked.grade == "danger"} == {
        "wiring.main_fuse@item:bank",
        "storage.bms@item:bank",
    }
    assert (report.steps["storage"], report.steps["wiring"]) == ("open", "open")
    told = evaluate(as_found(changed(one, {"survey.items.bank.bms": "fitted"})))
    assert told.steps["storage"] == "fits"


def test_demo_jobs_cut_off_after_every_step_are_judged_by_what_they_say(capsys: pytest.CaptureFixture[str]) -> None:
    """As a job grows step by step nothing is told of what comes later; the counts are printed."""
    later = {"storage": "storage", "inverter": "inverter", "solar": "solar", "charging": "charging", "wiring": "wiring"}
    for name, whole in example_rigs():
        counts = []
        for number, step in enumerate(STEPS):
            to_come = [later[one.name] for one in STEPS[number + 1 :] if one.name in later]
            bare = {section: Rig().model_dump(mode="json")[section] for section in to_come}
            bare |= {"ac": {}} if "inverter" in to_come else {}
            report = evaluate(changed(whole, bare))
            counts.append(f"{step.name} {len(report.findings)}/{len(report.asked)}")
            told = {finding.code for finding in report.findings if finding.step in to_come}
            # What was found hangs on chargers and cords; what is only planned later says nothing yet.
            assert {code for code in told if not whole.survey.items} == set(), (name, step.name)
        with capsys.disabled():
            sys.stdout.write(f"\n{name}: {', '.join(counts)}")
