"""Sun and temperature by place and month, read off the grids that ship with the core."""

from __future__ import annotations

import io
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Any, TypeAlias

import numpy as np
import numpy.typing as npt

from ryokan.core.data.provenance import DATA

Floats: TypeAlias = npt.NDArray[np.float64]

EARTH_KM = 6371.0
DAYS = 20  # equal shares of a month's days, from the dullest to the brightest


@dataclass(frozen=True, slots=True)
class Sky:
    """What the sky gives at a place: ``kwh_per_m2`` has shape (12, 20), horizontal, a day; ``air_c`` has shape (12,).

    ``away_km`` is the distance to the nearest cell that has data: 0 on land and near it.
    """

    kwh_per_m2: Floats
    air_c: Floats
    away_km: float


@lru_cache(maxsize=256)
def sky(lat_deg: float, lon_deg: float) -> Sky:
    """The sky at a place, as the reanalysis has it: nothing is corrected here.

    Parameters
    ----------
    lat_deg, lon_deg : float
        -90 to 90 and -180 to 180; 180 and -180 are one meridian. [°]

    Notes
    -----
    Between the nodes that have data by their distance along both axes; where none of the four has, the nearest that does
    on the sphere, and how far away it is.

    References
    ----------
    Gelaro et al. 2017 (MERRA-2); Recommendation ITU-R P.1510-1.
    """
    days, away_km = _days(lat_deg, lon_deg)
    return Sky(days, _air(lat_deg, lon_deg), away_km)


def _days(lat_deg: float, lon_deg: float) -> tuple[Floats, float]:
    grid = _grid("irradiance")
    lats, lons, table = grid["lat"], grid["lon"], grid["kwh_x100"]
    corners = [
        (i, j, weight)
        for i, j, weight in _corners(lats, lons, lat_deg, lon_deg)
        if weight > 0 and 0 <= i < len(lats) and table[i, j].any()
    ]
    if corners:
        total = sum(weight for *_, weight in corners)
        days = sum(table[i, j].astype(float) * weight for i, j, weight in corners) / total
        return np.asarray(days) / 100, 0.0
    i, j, away_km = _nearest(lat_deg, lon_deg)
    return table[i, j].astype(float) / 100, away_km


def _nearest(lat_deg: float, lon_deg: float) -> tuple[int, int, float]:
    """The nearest cell that has data, on the sphere. [km]"""
    grid = _grid("irradiance")
    known = np.argwhere(grid["kwh_x100"].any(axis=(2, 3)))
    lats, lons = np.radians(grid["lat"][known[:, 0]]), np.radians(grid["lon"][known[:, 1]])
    lat, lon = np.radians(lat_deg), np.radians(lon_deg)
    half = np.sin((lats - lat) / 2) ** 2 + np.cos(lats) * np.cos(lat) * np.sin((lons - lon) / 2) ** 2
    away_km = 2 * EARTH_KM * np.arcsin(np.sqrt(np.clip(half, 0, 1)))
    nearest = int(np.argmin(away_km))
    return int(known[nearest, 0]), int(known[nearest, 1]), float(away_km[nearest])


def _air(lat_deg: float, lon_deg: float) -> Floats:
    grid = _grid("temperature")
    table = grid["c_x10"]
    last = len(grid["lat"]) - 1
    nodes = [(min(max(i, 0), last), j, weight) for i, j, weight in _corners(grid["lat"], grid["lon"][:-1], lat_deg, lon_deg)]
    return np.asarray(sum(table[i, j].astype(float) * weight for i, j, weight in nodes)) / 10


def _corners(lats: Floats, lons: Floats, lat_deg: float, lon_deg: float) -> list[tuple[int, int, float]]:
    """The four nodes round a place with their weights; the grid closes over the date line."""
    step_lat, step_lon = float(lats[1] - lats[0]), float(lons[1] - lons[0])
    row, column = (lat_deg - float(lats[0])) / step_lat, (lon_deg - float(lons[0])) / step_lon
    i, j = int(np.floor(row)), int(np.floor(column))
    up, right = row - i, column - j
    return [
        (i + di, (j + dj) % len(lons), (up if di else 1 - up) * (right if dj else 1 - right)) for di in (0, 1) for dj in (0, 1)
    ]


@cache
def _grid(name: str) -> dict[str, Any]:
    with np.load(io.BytesIO(DATA.joinpath("climate", f"{name}.npz").read_bytes())) as packed:
        return {key: packed[key] for key in packed}
