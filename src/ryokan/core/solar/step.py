"""The array: what the sun brings, how much of it is needed, and the controllers."""

from __future__ import annotations

from ryokan.core.climate.questions import QUESTIONS as OF_THE_SUN
from ryokan.core.climate.questions import each_sunlit
from ryokan.core.climate.stay import MONTHS
from ryokan.core.loads.seasons import MEAN_BY_MONTH
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.rig import Stay
from ryokan.core.scope import Scope
from ryokan.core.solar import rules  # noqa: F401  registers them
from ryokan.core.solar.bench import bench_rules
from ryokan.core.solar.cold import cold_volts
from ryokan.core.solar.controller import controller_need, day_of_the_array, tied_to_the_bank
from ryokan.core.solar.lying import lie_worth
from ryokan.core.solar.need import array_need, array_reckoned_with


@question(
    reads=(
        MEAN_BY_MONTH,
        "climate.psh.*",
        "climate.psh.*.{high, low}",
        "loads.{mean_wh_per_day_at_bank, mean_wh_per_day_with_margin}",
        "loads.season.*.mean_wh_per_day_with_margin",
        "solar.portable_wh_per_w.*",
        "solar.pwm_frac",
        "solar.yield_wh_per_w.*",
    ),
    rig=("solar", "storage"),
    writes={
        "": ("solar.performance_ratio",),
        "W": (
            "solar.{need_high_w, need_low_w, need_w}.*",
            "solar.need_without_portable_w.*",
            "solar.portable_spares_w.*",
            "solar.{need_w, portable_spares_w, portable_w}",
        ),
        "Wh": ("solar.portable_wh.*", "solar.{balance_need_wh, portable_wh_per_day}"),
        "h": ("solar.peak_sun_hours",),
    },
)
def need(scope: Scope) -> None:
    """How large an array is needed."""
    by_month = {MONTHS[month - 1]: wh for month, wh in scope.answer(MEAN_BY_MONTH).items()}
    array_need(scope, scope.rig.solar, scope.rig.storage.chemistry, by_month)


@question(
    reads=("storage.nominal_v",),
    rig=("solar",),
    writes={"": ("solar.pwm_frac",), "A": ("solar.controller_have_a",), "V": ("solar.{panel_vmp_v, string_vmp_v}",)},
)
def tied(scope: Scope) -> None:
    """What a controller that ties the panels to the bank leaves of them."""
    tied_to_the_bank(scope, scope.rig.solar)


@question(
    reads=(
        "solar.noon_w_per_w.*",
        "solar.{controller_have_a, peak_sun_hours, performance_ratio, pwm_frac}",
        "storage.charge_v",
    ),
    rig=("solar",),
    writes={
        "": ("solar.day_shape",),
        "A": ("solar.noon_a",),
        "W": ("solar.have_w",),
        "Wh": ("solar.have_wh_per_day",),
    },
)
def day(scope: Scope) -> None:
    """What the chosen array brings."""
    day_of_the_array(scope, scope.rig.solar)


@question(
    reads=("climate.stay.*.*.{best_wh_per_w, yield_wh_per_w}", "solar.{have_w, need_w}"),
    rig=("solar", "stays"),
    writes={"Wh": ("climate.stay.*.*.best_worth_wh",)},
    each=each_sunlit,
)
def lying(scope: Scope, id: str, stay: Stay) -> None:
    """What lying the best way would bring at one stay."""
    lie_worth(scope, id, stay, array_reckoned_with(scope))


@question(reads=("climate.t_min_record_c",), writes={"": ("solar.{cold_voc_factor, cold_voc_factor_by_table}",)})
def cold(scope: Scope) -> None:
    """Volts in the cold."""
    cold_volts(scope)


@question(
    reads=("loads.wh_per_day", "solar.{need_w, peak_sun_hours, performance_ratio}"),
    writes={
        "": ("solar.bench.off_frac.*",),
        "Ah": ("solar.bench.{ah_of_120_w_here, daily_ah_by_twelve}",),
        "W": ("solar.bench.{panels_of_120_w_w, rated_times_four_w, three_watts_per_ah_w}",),
        "panels": ("solar.bench.panels_of_120_w",),
    },
)
def bench(scope: Scope) -> None:
    """The rules of the bench beside it."""
    bench_rules(scope)


@question(
    reads=("solar.{controller_have_a, have_w, need_w, string_vmp_v}", "storage.{charge_v, nominal_v}"),
    rig=("solar",),
    writes={
        "": ("solar.controller_count",),
        "A": ("solar.{controller_need_a, controller_size_a, output_a}",),
    },
)
def controller(scope: Scope) -> None:
    """The controllers that it asks for."""
    controller_need(scope, scope.rig.solar, array_reckoned_with(scope))


STEP = Step(
    name="solar",
    questions=(*OF_THE_SUN, tied, need, day, lying, cold, bench, controller),
    shows=("solar.", "loads.mean_wh", "climate.", "assumptions.portable_set_out_frac"),
    ledger=(
        LedgerLine("solar.need_w", "solar.have_w", ("solar.array_cannot_refill", "solar.array_below_need")),
        LedgerLine("solar.controller_need_a", "solar.controller_have_a", ("solar.controller_clips", "solar.controller_small")),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.solar.array_w is not None,
)
