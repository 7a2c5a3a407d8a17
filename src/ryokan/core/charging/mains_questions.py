"""Questions of the mains side: chargers behind a hookup, and generators."""

from __future__ import annotations

from ryokan.core.charging.generator import of_the_strongest, through_chargers, where_it_stands
from ryokan.core.charging.model import Generator
from ryokan.core.charging.shore import OnMains, beside_what_runs, chargers, mains_side, shore_need
from ryokan.core.loads.rows import PLANNED
from ryokan.core.question import question
from ryokan.core.scope import Scope

HEAVY_W = 300  # from which a load on a hookup is heavy beside a charger (common practice)


def each_on_mains(scope: Scope) -> dict[str, OnMains]:
    """Every charger on the mains that hangs on the house bank."""
    return chargers(scope.rig.charging, scope.rig.inverter, scope.parts.chargers, scope.parts.inverter)


def on_mains(scope: Scope) -> dict[str, OnMains]:
    """Those of them that fill it: made for its volts, as far as anybody knows."""
    return {id: one for id, one in each_on_mains(scope).items() if one.fits(scope.rig.storage.system_v)}


@question(
    reads=("region.mains_v", "storage.charge_v"),
    rig=("charging", "inverter", "parts.chargers", "parts.inverter", "storage.system_v"),
    writes={
        "": ("charging.source.*.{adjustable, efficiency_frac, power_factor, profile, profile_lithium, profiles}",),
        "A": ("charging.source.*.{input_a, output_a, rated_a}",),
        "V": ("charging.source.*.{made_for_v, profile_absorbs_v, profile_floats_v}",),
        "W": ("charging.source.*.input_w",),
    },
    each=each_on_mains,
)
def from_mains(scope: Scope, id: str, one: OnMains) -> None:
    """What a charger gives and draws."""
    if one.part is not None and one.charger.adjustable is not None:
        scope.part(f"charging.source.{id}.adjustable", one.charger.adjustable, "", one.part)
    if one.part is not None and one.charger.output_v is not None:
        scope.part(f"charging.source.{id}.made_for_v", float(one.charger.output_v), "V", one.part)
    if one.fits(scope.rig.storage.system_v):
        mains_side(scope, id, one)


@question(
    reads=(
        "charging.{bank_max_a, taper_h}",
        "charging.from_mains:charging.source.*.{efficiency_frac, input_a, output_a, power_factor, rated_a}",
        "region.mains_v",
        "storage.{charge_v, usable_wh}",
    ),
    rig=("charging", "inverter", "parts.chargers", "parts.inverter", "stays", "storage", "survey.as_found"),
    writes={
        "": ("charging.inlet.conductor", "charging.shore.{continuous_frac, cord_drop_frac, hookup}"),
        "m": ("charging.inlet.cord_length_m",),
        "Ω/km": ("charging.inlet.ohm_per_km",),
        "A": (
            "charging.inlet.{adapter_a, cord_a, inlet_a}",
            "charging.shore.of.*.{mains_a, output_a}",
            "charging.shore.{breaker_a, have_a, hookup_continuous_a, hookup_limit_a, mains_a, need_a, through_hookup_a}",
            "charging.shore.{of_inverter_a, stand_alone_a, way_continuous_a}",
        ),
        "Wh": ("charging.refill_wh",),
        "h": ("charging.refill_hours", "charging.shore.hours_to_full"),
    },
)
def shore(scope: Scope) -> None:
    """The shore chargers."""
    shore_need(scope, scope.rig, on_mains(scope))


@question(
    reads=(
        PLANNED,
        "charging.shore.{have_a, hookup_limit_a, through_hookup_a, way_continuous_a}",
        "loads.row.*.running_va",
        "region.mains_v",
        "storage.charge_v",
    ),
    writes={"A": ("charging.beside.*.{charge_a, left_a}",)},
)
def beside(scope: Scope) -> None:
    """What the charger still gives while a heavy load runs on the hookup too."""
    rows = [row for row in scope.answer(PLANNED) if row.load.feed == "ac" and row.running_w.number >= HEAVY_W]
    beside_what_runs(scope, {row.id: row.running_va for row in rows})


def each_generator(scope: Scope) -> dict[str, Generator]:
    """Every generator."""
    return scope.rig.charging.ordered_generators()


@question(
    reads=(
        "charging.bank_max_a",
        "charging.from_mains:charging.source.*.{efficiency_frac, input_a, output_a, power_factor}",
        "charging.shore.{have_a, mains_a}",
        "climate.t_max_record_c",
        "region.mains_v",
        "storage.{bank_wh, charge_v}",
    ),
    rig=("charging", "inverter", "parts.chargers", "parts.inverter", "storage", "vehicle"),
    writes={
        "": ("charging.generator.*.{least_fuel_frac, load_frac, start_frac, stop_frac}",),
        "A": ("charging.generator.*.{charge_a, output_a}", "charging.generator.*.of.*.{mains_a, output_a}"),
        "W": ("charging.generator.*.{gives_w, rated_w}",),
        "Wh": ("charging.generator.*.{wh_per_day, wh_per_h}",),
        "days": ("charging.generator.*.service_days",),
        "h": ("charging.generator.*.{hours_from_start_to_stop, hours_per_day, hours_per_tank, service_every_h}",),
        "l": ("charging.generator.*.tank_l",),
        "l/h": ("charging.generator.*.{full_l_per_h, half_l_per_h, l_per_h}",),
        "l/kWh": ("charging.generator.*.l_per_kwh",),
        "m": ("charging.generator.*.altitude_m",),
    },
    each=each_generator,
)
def generators(scope: Scope, id: str, one: Generator) -> None:
    """What a generator gives, and what it takes."""
    where_it_stands(scope, id, one, scope.rig.vehicle)
    through_chargers(scope, id, one, on_mains(scope), scope.rig.storage)


@question(
    reads=("charging.generator.*.{charge_a, gives_w, output_a, rated_w}",),
    rig=("charging",),
    writes={"A": ("charging.{generator_a, through_generator_a}",), "W": ("charging.generator_w",)},
)
def strongest(scope: Scope) -> None:
    """The generator that gives most."""
    of_the_strongest(scope, scope.rig.charging.ordered_generators())


QUESTIONS = (from_mains, shore, beside, generators, strongest)
