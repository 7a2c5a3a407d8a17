"""Ways into a job other than the audit: one wish, what they own, or what a meter kept. Nothing is stored here."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, TypeAlias
from uuid import uuid4

from sqlalchemy.orm import Session

from ryokan.core.csv_rows import decoded
from ryokan.core.data.assumptions import assumptions
from ryokan.core.evaluate import evaluate
from ryokan.core.figure import Figure
from ryokan.core.inverter.model import Inverter
from ryokan.core.job_file import FileProblem
from ryokan.core.loads.model import Load, Watts, WhPerDay
from ryokan.core.parts.arrange import arrangement
from ryokan.core.parts.model import OwnPart
from ryokan.core.rig import MAX_LOADS, MAX_OWN_PARTS, Rig
from ryokan.core.storage.model import Bank, Units
from ryokan.core.wish import BankWish, DaysWish, LoadWish, read_wish
from ryokan.documents.meter_log import MeterLog, UnreadableLog, read_meter_log
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible, Unacceptable
from ryokan.operations.load_lines import ReadLine, read_load_line
from ryokan.operations.patches import Patch, patched
from ryokan.operations.rigs import Worked, evaluate_new

WishKind: TypeAlias = Literal["load", "days", "bank", "unclear"]

# What is told of a wish by itself, by its kind.
_LOAD_KEYS = (
    "storage.need_wh", "storage.need_ah", "inverter.need_continuous_w", "inverter.need_surge_w",
    "inverter.dc_current_at_cutoff_a", "solar.need_w",
)  # fmt: skip
_DAYS_KEYS = ("storage.need_wh", "storage.need_ah", "loads.worst_run_wh_with_margin")
_BANK_KEYS = ("storage.have_wh", "storage.usable_wh", "storage.days_without_charge", "storage.mass_kg")


@dataclass(frozen=True, slots=True)
class ReadWish:
    """How a wish was read, what it comes to by itself (``keys`` of ``figures``), and the edit that would put it into the rig.

    ``lacks`` says what an unclear wish does not say; ``line`` is the reading of a load line.
    """

    kind: WishKind
    keys: tuple[str, ...]
    figures: Mapping[str, Figure]
    patch: Patch
    line: ReadLine | None = None
    days: int | None = None
    lacks: str = ""
    name: str = ""


def wish(session: Session, actor: Actor, opened: Worked, said: str) -> ReadWish:
    """Read a wish against an option.

    Raises
    ------
    NotPossible
        The rig holds as many loads, or parts of its own, as it can.
    """
    rig = opened.rig
    found = read_wish(said, system_v=rig.storage.system_v)
    match found:
        case LoadWish(line=line):
            return _load_wish(session, actor, opened, line)
        case DaysWish(days=days):
            patch: Patch = [{"op": "replace", "path": "/brief/days_without_charge", "value": days}]
            return ReadWish("days", *_after(session, actor, opened, patch, _DAYS_KEYS), patch, days=days)
        case BankWish():
            return _bank_wish(session, actor, opened, found)
        case _:
            return ReadWish("unclear", (), {}, (), lacks=found.lacks)


def _load_wish(session: Session, actor: Actor, opened: Worked, line: str) -> ReadWish:
    read = read_load_line(session, actor, opened, line, None)
    load = read.reading.load
    if load is None:
        return ReadWish("unclear", (), {}, (), line=read)
    rig = opened.rig
    # By itself: for one day, in a rig with nothing else in it and nothing chosen.
    alone = Rig(
        region=rig.region,
        brief=rig.brief.model_copy(update={"days_without_charge": 1}),
        loads={"wish": load.model_copy(update={"seasons": ()})},
        storage=rig.storage.model_copy(update={"bank": None}),
        inverter=Inverter(),
        solar=rig.solar.model_copy(update={"arrays": {}, "controllers": {}}),
        assumptions=rig.assumptions,
    )
    figures = evaluate(alone).figures
    keys = tuple(key for key in _LOAD_KEYS if key in figures)
    return ReadWish("load", keys, figures, _adding(rig, load, line), line=read, name=load.name)


def _bank_wish(session: Session, actor: Actor, opened: Worked, found: BankWish) -> ReadWish:
    rig = opened.rig
    if len(rig.own_parts) >= MAX_OWN_PARTS:
        raise NotPossible(f"A rig has at most {MAX_OWN_PARTS} parts of its own.")
    storage = rig.storage.model_copy(update={"chemistry": found.battery.chemistry})
    known = assumptions()
    cells, cell_v = (known[f"{storage.chemistry}.{name}"].value for name in ("cells_per_12v", "nominal_v_per_cell"))
    one = arrangement(found.battery, storage.system_v / 12 * cells * cell_v, 0)
    series = one.series if one is not None and found.count % one.series == 0 else 1
    own = f"owned-{uuid4().hex[:8]}"
    part = OwnPart(part=found.battery, standing="kept")
    bank = Bank(units=Units(part=f"own:{own}", series=series, parallel=found.count // series))
    patch: Patch = [
        {"op": "add", "path": f"/own_parts/{own}", "value": part.model_dump(mode="json")},
        {"op": "replace", "path": "/storage/chemistry", "value": storage.chemistry},
        {"op": "replace", "path": "/storage/bank", "value": bank.model_dump(mode="json")},
    ]
    keys, figures = _after(session, actor, opened, patch, _BANK_KEYS)
    return ReadWish("bank", keys, figures, patch, name=f"{found.count} × {found.battery.name}")


def _after(
    session: Session, actor: Actor, opened: Worked, patch: Patch, keys: tuple[str, ...]
) -> tuple[tuple[str, ...], Mapping[str, Figure]]:
    rig, document = patched(opened.rig, opened.document, patch)
    figures = evaluate_new(session, actor, document, rig, opened.report).report.figures
    return tuple(key for key in keys if key in figures), figures


def _adding(rig: Rig, load: Load, line: str | None) -> Patch:
    """The edit that adds a load below the others."""
    if len(rig.loads) >= MAX_LOADS:
        raise NotPossible(f"The sheet holds {MAX_LOADS} loads.")
    last = max((one.position for one in rig.loads.values()), default=0.0)
    document = load.model_copy(update={"position": last + 1, "typed": line}).model_dump(mode="json")
    return [{"op": "add", "path": f"/loads/l{uuid4().hex[:10]}", "value": document}]


@dataclass(frozen=True, slots=True)
class ReadLog:
    """A meter's log with what it comes to, and the edits that would take it over.

    ``measured`` puts its days beside the audit, ``as_load`` takes its mean day, or its run, as a line of the audit. ``[Ah]`` is
    at the rig's nominal volts; ``mean_w`` over all metered hours.
    """

    log: MeterLog
    days_ah: tuple[float, ...]
    mean_w: float
    measured: Patch
    as_load: Patch


def meter_log(opened: Worked, content: bytes) -> ReadLog:
    """Read a meter's CSV against an option.

    Raises
    ------
    Unacceptable
        The file is no log that can be added up; faults are listed by row and column.
    NotPossible
        The sheet is full.
    """
    try:
        log = read_meter_log(decoded(content))
    except UnreadableLog as error:
        faults = [FileProblem(f"/{one.row}/{one.column}", "row", one.message, {}) for one in error.problems]
        raise Unacceptable(str(error), faults) from error
    nominal_v = opened.report.figures["storage.nominal_v"].number
    per_wh = 1 / nominal_v if log.unit == "Wh" else 1.0
    days_ah = tuple(round(amount * per_wh, 3) for _, amount in log.days)
    total_wh = log.total if log.unit == "Wh" else log.total * nominal_v
    return ReadLog(
        log=log,
        days_ah=days_ah,
        mean_w=total_wh / log.hours if log.hours else 0.0,
        measured=[{"op": "replace", "path": "/brief/measured_ah", "value": list(days_ah)}] if days_ah else [],
        as_load=_measured_load(opened.rig, log, total_wh),
    )


def _measured_load(rig: Rig, log: MeterLog, total_wh: float) -> Patch:
    """The mean day of whole days, else the run with its own hours; nothing where nothing was used."""
    if total_wh <= 0 or log.hours <= 0:
        return []
    if log.days:
        wh_a_day = total_wh / log.total * sum(amount for _, amount in log.days) / len(log.days)
        if wh_a_day <= 0:
            return []
        load = Load(name="Measured use", draw=WhPerDay(wh=wh_a_day), hours_per_day=24, feed="dc")
    else:
        hours = min(24.0, log.hours)
        load = Load(name="Measured run", draw=Watts(watts=total_wh / log.hours), hours_per_day=hours, feed="dc")
    return _adding(rig, load, None)
