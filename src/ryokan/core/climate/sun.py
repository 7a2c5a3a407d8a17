"""What a panel yields on the days of a month: from the sky over it, by pvlib."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING

import numpy as np

from ryokan.core.climate.grid import DAYS, Floats, Sky

if TYPE_CHECKING:
    import pandas as pd

# Day of the year whose declination is the month's mean (Klein 1977).
MEAN_DAYS = (17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344)
STEPS = 48  # of a day
MOST_CLEAR = 0.82  # share of the sun above the air that reaches the ground on the clearest day (common practice)
LOWEST = 0.01  # sine of the sun's height below which a step counts as night
ALBEDO = 0.2
WIND_M_PER_S = 1.0
# Daily range of temperature from clearness, K = (kt ÷ 0.17)²: Hargreaves with a coefficient between those of coast and
# interior (FAO Irrigation and Drainage Paper 56, equation 50, from memory).
RANGE_COEFFICIENT = 0.17
MOST_RANGE_K = 20.0
WARMEST_H = 15.0


@dataclass(frozen=True, slots=True)
class Panel:
    """How a panel lies. ``azimuth_deg`` clockwise from north; it does not matter for a flat one. [°]"""

    tilt_deg: float = 0.0
    azimuth_deg: float = 180.0
    gamma_per_k: float = -0.0035


@dataclass(frozen=True, slots=True)
class MonthSun:
    """Days of a month from the dullest to the brightest, each of shape (20,).

    ``in_plane`` and ``horizontal`` in kWh/m² a day, ``wh_per_w`` what a rated watt gives before controller and wiring.
    """

    horizontal: Floats
    in_plane: Floats
    wh_per_w: Floats


def day_range_k(clearness: float) -> float:
    """Daily range of temperature by the month's clearness. [K]"""
    return min(MOST_RANGE_K, (clearness / RANGE_COEFFICIENT) ** 2)


def extraterrestrial_kwh_per_m2(lat_deg: float, day: int) -> float:
    """Daily sun on a horizontal plane above the air. [kWh/m²] (Duffie & Beckman, equation 1.10.3)"""
    lat = np.radians(lat_deg)
    declination = np.radians(23.45 * np.sin(np.radians(360 * (284 + day) / 365)))
    sunset = np.arccos(np.clip(-np.tan(lat) * np.tan(declination), -1, 1))
    normal = 1.367 * (1 + 0.033 * np.cos(2 * np.pi * day / 365))
    return float(
        24 / np.pi * normal
        * (np.cos(lat) * np.cos(declination) * np.sin(sunset) + sunset * np.sin(lat) * np.sin(declination))
    )  # fmt: skip


def month_sun(place: tuple[float, float], month: int, sky: Sky, panel: Panel, *, correction: float) -> MonthSun:
    """Days of a month on a panel.

    Parameters
    ----------
    place : (float, float)
        Latitude and longitude. [°]
    month : int
        1 to 12.
    sky : Sky
        Of that place, as the reanalysis has it.
    panel : Panel
    correction : float
        What the reanalysis is multiplied with, since it reads high.

    Notes
    -----
    Each of the twenty days is spread over the hours by Collares-Pereira & Rabl (1979), split into beam and diffuse by Erbs
    (1982), brought into the plane by Hay & Davies, with incidence after Martin & Ruiz and the cell temperature of a
    close-mounted panel (SAPM), all by pvlib. A latitude where the sun does not rise gives nothing.
    """
    horizontal = tuple(np.round(sky.kwh_per_m2[month - 1] * correction, 6))
    return _month_sun(place, month, horizontal, float(sky.air_c[month - 1]), panel)


@lru_cache(maxsize=1024)
def _month_sun(place: tuple[float, float], month: int, horizontal: tuple[float, ...], air_c: float, panel: Panel) -> MonthSun:
    import pandas as pd  # like pvlib: it takes a second that most evaluations do not need

    day = MEAN_DAYS[month - 1]
    above = extraterrestrial_kwh_per_m2(place[0], day)
    days = np.minimum(np.array(horizontal), MOST_CLEAR * above)
    hours = (np.arange(STEPS) + 0.5) * 24 / STEPS
    shares = _shares_of_the_day(place[0], day, hours)
    if above <= 0 or shares.sum() == 0:
        nothing = np.zeros(DAYS)
        return MonthSun(nothing, nothing, nothing)
    start = pd.Timestamp("2023-01-01", tz="UTC") + pd.Timedelta(days=day - 1)
    ahead_h = _equation_of_time_h(day)  # the sun is ahead of the clock by so much
    times = pd.DatetimeIndex(start + pd.to_timedelta(hours - place[1] / 15 - ahead_h, unit="h"))
    ghi = (days[:, None] * 1000 * shares[None, :] * STEPS / 24).ravel()
    warm = np.cos(2 * np.pi * (hours - WARMEST_H) / 24)
    air = (air_c + day_range_k(float(days.mean()) / above) / 2 * np.tile(warm, DAYS)).ravel()
    every = pd.DatetimeIndex(np.tile(times.tz_convert(None).to_numpy(), DAYS)).tz_localize("UTC")
    plane, power = on_panel(every, place, ghi, air, panel)
    hour = 24 / STEPS
    return MonthSun(days, plane.reshape(DAYS, STEPS).sum(axis=1) * hour / 1000, power.reshape(DAYS, STEPS).sum(axis=1) * hour)


def on_panel(
    times: pd.DatetimeIndex, place: tuple[float, float], ghi: Floats, air_c: Floats, panel: Panel
) -> tuple[Floats, Floats]:
    """Sun in the plane [W/m²] and power of a rated watt [W] at moments, from the horizontal sun and the air. Shapes (n,)."""
    import pandas as pd
    import pvlib

    unique, back = np.unique(times.asi8, return_inverse=True)
    moments = pd.DatetimeIndex(pd.to_datetime(unique, unit=times.unit, utc=True))
    position = pvlib.solarposition.get_solarposition(moments, *place)
    zenith, azimuth = (position[name].to_numpy()[back] for name in ("zenith", "azimuth"))
    extra = np.asarray(pvlib.irradiance.get_extra_radiation(moments.day_of_year.to_numpy()))[back]
    height = np.cos(np.radians(zenith))
    dni = pvlib.irradiance.erbs(ghi, zenith, moments.day_of_year.to_numpy()[back])["dni"]
    dni = np.clip(dni, 0, np.divide(ghi, height, out=np.zeros_like(ghi), where=height > 0.01))
    dhi = ghi - dni * np.clip(height, 0, None)  # what is not beam is diffuse, also where the sun is too low to be split
    plane = pvlib.irradiance.get_total_irradiance(
        panel.tilt_deg, panel.azimuth_deg, zenith, azimuth, dni, ghi, dhi,
        dni_extra=extra, albedo=ALBEDO, model="haydavies",
    )  # fmt: skip
    aoi = pvlib.irradiance.aoi(panel.tilt_deg, panel.azimuth_deg, zenith, azimuth)
    diffuse = pvlib.iam.martin_ruiz_diffuse(panel.tilt_deg)
    taken = (
        plane["poa_direct"] * pvlib.iam.martin_ruiz(aoi)
        + plane["poa_sky_diffuse"] * diffuse["sky"]
        + plane["poa_ground_diffuse"] * (diffuse["ground"] if panel.tilt_deg > 0 else 0)
    )
    in_plane, taken = (np.nan_to_num(np.asarray(value)) for value in (plane["poa_global"], taken))
    mounted = pvlib.temperature.TEMPERATURE_MODEL_PARAMETERS["sapm"]["close_mount_glass_glass"]
    cell_c = pvlib.temperature.sapm_cell(in_plane, air_c, WIND_M_PER_S, **mounted)
    return in_plane, taken / 1000 * (1 + panel.gamma_per_k * (cell_c - 25))


def _equation_of_time_h(day: int) -> float:
    """True solar time less mean solar time. [h] (Spencer 1971)"""
    turn = 2 * np.pi * (day - 1) / 365
    minutes = 229.18 * (
        0.000075 + 0.001868 * np.cos(turn) - 0.032077 * np.sin(turn)
        - 0.014615 * np.cos(2 * turn) - 0.040849 * np.sin(2 * turn)
    )  # fmt: skip
    return float(minutes / 60)


def _shares_of_the_day(lat_deg: float, day: int, hours: Floats) -> Floats:
    """Share of a day's sun that falls into each step, by solar time (Collares-Pereira & Rabl 1979). Shape (48,)."""
    lat = np.radians(lat_deg)
    declination = np.radians(23.45 * np.sin(np.radians(360 * (284 + day) / 365)))
    sunset = np.arccos(np.clip(-np.tan(lat) * np.tan(declination), -1, 1))
    angle = np.radians(15 * (hours - 12))
    a = 0.409 + 0.5016 * np.sin(sunset - np.radians(60))
    b = 0.6609 - 0.4767 * np.sin(sunset - np.radians(60))
    rate = np.clip((a + b * np.cos(angle)) * (np.cos(angle) - np.cos(sunset)), 0, None)
    height = np.sin(lat) * np.sin(declination) + np.cos(lat) * np.cos(declination) * np.cos(angle)
    rate = np.where(height > LOWEST, rate, 0)
    return np.asarray(rate / rate.sum() if rate.sum() > 0 else rate)
