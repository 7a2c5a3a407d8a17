"""Places by name."""

from __future__ import annotations

import csv
import gzip
import io
import unicodedata
from dataclasses import dataclass
from functools import cache

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.climate.grid import EARTH_KM
from ryokan.core.data.provenance import DATA


@dataclass(frozen=True, slots=True)
class Place:
    """A populated place. ``region`` is a state or province where the country is usually told apart by it."""

    name: str
    country: str  # ISO 3166-1 alpha-2
    region: str
    lat_deg: float
    lon_deg: float


def find_places(said: str, most: int = 12) -> list[Place]:
    """Places whose name begins as was said, then those that contain it; the larger first. Accents do not matter.

    “Reno, US” and “Victoria, CA BC” narrow it down by country and region.
    """
    name, _, where = said.partition(",")
    wanted, narrowed = _plain(name), where.upper().split()
    if not wanted:
        return []
    begins: list[Place] = []
    contains: list[Place] = []
    for plain, place in _places():
        if wanted in plain and all(word in (place.country, place.region) for word in narrowed):
            (begins if plain.startswith(wanted) else contains).append(place)
            if len(begins) >= most:
                break
    return [*begins, *contains][:most]


def places_within(west_deg: float, south_deg: float, east_deg: float, north_deg: float, most: int = 40) -> list[Place]:
    """The largest places of a box; one whose west lies east of its east goes over the date line."""
    over = west_deg > east_deg

    def inside(place: Place) -> bool:
        if not south_deg <= place.lat_deg <= north_deg:
            return False
        east_of, west_of = place.lon_deg >= west_deg, place.lon_deg <= east_deg
        return (east_of or west_of) if over else (east_of and west_of)

    found = []
    for _, place in _places():
        if inside(place):
            found.append(place)
            if len(found) == most:
                break
    return found


def nearest_place(lat_deg: float, lon_deg: float) -> tuple[Place, float]:
    """The nearest known place, and how far it is. [km]"""
    rows = _places()
    lats, lons = _radians()
    lat, lon = np.radians(lat_deg), np.radians(lon_deg)
    half = np.sin((lats - lat) / 2) ** 2 + np.cos(lats) * np.cos(lat) * np.sin((lons - lon) / 2) ** 2
    found = int(np.argmin(half))
    return rows[found][1], float(2 * EARTH_KM * np.arcsin(np.sqrt(min(1.0, half[found]))))


@cache
def _radians() -> tuple[Floats, Floats]:
    """Latitudes and longitudes of all places, in their order. [rad]"""
    places = [place for _, place in _places()]
    return np.radians([one.lat_deg for one in places]), np.radians([one.lon_deg for one in places])


def _plain(name: str) -> str:
    """As it is compared: no accents, small letters, single spaces."""
    apart = unicodedata.normalize("NFKD", name)
    return " ".join("".join(letter for letter in apart if not unicodedata.combining(letter)).casefold().split())


@cache
def _places() -> tuple[tuple[str, Place], ...]:
    text = gzip.decompress(DATA.joinpath("climate", "places.csv.gz").read_bytes()).decode()
    return tuple(
        (_plain(row["name"]), Place(row["name"], row["country"], row["region"], float(row["lat"]), float(row["lon"])))
        for row in csv.DictReader(io.StringIO(text))
    )
