"""Random edits of any rig, by its schema: what a person could type, in any order, and much that nobody would."""

from __future__ import annotations

import copy
from collections.abc import Iterator
from functools import cache
from random import Random
from typing import Any, TypeAlias

from pydantic import ValidationError

from ryokan.core.data.assumptions import assumptions
from ryokan.core.parts.model import Part, book_ref
from ryokan.core.rig import Rig
from ryokan.core.wiring.conductors import stock_conductors
from ryokan.parts.sample import sample_parts

Document: TypeAlias = dict[str, Any]

_SCHEMA = Rig.model_json_schema()
_LEFT_ALONE = frozenset({"schema_version", "typed", "overruled", "own_parts"})
_WORDS = ("lamp", "fridge", "kettle", "saw", "radio", "heater", "pump", "medical fridge")
_TRIES = 60


def whole_book() -> dict[str, Part]:
    """The invented parts by their references."""
    return dict(_book())


@cache
def _book() -> dict[str, Part]:
    return {book_ref(part): part for part in sample_parts()}


def random_edit(rig: Rig, random: Random, book: dict[str, Part] | None = None) -> Rig:
    """The rig with one member changed, added or taken away at random; what results is a rig again."""
    for _ in range(_TRIES):
        document = rig.model_dump(mode="json")
        _Editor(random, book or {}).change(_SCHEMA, document)
        try:
            edited = Rig.model_validate(document)
        except ValidationError:
            continue
        if edited != rig or edited.model_dump_json() != rig.model_dump_json():
            return edited
    return rig


def everything_said(rig: Rig, random: Random, book: dict[str, Part] | None = None) -> Rig:
    """The rig with every optional member set, wherever that leaves it a rig."""
    editor = _Editor(random, book or {})
    document = rig.model_dump(mode="json")
    editor.compartments = sorted(document["space"]["compartments"])
    editor.controllers = sorted(document["solar"]["controllers"])
    editor.alternators = sorted(document["charging"]["alternators"])
    for schema, owner, name in list(_unsaid(_SCHEMA, document)):
        for _ in range(3):
            try:
                owner[name] = editor.member(name, schema, None)
                rig = Rig.model_validate(document)
                break
            except (ValidationError, KeyError, IndexError):
                owner[name] = None
    return rig


def _unsaid(schema: Document, value: Any) -> Iterator[tuple[Document, Document, str]]:
    """The members of a document that are null, each with its schema and its owner."""
    schema = _resolved(schema)
    branches = schema.get("anyOf") or schema.get("oneOf")
    if branches:
        kind = value.get("kind") if isinstance(value, dict) else None
        for branch in map(_resolved, branches):
            known = branch.get("properties", {}).get("kind", {})
            if kind is None or kind in (known.get("const"), known.get("default")):
                yield from _unsaid(branch, value)
    elif isinstance(value, dict) and "properties" in schema:
        for name, of in schema["properties"].items():
            if name in _LEFT_ALONE or name not in value:
                continue
            if value[name] is None:
                yield of, value, name
            else:
                yield from _unsaid(of, value[name])
    elif isinstance(value, dict):
        of = schema.get("additionalProperties") or next(iter(schema.get("patternProperties", {}).values()), {})
        for one in value.values():
            yield from _unsaid(of, one)


class _Editor:
    def __init__(self, random: Random, book: dict[str, Part]) -> None:
        self.random, self.book = random, book
        self.within: list[str] = []  # names of the members that lead to what is being made
        self.compartments: list[str] = []
        self.controllers: list[str] = []
        self.alternators: list[str] = []

    def change(self, schema: Document, document: Document) -> None:
        """Change one member of an object, in place."""
        if not self.within:
            self.compartments = sorted(document["space"]["compartments"])
            self.controllers = sorted(document["solar"]["controllers"])
            self.alternators = sorted(document["charging"]["alternators"])
        names = [name for name in schema["properties"] if name not in _LEFT_ALONE]
        name = self.random.choice(names)
        document[name] = self.member(name, schema["properties"][name], document.get(name))

    def member(self, name: str, schema: Document, value: Any) -> Any:
        if name == "assumptions":
            return self.assumption(dict(value or {}))
        self.within.append(name)
        try:
            return self.vary(schema, value)
        finally:
            self.within.pop()

    def assumption(self, overrides: dict[str, float]) -> dict[str, float]:
        """One that was typed for the rig, or one taken back."""
        if overrides and self.random.random() < 0.4:
            del overrides[self.random.choice(sorted(overrides))]
            return overrides
        known = self.random.choice(list(assumptions().values()))
        overrides[known.id] = self.random.choice((known.min, known.max, self.random.uniform(known.min, known.max)))
        return overrides

    def vary(self, schema: Document, value: Any) -> Any:
        schema = _resolved(schema)
        if "anyOf" in schema or "oneOf" in schema:
            return self.vary_union(schema, value)
        if "enum" in schema:
            return self.random.choice(schema["enum"])
        if "const" in schema:
            return schema["const"]
        match schema.get("type"):
            case "object" if "properties" in schema:
                if not isinstance(value, dict):
                    return self.make(schema)
                self.change(schema, value)
                return value
            case "object":
                return self.vary_map(schema, dict(value or {}))
            case "array":
                return self.vary_list(schema, list(value or []))
            case "boolean":
                return not value
            case "number" | "integer" as kind:
                return self.number(schema, value, whole=kind == "integer")
            case _:
                return self.text(schema, value)

    def vary_union(self, schema: Document, value: Any) -> Any:
        branches = schema.get("anyOf") or schema["oneOf"]
        null = [branch for branch in branches if branch.get("type") == "null"]
        others = [branch for branch in branches if branch not in null]
        if null and value is not None and self.random.random() < 0.25:
            return None
        branch = self.random.choice(others)
        if isinstance(value, dict):  # a union of kinds: mostly stay with what is there
            kind = value.get("kind")
            same = [one for one in others if _resolved(one).get("properties", {}).get("kind", {}).get("const") == kind]
            if same and self.random.random() < 0.7:
                return self.vary(same[0], value)
            return self.vary(branch, None) if same else self.vary(branch, value)
        return self.vary(branch, value)

    def vary_map(self, schema: Document, value: Document) -> Document:
        of = schema.get("additionalProperties") or next(iter(schema.get("patternProperties", {}).values()), {})
        roll = self.random.random()
        if len(value) > 1 and roll > 0.95:  # the order in which a document has its members says nothing
            return dict(self.random.sample(list(value.items()), len(value)))
        if not value or roll < 0.1:
            if "properties" in _resolved(of) or "oneOf" in of or "$ref" in of:
                value[f"n{self.random.randrange(10**6)}"] = self.make(of)
        elif roll < 0.2:
            del value[self.random.choice(sorted(value))]
        elif roll < 0.3:
            value[f"n{self.random.randrange(10**6)}"] = copy.deepcopy(value[self.random.choice(sorted(value))])
        else:
            key = self.random.choice(sorted(value))
            value[key] = self.vary(of, value[key])
        return value

    def vary_list(self, schema: Document, value: list[Any]) -> list[Any]:
        if "prefixItems" in schema:
            return [
                self.vary(one, old) for one, old in zip(schema["prefixItems"], value or schema["prefixItems"], strict=False)
            ]
        roll = self.random.random()
        if value and roll < 0.3:
            value.pop(self.random.randrange(len(value)))
        elif value and roll < 0.7:
            place = self.random.randrange(len(value))
            value[place] = self.vary(schema.get("items", {}), copy.deepcopy(value[place]))
        else:
            value.append(self.vary(schema.get("items", {}), None))
        return value

    def make(self, schema: Document) -> Any:
        """A new object with what it must have and little else."""
        schema = _resolved(schema)
        if "oneOf" in schema or "anyOf" in schema:
            return self.make(self.random.choice(schema.get("oneOf") or schema["anyOf"]))
        if "properties" not in schema:
            return self.vary(schema, None)
        return {
            name: self.member(name, of, of.get("default"))
            for name, of in schema["properties"].items()
            if name in schema.get("required", ()) or name == "kind" or self.random.random() < 0.2
        }

    def number(self, schema: Document, value: Any, *, whole: bool) -> float | int:
        low = schema.get("minimum", schema.get("exclusiveMinimum", -1e4))
        high = schema.get("maximum", schema.get("exclusiveMaximum", 1e4))
        if isinstance(value, int | float) and value and self.random.random() < 0.7:
            found = value * self.random.choice((0.3, 0.8, 0.95, 1.05, 1.25, 3.0))
        elif low >= 0:
            found = low + (high - low) * self.random.random() ** 4  # small numbers are the common ones
        else:
            found = self.random.uniform(low, high)
        found = min(max(found, low), high)
        return round(found) if whole else float(f"{found:.4g}")

    def text(self, schema: Document, value: Any) -> str:
        name = self.within[-1]
        if (name == "part" or ("strings" in self.within and name == "units")) and self.book:
            kinds = {
                "inverter": "inverter",
                "panels": "panel",
                "controllers": "controller",
                "chargers": "charger",
                "paths": "dcdc",
            }
            kind = next((kind for owner, kind in kinds.items() if owner in self.within), "battery")
            return self.random.choice([reference for reference, part in self.book.items() if part.kind == kind])
        if name == "controller" and self.controllers:
            return self.random.choice(self.controllers)
        if name == "alternator" and self.alternators and self.random.random() < 0.8:
            return self.random.choice(self.alternators)
        if name in ("conductor", "cord_conductor"):
            return self.random.choice(stock_conductors())
        if name in ("compartment", "where") and self.compartments:
            return self.random.choice(self.compartments)
        if schema.get("format") == "date":
            return f"{self.random.randint(2024, 2028)}-{self.random.randint(1, 12):02}-{self.random.randint(1, 28):02}"
        return value if value and self.random.random() < 0.3 else self.random.choice(_WORDS)


def _resolved(schema: Document) -> Document:
    while "$ref" in schema:
        schema = _SCHEMA["$defs"][schema["$ref"].rpartition("/")[2]]
    if list(schema.get("allOf", ())) and len(schema["allOf"]) == 1:
        return _resolved(schema["allOf"][0])
    return schema
