"""Days that follow one another as weather does, and the hours of an array on them."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import numpy.typing as npt

from ryokan.core.climate.above import Floats
from ryokan.core.climate.grid import DAYS
from ryokan.core.climate.sun import STEPS, MonthSun

MONTH_LENGTHS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
MONTH_OF_DAY: npt.NDArray[np.intp] = np.repeat(np.arange(12), MONTH_LENGTHS)
# How much a day's clearness keeps of that of the day before: lag-one correlation of daily clearness made normal
# (Graham, Hollands & Huget 1988, Solar Energy 40, 83; from memory, unverified).
PERSISTENCE = 0.29


def draw_days(seed: int, years: int, persistence: float = PERSISTENCE) -> Floats:
    """Where each day lies between the dullest (0) and the brightest (1) of its month, for years of weather.

    Shape (years, 365); the same seed gives the same weather. Days follow one another as a first-order autoregression of a
    normal variable, so that each of them by itself is uniform: a month keeps its distribution, and dull days come in spells.
    """
    from scipy.special import ndtr  # here: it takes a third of a second, and few draw weather

    normal = np.random.default_rng(seed).standard_normal((years, len(MONTH_OF_DAY)))
    new = np.sqrt(1 - persistence**2)
    for day in range(1, len(MONTH_OF_DAY)):
        normal[:, day] = persistence * normal[:, day - 1] + new * normal[:, day]
    return np.asarray(ndtr(normal))


def table_of_year(months: Sequence[MonthSun]) -> Floats:
    """What a rated watt gives by month, day and hour of the sun's clock: shape (12, 20, 24). [Wh/W]"""
    half_hours = np.stack([month.w_per_w for month in months])
    return np.asarray(half_hours.reshape(12, DAYS, 24, STEPS // 24).mean(axis=-1))


def year_of_hours(table: Floats, shares: Floats) -> Floats:
    """What a rated watt gives in each hour of a year whose days were drawn.

    Parameters
    ----------
    table : array (12, 20, 24)
        From :func:`table_of_year`. [Wh/W]
    shares : array (365,)
        From :func:`draw_days`, one year.

    Returns
    -------
    array (365, 24)
        By the sun's clock. [Wh/W]
    """
    at = np.clip(shares * DAYS - 0.5, 0, DAYS - 1)
    low = np.minimum(at.astype(np.intp), DAYS - 2)
    up = (at - low)[:, None]
    return np.asarray(table[MONTH_OF_DAY, low] * (1 - up) + table[MONTH_OF_DAY, low + 1] * up)
