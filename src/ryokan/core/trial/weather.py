"""Years of weather along a journey: drawn, the same for every rig that meets them, and alike at places that are near."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TypeAlias

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.climate.days import PERSISTENCE
from ryokan.core.trial.system import Counts, Weather

Place: TypeAlias = tuple[float, float]  # latitude and longitude [°]

# Weather hangs together over some hundred kilometres: it is drawn at nodes four degrees apart, and in between each takes its
# part, so that every place by itself is drawn as before. Half of it is shared at some 340 km. (common practice)
NODE_DEG = 4.0
KM_PER_DEG = 111.2
# How much the air of a day keeps of that of the day before. (lag-one correlation of daily means in temperate climates, 0.6 to
# 0.8; from memory, unverified)
AIR_PERSISTENCE = 0.7
SUN, AIR = 0, 1  # streams of a node and year


@dataclass(frozen=True, slots=True)
class Rain:
    """Days that are forced to be as dull as any: the first by its day since the first of January of departure, and how many."""

    first: int
    days: int


def nodes_of(place: Place) -> list[tuple[int, float]]:
    """The nodes about a place with their weights, whose squares sum to 1."""
    lat_deg, lon_deg = place
    row = (lat_deg + 90) / NODE_DEG
    south = int(np.floor(row))
    found: dict[int, float] = {}
    for line, along in ((south, 1 - (row - south)), (south + 1, row - south)):
        if along <= 0:
            continue
        middle_deg = min(max(line * NODE_DEG - 90, -90.0), 90.0)
        columns = max(1, round(360 / NODE_DEG * np.cos(np.radians(middle_deg))))
        column = (lon_deg % 360) / 360 * columns
        west = int(np.floor(column))
        for at, across in ((west, 1 - (column - west)), (west + 1, column - west)):
            if across > 0:
                node = line * 1000 + at % columns
                found[node] = found.get(node, 0.0) + along * across
    size = float(np.sqrt(sum(weight**2 for weight in found.values())))
    return [(node, weight / size) for node, weight in found.items()]


def draw(seed: int, nodes: Sequence[int], first_year: int, years: int, days: int, stream: int, persistence: float) -> Floats:
    """Days at nodes that follow one another, each by itself a standard normal: shape (nodes, years, days).

    By seed, node, year and day: neither other nodes nor more years or days change what is drawn. (first-order autoregression)
    """
    normal = np.empty((len(nodes), years, days))
    for at, node in enumerate(nodes):
        for year in range(years):
            bits = np.random.Philox(key=[seed, node], counter=[0, 0, first_year + year, stream])
            normal[at, year] = np.random.Generator(bits).standard_normal(days)
    new = np.sqrt(1 - persistence**2)
    for day in range(1, days):
        normal[:, :, day] = persistence * normal[:, :, day - 1] + new * normal[:, :, day]
    return normal


def draw_weather(
    places: Sequence[Place],
    of_night: Counts,
    day_numbers: Counts,
    air_spread_k: Floats,
    *,
    seed: int,
    years: int,
    first_year: int = 0,
    rain: Sequence[Rain] = (),
) -> Weather:
    """Years of weather for the halves of the nights of a trip.

    Parameters
    ----------
    places : sequence of (float, float)
        Latitude and longitude of each place. [°]
    of_night : array (N, 2)
        At which of them each half of a night is spent.
    day_numbers : array (N, 2)
        Days since the first of January of the year of departure.
    air_spread_k : array (N, 2)
        How far days scatter about the mean of their month: one standard deviation. [K]
    seed, years, first_year : int
        Year ``y`` of a longer run is year ``y`` of a shorter one.
    rain : sequence of Rain
        Spells in which no sun comes through, whatever was drawn.

    Returns
    -------
    Weather
        Each share by itself is uniform: a month keeps its distribution of days.
    """
    from scipy.special import ndtr  # here: it takes a third of a second

    first = int(day_numbers.min()) if day_numbers.size else 0
    length = int(day_numbers.max()) + 1 if day_numbers.size else 0
    assert first >= 0
    of_place = [nodes_of(place) for place in places]
    nodes = sorted({node for one in of_place for node, _ in one})
    row = {node: at for at, node in enumerate(nodes)}
    halves = []
    for stream, persistence in ((SUN, PERSISTENCE), (AIR, AIR_PERSISTENCE)):
        drawn = draw(seed, nodes, first_year, years, length, stream, persistence)
        by_place = np.stack([sum(drawn[row[node]] * weight for node, weight in one) for one in of_place])
        halves.append(np.moveaxis(by_place[of_night, :, day_numbers], -1, 0))
    share = np.asarray(ndtr(halves[0]))
    for spell in rain:
        share[:, (day_numbers >= spell.first) & (day_numbers < spell.first + spell.days)] = 0.0
    return Weather(share, halves[1] * air_spread_k)
