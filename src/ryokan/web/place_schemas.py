"""What the interface sends and gets about places."""

from __future__ import annotations

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
