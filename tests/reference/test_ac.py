"""The AC side against hand-worked cases, and the walk through it against a general graph search over networks at random."""

from __future__ import annotations

import tomllib
from typing import Any

import networkx as nx
import pytest
from builders import ROOT
from hypothesis import given, settings
from hypothesis import strategies as st

from ryokan.core.ac.card import card
from ryokan.core.ac.picture import pictures
from ryokan.core.ac.states import ac_states
from ryokan.core.evaluate import evaluate
from ryokan.core.figure import Sheet
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import State, in_mode, loops, modes_of
from ryokan.core.topology.network import ac_network
from ryokan.wording.ac_pages import in_sentences, step_in_words

CASES: list[dict[str, Any]] = tomllib.loads((ROOT / "tests/reference/ac.toml").read_text())["case"]
NO_CHARGERS: dict[str, Any] = {"alternators": {}, "paths": {}, "chargers": {}}


def wired(case: dict[str, Any]) -> Rig:
    """The rig of a case: 200 Ah of lithium at 12 V, and loads by their watts for an hour."""
    loads = {
        id: {"hours_per_day": 1, "draw": {"kind": "watts", "watts": said["watts"]}}
        | {name: value for name, value in said.items() if name != "watts"}
        for id, said in case.get("loads", {"lamp": {"name": "lamp", "watts": 10}}).items()
    }
    parts = {name: case[name] for name in ("region", "vehicle", "ac", "inverter", "stays") if name in case}
    return Rig.model_validate(
        {"stays": {"first": {}}, "storage": {"bank": {"nominal_ah": 200}}, "loads": loads,
         "charging": {**NO_CHARGERS, **case.get("charging", {})}, **parts}
    )  # fmt: skip


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_what_feeds_what_in_each_mode(case: dict[str, Any]) -> None:
    rig = wired(case)
    for mode, expected in case.get("fed", {}).items():
        state = in_mode(rig, mode)
        assert {node: sorted(state.sources_of(node)) for node in expected} == expected, mode


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_where_neutral_meets_earth_in_each_mode(case: dict[str, Any]) -> None:
    rig = wired(case)
    for mode, expected in case.get("bonds", {}).items():
        state = in_mode(rig, mode)
        found = {node: state.neutral_of(node) for node in expected}
        assert {node: None if one is None else list(one.closed) for node, one in found.items()} == expected, mode


@pytest.mark.parametrize("case", [case for case in CASES if "loops" in case], ids=lambda case: case["name"])
def test_what_goes_in_a_ring(case: dict[str, Any]) -> None:
    rig = wired(case)
    network = ac_network(rig)
    found = loops(network, [in_mode(rig, mode, network) for mode in modes_of(rig)])
    assert {id: list(modes) for id, modes in found.items()} == case["loops"]


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_figures_and_findings_come_out(case: dict[str, Any]) -> None:
    report, says = evaluate(wired(case)), case.get("says", {})
    for key, expected in case.get("figures", {}).items():
        value = report.figures[key].value
        assert value == (expected if isinstance(expected, str) else pytest.approx(expected, rel=2e-5)), key
    keys = {name for finding in report.findings for name in (finding.key, finding.code)}
    assert sorted(set(says.get("told", ())) - keys) == []
    assert sorted(set(says.get("silent", ())) & keys) == []
    assert sorted(set(says.get("absent", ())) & report.figures.keys()) == []


# Networks at random: some of them are no sense, and the walk has to say of each what a general search says.
PANEL_IDS, CIRCUIT_IDS, UNIT_IDS = ("a", "b", "c"), ("k", "l", "m", "n"), ("main", "two")
SOURCES = st.sampled_from(["inlet", "inverter:main", "inverter:two", "generator:g", "panel:a", "panel:b", "panel:c"])
FEEDS = st.lists(SOURCES, min_size=0, max_size=3, unique=True)
TRANSFERS = st.sampled_from(["cord", "switch", "relay", "none", None])
UNITS = st.fixed_dictionaries(
    {
        "ac_in": st.sampled_from(["none", None, "inlet", "panel:a", "panel:b"]),
        "bond": st.sampled_from(["relay", "fixed", "none", None]),
        "power_assist": st.sampled_from(["yes", "no", None]),
    }
)
HANGS_ON = st.sampled_from([*(f"circuit:{id}" for id in CIRCUIT_IDS), "inverter:main", "inverter:two"])


@st.composite
def networks(draw: st.DrawFn) -> Rig:
    """Three panels, four circuits, two inverters, a generator, two chargers and two loads, joined anyhow."""
    panels = {
        id: {
            "legs": 1,
            "transfer": draw(TRANSFERS),
            "neutral_switched": draw(st.sampled_from(["yes", "no", None])),
            "bond": draw(st.sampled_from(["bonded", "apart", None])),
            "feeds": {f"f{at}": {"source": one, "position": at} for at, one in enumerate(draw(FEEDS))},
        }
        for id in PANEL_IDS
    }
    circuits = {
        id: {"panel": draw(st.sampled_from(PANEL_IDS)), "when_away": draw(st.sampled_from([None, "fed", "relay", "off"]))}
        for id in CIRCUIT_IDS
    }
    main, two = draw(UNITS), draw(UNITS)
    case = {
        "ac": {"panels": panels, "circuits": circuits},
        "inverter": {"chosen": {"rated_w": 2000}, "others": {"two": {"rated_w": 500, **two}}, **main},
        "charging": {
            "chargers": {id: {"output_a": 20, "hangs_on": draw(HANGS_ON)} for id in ("p", "q")},
            "generators": {"g": {"rated_w": 2000, "bond": draw(st.sampled_from(["fixed", "none", None]))}},
        },
        "loads": {id: {"name": id, "feed": "ac", "watts": 100, "hangs_on": draw(HANGS_ON)} for id in ("x", "y")},
    }
    return wired(case)


def joined(rig: Rig, state: State) -> nx.DiGraph:
    """What is joined in a mode, without what nothing feeds and without what an inverter takes from the bank while it passes."""
    graph = nx.DiGraph((run.tail[0], run.head[0]) for run in state.closed)
    graph.remove_edges_from([("bank", one) for one in state.passing])
    return graph


@settings(max_examples=80, deadline=None)
@given(networks())
def test_rings_and_sources_are_those_that_a_graph_search_finds(rig: Rig) -> None:
    network = ac_network(rig)
    for mode in modes_of(rig):
        state = in_mode(rig, mode, network)
        graph = joined(rig, state)
        on_ac = graph.copy()
        on_ac.remove_edges_from([edge for edge in graph.edges if edge[1] == "bank"])
        there = {"hookup": {"shore"}, "generator": {"generator:g"}}.get(mode, set()) | state.inverting
        units = rig.inverter.units()
        there |= {one for one in state.passing if units[one.partition(":")[2]].power_assist == "yes"}
        for node in (node for node, about in network.nodes.items() if about.kind in ("panel", "circuit", "load", "charger")):
            before = nx.ancestors(on_ac, node) if node in on_ac else set()
            assert state.sources_of(node) == before & there, (mode, node)
        around = {node for ring in nx.simple_cycles(graph) if "bank" in ring for node in ring if node.startswith("charger:")}
        found = loops(network, [state])
        assert {f"charger:{id}" for id in found} == around, mode


@settings(max_examples=80, deadline=None)
@given(networks())
def test_runs_that_close_a_ring_are_those_within_strong_components(rig: Rig) -> None:
    network = ac_network(rig)
    feeding = [
        run for run in network.runs if {run.tail[0].partition(":")[0], run.head[0].partition(":")[0]} <= {"panel", "inverter"}
    ]
    within = nx.DiGraph((run.tail[0], run.head[0]) for run in feeding)
    together = {node: number for number, ring in enumerate(nx.strongly_connected_components(within)) for node in ring}
    apart = nx.DiGraph(edge for edge in within.edges if all(end.startswith("panel:") for end in edge))
    of_panels = {node: number for number, ring in enumerate(nx.strongly_connected_components(apart)) for node in ring}
    for run in feeding:
        tail, head = run.tail[0], run.head[0]
        into_itself = head.startswith("inverter:") and together[tail] == together[head]
        among_panels = (tail, head) in apart.edges and of_panels[tail] == of_panels[head]
        assert (run in network.void) == (into_itself or among_panels)
    # Without them nothing is left that could turn: the walk ends.
    assert nx.is_directed_acyclic_graph(nx.DiGraph((run.tail[0], run.head[0]) for run in feeding if run not in network.void))


@settings(max_examples=80, deadline=None)
@given(networks())
def test_neutrals_and_their_bonds_are_those_that_a_graph_search_finds(rig: Rig) -> None:
    network = ac_network(rig)
    for mode in modes_of(rig):
        state = in_mode(rig, mode, network)
        graph = nx.Graph()
        carries = [
            node for node, about in network.nodes.items() if about.kind in ("shore", "generator", "inlet", "inverter", "panel")
        ]
        graph.add_nodes_from(carries)
        for run in network.runs:
            panel = network.panels.get(run.head[0].removeprefix("panel:"))
            left = panel is not None and panel.neutral_switched == "no" and panel.transfer in ("switch", "relay")
            if {run.tail[0], run.head[0]} <= set(carries) and (run in state.closed or left):
                graph.add_edge(run.tail[0], run.head[0])
        assert {one.nodes for one in state.neutrals} == {frozenset(one) for one in nx.connected_components(graph)}
        # What is bonded, written anew: ashore always, a generator's frame, an inverter's relay while it inverts, a panel's bar.
        units = rig.inverter.units()
        bonded = {"shore"} | {f"panel:{id}" for id, panel in rig.ac.panels.items() if panel.bond == "bonded"}
        bonded |= {f"inverter:{id}" for id, unit in units.items() if unit.bond == "fixed"}
        bonded |= {one for one in state.inverting if units[one.partition(":")[2]].bond == "relay"}
        bonded |= {"generator:g"} if rig.charging.generators["g"].bond == "fixed" else set()
        assert {place for one in state.neutrals for place in one.closed} == bonded
        for one in state.neutrals:
            assert set(one.closed) == bonded & one.nodes


# What the codes ask in each region, from memory of NEC 551, ABYC E-11 and BS 7671 721: the same thing, told or not.
BY_PACK: list[tuple[str, dict[str, Any], dict[str, bool]]] = [
    ("ac.main_one_pole", {"main_poles": 1}, {"na_vehicle": False, "na_marine": True, "international": True}),
    ("ac.main_rcd_missing", {"main_rcd": "none"}, {"na_vehicle": False, "na_marine": True, "international": True}),
    ("ac.polarity_unseen", {"polarity": "none"}, {"na_vehicle": False, "na_marine": True, "international": False}),
    ("ac.main_far", {"main_way": "3.5 m"}, {"na_vehicle": False, "na_marine": True, "international": False}),
    ("ac.bonding_thin", {"bonding": "awg:10"}, {"na_vehicle": True, "na_marine": False, "international": False}),
    ("ac.earth_cut", {"earth": "none"}, {"na_vehicle": True, "na_marine": True, "international": True}),
    ("ac.circuit_one_pole", {"panels": {"p": {"legs": 1}}, "circuits": {"c": {"panel": "p", "poles": 1}}},
     {"na_vehicle": False, "na_marine": False, "international": True}),
    ("ac.breaker_over_conductor", {"panels": {"p": {"legs": 1}}, "circuits": {"c": {"panel": "p", "breaker_a": 20, "conductor": "awg:14"}}},
     {"na_vehicle": True, "na_marine": False, "international": False}),  # NEC 240.4(D) is no rule of boats, where 14 AWG bears 35 A
]  # fmt: skip


@pytest.mark.parametrize(("code", "ac", "told"), BY_PACK, ids=[code for code, _, _ in BY_PACK])
def test_each_region_asks_what_its_code_asks(code: str, ac: dict[str, Any], told: dict[str, bool]) -> None:
    for pack, expected in told.items():
        mains = {"mains_v": 230, "mains_hz": 50} if pack == "international" else {}
        vehicle = {"kind": "motor boat" if pack == "na_marine" else "van"}
        report = evaluate(wired({"ac": ac, "region": {"code_pack": pack, **mains}, "vehicle": vehicle}))
        assert (code in {finding.code for finding in report.findings}) == expected, pack


def test_a_building_is_no_caravan() -> None:
    """Its service has an earth and a main breaker of other codes, which no rule here judges."""
    ac = {
        "main_poles": 1,
        "main_rcd": "none",
        "earth_ashore": "pme",
        "panels": {"p": {"place": "building", "legs": 1, "feeds": {"i": {"source": "inlet"}}}},
        "circuits": {"c": {"panel": "p", "poles": 1}},
    }
    region = {"code_pack": "international", "mains_v": 230, "mains_hz": 50}
    found = {finding.code for finding in evaluate(wired({"ac": ac, "region": region})).findings}
    assert {code for code in found if code.startswith("ac.")} == set()


BY_HAND = {
    "p": {"legs": 1, "transfer": "cord", "feeds": {"i": {"source": "inlet"}, "v": {"source": "inverter:main", "position": 1}}}
}
# Common practice: current off before plugs part or meet; the live end last in and first out; the panel over before it is used.
CARDS: list[tuple[str, dict[str, Any], dict[str, list[str]]]] = [
    ("a cord that a hand moves, and a charger that the card puts off", {
        "ac": {"main_a": 30, "panels": BY_HAND, "circuits": {"c": {"panel": "p", "when_away": "off"}}},
        "charging": {"chargers": {"k": {"output_a": 20, "hangs_on": "circuit:c"}}},
    }, {
        "arriving": ["test_outlet", "main_off", "inverter_off", "move_cord_to_inlet", "plug_in", "main_on", "breaker_on"],
        "leaving": ["breaker_off/ring", "main_off_leaving", "unplug", "move_cord_to_inverter", "inverter_on"],
    }),
    ("a switch, on a boat with a polarity lamp", {
        "vehicle": {"kind": "narrowboat"},
        "ac": {"polarity": "fitted", "panels": {"p": {**BY_HAND["p"], "transfer": "switch"}}},
    }, {
        "arriving": ["test_outlet/boat", "plug_in/boat", "look_at_polarity", "throw_to_hookup"],
        "leaving": ["unplug/boat", "throw_to_inverter", "inverter_on"],
    }),
    ("an inverter that passes on: nothing to throw, but what is meant for the hookup is switched off", {
        "inverter": {"chosen": {"rated_w": 2000}, "ac_in": "inlet"},
        "ac": {"panels": {"p": {"legs": 1, "feeds": {"v": {"source": "inverter:main"}}}}, "circuits": {"c": {"panel": "p"}}},
        "loads": {"h": {"name": "heater", "feed": "ac", "watts": 1500, "when": "shore", "hangs_on": "circuit:c"}},
    }, {"arriving": ["test_outlet", "plug_in", "goes_over_by_itself"], "leaving": ["hookup_loads_off", "unplug"]}),
    ("a house in the United Kingdom and a generator that floats", {
        "region": {"code_pack": "international", "mains_v": 230, "mains_hz": 50}, "stays": {"a": {"hookup": "house_uk"}},
        "charging": {"generators": {"g": {"rated_w": 2000, "bond": "none"}}},
    }, {
        "arriving": ["test_outlet", "own_electrode", "plug_in"],
        "generator": ["generator_outside", "generator_bond/none", "generator_run_up", "generator_unload"],
    }),
    ("no hookup anywhere: nothing to do; a generator that is built in stands where it stands", {
        "ac": {"panels": {"p": {"legs": 1, "feeds": {"g": {"source": "generator:g"}}}}},
        "charging": {"generators": {"g": {"rated_w": 2000, "bond": "fixed"}}},
    }, {"arriving": [], "leaving": [], "generator": ["generator_bond/fixed", "generator_run_up", "generator_unload"]}),
    ("a building: nothing is plugged, the grid fails", {
        "ac": {"panels": {"p": {**BY_HAND["p"], "place": "building", "transfer": "switch"}}},
    }, {"leaving": ["throw_to_inverter", "inverter_on"], "arriving": ["throw_to_grid"]}),
]  # fmt: skip


@pytest.mark.parametrize(("case", "expected"), [row[1:] for row in CARDS], ids=[row[0] for row in CARDS])
def test_the_card_has_its_steps_in_their_order(case: dict[str, Any], expected: dict[str, list[str]]) -> None:
    rig = wired(case)
    sides = card(rig, ac_states(rig, Sheet()))
    found = {str(side): [f"{one.code}/{one.forgotten}".rstrip("/") for one in steps] for side, steps in sides.items()}
    assert {side: found[side] for side in expected} == expected
    for steps in sides.values():
        for step in steps:
            words = step_in_words(step)
            assert "{" not in words.what + words.why
            assert "safe" not in (words.what + words.why).lower()


@settings(max_examples=40, deadline=None)
@given(networks())
def test_a_picture_draws_every_panel_and_circuit_once_and_what_is_live_as_live(rig: Rig) -> None:
    states = ac_states(rig, Sheet())
    drawn = pictures(rig, states)
    assert sorted(mode for one in drawn for mode in one.modes) == sorted(states.states)
    for one in drawn:
        state = states.states[one.modes[0]]
        ids = [node.id for node in one.nodes]
        assert len(ids) == len(set(ids)) == len({(node.column, node.row) for node in one.nodes})
        assert {f"panel:{id}" for id in rig.ac.panels} | {f"circuit:{id}" for id in rig.ac.circuits} <= set(ids)
        for node in one.nodes:
            if node.kind in ("panel", "circuit"):
                assert (node.carries == "nothing") == (not state.live.get(node.id))
        for wire in one.wires:
            assert {wire.tail, wire.head} <= set(ids)
        in_rings = {f"charger:{id}" for id in loops(states.network, [state])}
        assert {wire.carries == "ring" for wire in one.wires if wire.role == "charge"} <= {bool(in_rings), False}
        assert all(sentence for sentence in in_sentences(rig, states, one))


@pytest.mark.parametrize(("legs", "said", "dead"), [(2, None, False), (1, None, True), (None, None, False), (None, 1, True)])
def test_legs_come_from_the_part_and_of_what_nobody_knows_none_is_dead(legs: int | None, said: int | None, dead: bool) -> None:
    """A load on the second leg is kept up by an inverter of two legs, typed or by part, and by one of unknown legs."""
    case = {
        "ac": {"supply_legs": 2, "panels": {"p": {"legs": 2, "feeds": {"v": {"source": "inverter:main", "onto": "straight"}}}},
               "circuits": {"c": {"panel": "p", "leg": "second"}}},
        "inverter": {"ac_in": "inlet", "chosen": {"rated_w": 2000, "legs": said}},
        "loads": {"tv": {"name": "TV", "feed": "ac", "watts": 100, "hangs_on": "circuit:c"}},
    }  # fmt: skip
    rig = wired(case).model_dump(mode="json")
    if legs is not None:
        part = {"kind": "inverter", "name": "unit", "rated_w": 2000, "legs": legs}
        rig["own_parts"] = {"unit": {"part": part, "standing": "bought"}}
        rig["inverter"]["chosen"] = {"part": "own:unit"}
    report = evaluate(Rig.model_validate(rig))
    assert report.figures["inverter.peak_w"].number == (0 if dead else 100)
    assert ("ac.half_dead" in {finding.code for finding in report.findings}) == dead
