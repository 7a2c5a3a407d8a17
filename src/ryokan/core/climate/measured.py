"""What measured and typical years say of the grid: how far it reads high at a place, how wide months scatter, how cold it gets.

The years lie in ``data/climate/sites.csv``. What they leave over a rule for everywhere is carried to a place by how near it is
to them (simple kriging with an exponential covariance; Cressie 1993, Statistics for Spatial Data, from memory): near a site its
own year counts, far from all of them the rule alone. ``docs/climate.md`` has what is left when each is left out in turn.
"""

from __future__ import annotations

import csv
from collections.abc import Callable
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Literal, TypeAlias, cast

import numpy as np

from ryokan.core.climate.above import MEAN_DAYS, Floats, extraterrestrial_kwh_per_m2
from ryokan.core.climate.grid import EARTH_KM, sky
from ryokan.core.climate.sun import day_range_k
from ryokan.core.data.provenance import DATA

SunFrom: TypeAlias = Literal["measured", "modelled", "satellite"]
MONTH_DAYS = np.array([31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])

FAR_FRAC = 0.88  # what the sun of the grid is multiplied with far from every site: the sites' mean, by cells
SUN_REACH_KM, SUN_SPREAD, SUN_NOISE = 1000.0, 0.07, 0.05  # of the logarithm of that; fitted by leaving cells out
MONTH_SPREAD, DULL_MONTH_SPREAD = 0.078, 0.08  # of a month about its year: in high sun, and what low sun adds
HIGH_SUN_KWH_PER_M2 = 8.0  # above the air; from there on a month counts as one of high sun
IN_TEN = 1.2816  # standard deviations that eight in ten lie within (normal distribution)
CELLS_AWAY_SPREAD, CELLS_AWAY_SPREAD_PER_KM = 0.09, 6e-5  # where no cell is near: fitted by taking cells away

# Coldest in fifty years below the mean night of the coldest month: K = e^(a + c × latitude) × (swing + 4 K)^b, fitted likewise.
COLD_A, COLD_B, COLD_C_PER_DEG = 0.6, 0.4, 0.02
SWING_OFFSET_K = 4.0
COLD_REACH_KM, COLD_SPREAD, COLD_NOISE = 1500.0, 0.35, 0.15  # of the logarithm of that
MOST_COLD_K = 34.0  # no site shows more
COLD_MARGIN = 1.64  # standard deviations: nineteen in twenty places get no colder (normal distribution)
WARM_MONTH_FRAC = 0.5  # cold spells of the warmest month over those of the coldest (common practice)


@dataclass(frozen=True, slots=True)
class Site:
    """A measured or typical year: where, how its sun came about, and each month's daily sun on the level ground. [kWh/m²]

    ``coldest_50_c`` is the 50-year return value of the lowest temperature. (ASHRAE design conditions, in the file's header)
    """

    name: str
    country: str
    lat_deg: float
    lon_deg: float
    alt_m: float | None
    sun: SunFrom
    package: str
    licence: str
    kwh_per_m2: tuple[float, ...]
    coldest_50_c: float | None


@cache
def sites() -> tuple[Site, ...]:
    """All sites, in the order of the table."""
    rows = csv.DictReader(DATA.joinpath("climate", "sites.csv").read_text(encoding="utf-8").splitlines())
    return tuple(_site(row) for row in rows)


def _site(row: dict[str, str]) -> Site:
    sums = np.array([float(value) for name, value in row.items() if name.endswith("_kwh_per_m2")])
    return Site(
        name=row["name"],
        country=row["country"],
        lat_deg=float(row["lat_deg"]),
        lon_deg=float(row["lon_deg"]),
        alt_m=float(row["alt_m"]) if row["alt_m"] else None,
        sun=cast(SunFrom, row["sun"]),
        package=row["package"],
        licence=row["licence"],
        kwh_per_m2=tuple((sums / MONTH_DAYS).tolist()),
        coldest_50_c=float(row["coldest_50_c"]) if row["coldest_50_c"] else None,
    )


@dataclass(frozen=True, slots=True)
class Near:
    """What is left over at a place by the sites about it, its standard deviation, and the nearest site. [km]"""

    left: float
    spread: float
    nearest: Site
    away_km: float


class Field:
    """Values at sites, carried to any place by how near it is."""

    def __init__(self, at: tuple[Site, ...], left: Floats, *, reach_km: float, spread: float, noise: float) -> None:
        self._at = at
        self._lat, self._lon = np.array([site.lat_deg for site in at]), np.array([site.lon_deg for site in at])
        self._reach_km, self._spread, self._noise = reach_km, spread, noise
        between = self._alike(self._km(self._lat[:, None], self._lon[:, None]))
        self._inverse = np.linalg.inv(between + noise**2 * np.eye(len(at)))
        self._weights = self._inverse @ left

    def near(self, lat_deg: float, lon_deg: float) -> Near:
        """What the sites say of a place."""
        away_km = self._km(np.array(lat_deg), np.array(lon_deg))
        alike = self._alike(away_km)
        variance = self._spread**2 - float(alike @ self._inverse @ alike)
        nearest = int(np.argmin(away_km))
        spread = float(np.sqrt(max(variance, 0.0) + self._noise**2))
        return Near(float(alike @ self._weights), spread, self._at[nearest], float(away_km[nearest]))

    def without(self, kept: Callable[[Site], bool], left: Floats) -> Field:
        """The same field with some of its sites left out."""
        chosen = np.array([kept(site) for site in self._at])
        some = tuple(site for site, is_kept in zip(self._at, chosen, strict=True) if is_kept)
        return Field(some, left[chosen], reach_km=self._reach_km, spread=self._spread, noise=self._noise)

    def _alike(self, away_km: Floats) -> Floats:
        return np.asarray(self._spread**2 * np.exp(-away_km / self._reach_km))

    def _km(self, lat_deg: Floats, lon_deg: Floats) -> Floats:
        lat, lon, to_lat, to_lon = (np.radians(one) for one in (lat_deg, lon_deg, self._lat, self._lon))
        half = np.sin((to_lat - lat) / 2) ** 2 + np.cos(lat) * np.cos(to_lat) * np.sin((to_lon - lon) / 2) ** 2
        return np.asarray(2 * EARTH_KM * np.arcsin(np.sqrt(np.clip(half, 0, 1))))


# -- The sun


def over_grid(site: Site) -> float:
    """A site's year over that of the grid."""
    grid = sky(site.lat_deg, site.lon_deg).kwh_per_m2.mean(axis=1)
    return float((np.array(site.kwh_per_m2) @ MONTH_DAYS) / (grid @ MONTH_DAYS))


@cache
def sun_field() -> Field:
    """How the sites stand to the far factor, in logarithms. Those that have no cell near say nothing of the others."""
    at = tuple(site for site in sites() if sky(site.lat_deg, site.lon_deg).away_km == 0)
    left = np.log([over_grid(site) / FAR_FRAC for site in at])
    return Field(at, left, reach_km=SUN_REACH_KM, spread=SUN_SPREAD, noise=SUN_NOISE)


@dataclass(frozen=True, slots=True)
class SunThere:
    """What the sites say of the sun of a place.

    ``near_frac`` times the far factor is what the grid is multiplied with; ``off_frac`` is, by month, what eight in ten months
    lie within, over what they do far from every site, shape (12,).
    """

    near_frac: float
    spread_over_far: Floats
    nearest: Site
    site_away_km: float


@lru_cache(maxsize=256)
def sun_there(lat_deg: float, lon_deg: float) -> SunThere:
    """What the sites say of the sun of a place: how far the grid reads high, and how wide its months scatter. [°]"""
    near = sun_field().near(lat_deg, lon_deg)
    away_km = sky(lat_deg, lon_deg).away_km
    cells = CELLS_AWAY_SPREAD + CELLS_AWAY_SPREAD_PER_KM * away_km if away_km else 0.0
    spread = np.sqrt(near.spread**2 + cells**2 + month_spread(lat_deg) ** 2)
    return SunThere(float(np.exp(near.left)), spread / far_spread(), near.nearest, near.away_km)


def month_spread(lat_deg: float) -> Floats:
    """How wide months scatter about their year, by month: the wider, the lower the sun. Shape (12,)."""
    above = np.array([extraterrestrial_kwh_per_m2(lat_deg, day) for day in MEAN_DAYS])
    return np.asarray(MONTH_SPREAD + DULL_MONTH_SPREAD * np.clip(1 - above / HIGH_SUN_KWH_PER_M2, 0, 1))


def far_spread() -> float:
    """Of a month of high sun far from every site: what the assumption for the uncertainty stands for, in one deviation."""
    return float(np.sqrt(SUN_SPREAD**2 + SUN_NOISE**2 + MONTH_SPREAD**2))


# -- The cold


def night_and_swing(lat_deg: float, lon_deg: float) -> tuple[float, float]:
    """Mean night of the coldest month, and what lies between the coldest and the warmest month's means. [°C, K]"""
    above = sky(lat_deg, lon_deg)
    coldest = int(np.argmin(above.air_c))
    over_air = extraterrestrial_kwh_per_m2(lat_deg, MEAN_DAYS[coldest])
    frac = FAR_FRAC * sun_there(lat_deg, lon_deg).near_frac
    clearness = frac * float(above.kwh_per_m2[coldest].mean()) / over_air if over_air > 0 else 0.0
    swing_k = float(above.air_c.max() - above.air_c.min())
    return float(above.air_c[coldest]) - day_range_k(clearness) / 2, swing_k


# Its grid air is that of land 700 m lower: its cold tells of its height, not of cold spells.
LOWER_THAN_THE_SITE = frozenset({"Bogotá"})


@cache
def cold_field() -> Field:
    """How the cold of each site that has a return value stands to the rule, in logarithms."""
    at, left = cold_left()
    return Field(at, left, reach_km=COLD_REACH_KM, spread=COLD_SPREAD, noise=COLD_NOISE)


def cold_left() -> tuple[tuple[Site, ...], Floats]:
    """Sites with a return value, and what the rule leaves over at each, in logarithms."""
    at = tuple(site for site in sites() if site.coldest_50_c is not None and site.name not in LOWER_THAN_THE_SITE)
    left = []
    for site in at:
        night_c, swing_k = night_and_swing(site.lat_deg, site.lon_deg)
        assert site.coldest_50_c is not None
        left.append(np.log((night_c - site.coldest_50_c) / _rule_k(site.lat_deg, swing_k)))
    return at, np.array(left)


def _rule_k(lat_deg: float, swing_k: float) -> float:
    return float(np.exp(COLD_A + COLD_C_PER_DEG * abs(lat_deg)) * (swing_k + SWING_OFFSET_K) ** COLD_B)


def cold_allowance_k(lat_deg: float, lon_deg: float, field: Field | None = None) -> float:
    """What the coldest of fifty years lies below the mean night of the coldest month, margin included. [K]"""
    _, swing_k = night_and_swing(lat_deg, lon_deg)
    near = (field or cold_field()).near(lat_deg, lon_deg)
    return min(MOST_COLD_K, _rule_k(lat_deg, swing_k) * float(np.exp(near.left + COLD_MARGIN * near.spread)))


@lru_cache(maxsize=256)
def cold_by_month_k(lat_deg: float, lon_deg: float) -> tuple[float, ...]:
    """The same by month: cold spells are the weaker, the nearer a month is to the warmest. [K]"""
    air_c = sky(lat_deg, lon_deg).air_c
    swing_k = float(air_c.max() - air_c.min())
    cold_frac = (air_c.max() - air_c) / swing_k if swing_k > 0 else np.ones(12)
    return tuple((cold_allowance_k(lat_deg, lon_deg) * (WARM_MONTH_FRAC + (1 - WARM_MONTH_FRAC) * cold_frac)).tolist())
