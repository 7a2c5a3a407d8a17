"""What the interface sends and gets about places."""

from __future__ import annotations

from datetime import date
from typing import Any

from pydantic import BaseModel, Field


class PlaceQuery(BaseModel):
    """A name, perhaps with country and region behind a comma."""

    q: str = Field(max_length=80)


class PlaceAnswer(BaseModel):
    """A populated place."""

    name: str
    country: str
    region: str
    lat_deg: float
    lon_deg: float


class PlaceList(BaseModel):
    """Places found, at most twelve."""

    places: list[PlaceAnswer]


class BoxQuery(BaseModel):
    """A part of the map. A west that lies east of the east goes over the date line. [°]"""

    west: float = Field(ge=-180, le=180)
    south: float = Field(ge=-90, le=90)
    east: float = Field(ge=-180, le=180)
    north: float = Field(ge=-90, le=90)


class PointQuery(BaseModel):
    """A point of the map. [°]"""

    lat: float = Field(ge=-90, le=90)
    lon: float = Field(ge=-180, le=180)


class NearestPlace(BaseModel):
    """The nearest populated place, and how far it is."""

    place: PlaceAnswer
    away_km: float


class DayQuery(BaseModel):
    """A day at a stay, and the heading to try out if not the stay's own."""

    stay: str = Field(min_length=1, max_length=40)
    day: int = Field(ge=1, le=365, description="Of the year.")
    heading: float | None = Field(default=None, ge=0, le=360, description="[°]")


class SunPoint(BaseModel):
    """Where the sun stands at a moment of the sun's clock, and the share of its beam that comes through. [h, °]"""

    hour: float
    height_deg: float
    azimuth_deg: float
    reaches: float


class Hidden(BaseModel):
    """What a thing on the vehicle hides, by the bearing of its middle from the nose. [°]"""

    name: str
    bearing_deg: float
    width_deg: float
    height_deg: float


class DayOfSunAnswer(BaseModel):
    """The sun's way over the vehicle on a day, and what the array gives in each of 24 hours of the sun's clock. [W]"""

    day: int
    heading_deg: float | None
    length_h: float
    rises_h: float | None
    sets_h: float | None
    path: list[SunPoint]
    horizon_deg: list[float] = Field(description="Height of its line each five degrees, from north on. [°]")
    hidden: list[Hidden]
    array_w: float
    typical_w: list[float]
    dull_w: list[float]
    bright_w: list[float]


class JourneyStay(BaseModel):
    """A stay that a journey file came to."""

    place: str
    month: int
    arrives: date | None
    nights: int
    driving_hours_per_day: float
    lat_deg: float
    lon_deg: float


class JourneyAnswer(BaseModel):
    """Stays of a journey file, and the edit that puts them behind those that are there. Nothing is stored."""

    stays: list[JourneyStay]
    patch: list[dict[str, Any]]
