"""Validation of requests and the OpenAPI document."""

from __future__ import annotations

from typing import Any

from flask import Flask, Request, abort
from pydantic import BaseModel, ValidationError
from spectree import Response as SpecResponse
from spectree import SpecTree

from ryokan.web import problems
from ryokan.web.schemas import Problem


def _before(req: Request, resp: Any, error: Exception | None, instance: Any, adapter: Any) -> None:
    """Faults of a request become a problem document before the route is entered."""
    if isinstance(error, ValidationError):
        abort(problems.invalid(error))


class Described(SpecTree):
    """Makes the schema of a model once, and only for a document: serving needs none, and making them took seconds.

    SpecTree makes one at each use of a model, as routes are declared. What is kept instead is which models are used, in the
    same order, the last use of a name standing for it as before.
    """

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._used: dict[str, tuple[type[BaseModel], Any]] = {}

    def _add_model(self, model: type[BaseModel], mode: Any = "validation") -> str:
        name: str = self.naming_strategy(model)
        self._used[name] = model, mode
        return name

    def _generate_spec(self) -> dict[str, Any]:
        for model, mode in self._used.values():
            super()._add_model(model, mode)
        document: dict[str, Any] = super()._generate_spec()
        return document


spec = Described(
    "flask",
    title="Ryokan",
    version="1",
    path="api/v1/docs",
    mode="strict",
    annotations=True,
    validation_error_status=422,
    validation_error_model=Problem,
    naming_strategy=lambda model: model.__name__,
    nested_naming_strategy=lambda parent, child: child,
    before=_before,
)


def answers(model: type[BaseModel], *statuses: int) -> SpecResponse:
    """The good answer and the problems that a route may give; 401 and 503 are possible everywhere."""
    codes = {f"HTTP_{status}": Problem for status in sorted({401, 503, *statuses})}
    return SpecResponse(HTTP_200=model, **codes)


def files(*statuses: int) -> SpecResponse:
    """An answer that is a file of its own kind, and the problems that a route may give."""
    codes = {f"HTTP_{status}": Problem for status in sorted({401, 503, *statuses})}
    return SpecResponse("HTTP_200", **codes)


def openapi(app: Flask) -> dict[str, Any]:
    """The OpenAPI document; problems are of their own media type."""
    with app.app_context():
        document: dict[str, Any] = spec.spec
    for path in document["paths"].values():
        for operation in path.values():
            for status, response in operation.get("responses", {}).items():
                content = response.get("content", {})
                if not status.startswith("2") and "application/json" in content:
                    content["application/problem+json"] = content.pop("application/json")
    return document
