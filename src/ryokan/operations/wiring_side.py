"""The runs of an option's DC side, with what was worked out of each, and what could be mended at once."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.rig import Rig
from ryokan.core.wiring.copper import Laid, as_laid, least_copper
from ryokan.core.wiring.practice import area_mm2
from ryokan.core.wiring.things import MAIN_BASE, RunOf, place_of, runs_of, the_main_run
from ryokan.operations.accounts import Actor
from ryokan.operations.parts import parts_book
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
class Change:
    """One run that gets another cable or fuse, with the copper that it takes more."""

    one: RunOf
    conductor: tuple[str | None, str | None]
    fuse_a: tuple[float | None, float | None]
    copper_kg: float


@dataclass(frozen=True, slots=True)
class Proposal:
    """Cables and fuses for many runs at once: one edit, and what it does. Without changes there is nothing to do."""

    rig: Rig
    revision: int
    changes: tuple[Change, ...]
    patch: Patch
    copper_kg: tuple[float, float]  # as it is, and with it
    left: tuple[str, ...]  # keys of findings of runs that it does not end


# What a thicker cable or another fuse ends.
MENDED = frozenset(
    {
        "conductor_undersized", "fuse_above_ampacity", "fuse_below_load", "fuse_window_closed", "drop_over_class",
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
    return _proposal(worked, rig, report)


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
        return _proposal(worked, worked.rig, worked.report)
    rig, document = patched(worked.rig, worked.document, patch)
    reading = work_out_anew(document, rig, parts_book(session, actor.scope), before=worked.report)
    return _proposal(worked, reading.rig, reading.report)


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
    """The operations that give a run its cable and, if there is one, its fuse."""
    members: dict[str, object] = {place_of(one, "conductor"): conductor}
    if fuse_a is not None:
        members[place_of(one, "fuse_a")] = fuse_a
    base = f"/wiring/runs/{one.run.key}"
    operations: list[dict[str, object]] = []
    if one.run.key not in rig.wiring.runs and any(path.startswith(base) for path in members):
        operations.append({"op": "add", "path": base, "value": {}})
    return operations + [{"op": "add", "path": path, "value": value} for path, value in members.items()]


def _proposal(worked: Worked, rig: Rig, report: Report) -> Proposal:
    before, after = as_laid(worked.rig, worked.report.figures), as_laid(rig, report.figures)
    was = {one.run.key: one for one in _every(worked.rig)}
    changes: list[Change] = []
    patch: list[dict[str, object]] = []
    for one in _every(rig):
        old = was[one.run.key]
        if (one.conductor, one.said.fuse_a) == (old.conductor, old.said.fuse_a):
            continue
        fuse_a = _amps(one.said.fuse_a)
        more_kg = _kg(after.get(one.run.key)) - _kg(before.get(one.run.key))
        changes.append(Change(one, (old.conductor, one.conductor), (_amps(old.said.fuse_a), fuse_a), more_kg))
        if one.conductor is not None:
            patch += _put(worked.rig, old, one.conductor, None if fuse_a == _amps(old.said.fuse_a) else fuse_a)
    left = [finding.key for finding in report.findings if finding.step == "wiring" and finding.code.partition(".")[2] in MENDED]
    masses = (sum(one.copper_kg for one in before.values()), sum(one.copper_kg for one in after.values()))
    return Proposal(worked.rig, worked.revision.number, tuple(changes), patch, masses, tuple(left))


def _kg(one: Laid | None) -> float:
    return 0.0 if one is None else one.copper_kg


def _amps(fuse_a: float | str | None) -> float | None:
    return fuse_a if isinstance(fuse_a, float) else None
