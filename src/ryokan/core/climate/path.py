"""The way of the sun over a vehicle on one day."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ryokan.core.climate.above import Floats, day_length_h
from ryokan.core.climate.shade import Surroundings
from ryokan.core.climate.sun import EVERY_HEADING, Place, moments_of

PATH_STEPS = 144  # ten minutes each


@dataclass(frozen=True, slots=True, eq=False)
class SunPath:
    """Where the sun stands by the sun's clock, and how much of its beam comes through. Each of shape (144,). [h, °]

    ``rises_h`` and ``sets_h`` are None where the sun stays up or down.
    """

    hours: Floats
    height_deg: Floats
    azimuth_deg: Floats
    reaches: Floats
    length_h: float
    rises_h: float | None
    sets_h: float | None


def sun_path(place: Place, day: int, surroundings: Surroundings) -> SunPath:
    """The sun's way on a day of the year, 1 to 365, by the sun's clock: noon is when it stands highest.

    A vehicle of unknown heading stands as likely one way as another: what its own things hide is then a mean.
    """
    import pandas as pd
    import pvlib

    hours = (np.arange(PATH_STEPS) + 0.5) * 24 / PATH_STEPS
    position = pvlib.solarposition.get_solarposition(pd.DatetimeIndex(moments_of(place[1], day, hours)), *place)
    zenith, azimuth = position["zenith"].to_numpy(), position["azimuth"].to_numpy()
    headings = np.array(EVERY_HEADING if surroundings.heading_deg is None else (surroundings.heading_deg,))
    reaches = surroundings.reaches(hours, zenith, azimuth, headings[:, None, None]).mean(axis=(0, 1))
    length_h = day_length_h(place[0], day)
    turns = 0 < length_h < 24
    return SunPath(
        hours, 90 - zenith, azimuth, reaches, length_h,
        12 - length_h / 2 if turns else None, 12 + length_h / 2 if turns else None,
    )  # fmt: skip
