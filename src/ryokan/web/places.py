"""Places by name, and weather files."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint, request

from ryokan.core.climate.places import find_places
from ryokan.documents.weather_file import MAX_BYTES, UnreadableWeather, read_weather_file
from ryokan.operations import rigs
from ryokan.operations.errors import Unacceptable
from ryokan.web.bank_schemas import PatchAnswer
from ryokan.web.context import signed_in
from ryokan.web.place_schemas import PlaceAnswer, PlaceList, PlaceQuery
from ryokan.web.spec import answers, spec

blueprint = Blueprint("places", __name__)

# Endpoints that take more than a page sends.
BODY_BYTES = {"places.read_weather": MAX_BYTES}


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


@blueprint.post("/options/<uuid:option_id>/weather-file")
@spec.validate(resp=answers(PatchAnswer, 404, 413, 422))
def read_weather(option_id: UUID) -> PatchAnswer:
    """Read a weather file, the body as it is, and answer with the edit that takes it. Stores nothing."""
    content = request.get_data()
    with signed_in() as (session, actor):
        rigs.work_out(session, actor, option_id)
    try:
        own = read_weather_file(content)
    except UnreadableWeather as error:
        raise Unacceptable(str(error)) from error
    return PatchAnswer(
        patch=[
            {"op": "add", "path": "/solar/own_sun", "value": own.model_dump(mode="json")},
            {"op": "add", "path": "/solar/sun_from", "value": "file"},
        ]
    )
