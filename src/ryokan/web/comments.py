"""Comments on an option."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint

from ryokan.operations import comments
from ryokan.web import answers as to_answer
from ryokan.web.context import now, signed_in
from ryokan.web.job_schemas import CommentList, NewComment, Resolution
from ryokan.web.spec import answers, spec

blueprint = Blueprint("comments", __name__)


@blueprint.get("/options/<uuid:option_id>/comments")
@spec.validate(resp=answers(CommentList, 404))
def list_comments(option_id: UUID) -> CommentList:
    """All comments on an option, oldest first."""
    with signed_in() as (session, actor):
        return to_answer.comments(comments.list_comments(session, actor, option_id))


@blueprint.post("/options/<uuid:option_id>/comments")
@spec.validate(resp=answers(CommentList, 403, 404, 409, 422))
def comment(option_id: UUID, json: NewComment) -> CommentList:
    """Stick a comment to a load, a part or a run."""
    with signed_in() as (session, actor):
        return to_answer.comments(comments.comment(session, actor, option_id, pin=json.pin, text=json.text, now=now()))


@blueprint.put("/comments/<uuid:comment_id>/resolution")
@spec.validate(resp=answers(CommentList, 403, 404, 422))
def resolve(comment_id: UUID, json: Resolution) -> CommentList:
    """Mark a comment as dealt with, or open it again."""
    with signed_in() as (session, actor):
        return to_answer.comments(comments.resolve(session, actor, comment_id, resolved=json.resolved, now=now()))
