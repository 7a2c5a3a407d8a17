"""Schedules and the network behind them as one JSON document."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import fields
from typing import Any

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.rig import Rig
from ryokan.core.schedules.all import Schedules
from ryokan.core.schedules.network import FORMAT, network
from ryokan.core.schedules.rows import SpoolRow


def schedules_json(rig: Rig, report: Report, found: Schedules, spools: Iterable[SpoolRow]) -> dict[str, Any]:
    """The document: its format, the network, and the rows of each schedule. Volts, amps, metres, millimetres, kilograms."""
    names = [one.name for one in fields(found) if one.name != "figures"]
    rows = {name: [_plain(row) for row in getattr(found, name)] for name in names}
    return {
        "format": FORMAT,
        "network": network(rig, report),
        "schedules": {**rows, "spools": [_plain(row) for row in spools]},
    }


def _plain(row: Any) -> dict[str, Any]:
    return {one.name: _value(getattr(row, one.name)) for one in fields(row)}


def _value(value: Any) -> Any:
    if isinstance(value, Figure):
        return value.value
    return list(value) if isinstance(value, tuple) else value
