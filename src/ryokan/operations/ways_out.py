"""What to do where no stock size serves the main run: each way with what it takes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Literal, TypeAlias
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.findings.model import replace
from ryokan.core.parts.fitted import Fitted, book_references, fitted
from ryokan.core.parts.protection import CablePart
from ryokan.core.rig import Rig
from ryokan.core.storage.moving import move_to
from ryokan.core.storage.volts_class import CLASSES_V
from ryokan.core.wiring.buying import Cost, cost_of_cable
from ryokan.core.wiring.copper import as_laid
from ryokan.operations.accounts import Actor
from ryokan.operations.parts import list_parts, parts_book
from ryokan.operations.patches import Patch, patched
from ryokan.operations.reports import work_out_anew
from ryokan.operations.rigs import work_out

MOST_SIDE_BY_SIDE = 4
NOT_IN_STOCK = frozenset({"wiring.no_stock_size", "wiring.run_no_size"})
Way: TypeAlias = Literal["side_by_side", "own_fuse", "other_volts"]


@dataclass(frozen=True, slots=True)
class WayOut:
    """One way to do without a size that no stock has: the edit, and what all runs take with it."""

    way: Way
    count: int  # cables side by side, or volts
    patch: Patch
    conductor: str | None  # of the main run; None where it carries nothing any more
    fuse_a: float | None
    copper_kg: float
    costs: tuple[Cost, ...]


def ways_out(session: Session, actor: Actor, option_id: UUID) -> list[WayOut]:
    """The ways that end it and make nothing else worse, that with the least copper first; none where all is in stock.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    if not any(one.code == "wiring.no_stock_size" for one in worked.report.findings):
        return []
    book = parts_book(session, actor.scope)
    cables = [one.part for one in list_parts(session, actor, "cable") if not one.withdrawn and isinstance(one.part, CablePart)]
    before = {way: _told(worked.report, way) for way in NEW_WITH_IT}
    found: list[WayOut] = []
    chosen = fitted(worked.rig, book(book_references(worked.rig)))
    for way, count, patch in [*_of_cables(worked.rig), *_of_volts(worked.rig, chosen, worked.report.figures)]:
        rig, document = patched(worked.rig, worked.document, patch)
        reading = work_out_anew(document, rig, book, before=worked.report)
        report, rig = reading.report, reading.rig
        if NOT_IN_STOCK & {one.code for one in report.findings} or _told(report, way) - before[way]:
            continue
        laid = as_laid(rig, report.figures)
        fuse, conductor = (report.figures.get(f"wiring.main.{name}") for name in ("fuse_a", "conductor"))
        found.append(
            WayOut(
                way,
                count,
                patch,
                None if conductor is None else str(conductor.value),
                None if fuse is None else fuse.number,
                sum(one.copper_kg for one in laid.values()),
                _cost(rig, report.figures, cables),
            )
        )
    return sorted(found, key=lambda one: one.copper_kg)


# What a way may not bring that was not there. A move to other volts takes away what is made for one class, and says so.
NEW_WITH_IT: dict[Way, tuple[str, ...]] = {
    "side_by_side": ("danger", "fault"), "own_fuse": ("danger", "fault"), "other_volts": ("danger",),
}  # fmt: skip


def _told(report: Report, way: Way) -> set[str]:
    """Keys of the findings that a way may not add to."""
    return {one.key for one in report.findings if one.severity in NEW_WITH_IT[way]}


def _of_cables(rig: Rig) -> Iterator[tuple[Way, int, Patch]]:
    """More cables side by side, and the inverters with fuses of their own at the bank."""
    main = rig.wiring.main
    for count in range(main.cables + 1, MOST_SIDE_BY_SIDE + 1):
        yield "side_by_side", count, [*replace("/wiring/main/cables", count), *replace("/wiring/main/cables_alike", "yes")]
    if rig.wiring.inverter_joins == "bus":
        yield "own_fuse", 0, list(replace("/wiring/inverter_joins", "battery"))


def _of_volts(rig: Rig, chosen: Fitted, figures: Mapping[str, Figure]) -> Iterator[tuple[Way, int, Patch]]:
    """The classes above that of the rig, where its bank can be built up for them."""
    for volts in CLASSES_V:
        if volts > rig.storage.system_v:
            move = move_to(rig, chosen, figures, volts)
            if move.patch is not None:
                yield "other_volts", volts, list(move.patch)


def _cost(rig: Rig, figures: Mapping[str, Figure], cables: list[CablePart]) -> tuple[Cost, ...]:
    """Of all cables, as far as prices are known, in each currency."""
    sums: dict[str, Decimal] = {}
    for laid in as_laid(rig, figures).values():
        length = figures.get(f"{laid.one.base}.one_way_length_m") or figures.get(f"{laid.one.base}.estimated_length_m")
        cost = None if length is None else cost_of_cable(cables, laid.one, laid.size, length.number)
        if cost is not None:
            sums[cost.currency] = sums.get(cost.currency, Decimal(0)) + cost.amount
    return tuple(Cost(amount, currency) for currency, amount in sums.items())
