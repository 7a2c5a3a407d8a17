"""One typed line, one thing that was found; what is asked where it is not clear, and nothing dropped."""

from __future__ import annotations

import re
import tomllib
from datetime import datetime
from typing import Any

import pytest
from builders import ROOT, rig
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.readings.line import read_meters
from ryokan.core.rig import Rig
from ryokan.core.survey.heads import AmbiguousHeads, Head, in_order, undecided
from ryokan.core.survey.kinds import CHARGER, INVERTER
from ryokan.core.survey.line import Understood, read_found
from ryokan.core.survey.which import KINDS
from ryokan.operations.patches import apply_patch
from ryokan.wording.found_line import QUESTIONS, ask, understood

LINES = tomllib.loads((ROOT / "tests/core/found_lines.toml").read_text())["line"]
NOW = datetime(2026, 5, 3, 9, 10)
FRIDGE = {"name": "fridge", "draw": {"kind": "watts", "watts": 50}, "hours_per_day": 10}


def a_rig(one: dict[str, Any]) -> Rig:
    found = rig([FRIDGE])
    region = {"mains_v": 230, "mains_hz": 50, "code_pack": "international"} if one.get("eu") else {}
    return found.model_copy(update={"region": found.region.model_copy(update=region)})


def read(one: dict[str, Any]) -> Understood:
    on = a_rig(one)
    if one.get("reading") or one["say"].startswith("reads"):
        return read_meters(one["say"], on, id="new", position=3, at=NOW)
    return read_found(one["say"], on, id="new", position=3)


def rounded(members: Any) -> dict[str, Any]:
    return {name: float(f"{value:.4g}") if isinstance(value, int | float) else value for name, value in members.items()}


def without_usual(members: Any) -> dict[str, Any]:
    """Without what says nothing: a string of one, and one string."""
    return {name: value for name, value in members.items() if name not in ("series", "parallel") or value != 1}


@pytest.mark.parametrize("one", [one for one in LINES if "is" in one], ids=[one["say"] for one in LINES if "is" in one])
def test_a_line_means_what_stands_beside_it_and_nothing_else(one: dict[str, Any]) -> None:
    got = read(one)

    assert [question.code for question in got.questions] == []
    assert got.kind == one["kind"]
    if one["kind"] == "reading":
        held = [edit["value"] for edit in got.edits]
        for reading, expected in zip(held, one["is"], strict=True):
            said = {name: value for name, value in reading.items() if name not in ("position", "unit", "at") and value}
            wanted = {name: value for name, value in expected.items() if name != "at"}
            plain = {
                name: ",".join(value).replace("l0", "fridge") if isinstance(value, list | tuple) else value
                for name, value in said.items()
            }
            assert rounded(plain) == rounded(wanted)
            assert reading["at"] == expected.get("at", "2026-05-03T09:10") + ":00"
        assert {reading["at"] for reading in held} == {held[0]["at"]}  # one moment
    else:
        assert rounded(without_usual(got.members)) == rounded(one["is"])
    after = apply_patch(a_rig(one).model_dump(mode="json"), list(got.edits))
    Rig.model_validate(after)
    assert "{" not in understood(got)


@pytest.mark.parametrize("one", [one for one in LINES if "asks" in one], ids=[one["say"] for one in LINES if "asks" in one])
def test_a_line_that_is_not_clear_is_asked_back_and_each_offer_reads(one: dict[str, Any]) -> None:
    got = read(one)

    assert {question.code for question in got.questions} == set(one["asks"])
    assert got.edits == ()
    for question in got.questions:
        assert "{" not in ask(question)
        for offered in question.readings:
            again = read({**one, "say": offered})
            assert question.code not in {other.code for other in again.questions}, offered


def test_what_a_line_says_of_a_cable_that_is_there_completes_it() -> None:
    on = rig([], survey={"items": {"run": {"kind": "main_cable", "fuse_a": 300}}})
    more = read_found("bank to inverter 1/0 6 ft", on, id="new", position=2)
    assert more.onto == "run" and [edit["path"] for edit in more.edits] == [
        "/survey/items/run/conductor",
        "/survey/items/run/one_way_length",
    ]
    other = read_found("main fuse 250A", on, id="new", position=2)
    assert other.onto is None and other.edits[0]["path"] == "/survey/items/new"


RELAYS = (
    "split charge relay 140A",
    "vsr 140 A",
    "140A battery combiner relay",
    "140A split charging solenoid",
    "isolator relay 140A",
)


@pytest.mark.parametrize("line", RELAYS)
def test_a_relay_is_how_the_one_alternator_charges_the_house(line: str) -> None:
    alternators = {name: {"kind": "alternator", "rated_a": amps} for name, amps in (("port", 70), ("starboard", 120))}
    one = rig([], survey={"items": {"port": alternators["port"]}})
    got = read_found(line, one, id="new", position=2)
    assert got.kind == "alternator" and got.onto == "port"
    after = Rig.model_validate(apply_patch(one.model_dump(mode="json"), list(got.edits))).survey.items["port"]
    assert (after.charges_house, after.limit_a, after.rated_a) == ("relay", 140, 70)
    assert after.trigger == ("volts" if line.startswith("vsr") else None)  # what the word itself says, and no more

    # Of two, or of one whose way was said, it stays by itself, and the way is asked for.
    said = {"port": {**alternators["port"], "charges_house": "none"}}
    for items in (alternators, said):
        apart = read_found(line, rig([], survey={"items": items}), id="new", position=3)
        assert (apart.kind, apart.onto) == ("other", None)


def test_a_compartment_is_known_by_its_name() -> None:
    boxes = {"b": {"name": "Front locker", "length_m": 1, "width_m": 1, "height_m": 1}}
    got = read_found("inverter 1000W in the front locker", rig([], space={"compartments": boxes}), id="new", position=1)
    assert got.members["where"] == "b" and "place" not in got.members


@given(st.text(max_size=220) | st.lists(st.sampled_from([one["say"] for one in LINES]), max_size=3).map(" ".join))
def test_any_text_is_answered_and_what_is_taken_holds(text: str) -> None:
    for got in (
        read_found(text, a_rig({}), id="new", position=1),
        read_meters(text, a_rig({}), id="new", position=1, at=NOW),
    ):
        assert bool(got.edits) != bool(got.questions) or not text.strip()
        assert all(question.code in QUESTIONS for question in got.questions)
        if got.edits:
            Rig.model_validate(apply_patch(a_rig({}).model_dump(mode="json"), list(got.edits)))


@given(st.sampled_from([one["say"] for one in LINES if "is" in one and one["kind"] != "reading"]), st.integers(13, 97))
def test_a_number_that_nothing_names_is_never_dropped(line: str, number: int) -> None:
    got = read_found(f"{line} {number}", a_rig({}), id="new", position=1)
    assert got.questions or got.kind == "compartment" or str(number) in str(got.members["name"]), (line, number)


def test_which_kind_a_line_is_of_follows_from_what_the_heads_yield_to() -> None:
    hurried = tomllib.loads((ROOT / "tests/core/hurried_lines.toml").read_text())["line"]
    lines = [one["say"] for one in (*LINES, *hurried) if "load" not in one and one.get("kind") != "reading"]
    assert {line: heads for line in lines if (heads := undecided(line, KINDS))} == {}


@pytest.mark.parametrize(
    ("heads", "says"),
    [
        ((("a", "inverter", "inverter", ("b",)), ("b", "charger", "charger", ("a",))), "yield to one another"),
        ((("a", "inverter", "inverter", ("c",)),), "no head called c"),
        ((("a", "inverter", "inverter charger", ()), ("b", "charger", "charger", ())), "neither yields"),
        ((("a", "inverter", "charger", ()),), "no line of a"),
    ],
    ids=["ring", "unknown", "undecided", "no line of it"],
)
def test_heads_that_do_not_decide_stop_the_start(heads: tuple[Any, ...], says: str) -> None:
    kinds = {"inverter": INVERTER, "charger": CHARGER}
    made = [Head(name, re.compile(word), kinds[word], such_as, yields_to) for name, word, such_as, yields_to in heads]
    with pytest.raises(AmbiguousHeads, match=says):
        in_order(made)


def test_a_head_goes_behind_those_that_it_yields_to() -> None:
    first = Head("first", re.compile("charger"), CHARGER, "charger", ("second",))
    second = Head("second", re.compile("inverter"), INVERTER, "inverter charger")
    assert [one.name for one in in_order([first, second])] == ["second", "first"]
