"""What the product assumes until somebody says otherwise."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Any, TypeAlias

from ryokan.core.data.provenance import read_toml, require_source

Curve: TypeAlias = tuple[tuple[float, float], ...]

CHEMISTRIES = ("lfp", "nmc", "agm", "gel", "flooded", "sealed_wet", "custom")


@dataclass(frozen=True, slots=True)
class Assumption:
    """A number with its unit, source and the bounds within which a rig may override it."""

    id: str
    title: str
    unit: str
    value: float
    min: float
    max: float
    source: str
    note: str = ""


@dataclass(frozen=True, slots=True)
class CurveAssumption:
    """A property that follows a curve: points (x, value), straight lines between them."""

    id: str
    title: str
    unit: str
    points: Curve
    source: str
    note: str = ""


def _assumption(id: str, fields: dict[str, Any]) -> Assumption:
    require_source(fields["source"])
    found = Assumption(id=id, **fields)
    if not found.min <= found.value <= found.max:
        raise ValueError(f"assumption {id}: its value is outside its own bounds")
    return found


# What is reckoned with, and from where on rules speak.
_FILES = ("assumptions.toml", "thresholds.toml")


@cache
def thresholds() -> tuple[str, ...]:
    """Ids of the assumptions that are the edge of a rule."""
    return tuple(read_toml("thresholds.toml"))


@cache
def assumptions() -> dict[str, Assumption]:
    """All assumptions by id; those of a chemistry are called ``<chemistry>.<property>``."""
    found = {id: _assumption(id, fields) for name in _FILES for id, fields in read_toml(name).items()}
    for entry in read_toml("chemistries.toml")["property"]:
        shared = {k: v for k, v in entry.items() if k not in ("name", "values")}
        for chemistry in CHEMISTRIES:
            id = f"{chemistry}.{entry['name']}"
            found[id] = _assumption(id, shared | {"value": entry["values"][chemistry]})
    return found


@cache
def curves() -> dict[str, CurveAssumption]:
    """All curves by id, called ``<chemistry>.<property>``."""
    found: dict[str, CurveAssumption] = {}
    for entry in read_toml("chemistries.toml")["curve"]:
        shared = {k: v for k, v in entry.items() if k not in ("name", "values", "inverse")}
        require_source(shared["source"])
        for chemistry in CHEMISTRIES:
            # What a custom chemistry does not say, lithium iron phosphate stands in for.
            values = entry["values"].get(chemistry, entry["values"]["lfp"])
            points = tuple((float(x), float(y)) for x, y in values)
            if list(points) != sorted(points):
                raise ValueError(f"curve {entry['name']} of {chemistry}: its points do not rise")
            id = f"{chemistry}.{entry['name']}"
            found[id] = CurveAssumption(id=id, points=points, **shared)
            if "inverse" in entry:
                turned = tuple((y, x) for x, y in points)
                if list(turned) != sorted(turned):
                    raise ValueError(f"curve {entry['name']} of {chemistry}: it cannot be read the other way round")
                other = f"{chemistry}.{entry['inverse']}"
                found[other] = CurveAssumption(id=other, points=turned, **{**shared, "unit": ""})
    return found
