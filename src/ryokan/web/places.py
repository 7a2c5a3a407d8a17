"""Places by name, and weather files."""

from __future__ import annotations

from itertools import count
from uuid import UUID

import numpy as np
from flask import Blueprint, request

from ryokan.core.climate.places import Place, find_places, nearest_place, places_within
from ryokan.core.errors import NoAnswer
from ryokan.core.rig import MAX_STAYS
from ryokan.core.solar.day import day_of_sun
from ryokan.documents.journey_gpx import UnreadableJourney, read_journey
from ryokan.documents.weather_file import UnreadableWeather, read_weather_file
from ryokan.operations import rigs
from ryokan.operations.errors import Unacceptable
from ryokan.web.bank_schemas import PatchAnswer
from ryokan.web.context import signed_in
from ryokan.web.limits import reads_a_file
from ryokan.web.place_schemas import (
    BoxQuery,
    DayOfSunAnswer,
    DayQuery,
    Hidden,
    JourneyAnswer,
    JourneyStay,
    NearestPlace,
    PlaceAnswer,
    PlaceList,
    PlaceQuery,
    PointQuery,
    SunPoint,
)
from ryokan.web.spec import answers, spec

blueprint = Blueprint("places", __name__)


@blueprint.get("/places")
@spec.validate(resp=answers(PlaceList, 422))
def search_places(query: PlaceQuery) -> PlaceList:
    """Places whose name begins as was typed, then those that contain it; the larger first."""
    with signed_in():
        found = find_places(query.q)
    return PlaceList(places=[_answer(place) for place in found])


@blueprint.get("/places/within")
@spec.validate(resp=answers(PlaceList, 422))
def read_places_within(query: BoxQuery) -> PlaceList:
    """The largest places of a part of the map, at most forty."""
    with signed_in():
        found = places_within(query.west, query.south, query.east, query.north)
    return PlaceList(places=[_answer(place) for place in found])


@blueprint.get("/places/nearest")
@spec.validate(resp=answers(NearestPlace, 422))
def read_nearest_place(query: PointQuery) -> NearestPlace:
    """The known place that lies nearest to a point."""
    with signed_in():
        place, away_km = nearest_place(query.lat, query.lon)
    return NearestPlace(place=_answer(place), away_km=away_km)


def _answer(place: Place) -> PlaceAnswer:
    return PlaceAnswer(
        name=place.name, country=place.country, region=place.region, lat_deg=place.lat_deg, lon_deg=place.lon_deg
    )


@blueprint.get("/options/<uuid:option_id>/day-of-sun")
@spec.validate(resp=answers(DayOfSunAnswer, 404, 422))
def read_day_of_sun(option_id: UUID, query: DayQuery) -> DayOfSunAnswer:
    """The sun's way over the vehicle at a stay, and what the array gives hour by hour. Stores nothing."""
    with signed_in() as (session, actor):
        worked = rigs.work_out(session, actor, option_id)
    parts = worked.report.traces.chosen.panels
    try:
        found = day_of_sun(worked.rig, worked.report.figures, query.stay, query.day, query.heading, parts)
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    bearings = np.arange(0.0, 360.0, 5.0)
    path = found.path
    return DayOfSunAnswer(
        day=query.day,
        heading_deg=found.surroundings.heading_deg,
        length_h=path.length_h,
        rises_h=path.rises_h,
        sets_h=path.sets_h,
        path=[
            SunPoint(hour=hour, height_deg=height, azimuth_deg=azimuth, reaches=reaches)
            for hour, height, azimuth, reaches in zip(
                path.hours.tolist(), path.height_deg.tolist(), path.azimuth_deg.tolist(), path.reaches.tolist(), strict=True
            )
        ],
        horizon_deg=found.surroundings.horizon_deg(bearings).tolist(),
        hidden=[
            Hidden(name=name, bearing_deg=one.bearing_deg, width_deg=one.width_deg, height_deg=one.height_deg)
            for name, one in found.named_blocks
        ],
        array_w=found.array_w,
        typical_w=found.typical_w.tolist(),
        dull_w=found.dull_w.tolist(),
        bright_w=found.bright_w.tolist(),
    )


@blueprint.post("/options/<uuid:option_id>/weather-file")
@reads_a_file
@spec.validate(resp=answers(PatchAnswer, 403, 404, 413, 422))
def read_weather(option_id: UUID) -> PatchAnswer:
    """Read a weather file, the body as it is, and answer with the edit that takes it. Stores nothing."""
    content = request.get_data()
    with signed_in() as (session, actor):
        rigs.work_out(session, actor, option_id)
        actor.require_editor()
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
@reads_a_file
@spec.validate(resp=answers(JourneyAnswer, 403, 404, 413, 422))
def read_journey_file(option_id: UUID) -> JourneyAnswer:
    """Read a GPX file, the body as it is, and answer with its stays and the edit that adds them. Stores nothing."""
    content = request.get_data()
    with signed_in() as (session, actor):
        rig = rigs.work_out(session, actor, option_id).rig
        actor.require_editor()
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
