"""What the engine runs on: a rig as tables by the hour, a trip as days, years of weather; and what came of it."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from typing import Any, TypeAlias

import numpy as np
import numpy.typing as npt

from ryokan.core.climate.above import Floats

Counts: TypeAlias = npt.NDArray[np.signedinteger[Any]]

NEVER = -1.0  # a share that no charge lies under
NO_LIMIT_W = 1e9
CHUNK_YEARS = 10  # after so many years progress is told and a wish to stop is heard
COLDEST_C, HOTTEST_C = -40, 60  # ends of the table of what cold leaves, one entry a degree
DEGREES = HOTTEST_C - COLDEST_C + 1


def _all_of_it() -> Floats:
    return np.ones(DEGREES)


@dataclass(frozen=True, slots=True, eq=False)
class Store:
    """A part of the bank that is charged and discharged as one: all strings of one chemistry.

    ``left_by_c`` is the share of the capacity that each degree from -40 to 60 °C leaves, shape (101,). ``full_capacity_w`` is
    the draw up to which it gives all of its rating, ``peukert`` the exponent less one.
    """

    capacity_wh: float
    round_trip: float = 1.0
    limit_w: float = NO_LIMIT_W
    taper_h: float = 0.0
    peukert: float = 0.0
    full_capacity_w: float = NO_LIMIT_W
    floor: float = 0.0
    none_below_c: float = -100.0
    slow_below_c: float = -100.0
    slow_w: float = 0.0
    none_above_c: float = 100.0
    left_by_c: Floats = field(default_factory=_all_of_it)

    def row(self) -> list[float]:
        """Its figures in the engine's order."""
        return [
            self.capacity_wh, self.round_trip, self.limit_w, self.taper_h, self.peukert, self.full_capacity_w,
            self.floor, self.none_below_c, self.slow_below_c, self.slow_w, self.none_above_c,
        ]  # fmt: skip


@dataclass(frozen=True, slots=True, eq=False)
class Fixed:
    """What holds for the whole trip, in the engine's order. Wh, W, °C, and shares of the charge that is available."""

    linear: float = 0.0
    square: float = 0.0  # over the rating [1/W]
    recovery_wh: float = 0.0
    inverter_recovery_wh: float = 0.0
    heater_w: float = 0.0
    heater_below_c: float = 0.0
    generator_w: float = 0.0
    generator_start: float = NEVER
    generator_stop: float = NEVER
    generator_hours: float = 24.0
    bay_of_air: float = 0.0
    bay_indoors_c: float = 25.0
    bay_lowest_c: float = -100.0
    bay_highest_c: float = 100.0
    start: float = 1.0
    back_wh: float = 0.0
    backup_h: float = 0.0
    backup_per_h: float = 0.0

    def row(self) -> list[float]:
        """The same as a list."""
        return [getattr(self, name) for name in self.__slots__]


@dataclass(frozen=True, slots=True, eq=False)
class System:
    """A rig by the hour, for each segment of its trip: one stay in one month.

    Shapes: S segments, K temperatures that loads are given for, L levels of importance. ``sun_w`` (S, 20, 24) is what arrives
    at the bank on the days of the month from the dullest to the brightest; ``air_c`` (S, 24) a mean day; ``hookup_w`` (S,);
    ``driving_w`` and ``others_w`` (S, 24). ``dc_wh``, ``ac_wh`` and ``ac_spread`` (S, 7, K, 24, L) are the loads of an hour,
    each level with those before it; ``idle_wh`` and ``stops_at`` (S, 7, 24, L) the inverter's own draw and the charge at which
    it stops. ``alone`` (S, 7, 24) is 1 where something that must run is on and has no backup of its own. ``let_go`` (L,) is the
    charge below which a level is switched off by hand; ``surplus_wh`` (N, S, 7, 24) are loads that run from the charge
    ``surplus_from`` (N,) on.
    """

    stores: tuple[Store, ...]
    fixed: Fixed
    sun_w: Floats
    air_c: Floats
    hookup_w: Floats
    on_mains: Floats
    driving_w: Floats
    others_w: Floats
    generator_may: Floats
    anchors_c: Floats
    let_go: Floats
    dc_wh: Floats
    ac_wh: Floats
    ac_spread: Floats
    idle_wh: Floats
    stops_at: Floats
    alone: Floats
    surplus_from: Floats
    surplus_wh: Floats

    @property
    def segments(self) -> int:
        """How many segments the trip has."""
        return len(self.hookup_w)


@dataclass(frozen=True, slots=True, eq=False)
class Days:
    """The nights of a trip in a row, each from noon to noon, by afternoon and morning: their segment and weekday. (N, 2)

    ``begins`` (N,) is 1 before nights at whose noon the bank is as on departure; before the first it always is.
    """

    segments: Counts
    weekdays: Counts
    begins: Counts

    @property
    def nights(self) -> int:
        """How many."""
        return len(self.segments)


@dataclass(frozen=True, slots=True, eq=False)
class Weather:
    """Years of weather over the halves of the nights: (Y, N, 2).

    ``share`` is where a day lies between the dullest (0) and the brightest (1) of its month, ``air_off_k`` how far its air is
    from the mean. [K] ``lent`` (Y, N, 24) is how much is there of what other systems bring, by the hour of the clock; None for
    all of it.
    """

    share: Floats
    air_off_k: Floats
    lent: Floats | None = None

    @property
    def years(self) -> int:
        """How many."""
        return len(self.share)


@dataclass(frozen=True, slots=True, eq=False)
class Outcome:
    """What came of it. By year and night (Y, N): hours without something that should run, or must; the lowest charge that was
    available and that at six in the morning, as shares; hours after noon until the bank was full, -1 for never; why the first
    dark hour was dark, and when. ``sums`` (Y, S, 16) are Wh and hours in the order of the engine.

    ``hours`` (N × 24, 8) are those of the year that was followed, if one was; ``residual_wh`` is the largest that any hour does
    not account for; ``gone`` (Y, N, 24), if it was asked for, by the hour of the clock 1 without the bank, 2 without the
    inverter, 3 without both.
    """

    dark_h: Counts
    must_dark_h: Counts
    lowest: Floats
    at_dawn: Floats
    full_h: Counts
    cause: Counts
    cause_h: Counts
    sums: Floats
    hours: Floats | None
    residual_wh: float
    gone: Counts | None = None

    @classmethod
    def joined(cls, blocks: Sequence[Outcome]) -> Outcome:
        """Years of several runs in a row. Hours of a night and causes are kept in a byte each: a thousand years are many."""
        if len(blocks) == 1:
            return blocks[0]

        def in_bytes(name: str) -> Counts:
            return np.concatenate([getattr(one, name).astype(np.int8) for one in blocks])

        def as_they_are(name: str) -> Floats:
            return np.concatenate([getattr(one, name) for one in blocks])

        return cls(
            dark_h=in_bytes("dark_h"),
            must_dark_h=in_bytes("must_dark_h"),
            lowest=as_they_are("lowest"),
            at_dawn=as_they_are("at_dawn"),
            full_h=in_bytes("full_h"),
            cause=in_bytes("cause"),
            cause_h=in_bytes("cause_h"),
            sums=as_they_are("sums"),
            hours=None,
            residual_wh=max(one.residual_wh for one in blocks),
        )

    def total(self, what: int) -> float:
        """One of the sums over all years and segments."""
        return float(self.sums[:, :, what].sum())


class Stopped(Exception):
    """Somebody wished a run to stop."""


def simulate(
    system: System,
    days: Days,
    weather: Weather,
    *,
    follow: int | None = None,
    keep_gone: bool = False,
    threads: int = 1,
    tell: Any = None,
) -> Outcome:
    """Run a system through its days in every year of the weather.

    Parameters
    ----------
    follow : int, optional
        The year whose hours are kept.
    keep_gone : bool
        Whether it is kept for every hour of every year what was gone.
    threads : int
        How many run side by side, each with years of its own. The answer is the same with any number, to the bit.
    tell : callable, optional
        Called with the years that are done, every ten of them; where it answers False the run stops.

    Raises
    ------
    Stopped
        ``tell`` answered False.
    """
    arguments, written = engine_arguments(system, days, weather, follow, keep_gone=keep_gone)
    from ryokan.core.trial.engine import run_years  # here: it takes a second to load, and few reports need it

    starts = range(0, weather.years, CHUNK_YEARS)
    done = 0

    def chunk(first: int) -> int:
        last = min(first + CHUNK_YEARS, weather.years)
        run_years(first, last, *arguments, *written(first, last))
        return last - first

    if threads == 1:
        for first in starts:
            done += chunk(first)
            _told(tell, done)
    else:
        with ThreadPoolExecutor(threads) as pool:
            running = [pool.submit(chunk, first) for first in starts]
            try:
                for one in running:
                    done += one.result()
                    _told(tell, done)
            finally:
                for one in running:
                    one.cancel()
    return written.outcome()


def _told(tell: Any, done: int) -> None:
    if tell is not None and tell(done) is False:
        raise Stopped


class _Written:
    """The arrays that the engine writes into, with room to work in for each call."""

    def __init__(
        self, years: int, nights: int, segments: int, stores: int, sums: int, hour: int, follow: int | None, keep_gone: bool
    ) -> None:
        self._shape, self._stores, self._sums, self._segments = (years, nights), stores, sums, segments
        of_nights = years * nights
        self.dark_h, self.must_dark_h = np.zeros(of_nights, np.int64), np.zeros(of_nights, np.int64)
        self.lowest, self.at_dawn = np.zeros(of_nights), np.zeros(of_nights)
        self.full_h, self.cause, self.cause_h = (np.zeros(of_nights, np.int64) for _ in range(3))
        self.sums = np.zeros(years * segments * sums)
        self._follow = -1 if follow is None else follow
        self.hours = np.zeros(nights * 24 * hour if follow is not None else 1)
        self._hour = hour
        self.gone = np.zeros(of_nights * 24 if keep_gone else 1, np.int64)
        self._residuals: list[Floats] = []

    def __call__(self, first: int, last: int) -> tuple[Any, ...]:
        residual = np.zeros(1)
        self._residuals.append(residual)
        following = self._follow if first <= self._follow < last else -1
        return (
            self.dark_h, self.must_dark_h, self.lowest, self.at_dawn, self.full_h, self.cause, self.cause_h, self.sums,
            residual, np.zeros(self._stores), np.zeros(self._stores), following, self.hours, self.gone,
        )  # fmt: skip

    def outcome(self) -> Outcome:
        by_night = {
            name: getattr(self, name).reshape(self._shape)
            for name in ("dark_h", "must_dark_h", "lowest", "at_dawn", "full_h", "cause", "cause_h")
        }
        return Outcome(
            **by_night,
            sums=self.sums.reshape(self._shape[0], self._segments, self._sums),
            hours=self.hours.reshape(-1, self._hour) if self._follow >= 0 else None,
            gone=self.gone.reshape(*self._shape, 24) if len(self.gone) > 1 else None,
            residual_wh=float(max((one[0] for one in self._residuals), default=0.0)),
        )


def engine_arguments(
    system: System, days: Days, weather: Weather, follow: int | None = None, *, keep_gone: bool = False
) -> tuple[tuple[Any, ...], _Written]:
    """What :func:`.engine.run_years` takes between the years and what it writes to, and the latter."""
    from ryokan.core.trial.engine import DAYS, HOUR, SUMS

    flat = np.ascontiguousarray
    stores = np.array([store.row() for store in system.stores], dtype=np.float64).ravel()
    cold = np.concatenate([store.left_by_c for store in system.stores]).astype(np.float64)
    sun_at = np.clip(weather.share * DAYS - 0.5, 0, DAYS - 1)
    tables = [
        flat(one, dtype=np.float64).ravel()
        for one in (
            system.sun_w, system.air_c, system.hookup_w, system.on_mains, system.driving_w, system.others_w,
            system.generator_may, system.anchors_c,
        )
    ]  # fmt: skip
    loads = [
        flat(one, dtype=np.float64).ravel()
        for one in (
            system.let_go, system.dc_wh, system.ac_wh, system.ac_spread, system.idle_wh, system.stops_at,
            system.alone, system.surplus_from, system.surplus_wh,
        )
    ]  # fmt: skip
    arguments = (
        days.nights,
        np.array(system.fixed.row(), dtype=np.float64),
        stores,
        cold,
        flat(days.segments, dtype=np.int64).ravel(),
        flat(days.weekdays, dtype=np.int64).ravel(),
        flat(days.begins, dtype=np.int64),
        flat(sun_at, dtype=np.float64).ravel(),
        flat(weather.air_off_k, dtype=np.float64).ravel(),
        *tables,
        len(system.let_go),
        *loads,
        np.ones(1) if weather.lent is None else flat(weather.lent, dtype=np.float64).ravel(),
    )
    return arguments, _Written(weather.years, days.nights, system.segments, len(system.stores), SUMS, HOUR, follow, keep_gone)
