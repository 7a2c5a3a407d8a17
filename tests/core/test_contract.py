"""The keys of figures are a public contract: what is frozen here stays, with its unit, and the list may only grow."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from functools import cache
from random import Random
from typing import Any

import pytest
from builders import ROOT, charging, example_rigs, plain_array, rig
from random_edits import random_edit, whole_book
from test_traces import PARTS

from ryokan.core.charging.recharge import UNITS as RECHARGE_UNITS
from ryokan.core.charging.recharge import how_soon
from ryokan.core.errors import UnknownPart
from ryokan.core.evaluate import evaluate
from ryokan.core.figure import Figure
from ryokan.core.links.moved import UNITS as MOVED_UNITS
from ryokan.core.question import MONEY, pattern
from ryokan.core.registry import PLAN
from ryokan.core.schedules.all import UNITS as SCHEDULE_UNITS
from ryokan.core.schedules.all import schedules
from ryokan.core.storage.running import UNITS as RUNNING_UNITS
from ryokan.core.storage.running import how_long
from ryokan.core.trial.figures import UNITS as TRIAL_UNITS
from ryokan.core.trial.run import run_trial
from ryokan.core.wiring.made import UNITS as MADE_UNITS
from ryokan.core.wiring.made import how_made
from ryokan.core.wiring.things import runs_of, the_main_run
from ryokan.wording.figures import title

FROZEN: dict[str, dict[str, Any]] = json.loads((ROOT / "tests/fixtures/figures-contract.json").read_text())
DECLARED = (
    {key: unit for question in PLAN.order for key, unit in question.writes.items()}
    | RUNNING_UNITS
    | RECHARGE_UNITS
    | MOVED_UNITS
    | MADE_UNITS
    | SCHEDULE_UNITS
    | TRIAL_UNITS
)
# A figure may pass from what somebody states to what follows from something else, never back.
MAY_BECOME = {"given": {"given", "constant", "computed", "looked_up", "chosen", "simulated"}, "constant": {"constant", "computed", "looked_up", "chosen"}}  # fmt: skip


def figures() -> Iterator[Figure]:
    """Those of the examples, and of rigs that random edits make of them."""
    random, book = Random(7), whole_book()
    bases = [one for _, one in example_rigs()]
    for number in range(40):
        one = bases[number % len(bases)]
        for _ in range(0 if number < len(bases) else random.randint(1, 60)):
            one = random_edit(one, random, book)
        try:
            found = evaluate(one, PARTS).figures
        except UnknownPart:
            continue
        yield from (figure for key, figure in found.items() if not key.startswith("assumptions."))
    some = rig(storage={"bank": {"nominal_ah": 200}}, charging=charging(charger_a=20), solar=plain_array(300))
    worked = evaluate(some).figures
    yield from (one for key, one in how_soon(some, worked, 0.5).items() if key.startswith("recharge."))
    for _, journey in example_rigs():
        if journey.storage.bank is None or all(stay.lat_deg is None for stay in journey.stays.values()):
            continue  # nothing to run, or nobody has said where
        yield from run_trial(evaluate(journey, PARTS), years=2).figures.values()
    by_generator = {"rated_w": 2000, "start_frac": 0.5, "stop_frac": 0.9}
    kept = charging(20, 40, 90, generators={"g": by_generator})
    yield from run_trial(evaluate(rig(charging=kept, storage={"bank": {"nominal_ah": 50}})), years=2).figures.values()
    one = rig(storage={"bank": {"nominal_ah": 200}}, wiring={"main": {"conductor": "awg:2", "stud_near": "M8"}})
    for run in (the_main_run(one), *runs_of(one).values()):
        of_it = schedules(one, evaluate(one)).figures
        yield from (figure for key, figure in of_it.items() if key.startswith("schedule."))
        yield from (figure for key, figure in how_made(one, evaluate(one).figures, run).items() if key.startswith("made."))
    yield from (one for key, one in how_long(some, evaluate(some).figures, ["l0"], 1.0).items() if key.startswith("running."))


@cache
def families_of(key: str) -> list[str]:
    return [family for family in DECLARED if pattern(family).match(key)]


def test_no_key_goes_and_none_changes_its_unit_and_new_ones_are_frozen_too() -> None:
    assert {key: one["unit"] for key, one in FROZEN.items()} == DECLARED, "see “Add a figure” in CONTRIBUTING.md"


@pytest.mark.thorough
def test_every_figure_is_of_a_frozen_family_in_its_unit_and_of_its_kind_and_has_a_title() -> None:
    for figure in figures():
        (family, *more) = families_of(figure.key)
        assert not more, figure.key
        frozen = FROZEN[family]
        # Money has a currency always; where the rig speaks of none, the sign for it, which its reader's shop fills in.
        assert re.fullmatch(re.escape(frozen["unit"]).replace(MONEY, f"(?:[A-Z]{{3}}|{MONEY})"), figure.unit), figure
        allowed = set().union(*(MAY_BECOME.get(kind, {kind}) for kind in frozen["kinds"]))
        assert figure.kind in allowed, figure
        assert title(figure.key)
