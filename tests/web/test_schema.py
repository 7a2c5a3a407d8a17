"""Whatever is thrown at the API by its own description: no server error, and answers as they are described."""

from __future__ import annotations

import json
import os
from collections import Counter
from collections.abc import Iterator
from typing import Any

import jsonschema_rs
import pytest
import schemathesis
from databases import fresh_database
from hostile import Hostile, Spoilt, spoilt
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from schemathesis.core import NOT_SET
from shops import Browser, Shops, filled, found_two
from werkzeug.test import TestResponse

from ryokan.web.spec import openapi

EXAMPLES_PER_ROUTE = 8
HOSTILE_CASES = int(os.environ.get("RYOKAN_HOSTILE", "1000"))
# Refusals of the server itself come before any route, and none describes them.
BEFORE_ANY_ROUTE = {400, 403, 404, 405, 413, 415, 422}


@pytest.fixture(scope="module")
def shops(cluster: Any) -> Iterator[Shops]:
    with fresh_database(cluster) as opened:
        found = Shops(opened, found_two(opened))
        found.app.testing = False  # an error is an answer here, as in production
        yield found


class Described:
    """The description of the API. A validator knows all of it and is made once for each answer."""

    def __init__(self, document: dict[str, Any]) -> None:
        self._document = document
        self._validators: dict[str, Any] = {}

    def against(self, path: str, method: str, response: TestResponse) -> list[str]:
        """What it says against an answer."""
        answers = self._document["paths"][path][method]["responses"]
        answer = answers.get(str(response.status_code))
        if answer is None:
            return [] if response.status_code in BEFORE_ANY_ROUTE else [f"{response.status_code} is not described"]
        if "content" not in answer:  # a file of its own kind
            return []
        schema = answer["content"][response.content_type]["schema"]
        validator = self._validators.get(key := json.dumps(schema, sort_keys=True))
        if validator is None:
            validator = jsonschema_rs.validator_for({**schema, "components": self._document["components"]})
            self._validators[key] = validator
        return [error.message for error in validator.iter_errors(response.json)]


def send(browser: Browser, case: Any, address: str, base: int) -> TestResponse:
    body = b"" if case.body is NOT_SET else json.dumps(case.body, default=str).encode()
    return browser.client.open(
        address,
        method=case.method,
        query_string=case.query,
        data=body,
        content_type="application/json" if body else None,
        headers={"X-CSRF-Token": browser.token, "If-Match": f'"{base}"'},
    )


def test_no_request_that_the_description_allows_is_a_server_error(shops: Shops) -> None:
    document = openapi(shops.app)
    described, schema = Described(document), schemathesis.openapi.from_dict(document)
    browser = shops.browser()
    statuses: set[int] = set()
    wrong: dict[str, Any] = {}
    operations = [result.ok() for result in schema.get_all_operations()]

    for operation in operations:

        @given(case=operation.as_strategy(), own=st.booleans(), base=st.integers(0, 3))
        @settings(max_examples=EXAMPLES_PER_ROUTE, suppress_health_check=list(HealthCheck), database=None)
        def throw(operation: Any, case: Any, own: bool, base: int) -> None:
            nonlocal browser
            # Half of them at something that is there, half at made-up ids.
            route = operation.path.replace("{", "<uuid:").replace("}", ">").replace("<uuid:number", "<int:number")
            route = route.replace("<uuid:key", "<path:key").replace("<uuid:source_id", "<string:source_id")
            plain = route.removeprefix("/api/v1")
            address = f"/api/v1{filled(plain, shops).partition('?')[0]}" if own else case.formatted_path
            response = send(browser, case, address, base)
            statuses.add(response.status_code)
            if response.status_code == 401:
                browser = shops.browser()
            against = described.against(operation.path, case.method.lower(), response)
            if response.status_code >= 500 or against:
                wrong[f"{case.method} {operation.path}"] = (response.status_code, against, case.body)

        throw(operation)

    assert len(operations) > 40
    assert wrong == {}
    assert {200, 404, 422} <= statuses


def test_no_hostile_request_of_anybody_is_a_server_error(shops: Shops) -> None:
    """A thousand cases; ``RYOKAN_HOSTILE=20000`` asks for more."""
    schema = schemathesis.openapi.from_dict(openapi(shops.app))
    operations = [result.ok() for result in schema.get_all_operations()]
    hostile = Hostile(shops)
    wrong: dict[str, Any] = {}
    statuses: Counter[int] = Counter()

    for operation in operations:

        @given(case=operation.as_strategy(), way=spoilt())
        @settings(
            max_examples=1 + HOSTILE_CASES // len(operations),
            suppress_health_check=list(HealthCheck),
            database=None,
            deadline=None,
        )
        def throw(operation: Any, case: Any, way: Spoilt) -> None:
            response = hostile.send(operation, case, way)
            statuses[response.status_code] += 1
            unclear = response.status_code >= 400 and not (response.json or {}).get("detail")
            if response.status_code >= 500 or unclear:
                wrong.setdefault(f"{case.method} {operation.path} {response.status_code}", str(way)[:300])

        throw(operation)

    assert wrong == {}
    assert statuses.total() >= HOSTILE_CASES * 0.9
    assert {200, 401, 403, 404, 415, 422} <= set(statuses)
