"""Reading a typed load line against an option: what was understood, and what it would cost."""

from __future__ import annotations

from dataclasses import dataclass

from ryokan.core.evaluate import evaluate
from ryokan.core.loads.line import Reading, read_line
from ryokan.core.rig import MAX_LOADS, Rig
from ryokan.operations.errors import NotPossible

NEW_ID = "new"


@dataclass(frozen=True, slots=True)
class ReadLine:
    """A reading with what the load would take from the bank on a day, and in nights where that can be said."""

    reading: Reading
    wh_at_bank: float | None
    nights: float | None


def read_load_line(rig: Rig, line: str, replaces: str | None) -> ReadLine:
    """Read a line as it would stand in the rig, in place of the row ``replaces`` if one is named.

    Raises
    ------
    NotPossible
        The sheet is full.
    """
    reading = read_line(line, system_v=rig.storage.system_v, mains_v=rig.region.mains_v)
    if reading.load is None:
        return ReadLine(reading, None, None)
    if replaces is None and len(rig.loads) >= MAX_LOADS:
        raise NotPossible(f"The sheet holds {MAX_LOADS} loads. Put several alike on one line, such as “10 x lamp 3 W 5 h”.")
    id = replaces if replaces in rig.loads else NEW_ID
    figures = evaluate(rig.model_copy(update={"loads": {**rig.loads, id: reading.load}})).figures
    nights = figures.get(f"loads.row.{id}.nights")
    return ReadLine(reading, figures[f"loads.row.{id}.wh_at_bank"].number, None if nights is None else nights.number)
