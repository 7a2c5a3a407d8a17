"""An invented list of parts: no maker's, with values of the usual order for each kind."""

from __future__ import annotations

from pathlib import Path

from ryokan.core.parts.model import Part, PartKind
from ryokan.parts.csv_format import read_parts_csv

_FOLDER = Path(__file__).parent / "data"
_FILES: dict[PartKind, str] = {"battery": "batteries.csv", "inverter": "inverters.csv"}


def sample_parts() -> list[Part]:
    """All parts of the invented list."""
    return [
        part for kind, name in _FILES.items() for part in read_parts_csv((_FOLDER / name).read_text(encoding="utf-8"), kind)
    ]
