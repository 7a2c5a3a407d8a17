"""Questions about the arrays of an option. Nothing here stores anything."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from flask import Blueprint, Response

from ryokan.core.parts.model import PanelPart
from ryokan.core.solar.curves import Curve, Sunshine
from ryokan.core.solar.rules_of_strings import name_of_array
from ryokan.documents.roof_plan import as_dxf, as_svg
from ryokan.operations import arrays
from ryokan.operations.errors import Unacceptable
from ryokan.web.array_schemas import (
    ArrangementAnswer,
    ArrangeSent,
    BesideAnswer,
    ControllerSent,
    CurveAnswer,
    CurvesAnswer,
    CurvesSent,
    MayComeAnswer,
    MayComeList,
    OldWithNewAnswer,
    OldWithNewSent,
    RoomAnswer,
    RoomLine,
    WayAnswer,
)
from ryokan.web.context import reader, signed_in
from ryokan.web.spec import answers, files, spec
from ryokan.wording.arrays import BESIDE, against, fuses_in_words, growth_in_words, rows_in_words
from ryokan.wording.findings import sentence
from ryokan.wording.quantities import UnitSystem, quantity

blueprint = Blueprint("arrays", __name__)


@blueprint.post("/options/<uuid:option_id>/arrangements")
@spec.validate(resp=answers(ArrangementAnswer, 404, 422))
def arrange(option_id: UUID, json: ArrangeSent) -> ArrangementAnswer:
    """Every way of wiring some panels to the controllers there are, the best first, with what is against each."""
    with signed_in() as (session, actor):
        found = arrays.arrange(
            session,
            actor,
            option_id,
            [arrays.Lot(one.part, one.count) for one in json.lots],
            controllers=json.controllers,
            instead_of=json.instead_of,
        )
    return ArrangementAnswer(
        ways=[_way(one, found.panels) for one in found.found],
        judged=found.judged,
        apart=[_way(one, (panel,)) for one, panel in zip(found.apart, found.panels, strict=False)],
    )


def _way(one: arrays.Arranged, panels: Sequence[PanelPart]) -> WayAnswer:
    way = one.way
    return WayAnswer(
        controller=one.offered.reference,
        controller_name=one.offered.part.name,
        in_rig=one.offered.reference.startswith(arrays.OF_THE_RIG),
        text=rows_in_words(way, panels),
        fits=way.fits,
        cold_v=way.cold_v,
        hot_v=way.hot_v,
        input_a=way.input_a,
        watts_w=way.watts_w,
        gives_w=way.gives_w,
        fuses=fuses_in_words(way, panels),
        against=[against(reason) for reason in way.against],
        patch=[dict(step) for step in one.patch],
    )


@blueprint.post("/options/<uuid:option_id>/panels-for-controller")
@spec.validate(resp=answers(MayComeList, 404, 422))
def read_panels_for_controller(option_id: UUID, json: ControllerSent) -> MayComeList:
    """Which panels may come to a controller, and how many of each."""
    with signed_in() as (session, actor):
        panels, found = arrays.panels_for(session, actor, option_id, json.controller)
    return MayComeList(
        panels=[
            MayComeAnswer(
                name=panels[one.panel].name,
                rated_w=getattr(panels[one.panel], "rated_w", 0.0),
                most_panels=one.most_panels,
                series=_from_to(one.least_series, one.most_series),
                gives_w=None if one.best is None else one.best.gives_w,
                against=[against(reason) for reason in one.against],
            )
            for one in found
        ]
    )


def _from_to(least: int, most: int) -> str:
    if most == 0:
        return ""
    return f"{least}" if least == most else f"{least} to {most}"


@blueprint.get("/options/<uuid:option_id>/room-to-grow")
@spec.validate(resp=answers(RoomAnswer, 404, 422))
def read_room(option_id: UUID) -> RoomAnswer:
    """What each array still takes on its controller, and what is free of the roof."""
    with signed_in() as (session, actor):
        found = arrays.room(session, actor, option_id)
    lines = []
    for one in found.growth:
        name = name_of_array(found.rig, one.array)
        lines.append(RoomLine(array=one.array, text=growth_in_words(one, name[:1].upper() + name[1:])))
    return RoomAnswer(lines=lines, free_m2=None if found.free_m2 is None else found.free_m2.number)


@blueprint.post("/options/<uuid:option_id>/old-with-new")
@spec.validate(resp=answers(OldWithNewAnswer, 404, 422))
def read_old_with_new(option_id: UUID, json: OldWithNewSent) -> OldWithNewAnswer:
    """New panels beside old ones: in one string, in parallel, on a controller of their own."""
    with signed_in() as (session, actor):
        lot = arrays.Lot(json.lot.part, json.lot.count)
        now, found = arrays.old_with_new(session, actor, option_id, json.array, lot)
        system = reader(session, actor).units
    ways = [_beside("now", "As it is now", arrays.Beside("now", [], now, ()), system)]
    return OldWithNewAnswer(ways=[*ways, *(_beside(one.how, BESIDE[one.how], one, system) for one in found)])


def _beside(how: arrays.How, text: str, one: arrays.Beside, system: UnitSystem) -> BesideAnswer:
    day, rated = one.seen.figures.get("solar.have_wh_per_day"), one.seen.figures.get("solar.have_w")
    findings = [sentence(finding, one.seen.figures, system) for finding in one.seen.findings if finding.severity != "advice"]
    return BesideAnswer(
        how=how,
        text=text,
        wh_per_day=None if day is None else day.number,
        rated_w=None if rated is None else rated.number,
        price=", ".join(quantity(figure.value, figure.unit, "metric") for figure in one.price),
        findings=[words.what for words in findings],
        patch=[dict(step) for step in one.patch],
    )


@blueprint.post("/options/<uuid:option_id>/curves")
@spec.validate(resp=answers(CurvesAnswer, 404, 422))
def read_curves(option_id: UUID, json: CurvesSent) -> CurvesAnswer:
    """Current and power of a string against volts, at a sun and a cell temperature, with some of its panels shaded."""
    if any(not 0 <= share <= 0.98 or at < 0 for at, share in json.shaded.items()):
        raise Unacceptable("Shade is a share of a panel's sun, from 0 to 0.98.")
    with signed_in() as (session, actor):
        sun = Sunshine(json.sun_w_per_m2, json.cell_c, json.shaded)
        found = arrays.curves(session, actor, option_id, json.string, sun)
    return CurvesAnswer(
        series=_curve(found.series),
        parallel=_curve(found.parallel),
        clear=_curve(found.clear),
        least_v=found.least_v,
        most_v=found.most_v,
    )


@blueprint.get("/options/<uuid:option_id>/roof-plan.svg")
@spec.validate(resp=files(404, 422))
def read_roof_svg(option_id: UUID) -> Response:
    """The roof plan to scale, with drilling positions, as SVG."""
    with signed_in() as (session, actor):
        scene = arrays.roof_plan(session, actor, option_id)
    return _file(as_svg(scene), "image/svg+xml", "roof-plan.svg")


@blueprint.get("/options/<uuid:option_id>/roof-plan.dxf")
@spec.validate(resp=files(404, 422))
def read_roof_dxf(option_id: UUID) -> Response:
    """The same as DXF."""
    with signed_in() as (session, actor):
        scene = arrays.roof_plan(session, actor, option_id)
    return _file(as_dxf(scene), "image/vnd.dxf", "roof-plan.dxf")


def _file(content: bytes, type: str, name: str) -> Response:
    response = Response(content, content_type=type)
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    response.headers["Cache-Control"] = "no-store"
    return response


def _curve(curve: Curve) -> CurveAnswer:
    best_v, best_w = curve.best
    return CurveAnswer(
        volts=[round(volts, 3) for volts in curve.volts.tolist()],
        amps=[round(amps, 4) for amps in curve.amps.tolist()],
        best_v=best_v,
        best_w=best_w,
        peaks=curve.peaks,
    )
