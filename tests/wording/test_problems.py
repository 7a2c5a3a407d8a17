"""Faults of what was typed: whatever is wrong with whatever member, there is a sentence, and it is ours."""

from __future__ import annotations

import inspect
import re
import typing
from collections.abc import Iterator
from datetime import date, datetime, timedelta
from decimal import Decimal
from types import ModuleType
from typing import Any

import pytest
from pydantic import BaseModel, TypeAdapter, ValidationError
from pydantic_core.core_schema import ErrorType

import ryokan.web.app  # noqa: F401  # brings every model that a request may carry
from ryokan.core.job_file import FileProblem, problems_of
from ryokan.core.rig import Stay
from ryokan.wording.problems import problem

# What no member wants, or few: of every kind, and just beyond what kinds can hold.
WRONG: list[Any] = [
    None, True, -1, 0, 0.5, 61, 10**9, 10**400, -(10**400), 1e300, float("nan"), float("inf"), Decimal("1e999"),
    "", "x", "\0", "²", "x" * 100_000, "1999-12-31", "2101-01-05", "2026-02-30", "31 Dec 1999", "24:00", "1e999",
    b"\xff", [], [[]], [None] * 1000, {}, {"x": {}}, {"kind": "no such kind"}, {1: 2}, {"²": "\0"},
    date(1900, 1, 1), date(2101, 1, 5), datetime(2026, 1, 1, 12), timedelta(1), object(),
]  # fmt: skip


def ours(sentence: str) -> bool:
    """Whole, of one line or few words, and with nothing of the library's in it."""
    foreign = re.search(r"[{}]|Input|should be|Value error|Assertion|valid |pydantic|<class", sentence)
    return sentence.endswith((".", "”", "?")) and not sentence[:1].islower() and len(sentence) < 400 and foreign is None


def models() -> Iterator[type[BaseModel]]:
    """Every model of the program."""
    waiting: list[type[BaseModel]] = [BaseModel]
    while waiting:
        for found in waiting.pop().__subclasses__():
            waiting.append(found)
            module: ModuleType | None = inspect.getmodule(found)
            if module is not None and module.__name__.startswith("ryokan.") and not inspect.isabstract(found):
                yield found


def faults(model: type[BaseModel]) -> Iterator[tuple[str, Any, FileProblem]]:
    for name, field in model.model_fields.items():
        for value in WRONG:
            try:
                model.model_validate({field.alias or name: value})
            except ValidationError as error:
                yield from ((name, value, fault) for fault in problems_of(error))
    for value in WRONG:
        try:
            TypeAdapter(model).validate_python(value)
        except ValidationError as error:
            yield from (("", value, fault) for fault in problems_of(error))


@pytest.mark.thorough
def test_every_constraint_of_every_model_has_a_sentence_for_every_wrong_value() -> None:
    found = {model.__name__: list(faults(model)) for model in models()}

    bad = {
        f"{name}.{member} = {str(value)[:30]!r} ({fault.type}): {problem(fault)[:80]}"
        for name, rows in found.items()
        for member, value, fault in rows
        if not ours(problem(fault))
    }
    assert sorted(bad) == []
    assert len(found) > 100
    assert len({fault.type for rows in found.values() for _, _, fault in rows}) > 25


@pytest.mark.parametrize("kind", typing.get_args(ErrorType))
def test_no_kind_of_fault_is_without_words_even_where_it_brings_none_of_its_figures(kind: str) -> None:
    assert ours(problem(FileProblem("/x", kind, "Value error, a spell ends after it begins", {})))


@pytest.mark.parametrize(
    ("value", "said"),
    [
        ("2101-01-05", "31 December 2100 is the latest."),
        ("1999-12-31", "1 January 2000 is the earliest."),
        ("2026-02-30", "This is no date of the calendar. Write it as 2027-05-03."),
        ("tomorrow", "This is no date of the calendar. Write it as 2027-05-03."),
    ],
)
def test_a_date_that_cannot_be_taken_is_told_which_can(value: str, said: str) -> None:
    with pytest.raises(ValidationError) as caught:
        Stay.model_validate({"arrives": value})

    assert [problem(fault) for fault in problems_of(caught.value)] == [said]


@pytest.mark.parametrize(
    ("kind", "bound", "said"),
    [
        ("less_than_equal", {"le": 1_000_000}, "At most 1\u202f000\u202f000 is possible here."),
        ("less_than_equal", {"le": 0.95}, "At most 0.95 is possible here."),
        ("literal_error", {"expected": "'none'"}, "Otherwise only “none” is possible here."),
        ("literal_error", {"expected": "'a' or 'b'"}, "One of “a” or “b” is possible here."),
        ("greater_than", {"gt": Decimal(0)}, "More than 0 is needed."),
        ("greater_than_equal", {"ge": -40}, "At least −40 is needed."),
        ("greater_than_equal", {"ge": 12345.678}, "At least 12\u202f345.678 is needed."),
        ("too_long", {"max_length": 1}, "There are more than 1."),
        (
            "union_tag_invalid",
            {"tag": "2026-02-30", "expected_tags": "'a'"},
            "There is no such kind. One of “a” is possible here.",
        ),
    ],
)
def test_bounds_are_said_in_full(kind: str, bound: dict[str, Any], said: str) -> None:
    assert problem(FileProblem("/x", kind, "", bound)) == said
