"""How a panel would lie best in a month."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from ryokan.core.climate.grid import Sky
from ryokan.core.climate.shade import OPEN, Surroundings
from ryokan.core.climate.sun import EVERY_HEADING, Light, Panel, Place, beam_reaches, in_plane, light

TILTS_DEG = np.arange(0.0, 91.0, 5.0)
FACES_DEG = np.arange(0.0, 360.0, 15.0)


@dataclass(frozen=True, slots=True)
class Best:
    """The tilt and bearing that give most, to 5° and 15°. [°]"""

    tilt_deg: float
    faces_deg: float


def best_lie(place: Place, month: int, sky: Sky, *, correction: float, surroundings: Surroundings = OPEN) -> Best:
    """The tilt and bearing of a fixed panel that give most on the mean day of a month, under what stands in the way there.

    Parameters are those of :func:`ryokan.core.climate.sun.month_sun`. Among equals the flatter one.
    """
    return _best(light(place, month, sky, correction=correction), surroundings)


@lru_cache(maxsize=1024)
def _best(found: Light, surroundings: Surroundings) -> Best:
    headings = np.array(EVERY_HEADING if surroundings.heading_deg is None else (surroundings.heading_deg,))
    reaches = beam_reaches(found, surroundings, headings[:, None, None]).mean(axis=(0, 1))
    mean = replace(
        found,
        ghi=found.ghi.mean(axis=0),
        dni=found.dni.mean(axis=0),
        dhi=found.dhi.mean(axis=0),
        air_c=found.air_c.mean(axis=0),
    )
    tilts, faces = TILTS_DEG[:, None, None], FACES_DEG[None, :, None]
    _, power = in_plane(mean, tilts, faces, Panel(), reaches, surroundings.sky_seen)
    day = power.sum(axis=-1)
    tilt, face = np.unravel_index(int(np.argmax(day > day.max() * (1 - 1e-9))), day.shape)
    return Best(float(TILTS_DEG[tilt]), float(FACES_DEG[face]))
