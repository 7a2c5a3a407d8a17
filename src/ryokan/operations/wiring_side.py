"""The runs of an option's DC side, with what was worked out of each, and what could be mended at once."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Any, Generic, TypeAlias, TypeVar
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from ryokan.core.data.assumptions import assumptions
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.parts.base import AnyPart
from ryokan.core.parts.protection import BreakerPart, CablePart, FusePart, HolderPart
from ryokan.core.rig import Rig
from ryokan.core.topology.dc import TO_PANEL
from ryokan.core.wiring.buying import (
    GEAR_PARTS,
    Against,
    AgainstGear,
    AnyFuse,
    AnyGear,
    Cost,
    against_fuse,
    against_gear,
    cheapest_fuse,
    cost_of_cable,
    met_on,
    said_of_fuse,
    said_of_gear,
)
from ryokan.core.wiring.circuits import DcCircuit, put_together
from ryokan.core.wiring.copper import Laid, as_laid, least_copper
from ryokan.core.wiring.gear import GearKind
from ryokan.core.wiring.made import how_made
from ryokan.core.wiring.model import NOTHING_PRINTED
from ryokan.core.wiring.practice import area_mm2
from ryokan.core.wiring.rules_of_gear import usual_run
from ryokan.core.wiring.things import MAIN_BASE, RunOf, place_of, runs_of, the_main_run
from ryokan.operations.accounts import Actor
from ryokan.operations.parts import list_parts, parts_book
from ryokan.operations.patches import Patch, patched
from ryokan.operations.reports import work_out_anew
from ryokan.operations.rigs import Worked, work_out


@dataclass(frozen=True, slots=True)
class WiringSide:
    """The rig, its runs by their ids, and the figures of the whole report."""

    rig: Rig
    runs: Mapping[str, RunOf]
    figures: Mapping[str, Figure]
    revision: int

    def before(self, one: RunOf) -> RunOf | None:
        """The run that the current of one comes through first; None where it begins at a source of its own."""
        if one.behind == MAIN_BASE:
            return the_main_run(self.rig)
        return next((other for other in self.runs.values() if other.base == one.behind), None)


def read_wiring_side(session: Session, actor: Actor, option_id: UUID) -> WiringSide:
    """The newest revision of an option. Stores nothing.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    return WiringSide(worked.rig, runs_of(worked.rig), worked.report.figures, worked.revision.number)


@dataclass(frozen=True, slots=True)
class Made:
    """How a run is made, on top of the figures of the report. Empty of a run that is not there."""

    figures: Mapping[str, Figure]
    keys: tuple[str, ...]


def read_how_made(session: Session, actor: Actor, option_id: UUID, run_key: str) -> Made:
    """What it takes to lay a run. Stores nothing.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    one = next((one for one in _every(worked.rig) if one.run.key == run_key), None)
    if one is None:
        return Made({}, ())  # a page may ask for one that an undo has just taken away
    found = how_made(worked.rig, worked.report.figures, one)
    return Made({**worked.report.figures, **found}, tuple(found))


@dataclass(frozen=True, slots=True)
class Change:
    """One run that gets another cable or fuse, with the copper that it takes more."""

    one: RunOf
    conductor: tuple[str | None, str | None]
    fuse_a: tuple[float | None, float | None]
    copper_kg: float
    fuse: AnyFuse | None = None  # of the parts book, the cheapest that serves; None where its fuse stays or the book has none
    cable_cost: Cost | None = None  # of both poles by the parts book; None where its cable stays or no price is known
    fuse_cost: Cost | None = None

    @property
    def has_new_cable(self) -> bool:
        """Whether another conductor is laid."""
        return self.conductor[0] != self.conductor[1]

    @property
    def has_new_fuse(self) -> bool:
        """Whether another fuse goes in."""
        return self.fuse_a[0] != self.fuse_a[1]


@dataclass(frozen=True, slots=True)
class Proposal:
    """Cables and fuses for many runs at once: one edit, and what it does. Without changes there is nothing to do."""

    rig: Rig
    revision: int
    changes: tuple[Change, ...]
    patch: Patch
    copper_kg: tuple[float, float]  # as it is, and with it
    left: tuple[str, ...]  # keys of findings of runs that it does not end

    @property
    def costs(self) -> tuple[Cost, ...]:
        """What it comes to in each currency, as far as prices are known."""
        sums: dict[str, Decimal] = {}
        for cost in (cost for one in self.changes for cost in (one.cable_cost, one.fuse_cost) if cost is not None):
            sums[cost.currency] = sums.get(cost.currency, Decimal(0)) + cost.amount
        return tuple(Cost(amount, currency) for currency, amount in sums.items())

    @property
    def without_price(self) -> int:
        """How many of its cables and fuses have no price that is known."""
        unpriced = [one.has_new_cable and one.cable_cost is None for one in self.changes]
        return sum(unpriced) + sum(one.has_new_fuse and one.fuse_cost is None for one in self.changes)


# What a thicker cable or another fuse ends.
MENDED = frozenset(
    {
        "conductor_undersized", "fuse_above_ampacity", "fuse_below_load",
        "fuse_little_in_hand", "fuse_window_closed", "drop_over_class",
        "below_makers_fuse", "below_makers_conductor", "run_undersized", "run_fuse_above_ampacity", "run_fuse_over_code",
        "run_fuse_below_load", "run_fuse_little_in_hand", "run_window_closed", "run_drop", "run_fuse_slow",
        "run_below_makers_fuse", "run_below_makers_conductor",
    }
)  # fmt: skip
OF_THE_FUSE = frozenset(
    {"fuse_above_ampacity", "fuse_below_load", "fuse_little_in_hand", "fuse_over_code", "fuse_slow", "below_makers_fuse"}
)
MOST_ROUNDS = 6  # a thicker cable before a run leaves that one more of the drop


def mended(session: Session, actor: Actor, option_id: UUID) -> Proposal:
    """Every cable that is too small raised to what is asked for, never one made smaller; a fuse only where it is broken itself.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    book = parts_book(session, actor.scope)
    rig, document, report = worked.rig, worked.document, worked.report
    for _ in range(MOST_ROUNDS):
        patch = _mends(rig, report)
        if not patch:
            break
        rig, document = patched(rig, document, patch)
        reading = work_out_anew(document, rig, book, before=report)
        rig, report = reading.rig, reading.report
    return _proposal(session, actor, worked, rig, document, report)


def lightened(session: Session, actor: Actor, option_id: UUID) -> Proposal | None:
    """The least copper that keeps every rule; None where no stock sizes keep every drop.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    sizes = least_copper(worked.rig, worked.report.figures)
    if sizes is None:
        return None
    patch: list[dict[str, object]] = []
    for one in _every(worked.rig):
        size, fuse = sizes.get(one.run.key), worked.report.figures.get(f"{one.base}.fuse_a")
        if size is not None:
            patch += _put(worked.rig, one, size, None if fuse is None or not one.is_fused else fuse.number)
    if not patch:
        return _proposal(session, actor, worked, worked.rig, worked.document, worked.report)
    rig, document = patched(worked.rig, worked.document, patch)
    reading = work_out_anew(document, rig, parts_book(session, actor.scope), before=worked.report)
    return _proposal(session, actor, worked, reading.rig, document, reading.report)


@dataclass(frozen=True, slots=True)
class CircuitsOffered:
    """Circuits that loads could share, each by its name, and the edit that puts them together."""

    circuits: Mapping[str, tuple[str, ...]]  # names of the loads
    most_a: float  # what the loads of one draw together at most
    patch: Patch
    revision: int


def circuits_offered(session: Session, actor: Actor, option_id: UUID) -> CircuitsOffered:
    """Loads of one group that have no circuit yet, put together.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    figures, there = worked.report.figures, worked.rig.wiring.ordered_circuits()
    most_a = worked.rig.assumptions.get("circuit_most_a", assumptions()["circuit_most_a"].value)
    found = put_together(worked.rig, figures, most_a)
    after = max((one.position for one in there.values()), default=0.0)
    patch: list[dict[str, object]] = [
        {
            "op": "add",
            "path": f"/wiring/circuits/c-{uuid4().hex[:8]}",
            "value": DcCircuit(position=after + at, name=name, loads=loads).model_dump(mode="json"),
        }
        for at, (name, loads) in enumerate(found.items(), start=1)
    ]
    names = {name: tuple(worked.rig.loads[id].name for id in loads) for name, loads in found.items()}
    return CircuitsOffered(names, most_a, patch, worked.revision.number)


def _every(rig: Rig) -> tuple[RunOf, ...]:
    return (the_main_run(rig), *runs_of(rig).values())


def _mends(rig: Rig, report: Report) -> list[dict[str, object]]:
    """One round: what the findings of each run ask for."""
    broken: dict[str, set[str]] = {}
    for finding in report.findings:
        code = finding.code.partition(".")[2]
        if finding.step == "wiring" and code in MENDED:
            broken.setdefault(finding.subject.partition(":")[2], set()).add(code.removeprefix("run_"))
    patch: list[dict[str, object]] = []
    for one in _every(rig):
        codes = broken.get("" if one.base == MAIN_BASE else one.id)
        asked, fuse = report.figures.get(f"{one.base}.conductor"), report.figures.get(f"{one.base}.fuse_a")
        if not codes or asked is None:
            continue
        raised = str(asked.value)
        if one.conductor is not None and area_mm2(one.conductor) >= area_mm2(raised):
            raised = one.conductor
        new_fuse = fuse.number if fuse is not None and one.is_fused and codes & OF_THE_FUSE else None
        if raised != one.conductor or (new_fuse is not None and new_fuse != one.said.fuse_a):
            patch += _put(rig, one, raised, new_fuse)
    return patch


def _put(rig: Rig, one: RunOf, conductor: str, fuse_a: float | None) -> list[dict[str, object]]:
    """The operations that give a run its cable and, if there is one, its fuse: of another one nothing printed is known."""
    members: dict[str, object] = {"conductor": conductor}
    if fuse_a is not None:
        members["fuse_a"] = fuse_a
        if fuse_a != one.said.fuse_a:
            members |= {name: value for name, value in NOTHING_PRINTED.items() if getattr(one.said, name) != value}
    return _said(rig, one, members)


def _said(rig: Rig, one: RunOf, members: Mapping[str, object]) -> list[dict[str, object]]:
    """The operations that say members of a run."""
    placed = {place_of(one, name): value for name, value in members.items()}
    base = f"/wiring/runs/{one.run.key}"
    operations: list[dict[str, object]] = []
    if one.run.key not in rig.wiring.runs and any(path.startswith(base) for path in placed):
        operations.append({"op": "add", "path": base, "value": {}})
    return operations + [{"op": "add", "path": path, "value": value} for path, value in placed.items()]


def _proposal(
    session: Session, actor: Actor, worked: Worked, rig: Rig, document: Mapping[str, Any], report: Report
) -> Proposal:
    """What was changed, each with what the parts book has for it, as one edit of the rig as it is."""
    before, after = as_laid(worked.rig, worked.report.figures), as_laid(rig, report.figures)
    was = {one.run.key: one for one in _every(worked.rig)}
    shelf = _shelf(session, actor)
    changes: list[Change] = []
    patch: list[dict[str, object]] = []
    for one in _every(rig):
        old = was[one.run.key]
        if (one.conductor, one.said.fuse_a) == (old.conductor, old.said.fuse_a) or one.conductor is None:
            continue
        more_kg = _kg(after.get(one.run.key)) - _kg(before.get(one.run.key))
        change = _bought(shelf, rig, one, old, more_kg, report)
        changes.append(change)
        patch += _put(worked.rig, old, one.conductor, change.fuse_a[1] if change.has_new_fuse else None)
        if change.fuse is not None:
            patch += [step for step in _said(worked.rig, old, said_of_fuse(change.fuse)) if step["value"] != {}]
    if any(change.fuse is not None for change in changes):
        marked, document = patched(worked.rig, worked.document, patch)
        report = work_out_anew(document, marked, parts_book(session, actor.scope), before=report).report
    left = [finding.key for finding in report.findings if finding.step == "wiring" and finding.code.partition(".")[2] in MENDED]
    masses = (sum(one.copper_kg for one in before.values()), sum(one.copper_kg for one in after.values()))
    return Proposal(worked.rig, worked.revision.number, tuple(changes), patch, masses, tuple(left))


@dataclass(frozen=True, slots=True)
class _Shelf:
    """Cables and fuses that the parts book offers."""

    cables: tuple[CablePart, ...]
    fuses: tuple[AnyFuse, ...]


def _shelf(session: Session, actor: Actor) -> _Shelf:
    books = (list_parts(session, actor, kind) for kind in ("cable", "fuse", "breaker"))
    offered = [one.part for book in books for one in book if not one.withdrawn]
    return _Shelf(
        tuple(part for part in offered if isinstance(part, CablePart)),
        tuple(part for part in offered if isinstance(part, FusePart | BreakerPart)),
    )


def _bought(shelf: _Shelf, rig: Rig, one: RunOf, old: RunOf, copper_kg: float, report: Report) -> Change:
    """A change with the cheapest of the book that serves."""
    assert one.conductor is not None
    fuses = (_amps(old.said.fuse_a), _amps(one.said.fuse_a))
    fuse, cable_cost, fuse_cost = None, None, None
    if fuses[1] is not None and fuses[0] != fuses[1]:
        meets = met_on(one, _every(rig), report.figures)
        fuse = cheapest_fuse(shelf.fuses, one, fuses[1], report.figures, meets)
        if fuse is not None and fuse.price is not None:
            fuse_cost = Cost(fuse.price.amount, fuse.price.currency)
    length = report.figures.get(f"{one.base}.one_way_length_m") or report.figures.get(f"{one.base}.estimated_length_m")
    if one.conductor != old.conductor and length is not None:
        cable_cost = cost_of_cable(shelf.cables, one, one.conductor, length.number)
    return Change(one, (old.conductor, one.conductor), fuses, copper_kg, fuse, cable_cost, fuse_cost)


OfBook = TypeVar("OfBook", bound=AnyPart)
Why = TypeVar("Why")


@dataclass(frozen=True, slots=True)
class Offer(Generic[OfBook, Why]):
    """A part of the parts book for one place of the wiring: what speaks against it, and the edit that takes it."""

    part: OfBook
    reference: str
    against: tuple[Why, ...]
    patch: Patch

    @property
    def cost(self) -> Cost | None:
        """Its price; None where nobody knows it."""
        return None if self.part.price is None else Cost(self.part.price.amount, self.part.price.currency)


FuseOffer: TypeAlias = Offer[AnyFuse, Against]
GearOffer: TypeAlias = Offer[AnyGear, AgainstGear]
MOST_OFFERS = 24


def fuses_for(session: Session, actor: Actor, option_id: UUID, run_key: str) -> list[FuseOffer]:
    """Fuses of the book for a run, those that serve first and of them the cheapest; of a run that is not there none.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    one = next((one for one in _every(worked.rig) if one.run.key == run_key), None)
    if one is None or not one.is_fused:
        return []  # a page may ask for one that an undo has just taken away
    meets = met_on(one, _every(worked.rig), worked.report.figures)
    offers = [
        Offer(
            part,
            book.reference,
            against_fuse(part, one, worked.report.figures, meets),
            _said(worked.rig, one, said_of_fuse(part)),
        )
        for kind in ("fuse", "breaker")
        for book in list_parts(session, actor, kind)
        if not book.withdrawn and isinstance(part := book.part, FusePart | BreakerPart)
    ]
    return sorted(offers, key=_offered)[:MOST_OFFERS]


def _offered(offer: FuseOffer) -> tuple[int, bool, Decimal, float, str]:
    price = offer.part.price
    return len(offer.against), price is None, price.amount if price else Decimal(0), offer.part.rated_a, offer.part.name


def gear_for(session: Session, actor: Actor, option_id: UUID, gear_id: str) -> list[GearOffer]:
    """Such things of the book for one of the rig, those that serve first and of them the cheapest; none for one not there.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    rig, figures = worked.rig, worked.report.figures
    one = rig.wiring.gear.get(gear_id)
    if one is None:
        return []
    runs = {run.run.key: run for run in _every(rig)}
    leave = sum(run.run.behind == TO_PANEL for run in runs.values())
    offers = [
        Offer(
            part,
            book.reference,
            against_gear(part, one, runs.get(one.run or usual_run(one)), rig, figures, leave),
            [
                {"op": "add", "path": f"/wiring/gear/{gear_id}/{name}", "value": value}
                for name, value in said_of_gear(part).items()
            ],
        )
        for book in list_parts(session, actor, PART_KINDS[one.gear])
        if not book.withdrawn and isinstance(part := book.part, GEAR_PARTS[one.gear])
        if not (isinstance(part, HolderPart) and part.ways == 1)  # a holder of one fuse is no box
    ]
    return sorted(offers, key=_gear_offered)[:MOST_OFFERS]


PART_KINDS: dict[GearKind, str] = {
    "main_switch": "switch", "bus_bar": "bus_bar", "shunt": "shunt", "load_disconnect": "disconnect", "fuse_box": "holder",
}  # fmt: skip


def _gear_offered(offer: GearOffer) -> tuple[int, bool, Decimal, str]:
    price = offer.part.price
    return len(offer.against), price is None, price.amount if price else Decimal(0), offer.part.name


def _kg(one: Laid | None) -> float:
    return 0.0 if one is None else one.copper_kg


def _amps(fuse_a: float | str | None) -> float | None:
    return fuse_a if isinstance(fuse_a, float) else None
