"""The long answer: a thousand years, and what the share of dark nights hangs on; known again by what it was worked out of."""

from __future__ import annotations

import hashlib
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, fields, replace
from typing import Any

import numpy as np

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure, Sheet
from ryokan.core.trial.chances import change
from ryokan.core.trial.lent import Beside
from ryokan.core.trial.prepare import Prepared, prepare, sheet_of
from ryokan.core.trial.progress import Tell
from ryokan.core.trial.run import LONG_YEARS, VERSION, run_beside
from ryokan.core.trial.stretch import stays_away
from ryokan.core.trial.system import System
from ryokan.core.trial.trip import Flags

SUN = "sun"


@dataclass(frozen=True, slots=True)
class Side:
    """Something that came out otherwise than it was taken to be: the share of dark nights then, by how much that is more, and
    what the difference may be off by, nineteen times in twenty."""

    dark_frac: float
    by: float
    off: float


@dataclass(frozen=True, slots=True)
class Hanging:
    """What the share of dark nights hangs on: how it comes out at the bad end and, where there is one, at the good end.

    ``amount`` is how far it was moved, as a share or in kelvin; None where it is gone, or as far as each place has it.
    """

    code: str
    amount: float | None
    worse: Side
    better: Side | None

    @property
    def width(self) -> float:
        """Between what shares of dark nights it may move the answer."""
        return max(self.worse.by, 0.0) - (0.0 if self.better is None else min(self.better.by, 0.0))


@dataclass(frozen=True, slots=True)
class LongAnswer:
    """A trial of many years: its figures, what they hang on, the widest first, and the digest of what was read."""

    digest: str
    years: int
    figures: Mapping[str, Figure]
    hangs_on: tuple[Hanging, ...]


def long_answer(
    report: Report,
    *,
    beside: Beside | None = None,
    years: int = LONG_YEARS,
    threads: int = 1,
    tell: Tell | None = None,
) -> LongAnswer:
    """Run the rig of a report for long, and beside it with what may come out otherwise, on the same years of weather.

    Parameters
    ----------
    report : Report
    beside : mapping of link to report, optional
        The systems out of whose banks links bring something.
    years : int
        Of weather, 2 to 2 000.
    threads : int
        How many run side by side; the answer is the same.
    tell : callable, optional
        Called with the years that are done, of all runs, and how many there are; answering False stops it.

    Raises
    ------
    NoAnswer
        There is nothing to run.
    Stopped
        ``tell`` answered False.
    """
    prepared, sheet = prepare(report, beside), sheet_of(report)
    asked = list(_ends(prepared, sheet))
    systems = {f"{one.code} {end}": system for one in asked for end, system in one.systems.items()}
    trial, dark = run_beside(report, systems, years=years, threads=threads, tell=tell, prepared=prepared)
    before = trial.outcome.dark_h[:, prepared.trip.counts] > 0
    found = [_hanging(before, one.code, one.amount, *(dark.get(f"{one.code} {end}") for end in ENDS)) for one in asked]
    if "dull" in dark:
        found.append(_hanging(before, SUN, None, dark["dull"], dark["bright"]))
    return LongAnswer(
        digest=_digest(report, prepared, sheet),
        years=years,
        figures=trial.figures,
        hangs_on=tuple(sorted(found, key=lambda one: -one.width)),
    )


ENDS = ("worse", "better")


@dataclass(frozen=True, slots=True)
class _Asked:
    code: str
    amount: float | None
    systems: Mapping[str, System]  # by end


def _ends(prepared: Prepared, sheet: Sheet) -> Iterator[_Asked]:
    """What may come out otherwise, and the system then; of what the rig does not have, nothing is asked."""
    system = prepared.system

    def off(name: str) -> float:
        return sheet.assumption(f"trial_off_{name}").number

    loads = off("loads_frac")
    yield _Asked("loads", loads, {"worse": _other_loads(system, 1 + loads), "better": _other_loads(system, 1 - loads)})
    if system.driving_w.any():
        hours = off("driving_frac")
        yield _Asked(
            "driving",
            hours,
            {
                "worse": replace(system, driving_w=system.driving_w * (1 - hours)),
                "better": replace(system, driving_w=system.driving_w * (1 + hours)),
            },
        )
    air_k = off("air_k")
    by_air = {end: replace(system, air_c=system.air_c + by) for end, by in (("worse", -air_k), ("better", air_k))}
    yield _Asked("air", air_k, by_air)
    holds = off("bank_frac")
    yield _Asked("bank", holds, {"worse": _smaller_bank(system, 1 - holds)})
    if system.idle_wh.any():
        idle = off("idle_frac")
        yield _Asked(
            "idle",
            idle,
            {
                "worse": replace(system, idle_wh=system.idle_wh * (1 + idle)),
                "better": replace(system, idle_wh=system.idle_wh * (1 - idle)),
            },
        )
    if system.on_mains.any():
        nothing = np.zeros_like(system.hookup_w)
        yield _Asked("hookup", None, {"worse": replace(system, hookup_w=nothing, on_mains=nothing)})
    if system.fixed.generator_w > 0:
        yield _Asked("generator", None, {"worse": replace(system, fixed=replace(system.fixed, generator_w=0.0))})


def _other_loads(system: System, by: float) -> System:
    """All loads by so many times as many watt-hours; how unevenly they run within an hour stays as it is."""
    return replace(
        system,
        dc_wh=system.dc_wh * by,
        ac_wh=system.ac_wh * by,
        ac_spread=system.ac_spread * by**2,
        surplus_wh=system.surplus_wh * by,
        fixed=replace(system.fixed, backup_h=system.fixed.backup_h / by),
    )


def _smaller_bank(system: System, by: float) -> System:
    stores = tuple(
        replace(one, capacity_wh=one.capacity_wh * by, full_capacity_w=one.full_capacity_w * by) for one in system.stores
    )
    return replace(system, stores=stores)


def _hanging(before: Flags, code: str, amount: float | None, worse: Flags | None, better: Flags | None) -> Hanging:
    """What came of both ends, the darker of them as the bad one: what is good for one rig is bad for another."""
    sides = [_side(before, one) for one in (worse, better) if one is not None]
    if len(sides) == 2:
        sides.sort(key=lambda side: -side.by)
        return Hanging(code, amount, sides[0], sides[1])
    return Hanging(code, amount, sides[0], None)


def _side(before: Flags, after: Flags) -> Side:
    apart = change(before, after)
    return Side(float(after.mean()), apart.by, apart.off)


# -- By what an answer is known again


def digest_of(report: Report, beside: Beside | None = None) -> str:
    """The digest of what a trial of this rig reads: two rigs of one digest have one answer.

    Raises
    ------
    NoAnswer
        There is nothing to run.

    Notes
    -----
    SHA-256 over what the engine runs on, and over the little that figures are made of beside it. Names, wires, prices and
    photographs are not among it. The version of the engine is, so that an answer of another one is told to be.
    """
    return digest_of_prepared(report, prepare(report, beside))


def digest_of_prepared(report: Report, prepared: Prepared) -> str:
    """The same of a rig that was prepared before."""
    return _digest(report, prepared, sheet_of(report))


def _digest(report: Report, prepared: Prepared, sheet: Sheet) -> str:
    found = hashlib.sha256()
    for one in _read(report, prepared, sheet):
        if isinstance(one, np.ndarray):  # by its bytes
            found.update(repr((one.dtype.str, one.shape)).encode())
            found.update(np.ascontiguousarray(one).tobytes())
        else:
            found.update(repr(one).encode())
    return found.hexdigest()


def _read(report: Report, prepared: Prepared, sheet: Sheet) -> Iterator[Any]:
    rig, trip = report.traces.rig, prepared.trip
    yield from (VERSION, rig.trial.seed)
    yield from _run_of(prepared)
    for lender in prepared.lenders:
        yield from (lender.share, lender.by_inverter)
        yield from _run_of(lender.prepared)
    yield from (stays_away(rig, prepared), sorted(prepared.open_at), prepared.off_frac, prepared.has_source)
    of_file = prepared.year_of_file()
    yield from () if of_file is None else (of_file.share, of_file.air_off_k)
    yield [float(rig.stays[id].driving_hours_per_day) for id in trip.stay_ids]
    chemistry, unit = rig.storage.chemistry, sheet.get("storage.unit.cycles")
    yield chemistry, None if unit is None else unit.value
    yield [sheet.assumption(f"{chemistry}.{name}").value for name in ("cycles", "calendar_years", "dod_frac")]
    yield [sheet.assumption(f"trial_off_{name}").value for name in OFF]


def _run_of(prepared: Prepared) -> Iterator[Any]:
    """What the engine runs of a rig, and what its weather is drawn by."""
    trip, system, days = prepared.trip, prepared.system, prepared.trip.days
    for member in fields(system):
        if member.name not in ("stores", "fixed"):
            yield getattr(system, member.name)
    yield np.array(system.fixed.row(), dtype=np.float64)
    for store in system.stores:
        yield from (np.array(store.row(), dtype=np.float64), store.left_by_c)
    yield from (days.segments, days.weekdays, days.begins, trip.day_numbers, trip.counts, trip.stays)
    yield from (trip.segments, trip.stay_ids, prepared.places, prepared.air_spread_k)


OFF = ("loads_frac", "driving_frac", "air_k", "bank_frac", "idle_frac")


# -- Kept and read back


def as_json(answer: LongAnswer) -> dict[str, Any]:
    """The answer as a document of plain values."""
    return {
        "digest": answer.digest,
        "years": answer.years,
        "figures": {
            key: {
                "kind": one.kind,
                "value": list(one.value) if isinstance(one.value, tuple) else one.value,
                "unit": one.unit,
                "source": one.source,
                "formula": one.formula,
                "inputs": {name: list(of) if isinstance(of, tuple) else of for name, of in one.inputs.items()},
                "note": one.note,
            }
            for key, one in answer.figures.items()
        },
        "hangs_on": [
            {
                "code": one.code,
                "amount": one.amount,
                "worse": _side_json(one.worse),
                "better": None if one.better is None else _side_json(one.better),
            }
            for one in answer.hangs_on
        ],
    }


def _side_json(side: Side) -> list[float]:
    return [side.dark_frac, side.by, side.off]


def from_json(document: Mapping[str, Any]) -> LongAnswer:
    """What :func:`as_json` wrote."""
    return LongAnswer(
        digest=document["digest"],
        years=document["years"],
        figures={
            key: Figure(
                key,
                one["kind"],
                _tuples(one["value"]),
                one["unit"],
                one["source"],
                one["formula"],
                {name: _tuples(of) for name, of in one["inputs"].items()},
                one["note"],
            )
            for key, one in document["figures"].items()
        },
        hangs_on=tuple(
            Hanging(one["code"], one["amount"], Side(*one["worse"]), None if one["better"] is None else Side(*one["better"]))
            for one in document["hangs_on"]
        ),
    )


def _tuples(value: Any) -> Any:
    return tuple(value) if isinstance(value, list) else value
