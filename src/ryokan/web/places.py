"""Places by name."""

from __future__ import annotations

from flask import Blueprint

from ryokan.core.climate.places import find_places
from ryokan.web.context import signed_in
from ryokan.web.place_schemas import PlaceAnswer, PlaceList, PlaceQuery
from ryokan.web.spec import answers, spec

blueprint = Blueprint("places", __name__)


@blueprint.get("/places")
@spec.validate(resp=answers(PlaceList, 422))
def search_places(query: PlaceQuery) -> PlaceList:
    """Places whose name begins as was typed, then those that contain it; the larger first."""
    with signed_in():
        found = find_places(query.q)
    return PlaceList(
        places=[
            PlaceAnswer(
                name=place.name, country=place.country, region=place.region, lat_deg=place.lat_deg, lon_deg=place.lon_deg
            )
            for place in found
        ]
    )
