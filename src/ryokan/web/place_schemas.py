"""What the interface sends and gets about places."""

from __future__ import annotations

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


class JourneyStay(BaseModel):
    """A stay that a journey file came to."""

    place: str
    month: int
    nights: int
    driving_hours_per_day: float
    lat_deg: float
    lon_deg: float


class JourneyAnswer(BaseModel):
    """Stays of a journey file, and the edit that puts them behind those that are there. Nothing is stored."""

    stays: list[JourneyStay]
    patch: list[dict[str, Any]]
