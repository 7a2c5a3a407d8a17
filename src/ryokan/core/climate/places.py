"""Places by name."""

from __future__ import annotations

import csv
import gzip
import io
import unicodedata
from dataclasses import dataclass
from functools import cache

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
