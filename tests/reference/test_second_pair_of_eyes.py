"""The second opinion finds nothing that the product does not say, nothing less, and every rule of it bites."""

from __future__ import annotations

import ast
import copy
from collections.abc import Callable
from typing import Any

import pytest
from builders import ROOT, changed
from builders import rig as plain_rig
from second_opinion.rules import complaints
from second_opinion.walk import differences, document_of, rigs

from ryokan.core.evaluate import evaluate
from ryokan.core.wiring.numbering import with_numbers

RIGS, SHARES = 500, 5


@pytest.mark.thorough
@pytest.mark.parametrize("share", range(SHARES))
def test_both_say_the_same_of_random_rigs(share: int) -> None:
    """Half of them as the method asks for, half with cables and fuses that somebody chose at random."""
    different = {}
    for seed, rig, report in rigs(RIGS // SHARES, start=share * 10_000):
        if found := differences(rig, report, spools=seed % 10 == 0):
            different[seed] = found
    assert different == {}


def test_it_shares_no_code_with_what_it_looks_at() -> None:
    """Only the walk, which makes the rigs, knows the product."""
    for name in ("tables", "electrics", "rules"):
        tree = ast.parse((ROOT / f"tests/second_opinion/{name}.py").read_text())
        imported = [node.module or "" for node in ast.walk(tree) if isinstance(node, ast.ImportFrom)]
        imported += [alias.name for node in ast.walk(tree) if isinstance(node, ast.Import) for alias in node.names]
        assert not [one for one in imported if one.startswith("ryokan")], name


def sound() -> dict[str, Any]:
    """A rig with two strings, sun, an alternator, AC of two legs, and nothing to complain of."""
    loads = {
        "lamp": {"name": "lamp", "group": "lighting", "draw": {"kind": "watts", "watts": 60}, "hours_per_day": 5},
        "pump": {"name": "pump", "group": "water", "draw": {"kind": "watts", "watts": 90}, "hours_per_day": 1},
        "kettle": {"name": "kettle", "feed": "ac", "draw": {"kind": "watts", "watts": 1200}, "hours_per_day": 0.2},
    }
    panel = {"kind": "panel", "name": "p", "rated_w": 160, "voc_v": 22, "vmp_v": 18, "isc_a": 9.5, "imp_a": 8.9}
    unit = {"kind": "battery", "name": "unit", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100}
    one = changed(
        plain_rig(),
        {
            "region": {"code_pack": "international", "mains_v": 230, "mains_hz": 50},
            "loads": loads,
            "own_parts": {"p": {"part": panel}, "u": {"part": unit}},
            "storage.bank": {"units": {"part": "own:u", "series": 1, "parallel": 2}},
            "inverter.chosen": {"rated_w": 2000, "idle_w": 10},
            "solar.controllers": {"c": {"rated_a": 30, "method": "mppt"}},
            "solar.arrays": {"a": {"controller": "c", "strings": {"s": {"panels": {"x": {"part": "own:p"}}}}}},
            "charging.alternators": {"alternator": {"system_v": 12, "rated_a": 140}},
            "charging.paths": {"way": {"kind": "dcdc", "alternator": "alternator", "output_a": 30}},
            "charging.chargers": {"shore": {"output_a": 20}},
            "wiring.solar_joins": "charge_bus",
            "wiring.main": {"one_way_length": "0.8 m", "conductor": "mm2:95", "fuse_a": 300},
            "ac.panels": {"board": {"name": "board", "legs": 2}},
            "ac.circuits": {
                "galley": {"name": "galley", "panel": "board", "leg": "first", "breaker_a": 16},
                "saloon": {"name": "saloon", "panel": "board", "leg": "second", "breaker_a": 16},
            },
        },
    )
    one = with_numbers(one)
    return document_of(one, evaluate(one), spools=True)


DOCUMENT = sound()


def run(document: dict[str, Any], head: str) -> dict[str, Any]:
    """The run of a document that ends at a terminal."""
    return next(one for one in document["network"]["runs"] if one["to"] == head)


def said(head: str, **members: Any) -> Callable[[dict[str, Any]], None]:
    def change(document: dict[str, Any]) -> None:
        one = run(document, head)
        one |= {name: value for name, value in members.items() if name in one}
        one["said"] |= {name: value for name, value in members.items() if name not in one}

    return change


def claimed(head: str, **claims: float) -> Callable[[dict[str, Any]], None]:
    return lambda document: run(document, head)["claims"].update(claims)


def several(*changes: Callable[[dict[str, Any]], None]) -> Callable[[dict[str, Any]], None]:
    def change(document: dict[str, Any]) -> None:
        for one in changes:
            one(document)

    return change


def shared_neutral(document: dict[str, Any]) -> None:
    document["network"]["ac"]["panels"]["board"] |= {"shared_neutral": "yes", "bridged": ["feed"]}


def a_second_way(document: dict[str, Any]) -> None:
    again = copy.deepcopy(run(document, "bus.pos"))
    document["network"]["runs"].append(again | {"from": "charge.pos", "to": "panel.pos", "mark": "loop"})


def sun_on_the_bus(document: dict[str, Any]) -> None:
    run(document, "controller:c.bat")["from"] = "bus.pos"
    document["network"]["nodes"]["array:a"]["disconnect"] = "none"


def one_fuse_between_batteries(document: dict[str, Any]) -> None:
    run(document, "path:way.out")["fuse_a"] = "none"


def first_piece(**members: Any) -> Callable[[dict[str, Any]], None]:
    return lambda document: document["schedules"]["pieces"][0].update(members)


def cut_twice(document: dict[str, Any]) -> None:
    row = document["schedules"]["spools"][0]
    row["marks"] = [*row["marks"], row["marks"][0]]


CHOSEN = {"size_is": "chosen", "fuse_is": "chosen", "length_is_measured": True}
BROKEN: dict[str, Callable[[dict[str, Any]], None]] = {
    "figure.current": claimed("inverter:main.dc", design_current_a=100),
    "figure.ampacity": claimed("inverter:main.dc", ampacity_a=500),
    "figure.drop": claimed("inverter:main.dc", path_drop_v=0.01),
    "figure.allowed": claimed("panel.in", allowed_drop_v=1.2),
    "figure.fault": claimed("inverter:main.dc", fault_high_a=900),
    "thin": said("inverter:main.dc", size="mm2:10", **CHOSEN),
    "fuse_over": said("load:lamp.in", fuse_a=200, **CHOSEN),
    "asked_over": said("load:lamp.in", fuse_a=200, size_is="chosen"),
    "fuse_first": said("load:lamp.in", fuse_a=200, fuse_is="chosen"),
    "fuse_under": said("inverter:main.dc", fuse_a=100, **CHOSEN),
    "little_in_hand": said("inverter:main.dc", fuse_a=225, **CHOSEN),
    "drop": said("load:pump.in", length_m=30, **CHOSEN),
    "unfused": said("string:1.pos".replace("string:1.pos", "bank.pos"), fuse_a="none", **CHOSEN),
    "fuse_volts": said("inverter:main.dc", fuse_v=12, **CHOSEN),
    "breaking": said("inverter:main.dc", fuse_breaks_a=500, **CHOSEN),
    "place": said("inverter:main.dc", fuse_way={"m": 0.9}, sheathed="none", **CHOSEN),
    "slow": said("load:lamp.in", fuse_family="blade", fuse_a=10, size="mm2:1.5", length_m=150, **CHOSEN),
    "burns": said("inverter:main.dc", fuse_opens="200 % 4.9 s; 2000 % 4.5 s", size="mm2:6", fuse_a=250, **CHOSEN),
    "sun_factors": said("controller:c.pv", size="mm2:1.5", zone="roof", bundled=5),
    "loop": a_second_way,
    "both_ends": one_fuse_between_batteries,
    "meet": claimed("charge.pos", design_current_a=20),
    "past_switch": sun_on_the_bus,
    "neutral": shared_neutral,
    "pieces": first_piece(cut_m=0.1),
    "spools": cut_twice,
    "rows": lambda document: document["schedules"]["fuses"][0].update(volts=13.6),
}


def test_a_sound_rig_gives_no_ground_for_a_complaint() -> None:
    assert complaints(DOCUMENT) == []


@pytest.mark.parametrize("rule", BROKEN)
def test_each_rule_bites_on_a_rig_that_is_broken_on_purpose(rule: str) -> None:
    document = copy.deepcopy(DOCUMENT)
    BROKEN[rule](document)
    assert rule in {one.rule for one in complaints(document)}


def test_every_rule_is_broken_here() -> None:
    written = "".join((ROOT / f"tests/second_opinion/{name}.py").read_text() for name in ("rules",))
    names = {
        argument.value
        for node in ast.walk(ast.parse(written))
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "Complaint"
        for argument in node.args[:1]
        if isinstance(argument, ast.Constant)
    }
    assert names <= {*BROKEN} and names


@pytest.mark.parametrize(
    ("change", "where"),
    [(first_piece(size="mm2:1.5"), "is cut for"), (first_piece(mark="0−"), "one mark"), (lambda document: document["schedules"]["pieces"].pop(0), "pieces of")],
)  # fmt: skip
def test_a_cut_list_that_is_not_of_its_network(change: Callable[[dict[str, Any]], Any], where: str) -> None:
    document = copy.deepcopy(DOCUMENT)
    change(document)
    assert [one for one in complaints(document) if one.rule == "pieces" and where in one.why]
