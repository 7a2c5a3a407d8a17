"""Signing in and out."""

from __future__ import annotations

from flask import Blueprint, session
from flask_wtf.csrf import generate_csrf

from ryokan.operations import accounts
from ryokan.operations.accounts import Actor
from ryokan.web.context import TOKEN, database, now, signed_in
from ryokan.web.people_schemas import Credentials, Person, SessionAnswer
from ryokan.web.schemas import Done
from ryokan.web.spec import answers, spec
from ryokan.wording.cautions import CAUTION

blueprint = Blueprint("session", __name__)


@blueprint.get("/session")
@spec.validate(resp=answers(SessionAnswer))
def read_session() -> SessionAnswer:
    """Who is signed in."""
    token = session.get(TOKEN)
    if not token:
        return session_answer(None)
    with database() as opened:
        return session_answer(accounts.actor_by_token(opened, token, now()))


@blueprint.post("/session")
@spec.validate(resp=answers(SessionAnswer, 403, 422, 429))
def sign_in(json: Credentials) -> SessionAnswer:
    """Sign in."""
    with database() as opened:
        user = accounts.check_password(opened, email=json.email, password=json.password, now=now())
        token = accounts.start_sign_in(opened, user, now()) if user is not None else None
    if token is None:
        raise accounts.wrong_credentials()
    return start_session(token)


@blueprint.delete("/session")
@spec.validate(resp=answers(SessionAnswer, 403))
def sign_out() -> SessionAnswer:
    """Sign this browser out."""
    token = session.get(TOKEN)
    if token:
        with database() as opened:
            accounts.end_sign_in(opened, token)
    session.clear()
    return session_answer(None)


@blueprint.post("/session/caution")
@spec.validate(resp=answers(Done, 403))
def caution_read() -> Done:
    """Remember that the caution has been read."""
    with signed_in() as (opened, actor):
        accounts.confirm_caution(opened, actor, now())
    return Done()


def start_session(token: str) -> SessionAnswer:
    """Put a token into this browser's cookie, in place of whatever it held."""
    session.clear()
    session.permanent = True
    session[TOKEN] = token
    with database() as opened:
        return session_answer(accounts.actor_by_token(opened, token, now()))


def session_answer(actor: Actor | None) -> SessionAnswer:
    """Who is signed in, and the token that writes have to carry."""
    person = None
    if actor is not None:
        person = Person(
            name=actor.name,
            role=actor.role,
            shop=actor.shop_name,
            caution_read=actor.caution_read,
            units=actor.units,
        )
    return SessionAnswer(person=person, csrf_token=generate_csrf(), caution=CAUTION)
