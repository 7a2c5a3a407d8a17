"""How long one can stay: each stay by itself, begun as on departure, and gone on with until it goes dark."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.rig import Rig
from ryokan.core.trial.prepare import Prepared
from ryokan.core.trial.system import Days, simulate
from ryokan.core.trial.weather import draw_weather

LONGEST = 60  # nights that a stay is gone on with
FEWER, FEWER_FROM = 30, 20  # with many stays


def stays_away(rig: Rig, prepared: Prepared) -> list[str]:
    """The stays of a trip that have no hookup."""
    return [id for id in prepared.trip.stay_ids if rig.stays[id].hookup == "none"]


def nights_out(
    prepared: Prepared,
    away: Sequence[str],
    seed: int,
    years: int,
    *,
    first_year: int = 0,
    threads: int = 1,
    tell: Callable[[int], bool] | None = None,
) -> dict[str, Floats]:
    """Nights until it first went dark, by stay and year; the longest that was looked at where it never did.

    Each stay has the weather of its dullest month, for as long as it is gone on with.
    """
    trip = prepared.trip
    longest = LONGEST if len(away) < FEWER_FROM else FEWER
    first = [_dullest(prepared, trip.stay_ids.index(id)) for id in away]
    segments = np.repeat([[trip.days.segments[at, 0]] * 2 for at in first], longest, axis=0)
    later = np.tile(np.arange(longest), len(away))[:, None]
    numbers = np.repeat(trip.day_numbers[first], longest, axis=0) + later
    weekdays = (np.repeat(trip.days.weekdays[first], longest, axis=0) + later) % 7
    days = Days(segments, weekdays, (later[:, 0] == 0).astype(np.int64))
    weather = draw_weather(
        prepared.places, segments, numbers, prepared.air_spread_k[segments], seed=seed, years=years, first_year=first_year
    )
    outcome = simulate(prepared.system, days, weather, threads=threads, tell=tell)
    dark = (outcome.dark_h > 0).reshape(years, len(away), longest)
    until = np.where(dark.any(axis=2), dark.argmax(axis=2), longest)
    return {id: until[:, at].astype(float) for at, id in enumerate(away)}


def _dullest(prepared: Prepared, stay: int) -> int:
    """The first night of a stay in that of its months which brings the least sun."""
    trip = prepared.trip
    there = (trip.stays == stay) & trip.counts
    of_night = trip.days.segments[:, 0]
    sun = prepared.system.sun_w.mean(axis=(1, 2))
    dullest = min(dict.fromkeys(of_night[there].tolist()), key=lambda segment: sun[segment])
    return int(np.argmax(there & (of_night == dullest)))


def longest_looked_at(stays: int) -> int:
    """Nights that each of so many stays without a hookup is gone on with."""
    return LONGEST if stays < FEWER_FROM else FEWER
