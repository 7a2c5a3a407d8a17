"""A rig and its report as what the engine runs on."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ryokan.core.climate.above import MEAN_DAYS, Floats, extraterrestrial_kwh_per_m2
from ryokan.core.climate.journey import located
from ryokan.core.climate.measured import cold_by_month_k, sun_there
from ryokan.core.climate.stay import place_of
from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report
from ryokan.core.figure import Sheet
from ryokan.core.links.model import Link
from ryokan.core.loads.quiet import quiet_span
from ryokan.core.loads.step import by_meter
from ryokan.core.parts.fitted import Fitted
from ryokan.core.rig import Rig
from ryokan.core.solar.model import OwnSun
from ryokan.core.storage.heating import ROW_ID
from ryokan.core.storage.model import Chemistry
from ryokan.core.trial.backup import UNKNOWN_H, Backups, backups_of
from ryokan.core.trial.bank import charge_at_which_it_stops, stores_of
from ryokan.core.trial.lent import Beside, Lender, bank_links, lent
from ryokan.core.trial.loads_by_hour import (
    AMBIENTS,
    FIRST_SHED,
    HourlyLoads,
    Place,
    Running,
    by_the_hour,
    meter_scale,
    running_loads,
)
from ryokan.core.trial.sun_by_hour import air_by_hour, hours_of_sun
from ryokan.core.trial.system import NEVER, Fixed, System, Weather
from ryokan.core.trial.trip import Segment, Trip, trip_of
from ryokan.core.trial.weather import Rain, draw_weather

NONE = "none"  # somebody has said that there is none
SOMEWHERE = (0.0, 0.0)  # of a stay without a place, whose air is what was said and whose sun nobody reckons with


@dataclass(frozen=True, slots=True, eq=False)
class Prepared:
    """A rig ready to be run: its system, its trip, its loads; and by segment how wide its sun and its air scatter.

    ``off_frac`` is what the mean sun of a month may be off by, either way, eight times in ten; ``air_spread_k`` one standard
    deviation of a day's air. Shapes (S,). ``open`` are what is there
    or planned, and not known or not chosen: codes of what the trial then does; ``open_at`` the stays at which
    that leaves something out. ``own_sun`` is the weather file that the sun is of, if it is; ``lenders``
    are the systems of the job out of whose banks something comes, ``as_due`` the names of
    those that are taken to give what is due, since they cannot be run along.
    """

    system: System
    trip: Trip
    loads: tuple[Running, ...]
    off_frac: Floats
    air_spread_k: Floats
    places: tuple[tuple[float, float], ...]
    open: tuple[str, ...]
    open_at: frozenset[str]
    own_sun: OwnSun | None = None
    lenders: tuple[Lender, ...] = ()
    as_due: tuple[str, ...] = ()

    @property
    def has_source(self) -> bool:
        """Whether anything charges the bank anywhere on the trip."""
        system = self.system
        some = (system.sun_w, system.hookup_w, system.driving_w, system.others_w)
        return system.fixed.generator_w > 0 or any(bool(one.any()) for one in some)

    @property
    def backup_h(self) -> float | None:
        """For how long the shortest of the backups holds what must run; None where there is none, or nobody knows. [h]"""
        hours = self.system.fixed.backup_h
        return hours if 0 < hours < UNKNOWN_H else None

    def year_of_file(self) -> Weather | None:
        """The one year of the rig's weather file, in the order of its days; None where there is none."""
        own = self.own_sun
        if own is None or not own.share_by_day:
            return None
        at = self.trip.day_numbers % len(own.share_by_day)
        share, air = (np.array(one)[at][None] for one in (own.share_by_day, own.air_off_k_by_day))
        return Weather(share, air)

    def weather(self, seed: int, years: int, *, first_year: int = 0, rain: Sequence[Rain] = ()) -> Weather:
        """Years of weather along its trip, with what the systems beside it have to give in them."""
        of_night = self.trip.days.segments
        drawn = draw_weather(
            self.places, of_night, self.trip.day_numbers, self.air_spread_k[of_night],
            seed=seed, years=years, first_year=first_year, rain=rain,
        )  # fmt: skip
        if not self.lenders:
            return drawn
        return replace(drawn, lent=lent(self.lenders, self.trip, seed, years, first_year=first_year, rain=rain))


def prepare(report: Report, beside: Beside | None = None) -> Prepared:
    """The rig of a report as the engine takes it.

    Parameters
    ----------
    report : Report
    beside : mapping of link to report, optional
        The systems out of whose banks links bring something; those that are left out are taken to give what is due, as are
        those that cannot be run.

    Raises
    ------
    NoAnswer
        There is nothing to run: no stay, no bank, no load, or an array at a place that nobody has named.
    """
    rig, chosen = report.traces.rig, report.traces.chosen
    sheet = sheet_of(report)
    trip = trip_of(rig, _sunny_month(rig))
    loads = running_loads(sheet, rig)
    if not loads:
        raise NoAnswer("Nothing runs yet: a trial needs loads.")
    if rig.storage.bank is None:
        raise NoAnswer("Choose a bank first: a trial runs what is there.")
    segments, backups = trip.segments, backups_of(sheet, rig)
    driving = _driven_share(rig, sheet, segments)
    tables = by_the_hour(
        loads,
        [
            Place(
                month=one.month,
                hookup=rig.stays[one.stay].hookup != "none",
                driving=tuple(driving[at].tolist()),
                stay=one.stay if rig.links else "",
            )
            for at, one in enumerate(segments)
        ],
        [sheet.assumption(f"ambient_{one}_c").number for one in AMBIENTS],
        meter_scale(report.figures) if by_meter(rig.brief) else 1.0,
        rig,
        backups.holds,
    )
    places = located(rig)
    system = System(
        stores=stores_of(sheet, rig, _kinds(chosen)),
        fixed=_fixed(sheet, rig, backups),
        sun_w=hours_of_sun(rig, sheet, segments, chosen.panels),
        air_c=air_by_hour(rig, sheet, segments),
        hookup_w=_hookup_w(sheet, rig, segments),
        on_mains=np.array([float(rig.stays[one.stay].hookup != "none") for one in segments]),
        driving_w=driving * _volts_times(sheet, "charging.mode.driving.into_bank_a"),
        others_w=_others_w(sheet, rig, segments, driving, rig.links),
        generator_may=_generator_may(rig),
        anchors_c=tables.anchors_c,
        let_go=_let_go(rig, tables.levels),
        dc_wh=tables.dc_wh,
        ac_wh=tables.ac_wh,
        ac_spread=tables.ac_spread,
        idle_wh=_idle_wh(sheet, rig, tables),
        stops_at=charge_at_which_it_stops(sheet, rig.storage, tables.peak_w, tables.dc_wh.max(axis=2)),
        alone=tables.alone,
        surplus_from=tables.surplus_from,
        surplus_wh=_through_inverter(sheet, loads, tables),
    )
    lenders, as_due = _lenders(sheet, rig, segments, driving, beside or {})
    at = [place_of(places[one.stay]) if one.stay in places else SOMEWHERE for one in segments]
    return Prepared(
        system=system,
        trip=trip,
        loads=tuple(loads),
        off_frac=np.array([_off_frac(sheet, rig, one) for one in segments]),
        air_spread_k=np.array([_air_spread_k(sheet, rig, one) for one in segments]),
        places=tuple(at),
        open=(still_open := tuple(_open(sheet, rig, backups))),
        open_at=_open_at(rig, trip, still_open),
        own_sun=rig.solar.own_sun if rig.solar.sun_from == "file" else None,
        lenders=lenders,
        as_due=as_due,
    )


def _lenders(
    sheet: Sheet, rig: Rig, segments: Sequence[Segment], driving: Floats, beside: Beside
) -> tuple[tuple[Lender, ...], tuple[str, ...]]:
    whole = _others_w(sheet, rig, segments, driving, rig.links)
    found, as_due = list[Lender](), list[str]()
    for id in bank_links(rig):
        link = rig.links[id]
        brings = _others_w(sheet, rig, segments, driving, {id: link})
        if not brings.any():
            continue
        try:
            theirs = prepare(beside[id]) if id in beside else None
        except NoAnswer:
            theirs = None
        if theirs is None:
            as_due.append(link.system)
        else:
            share = np.divide(brings, whole, out=np.zeros_like(whole), where=whole > 0)
            found.append(Lender(theirs, share, link.source == "inverter"))
    return tuple(found), tuple(as_due)


def sheet_of(report: Report) -> Sheet:
    """A sheet on which stands what the report has, to work out more beside it."""
    rig = report.traces.rig
    sheet = Sheet(dict(rig.assumptions), rig.storage.own_curves)
    sheet.figures.update(report.figures)
    return sheet


def _sunny_month(rig: Rig) -> int:
    """The month in which the sun stands highest over the first stay."""
    stays = located(rig)
    lat_deg = next((stay.lat_deg for stay in stays.values() if stay.lat_deg is not None), None)
    if lat_deg is None:
        return 6 if rig.brief.hemisphere == "north" else 12
    return 1 + int(np.argmax([extraterrestrial_kwh_per_m2(lat_deg, day) for day in MEAN_DAYS]))


def _kinds(chosen: Fitted) -> dict[str, Chemistry]:
    return {id: units[0].chemistry for id, units in chosen.strings.items() if units}


def _volts_times(sheet: Sheet, key: str) -> float:
    """Watts of amps at charging volts; none where there is no such figure."""
    amps, charge_v = sheet.get(key), sheet.get("storage.charge_v")
    return 0.0 if amps is None or charge_v is None else amps.number * charge_v.number


def _driven_share(rig: Rig, sheet: Sheet, segments: Sequence[Segment]) -> Floats:
    """How much of each hour is driven: a day's driving begins in the morning and goes on without a break. Shape (S, 24)."""
    out = np.zeros((len(segments), 24))
    for at, one in enumerate(segments):
        hours = rig.stays[one.stay].driving_hours_per_day
        begins = min(sheet.assumption("trial_driving_from_h").number, 24 - hours)
        out[at] = np.clip(begins + hours - np.arange(24), 0, 1) - np.clip(begins - np.arange(24), 0, 1)
    return np.clip(out, 0, 1)


def _hookup_w(sheet: Sheet, rig: Rig, segments: Sequence[Segment]) -> Floats:
    """What chargers bring on hookups. Where nobody has said what charges there, the bank is held to be kept full. (S,) [W]"""
    kept = _volts_times(sheet, "charging.bank_max_a") if _charger_is_open(sheet, rig) else None
    return np.array(
        [
            0.0
            if rig.stays[one.stay].hookup == "none"
            else _volts_times(sheet, f"charging.stay.{one.stay}.charge_a")
            if kept is None
            else kept
            for one in segments
        ]
    )


def _charger_is_open(sheet: Sheet, rig: Rig) -> bool:
    """Whether it is not known what charges on a hookup: something is to be there, and nobody has said or chosen what."""
    return "charging.shore.have_a" not in sheet and rig.charging.shore_charger != NONE


def _open_at(rig: Rig, trip: Trip, still_open: Collection[str]) -> frozenset[str]:
    """Stays at which something would charge that is not chosen or not known, and those that such a one leaves its bank to.

    A hookup is held to keep the bank full.
    """
    if {"array", "generator"} & set(still_open):
        return frozenset(rig.stays)
    if "driving" not in still_open:
        return frozenset()
    found, left_open = set[str](), False
    for at, begins in zip(trip.stays.tolist(), trip.days.begins.tolist(), strict=True):
        id = trip.stay_ids[at]
        left_open = (left_open and not begins) or rig.stays[id].driving_hours_per_day > 0
        if left_open:
            found.add(id)
    return frozenset(found)


def _open(sheet: Sheet, rig: Rig, backups: Backups) -> Iterator[str]:
    """What is there or planned, and of which nobody knows what it gives."""
    if any(stay.hookup != "none" for stay in rig.stays.values()) and _charger_is_open(sheet, rig):
        yield "hookup"
    driven = any(stay.driving_hours_per_day > 0 for stay in rig.stays.values())
    if driven and "charging.mode.driving.into_bank_a" not in sheet and rig.charging.paths:
        yield "driving"
    if any(f"solar.array.{id}.watts_w" not in sheet for id in rig.solar.ordered_arrays()):
        yield "array"
    if rig.charging.generators and "charging.mode.generator.into_bank_a" not in sheet:
        yield "generator"
    if backups.is_open:
        yield "backup"


def _others_w(sheet: Sheet, rig: Rig, segments: Sequence[Segment], driving: Floats, links: Mapping[str, Link]) -> Floats:
    """What other systems of the job bring: while driving, or for so many hours about noon. Shape (S, 24). [W]"""
    out = np.zeros((len(segments), 24))
    for id, link in links.items():
        watts = _volts_times(sheet, f"charging.link.{id}.output_a")
        if link.gives or watts == 0:
            continue
        for at, one in enumerate(segments):
            if one.stay in link.absent_at:
                continue
            if link.hours_per_day is None:
                out[at] += watts * driving[at]
            else:
                begins = 12 - link.hours_per_day / 2
                until = np.clip(begins + link.hours_per_day - np.arange(24), 0, 1)
                out[at] += watts * (until - np.clip(begins - np.arange(24), 0, 1))
    return out


def _generator_may(rig: Rig) -> Floats:
    """Hours in which a generator may run: all but the quiet ones, as far as they are said as hours."""
    span = quiet_span(rig.brief.quiet_hours)
    if span is None:
        return np.ones(24)
    first, last = span
    return np.array([float((hour - first) % 24 >= (last - first) % 24) for hour in range(24)])


def _let_go(rig: Rig, levels: int) -> Floats:
    """Charge below which each level is switched off by hand; what matters least goes first, the others in even steps."""
    out = np.full(levels, NEVER)
    shed, spare = rig.trial.shed_below_frac, rig.trial.spare_below_frac
    if shed is not None:
        count = levels - FIRST_SHED
        lowest = spare if spare is not None else shed / 2
        for at in range(count):
            out[levels - 1 - at] = shed - (shed - lowest) * at / count
    if spare is not None:
        out[1] = spare
        out[FIRST_SHED:] = np.maximum(out[FIRST_SHED:], spare)
    return out


def _idle_wh(sheet: Sheet, rig: Rig, tables: HourlyLoads) -> Floats:
    """What the inverters draw by themselves: when they are on is a choice of the rig. Shape (S, 7, 24, L). [Wh]"""
    idle, others = sheet.get("inverter.idle_w"), sheet.get("inverter.others_idle_wh_per_day")
    beside = 0.0 if others is None else others.number / 24
    if idle is None:
        return np.full(tables.on_share.shape, beside)
    if rig.inverter.on == "always":
        on = np.ones(tables.on_share.shape)
    elif rig.inverter.on == "by_hand":
        asked = tables.on_share.sum(axis=2, keepdims=True)
        even = np.full(tables.on_share.shape, 1 / 24)
        shape = np.divide(tables.on_share, asked, out=even, where=asked > 0)
        on = np.minimum(rig.inverter.on_hours_per_day * shape, 1.0)
    else:
        on = tables.on_share
    return idle.number * on + beside


def _through_inverter(sheet: Sheet, loads: Sequence[Running], tables: HourlyLoads) -> Floats:
    """Loads that run when charge abounds, at the bank: AC ones by the inverter's curve at their own draw. [Wh]"""
    abundant = [one for one in loads if one.load.when == "above_charge"]
    ordered = [one for one in abundant if one.load.feed != "ac"] + [one for one in abundant if one.load.feed == "ac"]
    out = tables.surplus_wh.copy()
    rated = sheet.get("inverter.rated_w")
    linear, square = (sheet.assumption(f"inverter_{name}_frac").number for name in ("linear", "square"))
    for at, one in enumerate(ordered):
        if one.load.feed == "ac" and rated is not None and rated.number > 0:
            out[at] *= 1 + linear + square * one.watts / rated.number
    return out


def _fixed(sheet: Sheet, rig: Rig, backups: Backups) -> Fixed:
    rated, storage = sheet.get("inverter.rated_w"), rig.storage
    square = sheet.assumption("inverter_square_frac").number
    heater = sheet.get(f"loads.row.{ROW_ID}.running_w")
    generators = list(rig.charging.ordered_generators().values())
    start, stop, hours = _generator_run(sheet, rig)
    of_air = {"outside": 1.0, "vented_enclosure": sheet.assumption("bay_air_vented_frac").number}.get(
        storage.bay or "", sheet.assumption("bay_air_living_frac").number
    )
    return Fixed(
        linear=sheet.assumption("inverter_linear_frac").number,
        square=0.0 if rated is None or rated.number <= 0 else square / rated.number,
        recovery_wh=sheet.assumption("trial_recovery_wh").number,
        inverter_recovery_wh=sheet.assumption("trial_inverter_recovery_wh").number,
        heater_w=0.0 if heater is None else heater.number,
        heater_below_c=sheet.assumption("heater_below_c").number,
        generator_w=_volts_times(sheet, "charging.mode.generator.into_bank_a") if generators else 0.0,
        generator_start=start,
        generator_stop=stop,
        generator_hours=hours,
        bay_of_air=of_air,
        bay_indoors_c=sheet.assumption("trial_indoors_c").number,
        bay_lowest_c=storage.bay_c,
        bay_highest_c=max(storage.bay_c, storage.bay_hot_c),
        start=rig.trial.start_frac,
        back_wh=sheet.assumption("trial_back_wh").number,
        backup_h=backups.hours,
        backup_per_h=backups.hours / sheet.assumption("trial_backup_refill_h").number,
    )


def _generator_run(sheet: Sheet, rig: Rig) -> tuple[float, float, float]:
    """Charge at which the strongest generator is started and stopped, and hours that it may run a day."""
    known = {id: one for id, one in rig.charging.ordered_generators().items() if f"charging.generator.{id}.gives_w" in sheet}
    if not known:
        return NEVER, NEVER, 24.0
    one = known[max(known, key=lambda id: sheet[f"charging.generator.{id}.gives_w"].number)]
    start = sheet.assumption("trial_generator_start_frac").number if one.start_frac is None else one.start_frac
    stop = sheet.assumption("trial_generator_stop_frac").number if one.stop_frac is None else one.stop_frac
    return start, max(start, stop), 24.0 if one.hours_per_day is None else one.hours_per_day


def _off_frac(sheet: Sheet, rig: Rig, segment: Segment) -> float:
    """What the mean sun of a month may be off by, eight times in ten; a weather file by what years differ."""
    stay = located(rig).get(segment.stay)
    if stay is None:
        return 0.0
    if rig.solar.sun_from == "file":
        found = sheet.get("climate.year_to_year_frac")
        return 0.1 if found is None else found.number
    spread = float(sun_there(*place_of(stay)).spread_over_far[segment.month - 1])
    return min(0.9, sheet.assumption("reanalysis_uncertainty_frac").number * spread)


def _air_spread_k(sheet: Sheet, rig: Rig, segment: Segment) -> float:
    stay = located(rig).get(segment.stay)
    if stay is None:
        return 0.0
    return sheet.assumption("trial_air_spread_frac").number * cold_by_month_k(*place_of(stay))[segment.month - 1]
