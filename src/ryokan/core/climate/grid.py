"""Sun and temperature by place and month, read off the grids that ship with the core."""

from __future__ import annotations

import io
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Any

import numpy as np
import numpy.typing as npt

from ryokan.core.climate.above import MEAN_DAYS, Floats, extraterrestrial_kwh_per_m2
from ryokan.core.data.provenance import DATA

EARTH_KM = 6371.0
DAYS = 20  # equal shares of a month's days, from the dullest to the brightest
CELL_KM = 240.0  # half the diagonal of a cell at the equator: a place within that of a cell's middle lies in or beside it
CELLS_AWAY = 5  # of so many cells the sun is taken where none is near
# Climates lie along parallels: a degree of latitude counts double. Fitted by taking away the cells about those at the sea.
LATITUDE_COUNTS = 2.0
LOWEST_ABOVE = 0.3  # sun above the air of a month, kWh/m² a day, below which a cell says nothing of clearness


@dataclass(frozen=True, slots=True)
class Sky:
    """What the sky gives at a place: ``kwh_per_m2`` has shape (12, 20), horizontal, a day; ``air_c`` has shape (12,).

    ``away_km`` is the distance to the nearest cell that has data where the place lies in none, else 0; ``cells`` are the
    middles of the cells that it is taken from, the one that counts most first. [°]
    """

    kwh_per_m2: Floats
    air_c: Floats
    away_km: float
    cells: tuple[tuple[float, float], ...] = ()


@lru_cache(maxsize=256)
def sky(lat_deg: float, lon_deg: float) -> Sky:
    """The sky at a place, as the reanalysis has it: nothing is corrected here.

    Parameters
    ----------
    lat_deg, lon_deg : float
        -90 to 90 and -180 to 180; 180 and -180 are one meridian. [°]

    Notes
    -----
    Clearness, the share of the sun above the air that comes through, is what is taken from cell to place; times the sun above
    the air of the place it is the place's own. Between the nodes that have data, by their distance along both axes; on an
    island or at sea where no cell is near, from the five nearest along the parallel, by the square of their distance.

    References
    ----------
    Gelaro et al. 2017 (MERRA-2); Recommendation ITU-R P.1510-1.
    """
    lon_deg = (lon_deg + 180) % 360 - 180
    nodes, away_km = _nodes(lat_deg, lon_deg)
    grid = _grid("irradiance")
    above = np.array([extraterrestrial_kwh_per_m2(lat_deg, day) for day in MEAN_DAYS])
    clearness = sum(weight * _clearness(i, j) for i, j, weight in nodes) / sum(weight for *_, weight in nodes)
    ordered = sorted(nodes, key=lambda node: -node[2])
    cells = tuple((float(grid["lat"][i]), float(grid["lon"][j])) for i, j, _ in ordered)
    return Sky(np.asarray(clearness) * above[:, None], _air(lat_deg, lon_deg), away_km, cells)


def _clearness(i: int, j: int) -> Floats:
    """Clearness of a cell's days by month, shape (12, 20). A month of polar night is as clear as the cell's other months."""
    grid = _grid("irradiance")
    above = _above_of_rows()[i]
    days = grid["kwh_x100"][i, j].astype(float) / 100
    lit = above > LOWEST_ABOVE
    found = np.minimum(days[lit] / above[lit, None], 1.0)
    out = np.tile(found.mean(axis=0), (12, 1))
    out[lit] = found
    return out


@cache
def _above_of_rows() -> Floats:
    """Daily sun above the air in each row of cells, by month. [kWh/m²]"""
    lats = _grid("irradiance")["lat"]
    return np.array([[extraterrestrial_kwh_per_m2(float(lat), day) for day in MEAN_DAYS] for lat in lats])


def _nodes(lat_deg: float, lon_deg: float) -> tuple[list[tuple[int, int, float]], float]:
    """The cells that a place's sun is taken from with their weights, and how far the nearest is where none is near. [km]"""
    grid = _grid("irradiance")
    known = np.argwhere(_known())
    lats, lons = grid["lat"][known[:, 0]], grid["lon"][known[:, 1]]
    half = (
        np.sin(np.radians(lats - lat_deg) / 2) ** 2
        + np.cos(np.radians(lats)) * np.cos(np.radians(lat_deg)) * np.sin(np.radians(lons - lon_deg) / 2) ** 2
    )
    away_km = 2 * EARTH_KM * np.arcsin(np.sqrt(np.clip(half, 0, 1)))
    nearest_km = float(away_km.min())
    corners = [
        (i, j, weight)
        for i, j, weight in _corners(grid["lat"], grid["lon"], lat_deg, lon_deg)
        if weight > 0 and 0 <= i < len(grid["lat"]) and _known()[i, j]
    ]
    if corners and nearest_km <= CELL_KM:
        return corners, 0.0
    north_km = np.radians(lats - lat_deg) * EARTH_KM
    along_km = np.sqrt(away_km**2 + (LATITUDE_COUNTS**2 - 1) * north_km**2)
    chosen = np.argsort(along_km)[:CELLS_AWAY]
    return [(int(known[k, 0]), int(known[k, 1]), float(1 / along_km[k] ** 2)) for k in chosen], nearest_km


@cache
def _known() -> npt.NDArray[np.bool_]:
    """Which cells have data."""
    return np.asarray(_grid("irradiance")["kwh_x100"].any(axis=(2, 3)))


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
