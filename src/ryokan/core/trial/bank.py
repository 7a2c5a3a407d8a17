"""The bank as stores, by the figures of a report: what it holds, takes and gives, in what temperature."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.errors import NoAnswer
from ryokan.core.figure import Sheet
from ryokan.core.rig import Rig
from ryokan.core.storage.model import LITHIUM, Chemistry, Storage
from ryokan.core.storage.need import cells_per_12v
from ryokan.core.trial.system import COLDEST_C, HOTTEST_C, NEVER, Store

# What a bank takes at its end shrinks exponentially: after three time constants nineteen twentieths of the rest are
# in, which is what the hours of taper stand for. (common practice)
CONSTANTS_IN_TAPER = 3.0
FROM_EMPTY = 1e-9


@dataclass(frozen=True, slots=True)
class _Kind:
    """A part of the bank of one chemistry. [Wh, Ah]"""

    chemistry: Chemistry
    wh: float
    amp_hours: float


def stores_of(sheet: Sheet, rig: Rig, kinds: dict[str, Chemistry]) -> tuple[Store, ...]:
    """The parts of a bank by chemistry, what takes most for its size first: it gives first and fills first.

    ``kinds`` are the chemistries of strings that differ, by their ids; empty for a bank of one kind.

    Raises
    ------
    NoAnswer
        There is no bank, and none is needed.
    """
    whole = sheet["storage.bank_wh"].number
    charge_v = sheet.get("storage.charge_v")
    if whole <= FROM_EMPTY or charge_v is None:
        raise NoAnswer("There is no bank to run: choose one first.")
    parts = _by_kind(sheet, rig.storage, kinds, whole)
    most = sheet["charging.bank_max_a"].number * charge_v.number
    bears = {one.chemistry: one.amp_hours * sheet.assumption(f"{one.chemistry}.charge_max_c").number for one in parts}
    total = sum(bears.values())
    fade = 1 - min(0.9, _faded(sheet, rig))
    found = [
        _store(sheet, rig.storage, one, fade, most * bears[one.chemistry] / total, charge_v.number)
        for one in sorted(parts, key=lambda one: -bears[one.chemistry] / one.amp_hours)
    ]
    return tuple(found)


def _by_kind(sheet: Sheet, storage: Storage, kinds: dict[str, Chemistry], whole: float) -> list[_Kind]:
    if len(set(kinds.values())) < 2:
        return [_Kind(storage.chemistry, whole, sheet["storage.bank_ah"].number)]
    found: dict[Chemistry, tuple[float, float]] = {}
    for id, kind in kinds.items():
        wh, amp_hours = found.get(kind, (0.0, 0.0))
        string = f"storage.string.{id}"
        found[kind] = (wh + sheet[f"{string}.wh"].number, amp_hours + sheet[f"{string}.ah"].number)
    return [_Kind(kind, wh, amp_hours) for kind, (wh, amp_hours) in found.items()]


def _faded(sheet: Sheet, rig: Rig) -> float:
    """Share of the capacity that the bank has lost at its age: the allowance for ageing, spread over its life in years."""
    if rig.trial.age_years == 0:
        return 0.0
    life = sheet.get("storage.life_years") or sheet.assumption(f"{rig.storage.chemistry}.calendar_years")
    return sheet.assumption("ageing_frac").number * rig.trial.age_years / max(life.number, 0.5)


def _store(sheet: Sheet, storage: Storage, one: _Kind, fade: float, limit_w: float, charge_v: float) -> Store:
    kind = one.chemistry
    lithium = kind in LITHIUM or (kind == "custom" and storage.is_lithium)
    cold_stop = sheet.get("charging.set.cold_stop_c")
    degrees = np.arange(COLDEST_C, HOTTEST_C + 1)
    points = sheet.curve_points(f"{kind}.capacity_by_bay_c")
    # The charts end; beyond their ends the bank is held to be as at them.
    left = np.interp(degrees, [c for c, _ in points], [frac for _, frac in points])
    over_h = sheet.get("storage.rated_over_h")
    return Store(
        capacity_wh=one.wh * fade,
        round_trip=sheet.assumption(f"{kind}.round_trip_frac").number,
        limit_w=limit_w,
        taper_h=sheet.assumption(f"{kind}.taper_h").number / CONSTANTS_IN_TAPER,
        peukert=sheet.assumption(f"{kind}.peukert").number - 1,
        full_capacity_w=one.wh / (over_h.number if over_h is not None else 20.0),
        floor=_floor(sheet, storage, kind),
        none_below_c=(cold_stop.number if cold_stop is not None else 0.0) if lithium else -100.0,
        slow_below_c=sheet.assumption("lithium_slow_below_c").number if lithium else -100.0,
        slow_w=sheet.assumption("lithium_slow_c").number * one.amp_hours * charge_v if lithium else 0.0,
        none_above_c=sheet.assumption("lithium_stop_above_c").number if lithium else 100.0,
        left_by_c=np.minimum(left, 1.0),
    )


def _floor(sheet: Sheet, storage: Storage, kind: Chemistry) -> float:
    """Charge under a load disconnect, whose volts are held to be those of a rested bank."""
    if storage.shed_v is None or not storage.cells_known:
        return 0.0
    return charge_at(sheet, storage, kind, storage.shed_v)


def charge_at(sheet: Sheet, storage: Storage, kind: Chemistry, volts: float) -> float:
    """Charge of a bank that rests at so many volts, within its curve."""
    cell_v = volts / (sheet["storage.system_v"].number / 12 * cells_per_12v(sheet, storage).number)
    points = sheet.curve_points(f"{kind}.charge_by_rest_v")
    return float(np.interp(cell_v, [v for v, _ in points], [charge for _, charge in points]))


def charge_at_which_it_stops(sheet: Sheet, storage: Storage, peak_w: Floats, dc_w: Floats) -> Floats:
    """Charge at which an inverter stops under a draw: rested volts less the sag of its current meet its cut-off.

    Parameters
    ----------
    peak_w : array
        What it has to give at most in an hour. [W]
    dc_w : array of the same shape
        What the DC loads take beside it. [W]

    Returns
    -------
    array of that shape
        ``NEVER`` where nothing hangs on it, or where neither its cut-off nor the bank's resistance is known.
    """
    cutoff, ohm, rated = (sheet.get(key) for key in ("inverter.cutoff_v", "storage.resistance_ohm", "inverter.rated_w"))
    if cutoff is None or ohm is None or rated is None or rated.number <= 0 or not storage.cells_known:
        return np.full(peak_w.shape, NEVER)
    linear, square = (sheet.assumption(f"inverter_{name}_frac").number for name in ("linear", "square"))
    draw = (1 + linear) * peak_w + square * peak_w**2 / rated.number + dc_w
    cells = sheet["storage.system_v"].number / 12 * cells_per_12v(sheet, storage).number
    cell_v = (cutoff.number + draw / cutoff.number * ohm.number) / cells
    points = sheet.curve_points(f"{storage.chemistry}.charge_by_rest_v")
    at = np.interp(cell_v, [v for v, _ in points], [charge for _, charge in points])
    return np.where(peak_w > 0, np.minimum(at, 0.95), NEVER)
