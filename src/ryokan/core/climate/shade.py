"""What stands between the sun and an array: trees and hills round a stay, hours of shade, things on the vehicle."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ryokan.core.climate.above import Floats

ROUND = np.arange(0.5, 360.0)  # azimuths over which the sky is summed up [°]


@dataclass(frozen=True, slots=True)
class Block:
    """A thing on the vehicle as the array sees it. Bearings clockwise from the nose. [°]

    Its shadow takes the share ``takes_frac`` of the beam while the sun stands behind it.
    """

    bearing_deg: float
    width_deg: float
    height_deg: float
    takes_frac: float = 1.0


def block(bearing_deg: float, away_m: float, width_m: float, height_m: float, takes_frac: float = 1.0) -> Block:
    """A thing on the vehicle by its distance and size: what it hides of the sky. [°, m]"""
    return Block(
        bearing_deg=bearing_deg,
        width_deg=float(np.degrees(2 * np.arctan2(width_m / 2, away_m))),
        height_deg=float(np.degrees(np.arctan2(height_m, away_m))),
        takes_frac=takes_frac,
    )


@dataclass(frozen=True, slots=True)
class Surroundings:
    """Where the vehicle points, and what is in the way of the sun.

    ``shaded_h`` are spells by the sun's clock in which no beam comes through; ``horizon`` points of azimuth and height of
    the line of hills and trees, joined by straight lines all the way round. [°, h]
    """

    heading_deg: float | None = None
    shaded_h: tuple[tuple[float, float], ...] = ()
    horizon: tuple[tuple[float, float], ...] = ()
    obstacles: tuple[Block, ...] = ()

    def horizon_deg(self, azimuth_deg: Floats) -> Floats:
        """Height of the line at azimuths. [°]"""
        if not self.horizon:
            return np.zeros_like(azimuth_deg)
        points = sorted(self.horizon)
        return np.interp(azimuth_deg, [x % 360 for x, _ in points], [y for _, y in points], period=360)

    @property
    def sky_seen(self) -> float:
        """Share of the sky's light over the line, on a level plane under an even sky."""
        if not self.horizon:
            return 1.0
        return float(1 - np.mean(np.sin(np.radians(self.horizon_deg(ROUND))) ** 2))

    def reaches(self, hours: Floats, zenith_deg: Floats, azimuth_deg: Floats, headings_deg: Floats) -> Floats:
        """Share of the beam that comes through at moments, by heading.

        Moments of shape (n,) and headings of shape (h, 1, 1) give (h, 1, n).
        """
        height_deg = 90 - zenith_deg
        through = np.where(height_deg > self.horizon_deg(azimuth_deg), 1.0, 0.0)
        for start_h, end_h in self.shaded_h:
            through = np.where((hours >= start_h) & (hours < end_h), 0.0, through)
        through = np.broadcast_to(through, (len(headings_deg), 1, len(hours)))
        for one in self.obstacles:
            apart_deg = np.abs((azimuth_deg - headings_deg - one.bearing_deg + 180) % 360 - 180)
            behind = (apart_deg <= one.width_deg / 2) & (height_deg <= one.height_deg)
            through = through * np.where(behind, 1 - one.takes_frac, 1.0)
        return through


OPEN = Surroundings()
