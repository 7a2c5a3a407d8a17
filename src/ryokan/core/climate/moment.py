"""What an array gives under a clear sky hour by hour of one day, by the clock of its zone."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.climate.sun import EVERY_HEADING, HOURS, Panel, equation_of_time_h, moments_of, on_panel

ZONE_DEG = 15.0  # of longitude to an hour of the clock
SUMMER_TIME_H = 1.0  # what the clock may be ahead of the zone's own time


@dataclass(frozen=True, slots=True, eq=False)
class ClearDay:
    """One day: hours by the zone's clock, and what a rated watt gives then at least and at most. Shapes (48,), W/W.

    The two differ where nobody knows how the vehicle stands and the panels are tilted.
    """

    clock_h: Floats
    least: Floats
    most: Floats

    def at(self, clock_h: float) -> tuple[float, float]:
        """Least and most at an hour of the clock, which may show summer time. [W/W]"""
        hours = [clock_h - SUMMER_TIME_H, clock_h]
        least, most = (np.interp(hours, self.clock_h, curve, left=0, right=0) for curve in (self.least, self.most))
        return float(least.min()), float(most.max())


def clear_day(place: tuple[float, float], day: int, air_c: Floats, panel: Panel, heading_deg: float | None = None) -> ClearDay:
    """What a rated watt gives on the clearest of days.

    Parameters
    ----------
    place : (float, float)
        Latitude and longitude. [°]
    day : int
        Of the year.
    air_c : array, shape (48,)
        Air by the sun's clock. [°C]
    panel : Panel
    heading_deg : float, optional
        Where the vehicle's nose points; None: not known.

    Notes
    -----
    Sun on the flat after Haurwitz (1945), brought onto the panel as :func:`.sun.on_panel` does. The clock is that of the
    nearest meridian of a whole hour; countries that keep another are off by as much.
    """
    return _clear_day(place, day, tuple(np.round(air_c, 1).tolist()), panel, heading_deg)


@lru_cache(maxsize=256)
def _clear_day(
    place: tuple[float, float], day: int, air_c: tuple[float, ...], panel: Panel, heading_deg: float | None
) -> ClearDay:
    import pvlib

    moments = moments_of(place[1], day, HOURS)
    position = pvlib.solarposition.get_solarposition(moments, *place)
    ghi = np.nan_to_num(pvlib.clearsky.haurwitz(position["apparent_zenith"])["ghi"].to_numpy())
    curves = [np.clip(on_panel(moments, place, ghi, np.array(air_c), lies)[1], 0, None) for lies in _ways(panel, heading_deg)]
    behind_h = round(place[1] / ZONE_DEG) - place[1] / ZONE_DEG
    clock = HOURS + behind_h - equation_of_time_h(day)
    return ClearDay(clock, np.min(curves, axis=0), np.max(curves, axis=0))


def _ways(panel: Panel, heading_deg: float | None) -> list[Panel]:
    """How the panel may lie: one way where the heading is known or makes no difference."""
    if panel.from_nose_deg is None or panel.tilt_deg == 0:
        return [panel]
    headings = EVERY_HEADING if heading_deg is None else (heading_deg,)
    return [Panel(panel.tilt_deg, (heading + panel.from_nose_deg) % 360, mount=panel.mount) for heading in headings]
