"""What is refused, with a sentence at its place."""

from __future__ import annotations

import json
from typing import Any

import pytest
from builders import EXAMPLES
from pydantic import ValidationError

from ryokan.core.job_file import MAX_BYTES, UnreadableJobFile, problems_of, read_job_file
from ryokan.core.quantities import read_length_m
from ryokan.core.rig import Rig
from ryokan.wording.problems import problem

LAMP = {"name": "lamp", "draw": {"kind": "watts", "watts": 3}, "hours_per_day": 5}


@pytest.mark.parametrize(
    ("document", "pointer", "says"),
    [
        ({"loads": {"a": {**LAMP, "hours_per_day": 30}}}, "/loads/a/hours_per_day", "At most 24"),
        ({"loads": {"a": {**LAMP, "hours_per_day": -1}}}, "/loads/a/hours_per_day", "More than 0"),
        ({"loads": {"a": {**LAMP, "draw": {"kind": "watts", "watts": 1e9}}}}, "/loads/a/draw/watts/watts", "At most 100\u202f000"),
        ({"loads": {"a": {**LAMP, "draw": {"kind": "dc_amps", "amps": 5, "volts": 0}}}}, "/loads/a/draw/dc_amps/volts", "More than 0"),
        ({"loads": {"a": {**LAMP, "draw": {"kind": "watts", "watts": "much"}}}}, "/loads/a/draw/watts/watts", "not a number"),
        ({"loads": {"a": {**LAMP, "colour": "red"}}}, "/loads/a/colour", "no such entry"),
        ({"loads": {"a": {"name": "lamp"}}}, "/loads/a/draw", "missing"),
        ({"storage": {"system_v": 13}}, "/storage/system_v", "12, 24 or 48"),
        ({"wiring": {"main": {"one_way_length": "12"}}}, "/wiring/main/one_way_length", "has no unit"),
        ({"wiring": {"main": {"one_way_length": "long"}}}, "/wiring/main/one_way_length", "not a length"),
        ({"wiring": {"main": {"conductor": "awg:7"}}}, "/wiring/main/conductor", "not a stock size"),
        ({"assumptions": {"margin_frac": 5}}, "/assumptions", "outside 0 to 1"),
        ({"assumptions": {"wishful": 5}}, "/assumptions", "not an assumption"),
        ({"solar": {"peak_sun_hours": float("nan")}}, "/solar/peak_sun_hours", "not a finite number"),
    ],
)  # fmt: skip
def test_bad_entry_is_refused_at_its_place(document: dict[str, Any], pointer: str, says: str) -> None:
    with pytest.raises(ValidationError) as caught:
        Rig.model_validate(document)

    faults = {fault.pointer: problem(fault) for fault in problems_of(caught.value)}
    assert says in faults[pointer]


@pytest.mark.parametrize(
    ("typed", "metres"),
    [("12 ft", 3.6576), ("3.5 m", 3.5), ("1,2 m", 1.2), ("10 ft 6 in", 3.2004), ("10'6\"", 3.2004), ("350 cm", 3.5)],
)
def test_length_is_read_in_either_system(typed: str, metres: float) -> None:
    assert read_length_m(typed) == pytest.approx(metres)


def good() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(EXAMPLES[0].read_text())
    return found


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (json.dumps({**good(), "schema_version": 99}), "newer version, 99"),
        (json.dumps({**good(), "schema_version": 0}), "unknown older version, 0"),
        (json.dumps({**good(), "schema_version": "1"}), "names no"),
        (json.dumps({**good(), "format": "other"}), "not a Ryokan job"),
        (json.dumps({**good(), "colour": "red"}), "One entry"),
        (json.dumps([1]), "not a Ryokan job"),
        ("{", "not JSON"),
        ("[" * 100_000, "nested deeper"),
        (" " * (MAX_BYTES + 1), "at most 5 MB"),
        (" " * 11_000_000, "has 11 MB"),
    ],
    ids=["newer", "older", "no version", "other format", "unknown key", "list", "broken", "deep", "large", "larger"],
)
def test_file_that_is_no_job_file_is_refused_with_the_reason(content: str, says: str) -> None:
    with pytest.raises(UnreadableJobFile, match=says):
        read_job_file(content.encode())


def test_a_journey_of_more_months_than_are_worked_out_is_refused_with_its_place() -> None:
    year = {"arrives": "2026-01-01", "month": 1, "nights": 365}
    file = good()
    file["options"][0]["rig"]["stays"] = {f"s{number}": year for number in range(21)}

    with pytest.raises(UnreadableJobFile) as caught:
        read_job_file(json.dumps(file).encode())

    (fault,) = caught.value.problems
    assert (fault.pointer, "252 months" in fault.message) == ("/options/0/rig/stays", True)
