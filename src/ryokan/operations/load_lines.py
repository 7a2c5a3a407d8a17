"""Reading a typed load line against an option: what was understood, and what it would cost."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy.orm import Session

from ryokan.core.evaluate import glimpse
from ryokan.core.loads.line import Reading, read_line
from ryokan.core.loads.model import Load
from ryokan.core.loads.usual import UsualLoad, completions
from ryokan.core.parts.fitted import book_references
from ryokan.core.rig import MAX_LOADS
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible
from ryokan.operations.load_sets import own_usual_loads
from ryokan.operations.parts import parts_book
from ryokan.operations.rigs import Worked

NEW_ID = "new"


@dataclass(frozen=True, slots=True)
class ReadLine:
    """A reading with what the load would take from the bank on a day, and in nights where that can be said."""

    reading: Reading
    wh_at_bank: float | None
    nights: float | None
    completions: tuple[UsualLoad, ...] = ()
    own: tuple[Load, ...] = ()  # of the shop's own usual loads


def read_load_line(session: Session, actor: Actor, opened: Worked, line: str, replaces: str | None) -> ReadLine:
    """Read a line as it would stand in the rig, in place of the row ``replaces`` if one is named.

    Raises
    ------
    NotPossible
        The sheet is full.
    """
    rig = opened.rig
    region = rig.region
    reading = read_line(line, system_v=rig.storage.system_v, mains_v=region.mains_v, hemisphere=rig.brief.hemisphere)
    if reading.load is None:
        # Only a name so far: the table of usual loads may know what it is.
        if any(character.isdigit() for character in line):
            return ReadLine(reading, None, None)
        own = tuple(kept.loads[0] for kept in own_usual_loads(session, actor, line))
        return ReadLine(reading, None, None, tuple(completions(line)), own)
    if replaces is None and len(rig.loads) >= MAX_LOADS:
        raise NotPossible(f"The sheet holds {MAX_LOADS} loads. Put several alike on one line, such as “10 x lamp 3 W 5 h”.")
    id = replaces if replaces in rig.loads else NEW_ID
    with_it = rig.model_copy(update={"loads": {**rig.loads, id: reading.load}})
    keys = (f"loads.row.{id}.wh_at_bank", f"loads.row.{id}.nights")
    parts = parts_book(session, actor.scope)(book_references(rig))
    figures = glimpse(with_it, parts, before=opened.report, keys=keys).figures
    # A load of another season than the one planned for takes nothing in it.
    wh, nights = (figures.get(key) for key in keys)
    return ReadLine(reading, None if wh is None else wh.number, None if nights is None else nights.number)
