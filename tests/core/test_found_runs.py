"""Cables and fuses that were found, and the runs that their words mean."""

from __future__ import annotations

from typing import Any

import pytest
from builders import changed, rig

from ryokan.core.evaluate import evaluate
from ryokan.core.rig import Rig
from ryokan.core.survey.fill import as_found
from ryokan.core.survey.fill_runs import laid_nowhere
from ryokan.core.topology.dc import dc_runs
from ryokan.core.wiring.things import name_of_run
from ryokan.operations.patches import edited

LOADS = {
    "lamp": {"name": "lamps", "draw": {"kind": "watts", "watts": 20}, "hours_per_day": 5},
    "fridge": {"name": "fridge", "draw": {"kind": "watts", "watts": 50}, "hours_per_day": 8},
    "pump": {"name": "water pump", "draw": {"kind": "watts", "watts": 60}, "hours_per_day": 0.3},
}
PANELS = {"kind": "panels", "count": 2, "watts_each": 200, "in_series": 2, "voc_v": 24, "vmp_v": 20, "isc_a": 10.4, "imp_a": 10}
THINGS: dict[str, Any] = {
    "bank": {"kind": "bank", "battery": {"chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 300}},
    "inv": {"kind": "inverter", "rated_w": 2000},
    "ways": {"kind": "dcdc", "output_a": 40, "output_v": 12},
    "shore": {"kind": "shore_charger", "output_a": 30},
    "sun": {"kind": "controller", "rated_a": 30, "method": "mppt"},
    "roof": {**PANELS, "name": "Roof"},
}


def found(**cables: dict[str, Any]) -> Rig:
    """A camper as found, and cables and fuses in it."""
    items = {id: {**one, "position": at} for at, (id, one) in enumerate({**THINGS, **cables}.items(), start=1)}
    return as_found(changed(rig([]), {"loads": LOADS, "survey.items": items}))


@pytest.mark.parametrize(
    ("words", "key"),
    [
        ("bus to inverter", "bus.pos>inverter:main.dc"),
        ("dc-dc to bus bar", "bus.pos>path:ways.out"),
        ("starter battery to the dc to dc", "alternator:any.pos>path:ways.in"),
        ("b2b output to leisure battery", "bus.pos>path:ways.out"),
        ("alternator to b2b", "alternator:any.pos>path:ways.in"),
        ("b2b", None),  # either of its ends
        ("mppt to battery", "bank.pos>controller:sun.bat"),
        ("solar controller to bus", "bank.pos>controller:sun.bat"),
        ("panels to mppt", "array:roof.out>controller:sun.pv"),
        ("roof to solar charger", "array:roof.out>controller:sun.pv"),
        ("solar charger", None),
        ("converter to bus", "bus.pos>charger:shore.out"),
        ("bus to fuse box", "bus.pos>panel.in"),
        ("fuse box to fridge", "panel.out>load:fridge.in"),
        ("fuse block to the water pump", "panel.out>load:pump.in"),
        ("battery to lamps", "panel.out>load:lamp.in"),
        ("battery to horn", None),
        ("pump", "panel.out>load:pump.in"),
        ("fuse block to lights", None),  # the lamps are called lamps
        ("solar", "array:roof.out>controller:sun.pv"),
        ("", None),
    ],
)
def test_words_mean_the_one_run_that_they_can_mean(words: str, key: str | None) -> None:
    rig = found(c={"kind": "cable", "runs": words, "conductor": "awg:8"})
    runs = {one: said.conductor for one, said in rig.wiring.runs.items()}
    assert runs == ({} if key is None else {key: "awg:8"})
    assert key is None or key in dc_runs(rig)
    assert laid_nowhere(rig) == ([words or "cable"] if key is None else [])


def test_what_a_survey_says_of_a_run_is_judged_and_what_a_hand_wrote_stays() -> None:
    cable = {"kind": "cable", "runs": "converter to bus", "conductor": "awg:14", "fuse_a": "none"}
    one = found(c=cable, f={"kind": "fuse", "guards": "fuse box", "rated_a": 60, "family": "blade"})
    key, feeder = "bus.pos>charger:shore.out", "bus.pos>panel.in"
    assert (one.wiring.runs[key].fuse_a, one.wiring.runs[feeder].fuse_a) == ("none", 60)
    codes = {finding.code for finding in evaluate(one).findings}
    assert "wiring.run_unfused" in codes
    assert "wiring.run_undersized" not in codes  # with the best insulation 14 AWG bears 35 A

    document = one.model_dump(mode="json")
    by_hand = [{"op": "add", "path": f"/wiring/runs/{key}/length", "value": "2 m"}]
    one, document = edited(one, document, by_hand)
    thinner = [{"op": "add", "path": "/survey/items/c/conductor", "value": "awg:18"}]
    one, document = edited(one, document, thinner)
    assert (one.wiring.runs[key].length is not None, one.wiring.runs[key].conductor) == (True, "awg:18")
    told = [finding for finding in evaluate(one).findings if finding.code == "wiring.run_undersized"]
    assert [finding.variant for finding in told] == ["best"]  # 20 A at most, whatever it is made of
    one, _ = edited(one, document, [{"op": "remove", "path": "/survey/items/c"}])
    assert (one.wiring.runs[key].conductor, one.wiring.runs[key].fuse_a) == (None, None)


def test_a_fuse_for_the_inverter_is_the_main_one_where_the_main_cable_leads_to_it() -> None:
    fuse = {"kind": "fuse", "guards": "inverter", "rated_a": 250, "family": "anl", "breaks_a": 6000}
    main = {"kind": "main_cable", "conductor": "awg:2/0"}
    one = found(m=main, f=fuse)
    assert (one.wiring.main.fuse_a, one.wiring.main.fuse_breaks_a, one.wiring.runs) == (250, 6000, {})
    assert found(m={**main, "fuse_a": 300}, f=fuse).wiring.main.fuse_a == 300
    beside = found(m=main, f=fuse, c={"kind": "cable", "runs": "bus to inverter", "conductor": "awg:2/0"})
    assert (beside.wiring.main.fuse_a, beside.wiring.runs["bus.pos>inverter:main.dc"].fuse_a) == (None, 250)


def test_a_cable_belongs_to_a_load_that_is_written_down_only_later() -> None:
    one = found(c={"kind": "cable", "runs": "fuse box to heater", "conductor": "awg:16"})
    assert one.wiring.runs == {}
    heater = {"name": "heater", "draw": {"kind": "watts", "watts": 30}, "hours_per_day": 8}
    after, written = edited(one, one.model_dump(mode="json"), [{"op": "add", "path": "/loads/h", "value": heater}])
    assert after.wiring.runs["panel.out>load:h.in"].conductor == "awg:16"
    assert after.model_dump(mode="json") == written


BATTERY = {"chemistry": "agm", "nominal_v": 6, "capacity_ah": 200}


@pytest.mark.parametrize(
    ("bank", "links"),
    [
        ({"series": 2, "parallel": 1, "battery": BATTERY}, ["string:1.link>string:1.pos"]),
        ({"series": 2, "parallel": 2, "battery": BATTERY}, ["bank.links>bank.pos", "string:1.link>string:1.pos", "string:2.link>string:2.pos"]),
        # of lithium side by side the jumpers are the leads of its strings
        ({"parallel": 2, "battery": {"chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100}}, ["string:1.pos>bank.pos", "string:2.pos>bank.pos"]),
    ],
)  # fmt: skip
def test_links_of_the_bank_are_said_all_at_once(bank: dict[str, Any], links: list[str]) -> None:
    rig = found(bank={"kind": "bank", **bank}, c={"kind": "cable", "runs": "battery links", "conductor": "awg:4"})
    assert {key: said.conductor for key, said in rig.wiring.runs.items()} == dict.fromkeys(links, "awg:4")
    assert laid_nowhere(rig) == []


def test_cables_of_the_mains_lie_on_no_run_of_direct_current() -> None:
    panel = {"kind": "ac_panel", "main_a": 30}
    inlet = {"kind": "cable", "runs": "inlet to panel", "conductor": "awg:12"}
    outlets = {"kind": "cable", "name": "outlets", "conductor": "awg:14", "fuse_a": 20}
    rig = found(p=panel, i=inlet, o=outlets, d={"kind": "cable", "name": "12V outlets", "conductor": "awg:14"})
    assert rig.wiring.runs == {} and laid_nowhere(rig) == ["12V outlets"]
    told = {finding.key for finding in evaluate(rig).findings}
    assert {"ac.main_over_conductor", "ac.breaker_over_conductor@circuit:outlets"} <= told
    gone = found(p=panel)
    assert gone.ac.main_cable.conductor is None and "outlets" not in gone.ac.circuits


def test_a_fix_that_takes_another_fuse_takes_nothing_of_what_was_printed_on_the_old_one() -> None:
    printed = {"fuse_family": "anl", "fuse_v": 32, "fuse_breaks_a": 6000}
    lamp = {"conductor": "awg:16", "fuse_a": 30, "length": "3 m", **printed}
    one = changed(
        rig([]), {"loads": LOADS, "storage.bank": {"nominal_ah": 200}, "wiring.runs": {"panel.out>load:lamp.in": lamp}}
    )
    one = changed(one, {"wiring.main": {"conductor": "awg:4", "fuse_a": 400, **printed}})
    for code, of in (("wiring.run_fuse_above_ampacity", "runs"), ("wiring.fuse_above_ampacity", "main")):
        finding = next(finding for finding in evaluate(one).findings if finding.code == code)
        after, _ = edited(one, one.model_dump(mode="json"), list(finding.fixes[0].patch))
        said = after.wiring.main if of == "main" else after.wiring.runs["panel.out>load:lamp.in"]
        assert (said.fuse_family, said.fuse_v, said.fuse_breaks_a) == (None, None, None)


def test_runs_are_called_by_where_they_come_from_and_what_they_lead_to() -> None:
    panel = {"part": {"kind": "panel", "name": "p", "rated_w": 160, "voc_v": 22, "vmp_v": 18, "isc_a": 9.5, "imp_a": 8.9}}
    strings = {f"s{n}": {"position": n, "panels": {f"p{n}": {"part": "own:p"}}} for n in (1, 2)}
    roof = {"name": "Roof", "controller": "c", "junction_box": "fitted", "strings": strings}
    changes: dict[str, Any] = {
        "loads": LOADS,
        "own_parts": {
            "p": panel,
            "u": {"part": {"kind": "battery", "name": "u", "chemistry": "agm", "nominal_v": 6, "capacity_ah": 200}},
        },
        "solar.controllers": {"c": {"name": "Sun charger", "rated_a": 30}},
        "solar.arrays": {"a": roof},
        "storage.chemistry": "agm",
        "storage.bank": {"units": {"part": "own:u", "series": 2, "parallel": 2}},
        "wiring.solar_joins": "charge_bus",
        "wiring.inverter_joins": "battery",
    }
    one = changed(rig([]), changes)
    names = {key: name_of_run(one, run) for key, run in dc_runs(one).items()}
    assert names["pvstring:s2.out>array:a.in"] == "string 2 of Roof to its box"
    assert names["string:2.link>string:2.pos"] == "links within string 2"
    assert names["bank.links>bank.pos"] == "links between the strings"
    assert names["charge.pos>controller:c.bat"] == "charge bus to Sun charger"
    assert names["bank.pos>inverter:main.dc"] == "bank to the inverter"
