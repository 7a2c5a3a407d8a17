"""The forms of one law agree, and no step writes a law of its own."""

from __future__ import annotations

import re

import pytest
from builders import ROOT
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core import laws
from ryokan.core.formula import evaluate_formula

some = st.floats(0.5, 5000)
share = st.floats(0.01, 1)


def value(formula: str, **inputs: float) -> float:
    found = evaluate_formula(formula, inputs)
    assert isinstance(found, float)
    return found


@given(share, share, some, share)
def test_the_draw_of_an_inverter_is_one_law_at_full_rating_and_at_a_part_of_it(
    linear: float, square: float, rated: float, part: float
) -> None:
    losses = {"linear": linear, "square": square, "rated": rated}
    for at, form, more in (
        (rated, laws.INVERTER_DRAW_AT_RATING_W, {}),
        (part * rated, laws.INVERTER_DRAW_AT_PART_W, {"part": part}),
    ):
        assert value(form, **losses, **more) == pytest.approx(value(laws.INVERTER_DRAW_W, watts=at, **losses))


@given(some, some, some, st.floats(1, 1.3))
def test_a_conductor_of_the_conductance_that_a_drop_allows_loses_that_drop(
    length: float, current: float, drop: float, warm: float
) -> None:
    km_per_ohm = value(laws.CONDUCTANCE_FOR_DROP, length=length, current=current, warm=warm, drop=drop)
    assert value(laws.DROP_V, length=length, ohm_per_km=1 / km_per_ohm, warm=warm, current=current) == pytest.approx(drop)


@given(some, st.floats(11, 60), st.floats(1, 20), st.floats(1.1, 20))
def test_the_current_for_some_hours_brings_the_energy_back_in_them(
    refill: float, charge_v: float, taper: float, more: float
) -> None:
    hours = taper * more
    amps = value(laws.AMPS_TO_CHARGE, refill=refill, charge_v=charge_v, hours=hours, taper=taper)
    assert value(laws.HOURS_TO_CHARGE, refill=refill, charge_v=charge_v, amps=amps, taper=taper) == pytest.approx(hours)


@given(some, st.floats(11, 60), share, share, st.floats(100, 240))
def test_what_a_charger_draws_from_the_mains_makes_its_current_again(
    amps: float, charge_v: float, efficiency: float, power_factor: float, mains_v: float
) -> None:
    around = {"charge_v": charge_v, "efficiency": efficiency, "power_factor": power_factor, "mains_v": mains_v}
    mains = value(laws.MAINS_A_OF_CHARGER, amps=amps, **around)
    assert value(laws.CHARGER_A_OF_MAINS, continuous=mains, **around) == pytest.approx(amps)


def test_a_law_stands_in_one_place() -> None:
    """A name that belongs to a law alone is in no formula that a step writes by itself."""
    own_names = re.compile(r'"[^"\n]*(linear\)|square ×|exponent −|× warm|÷ drop)[^"\n]*"')
    others = [path for path in (ROOT / "src/ryokan/core").rglob("*.py") if path.name != "laws.py"]
    found = {path.name: own_names.findall(path.read_text()) for path in others}
    # The marine handbook's own formula stands beside ours for whoever checks by hand.
    assert {name: hits for name, hits in found.items() if hits} == {"main_run.py": ["÷ drop"]}
