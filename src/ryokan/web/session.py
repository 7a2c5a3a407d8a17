"""Signing in and out."""

from __future__ import annotations

from flask import Blueprint, Response, after_this_request, current_app, request, session
from flask_wtf.csrf import generate_csrf

from ryokan.operations import accounts
from ryokan.operations import sign_in as begun
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import Busy
from ryokan.operations.passwords import matches
from ryokan.operations.sign_in import Tokens
from ryokan.web.context import TOKEN, database, now, signed_in
from ryokan.web.people_schemas import Credentials, Person, SessionAnswer, StepAnswer
from ryokan.web.schemas import Done
from ryokan.web.spec import answers, spec
from ryokan.wording.cautions import CAUTION
from ryokan.wording.steps import BY_STEP

blueprint = Blueprint("session", __name__)

DEVICE = "ryokan-device"


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
    # The guess is counted first, and no transaction is open while the hash is worked out.
    with database() as opened:
        guess = begun.count_guess(
            opened, email=json.email, network=request.remote_addr or "", device=request.cookies.get(DEVICE), now=now()
        )
    try:
        right = matches(guess.password_hash, json.password, known=guess.known)
    except Busy:
        with database() as opened:
            begun.take_back(opened, guess)  # it was not looked at
        raise
    if not right:
        with database() as opened:
            wrong = begun.wrong_guess(opened, guess)
        raise wrong
    with database() as opened:
        tokens = begun.right_guess(opened, guess, json.password, now())
    return start_session(tokens)


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


def start_session(tokens: Tokens) -> SessionAnswer:
    """Put tokens into this browser's cookies, in place of whatever they held; that of the device outlasts signing out."""
    session.clear()
    session.permanent = True
    session[TOKEN] = tokens.sign_in
    secure = current_app.config["SESSION_COOKIE_SECURE"]

    @after_this_request
    def know(response: Response) -> Response:
        response.set_cookie(
            DEVICE, tokens.device, max_age=begun.DEVICE_KNOWN_FOR, httponly=True, secure=secure, samesite="Strict"
        )
        return response

    with database() as opened:
        return session_answer(accounts.actor_by_token(opened, tokens.sign_in, now()))


def session_answer(actor: Actor | None) -> SessionAnswer:
    """Who is signed in, and the token that writes have to carry."""
    person = None
    if actor is not None:
        person = Person(
            id=actor.user_id,
            name=actor.name,
            role=actor.role,
            shop=actor.shop_name,
            caution_read=actor.caution_read,
            units=actor.units,
        )
    steps = [StepAnswer(step=step, name=words.NAME) for step, words in BY_STEP.items()]
    return SessionAnswer(person=person, csrf_token=generate_csrf(), caution=CAUTION, steps=steps)
