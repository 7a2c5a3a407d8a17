"""What comes in, looked at once, before anything of it is used: whatever passes here can be kept by PostgreSQL.

Bodies that are files are looked at by what reads them; the guard bounds their size.
"""

from __future__ import annotations

from typing import Any

from flask import Flask, request
from flask.json.provider import DefaultJSONProvider
from werkzeug.exceptions import NotFound, RequestURITooLarge, UnsupportedMediaType

from ryokan.core.job_file import FileProblem
from ryokan.core.plain_text import NotJson, UnreadableJson, read_json, unkeepable
from ryokan.operations.errors import Unacceptable
from ryokan.web.limits import FILE_BYTES, MOST_ADDRESS_CHARACTERS, bound_body

FORMS = ("application/x-www-form-urlencoded", "multipart/form-data")
WRITES = ("POST", "PUT", "PATCH")


class StrictJson(DefaultJSONProvider):
    """JSON of which everything can be kept; what cannot is refused at its place."""

    def loads(self, s: str | bytes, **kwargs: Any) -> Any:
        """Read a body."""
        try:
            return read_json(s)
        except NotJson as error:
            raise ValueError(str(error)) from error  # which Flask answers with 400
        except UnreadableJson as error:
            fault = FileProblem(error.pointer, "json", str(error), {})
            raise Unacceptable("The body cannot be read.", [fault]) from error


def register(app: Flask) -> None:
    """Put the guard before everything that reads a request."""
    app.json = StrictJson(app)
    for look in (bound_body, _address, _query, _kind_of_body):
        app.before_request(look)


def read_body() -> None:
    """Read a body that says it is JSON: otherwise the answer would speak of missing members."""
    if request.is_json and request.content_length:
        request.get_json()


def _address() -> None:
    if len(request.full_path) > MOST_ADDRESS_CHARACTERS:
        raise RequestURITooLarge
    # An address of what cannot be kept is the address of nothing; bytes that are no UTF-8 arrive as U+FFFD.
    if unkeepable(request.path) or "\ufffd" in request.path:
        raise NotFound


def _query() -> None:
    faults = [
        FileProblem(f"/{name}", "character", fault, {})
        for name, value in request.args.items(multi=True)
        if (fault := unkeepable(name) or unkeepable(value))
    ]
    if faults:
        raise Unacceptable("The address asks for something that cannot be.", faults)


def _kind_of_body() -> None:
    """No route takes a form, and all but those that take a file take JSON."""
    of_files = request.endpoint in FILE_BYTES
    other = request.method in WRITES and request.content_length and not of_files and not request.is_json
    if request.mimetype in FORMS or other:
        raise UnsupportedMediaType
