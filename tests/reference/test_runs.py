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
    for key, expected in case.get("values", {}).items():
        assert report.figures[key].value == pytest.approx(expected, rel=1e-5), key
    codes = {finding.code for finding in report.findings}
    assert set(case.get("told", ())) <= codes
    assert not set(case.get("silent", ())) & codes
    assert not set(case.get("absent", {}).get("keys", ())) & got.keys()


# Sizes of ABYC E-11, conductors for a drop of 3 % and of 10 % at 12 V, by amps and feet of the whole circuit, from memory, with
# the least circular mils of each size by the same standard (which are below those of true AWG).
LEAST_CIRCULAR_MILS = {
    "18": 1537, "16": 2336, "14": 3702, "12": 5833, "10": 9343, "8": 14810, "6": 25910, "4": 37360, "2": 62450, "1": 77790,
    "1/0": 98980, "2/0": 125100, "3/0": 158600, "4/0": 205500,
}  # fmt: skip
PRINTED = [
    (0.03, 5, 10, "18"), (0.03, 5, 20, "14"), (0.03, 5, 30, "12"), (0.03, 10, 10, "14"), (0.03, 10, 15, "12"),
    (0.03, 10, 20, "10"), (0.03, 10, 40, "8"), (0.03, 15, 10, "12"), (0.03, 20, 20, "8"), (0.03, 20, 40, "6"),
    (0.03, 25, 30, "6"), (0.03, 40, 20, "6"), (0.03, 50, 10, "6"), (0.03, 50, 30, "2"), (0.03, 100, 10, "4"),
    (0.03, 100, 15, "2"), (0.03, 100, 30, "1/0"),
    (0.1, 5, 30, "18"), (0.1, 10, 20, "16"), (0.1, 10, 40, "14"), (0.1, 20, 20, "14"), (0.1, 20, 30, "12"),
    (0.1, 50, 20, "10"), (0.1, 50, 30, "8"), (0.1, 100, 20, "6"),
]  # fmt: skip


@pytest.mark.parametrize(("share", "amps", "feet", "size"), PRINTED)
def test_the_hand_check_gives_the_printed_size(share: float, amps: float, feet: float, size: str) -> None:
    lamp = {"name": "lamp", "draw": {"kind": "watts", "watts": 1}, "hours_per_day": 1}
    one = wired(
        {
            "loads.lamp": lamp,
            "charging.chargers": {"c": {"output_a": amps}},
            "stays.first.hookup": "na_30",
            "assumptions": {"main_drop_frac": share},
            "wiring.main": {"one_way_length": f"{feet / 2} ft"},
            "region.code_pack": "na_marine",
        }
    )
    figures = evaluate(one).figures
    assert figures["wiring.main.design_current_a"].value == amps
    asked = figures["wiring.main.circular_mils_by_drop"].number
    assert next(label for label, least in LEAST_CIRCULAR_MILS.items() if least >= asked) == size
