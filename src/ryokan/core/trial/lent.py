"""What comes out of another system's bank: there as long as that bank, or its inverter, is. That system is run along."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, TypeAlias

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.evaluate import Report
from ryokan.core.rig import Rig
from ryokan.core.trial.system import simulate
from ryokan.core.trial.trip import Trip
from ryokan.core.trial.weather import Rain

if TYPE_CHECKING:
    from ryokan.core.trial.prepare import Prepared

# Reports of the systems that give, by the id of the link.
Beside: TypeAlias = Mapping[str, Report]

WITHOUT_BANK, WITHOUT_INVERTER = 1, 2  # bits of what is gone, as the engine has them


def bank_links(rig: Rig) -> list[str]:
    """Ids of the links that bring something out of another system's bank. What comes off an alternator asks no bank."""
    return [id for id, link in sorted(rig.links.items()) if not link.gives and link.source != "alternator"]


@dataclass(frozen=True, slots=True, eq=False)
class Lender:
    """A system that gives through a link: ready to be run, and its share of what all links bring in an hour. (S, 24)"""

    prepared: Prepared
    share: Floats
    by_inverter: bool


def lent(lenders: Sequence[Lender], trip: Trip, seed: int, years: int, *, first_year: int, rain: Sequence[Rain]) -> Floats:
    """How much is there of what other systems bring, in each hour of each year: shape (Y, N, 24), by the hour of the clock.

    They are run through the same years. On days that their own journey does not have, they are taken to give what is due.
    """
    out = np.ones((years, trip.nights, 24))
    afternoon = np.arange(24) >= 12
    of_hour = np.where(afternoon, trip.days.segments[:, :1], trip.days.segments[:, 1:])  # segment by night and hour (N, 24)
    for one in lenders:
        theirs = one.prepared.trip
        weather = one.prepared.weather(seed, years, first_year=first_year, rain=rain)
        gone = simulate(one.prepared.system, theirs.days, weather, keep_gone=True).gone
        assert gone is not None
        counts = WITHOUT_BANK | (WITHOUT_INVERTER if one.by_inverter else 0)
        missing = (gone & counts) > 0
        without = np.zeros(out.shape)
        for half, hours in enumerate((afternoon, ~afternoon)):
            at = {int(number): night for night, number in enumerate(theirs.day_numbers[:, half])}
            for night, number in enumerate(trip.day_numbers[:, half]):
                if int(number) in at:
                    without[:, night, hours] = missing[:, at[int(number)]][:, hours]
        out -= without * one.share[of_hour, np.arange(24)]
    return np.clip(out, 0.0, 1.0)
