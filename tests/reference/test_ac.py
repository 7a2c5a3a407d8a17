"""The AC side against hand-worked cases, and the walk through it against a general graph search over networks at random."""

from __future__ import annotations

import tomllib
from typing import Any

import pytest
from builders import ROOT

from ryokan.core.evaluate import evaluate
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import in_mode, loops, modes_of
from ryokan.core.topology.network import ac_network

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
    got = {key: report.figures[key].value for key in case.get("figures", {}) if key in report.figures}
    assert got == pytest.approx(case.get("figures", {}), rel=2e-5)
    keys = {name for finding in report.findings for name in (finding.key, finding.code)}
    assert sorted(set(says.get("told", ())) - keys) == []
    assert sorted(set(says.get("silent", ())) & keys) == []
    assert sorted(set(says.get("absent", ())) & report.figures.keys()) == []
