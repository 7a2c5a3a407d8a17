"""One line of JSON a request and an incident, without personal data: no address, no name, no body, no query.

Routes are logged as patterns, so that not even an id is in them; exceptions by their class and the places they passed
through, since messages may quote what was typed.
"""

from __future__ import annotations

import json
import logging
import re
import secrets
import time
import traceback
from datetime import UTC, datetime

from flask import Flask, Response, g, request

log = logging.getLogger("ryokan.requests")

_REQUEST_ID = re.compile(r"[A-Za-z0-9-]{8,64}")
REQUEST_ID_HEADER = "X-Request-Id"


class JsonLines(logging.Formatter):
    """A record as one line of JSON: when, how bad, what, and the members that were given as ``extra={"data": …}``."""

    def format(self, record: logging.LogRecord) -> str:
        line: dict[str, object] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "event": record.getMessage(),
            **getattr(record, "data", {}),
        }
        if record.exc_info is not None and record.exc_info[0] is not None:
            line["exception"] = record.exc_info[0].__name__
            frames = traceback.extract_tb(record.exc_info[2])
            line["places"] = [f"{frame.filename.rsplit('/', 2)[-1]}:{frame.lineno} {frame.name}" for frame in frames]
        return json.dumps(line, ensure_ascii=False)


def configure(level: str = "info") -> None:
    """Write everything from ``level`` up to standard error as lines of JSON."""
    handler = logging.StreamHandler()
    handler.setFormatter(JsonLines())
    logging.basicConfig(level=level.upper(), handlers=[handler], force=True)


def register(app: Flask) -> None:
    """Give each request a name, kept from a proxy in front if it gave one, and log how each ended."""

    @app.before_request
    def begin() -> None:
        given = request.headers.get(REQUEST_ID_HEADER, "")
        g.request_id = given if _REQUEST_ID.fullmatch(given) else secrets.token_hex(8)
        g.began = time.perf_counter()

    @app.after_request
    def end(response: Response) -> Response:
        response.headers[REQUEST_ID_HEADER] = g.get("request_id", "")
        route = request.url_rule.rule if request.url_rule is not None else "no such route"
        data = {
            "request": g.get("request_id"),
            "method": request.method,
            "route": route,
            "status": response.status_code,
            "ms": round((time.perf_counter() - g.get("began", time.perf_counter())) * 1000, 1),
            "bytes": response.content_length,
        }
        log.info("request", extra={"data": data})
        return response
