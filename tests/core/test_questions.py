"""Declared questions: their order follows from what they read, and nothing is read that was not declared."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from builders import example_rigs, rig

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.question import Answer, AnswerOfEach, BadDeclaration, Question, Step, Undeclared, in_order, overlap, question
from ryokan.core.registry import PLAN, Plan, plan_of
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope

LENGTHS: AnswerOfEach[int] = AnswerOfEach("toy.item")
FIRST: Answer[str | None] = Answer("toy.first")


def names(scope: Scope) -> dict[str, str]:
    return {name: name for name in scope.rig.brief.must_not_go_dark}


@question(rig=("brief.must_not_go_dark",), writes={"W": ("toy.item.*.w",)}, answers=LENGTHS, each=names)
def item(scope: Scope, id: str, name: str) -> int:
    scope.given(f"toy.item.{id}.w", float(len(name)), "W")
    return len(name)


@question(reads=("toy.item.*.w",), rig=("brief.must_not_go_dark",), writes={"W": ("toy.sum_w",)})
def total(scope: Scope) -> None:
    watts = [scope[f"toy.item.{name}.w"] for name in scope.rig.brief.must_not_go_dark]
    if watts:
        scope.compute("toy.sum_w", "sum(watts)", "W", watts=watts)


@question(reads=(LENGTHS,), answers=FIRST)
def first(scope: Scope) -> str | None:
    return next(iter(scope.answers(LENGTHS)), None)


@question(reads=(FIRST, "toy.sum_w"), writes={"": ("toy.said",)})
def said(scope: Scope) -> None:
    scope.given("toy.said", f"{scope.answer(FIRST)} of {scope.get('toy.sum_w') and scope['toy.sum_w'].number}", "")


def toy(*questions: Question) -> Plan:
    step = Step("toy", questions, ("toy.",), begun=lambda rig: True, chosen=lambda rig: True)
    return plan_of([step], [])


TOY = toy(said, total, first, item)  # in any order


def worked_out(plan: Plan, *names: str, before: Report | None = None) -> Report:
    return evaluate(rig([], brief={"must_not_go_dark": names}), before=before, plan=plan)


def test_questions_are_asked_behind_those_that_they_read_in_whatever_order_they_stand() -> None:
    assert [one.name for one in TOY.order] == [one.name for one in toy(item, first, total, said).order]
    assert worked_out(TOY, "fan", "pump").figures["toy.said"].value == "fan of 7.0"
    assert worked_out(TOY).figures["toy.said"].value == "None of None"


@pytest.mark.parametrize(
    ("then", "now"),
    [
        (("fan", "pump"), ("pump", "fan")),  # the order alone
        (("fan", "pump"), ("fan",)),
        (("fan",), ()),
        ((), ("fan",)),
        (("fan", "pump"), ("fan", "lamp")),
        (("fan", "pump"), ("fan", "pump")),
    ],
)
def test_what_an_edit_brings_takes_away_or_puts_in_another_order_is_seen(then: tuple[str, ...], now: tuple[str, ...]) -> None:
    after = worked_out(TOY, *now, before=worked_out(TOY, *then))
    anew = worked_out(TOY, *now)

    assert (dict(after.figures), list(after.figures)) == (dict(anew.figures), list(anew.figures))


def test_what_comes_out_as_before_is_not_asked_about_again() -> None:
    @question(reads=(FIRST,))
    def heard(scope: Scope) -> None:
        scope.answer(FIRST)

    plan = toy(item, first, heard)
    before = worked_out(plan, "fan", "pump")
    after = worked_out(plan, "fan", "lamp", before=before)

    again = {name for name, traces in after.traces.asked.items() if before.traces.asked[name].get("") is not traces.get("")}
    assert again == {"test_questions.first"}  # it answers the same, and nobody behind it is asked


# What a question does wrong, and what is said of it.
def reads_a_key(scope: Scope) -> None:
    scope.get("toy.sum_w")


def reads_all_keys(scope: Scope) -> None:
    list(scope.figures)


def reads_the_rig(scope: Scope) -> None:
    _ = scope.rig.storage


def reads_a_member(scope: Scope) -> None:
    _ = scope.rig.brief.people


def reads_a_part(scope: Scope) -> None:
    _ = scope.parts.battery


def reads_an_answer(scope: Scope) -> None:
    scope.answer(FIRST)


def asks_an_assumption_by_key(scope: Scope) -> None:
    scope.get("assumptions.margin_frac")


def writes_a_key(scope: Scope) -> None:
    scope.given("toy.other", 1.0, "")


def writes_another_unit(scope: Scope) -> None:
    scope.given("toy.bad", 1.0, "Wh")


@pytest.mark.parametrize(
    ("does", "says"),
    [
        (reads_a_key, "reads toy.sum_w, which it has not declared"),
        (reads_all_keys, "read by key"),
        (reads_the_rig, "/storage of the rig is read"),
        (reads_a_member, "/brief.people of the rig is read"),
        (reads_a_part, "/parts.battery of the rig is read"),
        (reads_an_answer, "reads =toy.first"),
        (asks_an_assumption_by_key, "ask for the assumption instead"),
        (writes_a_key, "writes toy.other undeclared"),
        (writes_another_unit, "in 'Wh', declared in ''"),
    ],
)
def test_what_was_not_declared_raises(does: Callable[[Scope], None], says: str) -> None:
    bad = question(rig=("brief.nights_away",), writes={"": ("toy.bad",)})(does)
    with pytest.raises(Undeclared, match=says):
        worked_out(toy(item, total, first, bad), "fan")


def one_that(name: str, reads: tuple[Any, ...] = (), writes: tuple[str, ...] = ()) -> Question:
    return Question(name, lambda scope: None, reads, (), dict.fromkeys(writes, ""))


@pytest.mark.parametrize(
    ("questions", "says"),
    [
        ((one_that("a", ("t.b",), ("t.a",)), one_that("b", ("t.c.*",), ("t.b",)), one_that("c", ("t.a",), ("t.c.x",))), "read one another: "),
        ((one_that("a", ("t.b",), ("t.a",)),), "a reads t.b, which nobody writes"),
        ((one_that("a", ("=t.b",)),), "a reads =t.b, which nobody writes"),
        ((one_that("a"), one_that("a")), "a stands twice"),
        ((one_that("a", ("c:t.a",)), one_that("b", (), ("t.a",)), one_that("c", (), ("t.b",))), "a reads c:t.a, which nobody writes"),
    ],
)  # fmt: skip
def test_questions_that_do_not_fit_together_stop_the_start(questions: tuple[Question, ...], says: str) -> None:
    with pytest.raises(BadDeclaration, match=says):
        in_order(questions)


@pytest.mark.parametrize(
    ("one", "other", "overlaps"),
    [
        ("a.b", "a.b", True),
        ("a.b", "a.c", False),
        ("a.*", "a.c", True),
        ("a.*", "a.c.d", False),
        ("a.**", "a.c.d", True),
        ("a.**", "a", False),
        ("a.*.w", "a.x.*", True),
        ("a.*.w", "a.x.v", False),
        ("a.days_*", "a.days_7", True),
        ("a.days_*", "a.nights_7", False),
    ],
)
def test_families_of_keys_overlap_where_a_key_can_belong_to_both(one: str, other: str, overlaps: bool) -> None:
    assert (overlap(one, other), overlap(other, one)) == (overlaps, overlaps)


def test_no_order_in_which_the_steps_stand_changes_the_order_in_which_they_are_asked() -> None:
    turned = in_order(question for step in reversed(PLAN.steps) for question in reversed(step.questions))
    place = {one.name: number for number, one in enumerate(turned)}
    for one in PLAN.order:
        writers = [other for other in PLAN.order if other is not one and any(read in _written(other) for read in one.reads)]
        assert all(place[other.name] < place[one.name] for other in writers)
    anew = plan_of(PLAN.steps, PLAN.rules)
    full = rig(storage={"bank": {"nominal_ah": 200}}, inverter={"chosen": {"rated_w": 2000}})
    assert evaluate(full, plan=Plan(PLAN.steps, turned, PLAN.rules, PLAN.read)) == evaluate(full, plan=anew)


def _written(one: Question) -> set[str]:
    return {*one.writes, *([f"={one.answers.name}"] if one.answers else [])}


@pytest.mark.parametrize("one", [pytest.param(one, id=name) for name, one in example_rigs()])
def test_every_figure_follows_from_what_its_question_has_declared(one: Rig) -> None:
    """Also what came along with an answer rather than by its key."""
    by_name = {question.name: question for question in PLAN.order}
    for name, traces in evaluate(one).traces.asked.items():
        for trace in traces.values():
            inputs = [key for figure in trace.written.values() for keys in figure.inputs.values() for key in as_list(keys)]
            assert [key for key in inputs if not key.startswith("assumptions.") and not by_name[name].may_read(key)] == []


def as_list(keys: str | tuple[str, ...]) -> tuple[str, ...]:
    return (keys,) if isinstance(keys, str) else keys


def test_an_unknown_rig_is_a_rig_too() -> None:
    assert evaluate(Rig()).figures["brief.people"].number == 2
