"""The people of a shop, and one's own account."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint, request, session

from ryokan.operations import people, sign_in
from ryokan.web import answers as to_answer
from ryokan.web.context import TOKEN, database, now, signed_in
from ryokan.web.people_schemas import (
    Address,
    InvitationAccepted,
    InvitationMade,
    InvitationOffer,
    InvitationToken,
    NewInvitation,
    PasswordChange,
    RoleChoice,
    SessionAnswer,
    TeamAnswer,
    UnitsChoice,
)
from ryokan.web.schemas import Done
from ryokan.web.session import DEVICE, session_answer, start_session
from ryokan.web.spec import answers, spec

blueprint = Blueprint("people", __name__)


@blueprint.get("/people")
@spec.validate(resp=answers(TeamAnswer))
def read_team() -> TeamAnswer:
    """Who signs in to the shop."""
    with signed_in() as (opened, actor):
        return to_answer.team(people.team(opened, actor, now=now()), actor)


@blueprint.put("/people/<uuid:user_id>/role")
@spec.validate(resp=answers(TeamAnswer, 403, 404, 409, 422))
def change_role(user_id: UUID, json: RoleChoice) -> TeamAnswer:
    """Give somebody another role."""
    with signed_in() as (opened, actor):
        people.change_role(opened, actor, user_id, json.role)
        return to_answer.team(people.team(opened, actor, now=now()), actor)


@blueprint.delete("/people/<uuid:user_id>")
@spec.validate(resp=answers(TeamAnswer, 403, 404, 409))
def let_go(user_id: UUID) -> TeamAnswer:
    """Somebody signs in no more."""
    with signed_in() as (opened, actor):
        people.let_go(opened, actor, user_id, now=now())
        return to_answer.team(people.team(opened, actor, now=now()), actor)


@blueprint.post("/invitations")
@spec.validate(resp=answers(InvitationMade, 403, 409, 422))
def invite(json: NewInvitation) -> InvitationMade:
    """Ask somebody into the shop. The token is told this once."""
    with signed_in() as (opened, actor):
        return InvitationMade(token=people.invite(opened, actor, email=json.email, role=json.role, now=now()))


@blueprint.post("/invitations/withdrawal")
@spec.validate(resp=answers(TeamAnswer, 403, 422))
def withdraw_invitation(json: Address) -> TeamAnswer:
    """End an invitation."""
    with signed_in() as (opened, actor):
        people.withdraw_invitation(opened, actor, json.email)
        return to_answer.team(people.team(opened, actor, now=now()), actor)


@blueprint.post("/invitations/offer")
@spec.validate(resp=answers(InvitationOffer, 403, 404, 422))
def read_invitation(json: InvitationToken) -> InvitationOffer:
    """What an invitation offers. The token travels in the body, so that no log of addresses holds it."""
    with database() as opened:
        invitation, shop = people.read_invitation(opened, json.token, now=now())
        return InvitationOffer(shop=shop.name, email=invitation.email, role=invitation.role)


@blueprint.post("/invitations/acceptance")
@spec.validate(resp=answers(SessionAnswer, 403, 404, 409, 422))
def accept_invitation(json: InvitationAccepted) -> SessionAnswer:
    """Take the place that an invitation offers, and be signed in."""
    with database() as opened:
        user = people.accept_invitation(opened, json.token, name=json.name, password=json.password, now=now())
        tokens = sign_in.Tokens(
            sign_in.start_sign_in(opened, user, now()), sign_in.know_device(opened, user, request.cookies.get(DEVICE), now())
        )
    return start_session(tokens)


@blueprint.put("/session/password")
@spec.validate(resp=answers(Done, 403, 422, 429))
def change_password(json: PasswordChange) -> Done:
    """A new password; every other browser of the person is signed out."""
    with signed_in() as (opened, actor):
        people.count_old_password(opened, actor, now=now())
    with signed_in() as (opened, actor):
        people.change_password(opened, actor, old=json.old, new=json.new, token=session[TOKEN])
    return Done()


@blueprint.delete("/session/everywhere")
@spec.validate(resp=answers(SessionAnswer, 403))
def sign_out_everywhere() -> SessionAnswer:
    """Sign this person out of every browser."""
    with signed_in() as (opened, actor):
        people.sign_out_everywhere(opened, actor)
    session.clear()
    return session_answer(None)


@blueprint.put("/session/units")
@spec.validate(resp=answers(SessionAnswer, 403, 422))
def prefer_units(json: UnitsChoice) -> SessionAnswer:
    """Show quantities in these units from now on."""
    with signed_in() as (opened, actor):
        people.prefer_units(opened, actor, json.units)
    with signed_in() as (_, actor):
        return session_answer(actor)
