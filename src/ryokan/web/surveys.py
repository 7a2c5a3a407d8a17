"""Photographs, several systems in a job with their links, and the ways in."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from flask import Blueprint, Response, request

from ryokan.core.readings.line import read_meters, says_a_reading
from ryokan.core.survey.line import read_found
from ryokan.operations import photographs, rigs, systems, ways_in
from ryokan.store.models import PhotographRow
from ryokan.web import answers as to_answer
from ryokan.web import survey_answers as of_survey
from ryokan.web.context import now, reader, signed_in
from ryokan.web.job_schemas import OptionName
from ryokan.web.limits import reads_a_file
from ryokan.web.schemas import OptionAnswer
from ryokan.web.spec import answers, files, spec
from ryokan.web.survey_schemas import (
    Caption,
    Carried,
    FoundLine,
    FoundLineAnswer,
    LinkEnds,
    LogAnswer,
    MeteredDay,
    NewLink,
    NewSystem,
    OtherEndAnswer,
    PhotographAnswer,
    PhotographList,
    PictureQuery,
    PinQuery,
    ReadingsAnswer,
    Said,
    WishAnswer,
)
from ryokan.wording.wish import understood

blueprint = Blueprint("surveys", __name__)


@blueprint.get("/jobs/<uuid:job_id>/photographs")
@spec.validate(resp=answers(PhotographList, 404))
def list_photographs(job_id: UUID) -> PhotographList:
    """All photographs of a job."""
    with signed_in() as (session, actor):
        return _list(photographs.photographs(session, actor, job_id))


@blueprint.post("/jobs/<uuid:job_id>/photographs")
@reads_a_file
@spec.validate(resp=answers(PhotographList, 403, 404, 409, 413, 422))
def add_photograph(job_id: UUID, query: PinQuery) -> PhotographList:
    """Keep a photograph, the body as it is: JPEG, PNG or WebP. What the camera wrote into it is not kept."""
    content = request.get_data()
    with signed_in() as (session, actor):
        kept = photographs.add_photograph(session, actor, job_id, content, pin=query.pin, id=query.id, now=now())
        return _list(kept)


@blueprint.get("/photographs/<uuid:photograph_id>")
@spec.validate(resp=files(404, 422))
def read_picture(photograph_id: UUID, query: PictureQuery) -> Response:
    """The picture as JPEG."""
    with signed_in() as (session, actor):
        response = Response(photographs.picture(session, actor, photograph_id, query.which), content_type="image/jpeg")
    # A photograph is never changed, but whoever has signed out does not see it again: each time the browser asks first.
    tag = f"{photograph_id}-{query.which}"
    if request.if_none_match.contains(tag):
        response = Response(status=304)
    response.set_etag(tag)
    response.headers["Cache-Control"] = "private, no-cache"
    return response


@blueprint.put("/photographs/<uuid:photograph_id>/caption")
@spec.validate(resp=answers(PhotographList, 403, 404, 422))
def caption_photograph(photograph_id: UUID, json: Caption) -> PhotographList:
    """Say what a photograph shows."""
    with signed_in() as (session, actor):
        return _list(photographs.caption(session, actor, photograph_id, json.caption))


@blueprint.delete("/photographs/<uuid:photograph_id>")
@spec.validate(resp=answers(PhotographList, 403, 404))
def throw_away_photograph(photograph_id: UUID) -> PhotographList:
    """Throw a photograph away for good."""
    with signed_in() as (session, actor):
        return _list(photographs.throw_away(session, actor, photograph_id))


def _list(rows: Sequence[PhotographRow]) -> PhotographList:
    return PhotographList(
        photographs=[
            PhotographAnswer(
                id=row.id, pin=row.pin, caption=row.caption, width_px=row.width_px, height_px=row.height_px, at=row.at
            )
            for row in rows
        ]
    )


@blueprint.post("/options/<uuid:option_id>/systems")
@spec.validate(resp=answers(OptionName, 403, 404, 409, 422))
def add_system(option_id: UUID, json: NewSystem) -> OptionName:
    """Begin a further system in the job of an option."""
    with signed_in() as (session, actor):
        made = systems.add_system(
            session, actor, option_id, name=json.name, this_name=json.this_name, vehicle=json.vehicle, now=now()
        )
        return OptionName(id=made.id, system=made.system, name=made.name)


@blueprint.get("/options/<uuid:option_id>/links")
@spec.validate(resp=answers(LinkEnds, 404))
def read_link_ends(option_id: UUID) -> LinkEnds:
    """Where the other ends of an option's links stand, and whether they agree."""
    with signed_in() as (session, actor):
        ends, read_by = systems.other_ends(session, actor, option_id), reader(session, actor)
        shown = ("moved.leaves_wh", "moved.usable_wh", "moved.frac")
        return LinkEnds(
            links={
                id: [
                    OtherEndAnswer(
                        option_id=one.option.id,
                        name=one.option.name,
                        state=one.state,
                        moved=[to_answer.worked_figure(one.moved, key, read_by) for key in shown if key in one.moved],
                    )
                    for one in found
                ]
                for id, found in ends.items()
            }
        )


@blueprint.post("/options/<uuid:option_id>/links")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 409, 422))
def join_systems(option_id: UUID, json: NewLink) -> OptionAnswer:
    """Put a link into an option and its other end into an option of the other system."""
    with signed_in() as (session, actor):
        link = json.link
        if json.volts_of_fed_bank:
            fed = json.other_option_id if link.gives else option_id
            link = link.model_copy(update={"output_v": systems.charge_volts(session, actor, fed)})
        opened = systems.join(session, actor, option_id, json.other_option_id, json.link_id, link, seen=json.seen, now=now())
        return to_answer.option(opened, actor, reader(session, actor))


@blueprint.delete("/options/<uuid:option_id>/links/<string:link_id>")
@spec.validate(resp=answers(OptionAnswer, 403, 404))
def part_systems(option_id: UUID, link_id: str) -> OptionAnswer:
    """Take a link away at both ends."""
    with signed_in() as (session, actor):
        return to_answer.option(systems.part(session, actor, option_id, link_id, now=now()), actor, reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/survey/carrying")
@spec.validate(resp=answers(Carried, 403, 404, 422))
def carry_survey(option_id: UUID) -> Carried:
    """Put this option's survey, vehicle and room into the other options of its system."""
    with signed_in() as (session, actor):
        return Carried(options=list(systems.carry_survey(session, actor, option_id, now=now())))


@blueprint.post("/options/<uuid:option_id>/found-lines")
@spec.validate(resp=answers(FoundLineAnswer, 403, 404, 422))
def read_found_line(option_id: UUID, json: FoundLine) -> FoundLineAnswer:
    """Read a line as a thing that was found, as readings or as room, without storing anything."""
    with signed_in() as (session, actor):
        rig = rigs.work_out(session, actor, option_id).rig
    if json.of == "reading" or says_a_reading(json.line, rig):
        return of_survey.found_line(read_meters(json.line, rig, id=json.id, position=json.position, at=json.at))
    return of_survey.found_line(read_found(json.line, rig, id=json.id, position=json.position))


@blueprint.get("/options/<uuid:option_id>/readings")
@spec.validate(resp=answers(ReadingsAnswer, 404))
def read_readings(option_id: UUID) -> ReadingsAnswer:
    """What each reading says against its figure, and what follows."""
    with signed_in() as (session, actor):
        return of_survey.readings(rigs.work_out(session, actor, option_id), reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/wishes")
@spec.validate(resp=answers(WishAnswer, 404, 409, 422))
def read_wish(option_id: UUID, json: Said) -> WishAnswer:
    """Read a wish, such as “four days of rain”, without storing anything."""
    with signed_in() as (session, actor):
        read_by = reader(session, actor)
        found = ways_in.wish(session, actor, rigs.work_out(session, actor, option_id), json.said)
        return WishAnswer(
            kind=found.kind,
            understood=understood(found.kind, found.line.reading if found.line else None, found.days, found.lacks, found.name),
            figures=[to_answer.worked_figure(found.figures, key, read_by) for key in found.keys],
            patch=[dict(operation) for operation in found.patch],
            line=to_answer.line(found.line) if found.line else None,
        )


@blueprint.post("/options/<uuid:option_id>/meter-log")
@reads_a_file
@spec.validate(resp=answers(LogAnswer, 403, 404, 409, 413, 422))
def read_log(option_id: UUID) -> LogAnswer:
    """Read a meter's CSV, the body as it is, without storing anything."""
    content = request.get_data()
    with signed_in() as (session, actor):
        worked = rigs.work_out(session, actor, option_id)
        actor.require_editor()
        found = ways_in.meter_log(worked, content)
    return LogAnswer(
        days=[MeteredDay(day=day, ah=ah) for (day, _), ah in zip(found.log.days, found.days_ah, strict=True)],
        partial=list(found.log.partial),
        hours=found.log.hours,
        total=found.log.total,
        unit=found.log.unit,
        mean_w=found.mean_w,
        rows=found.log.rows,
        charging_left_out=found.log.charging_left_out,
        measured=[dict(operation) for operation in found.measured],
        as_load=[dict(operation) for operation in found.as_load],
    )
