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
from ryokan.core.climate.stay import LOSSES, blocks, corrected, place_of, surroundings_of
from ryokan.core.climate.sun import STEPS
from ryokan.core.errors import NoAnswer
from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Array
from ryokan.core.solar.yields import hours_of

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


def day_of_sun(
    rig: Rig,
    figures: Mapping[str, Figure],
    stay_id: str,
    day: int,
    heading_deg: float | None = None,
    parts: Mapping[str, PanelPart] | None = None,
) -> DayOfSun:
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
    parts : mapping of reference to PanelPart, optional
        Panels of the arrays. Each array is taken as it lies, and each controller caps what is on it.

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
    fixed = {id: one for id, one in rig.solar.ordered_arrays().items() if not one.carried}
    # A rig of which no array is chosen is shown with one of exactly the need, as all lie.
    lying = fixed or {"": Array()}
    watts = {id: figures[f"solar.array.{id}.watts_w"].number if fixed else figures["solar.need_w"].number for id in lying}
    passed_on = float(np.prod([sheet.assumption(f"{name}_frac").number for name in LOSSES]))
    by_controller: dict[str | None, Floats] = {}
    for id, array in lying.items():
        sun = hours_of(rig.solar, stay_id, stay, month, id, array, parts or {}, correction, heading_deg)
        given = sun.w_per_w * watts[id] * passed_on * (1 - array.shade_frac) * kept_of_volts(figures, id)
        by_controller[array.controller] = by_controller.get(array.controller, 0.0) + given
    half_hours = sum(capped(figures, controller, given) for controller, given in by_controller.items())
    assert not isinstance(half_hours, int)
    hours = half_hours.reshape(len(half_hours), 24, STEPS // 24).mean(axis=-1)
    hours = hours[np.argsort(hours.sum(axis=1), kind="stable")]  # in the shade a hazy day may give more than a clear one
    names = [one.name for _, one in sorted(rig.solar.obstacles.items()) if one.array is None]
    return DayOfSun(
        path=sun_path(place, day, around),
        surroundings=around,
        named_blocks=tuple(zip(names, blocks(rig.solar), strict=True)),
        array_w=sum(watts.values()),
        typical_w=hours.mean(axis=0),
        dull_w=hours[DULL].mean(axis=0),
        bright_w=hours[BRIGHT].mean(axis=0),
    )


def kept_of_volts(figures: Mapping[str, Figure], array_id: str) -> float:
    """What a controller leaves of an array's volts: a share with PWM, nothing where they do not reach the bank."""
    found = (
        figures.get(f"solar.array.{array_id}.reaches_frac")
        or figures.get(f"solar.array.{array_id}.pwm_frac")
        or figures.get("solar.pwm_frac")
    )
    return 1.0 if found is None else found.number


def capped(figures: Mapping[str, Figure], controller: str | None, given_w: Floats) -> Floats:
    """What a controller passes on of its arrays, step by step. [W]"""
    rated, charge_v = figures.get(f"solar.controller.{controller}.rated_a"), figures.get("storage.charge_v")
    if rated is None or charge_v is None:
        return given_w
    return np.minimum(given_w, rated.number * charge_v.number)
