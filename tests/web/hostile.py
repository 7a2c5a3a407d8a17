"""Requests as nobody sends them: characters that cannot be kept, numbers beyond any bound, bodies of another kind.

Cases begin as the API's description has them; then one thing in them is spoilt.
"""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from datetime import timedelta
from typing import Any
from urllib.parse import quote, urlencode

from hypothesis import strategies as st
from schemathesis.core import NOT_SET
from shops import Browser, Shops, filled
from werkzeug.test import TestResponse

ROLES = ("owner", "designer", "fitter", "viewer", None)

TEXTS = [
    "\0", "a\0b", "\ud800", "a\udfffb", "²", "٣", "\u202eabc", "\ufeff", "\x1b[31m", "\r", "\n", "'; drop table rigs; --",
    "=1+1", "../../etc/passwd", "%00", "{0}", "{}", "%s", "$(id)", "<script>", "é" * 1000, "x" * 100_000, "9" * 5000, "-0", "1e999",
    "NaN", "2101-01-05", "1999-12-31", "99:99", "+99:00", "/", "~2", "/-", "/loads/²", "a.b.c", "book:", "own:", "",
]  # fmt: skip
NUMBERS = [10**400, -(10**400), 2**63, 2**31, -1, 0, 1e308, 5e-324, -0.0, 0.1 + 0.2]
VALUES = [*TEXTS, *NUMBERS, None, True, [], {}, [[]], {"": ""}, {"\0": 1}, {"\ud800": 1}, [None] * 500]


def nested(depth: int, opening: bytes = b"[", closing: bytes = b"]") -> bytes:
    return opening * depth + closing * depth


# Bodies that are no JSON, or only just; by their content types.
JSON = "application/json"
FORM = "application/x-www-form-urlencoded"
PARTS = "multipart/form-data; boundary=x"
BODIES: list[tuple[str, bytes]] = [
    (JSON, b""), (JSON, b"{"), (JSON, b"\xff\xfe"), (JSON, b"\0"), (JSON, b"null"), (JSON, b"1e999"), (JSON, b"[NaN]"),
    (JSON, b"-Infinity"), (JSON, b"9" * 5000), (JSON, b"[" + b"9" * 5000 + b"]"), (JSON, nested(100_000)), (JSON, nested(900)),
    (JSON, nested(100_000, b'{"a":', b"}")), (JSON, b'"\\ud800"'), (JSON, b'{"\\u0000": "\\u0000"}'), (JSON, b'["' + b"x" * 100_000 + b'"]'),
    ("application/json; charset=utf-16", '{"name": "x"}'.encode("utf-16")), ("application/json; charset=none", b"{}"),
    (FORM, b"a=b"), (FORM, b""), (PARTS, b""), ("text/plain", b""), (FORM, b"%00=%00"), (FORM, b"a&" * 5000), (PARTS, b"--x"), (PARTS, b'--x\r\nContent-Disposition: form-data; name="a"\r\n\r\nb\r\n--x--'),
    ("text/csv", b"line\r\"a"), ("text/csv", b"line\rlamp 3 W 5 h\rlamp"), ("text/csv", b"line\n" + b"x" * 200_000), ("text/csv", b"time,W\n\0,\0"),
    ("text/csv", b"line\n\"" + b"x" * 200_000), ("application/gpx+xml", b"<gpx>" * 3000), ("text/plain", nested(100_000)), ("", b"\x89PNG\r\n\x1a\n"),
    ("text/csv", "line\nlamp 3 W 5 h".encode("utf-16")), ("text/csv", b'time,W\n2026-01-01 00:00,1\n9999-12-31 23:59,1'),
]  # fmt: skip


@dataclass
class Spoilt:
    """What is sent in place of what a case had; None where the case keeps its own."""

    role: str | None
    text: Any
    at: int
    where: str
    body: tuple[str, bytes] | None = None
    headers: dict[str, str] = field(default_factory=dict)


@st.composite
def spoilt(draw: st.DrawFn) -> Spoilt:
    """One way to spoil a case."""
    where = draw(st.sampled_from(["body", "body", "body", "raw", "raw", "query", "path", "header"]))
    headers: dict[str, str] = {}
    if where == "header":
        name = draw(
            st.sampled_from(["If-Match", "Edit-Id", "Gesture", "X-Request-Id", "If-None-Match", "Content-Type", "Cookie"])
        )
        headers[name] = draw(st.sampled_from(["²", '"²"', "9" * 5000, "-1", "*", "٣", "\x7f", "x" * 10_000, "", 'W/"1"']))
    return Spoilt(
        role=draw(st.sampled_from(ROLES)),
        text=draw(st.sampled_from(VALUES)),
        at=draw(st.integers(0, 40)),
        where=where,
        body=draw(st.sampled_from(BODIES)) if where == "raw" else None,
        headers=headers,
    )


def spoil(document: Any, at: int, value: Any) -> Any:
    """The document with its n-th place taken by a value, as text: also what no encoder writes."""
    places: list[tuple[Any, Any]] = []

    def walk(node: Any) -> None:
        for key in node if isinstance(node, dict) else range(len(node)) if isinstance(node, list) else ():
            places.append((node, key))
            walk(node[key])

    copy = json.loads(json.dumps([document], default=str))
    walk(copy)
    node, key = places[at % len(places)]
    node[key] = value
    return copy[0]


class Hostile:
    """Sends what is spoilt, by whoever is asked for."""

    def __init__(self, shops: Shops) -> None:
        self._shops = shops
        self._browsers: dict[str | None, Browser] = {}
        self._routes: dict[str, str] = {}

    def send(self, operation: Any, case: Any, way: Spoilt) -> TestResponse:
        """One request. The address is one of something that is there, unless it is the address that is spoilt."""
        self._shops.clock.now += timedelta(seconds=2)  # faster than any hand is refused, which is not what is tried
        browser = self._browsers.get(way.role) or self._sign_in(way.role)
        plain = operation.path.removeprefix("/api/v1")
        route = plain.replace("{", "<uuid:").replace("}", ">").replace("<uuid:number", "<int:number")
        for name, kind in (
            ("key", "path"),
            ("source_id", "string"),
            ("link_id", "string"),
            ("finding", "string"),
            ("volts", "int"),
        ):
            route = route.replace(f"<uuid:{name}>", f"<{kind}:{name}>")
        # What a route takes away is made anew for each case; else one of each is enough.
        if case.method == "DELETE" or route not in self._routes:
            self._routes[route] = filled(route, self._shops)
        address, _, asked = self._routes[route].partition("?")
        query = asked
        spoiler = way.text if isinstance(way.text, str) else json.dumps(way.text)
        if way.where == "query":
            query = urlencode(dict.fromkeys(case.query or {"q": 1}, spoiler), errors="surrogatepass")[:20_000]
        elif way.where == "path":
            parts = address.split("/")
            parts[1 + way.at % (len(parts) - 1)] = quote(spoiler[:9000], safe="", errors="surrogatepass")
            address = "/".join(parts)
        content_type, body = way.body or (JSON if case.body is not NOT_SET else "", b"")
        if way.body is None and case.body is not NOT_SET:
            sent = spoil(case.body, way.at, way.text) if way.where == "body" else case.body
            body = json.dumps(sent, default=str).encode()
        headers = {"X-CSRF-Token": browser.token if browser else "", "If-Match": '"1"', **way.headers}
        response = browser.client.open(
            f"/api/v1{address}?{query}", method=case.method, data=body, content_type=content_type or None, headers=headers
        )
        if response.status_code == 401 and way.role is not None:
            del self._browsers[way.role]
        return response

    def _sign_in(self, role: str | None) -> Browser:
        email = "nobody@a.example" if role is None else self._shops.join(role)
        self._browsers[role] = self._shops.browser(email)
        return self._browsers[role]
