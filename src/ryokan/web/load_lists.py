"""Load lists as files."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint, Response, request

from ryokan.operations import load_lists
from ryokan.web.context import signed_in
from ryokan.web.schemas import LoadListPatch
from ryokan.web.spec import answers, files, spec

blueprint = Blueprint("load_lists", __name__)

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


@blueprint.get("/options/<uuid:option_id>/loads.csv")
@spec.validate(resp=files(404))
def read_csv(option_id: UUID) -> Response:
    """The load list as CSV."""
    with signed_in() as (session, actor):
        return _file(load_lists.load_list(session, actor, option_id).encode(), "text/csv; charset=utf-8", "loads.csv")


@blueprint.get("/options/<uuid:option_id>/loads.xlsx")
@spec.validate(resp=files(404))
def read_xlsx(option_id: UUID) -> Response:
    """The load list as a workbook."""
    with signed_in() as (session, actor):
        return _file(load_lists.load_workbook(session, actor, option_id), XLSX, "loads.xlsx")


@blueprint.post("/options/<uuid:option_id>/loads/reading")
@spec.validate(resp=answers(LoadListPatch, 403, 404, 409, 413, 422))
def read_list(option_id: UUID) -> LoadListPatch:
    """Read a CSV, the body as it is, as the edit that would add its loads. Stores nothing."""
    with signed_in() as (session, actor):
        patch = load_lists.patch_of_list(session, actor, option_id, request.get_data())
    return LoadListPatch(patch=[dict(operation) for operation in patch])


def _file(content: bytes, type: str, name: str) -> Response:
    response = Response(content, content_type=type)
    response.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    response.headers["Cache-Control"] = "no-store"
    return response
