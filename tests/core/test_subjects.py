"""A finding is known by its code and by what it is about: letting one thing stand silences no other."""

from __future__ import annotations

from typing import Any

import pytest
from builders import ROOT, changed, example, rig
from test_findings import (
    CLINIC,
    FEEDER,
    LINK,
    OF_ALTERNATORS,
    OF_ARRAYS,
    OF_CIRCUITS,
    OF_CONTROLLERS,
    OF_DEVICES,
    OF_GEAR,
    OF_GENERATORS,
    OF_OTHER_BANKS,
    OF_PANELS,
    OF_ROOF,
    OF_RUNS,
    OF_STRINGS,
    OF_UNITS,
    OF_WAYS,
    OLD_BANK,
    ONE_STRING,
    RAISED,
    STEEPED,
    STOWED,
    TO_INVERTER,
    of_gear,
    of_units,
    on_circuits,
    panels,
    said_of_run,
)

from ryokan.core.evaluate import evaluate
from ryokan.core.findings.model import RULES, Finding
from ryokan.core.job_file import read_job_file
from ryokan.core.rig import Rig
from ryokan.core.solar.rules_of_strings import name_of_array
from ryokan.core.survey.sights import sights
from ryokan.core.wiring.identity import hash_of_run
from ryokan.core.wiring.numbering import with_numbers
from ryokan.wording.findings import sentence

CORD = {"kind": "cord", "rating": "na_15"}
FAR = {"lat_deg": 0.0, "lon_deg": -140.0}
SOUTH = {"lat_deg": -40.0, "lon_deg": 175.0}
ISLAND = {"kind": "inverter", "name": "old", "rated_w": 2000, "battery_v": 24, "waveform": "modified_sine"}

# A rule, what makes two things break it, and the subject and the name of each. Names differ in a digit alone where they can.
TWINS: list[tuple[str, dict[str, Any], dict[str, str]]] = [
    ("survey.damaged_bank_stays", {"survey.items": {f"b{n}": {**OLD_BANK, "name": f"Bank {n}", "fate": "stays", "condition": "damaged"} for n in (1, 2)}}, {"item:b1": "Bank 1", "item:b2": "Bank 2"}),
    ("survey.damaged_part_stays", {"survey.items": {f"c{n}": {**CORD, "name": f"Cord {n}", "fate": "stays", "condition": "damaged"} for n in (1, 2)}}, {"item:c1": "Cord 1", "item:c2": "Cord 2"}),
    ("survey.capacity_not_measured", {"survey.items": {f"b{n}": {**OLD_BANK, "name": f"Bank {n}", "fate": "stays", "age_years": 2.5} for n in (1, 2)}}, {"item:b1": "Bank 1", "item:b2": "Bank 2"}),
    ("survey.second_bank", {"survey.items": {f"b{n}": {**OLD_BANK, "name": f"Bank {n}", "fate": "stays"} for n in (1, 2, 3)}}, {"item:b2": "Bank 2", "item:b3": "Bank 3"}),
    ("survey.second_inverter", {"survey.items": {f"i{n}": {"kind": "inverter", "rated_w": 3000 - n, "name": f"Inverter {n}", "fate": "stays"} for n in (1, 2, 3)}}, {"item:i2": "Inverter 2", "item:i3": "Inverter 3"}),
    ("survey.cord_below_charger", {"survey.items": {f"c{n}": {**CORD, "name": f"Cord {n}"} for n in (1, 2)}, "charging.chargers.charger.output_a": 90}, {"item:c1": "Cord 1", "item:c2": "Cord 2"}),
    ("charging.link_in_a_loop", {"links": {f"{way}{n}": {**LINK, "system": f"Trailer {n}", "gives": way == "out"} for way in ("out", "in") for n in (1, 2)}}, {"link:in1+link:out1": "Trailer 1", "link:in2+link:out2": "Trailer 2"}),
    ("charging.link_of_gone_stay", {"links": {f"l{n}": {**LINK, "system": f"Trailer {n}", "gives": False, "absent_at": ["gone"]} for n in (1, 2)}}, {"link:l1": "Trailer 1", "link:l2": "Trailer 2"}),
    ("brief.mains_unlike_hookups", {"region.mains_v": 230, "stays.valley.hookup": "na_15", "stays.depot.hookup": "na_30"}, {"stay:valley": "", "stay:depot": ""}),
    ("brief.stays_overlap", {"stays.depot.arrives": "2027-05-03", "stays.depot.nights": 9, "stays.valley.arrives": "2027-05-05", "stays.valley.nights": 4, "stays.third": {"place": "Quay 3", "month": 5, "arrives": "2027-05-08", "nights": 1}}, {"stay:depot+stay:valley": "", "stay:depot+stay:third": "", "stay:third+stay:valley": ""}),
    ("brief.gap_between_stays", {"stays.depot.arrives": "2027-05-03", "stays.depot.nights": 2, "stays.valley.arrives": "2027-05-09", "stays.valley.nights": 2, "stays.third": {"place": "Quay 3", "month": 5, "arrives": "2027-05-20"}}, {"stay:depot+stay:valley": "", "stay:third+stay:valley": ""}),
    ("brief.hemisphere_unlike_places", {f"stays.{id}.{member}": value for id in ("depot", "valley") for member, value in SOUTH.items()}, {"stay:depot": "", "stay:valley": ""}),
    ("solar.no_place_yet", {"solar.sun_from": "places"}, {"stay:depot": "", "stay:valley": ""}),
    ("solar.place_far_from_data", {"solar.sun_from": "places", **{f"stays.{id}.{member}": value for id in ("depot", "valley") for member, value in FAR.items()}, "stays.depot.hookup": "none", "stays.valley.hookup": "none"}, {"stay:depot": "", "stay:valley": ""}),
    ("loads.device_window", {"loads.fan.lowest_v": 23, "loads.fan.name": "Fan 1", "loads.pump.lowest_v": 23, "loads.pump.name": "Fan 2"}, {"load:fan": "Fan 1", "load:pump": "Fan 2"}),
    ("inverter.modified_sine", {"inverter.chosen.waveform": "modified_sine"}, {"load:laptop": "", "load:steril": ""}),
    ("storage.compartment_gone", {"storage.compartment": "attic", "inverter.compartment": "attic"}, {"part:bank": "bank", "part:inverter": "inverter"}),
    ("storage.axle_overloaded", {"vehicle.payload.front_left_kg": 0, "vehicle.payload.rear_left_kg": 0}, {"axle:front": "front", "axle:rear": "rear"}),
    ("storage.too_many_units", {"storage.bank": {"units": {"part": "own:few", "series": 2, "parallel": 5}}, "own_parts.few": {"standing": "spare", "part": {"kind": "battery", "name": "few", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100, "max_parallel": 4, "max_series": 1}}}, {"way:series": "series", "way:parallel": "parallel"}),
]  # fmt: skip


def twice(changes: dict[str, Any]) -> dict[str, Any]:
    """The same array and controller a second time, each under names of their own."""
    ((_, array),) = changes["solar.arrays"].items()
    controller = next(iter(changes.get("solar.controllers", {}).values()), {})
    arrays, controllers = {}, {}
    for n in (1, 2):
        wired = {f"r{n}-s{at}": string for at, string in enumerate(array["strings"].values(), start=1)}
        arrays[f"r{n}"] = {**array, "name": f"Row {n}", "strings": wired, "controller": f"k{n}", "position": n}
        controllers[f"k{n}"] = {**controller, "name": f"Controller {n}", "position": n}
    return {**changes, "solar.arrays": arrays, "solar.controllers": controllers}


TWINS += [(code, twice(row), {"array:r1": "Row 1", "array:r2": "Row 2"}) for code, row in OF_ARRAYS.items()]
TWINS += [
    (
        code,
        twice(row),
        {
            f"string:r{n}-s1": f"{'string 1' if code == 'solar.unlike_in_series' else 'each of strings 1 to 3'} of Row {n}"
            for n in (1, 2)
        },
    )
    for code, row in OF_STRINGS.items()
]
TWINS += [(code, row, things) for code, (row, things) in OF_ROOF.items()]
TWINS += [
    (code, twice(row), {"array:r1": "Row 1", "array:r2": "Row 2"})
    for code, row in (("solar.raised_shades", RAISED), ("solar.stowage_unfit", STOWED))
]
TWINS += [
    (code, twice(row), {"controller:k1": "Controller 1", "controller:k2": "Controller 2"})
    for code, row in OF_CONTROLLERS.items()
]


def two_of(changes: dict[str, Any]) -> dict[str, Any]:
    """The same alternator, way, charger, generator or bank a second time, each under a name of its own."""
    one = changed(CLINIC, changes).model_dump(mode="json")
    charging, storage = one["charging"], one["storage"]
    twins = {**changes, "charging.refill_hours": charging["refill_hours"]}
    for key in [key for key in twins if key.startswith(("charging.", "storage.others")) and key != "charging.refill_hours"]:
        del twins[key]
    (alternator,), (way,), (charger,) = (charging[name].values() for name in ("alternators", "paths", "chargers"))
    numbered = (1, 2)
    return {
        **twins,
        "charging.alternators": {f"a{n}": {**alternator, "name": f"Alternator {n}", "position": n} for n in numbered},
        "charging.paths": {f"w{n}": {**way, "name": f"Way {n}", "alternator": f"a{n}", "position": n} for n in numbered},
        "charging.chargers": {f"c{n}": {**charger, "name": f"Charger {n}", "position": n} for n in numbered},
        "charging.generators": {
            f"g{n}": {**generator, "name": f"Generator {n}", "position": n}
            for generator in charging["generators"].values() for n in numbered
        },
        "storage.others": {
            f"b{n}": {**bank, "name": f"Bank {n}", "position": n} for bank in storage["others"].values() for n in numbered
        },
    }  # fmt: skip


TWINS += [
    (code, two_of(row), {f"{family}:{letter}{n}": f"{name} {n}" for n in (1, 2)})
    for rows, family, letter, name in (
        (OF_WAYS, "path", "w", "Way"),
        (OF_ALTERNATORS, "alternator", "a", "Alternator"),
        (OF_GENERATORS, "generator", "g", "Generator"),
        (OF_DEVICES, "charger", "c", "Charger"),
        (OF_OTHER_BANKS, "bank", "b", "Bank"),
    )
    for code, row in rows.items()
]
TWO_PANELS = {"panel:p": "Panel 1", "panel:q": "Panel 2"}


def two_panels(changes: dict[str, Any]) -> dict[str, Any]:
    """The same panel a second time."""
    only = changes["ac.panels"]["p"]
    return {**changes, "ac.panels": {"p": only, "q": {**only, "name": "Panel 2", "position": 2}}}


TWINS += [(code, two_panels(row), TWO_PANELS) for code, row in OF_PANELS.items()]
TWINS += [
    (
        code,
        {
            **on_circuits(names=("c", "d"), **circuit),
            "loads.lens.hangs_on": "circuit:d",
            "loads.lens.draw": {"kind": "watts", "watts": 800},
            "loads.lens.power_factor": 1,
            **more,
        },
        {"circuit:c": "Circuit 1", "circuit:d": "Circuit 2"},
    )
    for code, (circuit, more) in OF_CIRCUITS.items()
]
TWINS += [
    (
        code,
        {
            "inverter.others": {f"b{n}": {"name": f"Unit {n}", "position": n, **unit} for n in (1, 2)},
            "loads.steril.hangs_on": "inverter:b1",
            "loads.lens.hangs_on": "inverter:b2",
            "loads.lens.draw": {"kind": "watts", "watts": 800},
            "loads.lens.power_factor": 1,
        },
        {"inverter:b1": "Unit 1", "inverter:b2": "Unit 2"},
    )
    for code, unit in OF_UNITS.items()
]
TWO_CHARGERS = {f"c{n}": {"name": f"Charger {n}", "position": n, "output_a": 20, "hangs_on": "circuit:c"} for n in (1, 2)}
MEANT_FOR_HOOKUPS = {f"loads.{id}.{name}": value for id in ("steril", "lens") for name, value in STEEPED.items()}
ON_NOTHING = {"ac.panels": panels(feeds={"f": {"source": "generator:gone"}}), "ac.circuits": {"c": {"panel": "p"}}}
TWINS += [
    ("ac.loop", {**on_circuits(), "charging.chargers": TWO_CHARGERS}, {"charger:c1": "Charger 1", "charger:c2": "Charger 2"}),
    ("ac.automatic_on_inverter", {**on_circuits(), **MEANT_FOR_HOOKUPS}, {"load:steril": "", "load:lens": ""}),
    ("ac.never_fed", {**ON_NOTHING, "loads.steril.hangs_on": "circuit:c", "loads.lens.hangs_on": "circuit:c"}, {"load:steril": "", "load:lens": ""}),
    ("ac.bond_missing", {"ac.panels": panels(feeds={"v": {"source": "inverter:main", "onto": "first"}, "w": {"source": "inverter:b", "onto": "second"}}, legs=2), "inverter.others": {"b": {"name": "Unit b", "bond": "none"}}, "inverter.bond": "none"}, {"inverter:main": "the inverter", "inverter:b": "Unit b"}),
]  # fmt: skip
# What breaks the same rule on another run, and which; otherwise what breaks it on the lamps breaks it on the pump.
PUMP, WAY_OUT = "panel.out>load:pump.in", "bus.pos>path:path.out"
ON_ANOTHER_RUN: dict[str, tuple[str, dict[str, Any]]] = {
    "wiring.run_fuse_below_load": (WAY_OUT, {"fuse_a": 30}),
    "wiring.run_fuse_little_in_hand": (WAY_OUT, {"fuse_a": 40}),
    "wiring.run_window_closed": ("bank.pos>controller:controller.bat", {"conductor": "awg:2"}),
    "wiring.run_fuse_far": (PUMP, {"fuse_way": "2 m"}),
    "wiring.run_no_size": (WAY_OUT, {"length": "60 m"}),
    "wiring.run_gone": ("panel.out>load:old.in", {"label": "Old pump"}),
}


def on_two_runs(code: str) -> tuple[dict[str, Any], dict[str, str]]:
    """A rule broken by two runs, and the subjects of its findings with what each is called, where the case has no label."""
    key, said = OF_RUNS[code]
    usual = WAY_OUT if key.endswith(">charger:charger.out") else PUMP
    other, said_of_other = ON_ANOTHER_RUN.get(code, (usual, said))
    changes = said_of_run(key, said)
    changes["wiring.runs"] = changes["wiring.runs"] | {other: said_of_other}
    return changes, {f"run:{hash_of_run(one)}": of.get("label", "") for one, of in ((key, said), (other, said_of_other))}


AT_START, LINKS, SUN = "wiring.run_fuse_opens_at_start", "wiring.link_below_fuse", "wiring.run_sun_factor"
TWINS += [(code, *on_two_runs(code)) for code in OF_RUNS if code not in (AT_START, LINKS, SUN)]
TWO_ROOFS = twice(ONE_STRING | {"solar.controllers": CLINIC.model_dump(mode="json")["solar"]["controllers"]})
FROM_ROOFS = {f"array:r{n}.out>controller:k{n}.pv": OF_RUNS[SUN][1] for n in (1, 2)}
TWINS += [(SUN, TWO_ROOFS | {"wiring.runs": FROM_ROOFS}, {f"run:{hash_of_run(key)}": "" for key in FROM_ROOFS})]
OF_STRINGS_TOO = {f"string:{n}.pos>bank.pos": {"fuse_a": 300} for n in (1, 2)}
THIN_LINKS = {f"string:{n}.link>string:{n}.pos": {"conductor": "awg:3/0"} for n in (1, 2)}
TWINS += [
    (LINKS, {**of_units(2), "wiring.runs": OF_STRINGS_TOO | THIN_LINKS}, {f"run:{hash_of_run(key)}": "" for key in THIN_LINKS})
]
STARTS = {"wiring.main.fuse_a": 20, "wiring.main.fuse_family": "blade", "wiring.runs": {TO_INVERTER: OF_RUNS[AT_START][1]}}
TWINS += [(AT_START, STARTS, {"run:main": "", f"run:{hash_of_run(TO_INVERTER)}": ""})]
TWINS += [
    (code, of_gear(code, "a", "b"), {"gear:a": "Thing a", "gear:b": "Thing b"})
    for code in OF_GEAR
    if "there" not in OF_GEAR[code]
]
DETECTORS = {"loads.lamps.name": "gas detector", "loads.pump.name": "bilge pump"}
ON_CIRCUITS = {
    id: {"name": f"Circuit {id}", "loads": [load], "switched": "dimmer"} for id, load in (("a", "lamps"), ("b", "pump"))
}
TWO_METERS = {f"m{n}": {"gear": "shunt", "name": f"Meter {n}", "position": n} for n in (1, 2)}
SENSED = {f"bank.sense>gear:m{n}.sense": {"fuse_a": "none"} for n in (1, 2)}
TWINS += [
    (
        "wiring.sense_unfused",
        {"wiring.gear": TWO_METERS, "wiring.signals": SENSED},
        {f"wire:{hash_of_run(key)}": f"bank to Meter {n}, sense and supply" for n, key in enumerate(SENSED, start=1)},
    )
]
BOTH_CIRCUITS = {"circuit:a": "Circuit a", "circuit:b": "Circuit b"}
TWINS += [
    ("wiring.circuit_switched_off", {**DETECTORS, "wiring.circuits": ON_CIRCUITS}, BOTH_CIRCUITS),
    ("wiring.circuit_dims_others", {"loads.lamps.group": "other", "wiring.circuits": ON_CIRCUITS}, BOTH_CIRCUITS),
]
CHARGES_TOO = {
    "inverter.chosen.charger_a": 50,
    "wiring.main.polarised": "yes",
    "wiring.runs": {TO_INVERTER: {"polarised": "yes"}},
}
TWINS += [("wiring.polarised_breaker", CHARGES_TOO, {"run:main": "", f"run:{hash_of_run(TO_INVERTER)}": ""})]
PLACES = {f"p{n}": {"name": f"Bay {n}", "seen": dict.fromkeys(sights(), "seen")} for n in (1, 2)}
TWINS += [(f"survey.seen_{code}", {"survey.looks": PLACES}, {"place:p1": "Bay 1", "place:p2": "Bay 2"}) for code in sights()]

# Rules that judge one thing at a time and are never broken by two at once: the one compartment that is chosen, the load that
# draws most. What was let stand about it is silent about the next one that is chosen.
ONE_AT_A_TIME = {
    "storage.compartment_too_small": (
        {"storage.bank": {"units": {"part": "own:sized", "series": 2, "parallel": 3}}},
        "storage",
    ),
    "storage.bank_with_gas": ({"space.compartments.chest.gas": True}, "storage"),
    "storage.bay_unlike_compartment": ({"storage.bay": "outside", "space.compartments.chest.living_space": True}, "storage"),
    "inverter.compartment_unfit": ({"space.compartments.chest.wet": True}, "inverter"),
    "inverter.near_a_bed": ({"space.compartments.chest.near_bed": True}, "inverter"),
    "inverter.switch_out_of_reach": ({"space.compartments.chest.reached": "outside"}, "inverter"),
    "inverter.not_ignition_protected": ({"space.compartments.chest.engine_space": True, "vehicle.fuel": "petrol"}, "inverter"),
}


def of_code(rig: Rig, code: str) -> list[Finding]:
    return [finding for finding in evaluate(rig).findings if finding.code == code]


def let_stand(rig: Rig, *findings: Finding) -> Rig:
    kept = {
        one.key: {
            "reason": "they know",
            "by": "Ines",
            "on": "2026-05-01",
            "said": "…",
            "excess": one.excess,
            "words": {**one.words, **one.measures},
        }
        for one in findings
    }
    return changed(rig, {"overruled": kept})


@pytest.mark.parametrize(("code", "changes", "things"), TWINS, ids=[code for code, _, _ in TWINS])
def test_each_thing_has_its_own_finding_and_letting_one_stand_silences_no_other(
    code: str, changes: dict[str, Any], things: dict[str, str]
) -> None:
    rig = changed(CLINIC, changes)
    found = of_code(rig, code)

    assert {one.subject for one in found} >= set(things)
    for one in found:
        words = sentence(one, evaluate(rig).figures, "us")
        assert one.name.lower() in words.what.lower()
        assert one.name == (things.get(one.subject) or one.name)
    if found[0].severity != "danger":
        first, *others = found
        assert [one.subject for one in of_code(let_stand(rig, first), code)] == [one.subject for one in others]
        assert of_code(let_stand(rig, *found), code) == []


@pytest.mark.parametrize("code", ONE_AT_A_TIME)
def test_letting_a_compartment_stand_says_nothing_of_the_next_whatever_their_names(code: str) -> None:
    changes, section = ONE_AT_A_TIME[code]
    chest = changed(CLINIC, {**changes, f"{section}.compartment": "chest", "space.compartments.chest.name": "Locker 1",
                             **({"space.compartments.chest.length_m": 0.4} if code == "storage.compartment_too_small" else {})})  # fmt: skip
    boxes = chest.model_dump(mode="json")["space"]["compartments"]
    twins = changed(chest, {"space.compartments.next": {**boxes["chest"], "name": "Locker 2"}})
    (one,) = of_code(twins, code)

    assert (one.subject, one.name) == ("compartment:chest", "Locker 1")
    if one.severity == "danger":
        return
    silent = let_stand(twins, one)
    assert of_code(silent, code) == []
    assert [other.subject for other in of_code(changed(silent, {f"{section}.compartment": "next"}), code)] == [
        "compartment:next"
    ]
    # The same thing under another name is the same thing.
    assert of_code(changed(silent, {"space.compartments.chest.name": "Locker 9"}), code) == []


def test_every_rule_that_judges_many_things_is_tried() -> None:
    of_each = {code for code, rule in RULES.items() if rule.each is not None}
    assert of_each == {code for code, _, _ in TWINS} | set(ONE_AT_A_TIME) | {"loads.lower_step_would_do"}


def test_what_was_let_stand_before_findings_had_subjects_covers_what_it_names_and_nothing_else() -> None:
    """As the program of version 2 wrote it: two cords and Locker 1 by name, and a bank that is short."""
    file = read_job_file((ROOT / "tests/fixtures/job-v2.json").read_bytes())
    rig = file.options[0].rig

    def standing(**changes: Any) -> set[str]:
        return {finding.key for finding in evaluate(changed(rig, changes)).findings}

    damaged = "survey.damaged_part_stays@item:"
    assert rig.schema_version == 9
    assert standing() == {"inverter.run_shorter_than_way"}
    cord = rig.model_dump(mode="json")["survey"]["items"]["cord-1"]
    assert standing(**{"survey.items.cord-3": {**cord, "name": "Cord 3"}}) >= {f"{damaged}cord-3"}
    assert standing(**{"survey.items.cord-12": {**cord, "name": "Cord 12"}}) >= {f"{damaged}cord-12"}
    assert standing(**{"inverter.compartment": "locker-2"}) >= {"inverter.near_a_bed@compartment:locker-2"}
    assert standing(**{"storage.bank.nominal_ah": 380}) >= {"storage.deeper_than_allowed"}
    assert standing(**{"storage.bank.nominal_ah": 200}) >= {"storage.days_short"}


def test_a_rule_says_the_same_of_a_thing_when_another_one_comes_before_it() -> None:
    """The order of the rig is the order of the findings, and none is about “the first”."""
    one = changed(example("clinic"), {"loads.pump.lowest_v": 23})
    two = changed(one, {"loads.fan.lowest_v": 23})

    (alone,) = of_code(one, "loads.device_window")
    assert alone in of_code(two, "loads.device_window")


def test_strings_wired_alike_have_one_finding_and_another_fuse_is_another() -> None:
    rows = {
        f"s{n}": {"position": n, "panels": {"p": {"part": "own:sun"}}, "fuse_a": fuse}
        for n, fuse in enumerate((8, 8, 12, 8, 7), start=1)
    }
    array = {"name": "Row", "strings": rows, "controller": "c"}
    report = evaluate(
        changed(CLINIC, {"solar.arrays": {"a": array}, "solar.controllers": {"c": {"rated_a": 85, "method": "mppt"}}})
    )
    found = {one.key: one.name for one in report.findings if one.code == "solar.string_fuse_outside"}
    assert found == {
        "solar.string_fuse_outside@string:s1": "each of strings 1, 2 and 4 of Row",
        "solar.string_fuse_outside@string:s3": "string 3 of Row",
        "solar.string_fuse_outside@string:s5": "string 5 of Row",
    }


def test_arrays_without_a_name_are_told_apart_by_number_where_several_lie_in_one_place() -> None:
    arrays = {
        "begun": {"position": 0}, "a": {"position": 1, "plain_w": 100}, "b": {"position": 2, "plain_w": 60},
        "c": {"position": 3, "plain_w": 80, "name": "Old ones"}, "d": {"position": 4, "plain_w": 90, "place": "arch"},
        "e": {"position": 5, "plain_w": 50, "place": "carried"},
    }  # fmt: skip
    one = rig(solar={"arrays": arrays})
    assert [name_of_array(one, id) for id in arrays] == [
        "the array on the roof", "array 1 on the roof", "array 2 on the roof", "Old ones", "the array on the arch", "the portable array",
    ]  # fmt: skip


def test_what_stands_of_a_run_without_a_number_goes_on_standing_when_it_gets_one() -> None:
    unnumbered = changed(CLINIC, said_of_run(FEEDER, {"make": "solid"}))
    (solid,) = of_code(unnumbered, "wiring.run_solid")
    counted = with_numbers(let_stand(unnumbered, solid))
    assert solid.subject == f"run:{hash_of_run(FEEDER)}"
    assert [one.key for one in evaluate(counted).overruled] == [f"wiring.run_solid@run:{counted.wiring.numbers[FEEDER]}"]
    assert with_numbers(counted) is counted
