"""The main cable and its fuse."""

from __future__ import annotations

from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.scope import Scope
from ryokan.core.wiring import rules  # noqa: F401  registers them
from ryokan.core.wiring.main_run import design_current, main_run


@question(
    reads=("charging.all_sources_a", "inverter.{cutoff_v, dc_current_at_cutoff_a}", "loads.dc_peak_w"),
    writes={"A": ("wiring.main.{dc_loads_a, design_current_a}",)},
)
def current(scope: Scope) -> None:
    """Design current of the main run."""
    design_current(scope, scope["loads.dc_peak_w"])


@question(
    reads=("storage.system_v", "wiring.main.design_current_a"),
    rig=("region", "wiring"),
    writes={
        "": (
            "wiring.main.{conductor, have_conductor, need_warm_factor, need_zone_factor, warm_factor, zone_factor}",
            "wiring.main.{size_by_drop, size_by_fuse, size_by_terminal}",
        ),
        "A": ("wiring.main.{ampacity_a, fuse_a, fuse_floor_a, have_fuse_a}",),
        "V": ("wiring.main.{allowed_drop_v, drop_v}",),
        "cmil": ("wiring.main.circular_mils_by_drop",),
        "ft": ("wiring.main.round_trip_ft",),
        "m": ("wiring.main.one_way_length_m",),
        "°C": ("wiring.main.{insulation_c, terminal_c}",),
        "Ω/km": ("wiring.main.ohm_per_km",),
    },
)
def main(scope: Scope) -> None:
    """Its cable and fuse."""
    design_a = scope["wiring.main.design_current_a"]
    if design_a.number > 0:
        main_run(scope, scope.rig.wiring.main, scope.rig.region.code_pack, design_a)


STEP = Step(
    name="wiring",
    questions=(current, main),
    shows=("wiring.", "inverter.dc_current", "inverter.cutoff_v"),
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
                "wiring.no_stock_size",
            ),
        ),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.wiring.main.conductor is not None and rig.wiring.main.fuse_a is not None,
)
