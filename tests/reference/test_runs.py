"""Every run of the DC side against hand-worked cases, and what cannot be otherwise whatever is wired."""

from __future__ import annotations

import tomllib
from typing import Any

import pytest
from builders import ROOT, changed, rig

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.rig import Rig
from ryokan.core.topology.dc import dc_runs
from ryokan.core.wiring.identity import id_of_run

CASES: list[dict[str, Any]] = tomllib.loads((ROOT / "tests/reference/runs.toml").read_text())["case"]
NOTHING: dict[str, Any] = {"alternators": {}, "paths": {}, "chargers": {}}
BANK: dict[str, Any] = {"chemistry": "lfp", "bank": {"nominal_ah": 200}}


def wired(members: dict[str, Any]) -> Rig:
    """A bank of 200 Ah, and what a case says beside it."""
    return changed(rig([], charging=NOTHING, storage=BANK), members)


def figures_of(one: Rig, report: Report) -> dict[str, Any]:
    """Figures of runs by the run's identity in place of its number."""
    runs = {f"wiring.run.{id_of_run(key, one.wiring.numbers)}.": key for key in dc_runs(one)} | {"wiring.main.": "main"}
    return {
        f"{run}|{key.removeprefix(start)}": figure.value
        for key, figure in report.figures.items()
        for start, run in runs.items()
        if key.startswith(start)
    }


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_a_hand_worked_run_comes_out(case: dict[str, Any]) -> None:
    one = wired(dict(case["rig"]))
    report = evaluate(one)
    got = figures_of(one, report)
    for key, expected in case.get("figures", {}).items():
        assert got.get(key) == (expected if isinstance(expected, str) else pytest.approx(expected, rel=1e-5)), key
    codes = {finding.code for finding in report.findings}
    assert set(case.get("told", ())) <= codes
    assert not set(case.get("silent", ())) & codes
    assert not set(case.get("absent", {}).get("keys", ())) & got.keys()
