"""Places by name, and weather files."""

from __future__ import annotations

from itertools import count
from uuid import UUID

from flask import Blueprint, request

from ryokan.core.climate.places import find_places
from ryokan.core.rig import MAX_STAYS
from ryokan.documents.journey_gpx import MAX_BYTES as JOURNEY_BYTES
from ryokan.documents.journey_gpx import UnreadableJourney, read_journey
from ryokan.documents.weather_file import MAX_BYTES, UnreadableWeather, read_weather_file
from ryokan.operations import rigs
from ryokan.operations.errors import Unacceptable
from ryokan.web.bank_schemas import PatchAnswer
from ryokan.web.context import signed_in
from ryokan.web.place_schemas import JourneyAnswer, JourneyStay, PlaceAnswer, PlaceList, PlaceQuery
from ryokan.web.spec import answers, spec

blueprint = Blueprint("places", __name__)

# Endpoints that take more than a page sends.
BODY_BYTES = {"places.read_weather": MAX_BYTES, "places.read_journey_file": JOURNEY_BYTES}


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


@blueprint.post("/options/<uuid:option_id>/journey-file")
@spec.validate(resp=answers(JourneyAnswer, 404, 413, 422))
def read_journey_file(option_id: UUID) -> JourneyAnswer:
    """Read a GPX file, the body as it is, and answer with its stays and the edit that adds them. Stores nothing."""
    content = request.get_data()
    with signed_in() as (session, actor):
        rig = rigs.work_out(session, actor, option_id).rig
    try:
        stays = read_journey(content)
    except UnreadableJourney as error:
        raise Unacceptable(str(error)) from error
    if len(rig.stays) + len(stays) > MAX_STAYS:
        raise Unacceptable(f"With the {len(rig.stays)} stays that are there it would be more than {MAX_STAYS}.")
    last = max((stay.position for stay in rig.stays.values()), default=0.0)
    first = next(number for number in count(1) if f"g{number}-1" not in rig.stays)
    placed = [stay.model_copy(update={"position": last + stay.position}) for stay in stays]
    return JourneyAnswer(
        stays=[JourneyStay.model_validate(stay.model_dump(include=set(JourneyStay.model_fields))) for stay in stays],
        patch=[
            {"op": "add", "path": f"/stays/g{first}-{number}", "value": stay.model_dump(mode="json")}
            for number, stay in enumerate(placed, start=1)
        ],
    )
