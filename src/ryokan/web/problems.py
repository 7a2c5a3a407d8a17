"""application/problem+json (RFC 9457): the one place where refusals and errors become answers."""

from __future__ import annotations

import logging
import secrets
from http import HTTPStatus

from flask import Flask, Response, g, jsonify, request
from flask_wtf.csrf import CSRFError
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException, InternalServerError

from ryokan.core.job_file import FileProblem, problems_of
from ryokan.operations import errors as refusals
from ryokan.operations.lost import Draft
from ryokan.store.database import DatabaseFull, DatabaseUnavailable
from ryokan.web.answers import draft as draft_answer
from ryokan.web.schemas import Problem, ProblemItem
from ryokan.wording.problems import problem

log = logging.getLogger(__name__)

STATUS_BY_REFUSAL: dict[type[refusals.Refused], int] = {
    refusals.NotThere: 404,
    refusals.NotAllowed: 403,
    refusals.Stale: 412,
    refusals.NotPossible: 409,
    refusals.Unacceptable: 422,
    refusals.WrongCredentials: 401,
    refusals.TooManyAttempts: 429,
    refusals.TooFast: 429,
    refusals.Busy: 503,
}


class NotSignedIn(refusals.Refused):
    """Nobody is signed in."""

    code = "not_signed_in"


class AnotherPerson(refusals.Refused):
    """What was sent is of somebody else than who is signed in."""

    code = "another_person"


def answer(
    status: int, code: str, detail: str, faults: list[FileProblem] | None = None, draft: Draft | None = None
) -> Response:
    """A problem document. ``detail`` and each fault's sentence are for the person who typed."""
    body = Problem(
        type=f"/docs/problems#{code}",
        title=HTTPStatus(status).phrase,
        status=status,
        detail=detail,
        code=code,
        errors=[ProblemItem(pointer=fault.pointer, code=fault.type, detail=problem(fault)) for fault in faults or []],
        draft=None if draft is None else draft_answer(draft),
    )
    response = jsonify(body.model_dump(mode="json", exclude_none=True))
    response.status_code = status
    response.content_type = "application/problem+json"
    return response


def register(app: Flask) -> None:
    """Hand every error of the application to :func:`answer`."""

    @app.errorhandler(refusals.Refused)
    def refused(error: refusals.Refused) -> Response:
        status = STATUS_BY_REFUSAL.get(type(error), 401)
        faults = list(error.problems) if isinstance(error, refusals.Unacceptable) else []
        draft = error.draft if isinstance(error, refusals.Stale) else None
        response = answer(status, error.code, str(error), faults, draft)
        if isinstance(error, refusals.TooFast | refusals.Busy):
            response.headers["Retry-After"] = "1"
        if isinstance(error, refusals.Stale):
            response.headers["ETag"] = f'"{error.head}"'
        return response

    @app.errorhandler(DatabaseUnavailable)
    def database_gone(error: DatabaseUnavailable) -> Response:
        full = isinstance(error, DatabaseFull)
        log.error("the database is full" if full else "the database does not answer")
        if full:
            return answer(507, "database_full", "The server has no room left. Nothing was stored; tell whoever runs it.")
        response = answer(
            503, "database_unavailable", "The database does not answer. Nothing was stored; try again in a moment."
        )
        response.headers["Retry-After"] = "2"
        return response

    @app.errorhandler(CSRFError)
    def no_token(error: CSRFError) -> Response:
        return answer(403, "csrf", "This page is out of date. Load it again and repeat.")

    @app.errorhandler(HTTPException)
    def http(error: HTTPException) -> Response:
        status = error.code or 500
        detail = {
            400: "The request could not be read. Its body has to be JSON.",
            404: "There is nothing at this address.",
            405: f"{request.method} is not possible here.",
            413: f"This is larger than what is taken here, {(request.max_content_length or 0) / 1e6:g} MB at most.",
            414: "The address is longer than any here.",
            415: "The body has to be JSON.",
        }.get(status, error.description or error.name)
        return answer(status, f"http_{status}", detail)

    @app.errorhandler(Exception)
    @app.errorhandler(InternalServerError)  # also what goes wrong in one of the handlers above
    def unexpected(error: Exception) -> Response:
        incident = secrets.token_hex(4)
        cause = getattr(error, "original_exception", None) or error
        log.error("incident", exc_info=cause, extra={"data": {"incident": incident, "request": g.get("request_id")}})
        return answer(500, "internal", f"Something went wrong here; nothing was stored. Incident {incident}.")


def invalid(error: ValidationError) -> Response:
    """Faults of a request body or query."""
    return answer(422, "unacceptable", "This cannot be taken as it stands.", problems_of(error))
