"""Backups: what must run and has a bank of its own beside the house bank goes on for as long as that holds."""

from __future__ import annotations

from dataclasses import dataclass

from ryokan.core.figure import Sheet
from ryokan.core.rig import Rig

UNKNOWN_H = 1e6  # nobody knows how long it holds, nor said how long it should: it is taken to hold, and the trial says so


@dataclass(frozen=True, slots=True)
class Backups:
    """Loads that must run and are held by a backup, and the hours for which the shortest of the backups holds its own.

    ``is_open`` tells that of one of them nobody knows for how long: it is taken to hold for as long as it is there for.
    """

    holds: frozenset[str]
    hours: float
    is_open: bool


def backups_of(sheet: Sheet, rig: Rig) -> Backups:
    """The backups of a rig. One that nothing charges holds nothing; what charges it may be open. (common practice)"""
    loads, hours, sized = rig.active_loads(), dict[str, float](), set[str]()
    for id, one in rig.storage.others.items():
        if one.role != "backup" or one.upkeep == "none" or one.feeds not in loads or loads[one.feeds].importance != "must":
            continue
        holds = sheet.get(f"storage.other.{id}.holds_h")
        asked = UNKNOWN_H if one.holds_h is None else one.holds_h
        hours[one.feeds] = max(hours.get(one.feeds, 0.0), asked if holds is None else holds.number)
        if holds is not None:
            sized.add(one.feeds)
    known = [held for held in hours.values() if held < UNKNOWN_H]
    return Backups(frozenset(hours), min(known, default=UNKNOWN_H if hours else 0.0), bool(hours.keys() - sized))
