"""One evaluation: a rig in, a report out. Pure and deterministic; no clock, no file of the user's, no database."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, TypeAlias

from ryokan.core.charging.alternator import dcdc_need
from ryokan.core.charging.model import Hookup
from ryokan.core.charging.shore import all_sources, shore_need
from ryokan.core.climate.journey import journey_sun, worked_out
from ryokan.core.climate.stay import MONTHS
from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import STEPS, Finding, StepName
from ryokan.core.findings.overruling import parted
from ryokan.core.findings.rules import judge
from ryokan.core.inverter.current import dc_current
from ryokan.core.inverter.need import idle_wh_per_day, inverter_need, surge_given
from ryokan.core.inverter.place import what_it_gives as inverter_gives
from ryokan.core.links.ends import alternator_links, brought, given_away
from ryokan.core.loads.energy import daily_energy, energy_over_days
from ryokan.core.loads.model import Load, Season
from ryokan.core.loads.peak import peak, together
from ryokan.core.loads.quiet import quiet_energy
from ryokan.core.loads.rows import Powered, Row, powered, row_figures, wh_at_bank
from ryokan.core.loads.seasons import by_season, design_season, duty_frac, in_season, mean_by_month, travelled
from ryokan.core.loads.spread import all_on_dc, by_feed, low_and_high, measured, methods, shape, standing
from ryokan.core.parts.fitted import Fitted, fitted, totals
from ryokan.core.parts.model import Part
from ryokan.core.rig import Rig
from ryokan.core.solar.bench import bench_rules
from ryokan.core.solar.cold import cold_volts
from ryokan.core.solar.controller import controller_need
from ryokan.core.solar.lying import lie_worth
from ryokan.core.solar.need import array_need
from ryokan.core.space.balance import balance
from ryokan.core.space.room import room
from ryokan.core.storage.behaviour import spread_of_days, under_load
from ryokan.core.storage.cost import of_each_kind, of_the_chosen
from ryokan.core.storage.gas import hydrogen
from ryokan.core.storage.growth import after_growth
from ryokan.core.storage.have import bank_given, bank_have, cost_in_nights, what_it_gives
from ryokan.core.storage.heating import heater_rows
from ryokan.core.storage.need import bank_need, system_volts
from ryokan.core.storage.voltage import discharge_curve
from ryokan.core.storage.volts_class import by_class
from ryokan.core.survey.found import cord, payload
from ryokan.core.wiring.main_run import design_current, main_run

StepState: TypeAlias = Literal["empty", "needs_attention", "open", "fits"]


@dataclass(frozen=True, slots=True)
class Report:
    """Everything that follows from a rig: figures by key, findings worst first, the state of each step.

    ``overruled`` are findings that somebody lets stand; they are in nobody's way until they get worse.
    """

    figures: Mapping[str, Figure]
    findings: tuple[Finding, ...]
    overruled: tuple[Finding, ...]
    steps: Mapping[StepName, StepState]


def evaluate(rig: Rig, book: Mapping[str, Part] | None = None) -> Report:
    """Work out a rig.

    Parameters
    ----------
    rig : Rig
        A validated document; an empty one is answered too.
    book : mapping of reference to part
        Those parts of the book that the rig refers to; others in it do no harm.

    Returns
    -------
    Report
        The keys of its figures are listed in ``docs/figures.md``.

    Raises
    ------
    UnknownPart
        The rig refers to a part that is neither its own nor in ``book``.
    """
    chosen = fitted(rig, book or {})
    sheet = Sheet(dict(rig.assumptions), rig.storage.own_curves)
    _brief(sheet, rig)
    system_volts(sheet, rig.storage)
    bank_have(sheet, rig.storage, chosen)
    loads, rows, season = _rows(sheet, rig, chosen)
    ac_rows = [row for row in loads if row.load.feed == "ac"]
    resting = [row for row in rows if from_a_bank_at_rest(row.load)]

    peak(sheet, "loads", loads)
    rated_w = inverter_need(sheet, rig.inverter, chosen.inverter, ac_rows)
    idle = idle_wh_per_day(sheet, rig.inverter, chosen.inverter, rated_w, [row for row in resting if row.load.feed == "ac"])
    at_bank = {row.id: wh_at_bank(sheet, row, rated_w) for row in rows}
    daily_energy(sheet, resting, at_bank, idle)
    energy_over_days(sheet, resting, at_bank, idle)
    _spread(sheet, rig, resting, at_bank, idle)

    from_bank = [row for row in loads if from_a_bank_at_rest(row.load)]
    by_month = mean_by_month(sheet, rig, from_bank, at_bank, idle, rated_w, season)
    at_bank = {row.id: at_bank[row.id] for row in resting}
    bank_need(sheet, rig.storage, loads)
    what_it_gives(sheet, rig.storage, bank_given(sheet))
    cost_in_nights(sheet, at_bank)
    dc_current(sheet, rig.inverter, chosen.inverter, rated_w)
    surge_given(sheet, rig.inverter, chosen.inverter)
    inverter_gives(sheet, rig, chosen.inverter)

    chemistry = rig.storage.chemistry
    journey_sun(sheet, rig)
    array_w = array_need(sheet, rig.solar, chemistry, {MONTHS[month - 1]: wh for month, wh in by_month.items()})
    lie_worth(sheet, worked_out(sheet, rig), array_w)
    cold_volts(sheet)
    bench_rules(sheet)
    controller_need(sheet, rig.solar, array_w)
    dcdc_need(sheet, rig.charging, chemistry)
    shore_need(sheet, rig.charging, chemistry, smallest_hookup(rig))
    alternator_links(sheet, rig)
    all_sources(sheet, chemistry, brought(sheet, rig))
    _wiring(sheet, rig, loads)
    totals(sheet, rig, chosen)
    _behaviour(sheet, rig, chosen)
    after_growth(sheet, rig.brief)
    room(sheet, rig.space)
    payload(sheet, rig)
    balance(sheet, rig)
    cord(sheet, rig)

    findings, overruled = parted(judge(rig, sheet), rig.overruled)
    return Report(sheet.figures, findings, overruled, _step_states(rig, findings))


def from_a_bank_at_rest(load: Load) -> bool:
    """Whether a load counts on days with no charging: not what runs only while driving, on shore or when charge abounds."""
    return load.when in ("always", "anchor")


def _rows(sheet: Sheet, rig: Rig, chosen: Fitted) -> tuple[list[Powered], list[Row], Season]:
    """Every load that the journey meets in any season, those of the season that is planned for with their energy, and it.

    Inverter, cables and fuses live through every season, so the first bound the draw; the second size bank and array.
    """
    loads = [powered(sheet, id, load) for id, load in rig.active_loads().items()] + given_away(sheet, rig)
    loads += heater_rows(sheet, rig.storage, chosen.battery)
    season = design_season(sheet, rig, by_season(sheet, rig, [row for row in loads if from_a_bank_at_rest(row.load)]))
    met = [row for row in loads if any(in_season(row.load, one) for one in travelled(rig.brief))]
    planned = [row_figures(sheet, row, duty_frac(rig, row.load, season)) for row in met if in_season(row.load, season)]
    return met, planned, season


def _spread(sheet: Sheet, rig: Rig, rows: list[Row], at_bank: dict[str, Figure], idle: Figure) -> None:
    """How the day spreads, and the other methods beside it."""
    always_on = rig.inverter.on == "always"
    low_and_high(sheet, rows)
    by_feed(sheet, rows, at_bank, idle)
    standing(sheet, rows, at_bank, idle, always_on=always_on)
    shape(sheet, rows, at_bank, idle, always_on=always_on)
    methods(sheet, rows)
    measured(sheet, rig.brief.measured_ah, rig.brief.measured_scale)
    all_on_dc(sheet, rows, at_bank)
    quiet_energy(sheet, rig.brief.quiet_hours)


def smallest_hookup(rig: Rig) -> Hookup | None:
    """The weakest hookup among the stays, by what it gives continuously; None where no stay has one."""

    def watts(hookup: Hookup) -> float:
        hookups = tables()["hookups"]
        breaker_a, voltage_v, share = (hookups.value(hookup, column) for column in hookups.columns)
        return breaker_a * voltage_v * share

    return min((stay.hookup for stay in rig.stays.values() if stay.hookup != "none"), key=watts, default=None)


def _brief(sheet: Sheet, rig: Rig) -> None:
    """What was said, and what follows from the stays."""
    sheet.given("brief.people", rig.brief.people, "people")
    sheet.given("brief.nights_away", rig.brief.nights_away, "nights")
    if rig.brief.budget is not None:
        sheet.given("brief.budget", float(rig.brief.budget.amount), rig.brief.budget.currency)
    if rig.brief.believed_days is not None:
        sheet.given("brief.believed_days", rig.brief.believed_days, "days")
    if rig.brief.believed_ah_per_day is not None:
        sheet.given("brief.believed_ah_per_day", rig.brief.believed_ah_per_day, "Ah")
    sheet.given("brief.days_without_charge", rig.brief.days_without_charge, "days")
    sheet.given("region.mains_v", rig.region.mains_v, "V")
    sheet.given("region.mains_hz", rig.region.mains_hz, "Hz")
    if not rig.stays:
        sheet.given("brief.driving_hours_per_day", 0.0, "h")
        return
    stays = sorted(rig.stays.items(), key=lambda item: (item[1].position, item[0]))
    sheet.compute(
        "brief.driving_hours_per_day",
        "sum(nights × hours) ÷ sum(nights)",
        "h",
        nights=[sheet.given(f"brief.stay.{id}.nights", stay.nights, "nights") for id, stay in stays],
        hours=[sheet.given(f"brief.stay.{id}.driving_hours_per_day", stay.driving_hours_per_day, "h") for id, stay in stays],
    )


def _behaviour(sheet: Sheet, rig: Rig, chosen: Fitted) -> None:
    """How the bank behaves under load, in a fault, by use and over the years."""
    under_load(sheet, rig.storage, chosen.battery)
    discharge_curve(sheet, rig.storage)
    hydrogen(sheet, rig.storage)
    spread_of_days(sheet)
    by_class(sheet, rig.storage)
    of_the_chosen(sheet, rig.storage, chosen.battery, rig.vehicle.kind)
    of_each_kind(sheet, rig.storage, rig.vehicle.kind)


def _wiring(sheet: Sheet, rig: Rig, rows: list[Powered]) -> None:
    dc_rows = [row for row in rows if row.load.feed != "ac"]
    dc_peak = together(sheet, "loads.dc_peak_w", "W", dc_rows, lambda row: row.running_w)
    current = design_current(sheet, dc_peak)
    if current.number > 0:
        main_run(sheet, rig.wiring.main, rig.region.code_pack, current)


def _step_states(rig: Rig, findings: tuple[Finding, ...]) -> dict[StepName, StepState]:
    """Empty: nothing to work with yet. Open: the need stands, nothing is chosen. Otherwise it fits, or it does not."""
    chosen: dict[StepName, bool] = {
        "survey": bool(rig.survey.items)
        and (rig.survey.as_found or all(one.fate != "open" for one in rig.survey.items.values())),
        "brief": True,
        "loads": bool(rig.active_loads()),
        "storage": rig.storage.bank is not None,
        "inverter": rig.inverter.chosen is not None,
        "solar": rig.solar.array_w is not None,
        "charging": (rig.charging.dcdc_a is not None and rig.charging.alternator_path == "dcdc")
        or rig.charging.shore_charger_a is not None,
        "wiring": rig.wiring.main.conductor is not None and rig.wiring.main.fuse_a is not None,
    }
    begun: dict[StepName, bool] = {"survey": surveyed(rig), "brief": True}
    has_loads = bool(rig.active_loads())
    troubled = {finding.step for finding in findings if finding.severity != "advice"}

    def state(step: StepName) -> StepState:
        if step in troubled:
            return "needs_attention"
        if not begun.get(step, has_loads):
            return "empty"
        return "fits" if chosen[step] else "open"

    return {step: state(step) for step in STEPS}


def surveyed(rig: Rig) -> bool:
    """Whether anything of the vehicle has been measured or found yet."""
    frame = rig.vehicle.frame
    measured = frame.length_m is not None or frame.width_m is not None
    return measured or bool(rig.survey.items or rig.space.compartments or rig.space.roof.outline)
