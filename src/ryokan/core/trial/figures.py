"""What came of a trial, as figures: chances with their intervals, charge, energy, hours and life."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np
import numpy.typing as npt

from ryokan.core.climate.above import Floats
from ryokan.core.climate.stay import MONTHS
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure, Sheet
from ryokan.core.trial.chances import chance
from ryokan.core.trial.prepare import Prepared, sheet_of
from ryokan.core.trial.stretch import longest_looked_at
from ryokan.core.trial.system import Outcome
from ryokan.core.trial.trip import Flags

LOW, MIDDLE, HIGH = 0.05, 0.5, 0.95
OUT_FRAC = 0.9
ENERGY = {  # by the engine's names
    "served_wh": "SERVED",
    "unserved_wh.must": "UNSERVED_MUST",
    "unserved_wh.should": "UNSERVED_SHOULD",
    "unserved_wh.shed": "UNSERVED_SHED",
    "sun_used_wh": "SUN_USED",
    "sun_held_back_wh": "SUN_HELD_BACK",
    "driven_wh": "DRIVEN",
    "hookup_wh": "FROM_HOOKUP",
    "generator_wh": "FROM_GENERATOR",
    "others_wh": "FROM_OTHERS",
    "heated_wh": "HEATED",
    "lost_wh": "LOST",
    "discharged_wh": "DISCHARGED",
    "surplus_served_wh": "SURPLUS_SERVED",
}
# Figures of a trial, with their units.
UNITS = {
    "trial.years": "years",
    "trial.seed": "",
    "trial.nights": "nights",
    "trial.has_source": "",
    "trial.dark_frac": "",
    "trial.dark_frac.*": "",
    "trial.must_dark_frac": "",
    "trial.must_dark_frac.*": "",
    "trial.trip_dark_frac": "",
    "trial.trip_dark_frac.*": "",
    "trial.trip_must_dark_frac": "",
    "trial.trip_must_dark_frac.*": "",
    "trial.dull_sun.*": "",
    "trial.bright_sun.*": "",
    "trial.file_year.dark_frac": "",
    "trial.lowest_frac": "",
    "trial.nights_kept": "nights",
    "trial.days_out_90": "nights",
    "trial.days_out_looked_at": "nights",
    "trial.stay.*.nights": "nights",
    "trial.stay.*.is_open": "",
    "trial.stay.*.dark_frac": "",
    "trial.stay.*.dark_frac.*": "",
    "trial.stay.*.must_dark_frac": "",
    "trial.stay.*.lowest_frac": "",
    "trial.stay.*.dawn_frac": "",
    "trial.stay.*.hours_to_full": "h",
    "trial.stay.*.days_out_90": "nights",
    "trial.month.*.dark_frac": "",
    "trial.month.*.dark_frac.*": "",
    "trial.generator_h": "h",
    "trial.driven_h": "h",
    "trial.hookup_h": "h",
    "trial.cycles_per_year": "",
    "trial.life_years": "years",
    **{f"trial.{name}": "Wh" for name in ENERGY},
}


def figures_of(
    report: Report,
    prepared: Prepared,
    outcome: Outcome,
    dull: Flags,
    bright: Flags,
    first_dark: Mapping[str, Floats],
    *,
    years: int,
    seed: int,
    as_it_came: Flags | None = None,
) -> dict[str, Figure]:
    """Every figure of a trial by its key: all begin with ``trial.``, and name the years and the seed that they come from.

    ``dull`` and ``bright`` are in which nights that count it was dark under a low and a high sun, shape (Y, N);
    ``as_it_came`` the same of the one year of a weather file.
    """
    sheet = sheet_of(report)
    known = set(sheet.figures)
    writer = _Writer(sheet, years, seed)
    _of_the_trip(writer, prepared, outcome, dull, bright)
    if as_it_came is not None:
        writer.put("file_year.dark_frac", float(as_it_came.mean()), "", "One year, its days in the order of the file.")
    _of_stays(writer, prepared, outcome)
    _of_months(writer, prepared, outcome)
    _of_staying_on(writer, first_dark)
    _of_energy(writer, report, prepared, outcome)
    return {key: figure for key, figure in sheet.figures.items() if key not in known}


class _Writer:
    """Writes figures that were simulated, with what they come from."""

    def __init__(self, sheet: Sheet, years: int, seed: int) -> None:
        self.sheet = sheet
        self.years = sheet.given("trial.years", float(years), "years")
        self.seed = sheet.given("trial.seed", float(seed), "")

    def put(self, key: str, value: float | tuple[float, ...], unit: str, note: str = "") -> Figure:
        inputs = {"years": self.years, "seed": self.seed}
        return self.sheet.simulate(f"trial.{key}", value, unit, "trial_run", inputs, note)

    def share(self, key: str, seen: npt.NDArray[Any], *, ends: bool = True) -> Figure:
        """A chance, and between what it lies."""
        found = chance(seen.astype(float))
        note = f"With {found.low:.2%} to {found.high:.2%} it would lie there nineteen times in twenty, by the scatter of years."
        figure = self.put(key, found.frac, "", note)
        if ends:
            self.put(f"{key}.low", found.low, "")
            self.put(f"{key}.high", found.high, "")
        return figure


def _of_the_trip(writer: _Writer, prepared: Prepared, outcome: Outcome, dull: Flags, bright: Flags) -> None:
    counts = prepared.trip.counts
    writer.put("nights", float(counts.sum()), "nights")
    writer.sheet.given("trial.has_source", float(prepared.has_source), "")
    dark, must = outcome.dark_h[:, counts] > 0, outcome.must_dark_h[:, counts] > 0
    writer.share("dark_frac", dark)
    writer.share("must_dark_frac", must)
    writer.share("trip_dark_frac", np.any(dark, axis=1, keepdims=True))
    writer.share("trip_must_dark_frac", np.any(must, axis=1, keepdims=True))
    for name, there in (("dull_sun", dull), ("bright_sun", bright)):
        writer.put(f"{name}.dark_frac", float(there.mean()), "")
        writer.put(f"{name}.trip_dark_frac", float(there.any(axis=1).mean()), "")
    writer.put(
        "lowest_frac", float(np.quantile(outcome.lowest[:, counts].min(axis=1), LOW)), "", "One trip in twenty goes lower."
    )
    kept = np.where(dark.any(axis=1), dark.argmax(axis=1), dark.shape[1])
    writer.put("nights_kept", float(kept.mean()), "nights", "Before the first dark one, on a mean trip.")


def _of_stays(writer: _Writer, prepared: Prepared, outcome: Outcome) -> None:
    trip = prepared.trip
    for at, id in enumerate(trip.stay_ids):
        there = (trip.stays == at) & trip.counts
        if not there.any():
            continue
        base = f"stay.{id}"
        writer.put(f"{base}.nights", float(there.sum()), "nights")
        writer.sheet.given(f"trial.{base}.is_open", float(id in prepared.open_at), "")
        writer.share(f"{base}.dark_frac", outcome.dark_h[:, there] > 0)
        writer.share(f"{base}.must_dark_frac", outcome.must_dark_h[:, there] > 0, ends=False)
        writer.put(f"{base}.lowest_frac", float(np.quantile(outcome.lowest[:, there].min(axis=1), LOW)), "")
        dawns = np.quantile(outcome.at_dawn[:, there], (LOW, MIDDLE, HIGH))
        writer.put(f"{base}.dawn_frac", tuple(dawns.tolist()), "", "Of one dawn in twenty, the middle one, nineteen in twenty.")
        full = outcome.full_h[:, there]
        hours = np.where(full >= 0, full + 24 * np.arange(full.shape[1]), np.inf).min(axis=1)
        middle = float(np.median(hours))
        if np.isfinite(middle):
            writer.put(f"{base}.hours_to_full", middle, "h", "After noon of the day of arrival.")


def _of_months(writer: _Writer, prepared: Prepared, outcome: Outcome) -> None:
    trip = prepared.trip
    months = np.array([trip.segments[at].month for at in trip.days.segments[:, 0]])
    for month in sorted(set(months[trip.counts].tolist())):
        writer.share(f"month.{MONTHS[month - 1]}.dark_frac", outcome.dark_h[:, (months == month) & trip.counts] > 0)


def _of_staying_on(writer: _Writer, first_dark: Mapping[str, Floats]) -> None:
    """Nights that nine in ten years keep, at each stay by itself and at the shortest of them."""
    if not first_dark:
        return
    kept = {id: float(np.quantile(nights, 1 - OUT_FRAC, method="lower")) for id, nights in first_dark.items()}
    for id, nights in kept.items():
        writer.put(f"stay.{id}.days_out_90", nights, "nights", "Begun as on departure in its dullest month, and stayed on.")
    writer.put("days_out_90", min(kept.values()), "nights", "At the stay where it is fewest.")
    writer.put("days_out_looked_at", float(longest_looked_at(len(first_dark))), "nights")


def _of_energy(writer: _Writer, report: Report, prepared: Prepared, outcome: Outcome) -> None:
    from ryokan.core.trial import engine

    trip = prepared.trip
    counted = np.array([one.counted for one in trip.segments])
    of_trip = outcome.sums[:, counted].sum(axis=1).mean(axis=0)
    for name, place in ENERGY.items():
        writer.put(name, max(0.0, float(of_trip[getattr(engine, place)])), "Wh", "On a mean trip.")
    if prepared.system.fixed.generator_w > 0:
        writer.put("generator_h", float(of_trip[engine.GENERATOR_H]), "h", "On a mean trip.")
    if prepared.system.driving_w.any():
        stays = report.traces.rig.stays
        nights = [trip.stay_ids[at] for at, is_counted in zip(trip.stays, trip.counts, strict=True) if is_counted]
        writer.put("driven_h", sum(stays[id].driving_hours_per_day for id in nights), "h", "Of the whole trip.")
    if prepared.system.on_mains.any():
        afternoons, mornings = trip.days.segments[trip.counts].T
        on = prepared.system.on_mains
        hours = 12 * (on[afternoons].sum() + on[mornings].sum())
        writer.put("hookup_h", float(hours), "h", "Of the whole trip, from noon of each arrival on.")
    _life(writer, report, prepared, float(of_trip[engine.DISCHARGED]))


def _life(writer: _Writer, report: Report, prepared: Prepared, discharged_wh: float) -> None:
    """Full cycles in a year of such trips, and after how many years they or the calendar are used up. (common practice)"""
    whole = sum(store.capacity_wh for store in prepared.system.stores)
    chemistry, sheet = report.traces.rig.storage.chemistry, writer.sheet
    a_year = discharged_wh / whole * 365 / int(prepared.trip.counts.sum())
    cycles = writer.put("cycles_per_year", a_year, "", "Of the whole capacity, were the year all like the trip.")
    good_for = sheet.get("storage.unit.cycles") or sheet.assumption(f"{chemistry}.cycles")
    if cycles.number > 0:
        sheet.compute(
            "trial.life_years",
            "min(calendar, cycles × dod ÷ a_year)",
            "years",
            "practice",
            calendar=sheet.assumption(f"{chemistry}.calendar_years"),
            cycles=good_for,
            dod=sheet.assumption(f"{chemistry}.dod_frac"),
            a_year=cycles,
        )
