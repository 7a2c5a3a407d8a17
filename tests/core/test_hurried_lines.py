"""Lines typed in a hurry: none is read wrongly without a word, most are read, and few of those that are clear are asked about."""

from __future__ import annotations

import tomllib
from datetime import datetime
from functools import cache
from typing import Any

from builders import ROOT, rig

from ryokan.core.loads.line import read_line
from ryokan.core.loads.seasons import season_of
from ryokan.core.readings.line import read_meters, says_a_reading
from ryokan.core.rig import Rig
from ryokan.core.survey.line import read_found

LINES: list[dict[str, Any]] = tomllib.loads((ROOT / "tests/core/hurried_lines.toml").read_text())["line"]
FRIDGE = {"name": "fridge", "draw": {"kind": "watts", "watts": 50}, "hours_per_day": 10}
NOW = datetime(2026, 5, 3, 9, 10)
# What a line may say besides: what it is called, where it is, and what is kept beside it in words.
BESIDES = {"name", "place", "note", "where", "between", "guards"}
DRAWS = ("watts", "amps", "volts", "wh")


@cache
def _rig(european: bool) -> Rig:
    found = rig([FRIDGE])
    if not european:
        return found
    region = {"mains_v": 230, "mains_hz": 50, "code_pack": "international"}
    return found.model_copy(update={"region": found.region.model_copy(update=region)})


def _same(one: Any, other: Any) -> bool:
    if isinstance(one, int | float) and isinstance(other, int | float) and not isinstance(other, bool):
        return abs(one - other) <= 1e-3 * max(1e-3, abs(other))
    return bool(one == other)


def _of_found(case: dict[str, Any]) -> tuple[str, int]:
    """How a line of what is found came out, ``read``, ``asked`` or ``wrong``, and how many questions were asked."""
    on = _rig(bool(case.get("eu")))
    line = case["say"]
    reader = read_meters if says_a_reading(line, on) else read_found
    got = (
        reader(line, on, id="new", position=3, at=NOW) if reader is read_meters else read_found(line, on, id="new", position=3)
    )
    if got.questions:
        return "asked", len(got.questions)
    if "reading" in case:
        return "read" if got.kind == "reading" else "wrong", 0
    wanted, said = case.get("is"), dict(got.members)
    if wanted is None or got.kind != case["kind"]:
        return "wrong", 0
    facts = {
        name for name, value in said.items() if name not in BESIDES and not (name in ("series", "parallel") and value == 1)
    }
    right = all(name in said and _same(said[name], value) for name, value in wanted.items()) and facts <= wanted.keys()
    return "read" if right else "wrong", 0


def _of_load(case: dict[str, Any]) -> tuple[str, int]:
    got = read_line(case["say"], system_v=12, mains_v=120)
    if got.load is None:
        return "asked", len(got.questions)
    if "load" not in case:
        return "wrong", 0
    load, wanted = got.load, case["load"]
    said = {
        "name": load.name,
        "hours": load.hours_per_day,
        "days": load.days_per_week,
        "duty": load.duty_frac,
        "quantity": load.quantity,
        "feed": load.feed,
        "importance": load.importance,
        "profile": load.profile,
        "months": list(load.months) or [month for month in range(1, 13) if season_of(month, "north") in load.seasons],
        "seasons": "" if "months" in wanted else " ".join(sorted(load.seasons)),
        "charges": getattr(load.draw, "charges_per_day", None),
        **{name: getattr(load.draw, name) for name in DRAWS if hasattr(load.draw, name)},
    }
    plain = {"days": 7, "duty": 1, "quantity": 1, "importance": "should", "seasons": ""}
    right = all(_same(said.get(name), value) for name, value in wanted.items())
    extra = [name for name, value in plain.items() if name not in wanted and not _same(said[name], value)]
    return "read" if right and not extra else "wrong", 0


def outcome(case: dict[str, Any]) -> tuple[str, int]:
    of_a_load = "load" in case or (case.get("asks") and _is_of_a_load(case))
    return _of_load(case) if of_a_load else _of_found(case)


def _is_of_a_load(case: dict[str, Any]) -> bool:
    """Of lines that are to be asked about only those behind the first load are loads."""
    first = next(n for n, one in enumerate(LINES) if "load" in one)
    return next(n for n, one in enumerate(LINES) if one is case) > first


def test_no_hurried_line_is_read_wrongly_and_most_are_read() -> None:
    outcomes = [(case, *outcome(case)) for case in LINES]

    wrong = [case["say"] for case, how, _ in outcomes if how == "wrong"]
    clear = [(case, how) for case, how, _ in outcomes if not case.get("asks") and case.get("clear", True)]
    asked = [case["say"] for case, how in clear if how == "asked"]
    many = [case["say"] for case, _, questions in outcomes if questions > 1]
    readable = [how for case, how, _ in outcomes if not case.get("asks")]
    assert len(LINES) >= 250
    assert wrong == []
    assert many == []
    assert len(asked) <= 0.05 * len(clear), asked
    assert readable.count("read") >= 0.85 * len(readable)
