"""The main cable and its fuse."""

from __future__ import annotations

from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.findings.model import Thing
from ryokan.core.inverter.model import Inverter
from ryokan.core.parts.model import InverterPart
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.scope import Scope
from ryokan.core.survey.model import AnyFound, FoundCharger, FoundDcdc, FoundInverter, Survey, name_of_found
from ryokan.core.wiring import rules, rules_of_gear, rules_of_runs, small_wires  # noqa: F401  registers them
from ryokan.core.wiring.carried import carried
from ryokan.core.wiring.conductors import known_or_none
from ryokan.core.wiring.faults import in_a_fault
from ryokan.core.wiring.main_run import MakersFloors, design_current, main_run
from ryokan.core.wiring.sizing import size
from ryokan.core.wiring.things import EVERY_RUN, OF_THE_RUNS, RunOf, every_run


@question(
    reads=(
        "charging.all_sources_a",
        "charging.source.*.rated_a",
        "inverter.{cutoff_v, dc_current_at_cutoff_a, others_current_a}",
        "loads.dc_peak_at_bank_w",
    ),
    rig=("wiring.inverter_joins", "wiring.solar_joins"),
    writes={"A": ("wiring.bank_current_a", "wiring.main.{dc_loads_a, design_current_a}")},
)
def current(scope: Scope) -> None:
    """Design current of the main run."""
    wiring = scope.rig.wiring
    design_current(scope, charge_bus=wiring.solar_joins == "charge_bus", inverters=wiring.inverter_joins == "bus")


@question(
    reads=("storage.system_v", "wiring.main.design_current_a"),
    rig=("inverter", "parts.inverter", "region", "survey", "wiring.fuse_school", "wiring.inverter_joins", "wiring.main"),
    writes={
        "": (
            "wiring.main.{at_least, cables, conductor, have_conductor, maker_conductor}",
            "wiring.main.{bundle_factor, bundled, buried_factor, laid_factor, need_laid_factor}",
            "wiring.main.{need_warm_factor, need_zone_factor, warm_factor, zone_factor}",
            "wiring.main.{size_by_drop, size_by_fuse, size_by_terminal}",
        ),
        "A": (
            "wiring.main.{ampacity_a, bears_floor_a, best_ampacity_a, fuse_a, fuse_floor_a}",
            "wiring.main.{have_fuse_a, maker_fuse_a, told_ampacity_a}",
        ),
        "A²s": ("wiring.main.withstand_a2s",),
        "V": ("wiring.main.{allowed_drop_v, best_drop_v, drop_v}",),
        "cmil": ("wiring.main.circular_mils_by_drop",),
        "ft": ("wiring.main.round_trip_ft",),
        "m": ("wiring.main.one_way_length_m",),
        "mm": ("wiring.main.buried_mm",),
        "°C": ("wiring.main.{insulation_c, terminal_c}",),
        "Ω": ("wiring.main.path_ohm",),
        "Ω/km": ("wiring.main.ohm_per_km",),
    },
)
def main(scope: Scope) -> None:
    """Its cable and fuse."""
    design_a = scope["wiring.main.design_current_a"]
    if design_a.number > 0:
        rig = scope.rig
        on_the_bus = rig.wiring.inverter_joins == "bus"
        floors = makers_floors(rig.inverter, scope.parts.inverter) if on_the_bus else MakersFloors()
        main_run(
            scope,
            rig.wiring.main,
            rig.region.code_pack,
            design_a,
            floors,
            without_a_rating(rig.survey),
            next_rating=rig.wiring.fuse_school == "next_rating",
        )


@question(rig=OF_THE_RUNS, answers=EVERY_RUN)
def run_list(scope: Scope) -> tuple[Thing[RunOf], ...]:
    """Which runs there are, and what was said of each."""
    return every_run(scope.rig)


def each_run(scope: Scope) -> dict[str, RunOf]:
    """Every run of the DC side but the main one, what feeds others before them."""
    return {one.item.id: one.item for one in scope.answer(EVERY_RUN)[1:]}


@question(
    reads=(
        EVERY_RUN,
        "charging.all_sources_a",
        "charging.source.*.{asks_a, output_a, rated_a}",
        "inverter.{cutoff_v, dc_current_at_cutoff_a}",
        "inverter.other.*.dc_current_a",
        "loads.row.*.running_w",
        "solar.array.*.{isc_a, vmp_v}",
        "solar.string.*.isc_a",
        "solar.controller.*.rated_a",
        "storage.system_v",
        "charging.beside.*.rated_a",
        "wiring.bank_current_a",
        "wiring.main.{dc_loads_a, design_current_a, fuse_a, have_fuse_a, path_ohm}",
    ),
    rig=("inverter", "parts.inverter"),
    writes={
        "": (
            "wiring.run.*.{ambient_factor, bundle_factor, bundled, buried_factor, cables, conductor, derate, have_conductor}",
            "wiring.run.*.{loads, strings}",
            "wiring.run.*.{least_conductor, maker_conductor, size_by_drop, size_by_fuse, size_by_terminal}",
            "wiring.run.*.{need_ambient_factor, need_bundle_factor, need_bundled, need_buried_factor, need_derate}",
        ),
        "A": (
            "wiring.run.*.{drop_current_a}",
            "wiring.run.*.{ampacity_a, bears_floor_a, best_ampacity_a, design_current_a, fuse_a, fuse_floor_a, have_fuse_a}",
            "wiring.run.*.{maker_fuse_a, string_fuse_a, told_ampacity_a}",
        ),
        "A²s": ("wiring.run.*.withstand_a2s",),
        "V": ("wiring.run.*.{allowed_drop_v, best_drop_v, class_v, drop_v, path_drop_v}",),
        "m": ("wiring.run.*.{estimated_length_m, head_m, one_way_length_m, tail_m, through_m}",),
        "mm": ("wiring.run.*.{buried_mm, need_buried_mm}",),
        "°C": ("wiring.run.*.{ambient_c, insulation_c, need_ambient_c, terminal_c}",),
        "Ω": ("wiring.run.*.{loop_ohm, path_ohm}",),
    },
    each=each_run,
)
def runs(scope: Scope, id: str, one: RunOf) -> None:
    """What a run carries, its cable and its fuse."""
    current = carried(scope, one)
    of_the_inverter = (one.run.kind, one.run.thing) == ("inverter", THE_INVERTER)
    floors = makers_floors(scope.rig.inverter, scope.parts.inverter) if of_the_inverter else MakersFloors()
    if current is not None:
        size(scope, one, current, floors)


def each_run_of_a_bank(scope: Scope) -> dict[str, RunOf]:
    """Every run that the bank sends a fault current into. Of a bank that is not chosen nobody says what it sends."""
    there = scope.rig.storage.bank is not None
    return {id: one for id, one in each_run(scope).items() if there and one.run.from_bank}


@question(
    reads=(
        EVERY_RUN,
        "storage.arrangement.parallel",
        "storage.{full_rest_v, nominal_v, resistance_ohm}",
        "wiring.main.path_ohm",
        "wiring.runs:wiring.run.*.{path_ohm, strings}",
    ),
    rig=("storage.bank",),
    writes={"A": ("wiring.run.*.{fault_high_a, fault_low_a}",)},
    each=each_run_of_a_bank,
)
def faults(scope: Scope, id: str, one: RunOf) -> None:
    """What a fault on a run draws, at its beginning and at its end."""
    in_a_fault(scope, one)


@question(
    reads=(
        EVERY_RUN,
        "storage.arrangement.parallel",
        "storage.{full_rest_v, nominal_v, resistance_ohm}",
        "wiring.main.path_ohm",
    ),
    rig=("storage.bank",),
    writes={"A": ("wiring.main.{fault_high_a, fault_low_a}",)},
)
def main_fault(scope: Scope) -> None:
    """What a fault on the main run draws."""
    if scope.rig.storage.bank is not None:
        in_a_fault(scope, scope.answer(EVERY_RUN)[0].item)


def makers_floors(inverter: Inverter, part: InverterPart | None) -> MakersFloors:
    """What the maker of the chosen inverter asks of its cable and fuse: as said of it, otherwise by its part."""
    chosen = inverter.chosen
    if chosen is None:
        return MakersFloors()
    return MakersFloors(
        chosen.maker_fuse_a or (None if part is None else part.asks_fuse_a),
        chosen.maker_conductor or (None if part is None else known_or_none(part.asks_conductor)),
    )


def without_a_rating(survey: Survey) -> tuple[str, ...]:
    """What hangs on the main run and has no rating that anybody knows, by the names of the things."""
    unrated: list[AnyFound] = [one for one in survey.that_counts(FoundInverter).values() if one.rated_w is None]
    unrated += [one for one in survey.that_counts(FoundDcdc).values() if one.output_a is None]
    unrated += [one for one in survey.that_counts(FoundCharger).values() if one.output_a is None]
    return tuple(name_of_found(one) for one in unrated)


STEP = Step(
    name="wiring",
    questions=(current, main, run_list, main_fault, runs, faults),
    shows=("wiring.main.", "inverter.dc_current", "inverter.cutoff_v"),
    ledger=(
        LedgerLine(
            "wiring.main.conductor",
            "wiring.main.have_conductor",
            (
                "wiring.conductor_undersized",
                "wiring.fuse_window_closed",
                "wiring.drop_over_class",
                "wiring.no_stock_size",
            ),
        ),
        LedgerLine(
            "wiring.main.fuse_a",
            "wiring.main.have_fuse_a",
            (
                "wiring.fuse_above_ampacity",
                "wiring.fuse_below_load",
                "wiring.fuse_little_in_hand",
                "wiring.no_stock_size",
            ),
        ),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.wiring.main.conductor is not None and rig.wiring.main.fuse_a is not None,
)
