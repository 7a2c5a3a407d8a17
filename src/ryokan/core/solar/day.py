"""One day at a stay: the sun's way over the vehicle and what the array gives hour by hour."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.climate.days import MONTH_OF_DAY
from ryokan.core.climate.journey import located
from ryokan.core.climate.path import SunPath, sun_path
from ryokan.core.climate.shade import Block, Surroundings
from ryokan.core.climate.stay import LOSSES, blocks, corrected, panel_of, place_of, sky_of, surroundings_of
from ryokan.core.climate.sun import STEPS, month_sun
from ryokan.core.errors import NoAnswer
from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig

DULL, BRIGHT = slice(1, 3), slice(17, 19)  # round the tenth and the ninetieth of a hundred days


@dataclass(frozen=True, slots=True, eq=False)
class DayOfSun:
    """A day at a stay by the sun's clock.

    ``typical_w``, ``dull_w`` and ``bright_w`` are what the array gives at the bank in each hour, each of shape (24,): the mean
    of the month, one day in ten and nine in ten. ``array_w`` is the chosen array, or the need where none is chosen yet.
    """

    path: SunPath
    surroundings: Surroundings
    named_blocks: tuple[tuple[str, Block], ...]
    array_w: float
    typical_w: Floats
    dull_w: Floats
    bright_w: Floats


def day_of_sun(rig: Rig, figures: Mapping[str, Figure], stay_id: str, day: int, heading_deg: float | None = None) -> DayOfSun:
    """The sun over the vehicle on a day of the year, and the array's hours in its month.

    Parameters
    ----------
    rig : Rig
    figures : mapping of key to figure
        Of the report of that rig.
    stay_id : str
    day : int
        1 to 365.
    heading_deg : float, optional
        Where the nose would point, to try it out; the stay's own if left out. [°]

    Raises
    ------
    NoAnswer
        There is no such stay, or nobody has said where it is.
    """
    if stay_id not in rig.stays:
        raise NoAnswer("There is no such stay.")
    stay = located(rig).get(stay_id)
    if stay is None:
        raise NoAnswer(f"Nobody has said where {rig.stays[stay_id].place or 'this stay'} is.")
    place, month = place_of(stay), int(MONTH_OF_DAY[day - 1]) + 1
    around = surroundings_of(rig.solar, stay)
    if heading_deg is not None:
        around = replace(around, heading_deg=heading_deg)
    sheet = Sheet(dict(rig.assumptions))
    correction = corrected(sheet, rig.solar, place)
    sun = month_sun(
        place, month, sky_of(rig.solar, place), panel_of(rig.solar, place[0]), correction=correction, surroundings=around
    )
    array_w = (figures.get("solar.have_w") or figures["solar.need_w"]).number
    passed_on = float(np.prod([sheet.assumption(f"{name}_frac").number for name in LOSSES])) * (1 - stay.shade_frac)
    hours = sun.w_per_w.reshape(len(sun.w_per_w), 24, STEPS // 24).mean(axis=-1) * array_w * passed_on
    hours = hours[np.argsort(sun.wh_per_w)]  # in the shade a hazy day may give more than a clear one
    names = [one.name for _, one in sorted(rig.solar.obstacles.items())]
    return DayOfSun(
        path=sun_path(place, day, around),
        surroundings=around,
        named_blocks=tuple(zip(names, blocks(rig.solar), strict=True)),
        array_w=array_w,
        typical_w=hours.mean(axis=0),
        dull_w=hours[DULL].mean(axis=0),
        bright_w=hours[BRIGHT].mean(axis=0),
    )
