"""An invented list of parts: no maker's, with values of the usual order for each kind."""

from __future__ import annotations

from pathlib import Path

from ryokan.core.parts.model import KINDS, Part
from ryokan.parts.csv_format import read_parts_csv

_FOLDER = Path(__file__).parent / "data"


def sample_parts() -> list[Part]:
    """All parts of the invented list, of each kind that it has."""
    files = {kind: _FOLDER / f"{kind}.csv" for kind in KINDS}
    return [
        part for kind, file in files.items() if file.exists() for part in read_parts_csv(file.read_text(encoding="utf-8"), kind)
    ]
