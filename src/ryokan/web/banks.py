"""Questions about the bank of an option, and findings that are let stand."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint

from ryokan.core.errors import NoAnswer
from ryokan.core.storage.keeping import bank_that_keeps
from ryokan.operations import moves, overruling, rigs
from ryokan.operations.errors import Stale, Unacceptable
from ryokan.web import answers as to_answer
from ryokan.web.bank_schemas import DawnToKeep, MoveAnswer, Overruling, PatchAnswer, PieceAnswer
from ryokan.web.context import base_revision, now, reader, signed_in
from ryokan.web.schemas import OptionAnswer
from ryokan.web.spec import answers, spec
from ryokan.wording.moving import piece_in_words

blueprint = Blueprint("banks", __name__)


@blueprint.post("/options/<uuid:option_id>/overruled")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 409, 412, 422, 429))
def overrule(option_id: UUID, json: Overruling) -> OptionAnswer:
    """Let a fault or an advice stand, by name and with its values, until it gets worse."""
    base = base_revision()
    with signed_in() as (session, actor):
        outcome = overruling.overrule(
            session, actor, option_id, finding_key=json.finding, reason=json.reason, base=base, now=now()
        )
        if not isinstance(outcome, rigs.Lost):
            return to_answer.option(outcome, actor, reader(session, actor))
    raise Stale(outcome.why, outcome.head, outcome.draft)


@blueprint.delete("/options/<uuid:option_id>/overruled/<string:finding>")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 409, 412, 422, 429))
def take_back(option_id: UUID, finding: str) -> OptionAnswer:
    """Let the rule speak again of what the finding of that key is about."""
    base = base_revision()
    with signed_in() as (session, actor):
        outcome = overruling.take_back(session, actor, option_id, finding_key=finding, base=base, now=now())
        if not isinstance(outcome, rigs.Lost):
            return to_answer.option(outcome, actor, reader(session, actor))
    raise Stale(outcome.why, outcome.head, outcome.draft)


@blueprint.get("/options/<uuid:option_id>/moves/<int:volts>")
@spec.validate(resp=answers(MoveAnswer, 404))
def read_move(option_id: UUID, volts: int) -> MoveAnswer:
    """What moving the rig to another volts class would do to each thing. Stores nothing."""
    with signed_in() as (session, actor):
        move = moves.read_move(session, actor, option_id, volts)
    return MoveAnswer(
        volts=volts,
        pieces=[PieceAnswer(fate=piece.fate, text=piece_in_words(piece)) for piece in move.pieces],
        patch=None if move.patch is None else [dict(step) for step in move.patch],
    )


@blueprint.post("/options/<uuid:option_id>/bank-that-keeps")
@spec.validate(resp=answers(PatchAnswer, 404, 422))
def read_bank_that_keeps(option_id: UUID, json: DawnToKeep) -> PatchAnswer:
    """The smallest bank of the same kind that leaves so much at that dawn, as a patch. Stores nothing."""
    with signed_in() as (session, actor):
        worked = rigs.work_out(session, actor, option_id)
    try:
        patch = bank_that_keeps(worked.rig, worked.report.figures, json.dawn, json.left_frac)
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    return PatchAnswer(patch=[dict(step) for step in patch])
