"""The shop's parts book, and which of its parts could go where."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint

from ryokan.operations import candidates, parts, rigs
from ryokan.web import answers as to_answer
from ryokan.web.context import base_revision, now, reader, signed_in
from ryokan.web.part_schemas import BookPartAnswer, CandidateQuery, Candidates, NewPart, PartHistory, PartList, Withdrawal
from ryokan.web.spec import answers, spec

blueprint = Blueprint("parts", __name__)


@blueprint.get("/parts")
@spec.validate(resp=answers(PartList))
def list_parts() -> PartList:
    """All parts, and what the members of each kind are called."""
    with signed_in() as (session, actor):
        return to_answer.parts(parts.list_parts(session, actor))


@blueprint.post("/parts")
@spec.validate(resp=answers(BookPartAnswer, 403, 409, 422))
def add_part(json: NewPart) -> BookPartAnswer:
    """Put a part into the book."""
    with signed_in() as (session, actor):
        return to_answer.book_part(parts.add_part(session, actor, json.root, now=now()))


@blueprint.get("/parts/<uuid:part_id>")
@spec.validate(resp=answers(PartHistory, 404))
def read_part(part_id: UUID) -> PartHistory:
    """One part with all its revisions."""
    with signed_in() as (session, actor):
        return to_answer.part_history(*parts.read_part(session, actor, part_id))


@blueprint.put("/parts/<uuid:part_id>")
@spec.validate(resp=answers(BookPartAnswer, 403, 404, 409, 412, 422))
def change_part(part_id: UUID, json: NewPart) -> BookPartAnswer:
    """A new revision of a part. ``If-Match`` carries the one it was made on."""
    base = base_revision()
    with signed_in() as (session, actor):
        return to_answer.book_part(parts.change_part(session, actor, part_id, json.root, base=base, now=now()))


@blueprint.post("/parts/<uuid:part_id>/withdrawal")
@spec.validate(resp=answers(BookPartAnswer, 403, 404, 409, 422))
def withdraw(part_id: UUID, json: Withdrawal) -> BookPartAnswer:
    """Offer a part no longer, or again."""
    with signed_in() as (session, actor):
        return to_answer.book_part(parts.withdraw_part(session, actor, part_id, withdrawn=json.withdrawn, now=now()))


@blueprint.get("/options/<uuid:option_id>/candidates")
@spec.validate(resp=answers(Candidates, 404, 422))
def read_candidates(option_id: UUID, query: CandidateQuery) -> Candidates:
    """What each part would do at a place of the rig. Stores nothing."""
    with signed_in() as (session, actor):
        opened = rigs.work_out(session, actor, option_id)
        found = candidates.candidates(session, actor, opened, query.place)
        return to_answer.candidates(found, reader(session, actor))
