"""The bank: its volts, how large it has to be, what the chosen one gives, and how it behaves."""

from __future__ import annotations

from ryokan.core.data.assumptions import CHEMISTRIES
from ryokan.core.loads.rows import AT_BANK, MET, PLANNED, Powered, off_the_hookup, resting_rows
from ryokan.core.loads.seasons import with_energy
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.scope import Scope
from ryokan.core.storage import rules  # noqa: F401  registers them
from ryokan.core.storage.behaviour import how_long_the_wish_runs, never_filled, spread_of_days, under_load
from ryokan.core.storage.cost import of_each_kind, of_the_chosen
from ryokan.core.storage.gas import hydrogen
from ryokan.core.storage.growth import after_growth
from ryokan.core.storage.have import bank_given, bank_have, cost_in_nights, what_it_gives
from ryokan.core.storage.heating import HEATERS, heater_rows
from ryokan.core.storage.model import OtherBank
from ryokan.core.storage.need import bank_need, system_volts
from ryokan.core.storage.others import holds, stands
from ryokan.core.storage.voltage import discharge_curve
from ryokan.core.storage.volts_class import by_class


@question(
    rig=("storage",),
    writes={
        "V": ("storage.{charge_v, cutoff_v, max_v, min_v, nominal_v, system_v}",),
        "cells": ("storage.{cells_in_series, cells_per_12v}",),
    },
)
def volts(scope: Scope) -> None:
    """Volts of class and chemistry."""
    system_volts(scope, scope.rig.storage)


@question(
    reads=("storage.nominal_v",),
    rig=("parts.battery", "parts.strings", "storage"),
    writes={
        "": (
            "storage.arrangement.{paired, parallel, series}",
            "storage.unit.{chemistry, max_parallel, max_series, self_heating}",
            "storage.{string_chemistries, units}",
        ),
        "A": (
            "storage.string.*.{limit_a, unit_limit_a}",
            "storage.unit.{charge_limit_a, discharge_limit_a}",
            "storage.{bms_limit_a, charge_limit_a, current_with_one_out_a}",
        ),
        "Ah": ("storage.have_ah", "storage.string.*.{ah, unit_ah}", "storage.unit.capacity_ah"),
        "V": ("storage.arrangement.{highest_volts_v, volts_v}", "storage.string.*.{unit_v, volts_v}", "storage.unit.nominal_v"),
        "Wh": ("storage.have_wh", "storage.string.*.wh"),
        "kg": ("storage.unit.mass_kg", "storage.{mass_kg, unit_masses_kg}"),
        "l": ("storage.volume_l",),
        "m": ("storage.unit.{height_m, length_m, width_m}",),
        "°C": ("storage.unit.min_charge_c",),
    },
)
def have(scope: Scope) -> None:
    """The bank that was chosen."""
    bank_have(scope, scope.rig.storage, scope.parts)


@question(
    reads=("storage.{have_wh, units}",),
    rig=("parts.battery", "storage"),
    writes={
        "": ("loads.row.*.{duty_frac, quantity}",),
        "VA": ("loads.row.*.running_va",),
        "W": ("loads.row.*.{running_w, unit_w}", "storage.unit.heater_w"),
        "Wh": ("loads.row.*.wh_per_day",),
        "h": ("loads.row.*.hours_per_day",),
    },
    answers=HEATERS,
)
def heaters(scope: Scope) -> list[Powered]:
    """Heaters of the bank, as rows among the loads."""
    return [with_energy(scope, row) for row in heater_rows(scope, scope.rig.storage, scope.parts.battery)]


@question(
    reads=(
        MET,
        "brief.days_without_charge",
        "inverter.{idle_w, rated_w}",
        "loads.row.*.running_w",
        "loads.{margin_frac, wh_per_day, wh_per_day_at_bank, wh_per_day_with_margin, worst_run_wh_with_margin}",
        "storage.{have_wh, nominal_v, system_v}",
    ),
    rig=("parts.strings", "storage"),
    writes={
        "": ("storage.alternatives.*.capacity_left_frac",),
        "Ah": ("storage.alternatives.*.need_ah", "storage.{need_ah, need_ah_by_three, need_ah_by_twelve}"),
        "Wh": (
            "storage.alternatives.*.need_wh",
            "storage.need_by.{audit_wh, three_daily_wh, wish_wh}",
            "storage.need_wh",
            "storage.wish.wh",
        ),
        "h": ("storage.wish.hours",),
        "kg": ("storage.alternatives.*.mass_kg",),
        "°C": ("storage.{bay_c, bay_hot_c}",),
    },
)
def need(scope: Scope) -> None:
    """How large each method wants it."""
    kinds = [units[0].chemistry for units in scope.parts.strings.values() if units]
    bank_need(scope, scope.rig.storage, off_the_hookup(scope.answer(MET)), kinds)


@question(
    reads=(
        "loads.{days_in_turn, margin_frac, run_by_day_wh, run_by_night_wh, wh_per_day_with_margin, worst_week_wh}",
        "storage.alternatives.*.capacity_left_frac",
        "storage.string.*.wh",
        "storage.{have_wh, mass_kg, need_wh, nominal_v, string_chemistries}",
    ),
    rig=("parts.strings", "storage"),
    writes={
        "": ("storage.{left_at_dawn_frac, left_at_dawn_with_margin_frac}",),
        "Ah": ("storage.bank_ah",),
        "Wh": ("storage.{bank_wh, to_empty_wh, usable_by_audit_wh, usable_wh}",),
        "days": ("storage.{days_by_audit, days_to_empty, days_without_charge}",),
        "kg": ("storage.mass_kg",),
    },
)
def gives(scope: Scope) -> None:
    """What the bank gives that is reckoned with."""
    what_it_gives(scope, scope.rig.storage, bank_given(scope), scope.parts)


@question(
    reads=(AT_BANK, PLANNED, "loads.row.*.wh_at_bank", "loads.{margin_frac, wh_per_day_with_margin}", "storage.usable_wh"),
    writes={"nights": ("loads.row.*.nights",)},
)
def nights(scope: Scope) -> None:
    """What each load costs in nights."""
    at_bank = scope.answer(AT_BANK)
    cost_in_nights(scope, {row.id: at_bank[row.id] for row in resting_rows(scope)})


@question(
    reads=(
        "inverter.{cutoff_v, dc_current_at_cutoff_a, have_w, idle_w, peak_w, rated_w}",
        "loads.dc_peak_at_bank_w",
        "storage.alternatives.*.capacity_left_frac",
        "storage.arrangement.{parallel, series}",
        "storage.{bank_ah, bank_wh, cells_per_12v, system_v, to_empty_wh}",
    ),
    rig=("charging.chargers", "parts.battery", "storage"),
    writes={
        "": ("storage.{capacity_at_peak_frac, charge_at_cutoff_frac, charge_at_top_frac, full_charge_frac}",),
        "1/h": ("storage.inverter_rate_c",),
        "A": ("storage.{discharge_most_a, discharge_usual_a, fault_current_a, full_capacity_a, peak_current_a}",),
        "V": (
            "charging.stops_at_v",
            "storage.{cell_v_at_cutoff, cell_v_at_top, cell_v_empty, cell_v_full, full_cell_v, full_rest_v}",
        ),
        "Wh": ("storage.{never_filled_wh, stranded_wh}",),
        "h": ("storage.rated_over_h",),
        "Ω": ("storage.resistance_ohm", "storage.unit.resistance_ohm"),
    },
)
def loaded(scope: Scope) -> None:
    """The bank under load and in a fault."""
    under_load(scope, scope.rig.storage, scope.parts.battery)
    stops = [one.stops_at_v for one in scope.rig.charging.chargers.values() if one.bank is None and one.stops_at_v is not None]
    never_filled(scope, scope.rig.storage, max(stops, default=None))


@question(
    reads=(
        "inverter.cutoff_v",
        "storage.wish.{hours, wh}",
        "storage.{bank_ah, cell_v_empty, cell_v_full, cells_per_12v, nominal_v}",
        "storage.{rated_over_h, resistance_ohm, system_v, usable_wh}",
    ),
    rig=("loads", "storage"),
    writes={
        "": ("storage.wish.{capacity_frac, charge_at_cutoff_frac, from_frac}",),
        "A": ("storage.wish.current_a",),
        "V": ("storage.wish.cell_v_at_cutoff",),
        "W": ("storage.wish.draw_w",),
        "Wh": ("storage.wish.energy_wh",),
        "h": ("storage.wish.hours_have",),
    },
)
def wish(scope: Scope) -> None:
    """How long the bank runs the one wish."""
    how_long_the_wish_runs(scope, scope.rig.loads, scope.rig.storage)


@question(
    reads=(
        "loads.wh_per_day_at_bank",
        "storage.{bank_ah, cells_per_12v, charge_v, nominal_v, peak_current_a, resistance_ohm, system_v}",
    ),
    rig=("storage",),
    writes={
        "": ("storage.curve.charge_frac", "storage.meter.charge_frac"),
        "A": ("storage.{mean_current_a, usual_charge_a}",),
        "V": (
            "storage.curve.{cell_v, charging_v, mean_load_v, peak_load_v, rest_v}",
            "storage.meter.{cell_v, mean_load_v, rest_v}",
        ),
    },
)
def curve(scope: Scope) -> None:
    """Volts by its charge."""
    discharge_curve(scope, scope.rig.storage)


@question(
    reads=("storage.{bank_ah, system_v}",),
    rig=("storage",),
    writes={
        "cm²": ("storage.{vent_cm2, vent_need_cm2, vent_need_equalising_cm2}",),
        "mA/Ah": ("storage.gas_ma_per_ah",),
        "m³/h": ("storage.{gas_equalising_m3_per_h, gas_m3_per_h}",),
    },
)
def gas(scope: Scope) -> None:
    """Hydrogen of a lead bank."""
    hydrogen(scope, scope.rig.storage)


@question(
    reads=(
        "brief.days_without_charge",
        "loads.{days_in_turn, margin_frac, run_by_day_wh, run_by_night_wh, wh_per_day, worst_week_wh}",
        "loads.wh_per_day.{high, low}",
        "storage.{days_without_charge, usable_wh}",
    ),
    writes={
        "": ("storage.headroom_frac", "storage.left_at_dawn_frac.{high, low}"),
        "days": ("storage.days_without_charge.{high, low}",),
    },
)
def spread(scope: Scope) -> None:
    """Days by high and by low use."""
    spread_of_days(scope)


@question(
    reads=(
        "inverter.dc_current_at_cutoff_a",
        "storage.{need_ah, nominal_v, system_v, units}",
        "storage.unit.{capacity_ah, nominal_v}",
    ),
    rig=("storage",),
    writes={
        "": ("storage.class.*.{copper_frac, parallel, series}",),
        "A": ("storage.class.*.current_a",),
        "Ah": ("storage.class.*.{need_ah, same_units_ah}",),
        "V": ("storage.class.*.volts_v",),
        "units": ("storage.class.*.left_over",),
    },
)
def classes(scope: Scope) -> None:
    """The same at other volts."""
    by_class(scope, scope.rig.storage)


@question(
    reads=(
        "brief.budget",
        "loads.mean_wh_per_day_at_bank",
        "parts.battery.price",
        "parts.inverter.price",
        "storage.alternatives.*.{capacity_left_frac, mass_kg, need_wh}",
        "storage.{mass_kg, need_wh, units, usable_wh}",
    ),
    rig=("parts.battery", "storage", "vehicle"),
    writes={
        "": ("storage.unit.cycles", "storage.{banks_10y, banks_6y, cycles_per_year}"),
        "years": ("storage.alternatives.*.life_years", "storage.{life_years, lithium_level_years, span_10y, span_6y}"),
        "¤": ("storage.alternatives.*.{fuel_per_year, price}", "storage.fuel_per_year"),
        "¤/kWh": ("storage.alternatives.*.{cost_per_kwh_10y, cost_per_kwh_6y}", "storage.{cost_per_kwh_10y, cost_per_kwh_6y}"),
    },
)
def cost(scope: Scope) -> None:
    """Life and cost, of the chosen bank and of each kind."""
    of_the_chosen(scope, scope.rig.storage, scope.parts.battery, scope.rig.vehicle.kind)
    of_each_kind(scope, scope.rig.storage, scope.rig.vehicle.kind)


@question(
    reads=("solar.{need_w, portable_spares_w}", "storage.days_without_charge"),
    rig=("brief.growth_frac",),
    writes={"": ("brief.growth_frac",), "W": ("solar.need_after_growth_w",), "days": ("storage.days_after_growth",)},
)
def growth(scope: Scope) -> None:
    """What is left once the use has grown."""
    after_growth(scope, scope.rig.brief)


_SHORT = ("storage.days_short", "storage.deeper_than_allowed", "storage.reserve_small")


def each_other(scope: Scope) -> dict[str, OtherBank]:
    """Every bank beside the house bank."""
    return scope.rig.storage.ordered_others()


@question(
    reads=("loads.row.*.running_w",),
    rig=("storage",),
    writes={
        "A": ("storage.other.*.cranking_a",),
        "Ah": ("storage.other.*.capacity_ah",),
        "V": ("storage.other.*.volts_v",),
        "days": ("storage.other.*.stands_days",),
        "h": ("storage.other.*.{asked_h, holds_h}",),
    },
    each=each_other,
)
def beside_the_house(scope: Scope, id: str, one: OtherBank) -> None:
    """A bank beside the house bank."""
    stands(scope, id, one)
    holds(scope, id, one, None if one.feeds is None else scope.get(f"loads.row.{one.feeds}.running_w"))


STEP = Step(
    name="storage",
    questions=(
        volts, have, heaters, need, gives, nights, loaded, wish, curve, gas, spread, classes, cost, growth, beside_the_house,
    ),
    shows=(
        "storage.", "loads.worst_run", "loads.wh_per_day", "brief.believed", "space.", "inverter.cutoff_v",
        "loads.row.bank~heaters",
        *(f"assumptions.{chemistry}.dod_frac" for chemistry in CHEMISTRIES),
    ),
    ledger=(
        LedgerLine("storage.need_wh", "storage.have_wh", _SHORT),
        LedgerLine("storage.need_ah", "storage.have_ah", _SHORT),
        LedgerLine("storage.alternatives.{chemistry_id}.mass_kg", "storage.mass_kg"),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.storage.bank is not None,
)  # fmt: skip
