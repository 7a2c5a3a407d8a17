"""The loads: what the devices draw and use, and what that takes out of the bank."""

from __future__ import annotations

from ryokan.core.ac.bearing import OF_RATINGS, rated_for
from ryokan.core.ac.states import OF_THE_NETWORK
from ryokan.core.figure import Figure
from ryokan.core.links.ends import GIVEN_AWAY
from ryokan.core.loads import rows as of_rows
from ryokan.core.loads import rules  # noqa: F401  registers them
from ryokan.core.loads import spread as of_day
from ryokan.core.loads.energy import by_the_meter, daily_energy, energy_over_days
from ryokan.core.loads.model import Load, Season
from ryokan.core.loads.peak import at_the_bank, peak, together
from ryokan.core.loads.quiet import quiet_energy
from ryokan.core.loads.rows import (
    ALL_ROWS,
    AT_BANK,
    MET,
    PLANNED,
    POWERED,
    Powered,
    Row,
    from_a_bank_at_rest,
    off_the_hookup,
    on_the_hookup_alone,
    resting_rows,
    row_figures,
    wh_at_bank,
)
from ryokan.core.loads.seasons import (
    MEAN_BY_MONTH,
    SEASON,
    by_season,
    design_season,
    duty_frac,
    follows_seasons,
    in_each_season,
    in_each_season_at_bank,
    in_season,
    mean_by_month,
    travelled,
    with_energy,
)
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.rig import Brief
from ryokan.core.scope import Scope
from ryokan.core.storage.heating import HEATERS

# What rows that are alike in every season have; those of the planned season follow from what is answered of the seasons.
_OF_STEADY_ROWS = tuple(
    f"{asked}:loads.row.*.{name}"
    for asked in ("loads.powered", "charging.to_others", "storage.heaters")
    for name in ("duty_frac", "wh_per_day")
)


def by_meter(brief: Brief) -> bool:
    """Whether what a meter counted takes the place of the audit."""
    return brief.day_from == "meter" and sum(brief.measured_ah) > 0


def each_load(scope: Scope) -> dict[str, Load]:
    """Loads that count."""
    return scope.rig.active_loads()


@question(
    reads=("brief.people",),
    rig=("loads",),
    writes={
        "": ("loads.row.*.{charger_frac, charges_per_day, duty_frac, power_factor, quantity, units}",),
        "A": ("loads.row.*.plate_a",),
        "BTU/Wh": ("loads.row.*.plate_eer",),
        "BTU/h": ("loads.row.*.plate_btu_per_h",),
        "V": ("loads.row.*.plate_v",),
        "VA": ("loads.row.*.running_va",),
        "W": ("loads.row.*.{running_w, unit_w}",),
        "Wh": ("loads.row.*.{plate_battery_wh, plate_wh_per_day, wh_per_day}",),
        "h": ("loads.row.*.hours_per_day",),
        "kWh": ("loads.row.*.plate_kwh_per_year",),
    },
    answers=POWERED,
    each=each_load,
)
def powered(scope: Scope, id: str, load: Load) -> Powered:
    """What one load draws, and uses where that is the same in every season."""
    return with_energy(scope, of_rows.powered(scope, id, load))


@question(reads=(GIVEN_AWAY, POWERED, HEATERS), answers=ALL_ROWS)
def all_rows(scope: Scope) -> list[Powered]:
    """Every row: loads, what feeds other systems, the heaters of the bank."""
    return [*scope.answers(POWERED).values(), *scope.answer(GIVEN_AWAY), *scope.answer(HEATERS)]


@question(reads=(ALL_ROWS,), rig=("brief.first_month", "brief.hemisphere", "brief.last_month"), answers=MET)
def met(scope: Scope) -> list[Powered]:
    """Inverter, cables and fuses live through every season of the journey."""
    seasons = travelled(scope.rig.brief)
    return [row for row in scope.answer(ALL_ROWS) if any(in_season(row.load, season) for season in seasons)]


def each_seasonal_row(scope: Scope) -> dict[str, Powered]:
    """Rows that follow the seasons, at a bank at rest."""
    rows = scope.answer(ALL_ROWS)
    return {row.id: row for row in rows if follows_seasons(row.load) and from_a_bank_at_rest(row.load)}


@question(
    reads=(ALL_ROWS, "loads.row.*.{hours_per_day, running_w}"),
    rig=("brief.hemisphere", "stays"),
    writes={"": ("loads.row.*.*.duty_frac",), "Wh": ("loads.row.*.*.wh_per_day",)},
    each=each_seasonal_row,
)
def seasonal(scope: Scope, id: str, row: Powered) -> None:
    """What such a row uses in each season."""
    in_each_season(scope, scope.rig, row)


def each_steady_row(scope: Scope) -> dict[str, Row]:
    """Rows of the journey that are alike in every season."""
    return {row.id: row for row in off_the_hookup(scope.answer(MET)) if isinstance(row, Row)}


@question(
    reads=(MET, *OF_RATINGS, "loads.row.*.{hours_per_day, running_w}", *_OF_STEADY_ROWS),
    rig=OF_THE_NETWORK,
    writes={"Wh": ("loads.row.*.wh_at_bank",)},
    each=each_steady_row,
)
def steady_at_bank(scope: Scope, id: str, row: Row) -> None:
    """What a row that is alike in every season takes out of the bank."""
    wh_at_bank(scope, row, rated_for(scope, row))


def each_seasonal_row_met(scope: Scope) -> dict[str, Powered]:
    """Rows that follow the seasons, of those that the journey meets."""
    rows = scope.answer(MET)
    return {row.id: row for row in rows if follows_seasons(row.load) and from_a_bank_at_rest(row.load)}


@question(
    reads=(MET, *OF_RATINGS, "loads.row.*.*.{duty_frac, wh_per_day}", "loads.row.*.{hours_per_day, running_w}"),
    rig=OF_THE_NETWORK,
    writes={"Wh": ("loads.row.*.*.wh_at_bank",)},
    each=each_seasonal_row_met,
)
def seasonal_at_bank(scope: Scope, id: str, row: Powered) -> None:
    """What such a row takes out of the bank in each season."""
    in_each_season_at_bank(scope, row, rated_for(scope, row))


@question(
    reads=(
        ALL_ROWS,
        MET,
        "brief.days_without_charge",
        "inverter.{idle_w, others_idle_wh_per_day}",
        "loads.row.*.*.{wh_at_bank, wh_per_day}",
        "loads.row.*.hours_per_day",
        "loads.steady_at_bank:loads.row.*.wh_at_bank",
        # Of rows that are the same in every season; those of the planned season follow from what is answered here.
        "loads.powered:loads.row.*.wh_per_day",
        "charging.to_others:loads.row.*.wh_per_day",
        "storage.heaters:loads.row.*.wh_per_day",
    ),
    rig=("brief.first_month", "brief.hemisphere", "brief.last_month", "inverter"),
    writes={
        "Wh": (
            "loads.wh_per_day.{autumn, spring, summer, winter}",
            "loads.{largest_season_wh_per_day, wh_per_day_by_month}",
            "loads.season.*.{idle_wh_per_day, worst_run_wh}",
        ),
        "days": ("loads.season.*.days_per_week",),
        "h": ("loads.season.*.on_hours",),
    },
    answers=SEASON,
)
def seasons(scope: Scope) -> Season:
    """What all of them use in each season; the answer is the one that the bank is planned for."""
    rows = [row for row in scope.answer(ALL_ROWS) if from_a_bank_at_rest(row.load)]
    on_the_journey = [row for row in scope.answer(MET) if from_a_bank_at_rest(row.load)]
    return design_season(scope, scope.rig, by_season(scope, scope.rig, rows), on_the_journey)


@question(
    reads=(MET, SEASON, "loads.row.*.{hours_per_day, running_w}", "loads.powered:loads.row.*.duty_frac"),
    rig=("brief.hemisphere", "stays"),
    writes={"": ("loads.row.*.duty_frac",), "Wh": ("loads.row.*.wh_per_day",)},
    answers=PLANNED,
)
def planned(scope: Scope) -> list[Row]:
    """The rows of the season that is planned for."""
    season = scope.answer(SEASON)
    return [
        row if isinstance(row, Row) else row_figures(scope, row, duty_frac(scope.rig, row.load, season))
        for row in scope.answer(MET)
        if in_season(row.load, season)
    ]


def each_planned_seasonal_row(scope: Scope) -> dict[str, Row]:
    """Of the rows of the season that is planned for, those that follow the seasons, as far as the bank meets them."""
    return {row.id: row for row in off_the_hookup_rows(scope) if follows_seasons(row.load)}


def off_the_hookup_rows(scope: Scope) -> list[Row]:
    """Rows of the planned season that bank and inverter live with."""
    return [row for row in scope.answer(PLANNED) if not on_the_hookup_alone(row.load)]


@question(
    reads=(PLANNED, *OF_RATINGS, "loads.row.*.{duty_frac, hours_per_day, running_w, wh_per_day}"),
    rig=OF_THE_NETWORK,
    writes={"Wh": ("loads.row.*.wh_at_bank",)},
    each=each_planned_seasonal_row,
)
def planned_at_bank(scope: Scope, id: str, row: Row) -> None:
    """What a row that follows the seasons takes out of the bank in the season that is planned for."""
    wh_at_bank(scope, row, rated_for(scope, row))


@question(
    reads=(PLANNED, "loads.planned_at_bank:loads.row.*.wh_at_bank", "loads.steady_at_bank:loads.row.*.wh_at_bank"),
    answers=AT_BANK,
)
def at_bank(scope: Scope) -> dict[str, Figure]:
    """What each row of the planned season takes out of the bank."""
    return {row.id: scope[f"loads.row.{row.id}.wh_at_bank"] for row in off_the_hookup_rows(scope)}


def each_start(scope: Scope) -> dict[str, float]:
    """Loads that start harder than they run, with their factor."""
    return {row.id: row.load.start_factor for row in scope.answer(MET) if row.load.start_factor != 1}


@question(reads=(MET,), writes={"": ("loads.row.*.start_factor",)}, each=each_start)
def start(scope: Scope, id: str, factor: float) -> None:
    """How hard one starts."""
    scope.given(f"loads.row.{id}.start_factor", factor, "")


@question(
    reads=(MET, "loads.row.*.{running_w, start_factor, unit_w}"),
    writes={"W": ("loads.start.*.extra_w", "loads.{peak_w, worst_start_w}")},
)
def largest_draw(scope: Scope) -> None:
    """Everything running, and the worst start."""
    peak(scope, "loads", off_the_hookup(scope.answer(MET)))


@question(reads=(MET, "loads.row.*.running_w"), writes={"W": ("loads.{dc_peak_at_bank_w, dc_peak_w}",)})
def largest_dc_draw(scope: Scope) -> None:
    """All DC loads running, and what that takes out of the bank."""
    rows = [row for row in off_the_hookup(scope.answer(MET)) if row.load.feed != "ac"]
    together(scope, "loads.dc_peak_w", "W", rows, lambda row: row.running_w)
    at_the_bank(scope, "loads.dc_peak_at_bank_w", rows)


@question(
    reads=(
        AT_BANK,
        PLANNED,
        "brief.{days_without_charge, nights_away}",
        "inverter.idle_wh_per_day",
        "loads.row.*.{wh_at_bank, wh_per_day}",
        "storage.nominal_v",
    ),
    rig=("brief.day_from", "brief.measured_ah", "brief.measured_scale"),
    writes={
        "": ("loads.margin_frac", "loads.meter.scale"),
        "Ah": ("loads.meter.{counted_ah, mean_ah}",),
        "Wh": (
            "loads.meter.wh_per_day",
            "loads.{run_by_day_wh, worst_week_wh}",
            "loads.by_group.*",
            "loads.group.*.wh_at_bank",
            "loads.used_days_*.wh_at_bank",
            "loads.{mean_wh_per_day_at_bank, mean_wh_per_day_with_margin, run_by_night_wh}",
            "loads.{wh_per_day, wh_per_day_at_bank, wh_per_day_with_margin}",
            "loads.{worst_run_wh, worst_run_wh_with_margin, worst_stretch_wh}",
        ),
        "days": (
            "loads.days_in_turn",
            "loads.meter.{days, days_per_week}",
            "loads.run_by_night.rest_days",
            "loads.used_days_*.days_per_week",
            "loads.worst_run.rest_days",
        ),
        "nights": ("brief.nights_in_turn",),
        "weeks": ("loads.run_by_night.whole_weeks", "loads.worst_run.whole_weeks"),
    },
)
def day(scope: Scope) -> None:
    """A day, the worst run of days and the mean day."""
    rows = resting_rows(scope)
    at_bank, idle = scope.answer(AT_BANK), scope["inverter.idle_wh_per_day"]
    daily_energy(scope, rows, at_bank, idle)
    brief = scope.rig.brief
    metered = by_the_meter(scope, brief.measured_ah, brief.measured_scale) if by_meter(brief) else None
    energy_over_days(scope, rows, at_bank, idle, metered)


@question(
    reads=(AT_BANK, PLANNED, "inverter.idle_wh_per_day", "loads.row.*.{wh_at_bank, wh_per_day}", "storage.nominal_v"),
    rig=("inverter",),
    writes={
        "": ("loads.profile.*", "loads.row.*.{bars, high_factor, low_factor}"),
        "A": ("loads.standing_a",),
        "Ah": ("loads.standing_ah_per_day",),
        "W": ("loads.shape_w",),
        "Wh": ("loads.by_feed.*", "loads.wh_per_day.{high, low}", "loads.{if_all_dc_wh_per_day, standing_wh_per_day}"),
    },
)
def spread(scope: Scope) -> None:
    """How a day spreads over use, feeds and hours."""
    rows, always_on = resting_rows(scope), scope.rig.inverter.on == "always"
    at_bank, idle = scope.answer(AT_BANK), scope["inverter.idle_wh_per_day"]
    of_day.low_and_high(scope, rows)
    of_day.by_feed(scope, rows, at_bank, idle)
    of_day.standing(scope, rows, at_bank, idle, always_on=always_on)
    of_day.shape(scope, rows, at_bank, idle, always_on=always_on)
    of_day.all_on_dc(scope, rows, at_bank)


@question(
    reads=(
        PLANNED,
        "loads.row.*.{duty_frac, hours_per_day, running_va, wh_per_day}",
        "loads.{wh_per_day, wh_per_day_at_bank}",
        "region.mains_v",
        "storage.nominal_v",
    ),
    rig=("brief.measured_ah", "brief.measured_scale"),
    writes={
        "": ("loads.measured_scale",),
        "Ah": ("loads.measured_ah", "loads.method.{audit_ah, by_twelve_ah, measured_ah, measured_most_ah, ten_times_ac_ah}"),
        "days": ("loads.measured_days",),
    },
)
def methods(scope: Scope) -> None:
    """The other ways to a day."""
    of_day.methods(scope, resting_rows(scope))
    of_day.measured(scope, scope.rig.brief.measured_ah, scope.rig.brief.measured_scale)


@question(
    reads=("loads.shape_w",), rig=("brief.quiet_hours",), writes={"": ("brief.quiet_hours",), "Wh": ("loads.quiet_hours_wh",)}
)
def quiet(scope: Scope) -> None:
    """What the quiet hours take."""
    quiet_energy(scope, scope.rig.brief.quiet_hours)


@question(
    reads=(
        MET,
        PLANNED,
        SEASON,
        "inverter.{idle_w, idle_wh_per_day, others_idle_wh_per_day}",
        "loads.row.*.*.wh_at_bank",
        "loads.row.*.hours_per_day",
        "loads.season.*.{days_per_week, idle_wh_per_day}",
        "loads.steady_at_bank:loads.row.*.wh_at_bank",
    ),
    rig=("brief", "inverter", "stays"),
    writes={
        "Wh": ("loads.season.*.{idle_wh_per_day, mean_wh_per_day_at_bank, mean_wh_per_day_with_margin}",),
        "days": ("loads.season.*.days_per_week",),
        "h": ("loads.season.*.on_hours",),
    },
    answers=MEAN_BY_MONTH,
)
def months(scope: Scope) -> dict[int, Figure]:
    """A mean day in the months of other seasons than the planned one; a meter's days stand for all of them."""
    if by_meter(scope.rig.brief):
        return {}
    rows = [row for row in scope.answer(MET) if from_a_bank_at_rest(row.load)]
    return mean_by_month(scope, scope.rig, rows, scope["inverter.idle_wh_per_day"], scope.answer(SEASON))


STEP = Step(
    name="loads",
    questions=(
        powered, all_rows, met, seasonal, steady_at_bank, seasonal_at_bank, seasons, planned, planned_at_bank, at_bank,
        start, largest_draw,
        largest_dc_draw,
        day, spread, methods, quiet, months,
    ),
    shows=("loads.", "inverter.idle", "brief.believed"),
    ledger=(
        LedgerLine("loads.wh_per_day_with_margin", None),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.has_loads,
)  # fmt: skip
