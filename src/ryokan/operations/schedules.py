"""Schedules of an option: what is cut, landed, labelled and bought. Nothing here stores anything."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.rig import Rig
from ryokan.core.schedules.all import Schedules, schedules
from ryokan.core.schedules.rows import SpoolRow
from ryokan.core.schedules.spools import spools_to_buy
from ryokan.documents.schedules import schedules_csv, schedules_xlsx
from ryokan.operations.accounts import Actor
from ryokan.operations.gate import Gate
from ryokan.operations.rigs import work_out
from ryokan.wording.quantities import UnitSystem
from ryokan.wording.schedules import Table, tables

# A cutting plan of hundreds of pieces costs a core for some seconds.
_SEARCHES = Gate(at_work=1, waiting=4)


@dataclass(frozen=True, slots=True)
class SchedulesOf:
    """The schedules of the newest revision of an option."""

    rig: Rig
    found: Schedules
    revision: int
    title: str


def read_schedules(session: Session, actor: Actor, option_id: UUID) -> SchedulesOf:
    """All schedules but that of spools, which takes a search.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    return SchedulesOf(worked.rig, schedules(worked.rig, worked.report), worked.revision.number, worked.option.name)


def read_spools(session: Session, actor: Actor, option_id: UUID) -> tuple[SpoolRow, ...]:
    """Spools to buy for all pieces of an option. Raises NotThere where there is no such option in the actor's shop."""
    one = read_schedules(session, actor, option_id)
    return _bought(one)


def schedules_as_csv(session: Session, actor: Actor, option_id: UUID, units: UnitSystem, only: str | None) -> str:
    """The schedules of an option as CSV, or one of them. Raises NotThere where there is no such option."""
    return schedules_csv(_tables(session, actor, option_id, units, only)[1], units)


def schedules_as_workbook(session: Session, actor: Actor, option_id: UUID, units: UnitSystem) -> bytes:
    """The schedules of an option as a workbook, a sheet each. Raises NotThere where there is no such option."""
    title, found = _tables(session, actor, option_id, units, None)
    return schedules_xlsx(title, found, units)


def _bought(one: SchedulesOf) -> tuple[SpoolRow, ...]:
    with _SEARCHES.passed():
        return spools_to_buy(one.rig, one.found.pieces)


def _tables(
    session: Session, actor: Actor, option_id: UUID, units: UnitSystem, only: str | None
) -> tuple[str, tuple[Table, ...]]:
    one = read_schedules(session, actor, option_id)
    spools = _bought(one) if only in (None, "spools") else None
    return one.title, tuple(table for table in tables(one.found, spools, units) if only in (None, table.name))
