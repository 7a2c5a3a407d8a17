"""Strings of panels against hand-worked cases, the code's tables and what cannot be otherwise."""

from __future__ import annotations

import tomllib
from typing import Any

import pytest
from builders import ROOT, load, rig

from ryokan.core.evaluate import Report, evaluate

FILE = tomllib.loads((ROOT / "tests/reference/strings.toml").read_text())
CASES: list[dict[str, Any]] = FILE["case"]
PANELS: dict[str, dict[str, Any]] = FILE["panels"]


def string(panels: list[str], fuse: float | str | None = None, position: int = 0) -> dict[str, Any]:
    """A series of panels by their ids among the rig's own parts."""
    laid = {f"p{n}": {"position": n, "part": f"own:{one}"} for n, one in enumerate(panels)}
    return {"position": position, "panels": laid, "fuse_a": fuse}


def array_rig(
    strings: list[list[str]],
    controller: dict[str, Any] | None,
    *,
    fuses: list[Any] | None = None,
    array: dict[str, Any] | None = None,
    measured: dict[str, dict[str, Any]] | None = None,
    low_c: float | None = None,
    high_c: float | None = None,
    **more: Any,
) -> Report:
    parts = {id: {**said, **(measured or {}).get(id, {})} for id, said in PANELS.items()}
    own = {id: {"part": {"kind": "panel", "name": id, **said}, "standing": "kept"} for id, said in parts.items()}
    of_string = {f"s{n + 1}": string(one, None if fuses is None else fuses[n], n) for n, one in enumerate(strings)}
    one = {"strings": of_string, "controller": None if controller is None else "c", **(array or {})}
    solar = {
        "arrays": {"x": one},
        "controllers": {} if controller is None else {"c": controller},
        "record_low_c": low_c,
        "record_high_c": high_c,
    }
    return evaluate(rig([load(60, 4)], own_parts=own, solar=solar, storage={"chemistry": "lfp", "system_v": 12}, **more))


@pytest.mark.parametrize("case", CASES, ids=lambda one: str(one["says"]))
def test_a_string_comes_to_what_was_worked_out_by_hand(case: dict[str, Any]) -> None:
    said = {name: case.get(name) for name in ("fuses", "array", "measured", "low_c", "high_c")}
    report = array_rig(case["strings"], case["controller"], **said)
    for key, expected in case.get("figures", {}).items():
        assert report.figures[key].value == pytest.approx(expected, rel=1e-4), key
    told = {finding.key for finding in report.findings}
    codes = {finding.code for finding in report.findings}
    assert set(case.get("told", ())) <= told, told
    assert not [one for one in case.get("silent", ()) if one in told or one in codes], told
