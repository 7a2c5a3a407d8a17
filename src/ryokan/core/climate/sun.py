"""What a panel yields on the days of a month: from the sky over it, by pvlib."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING, Literal, TypeAlias

import numpy as np

from ryokan.core.climate.above import (
    MEAN_DAYS,
    MOST_CLEAR,
    Floats,
    day_length_h,
    declination_deg,
    extraterrestrial_kwh_per_m2,
    sunset_angle_rad,
)
from ryokan.core.climate.grid import DAYS, Sky
from ryokan.core.climate.shade import OPEN, Surroundings

if TYPE_CHECKING:
    import pandas as pd

STEPS = 48  # of a day
STEP_H = 24 / STEPS
HOURS: Floats = np.linspace(STEP_H / 2, 24 - STEP_H / 2, STEPS)  # middles of the steps, by the sun
LOWEST = 0.01  # sine of the sun's height below which a step counts as night
ALBEDO = 0.2
WIND_M_PER_S = 1.0
# Daily range of temperature from clearness, K = (kt ÷ 0.17)²: Hargreaves with a coefficient between those of coast and
# interior (FAO Irrigation and Drainage Paper 56, equation 50, from memory).
RANGE_COEFFICIENT = 0.17
MOST_RANGE_K = 20.0
WARMEST_H = 15.0
# Ways in which a vehicle of unknown heading is taken to stand, all alike.
EVERY_HEADING = tuple(30.0 * step for step in range(12))
STEEPEST_DEG = 80.0  # a panel on its stand is not set up steeper

Place: TypeAlias = tuple[float, float]  # latitude and longitude [°]
Mount: TypeAlias = Literal["close_mount_glass_glass", "open_rack_glass_polymer"]  # as SAPM calls them


@dataclass(frozen=True, slots=True)
class Panel:
    """How a panel lies. ``azimuth_deg`` clockwise from north; it does not matter for a flat one. [°]

    With ``from_nose_deg`` it is tilted to that side of the vehicle, and faces where the vehicle stands. One that is
    ``turned_per_day`` is set to the sun so many times between sunrise and sunset.
    """

    tilt_deg: float = 0.0
    azimuth_deg: float = 180.0
    from_nose_deg: float | None = None
    turned_per_day: int = 0
    mount: Mount = "close_mount_glass_glass"
    gamma_per_k: float = -0.0035


@dataclass(frozen=True, slots=True, eq=False)
class Light:
    """The light of a place on the twenty days of a month, before any panel.

    Sun in ° and its strength above the air in W/m², each of shape (48,), by the sun's clock; global, beam and diffuse in
    W/m² and air in °C, each of shape (20, 48). ``horizontal`` in kWh/m² a day, shape (20,).
    """

    zenith_deg: Floats
    azimuth_deg: Floats
    above: Floats
    ghi: Floats
    dni: Floats
    dhi: Floats
    air_c: Floats
    horizontal: Floats


@dataclass(frozen=True, slots=True, eq=False)
class MonthSun:
    """Days of a month from the dullest to the brightest, each of shape (20,).

    ``in_plane`` and ``horizontal`` in kWh/m² a day, ``wh_per_w`` what a rated watt gives before controller and wiring;
    ``w_per_w`` the same by half hours of the sun's clock, shape (20, 48).
    """

    horizontal: Floats
    in_plane: Floats
    wh_per_w: Floats
    w_per_w: Floats


def day_range_k(clearness: float) -> float:
    """Daily range of temperature by the month's clearness. [K]"""
    return min(MOST_RANGE_K, (clearness / RANGE_COEFFICIENT) ** 2)


def month_sun(
    place: Place, month: int, sky: Sky, panel: Panel, *, correction: float, surroundings: Surroundings = OPEN
) -> MonthSun:
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
    surroundings : Surroundings
        What stands in the way of the sun there, and where the vehicle points. Where that is not known and matters, the mean
        of all headings.

    Notes
    -----
    Each of the twenty days is spread over the hours by Collares-Pereira & Rabl (1979), split into beam and diffuse by Erbs
    (1982), brought into the plane by Hay & Davies, with incidence after Martin & Ruiz and the cell temperature of the
    panel's mount (SAPM), all by pvlib. A latitude where the sun does not rise gives nothing.
    """
    return _month_sun(*_content(place, month, sky, correction), panel, surroundings)


def light(place: Place, month: int, sky: Sky, *, correction: float) -> Light:
    """The light of a month, as :func:`month_sun` takes it."""
    return _light(*_content(place, month, sky, correction))


Content: TypeAlias = tuple[Place, int, tuple[float, ...], float]


def _content(place: Place, month: int, sky: Sky, correction: float) -> Content:
    """What a month's light depends on, to keep it by."""
    horizontal = tuple(np.round(sky.kwh_per_m2[month - 1] * correction, 6).tolist())
    return place, month, horizontal, float(sky.air_c[month - 1])


@lru_cache(maxsize=512)
def _light(place: Place, month: int, horizontal: tuple[float, ...], air_c: float) -> Light:
    import pandas as pd  # like pvlib: it takes a second that most evaluations do not need
    import pvlib

    day = MEAN_DAYS[month - 1]
    above = extraterrestrial_kwh_per_m2(place[0], day)
    shares = _shares_of_the_day(place[0], day)
    days = np.minimum(np.array(horizontal), MOST_CLEAR * above) if shares.sum() > 0 else np.zeros(DAYS)
    moments = moments_of(place[1], day, HOURS)
    position = pvlib.solarposition.get_solarposition(pd.DatetimeIndex(moments), *place)
    zenith, azimuth = position["zenith"].to_numpy(), position["azimuth"].to_numpy()
    ghi = days[:, None] * 1000 * shares[None, :] / STEP_H
    dni, dhi = _split(ghi, zenith, day)
    half_k = day_range_k(float(days.mean()) / above) / 2 if above > 0 else 0.0
    air = air_c + half_k * np.tile(np.cos(2 * np.pi * (HOURS - WARMEST_H) / 24), (DAYS, 1))
    extra = np.full(STEPS, float(pvlib.irradiance.get_extra_radiation(day)))
    return Light(zenith, azimuth, extra, ghi, dni, dhi, air, days)


def moments_of(lon_deg: float, day: int, hours: Floats) -> pd.DatetimeIndex:
    """Moments of a day of a common year by the sun's clock at a longitude, in UTC."""
    import pandas as pd

    start = pd.Timestamp("2023-01-01", tz="UTC") + pd.Timedelta(days=day - 1)
    return pd.DatetimeIndex(start + pd.to_timedelta(hours - lon_deg / 15 - equation_of_time_h(day), unit="h"))


@lru_cache(maxsize=2048)
def _month_sun(
    place: Place, month: int, horizontal: tuple[float, ...], air_c: float, panel: Panel, surroundings: Surroundings
) -> MonthSun:
    found = _light(place, month, horizontal, air_c)
    if not found.ghi.any():
        nothing = np.zeros(DAYS)
        return MonthSun(nothing, nothing, nothing, np.zeros((DAYS, STEPS)))
    headings = np.array(_headings(panel, surroundings))[:, None, None]
    tilt_deg, azimuth_deg = _lies(panel, headings, place, month, found)
    reaches = beam_reaches(found, surroundings, headings)
    plane, power = in_plane(found, tilt_deg, azimuth_deg, panel, reaches, surroundings.sky_seen)
    plane, power = plane.mean(axis=0), power.mean(axis=0)
    return MonthSun(found.horizontal, plane.sum(axis=1) * STEP_H / 1000, power.sum(axis=1) * STEP_H, power)


def beam_reaches(found: Light, surroundings: Surroundings, headings_deg: Floats) -> Floats:
    """Share of the beam that comes through in each step, by heading: shape (h, 1, 48) for headings of shape (h, 1, 1).

    Looked at three times in a step, so that an edge does not take or leave half an hour of sun at once.
    """
    if surroundings == Surroundings(surroundings.heading_deg):
        return np.ones((len(headings_deg), 1, STEPS))
    often = (HOURS[:, None] + STEP_H * np.array([-1, 0, 1]) / 3).ravel()
    turn = np.unwrap(np.radians(found.azimuth_deg))  # through north in one sweep, as the sun goes
    azimuth_deg = np.degrees(np.interp(often, HOURS, turn)) % 360
    through = surroundings.reaches(often, np.interp(often, HOURS, found.zenith_deg), azimuth_deg, headings_deg)
    return np.asarray(through.reshape(len(headings_deg), 1, STEPS, 3).mean(axis=-1))


def _headings(panel: Panel, surroundings: Surroundings) -> tuple[float, ...]:
    """Ways in which the vehicle may stand; one alone where it is known or makes no difference."""
    if surroundings.heading_deg is not None:
        return (surroundings.heading_deg,)
    matters = bool(surroundings.obstacles) or (panel.from_nose_deg is not None and panel.tilt_deg > 0)
    return EVERY_HEADING if matters else (0.0,)


def _lies(panel: Panel, headings: Floats, place: Place, month: int, found: Light) -> tuple[Floats, Floats]:
    """Tilt and azimuth of the panel, to be broadcast against (headings, days, steps). [°]"""
    if panel.turned_per_day:
        return _turned(panel.turned_per_day, place, month, found)
    if panel.from_nose_deg is None:
        return np.array(panel.tilt_deg), np.array(panel.azimuth_deg)
    return np.array(panel.tilt_deg), (headings + panel.from_nose_deg) % 360


def _turned(times: int, place: Place, month: int, found: Light) -> tuple[Floats, Floats]:
    """A panel that is set up anew for each of ``times`` equal spells of the day, to what lights it most in it. Shapes (48,).

    The light of a spell is a vector, its beam from where the sun stands and half its even sky from above; a panel square to
    it gets most. (common practice; the sum of the beams is geometry)
    """
    length_h = day_length_h(place[0], MEAN_DAYS[month - 1])
    spell = np.clip(np.floor((HOURS - 12 + length_h / 2) / length_h * times), 0, times - 1).astype(np.intp)
    zenith, azimuth = np.radians(found.zenith_deg), np.radians(found.azimuth_deg)
    round_sun = found.dhi * found.dni / found.above  # what Hay & Davies count with the beam
    beam = np.where(zenith < np.pi / 2, (found.dni + round_sun).mean(axis=0), 0.0)
    even = (found.dhi - round_sun * np.cos(zenith)).clip(0).mean(axis=0) / 2
    north, east, up = (
        np.bincount(spell, weights=part, minlength=times)
        for part in (
            beam * np.sin(zenith) * np.cos(azimuth),
            beam * np.sin(zenith) * np.sin(azimuth),
            beam * np.cos(zenith) + even,
        )
    )
    tilt_deg = np.degrees(np.arctan2(np.hypot(north, east), up))
    return np.clip(tilt_deg, 0, STEEPEST_DEG)[spell], np.degrees(np.arctan2(east, north))[spell] % 360


def on_panel(times: pd.DatetimeIndex, place: Place, ghi: Floats, air_c: Floats, panel: Panel) -> tuple[Floats, Floats]:
    """Sun in the plane [W/m²] and power of a rated watt [W] at moments, from the horizontal sun and the air. Shapes (n,)."""
    import pvlib

    position = pvlib.solarposition.get_solarposition(times, *place)
    zenith, azimuth = position["zenith"].to_numpy(), position["azimuth"].to_numpy()
    days = times.day_of_year.to_numpy()
    above = np.asarray(pvlib.irradiance.get_extra_radiation(days))
    dni, dhi = _split(ghi, zenith, days)
    found = Light(zenith, azimuth, above, ghi, dni, dhi, air_c, ghi)
    return in_plane(found, np.array(panel.tilt_deg), np.array(panel.azimuth_deg), panel)


def _split(ghi: Floats, zenith_deg: Floats, day: Floats | int) -> tuple[Floats, Floats]:
    """Beam, square to the sun, and diffuse light of the global one. [W/m²]"""
    import pvlib

    height = np.cos(np.radians(zenith_deg))
    dni = pvlib.irradiance.erbs(ghi, zenith_deg, day)["dni"]
    dni = np.clip(dni, 0, np.divide(ghi, height, out=np.zeros_like(ghi), where=height > 0.01))
    return dni, ghi - dni * np.clip(height, 0, None)  # what is not beam is diffuse, also where the sun is too low to be split


def in_plane(
    light: Light,
    tilt_deg: Floats,
    faces_deg: Floats,
    panel: Panel,
    reaches: Floats | float = 1.0,
    sky_seen: float = 1.0,
) -> tuple[Floats, Floats]:
    """Sun in a plane [W/m²] and power of a rated watt there [W], of any shapes that broadcast against one another.

    ``reaches`` is the share of the beam, and of the bright sky round it, that nothing hides; ``sky_seen`` that of the rest.
    """
    import pvlib

    height = np.clip(np.cos(np.radians(light.zenith_deg)), 0, None)
    aoi = pvlib.irradiance.aoi(tilt_deg, faces_deg, light.zenith_deg, light.azimuth_deg)
    beam = light.dni * reaches * np.clip(np.cos(np.radians(aoi)), 0, None)
    sky = pvlib.irradiance.haydavies(
        tilt_deg, faces_deg, light.dhi, light.dni, light.above, light.zenith_deg, light.azimuth_deg, return_components=True
    )
    from_sky = sky["poa_circumsolar"] * reaches + sky["poa_isotropic"] * sky_seen
    below = light.dni * reaches * height + light.dhi * sky_seen
    from_ground = pvlib.irradiance.get_ground_diffuse(tilt_deg, below, ALBEDO)
    of_sky, of_ground = _diffuse_taken(tilt_deg)
    taken = np.nan_to_num(beam * pvlib.iam.martin_ruiz(aoi) + from_sky * of_sky + from_ground * of_ground)
    whole = np.nan_to_num(beam + from_sky + from_ground)
    mounted = pvlib.temperature.TEMPERATURE_MODEL_PARAMETERS["sapm"][panel.mount]
    cell_c = pvlib.temperature.sapm_cell(whole, light.air_c, WIND_M_PER_S, **mounted)
    return whole, taken / 1000 * (1 + panel.gamma_per_k * (cell_c - 25))


def _diffuse_taken(tilt_deg: Floats) -> tuple[Floats, Floats]:
    """Share of the light from sky and ground that goes through the glass, by tilt; a flat panel sees no ground."""
    import pvlib

    share = pvlib.iam.martin_ruiz_diffuse(np.maximum(tilt_deg, 1e-6))
    return np.asarray(share["sky"]), np.where(tilt_deg > 0, np.nan_to_num(share["ground"]), 0.0)


def equation_of_time_h(day: int) -> float:
    """True solar time less mean solar time. [h] (Spencer 1971)"""
    turn = 2 * np.pi * (day - 1) / 365
    minutes = 229.18 * (
        0.000075 + 0.001868 * np.cos(turn) - 0.032077 * np.sin(turn)
        - 0.014615 * np.cos(2 * turn) - 0.040849 * np.sin(2 * turn)
    )  # fmt: skip
    return float(minutes / 60)


def _shares_of_the_day(lat_deg: float, day: int) -> Floats:
    """Share of a day's sun that falls into each step, by solar time (Collares-Pereira & Rabl 1979). Shape (48,)."""
    lat, declination = np.radians(lat_deg), np.radians(declination_deg(day))
    sunset = sunset_angle_rad(lat_deg, day)
    angle = np.radians(15 * (HOURS - 12))
    a = 0.409 + 0.5016 * np.sin(sunset - np.radians(60))
    b = 0.6609 - 0.4767 * np.sin(sunset - np.radians(60))
    rate = np.clip((a + b * np.cos(angle)) * (np.cos(angle) - np.cos(sunset)), 0, None)
    height = np.sin(lat) * np.sin(declination) + np.cos(lat) * np.cos(declination) * np.cos(angle)
    rate = np.where(height > LOWEST, rate, 0)
    return np.asarray(rate / rate.sum() if rate.sum() > 0 else rate)
