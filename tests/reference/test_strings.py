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
    bank_v: int | None = None,
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
    return evaluate(
        rig([load(60, 4)], own_parts=own, solar=solar, storage={"chemistry": "lfp", "system_v": bank_v or 12}, **more)
    )


@pytest.mark.parametrize("case", CASES, ids=lambda one: str(one["says"]))
def test_a_string_comes_to_what_was_worked_out_by_hand(case: dict[str, Any]) -> None:
    said = {name: case.get(name) for name in ("fuses", "array", "measured", "low_c", "high_c", "bank_v")}
    report = array_rig(case["strings"], case["controller"], **said)
    for key, expected in case.get("figures", {}).items():
        assert report.figures[key].value == pytest.approx(expected, rel=1e-4), key
    told = {finding.key for finding in report.findings}
    codes = {finding.code for finding in report.findings}
    assert set(case.get("told", ())) <= told, told
    assert not [one for one in case.get("silent", ()) if one in told or one in codes], told


SMALL = PANELS["small"]
ROOF = {"outline": [[0, 0], [2, 0], [2, 1]]}


@pytest.mark.parametrize(
    ("where", "said", "why"),
    [
        ("panel", {**SMALL, "voc_v": 0}, "greater than 0"),
        ("panel", {**SMALL, "rated_w": float("nan")}, "finite number"),
        ("panel", {**SMALL, "beta_voc_percent_per_k": 0.28}, "less than 0"),
        ("panel", {**SMALL, "voc_v": 17.0}, "are above the open or shorted ones"),
        ("panel", {**SMALL, "size": {"length_m": 0, "width_m": 1, "height_m": 0.03}}, "greater than 0"),
        ("string", 400, "at most 60"),
        ("string", 0, "at least 1"),
        ("roof", [[0, 0], [1, 0], [2, 0]], "encloses no area|crosses itself"),
        ("roof", [[0, 0], [2, 2], [2, 0], [0, 2]], "crosses itself"),
        ("roof", [[0, 0], [2, 0]], "at least three corners"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_with_the_reason(where: str, said: Any, why: str) -> None:
    panel = said if where == "panel" else SMALL
    own = {"a": {"part": {"kind": "panel", "name": "a", **panel}, "standing": "kept"}}
    row = string(["a"] * said) if where == "string" else string(["a"])
    roof = {"outline": said} if where == "roof" else ROOF
    with pytest.raises(ValueError, match=why):
        rig([load(60, 4)], own_parts=own, solar={"arrays": {"x": {"strings": {"s": row}}}}, space={"roof": roof})


def test_a_string_belongs_to_one_array_alone() -> None:
    own = {"a": {"part": {"kind": "panel", "name": "a", **SMALL}, "standing": "kept"}}
    twice = {one: {"strings": {"s": string(["a"])}} for one in ("x", "y")}
    with pytest.raises(ValueError, match="a string stands in two arrays"):
        rig([load(60, 4)], own_parts=own, solar={"arrays": twice})


def test_a_thing_that_shades_one_array_leaves_the_other_in_the_sun_and_each_lies_its_own_way_by_stay() -> None:
    mast = {"name": "mast", "bearing_deg": 0, "away_m": 1, "width_m": 3, "height_m": 9, "array": "x"}
    arrays = {one: {"plain_w": 300} for one in ("x", "y")}
    arrays["z"] = {"plain_w": 300, "at_stays": {"first": {"tilt_deg": 45}, "gone": None}}
    stay = {"lat_deg": 50, "lon_deg": 8, "month": 10, "heading_deg": 180}
    figures = evaluate(
        rig([load(60, 4)], stays={"first": stay}, solar={"sun_from": "places", "arrays": arrays, "obstacles": {"m": mast}})
    ).figures
    x, y, z = (figures[f"solar.array.{one}.wh_per_day.oct"].number for one in "xyz")
    assert x < 0.8 * y
    assert z > 1.2 * y  # raised to the south in October
    assert y == pytest.approx(300 * figures["solar.yield_wh_per_w.oct"].number)  # and the need goes by what shades all
