"""The application: configuration, security headers, routes, and the built interface."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from pathlib import Path

from flask import Blueprint, Flask, Response, render_template_string, send_from_directory
from flask_compress import Compress
from flask_talisman import Talisman
from flask_wtf.csrf import CSRFProtect
from spectree import Response as SpecResponse
from werkzeug.exceptions import NotFound

from ryokan.operations.sign_in import SIGNED_IN_FOR
from ryokan.store.database import SCHEMA_REVISION, DatabaseUnavailable, schema_revision
from ryokan.web import (
    ac,
    arrays,
    banks,
    comments,
    guard,
    jobs,
    load_lists,
    logs,
    options,
    parts,
    people,
    places,
    problems,
    schedules,
    session,
    shop,
    surveys,
    tasks,
    trials,
    wiring,
)
from ryokan.web.context import Context, context
from ryokan.web.limits import BODY_BYTES
from ryokan.web.schemas import Health, Readiness
from ryokan.web.spec import answers, spec

API = "/api/v1"
PAGES = (
    session,
    people,
    shop,
    jobs,
    options,
    load_lists,
    comments,
    parts,
    surveys,
    banks,
    ac,
    places,
    arrays,
    wiring,
    schedules,
    trials,
    tasks,
)

health = Blueprint("health", __name__)


@health.get("/health")
@spec.validate(resp=answers(Health))
def read_health() -> Health:
    """Whether the process answers. Needs no sign-in and no database."""
    return Health()


@health.get("/readiness")
@spec.validate(resp=SpecResponse(HTTP_200=Readiness, HTTP_503=Readiness))
def read_readiness() -> tuple[Readiness, int]:
    """Whether requests can be served: 503 while the database is away or its schema is another version's."""
    try:
        revision = schema_revision(context().engine)
    except DatabaseUnavailable:
        return Readiness(database="does not answer", schema_revision=None, ready=False), 503
    ready = revision == SCHEMA_REVISION
    return Readiness(database="answers", schema_revision=revision, ready=ready), 200 if ready else 503


def utc_now() -> datetime:
    """The clock of the running application."""
    return datetime.now(UTC)


class Application(Flask):
    """Flask, but for what it writes of errors: that would name the address, and :mod:`ryokan.web.problems` logs each."""

    def log_exception(self, exc_info: object) -> None:
        """Leave it to the handler."""


# What is text; photographs and spreadsheets are compressed already.
COMPRESSED = [
    "application/json", "application/problem+json", "image/svg+xml", "text/css", "text/csv", "text/html", "text/javascript",
    "text/plain",
]  # fmt: skip


def create_app(context: Context, *, secret_key: str, frontend: Path | None = None, https: bool = False) -> Flask:
    """An application on a database.

    ``frontend`` is the folder of the built interface; without it only the API is served. ``https`` makes cookies secure.
    """
    app = Application(__name__, static_folder=None)
    app.extensions["ryokan"] = context
    app.config.update(
        SECRET_KEY=secret_key,
        MAX_CONTENT_LENGTH=BODY_BYTES,
        PERMANENT_SESSION_LIFETIME=timedelta(seconds=SIGNED_IN_FOR.total_seconds()),
        SESSION_COOKIE_NAME="ryokan",
        WTF_CSRF_TIME_LIMIT=None,
        WTF_CSRF_SSL_STRICT=https,
        WTF_CSRF_HEADERS=["X-CSRF-Token"],
        COMPRESS_ALGORITHM=["br", "gzip"],
        COMPRESS_BR_LEVEL=5,
        COMPRESS_MIN_SIZE=1_000,
        COMPRESS_MIMETYPES=COMPRESSED,
    )
    logs.register(app)  # first, so that refusals of what follows are logged too
    guard.register(app)
    CSRFProtect(app)
    Compress(app)  # cookies are same-site, so nobody elsewhere can have a guess compressed beside a secret
    Talisman(
        app,
        force_https=False,
        session_cookie_secure=https,
        session_cookie_samesite="Strict",
        strict_transport_security=https,
        content_security_policy={
            "default-src": "'none'",
            "script-src": "'self'",
            "style-src": "'self'",
            "img-src": "'self' data:",
            "font-src": "'self'",
            "connect-src": "'self'",
            "base-uri": "'none'",
            "form-action": "'self'",
            "frame-ancestors": "'none'",
        },
        content_security_policy_nonce_in=["style-src"],
        referrer_policy="same-origin",
        frame_options="DENY",
    )
    for module in PAGES:
        app.register_blueprint(module.blueprint, url_prefix=API)
    app.register_blueprint(health, url_prefix=API)
    problems.register(app)
    app.before_request(guard.read_body)
    app.after_request(_no_store)
    if frontend is not None:
        _serve_interface(app, frontend)
    return app


def _no_store(response: Response) -> Response:
    """Answers of the API belong to one person and are not kept by browsers."""
    if response.content_type.startswith(("application/json", "application/problem+json")):
        response.headers["Cache-Control"] = "no-store"
    return response


def _serve_interface(app: Flask, folder: Path) -> None:
    """The built files as they are; every other address outside the API gets the page, whose router reads the address."""
    page = (folder / "index.html").read_text(encoding="utf-8")

    @app.get("/assets/<path:name>")
    def asset(name: str) -> Response:
        # Names carry a hash of the content, so they never change.
        return send_from_directory(folder / "assets", name, max_age=31_536_000)

    @app.get("/", defaults={"path": ""})
    @app.get("/<path:path>")
    def interface(path: str) -> Response:
        if path.startswith("api/") or "." in path.rsplit("/", 1)[-1]:
            raise NotFound
        # Style elements that the components insert carry this nonce; there is no inline script.
        response = Response(render_template_string(page), content_type="text/html; charset=utf-8")
        response.headers["Cache-Control"] = "no-cache"
        return response
