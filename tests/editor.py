"""Somebody who edits over HTTP, without a screen: for fault tests and benchmarks. Loopback only."""

from __future__ import annotations

import json
import uuid
from http.client import HTTPException
from http.cookiejar import CookieJar
from typing import Any
from urllib import request
from urllib.error import HTTPError, URLError

# What a browser takes as “later”: nobody answered, or the server asks for a moment.
NO_ANSWER = (URLError, HTTPException, ConnectionError, TimeoutError)
PASSING = (429, 502, 503)


class Editor:
    """One signed-in browser that keeps an edit until it is stored, as the real one does."""

    def __init__(self, address: str, email: str, password: str) -> None:
        self.address = address
        self.opener = request.build_opener(request.HTTPCookieProcessor(CookieJar()))
        self.token = ""
        self.token = self.call("GET", "/session")["csrf_token"]
        self.token = self.call("POST", "/session", {"email": email, "password": password})["csrf_token"]

    def call(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        data = None if body is None else json.dumps(body).encode()
        named = {name.replace("_", "-"): value for name, value in headers.items()}
        sent = {"Content-Type": "application/json", "X-CSRF-Token": self.token, **named}
        with self.opener.open(request.Request(f"{self.address}/api/v1{path}", data, sent, method=method), timeout=30) as answer:
            return json.load(answer)

    def patch(self, option: str, path: str, value: Any, *, base: int, edit_id: str | None = None) -> Any:
        """Send one edit once."""
        operations = [{"op": "add", "path": path, "value": value}]
        return self.call(
            "PATCH", f"/options/{option}/rig", operations, If_Match=f'"{base}"', Edit_Id=edit_id or uuid.uuid4().hex
        )

    def patch_until_stored(
        self, option: str, path: str, value: Any, *, base: int, tries: int, wait: Any, edit_id: str | None = None
    ) -> Any:
        """Send one edit under one name until it is stored; gives up after so many tries."""
        edit_id = edit_id or uuid.uuid4().hex
        for _ in range(tries):
            try:
                return self.patch(option, path, value, base=base, edit_id=edit_id)
            except HTTPError as error:
                if error.code not in PASSING:
                    raise
            except NO_ANSWER:
                pass
            wait()
        raise AssertionError(f"{path} was not stored in {tries} tries")
