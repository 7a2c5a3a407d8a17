"""Schedules against small rigs that were worked by hand, and cutting plans against a search through all that there are."""

from __future__ import annotations

import tomllib
import tracemalloc
from pathlib import Path
from typing import Any

import pytest
from builders import changed
from builders import rig as plain_rig
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.evaluate import evaluate
from ryokan.core.schedules.all import Schedules, schedules
from ryokan.core.schedules.spools import Effort, cutting_plan
from ryokan.core.wiring.numbering import with_numbers

CASES = tomllib.loads((Path(__file__).parent / "schedules.toml").read_text())


def worked(case: dict[str, Any]) -> Schedules:
    one = with_numbers(changed(plain_rig(), case["rig"]))
    return schedules(one, evaluate(one))


@pytest.mark.parametrize("case", CASES["case"], ids=lambda case: case["name"])
def test_what_is_cut_landed_and_labelled(case: dict[str, Any]) -> None:
    found = worked(case)
    pieces = {one.mark: one for one in found.pieces}
    for mark, (size, colour, cut_m, near, far) in case.get("pieces", {}).items():
        one = pieces[mark]
        assert (one.size, one.colour, one.near_stud, one.far_stud) == (size, colour, near, far), mark
        assert one.cut_m is not None and one.cut_m.number == pytest.approx(cut_m)
    for mark, texts in case.get("labels", {}).items():
        assert [pieces[mark].near_label, pieces[mark].far_label] == texts
    for name, expected in case.get("lies", {}).items():
        cable = next(one for one in found.cables if one.run == name)
        fuse = next(one for one in found.fuses if one.run == name)
        assert [cable.size, cable.size_basis, fuse.rating_basis] == expected, name
        assert found.pieces == ()
    for mark, (cut_m, basis) in case.get("estimated", {}).items():
        assert (pieces[mark].cut_m.number, pieces[mark].length_basis) == (pytest.approx(cut_m), basis)
    for mark, before_mm in case.get("sleeves", {}).items():
        assert pieces[mark].sleeve.number == before_mm
    ends = {f"{one.mark} {one.end}": one for one in found.terminals}
    for end, (least, most) in case.get("torque", {}).items():
        assert [ends[end].least_nm.number, ends[end].most_nm.number] == [least, most]
    for end, ending in case.get("endings", {}).items():
        assert ends[end].ending == ending, end
    fuses = {one.mark: one for one in found.fuses}
    for mark, (rated_a, volts) in case.get("fuses", {}).items():
        assert [fuses[mark].rating.number, fuses[mark].volts.number] == [rated_a, volts]
    circuits = {one.circuit: one for one in found.circuits}
    for name, expected in case.get("circuits", {}).items():
        one = circuits[name]
        assert [one.side, one.rating_basis, [*one.devices], [*one.own_switches], one.switched, one.joints] == expected
    totals = {f"{one.size} {one.colour}": one for one in found.totals}
    for name, (count, metres, kilograms) in case.get("totals", {}).items():
        one = totals[name]
        assert (one.pieces, one.length_m.number) == (count, pytest.approx(metres))
        assert one.copper_kg.number == pytest.approx(kilograms, rel=2e-3)
    for name, (count, lugs) in case.get("made", {}).items():
        of_it = [piece for piece in found.pieces if piece.run == name]
        assert (len(of_it), 2 * len(of_it)) == (count, lugs), name


@pytest.mark.parametrize("case", CASES["spools"], ids=lambda case: case["name"])
def test_the_least_is_bought(case: dict[str, Any]) -> None:
    plan = cutting_plan(case["cuts"], case["spools"])
    assert sorted(spool.length_m for spool in plan.spools) == case["bought"]
    assert sorted(case["cuts"][n] for n in plan.left) == case.get("left", [])
    assert plan.proven
    assert sorted(n for spool in plan.spools for n in spool.cuts) == [n for n in range(len(case["cuts"])) if n not in plan.left]
    for spool in plan.spools:
        cut = sum(case["cuts"][n] for n in spool.cuts)
        assert cut <= spool.length_m + 1e-9 and spool.waste_m == pytest.approx(spool.length_m - cut)
    assert plan.waste_m == pytest.approx(plan.bought_m - sum(case["cuts"]) + sum(case.get("left", [])))


def least_bought(cuts: tuple[int, ...], spools: tuple[int, ...]) -> tuple[int, int]:
    """Least metres and then fewest spools by trying every way to put each cut somewhere."""
    best = (10**9, 10**9)

    def put(at: int, open_spools: tuple[tuple[int, int], ...]) -> None:
        nonlocal best
        so_far = (sum(length for length, _ in open_spools), len(open_spools))
        if so_far >= best:
            return
        if at == len(cuts):
            best = so_far
            return
        for n, (length, room) in enumerate(open_spools):
            if room >= cuts[at]:
                put(at + 1, (*open_spools[:n], (length, room - cuts[at]), *open_spools[n + 1 :]))
        for length in spools:
            if length >= cuts[at]:
                put(at + 1, (*open_spools, (length, length - cuts[at])))

    put(0, ())
    return best


@pytest.mark.thorough
@given(st.lists(st.integers(1, 25), min_size=1, max_size=6), st.sets(st.sampled_from([5, 10, 25]), min_size=1))
def test_no_way_to_cut_buys_less(cuts: list[int], lengths: set[int]) -> None:
    plan = cutting_plan([float(one) for one in cuts], [float(one) for one in sorted(lengths)])
    possible = tuple(sorted((one for one in cuts if one <= max(lengths)), reverse=True))
    assert (sum(one.length_m for one in plan.spools), len(plan.spools)) == (
        least_bought(possible, tuple(lengths)) if possible else (0, 0)
    )


def test_very_many_pieces_are_planned_within_the_effort_that_there_is() -> None:
    """Many short pieces and spools that hardly differ: sets of spools beyond number, which are counted and never built."""
    cuts, spools = [0.5 + n % 37 / 10 for n in range(2_400)], [10 + n / 10 for n in range(12)]
    effort = Effort()
    tracemalloc.start()
    plan = cutting_plan(cuts, spools, effort)
    _, peak_bytes = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    assert sorted(n for spool in plan.spools for n in spool.cuts) == list(range(len(cuts)))
    assert sum(cuts) <= plan.bought_m <= 1.1 * sum(cuts) and not plan.proven
    assert peak_bytes < 30e6
    assert effort.laid >= -len(cuts) and effort.places >= 0
