"""The loads of a rig as tables by the hour: what runs when, by weekday, by the air outside, by importance."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import passed_on
from ryokan.core.links.ends import GROUP, ROW_PREFIX
from ryokan.core.loads.model import Ambient, Load
from ryokan.core.loads.profile import HOURS, normal, preset_of, shares
from ryokan.core.loads.rows import STATED_ENERGY, counted_as, on_the_hookup_alone
from ryokan.core.loads.seasons import in_month
from ryokan.core.rig import Rig

AMBIENTS: tuple[Ambient, ...] = ("freezing", "cold", "mild", "hot")
WEEK = 7
WEEKEND = (5, 6)
MAX_SHED_LEVELS = 4
MUST, SHOULD, FIRST_SHED = 0, 1, 2


@dataclass(frozen=True, slots=True, eq=False)
class Running:
    """One load as the trial takes it.

    ``on_h`` is how much of each hour it is on, on a day of use, shape (24,); ``duty`` what a thermostat lets it run of that, by
    the air outside, shape (4,); ``of_bank`` what the bank gives for a watt of it where it runs on DC.
    """

    id: str
    load: Load
    watts: float
    on_h: Floats
    duty: Floats
    days: tuple[int, ...]
    level: int
    of_bank: float


def running_loads(sheet: Sheet, rig: Rig) -> list[Running]:
    """What runs of a rig's loads, with what it feeds of other systems. The bank's heaters are the bank's own matter."""
    rows = dict(rig.active_loads())
    found = []
    orders = sorted({load.shed_order for load in rows.values() if load.importance == "shed"}, reverse=True)
    levels = {order: FIRST_SHED + min(at, MAX_SHED_LEVELS - 1) for at, order in enumerate(orders)}
    for id, load in rows.items():
        watts = sheet.get(f"loads.row.{id}.running_w")
        if watts is None or watts.number <= 0:
            continue
        level = {"must": MUST, "should": SHOULD}.get(load.importance, levels.get(load.shed_order, FIRST_SHED))
        share = 1.0 if load.feed == "ac" else passed_on(sheet, load.feed).number
        found.append(
            Running(id, load, watts.number, on_hours(load), duty_of(load), days_of(load.days_per_week), level, 1 / share)
        )
    for id, link in sorted(rig.links.items()):
        row = f"loads.row.{ROW_PREFIX}{id}"
        if (watts := sheet.get(f"{row}.running_w")) is None or not link.gives:
            continue
        feed = "ac" if link.source == "inverter" else "dc"
        hours = sheet[f"{row}.hours_per_day"].number
        driving = link.hours_per_day is None
        load = counted_as(
            name=link.system, group=GROUP, feed=feed, draw_w=watts.number, hours_per_day=hours, profile="sun",
            when="driving" if driving else "always",
        )  # fmt: skip
        share = 1.0 if feed == "ac" else passed_on(sheet, "dc").number
        duty, days = np.ones(len(AMBIENTS)), tuple(range(WEEK))
        found.append(Running(ROW_PREFIX + id, load, watts.number, on_hours(load), duty, days, SHOULD, 1 / share))
    return found


def on_hours(load: Load) -> Floats:
    """How much of each hour a load is on, on a day of use: its hours by its profile, no hour more than full. Shape (24,). [h]

    What a profile puts into an hour beyond that hour runs in those beside it that have room.
    """
    bars = normal(load.bars) if load.bars else shares()[preset_of(load)]
    wanted = load.hours_per_day * np.array(bars)
    hours = np.minimum(wanted, 1.0)
    left = float(wanted.sum() - hours.sum())
    while left > 1e-9 and hours.min() < 1:
        room = np.where(hours < 1, np.where(wanted > 0, wanted, 1e-3), 0.0)
        more = np.minimum(left * room / room.sum(), 1 - hours)
        hours = hours + more
        left -= float(more.sum())
    return hours


def duty_of(load: Load) -> Floats:
    """What a thermostat lets it run, by the air outside: shape (4,)."""
    if isinstance(load.draw, STATED_ENERGY) or not load.duty_by_ambient:
        return np.full(len(AMBIENTS), load.duty_frac)
    return np.array([load.duty_by_ambient.get(one, load.duty_frac) for one in AMBIENTS])


def days_of(days_per_week: int) -> tuple[int, ...]:
    """Weekdays of use, 0 for Monday: one or two are those of the weekend, more run from Monday on. (common practice)"""
    if days_per_week <= len(WEEKEND):
        return WEEKEND[:days_per_week]
    return tuple(range(days_per_week))


@dataclass(frozen=True, slots=True)
class Place:
    """What of a stay and month matters to its loads."""

    month: int  # 1 to 12
    hookup: bool
    driving: tuple[float, ...]  # share of each hour that is driven
    stay: str


@dataclass(frozen=True, slots=True, eq=False)
class HourlyLoads:
    """Tables for the engine, for each place asked for: see :class:`.system.System`.

    ``peak_w`` (S, 7, 24, L) is the largest AC draw that may come up in an hour: the largest load with the mean of the others;
    ``on_share`` (S, 7, 24, L) how much of an hour any AC load is on; ``alone`` (S, 7, 24) is 1 where something that must run is
    on and has no backup.
    """

    anchors_c: Floats
    levels: int
    dc_wh: Floats
    ac_wh: Floats
    ac_spread: Floats
    peak_w: Floats
    on_share: Floats
    surplus_from: Floats
    surplus_wh: Floats
    alone: Floats


def by_the_hour(
    loads: Sequence[Running],
    places: Sequence[Place],
    anchors_c: Sequence[float],
    scale: float,
    rig: Rig,
    held: Collection[str] = (),
) -> HourlyLoads:
    """The loads of each place by weekday, air, hour and level, each level with those before it.

    ``scale`` is what everything is multiplied by where a meter counted other days than the audit has, ``held`` are the loads
    that have a backup.
    """
    follows = any(np.ptp(one.duty) > 0 for one in loads)
    anchors = len(AMBIENTS) if follows else 1
    levels = max([FIRST_SHED, *(one.level + 1 for one in loads)])
    shape = (len(places), WEEK, anchors, HOURS, levels)
    dc, ac, spread = (np.zeros(shape) for _ in range(3))
    peak, on = (np.zeros((len(places), WEEK, HOURS, levels)) for _ in range(2))
    plain = [one for one in loads if one.load.when != "above_charge"]
    abundant = [one for one in loads if one.load.when == "above_charge" and one.load.feed != "ac"]
    abundant += [one for one in loads if one.load.when == "above_charge" and one.load.feed == "ac"]
    kept: dict[Place, int] = {}
    for at, place in enumerate(places):
        if place in kept:  # stays that are alike to all loads
            for table in (dc, ac, spread, peak, on):
                table[at] = table[kept[place]]
            continue
        kept[place] = at
        for one in plain:
            _put(one, place, rig, scale, (dc[at], ac[at], spread[at], peak[at], on[at]))
    for table in (dc, ac, spread, on):
        np.cumsum(table, axis=-1, out=table)
    peak = np.maximum.accumulate(peak, axis=-1) + ac.max(axis=2)
    alone = np.zeros((len(places), WEEK, HOURS))
    for at, place in enumerate(places):
        for one in plain:
            if one.level == MUST and one.id not in held:
                alone[at, list(one.days)] = np.maximum(alone[at, list(one.days)], _there(one, place, rig) > 0)
    surplus = np.zeros((len(abundant), len(places), WEEK, HOURS))
    for row, one in enumerate(abundant):
        for at, place in enumerate(places):
            there = _there(one, place, rig)
            wh = one.watts * float(one.duty.max()) * there * one.of_bank * scale
            surplus[row, at, list(one.days)] = wh
    return HourlyLoads(
        anchors_c=np.array(anchors_c if follows else anchors_c[:1], float),
        levels=levels,
        dc_wh=dc,
        ac_wh=ac,
        ac_spread=spread,
        peak_w=peak,
        on_share=np.minimum(on, 1.0),
        surplus_from=np.array([one.load.above_charge_frac for one in abundant], float),
        surplus_wh=surplus,
        alone=alone,
    )


def _put(one: Running, place: Place, rig: Rig, scale: float, tables: tuple[Floats, ...]) -> None:
    dc, ac, spread, peak, on = tables
    there = _there(one, place, rig)
    if not there.any():
        return
    days, level = list(one.days), one.level
    duty = one.duty if dc.shape[1] > 1 else one.duty[:1]
    runs = duty[:, None] * there[None, :]  # share of each hour that it draws, by the air
    mean = one.watts * runs * scale
    if one.load.feed == "ac":
        ac[days, :, :, level] += mean
        # Mean of the squares less the square of the mean: an inverter loses by what runs, not by the hour's mean.
        spread[days, :, :, level] += (one.watts * scale) ** 2 * runs - mean**2
        lone = np.where(there > 0, one.watts - mean.max(axis=0), 0.0)
        peak[days, :, level] = np.maximum(peak[days, :, level], lone)
        on[days, :, level] += there
    else:
        dc[days, :, :, level] += mean * one.of_bank


def _there(one: Running, place: Place, rig: Rig) -> Floats:
    """How much of each hour a load is on at a place. Shape (24,)."""
    load, driving = one.load, np.array(place.driving)
    if not in_month(load, place.month, rig.brief.hemisphere) or (on_the_hookup_alone(load) and not place.hookup):
        return np.zeros(HOURS)
    if one.id.startswith(ROW_PREFIX) and place.stay in rig.links[one.id.removeprefix(ROW_PREFIX)].absent_at:
        return np.zeros(HOURS)
    if load.when == "driving":
        total = float(driving.sum())
        return np.asarray(driving * min(1.0, load.hours_per_day / total)) if total > 0 else driving
    if load.when == "anchor":
        return np.asarray(one.on_h * (1 - driving))
    return one.on_h


def meter_scale(figures: Mapping[str, Figure]) -> float:
    """What the audit is multiplied by where a meter's days stand in its place."""
    counted, audit = figures.get("loads.meter.wh_per_day"), figures.get("loads.wh_per_day_at_bank")
    return counted.number / audit.number if counted is not None and audit is not None and audit.number > 0 else 1.0
