"""A fault of a table that somebody handed in."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class RowProblem:
    """One fault: its row as a spreadsheet counts them, its column, and what is wrong."""

    row: int
    column: str
    message: str
