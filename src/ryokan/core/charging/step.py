"""Everything that fills the bank but the sun: the alternators, a hookup, generators, and links from other systems."""

from __future__ import annotations

from ryokan.core.charging import rules, rules_of_settings, rules_of_ways  # noqa: F401  registers them
from ryokan.core.charging.alternator import (
    Way,
    an_hour_of_driving,
    dcdc_need,
    engine_dead_after,
    share_out,
    unknown_alternator,
    ways,
    what_it_asks,
    what_it_has,
)
from ryokan.core.charging.alternator import together as ways_together
from ryokan.core.charging.beside import other_banks
from ryokan.core.charging.help import what_helps
from ryokan.core.charging.mains_questions import QUESTIONS as OF_THE_MAINS
from ryokan.core.charging.mains_questions import on_mains
from ryokan.core.charging.model import Alternator
from ryokan.core.charging.modes import Mode, balance, by_mode, on_a_day_of_driving
from ryokan.core.charging.one_output import counted_twice, held_back, within_each
from ryokan.core.charging.recharge import at_a_stay, in_each_mode, meanwhile, of_each_source
from ryokan.core.charging.schools import side_by_side
from ryokan.core.charging.settings import ladder, sheet_of_settings
from ryokan.core.charging.shore import all_sources, bank_limits, taper
from ryokan.core.figure import Figure
from ryokan.core.links import rules as rules_of_links  # noqa: F401  registers them
from ryokan.core.links.ends import (
    BROUGHT,
    GIVEN_AWAY,
    alternator_links,
    brought,
    given_away,
    links_by_the_hour,
    links_while_driving,
)
from ryokan.core.loads.rows import AT_BANK, PLANNED, Powered
from ryokan.core.loads.seasons import season_of, with_energy
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.rig import Rig, Stay
from ryokan.core.scope import Scope


@question(
    reads=("storage.{bank_ah, bay_c, charge_limit_a}",),
    rig=("storage",),
    writes={"A": ("charging.{bank_max_a, bank_usual_a}",), "h": ("charging.taper_h",)},
)
def limits(scope: Scope) -> None:
    """What the bank takes, and how long the last of it takes."""
    bank_limits(scope, scope.rig.storage.chemistry)
    taper(scope, scope.rig.storage)


def each_alternator(scope: Scope) -> dict[str, Alternator]:
    """Every alternator."""
    return scope.rig.charging.ordered_alternators()


@question(
    rig=("charging",),
    writes={"A": ("charging.alternator.*.{allows_a, hot_a, idle_a, idle_spare_a, own_draw_a, rated_a, spare_a}",)},
    each=each_alternator,
)
def alternators(scope: Scope, id: str, one: Alternator) -> None:
    """What an alternator has to give."""
    what_it_has(scope, id, one, the_first=id == next(iter(each_alternator(scope))))


def each_way(scope: Scope) -> dict[str, Way]:
    """Every way from an alternator to the house bank."""
    return ways(scope.rig.charging, scope.parts.paths)


@question(
    reads=("storage.{cells_per_12v, charge_v, resistance_ohm}",),
    rig=("charging", "parts.paths", "storage"),
    writes={
        "": ("charging.source.*.{charge_frac, conductor, isolated}",),
        "A": ("charging.source.*.{asks_a, limit_a, may_take_a, plug_a, rated_a, run_passes_a, tap_a}",),
        "V": ("charging.source.*.{cell_v, class_v, input_v, made_for_v, made_from_v, supply_v}",),
        "m": ("charging.source.*.length_m",),
        "Ω": ("charging.source.*.run_ohm",),
        "Ω/km": ("charging.source.*.ohm_per_km",),
    },
    each=each_way,
)
def asked(scope: Scope, id: str, way: Way) -> None:
    """What a way asks of its alternator."""
    what_it_asks(scope, id, way, scope.rig.storage)


def each_with_ways(scope: Scope) -> dict[str, dict[str, Way]]:
    """Every alternator on which a way hangs, with those; under no id those of which nobody knows the alternator."""
    found: dict[str, dict[str, Way]] = {}
    for id, way in ways(scope.rig.charging, scope.parts.paths).items():
        found.setdefault(way.alternator_id or "", {})[id] = way
    return found


@question(
    reads=(
        "charging.alternator.*.{hot_a, spare_a}",
        "charging.source.*.{asks_a, input_v, may_take_a, rated_a}",
        "storage.charge_v",
    ),
    rig=("charging", "parts.paths"),
    writes={"A": ("charging.source.*.{input_a, output_a}",), "Wh": ("charging.source.*.wh_per_driving_hour",)},
    each=each_with_ways,
)
def shared(scope: Scope, id: str, on_it: dict[str, Way]) -> None:
    """What the ways on one alternator get of it."""
    share_out(scope, id, on_it)
    for one, way in on_it.items():
        unknown_alternator(scope, one, way)
        an_hour_of_driving(scope, one)


@question(
    reads=(
        "brief.driving_hours_per_day",
        "charging.alternator.*.{rated_a, spare_a}",
        "charging.bank_max_a",
        "charging.source.*.{asks_a, cell_v, input_v, limit_a, output_a, rated_a}",
        "loads.mean_wh_per_day_with_margin",
        "storage.charge_v",
    ),
    rig=("charging", "parts.paths", "storage"),
    writes={
        "": ("charging.relay.charge_frac",),
        "A": (
            "charging.dcdc.{have_a, input_a, need_a}",
            "charging.relay.estimate_a",
            "charging.{alternator_a, alternator_spare_a, from_dcdc_a, path_limit_a}",
        ),
        "V": ("charging.alternator_v", "charging.dcdc.input_v", "charging.relay.cell_v"),
        "Wh": ("charging.dcdc.wh_per_driving_hour",),
    },
)
def driving(scope: Scope) -> None:
    """What all ways from the alternators come to, and the DC-DC charger that driving asks for."""
    found = ways(scope.rig.charging, scope.parts.paths)
    ways_together(scope, found)
    dcdc_need(scope, found, scope.rig.storage)


@question(
    reads=(
        "charging.alternator.*.{hot_a, idle_spare_a, spare_a}",
        "charging.bank_max_a",
        "storage.{cells_per_12v, charge_v, resistance_ohm}",
    ),
    rig=("charging", "storage"),
    writes={
        "": ("charging.alternator.*.half_charge_frac",),
        "A": ("charging.alternator.*.school.*.{bears_a, pushes_a, rating_a}",),
        "V": ("charging.alternator.*.{class_v, half_cell_v, half_rest_v, supply_v}", "charging.alternator.*.school.*.input_v"),
        "Wh": ("charging.alternator.*.school.*.{driving_wh, idling_wh}",),
    },
    each=each_alternator,
)
def schools(scope: Scope, id: str, one: Alternator) -> None:
    """The schools of charging from an alternator, side by side."""
    side_by_side(scope, id, one, scope.rig.storage)


@question(
    rig=("brief.hemisphere", "links", "stays"),
    writes={
        "": ("loads.row.*.{charger_frac, duty_frac, power_factor, quantity}",),
        "A": ("loads.row.*.output_a",),
        "V": ("loads.row.*.output_v",),
        "VA": ("loads.row.*.running_va",),
        "W": ("loads.row.*.{running_w, unit_w}",),
        "Wh": ("loads.row.*.wh_per_day",),
        "h": ("loads.row.*.hours_per_day",),
    },
    answers=GIVEN_AWAY,
)
def to_others(scope: Scope) -> list[Powered]:
    """What feeds other systems, as rows among the loads."""
    return [with_energy(scope, row) for row in given_away(scope, scope.rig)]


@question(
    reads=("brief.driving_hours_per_day", "charging.source.*.may_take_a"),
    rig=("charging", "links", "parts.paths", "stays"),
    writes={
        "": ("charging.link.*.charger_frac",),
        "A": ("charging.alternator.*.draw_a", "charging.alternator_draw_a", "charging.link.*.{input_a, output_a}"),
        "V": ("charging.link.*.{class_v, input_v, output_v}",),
        "W": ("charging.link.*.draw_w",),
    },
)
def alternator(scope: Scope) -> None:
    """All that is asked of the alternators."""
    on_each: dict[str, list[str]] = {}
    for id, way in ways(scope.rig.charging, scope.parts.paths).items():
        if way.converts and way.alternator_id is not None:
            on_each.setdefault(way.alternator_id, []).append(id)
    alternator_links(scope, scope.rig, on_each)


@question(
    reads=("brief.driving_hours_per_day", "brief.stay.*.{driving_hours_per_day, nights}", "storage.charge_v"),
    rig=("links", "stays"),
    writes={
        "A": ("charging.link.*.output_a",),
        "Wh": ("charging.link.*.wh_per_day",),
        "h": ("charging.link.*.{hours_per_day, mean_hours}",),
    },
    answers=BROUGHT,
)
def from_others(scope: Scope) -> list[Figure]:
    """What other systems bring."""
    return brought(scope, scope.rig)


@question(
    reads=("charging.source.*.{output_a, rated_a}", "solar.controller.*.output_a"),
    rig=("charging", "solar"),
    writes={"A": ("charging.source.*.{held_a, within_a}",)},
)
def one_output(scope: Scope) -> None:
    """Devices within one housing that share one output."""
    outer = within_each(scope.rig)
    held_back(scope, outer)
    counted_twice(scope, outer)


GIVING = (
    BROUGHT,
    "charging.link.*.output_a",
    "charging.shore.{have_a, through_hookup_a}",
    "charging.source.*.{held_a, output_a, rated_a, within_a}",
    "charging.through_generator_a",
    "solar.output_a",
)
OF_THE_RIG = ("charging", "inverter", "links", "parts.chargers", "parts.inverter", "parts.paths", "stays", "storage")


def in_modes(scope: Scope) -> dict[Mode, list[Figure]]:
    """What gives in each mode."""
    from_ways = [out for id in each_way(scope) if (out := scope.get(f"charging.source.{id}.output_a")) is not None]
    on_the_way = [scope[f"charging.link.{id}.output_a"] for id in links_while_driving(scope.rig)]
    shore = scope.get("charging.shore.through_hookup_a") or scope.get("charging.shore.have_a")
    there = None if scope.get("charging.shore.have_a") is None else shore
    sun, generator = scope.get("solar.output_a"), scope.get("charging.through_generator_a")
    return {
        "sun": [] if sun is None else [sun],
        "driving": [*from_ways, *on_the_way],
        "hookup": [] if there is None else [there],
        "generator": [] if generator is None else [generator],
    }


@question(reads=GIVING, rig=OF_THE_RIG, writes={"A": ("charging.all_sources_a",)})
def together(scope: Scope) -> None:
    """All sources at once: devices at their rating, whatever the alternator spares of it."""
    each = [
        scope.get(f"charging.source.{id}.{'rated_a' if way.converts else 'output_a'}") for id, way in each_way(scope).items()
    ]
    each += [scope.get("charging.shore.have_a"), scope.get("solar.output_a")]
    twice = [scope.get(f"charging.source.{id}.within_a") for id in (*each_way(scope), *on_mains(scope))]
    sources = [*(one for one in each if one is not None), *scope.answer(BROUGHT)]
    all_sources(scope, sources, [one for one in twice if one is not None])


@question(
    reads=(*GIVING, "charging.bank_max_a"),
    rig=OF_THE_RIG,
    writes={"A": ("charging.mode.*.{into_bank_a, with_sun_a}",)},
)
def modes(scope: Scope) -> None:
    """Who gives how much when."""
    by_way = [scope.get(f"charging.source.{id}.held_a") for id in each_way(scope)]
    by_mains = [scope.get(f"charging.source.{id}.held_a") for id in on_mains(scope)]
    held = {"driving": by_way, "hookup": by_mains, "generator": by_mains}
    by_mode(scope, in_modes(scope), {mode: [one for one in each if one is not None] for mode, each in held.items()})


@question(
    reads=(
        AT_BANK,
        PLANNED,
        *GIVING,
        "charging.mode.*.into_bank_a",
        "charging.{bank_max_a, taper_h}",
        "loads.mean_wh_per_day_at_bank",
        "loads.planned_at_bank:loads.row.*.wh_at_bank",
        "loads.steady_at_bank:loads.row.*.wh_at_bank",
        "storage.{charge_v, usable_wh}",
    ),
    rig=OF_THE_RIG,
    writes={
        "": ("charging.empty_frac",),
        "A": ("charging.mode.*.net_a", "charging.source.*.net_a", "charging.{meanwhile_a, meanwhile_dc_a}"),
        "h": (
            "charging.mode.*.{hours_to_80, hours_to_95, hours_to_full}",
            "charging.source.*.{hours_to_80, hours_to_95, hours_to_full}",
        ),
    },
)
def recharge(scope: Scope) -> None:
    """When the bank is full again."""
    storage, at_bank = scope.rig.storage, scope.answer(AT_BANK)
    dc = [at_bank[row.id] for row in scope.answer(PLANNED) if row.load.feed != "ac" and row.id in at_bank]
    meanwhile(scope, dc)
    in_each_mode(scope, storage, in_modes(scope))
    from_mains: dict[str, Mode] = dict.fromkeys(on_mains(scope), "hookup")
    from_ways: dict[str, Mode] = dict.fromkeys(each_way(scope), "driving")
    of_each_source(scope, storage, from_ways | from_mains)


@question(
    reads=(
        "brief.{budget, driving_hours_per_day}",
        "charging.dcdc.{have_a, input_v}",
        "charging.generator.*.{l_per_h, wh_per_h}",
        "charging.mode.{driving, hookup}.into_bank_a",
        "charging.{alternator_spare_a, bank_max_a, from_dcdc_a, refill_hours, refill_wh, sinks_wh_per_day}",
        "parts.{battery, inverter}.price",
        "solar.{peak_sun_hours, performance_ratio}",
        "storage.charge_v",
    ),
    rig=("charging", "stays"),
    writes={
        "A": ("charging.help.dcdc.largest_a",),
        "W": ("charging.help.panel.rated_w",),
        "Wh": ("charging.help.dcdc.wh_per_day", "charging.help.*.wh"),
        "h": ("charging.help.*.hours_per_day",),
        "nights": ("charging.help.hookup.every_nights",),
        "panels": ("charging.help.panel.panels",),
        "¤/kWh": ("charging.help.*.price_per_kwh",),
    },
)
def short_month(scope: Scope) -> None:
    """What would help in a short month."""
    what_helps(scope, scope.rig.stays, scope.rig.charging.ordered_generators())


def each_stay_of_the_rig(scope: Scope) -> dict[str, Stay]:
    """Every stay."""
    return dict(scope.rig.stays)


@question(
    reads=(
        "charging.inlet.{adapter_a, cord_a, inlet_a}",
        "charging.mode.driving.into_bank_a",
        "charging.shore.{have_a, mains_a}",
        "charging.{bank_max_a, empty_frac, meanwhile_dc_a, refill_wh, taper_h}",
        "loads.mean_wh_per_day_at_bank",
        "loads.season.*.mean_wh_per_day_at_bank",
        "solar.have_wh_per_day",
        "solar.wh_per_day.*",
        "storage.{charge_v, usable_wh}",
    ),
    rig=("brief.hemisphere", "charging", "stays", "storage"),
    writes={
        "": ("charging.stay.*.{continuous_frac, hookup}",),
        "A": ("charging.stay.*.{breaker_a, charge_a, net_a}",),
        "Wh": ("charging.stay.*.{driving_wh, surplus_wh}",),
        "days": ("charging.stay.*.days_to_full",),
        "h": ("charging.stay.*.{arrives_h, driving_h, full_by_h, hours_to_full}",),
    },
    each=each_stay_of_the_rig,
)
def full_by(scope: Scope, id: str, stay: Stay) -> None:
    """When the bank is full at a stay."""
    at_a_stay(scope, id, stay, season_of(stay.month, scope.rig.brief.hemisphere), scope.rig.storage)


@question(
    reads=("loads.mean_wh_per_day_at_bank", "storage.other.*.capacity_ah", "storage.{nominal_v, usable_wh}"),
    rig=("charging", "parts.paths", "storage"),
    writes={"h": ("charging.source.*.dead_after_h",)},
    each=each_way,
)
def forgotten(scope: Scope, id: str, way: Way) -> None:
    """After how many hours a way that was left closed leaves the engine dead."""
    engine_dead_after(scope, id, way, scope.rig.storage)


@question(
    reads=(
        "inverter.cutoff_v",
        "storage.unit.min_charge_c",
        "storage.{bay_c, bay_hot_c, cells_per_12v, charge_v, system_v}",
    ),
    rig=("storage",),
    writes={
        "V": (
            "charging.ladder.{bms_v, inverter_least_v, shed_least_v, shed_v}",
            "charging.set.{absorb_cold_v, absorb_hot_v, absorb_v, float_v}",
        ),
        "°C": ("charging.set.cold_stop_c",),
    },
)
def settings(scope: Scope) -> None:
    """What everything that charges is set to, and the ladder of cut-offs."""
    sheet_of_settings(scope, scope.rig.storage)
    ladder(scope, scope.rig.storage)


@question(
    reads=(
        "brief.driving_hours_per_day",
        "charging.link.*.wh_per_day",
        "charging.mode.driving.into_bank_a",
        "solar.{balance_need_wh, have_wh_per_day, portable_wh_per_day}",
        "storage.{charge_v, to_empty_wh}",
    ),
    rig=("links", "stays"),
    writes={
        "Wh": ("charging.{brought_wh_per_day, driving_wh_per_day, sinks_wh_per_day}",),
        "days": ("charging.days_until_empty",),
    },
)
def mean_day(scope: Scope) -> None:
    """What a mean day brings, and whether the bank sinks."""
    on_a_day_of_driving(scope)
    each = [scope.get(f"charging.link.{id}.wh_per_day") for id in links_by_the_hour(scope.rig)]
    balance(scope, [one for one in each if one is not None])


def chosen(rig: Rig) -> bool:
    """Whether anything is chosen that charges."""
    charging = rig.charging
    by_engine = any(path.bank is None and path.chosen for path in charging.paths.values())
    by_mains = any(one.bank is None and one.chosen for one in charging.chargers.values())
    return by_engine or by_mains or charging.shore_charger == "none"


STEP = Step(
    name="charging",
    questions=(
        limits, alternators, other_banks, asked, shared, driving, schools, forgotten, *OF_THE_MAINS,
        to_others, alternator, from_others, one_output, together, modes, recharge, mean_day, short_month, full_by, settings,
    ),
    shows=("charging.", "brief.driving", "storage.charge_v"),
    ledger=(
        LedgerLine("charging.dcdc.need_a", "charging.dcdc.have_a", ("charging.alternator_overloaded",), only_if_there=True),
        LedgerLine(
            "charging.shore.need_a",
            "charging.shore.have_a",
            ("charging.hookup_too_small", "charging.refill_too_slow"),
            only_if_there=True,
        ),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=chosen,
)  # fmt: skip
