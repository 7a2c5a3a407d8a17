"""Two AC loads at a time against the inverter: fit, fit with help, or never."""

from __future__ import annotations

from typing import Any

import pytest
from builders import load, rig
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.evaluate import evaluate
from ryokan.core.inverter.together import Together, run_together


def judged(*loads: dict[str, Any], rated_w: float = 2000, surge_w: float = 4000) -> Together:
    one = rig([{**row, "feed": "ac"} for row in loads], inverter={"chosen": {"rated_w": rated_w, "surge_w": surge_w}})
    found = run_together(one, evaluate(one).figures)
    assert found is not None
    return found


def verdict(*loads: dict[str, Any], **inverter: float) -> str:
    return next(pair.verdict for pair in judged(*loads, **inverter).pairs if pair.one != pair.other)


KETTLE, TV = load(1200, 0.2, name="boiler of tea"), load(60, 2, name="TV")
PUMP = load(700, 1, name="pump", start_factor=6)


@pytest.mark.parametrize(
    ("one", "other", "inverter", "expected"),
    [
        (KETTLE, TV, {}, "fits"),
        (KETTLE, load(800, 1), {}, "fits"),  # 2 000 of 2 000
        (KETTLE, load(801, 1), {}, "never"),
        (KETTLE, load(700, 1, power_factor=0.8), {}, "never"),  # 875 VA: power factor loads the inverter too
        (PUMP, KETTLE, {"surge_w": 5400}, "fits"),  # 1 900 running, 3 500 more to start
        (PUMP, KETTLE, {"surge_w": 5399}, "soft_start"),  # about a third of 4 200 is 1 386: 686 more
        (PUMP, KETTLE, {"surge_w": 2500}, "never"),
        (load(1800, 1, name="induction hob"), load(900, 1), {}, "lower_step"),
        (load(900, 1, never_with="kitchen"), load(1900, 1, never_with="kitchen"), {}, "apart"),
    ],
)
def test_a_pair_is_judged_by_rating_start_and_step(
    one: dict[str, Any], other: dict[str, Any], inverter: dict[str, float], expected: str
) -> None:
    assert verdict(one, other, **inverter) == expected


def test_the_step_is_the_highest_that_fits() -> None:
    pairs = judged(load(1800, 1, name="induction hob"), load(900, 1)).pairs
    (step,) = next(pair for pair in pairs if pair.one != pair.other).steps_w.values()

    assert step <= 1100  # 2 000 less 900
    assert not judged(load(3000, 1, name="boiler of tea")).pairs[0].steps_w  # one setting only, and too large


@given(st.floats(50, 3000), st.floats(50, 3000), st.floats(500, 4000), st.floats(1, 2))
def test_a_larger_inverter_never_says_no_where_a_smaller_said_yes(a: float, b: float, rated_w: float, more: float) -> None:
    small = verdict(load(a, 1), load(b, 1), rated_w=rated_w, surge_w=2 * rated_w)
    large = verdict(load(a, 1), load(b, 1), rated_w=rated_w * more, surge_w=2 * rated_w * more)

    assert small != "fits" or large == "fits"


def test_nothing_on_ac_is_no_grid_and_many_are_cut_to_the_largest() -> None:
    none = rig([load(10, 1)])
    assert run_together(none, evaluate(none).figures) is None
    many = judged(*(load(10 + n, 1) for n in range(20)))
    assert (len(many.loads), many.left_out, len(many.pairs)) == (16, 4, 16 * 17 // 2)
    assert min(one.running_w for one in many.loads) == 14


def test_a_surge_that_is_not_known_is_the_usual_share_of_the_rating() -> None:
    """Until an inverter is chosen: rated × the usual ratio, 2. (common practice)"""
    several = rig([load(500, 1, feed="ac"), load(300, 1, feed="ac")], assumptions={"inverter_surge_ratio": 2})
    found = run_together(several, evaluate(several).figures)
    assert found is not None
    assert found.surge_w == 2 * found.rated_w


def test_what_hangs_on_another_inverter_or_on_the_hookup_alone_is_not_judged_against_this_one() -> None:
    feeds = {"i": {"source": "inlet"}}
    loads = [load(100, 1, feed="ac", name=name, hangs_on=place) for name, place in (("here", None), ("outlet", "inverter:main"), ("other", "inverter:two"), ("shore", "circuit:c"))]  # fmt: skip
    one = rig(
        loads,
        inverter={"chosen": {"rated_w": 1000}, "others": {"two": {"rated_w": 500}}},
        ac={"panels": {"p": {"feeds": feeds}}, "circuits": {"c": {"panel": "p"}}},
    )
    found = run_together(one, evaluate(one).figures)
    assert found is not None
    assert {each.name for each in found.loads} == {"here", "outlet"}
