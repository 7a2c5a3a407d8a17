"""The least copper that keeps every drop, against a search through all combinations of sizes."""

from __future__ import annotations

import itertools
from random import Random

import pytest

from ryokan.core.wiring.lightest import Leg, Size, lightest

# Cross-section and resistance of some stock conductors, NEC Chapter 9 Table 8 at 75 °C, from memory. [mm², Ω/m]
SIZES = tuple(
    Size(f"s{at}", area_mm2, ohm_per_km / 1000)
    for at, (area_mm2, ohm_per_km) in enumerate([(2.08, 10.3), (5.261, 4.07), (13.3, 1.608), (33.62, 0.634), (67.43, 0.317)])
)


def network(random: Random) -> Leg:
    """A main run, up to two runs at the bus, one of them perhaps a feeder with up to three branches."""

    def leg(key: str, current_a: float, shared_a: float, allowed_v: float, children: tuple[Leg, ...] = ()) -> Leg:
        least = random.choice((0, 0, 0, 1, 2))
        return Leg(key, random.uniform(0.3, 6), current_a, shared_a, allowed_v, SIZES[least:], 1, children)

    branches = tuple(
        leg(f"branch {n}", random.uniform(0.5, 12), 0, random.choice((0.36, 1.2))) for n in range(random.randint(0, 3))
    )
    feeder_a = sum(one.current_a for one in branches) or random.uniform(1, 10)
    feeder = leg("feeder", feeder_a, random.uniform(10, 60), 0.36, branches)
    device = leg("device", random.uniform(10, 90), random.uniform(20, 120), 0.36)
    children = tuple(random.sample((feeder, device), random.randint(1, 2)))
    return leg("main", random.uniform(20, 160), 0, 0.36, children)


def legs(one: Leg) -> list[Leg]:
    return [one, *itertools.chain.from_iterable(map(legs, one.children))]


def keeps_every_drop(one: Leg, sizes: dict[str, Size], lost_v: float) -> bool:
    """By Ohm's law, both poles, on the way from the bank; a run behind the main one loses there what its own mode carries."""
    loop = 2 * one.length_m * sizes[one.key].ohm_per_m
    here_v = lost_v + loop * one.current_a
    if here_v > one.allowed_v:
        return False
    return all(keeps_every_drop(child, sizes, loop * child.shared_a if child.shared_a else here_v) for child in one.children)


def copper(one: Leg, sizes: dict[str, Size]) -> float:
    return sum(2 * leg.length_m * sizes[leg.key].area_mm2 for leg in legs(one))


@pytest.mark.parametrize("seed", range(200))
def test_no_combination_of_sizes_has_less_copper(seed: int) -> None:
    tree = network(Random(seed))
    every = legs(tree)
    best = min(
        (
            copper(tree, sizes)
            for chosen in itertools.product(*(leg.sizes for leg in every))
            if keeps_every_drop(tree, sizes := dict(zip((leg.key for leg in every), chosen, strict=True)), 0)
        ),
        default=None,
    )
    found = lightest(tree)
    assert (found is None) == (best is None)
    if found is not None:
        assert keeps_every_drop(tree, found, 0)
        assert copper(tree, found) == pytest.approx(best)
