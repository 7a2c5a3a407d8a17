"""The sun above the air: how high it stands, how long it shines and what it brings, by latitude and day."""

from __future__ import annotations

from typing import TypeAlias

import numpy as np
import numpy.typing as npt

Floats: TypeAlias = npt.NDArray[np.float64]

# Day of the year whose declination is the month's mean (Klein 1977).
MEAN_DAYS = (17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344)
MOST_CLEAR = 0.82  # share of the sun above the air that reaches the ground on the clearest day (common practice)


def extraterrestrial_kwh_per_m2(lat_deg: float, day: int) -> float:
    """Daily sun on a horizontal plane above the air. [kWh/m²] (Duffie & Beckman, equation 1.10.3)"""
    lat, declination = np.radians(lat_deg), np.radians(declination_deg(day))
    sunset = sunset_angle_rad(lat_deg, day)
    normal = 1.367 * (1 + 0.033 * np.cos(2 * np.pi * day / 365))
    return float(
        24 / np.pi * normal
        * (np.cos(lat) * np.cos(declination) * np.sin(sunset) + sunset * np.sin(lat) * np.sin(declination))
    )  # fmt: skip


def declination_deg(day: int) -> float:
    """Declination of the sun on a day of the year. [°] (Cooper 1969)"""
    return float(23.45 * np.sin(np.radians(360 * (284 + day) / 365)))


def sunset_angle_rad(lat_deg: float, day: int) -> float:
    """Hour angle of the sunset: 0 where the sun does not rise, π where it does not set. [rad]"""
    tangents = np.tan(np.radians(lat_deg)) * np.tan(np.radians(declination_deg(day)))
    return float(np.arccos(np.clip(-tangents, -1, 1)))


def day_length_h(lat_deg: float, day: int) -> float:
    """Hours between sunrise and sunset of the sun's middle, with no air to bend it. [h] (Duffie & Beckman, equation 1.6.11)"""
    return 24 / np.pi * sunset_angle_rad(lat_deg, day)
