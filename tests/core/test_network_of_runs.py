"""What cannot be otherwise, whatever is wired: currents meet at every node, volts are lost along every way."""

from __future__ import annotations

from random import Random
from typing import Any

import pytest
from builders import changed
from hypothesis import given
from hypothesis import strategies as st
from random_edits import random_edit, whole_book
from test_traces import BASES, PARTS

from ryokan.core.errors import UnknownPart
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.rig import Rig
from ryokan.core.topology.dc import dc_runs
from ryokan.core.wiring.identity import id_of_run

BOOK = whole_book()


def of_each(one: Rig, report: Report) -> dict[str, dict[str, Any]]:
    """Values of each run by the last part of their keys, by the run's key."""
    bases = {f"wiring.run.{id_of_run(key, one.wiring.numbers)}": key for key in dc_runs(one)} | {"wiring.main": "main"}
    values: dict[str, dict[str, Any]] = {}
    for key, figure in report.figures.items():
        base, _, name = key.rpartition(".")
        if base in bases:
            values.setdefault(bases[base], {})[name] = figure.value
    return values


def by_some_schools(one: Rig, random: Random) -> Rig:
    """The rig with its runs joined and its fuses chosen in one of the ways that there are."""
    schools = {
        "wiring.solar_joins": random.choice(("battery", "bus", "charge_bus")),
        "wiring.inverter_joins": random.choice(("bus", "battery")),
        "wiring.fuse_school": random.choice(("ampacity", "next_rating", "half_more")),
        "storage.take_off": random.choice((None, "side", "equal_leads")),
    }
    return changed(one, schools)


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.integers(0, 60))
def test_currents_meet_at_every_node_and_volts_are_lost_along_every_way(seed: int, steps: int) -> None:
    """Kirchhoff: what leaves the panel comes to it; up to an end is lost what is lost up to its beginning, and in it."""
    random = Random(seed)
    one = BASES[seed % len(BASES)]
    for _ in range(steps):
        one = random_edit(one, random, BOOK)
    one = by_some_schools(one, random)
    try:
        report = evaluate(one, PARTS)
    except UnknownPart:
        return
    runs, numbers = dc_runs(one), of_each(one, report)
    assert len({run.head for run in runs.values()}) == len(runs) or any(
        run.kind in ("array", "string", "link") for run in runs.values()
    )
    before: set[str] = {"", "main"}
    for key, run in runs.items():
        assert run.behind in before  # what feeds others comes before them
        before.add(key)

    fed = [numbers.get(key, {}).get("design_current_a", 0.0) for key, run in runs.items() if run.behind == "bus.pos>panel.in"]
    panel = numbers.get("bus.pos>panel.in", {}).get("design_current_a")
    if panel is not None:
        # Loads that never run together, and those that another season brings, share the panel's current.
        assert sum(fed) >= panel * (1 - 1e-9)
        if all(load.never_with is None and not load.seasons for load in one.loads.values()):
            assert sum(fed) == pytest.approx(panel, rel=1e-9)

    charge = numbers.get("bank.pos>charge.pos", {}).get("design_current_a")
    if charge is not None:
        on_it = [
            numbers.get(key, {}).get("design_current_a", 0.0)
            for key, run in runs.items()
            if run.behind == "bank.pos>charge.pos"
        ]
        assert sum(on_it) == pytest.approx(charge, rel=1e-9)

    in_main = {"inverter": "design_current_a", "panel": "dc_loads_a"}
    for key, run in runs.items():
        mine = numbers.get(key, {})
        if "path_drop_v" not in mine:
            continue
        if run.behind == "main":
            name = in_main.get(run.kind)
            shared = numbers["main"][name] if name else report.figures["charging.all_sources_a"].number
            lost = numbers["main"]["path_ohm"] * shared
        else:
            lost = numbers[run.behind]["path_drop_v"] if run.behind else 0.0
        assert mine["path_drop_v"] == pytest.approx(lost + mine["drop_v"])
        if "fault_low_a" in mine:
            assert mine["fault_low_a"] <= mine["fault_high_a"] * (1 + 1e-9)  # further away, warm and by one string


@pytest.mark.thorough
@given(st.integers(0, 10**9), st.integers(0, 60))
def test_what_is_asked_for_keeps_every_rule_of_runs(seed: int, steps: int) -> None:
    """Cable and fuse as asked for, taken by every run that is to be laid: no rule of cables and fuses speaks of it."""
    random = Random(seed)
    one = BASES[seed % len(BASES)]
    for _ in range(steps):
        one = random_edit(one, random, BOOK)
    one = by_some_schools(changed(one, {"survey.as_found": False, "wiring.runs": {}, "overruled": {}}), random)
    try:
        report = evaluate(one, PARTS)
    except UnknownPart:
        return
    said: dict[str, Any] = {}
    for key, mine in of_each(one, report).items():
        if key != "main" and "conductor" in mine:
            said[key] = {name: mine[name] for name in ("conductor", "fuse_a") if name in mine}
    taken = changed(one, {"wiring.runs": said})
    after = evaluate(taken, PARTS)
    asked_again = of_each(taken, after)
    assert {key: asked_again[key]["conductor"] for key in said} == {key: one["conductor"] for key, one in said.items()}
    spoken_of = {f"run:{id_of_run(key, one.wiring.numbers)}" for key in said}
    assert [finding.key for finding in after.findings if finding.subject in spoken_of] == []
