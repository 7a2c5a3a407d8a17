"""What is worked out again after an edit: as much as has to be, and never less."""

from __future__ import annotations

from random import Random

import pytest
from builders import changed, example, example_rigs
from hypothesis import given
from hypothesis import strategies as st
from random_edits import random_edit, whole_book

from ryokan.core.errors import UnknownPart
from ryokan.core.evaluate import Report, evaluate, glimpse
from ryokan.core.findings.model import RULES
from ryokan.core.job_file import read_job_file
from ryokan.core.rig import Rig

BOOK = whole_book()
BASES = [rig for _, rig in example_rigs()] + [Rig()]


def book_of_examples() -> dict[str, object]:
    from builders import EXAMPLES

    return {key: part for path in EXAMPLES for key, part in read_job_file(path.read_bytes()).parts.items()}


PARTS = {**BOOK, **book_of_examples()}


def same(one: Report, other: Report) -> None:
    """Equal, and in the same order."""
    assert dict(one.figures) == dict(other.figures)
    assert list(one.figures) == list(other.figures)
    assert (one.findings, one.overruled, one.steps) == (other.findings, other.overruled, other.steps)


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.sampled_from(range(len(BASES))), st.integers(0, 40))
def test_after_any_edits_the_report_is_the_one_that_is_worked_out_anew(seed: int, base: int, wander: int) -> None:
    """Random rigs, and from there edit after edit, each from the report before it; now and then from one further back."""
    random = Random(seed)
    rig = BASES[base]
    for _ in range(wander):
        rig = random_edit(rig, random, BOOK)
    reports: list[Report] = []
    for _ in range(5):
        before = random.choice(reports) if reports else None
        try:
            reports.append(evaluate(rig, PARTS, before=before))
        except UnknownPart:
            pass
        else:
            same(reports[-1], evaluate(rig, PARTS))
        rig = random_edit(rig, random, BOOK)


def asked_again(rig: Rig, after: Rig) -> set[str]:
    """Names of the questions that were asked again, with what they were asked about."""
    before = evaluate(rig, PARTS)
    now = evaluate(after, PARTS, before=before)
    same(now, evaluate(after, PARTS))
    return {
        f"{name} {id}".strip()
        for name, traces in now.traces.asked.items()
        for id, trace in traces.items()
        if before.traces.asked.get(name, {}).get(id) is not trace
    }


@pytest.mark.parametrize(
    ("changes", "again"),
    [
        ({"vehicle.description": "a bus"}, {"storage.cost", "survey.payload", "survey.weight"}),
        ({"wiring.main.conductor": "mm2:95"}, {"wiring.main"}),
        ({"loads.fan.name": "blower"}, {"loads.powered fan", "loads.all_rows", "loads.met"}),
        ({"brief.company": "a dog"}, {"brief.said"}),
    ],
)  # fmt: skip
def test_an_edit_asks_again_no_more_than_what_hangs_on_it(changes: dict[str, object], again: set[str]) -> None:
    clinic = example("clinic")
    found = asked_again(clinic, changed(clinic, changes))
    assert again <= found
    assert len(found) < 30


def test_a_load_that_is_changed_leaves_the_rows_of_the_others_alone() -> None:
    clinic = example("clinic")
    found = asked_again(clinic, changed(clinic, {"loads.fan.hours_per_day": 3.3}))

    assert {one for one in found if one.startswith(("loads.powered ", "loads.steady_at_bank "))} == {
        "loads.powered fan",
        "loads.steady_at_bank fan",
    }
    assert not any(one.startswith("climate.") for one in found)


def test_a_load_that_goes_takes_its_figures_with_it() -> None:
    clinic = example("clinic")
    document = clinic.model_dump(mode="json")
    del document["loads"]["fan"]
    without = evaluate(Rig.model_validate(document), before=evaluate(clinic))

    same(without, evaluate(Rig.model_validate(document)))
    assert not any(key.startswith("loads.row.fan.") for key in without.figures)


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.sampled_from(range(len(BASES))), st.integers(0, 30), st.data())
def test_a_glimpse_shows_what_the_whole_report_has(seed: int, base: int, wander: int, data: st.DataObject) -> None:
    random = Random(seed)
    rig = BASES[base]
    for _ in range(wander):
        rig = random_edit(rig, random, BOOK)
    after = random_edit(rig, random, BOOK)
    try:
        before, whole = evaluate(rig, PARTS), evaluate(after, PARTS)
    except UnknownPart:
        return
    keys = data.draw(st.lists(st.sampled_from(sorted(whole.figures)), max_size=4))
    codes = data.draw(st.sets(st.sampled_from(sorted(RULES)), max_size=25))
    seen = glimpse(after, PARTS, before=before, keys=keys, codes=codes)

    assert {key: whole.figures[key] for key in keys if not key.startswith("assumptions.")}.items() <= seen.figures.items()
    assert seen.figures.items() <= whole.figures.items()
    assert seen.findings == tuple(finding for finding in whole.findings if finding.code in codes)
