"""The array: what the sun brings, how much of it is needed, and the controllers."""

from __future__ import annotations

from ryokan.core.climate.questions import QUESTIONS as OF_THE_SUN
from ryokan.core.climate.questions import each_sunlit
from ryokan.core.climate.stay import MONTHS
from ryokan.core.loads.seasons import MEAN_BY_MONTH
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.rig import Stay
from ryokan.core.scope import Scope
from ryokan.core.solar import rules, rules_of_strings  # noqa: F401  registers them
from ryokan.core.solar.bench import bench_rules
from ryokan.core.solar.cold import cold_volts
from ryokan.core.solar.controller import (
    all_of_them,
    arrays_on,
    below_the_bank,
    controller_need,
    into_controller,
    methods,
    stated,
    tied_to_the_bank,
    values_of,
)
from ryokan.core.solar.lying import lie_worth
from ryokan.core.solar.model import Array, Controller
from ryokan.core.solar.need import array_need, array_reckoned_with, carried_out
from ryokan.core.solar.strings import (
    SeriesOf,
    beside_one_another,
    cell_in_the_heat,
    every_string,
    fuse_of_string,
    in_cold_and_heat,
    points_of_string,
    series,
    together,
)
from ryokan.core.solar.yields import arrays_by_month, day_of_the_arrays, what_is_there
from ryokan.core.space import rules_of_roof  # noqa: F401  registers them
from ryokan.core.space.laid import on_the_roof, wind_on_arrays


@question(
    reads=(
        MEAN_BY_MONTH,
        "climate.psh.*",
        "climate.psh.*.{high, low}",
        "loads.{mean_wh_per_day_at_bank, mean_wh_per_day_with_margin}",
        "loads.season.*.mean_wh_per_day_with_margin",
        "solar.portable_wh_per_w.*",
        "solar.{portable_w, pwm_frac}",
        "solar.yield_wh_per_w.*",
    ),
    rig=("solar", "storage"),
    writes={
        "": ("solar.performance_ratio",),
        "W": (
            "solar.{need_high_w, need_low_w, need_w}.*",
            "solar.need_without_portable_w.*",
            "solar.portable_spares_w.*",
            "solar.{need_w, portable_spares_w}",
        ),
        "Wh": ("solar.portable_wh.*", "solar.{balance_need_wh, portable_wh_per_day}"),
        "h": ("solar.peak_sun_hours",),
    },
)
def need(scope: Scope) -> None:
    """How large an array is needed."""
    by_month = {MONTHS[month - 1]: wh for month, wh in scope.answer(MEAN_BY_MONTH).items()}
    array_need(scope, scope.rig.solar, scope.rig.storage.chemistry, by_month)


def each_string(scope: Scope) -> dict[str, SeriesOf]:
    """Every string with its array and its panels."""
    return every_string(scope.rig.solar, scope.parts.panels)


@question(
    rig=("parts.panels", "solar"),
    writes={
        "%/K": ("solar.string.*.{panel_alpha_isc_percent_per_k, panel_beta_voc_percent_per_k, panel_gamma_p_percent_per_k}",),
        "A": ("solar.string.*.{bypassed_a, current_a, isc_a, panel_imp_a, panel_isc_a}",),
        "V": ("solar.string.*.{bypassed_v, panel_vmp_v, panel_voc_v, vmp_v, voc_v}",),
        "W": ("solar.string.*.{apart_w, bypassed_w, panel_rated_w, rated_w, watts_w}",),
        "panels": ("solar.string.*.volts_unsaid",),
    },
    each=each_string,
)
def in_series(scope: Scope, id: str, string: SeriesOf) -> None:
    """What a string of panels comes to."""
    points_of_string(scope, id, string)
    series(scope, id, string)


@question(reads=("climate.t_max_record_c",), writes={"°C": ("solar.cell_hot_c",)})
def heat(scope: Scope) -> None:
    """How hot the cells get."""
    cell_in_the_heat(scope)


@question(
    reads=(
        "climate.t_min_record_c",
        "solar.{cell_hot_c, cold_voc_factor_by_table}",
        "solar.string.*.{panel_vmp_v, panel_voc_v}",
    ),
    rig=("parts.panels", "solar"),
    writes={
        "%/K": ("solar.string.*.{panel_alpha_isc_percent_per_k, panel_beta_voc_percent_per_k, panel_gamma_p_percent_per_k}",),
        "V": ("solar.string.*.{vmp_hot_v, voc_by_coefficient_v, voc_by_table_v, voc_cold_v, voc_hot_v}",),
    },
    each=each_string,
)
def by_heat(scope: Scope, id: str, string: SeriesOf) -> None:
    """A string in the cold and in the heat."""
    in_cold_and_heat(scope, id, string)


def each_beside_others(scope: Scope) -> dict[str, tuple[SeriesOf, tuple[str, ...]]]:
    """Every string that has others beside it, with their ids."""
    strings = every_string(scope.rig.solar, scope.parts.panels)
    return {
        id: (strings[id], tuple(other for other in ids if other != id))
        for ids in beside_one_another(scope.rig.solar)
        for id in ids
    }


@question(
    reads=("solar.string.*.isc_a",),
    rig=("parts.panels", "solar"),
    writes={"A": ("solar.string.*.{backfed_a, fuse_a, least_fuse_a, max_fuse_a, panel_max_fuse_a}",)},
    each=each_beside_others,
)
def fuses(scope: Scope, id: str, one: tuple[SeriesOf, tuple[str, ...]]) -> None:
    """What the strings beside it push into one, and its fuse."""
    fuse_of_string(scope, id, *one)


def each_array(scope: Scope) -> dict[str, Array]:
    """Every array of which something is chosen."""
    return scope.rig.solar.ordered_arrays()


@question(
    reads=("solar.string.*.{apart_w, current_a, isc_a, rated_w, vmp_hot_v, vmp_v, voc_cold_v, voc_hot_v, volts_unsaid}",),
    rig=("solar",),
    writes={
        "": ("solar.array.*.unlike_frac",),
        "A": ("solar.array.*.isc_a",),
        "V": ("solar.array.*.{vmp_hot_v, vmp_v, voc_cold_v, voc_hot_v}",),
        "W": ("solar.array.*.{apart_w, rated_w, watts_w}",),
        "panels": ("solar.array.*.volts_unsaid",),
    },
    each=each_array,
)
def in_parallel(scope: Scope, id: str, array: Array) -> None:
    """What the strings of an array come to together."""
    together(scope, id, array)


@question(
    reads=("solar.array.*.{rated_w, watts_w}",),
    rig=("solar",),
    writes={"W": ("solar.{have_w, portable_w}",)},
)
def there(scope: Scope) -> None:
    """The watts of what is always there, and of what is carried out."""
    what_is_there(scope, scope.rig.solar)
    carried_out(scope, scope.rig.solar)


@question(
    reads=("solar.array.*.vmp_v", "storage.nominal_v"),
    rig=("parts.controllers", "solar"),
    writes={"": ("solar.array.*.pwm_frac", "solar.pwm_frac"), "V": ("solar.{panel_vmp_v, string_vmp_v}",)},
)
def tied(scope: Scope) -> None:
    """What a controller that ties the panels to the bank leaves of them."""
    tied_to_the_bank(scope, scope.rig.solar, methods(scope.rig.solar, scope.parts.controllers))


@question(
    reads=("solar.array.*.vmp_v", "storage.nominal_v"),
    rig=("parts.controllers", "parts.panels", "solar"),
    writes={"": ("solar.array.*.reaches_frac",)},
)
def reaching(scope: Scope) -> None:
    """Arrays of too few volts to charge the bank."""
    below_the_bank(scope, scope.rig.solar, methods(scope.rig.solar, scope.parts.controllers), scope.parts.panels)


@question(
    rig=("parts.panels", "solar", "space", "vehicle"),
    writes={
        "": ("solar.array.*.{fixings, panels}",),
        "N": ("solar.array.*.uplift_n",),
        "kg": ("solar.array.*.{mass_kg, panel_mass_kg}", "space.roof.{bears_kg, panels_kg}"),
        "kg/m³": ("space.air_kg_per_m3",),
        "m²": ("solar.array.*.{area_m2, panel_area_m2}",),
    },
)
def wind(scope: Scope) -> None:
    """What the wind pulls at, and what holds it."""
    wind_on_arrays(scope, scope.rig, scope.parts.panels)
    on_the_roof(scope, scope.rig)


def each_controller(scope: Scope) -> dict[str, Controller]:
    """Every controller."""
    return scope.rig.solar.ordered_controllers()


@question(
    reads=(
        "solar.array.*.{isc_a, rated_w, reaches_frac, voc_cold_v, watts_w}",
        "solar.string.*.current_a",
        "solar.string_vmp_v",
        "storage.{charge_v, nominal_v}",
    ),
    rig=("parts.controllers", "solar", "storage.system_v"),
    writes={
        "A": ("solar.controller.*.{input_a, most_input_a, most_isc_a, need_a, output_a, rated_a, working_a}",),
        "V": ("solar.controller.*.{input_v, most_v, running_margin_v, start_margin_v}",),
        "W": ("solar.controller.*.{array_w, most_w, own_w}",),
    },
    each=each_controller,
)
def controllers(scope: Scope, id: str, one: Controller) -> None:
    """What comes into a controller, and what it gives."""
    solar, part = scope.rig.solar, scope.parts.controllers.get(id)
    stated(scope, id, one, part, scope.rig.storage.system_v)
    into_controller(scope, id, arrays_on(solar, id), values_of(one, part).method)


@question(
    reads=("solar.controller.*.rated_a",), rig=("solar",), writes={"A": ("solar.controller_have_a",)},
)  # fmt: skip
def controllers_together(scope: Scope) -> None:
    """What the controllers are rated for together."""
    all_of_them(scope, scope.rig.solar)


OF_THE_YIELDS = (
    "climate.correction_frac",
    "climate.stay.*.correction_frac",
    "solar.array.*.{pwm_frac, reaches_frac, watts_w}",
    "solar.controller.*.rated_a",
    "solar.{balance_need_wh, panel_tilt_deg, pwm_frac}",
    "solar.yield_wh_per_w.*",
    "storage.charge_v",
)


@question(
    reads=OF_THE_YIELDS,
    rig=("parts.controllers", "parts.panels", "solar", "stays"),
    writes={
        "": ("solar.array.*.shade_frac", "solar.controller.*.capped_frac.*", "solar.day_shape"),
        "W": ("solar.array.*.noon_w",),
        "W/W": ("solar.array.*.noon_bare_w_per_w",),
        "Wh": ("solar.array.*.{free_wh_per_day, wh_per_day}.*", "solar.{held_back_wh, wh_per_day}.*"),
        "Wh/W": ("solar.array.*.bare_wh_per_w.*",),
    },
)
def months(scope: Scope) -> None:
    """What each array brings in each month."""
    arrays_by_month(scope, scope.rig, scope.parts.panels, methods(scope.rig.solar, scope.parts.controllers))


@question(
    reads=(
        "solar.array.*.{noon_w, pwm_frac, reaches_frac, shade_frac, watts_w}",
        "solar.array.*.free_wh_per_day.*",
        "solar.controller.*.rated_a",
        "solar.{day_shape, peak_sun_hours, performance_ratio, pwm_frac}",
        "solar.wh_per_day.*",
        "storage.charge_v",
    ),
    rig=("parts.controllers", "solar"),
    writes={
        "": ("solar.array.*.shade_frac", "solar.controller.*.capped_frac", "solar.day_shape"),
        "A": ("solar.controller.*.noon_a", "solar.noon_a"),
        "W": ("solar.counts_as_w",),
        "Wh": ("solar.array.*.{free_wh_per_day, wh_per_day}", "solar.have_wh_per_day"),
    },
)
def day(scope: Scope) -> None:
    """What the chosen arrays bring on a day of the sun that is planned for."""
    day_of_the_arrays(scope, scope.rig, methods(scope.rig.solar, scope.parts.controllers))


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
    reads=("solar.controller.*.output_a", "solar.{have_w, need_w, string_vmp_v}", "storage.nominal_v"),
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
    questions=(
        *OF_THE_SUN,
        cold,
        heat,
        in_series,
        by_heat,
        fuses,
        in_parallel,
        there,
        wind,
        tied,
        reaching,
        controllers,
        controllers_together,
        need,
        months,
        day,
        lying,
        bench,
        controller,
    ),
    shows=("solar.", "space.roof.", "loads.mean_wh", "climate.", "assumptions.portable_set_out_frac"),
    ledger=(
        LedgerLine("solar.need_w", "solar.have_w", ("solar.array_cannot_refill", "solar.array_below_need")),
        LedgerLine("solar.controller_need_a", "solar.controller_have_a", ("solar.controller_clips", "solar.controller_small")),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.solar.has_array,
)
