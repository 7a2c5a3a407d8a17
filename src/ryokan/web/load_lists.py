"""Load lists as files, and what a shop keeps of them."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from flask import Blueprint, Response, request

from ryokan.operations import load_lists, load_sets
from ryokan.web.context import signed_in
from ryokan.web.limits import reads_a_file
from ryokan.web.load_schemas import LoadListPatch, LoadSetAnswer, LoadSets, NewLoadSet
from ryokan.web.spec import answers, files, spec

blueprint = Blueprint("load_lists", __name__)

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


@blueprint.get("/options/<uuid:option_id>/loads.csv")
@spec.validate(resp=files(404))
def read_csv(option_id: UUID) -> Response:
    """The load list as CSV."""
    with signed_in() as (session, actor):
        return file_answer(load_lists.load_list(session, actor, option_id).encode(), "text/csv; charset=utf-8", "loads.csv")


@blueprint.get("/options/<uuid:option_id>/loads.xlsx")
@spec.validate(resp=files(404))
def read_xlsx(option_id: UUID) -> Response:
    """The load list as a workbook."""
    with signed_in() as (session, actor):
        return file_answer(load_lists.load_workbook(session, actor, option_id), XLSX, "loads.xlsx")


@blueprint.post("/options/<uuid:option_id>/loads/reading")
@reads_a_file
@spec.validate(resp=answers(LoadListPatch, 403, 404, 409, 413, 422))
def read_list(option_id: UUID) -> LoadListPatch:
    """Read a CSV, the body as it is, as the edit that would add its loads. Stores nothing."""
    with signed_in() as (session, actor):
        patch = load_lists.patch_of_list(session, actor, option_id, request.get_data())
    return LoadListPatch(patch=[dict(operation) for operation in patch])


def file_answer(content: bytes, type: str, name: str) -> Response:
    """A file that is saved and not kept by whoever passes it on."""
    response = Response(content, content_type=type)
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    response.headers["Cache-Control"] = "no-store"
    return response


@blueprint.get("/load-sets")
@spec.validate(resp=answers(LoadSets))
def list_sets() -> LoadSets:
    """What the shop keeps of its audits."""
    with signed_in() as (session, actor):
        return _sets(load_sets.load_sets(session, actor))


@blueprint.post("/options/<uuid:option_id>/load-sets")
@spec.validate(resp=answers(LoadSets, 403, 404, 409, 422))
def keep_loads(option_id: UUID, json: NewLoadSet) -> LoadSets:
    """Keep one load of an option, or all of them, under a name."""
    with signed_in() as (session, actor):
        return _sets(load_sets.keep_loads(session, actor, option_id, name=json.name, load_id=json.load_id))


@blueprint.delete("/load-sets/<uuid:set_id>")
@spec.validate(resp=answers(LoadSets, 403, 404))
def forget_loads(set_id: UUID) -> LoadSets:
    """Keep a set no longer."""
    with signed_in() as (session, actor):
        return _sets(load_sets.forget_loads(session, actor, set_id))


def _sets(found: Sequence[load_sets.LoadSet]) -> LoadSets:
    return LoadSets(sets=[LoadSetAnswer(id=one.id, name=one.name, loads=list(one.loads)) for one in found])
