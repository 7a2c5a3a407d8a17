"""Which way of wiring panels fits which controller: every split judged and ranked, with what is against it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from functools import lru_cache
from itertools import product
from typing import Literal, TypeAlias

from ryokan.core.data.assumptions import assumptions
from ryokan.core.errors import NoAnswer, OutOfTable
from ryokan.core.figure import Figure
from ryokan.core.formula import number_of
from ryokan.core.laws import BACKFED_A, COLD_VOC_V, HOT_VMP_V, HOT_VOC_V, LEAST_STRING_FUSE_A, NEXT_STRING_FUSE_A
from ryokan.core.parts.model import ControllerPart, PanelPart
from ryokan.core.rig import Rig
from ryokan.core.solar.points import goes_by_the_table, open_volts_said, points_of

SLACK = 1e-9
MAX_LOT = 60  # panels of one lot
MAX_KINDS = 4
MOST_TRIED = 400  # ways of one lot on one controller

Against: TypeAlias = Literal[
    "cold_volts", "cold_volts_near", "too_few_volts", "starts_late", "runs_short", "pwm_below_bank", "pwm_wastes",
    "short_circuit", "watts",
    "class", "lithium", "unlike_volts", "fuse_window", "clips", "input_clips", "volts_unsaid",
]  # fmt: skip
# What is told and does not rule a way out.
ADVICE: frozenset[Against] = frozenset(
    {"cold_volts_near", "clips", "input_clips", "volts_unsaid", "starts_late", "runs_short", "pwm_below_bank"}
)


@dataclass(frozen=True, slots=True)
class Reason:
    """One thing against a way, with the two numbers that show it."""

    code: Against
    has: float = 0.0
    limit: float = 0.0


@dataclass(frozen=True, slots=True)
class Row:
    """So many strings of so many like panels in series. ``lot`` is the place of the panel among those that were asked about."""

    lot: int
    series: int
    parallel: int


@dataclass(frozen=True, slots=True)
class Way:
    """One way of wiring a lot of panels to one controller.

    ``gives_w`` is what reaches the bank in full sun at best, ``watts_w`` what the strings give together; ``fuses`` the rating
    that each string needs, 0 where none does.
    """

    controller: int
    rows: tuple[Row, ...]
    cold_v: float | None
    hot_v: float | None
    input_a: float
    watts_w: float
    gives_w: float
    fuses: tuple[float, ...]
    against: tuple[Reason, ...]

    @property
    def fits(self) -> bool:
        """Whether nothing but advice speaks against it."""
        return all(one.code in ADVICE for one in self.against)


@dataclass(frozen=True, slots=True)
class Conditions:
    """What the rig brings to the question: cold, heat, the bank. Temperatures in °C, volts in V; None: not known."""

    low_c: float | None
    hot_cell_c: float | None
    table_factor: float | None
    system_v: int
    nominal_v: float
    charge_v: float
    lithium: bool
    known: Mapping[str, float]

    def number(self, name: str) -> float:
        """An assumption, as the rig has it."""
        return self.known.get(name, assumptions()[name].value)


def conditions_of(rig: Rig, figures: Mapping[str, Figure]) -> Conditions:
    """The conditions of a rig that was worked out.

    Raises
    ------
    NoAnswer
        The bank's charging volts are not known: of traction modules nobody has said how many cells they have.
    """
    charge_v = figures.get("storage.charge_v")
    if charge_v is None:
        raise NoAnswer("The bank's charging volts are not known yet: see Storage.")

    def number(key: str) -> float | None:
        return figures[key].number if key in figures else None

    return Conditions(
        low_c=number("climate.t_min_record_c"),
        hot_cell_c=number("solar.cell_hot_c"),
        table_factor=number("solar.cold_voc_factor_by_table"),
        system_v=rig.storage.system_v,
        nominal_v=figures["storage.nominal_v"].number,
        charge_v=charge_v.number,
        lithium=rig.storage.is_lithium,
        known=dict(rig.assumptions),
    )


def ways(
    lots: Sequence[tuple[PanelPart, int]], controllers: Sequence[ControllerPart], given: Conditions, *, all_of_them: bool = True
) -> list[Way]:
    """Every way of wiring some panels to each of some controllers, the best first.

    Parameters
    ----------
    lots : sequence of (PanelPart, int)
        Kinds of panel and how many there are of each.
    controllers : sequence of ControllerPart
    given : Conditions
    all_of_them : bool
        Whether every panel has to be used; otherwise ways with fewer of them are tried as well.

    Returns
    -------
    list of Way
        Those that fit before those that do not, then by what reaches the bank, the fewer words against it, fewer fuses, price.

    Raises
    ------
    NoAnswer
        No panel, or more than can be tried.
    """
    if not lots or any(not 0 < count <= MAX_LOT for _, count in lots) or len(lots) > MAX_KINDS:
        raise NoAnswer(f"Up to {MAX_KINDS} kinds of panel with 1 to {MAX_LOT} of each can be arranged at once.")
    splits = [list(_splits(lot, count, all_of_them)) for lot, (_, count) in enumerate(lots)]
    tried = list(product(*splits))[:MOST_TRIED]
    series = {(row.lot, row.series) for rows in tried for row in rows}
    volts = {(lot, n): _volts(lots[lot][0], n, given) for lot, n in series}
    found = [_judged(at, one, rows, lots, volts, given) for at, one in enumerate(controllers) for rows in tried]
    prices = [float(one.price.amount) if one.price is not None else float("inf") for one in controllers]
    return sorted(found, key=lambda way: _best_first(way, prices))


def _best_first(way: Way, prices: Sequence[float]) -> tuple[bool, int, int, int, int, float, float]:
    """What fits, what gives more by ten watts, what has less against it, fewer fuses, a cheaper controller, fewer amps."""
    hard = sum(one.code not in ADVICE for one in way.against)
    fuses = sum(fuse > 0 for fuse in way.fuses)
    return (not way.fits, hard, -round(way.gives_w / 10), len(way.against), fuses, prices[way.controller], way.input_a)


def _splits(lot: int, count: int, all_of_them: bool) -> Iterator[Row]:
    for used in (count,) if all_of_them else range(count, 0, -1):
        for series in range(1, used + 1):
            if used % series == 0:
                yield Row(lot, series, used // series)


@dataclass(frozen=True, slots=True)
class _Volts:
    cold_v: float | None
    hot_voc_v: float | None
    hot_vmp_v: float | None
    vmp_v: float
    imp_a: float
    isc_a: float
    said: bool
    by_table: bool


def _volts(panel: PanelPart, series: int, given: Conditions) -> _Volts:
    """A series of like panels, by the laws that the figures of strings run by."""
    points = points_of(panel, given.number)
    by_table = goes_by_the_table(panel) and given.table_factor is not None
    beta = points.beta_voc_percent_per_k
    row = (series * points.voc_v, series * points.vmp_v)
    cold = None
    if given.low_c is not None:
        table = given.table_factor or 1.0
        cold = row[0] * table if by_table else number_of(COLD_VOC_V, volts=(row[0],), beta=beta, low=given.low_c)
    hot_voc = hot_vmp = None
    if given.hot_cell_c is not None:
        hot_voc = number_of(HOT_VOC_V, volts=(row[0],), beta=beta, hot=given.hot_cell_c)
        by_heat = {"gamma": points.gamma_p_percent_per_k, "alpha": points.alpha_isc_percent_per_k}
        hot_vmp = number_of(HOT_VMP_V, volts=(row[1],), hot=given.hot_cell_c, **by_heat)
    return _Volts(cold, hot_voc, hot_vmp, row[1], points.imp_a, points.isc_a, open_volts_said(panel), by_table)


def _judged(
    at: int,
    controller: ControllerPart,
    rows: tuple[Row, ...],
    lots: Sequence[tuple[PanelPart, int]],
    volts: Mapping[tuple[int, int], _Volts],
    given: Conditions,
) -> Way:
    each = [volts[row.lot, row.series] for row in rows]
    cold = None if given.low_c is None else max(one.cold_v or 0.0 for one in each)
    hot_voc, hot_vmp = (_lowest(getattr(one, name) for one in each) for name in ("hot_voc_v", "hot_vmp_v"))
    isc = sum(one.isc_a * row.parallel for one, row in zip(each, rows, strict=True))
    input_a = given.number("bright_sun_factor") * isc
    working = sum(one.imp_a * row.parallel for one, row in zip(each, rows, strict=True))
    apart = sum(one.imp_a * row.parallel * one.vmp_v for one, row in zip(each, rows, strict=True))
    together = max(
        level.vmp_v * sum(one.imp_a * row.parallel for one, row in zip(each, rows, strict=True) if one.vmp_v >= level.vmp_v)
        for level in each
    )
    rated_w = sum(lots[row.lot][0].rated_w * row.series * row.parallel for row in rows)
    fuses, closed = _fuses(rows, lots, each, given)
    against = [
        *_of_the_bank(controller, given),
        *_of_cold(controller, each, cold, given),
        *_of_heat(controller, min(one.vmp_v for one in each), hot_voc, hot_vmp, given),
        *_of_amps(controller, input_a, working, rated_w, given),
        *closed,
    ]
    lost = 0.0 if apart <= 0 else 1 - together / apart
    if lost > given.number("unlike_loss_frac") + SLACK:
        against.append(Reason("unlike_volts", together, apart))
    lowest = min(one.vmp_v for one in each)
    gives = _gives(controller, together, working, lowest, given)
    at_best = together if controller.method == "mppt" else working * min(lowest, given.nominal_v)
    if controller.method == "pwm" and given.nominal_v / lowest < given.number("pwm_least_frac"):
        against.append(Reason("pwm_wastes", lowest, given.nominal_v))
    limit_w = (controller.output_on(given.system_v) or controller.rated_a) * given.charge_v
    if at_best * given.number("controller_frac") > limit_w * (1 + SLACK):
        against.append(Reason("clips", at_best, limit_w))
    return Way(at, rows, cold, hot_vmp, input_a, together, gives, fuses, tuple(against))


def _lowest(values: Iterable[float | None]) -> float | None:
    known = [one for one in values if one is not None]
    return min(known) if known else None


def _gives(controller: ControllerPart, together: float, working: float, lowest_v: float, given: Conditions) -> float:
    """Watts that reach the bank in full sun at best."""
    rated_w = (controller.output_on(given.system_v) or controller.rated_a) * given.charge_v
    if controller.method == "pwm":
        return min(rated_w, working * min(given.charge_v, lowest_v))
    taken = 1.0 if controller.most_input_a is None or working <= 0 else min(1.0, controller.most_input_a / working)
    return min(rated_w, together * taken * given.number("controller_frac"))


def _of_the_bank(controller: ControllerPart, given: Conditions) -> Iterator[Reason]:
    volts = given.system_v
    lowest, highest = controller.lowest_battery_v or volts, controller.highest_battery_v or volts
    if not lowest <= volts <= highest:
        yield Reason("class", volts, highest if volts > highest else lowest)
    if controller.lithium == "no" and given.lithium:
        yield Reason("lithium")


def _of_cold(controller: ControllerPart, each: Sequence[_Volts], cold: float | None, given: Conditions) -> Iterator[Reason]:
    limit = controller.most_v
    if cold is None or limit is None:
        if limit is None:
            yield Reason("volts_unsaid")
        return
    if cold > limit * (1 + SLACK):
        yield Reason("cold_volts", cold, limit)
    elif not any(one.by_table for one in each) and cold > limit * (1 - given.number("pv_volts_in_hand_frac")) * (1 + SLACK):
        yield Reason("cold_volts_near", cold, limit)
    if not all(one.said for one in each):
        yield Reason("volts_unsaid")


def _of_heat(
    controller: ControllerPart, vmp: float, hot_voc: float | None, hot_vmp: float | None, given: Conditions
) -> Iterator[Reason]:
    run_v = given.number("running_margin_v") if controller.running_margin_v is None else controller.running_margin_v
    needs_v = given.nominal_v + (run_v if controller.method == "mppt" else 0)
    if controller.method is not None and vmp < needs_v * (1 - SLACK):
        yield Reason("too_few_volts", vmp, needs_v)
        return
    if hot_voc is None or hot_vmp is None:
        return
    if controller.method == "pwm":
        if hot_vmp < given.charge_v * (1 - SLACK):
            yield Reason("pwm_below_bank", hot_vmp, given.charge_v)
        return
    start, run = (
        given.charge_v + (given.number(name) if own is None else own)
        for name, own in (("start_margin_v", controller.start_margin_v), ("running_margin_v", controller.running_margin_v))
    )
    if hot_voc < start * (1 - SLACK):
        yield Reason("starts_late", hot_voc, start)
    if hot_vmp < run * (1 - SLACK):
        yield Reason("runs_short", hot_vmp, run)


def _of_amps(controller: ControllerPart, input_a: float, working: float, rated_w: float, given: Conditions) -> Iterator[Reason]:
    if controller.most_isc_a is not None and input_a > controller.most_isc_a * (1 + SLACK):
        yield Reason("short_circuit", input_a, controller.most_isc_a)
    if controller.most_input_a is not None and working > controller.most_input_a * (1 + SLACK):
        yield Reason("input_clips", working, controller.most_input_a)
    most_w = controller.most_watts_on(given.system_v)
    if most_w is not None and rated_w > most_w * (1 + SLACK):
        yield Reason("watts", rated_w, most_w)


def _fuses(
    rows: tuple[Row, ...], lots: Sequence[tuple[PanelPart, int]], each: Sequence[_Volts], given: Conditions
) -> tuple[tuple[float, ...], list[Reason]]:
    """The fuse that each row's strings need, 0 where none; and what speaks against it where no fuse fits."""
    sun, on_top = given.number("bright_sun_factor"), given.number("fuse_headroom")
    strings = [one.isc_a for one, row in zip(each, rows, strict=True) for _ in range(row.parallel)]
    found: list[float] = []
    closed: list[Reason] = []
    for one, row in zip(each, rows, strict=True):
        bears = lots[row.lot][0].max_fuse_a
        others = sum(strings) - one.isc_a
        if bears is None or number_of(BACKFED_A, sun=sun, others=(others,)) <= bears * (1 + SLACK):
            found.append(0.0)
            continue
        least = number_of(LEAST_STRING_FUSE_A, sun=sun, on_top=on_top, shorted=one.isc_a)
        fuse = _next_fuse(round(least, 6))
        found.append(fuse or 0.0)
        if fuse is None or fuse > bears * (1 + SLACK):
            closed.append(Reason("fuse_window", least, bears))
    return tuple(found), closed


@lru_cache(maxsize=512)
def _next_fuse(least_a: float) -> float | None:
    with suppress(OutOfTable):
        return number_of(NEXT_STRING_FUSE_A, least=least_a)
    return None


def judged_rows(
    lots: Sequence[tuple[PanelPart, int]], controller: ControllerPart, rows: tuple[Row, ...], given: Conditions
) -> Way:
    """One way of wiring, judged."""
    volts = {(row.lot, row.series): _volts(lots[row.lot][0], row.series, given) for row in rows}
    return _judged(0, controller, rows, lots, volts, given)


@dataclass(frozen=True, slots=True)
class MayCome:
    """How many of a panel one controller takes: the fewest and the most in series, the most strings, and what that makes."""

    panel: int
    least_series: int
    most_series: int
    most_panels: int
    best: Way | None
    against: tuple[Reason, ...]


def may_come(panels: Sequence[PanelPart], controller: ControllerPart, given: Conditions, *, most: int = 24) -> list[MayCome]:
    """Which panels may come to a controller, and how many at most, those that bring most first.

    Parameters
    ----------
    panels : sequence of PanelPart
    controller : ControllerPart
    given : Conditions
    most : int
        Panels of one kind to try up to.
    """
    found = []
    for at, panel in enumerate(panels):
        tried = [one for count in range(1, most + 1) for one in ways([(panel, count)], [controller], given)]
        fitting = [one for one in tried if one.fits]
        if not fitting:
            nearest = min(tried, key=lambda one: (len(one.against), one.rows[0].series * one.rows[0].parallel))
            found.append(MayCome(at, 0, 0, 0, None, nearest.against))
            continue
        series = [one.rows[0].series for one in fitting]
        fullest = max(fitting, key=lambda one: (round(one.gives_w, 3), -one.watts_w))
        count = max(one.rows[0].series * one.rows[0].parallel for one in fitting)
        found.append(MayCome(at, min(series), max(series), count, fullest, fullest.against))
    return sorted(found, key=lambda one: (one.best is None, -(one.best.gives_w if one.best else 0.0)))
