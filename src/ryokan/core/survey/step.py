"""The survey: what is there, how much room there is, and what the choice adds to the vehicle."""

from __future__ import annotations

from ryokan.core.parts.fitted import totals
from ryokan.core.question import AnswerOfEach, Step, question
from ryokan.core.readings.hold import hold
from ryokan.core.readings.model import Reading
from ryokan.core.readings.moment import Moment, moments
from ryokan.core.readings.outlook import follows
from ryokan.core.readings.told import Heard
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope
from ryokan.core.space import room as of_space
from ryokan.core.space import rules as rules_of_space  # noqa: F401  registers them
from ryokan.core.space import rules_of_place  # noqa: F401  registers them
from ryokan.core.space.balance import balance
from ryokan.core.survey import found, rules  # noqa: F401  registers them


@question(
    reads=("storage.{mass_kg, units}",),
    rig=(
        "charging.chargers",
        "charging.paths",
        "parts.battery",
        "parts.chargers",
        "parts.controllers",
        "parts.inverter",
        "parts.panels",
        "parts.paths",
        "parts.strings",
        "solar.arrays",
        "solar.controllers",
        "storage",
    ),
    writes={
        "": ("parts.{battery, charger, controller, dcdc, panel}.*.count", "parts.inverter.count"),
        "kg": (
            "parts.inverter.mass_kg",
            "parts.mass_kg",
            "parts.charger.*.{mass_each_kg, mass_kg}",
            "parts.controller.*.{mass_each_kg, mass_kg}",
            "parts.dcdc.*.{mass_each_kg, mass_kg}",
            "parts.panel.*.{mass_each_kg, mass_kg}",
        ),
        "parts": ("parts.without_price",),
        "¤": (
            "parts.{battery, charger, controller, dcdc, panel}.*.price",
            "parts.battery.price",
            "parts.inverter.price",
            "parts.price.*",
        ),
    },
)
def chosen_parts(scope: Scope) -> None:
    """Mass and price of what was chosen."""
    totals(scope, scope.rig, scope.parts)


@question(
    reads=("storage.unit.{height_m, length_m, width_m}",),
    rig=("space",),
    writes={
        "W": ("space.roof.limit_w",),
        "l": ("space.compartment.*.volume_l",),
        "m": (
            "space.compartment.*.{height_m, length_m, width_m}",
            "space.roof.obstacle.*.{length_m, width_m}",
            "space.roof.{edge_m, edge_margin_m, next_x_m, next_y_m, x_m, y_m}",
            "space.unit_air_m",
        ),
        "m²": ("space.roof.obstacle.*.area_m2", "space.roof.{area_m2, free_m2, signed_double_m2}"),
        "units": ("space.compartment.*.units_that_stand",),
    },
)
def room(scope: Scope) -> None:
    """Compartments and roof."""
    of_space.room(scope, scope.rig.space)


@question(
    reads=("parts.mass_kg",),
    rig=("survey", "vehicle"),
    writes={
        "": ("survey.bank.*.units", "survey.panels.*.count"),
        "Ah": ("survey.bank.*.unit_ah",),
        "V": ("survey.bank.*.unit_v",),
        "kg": (
            "survey.bank.*.{mass_kg, unit_mass_kg}",
            "survey.panels.*.{mass_each_kg, mass_kg}",
            "survey.{added_kg, found_mass_kg, payload_left_kg}",
        ),
    },
)
def payload(scope: Scope) -> None:
    """What the choice adds to the vehicle."""
    found.payload(scope, scope.rig)


@question(
    reads=("parts.inverter.mass_kg", "storage.mass_kg", "survey.bank.*.mass_kg"),
    rig=("inverter", "space", "storage", "survey", "vehicle"),
    writes={
        "kg": (
            "space.piece.*.mass_kg",
            "space.piece.found.*.mass_kg",
            "space.{front_axle_kg, front_left_kg, lean_kg, placed_kg, rear_axle_kg, rear_left_kg, side_load_kg}",
        ),
        "kg·m": ("space.side_moment_kgm",),
        "m": (
            "space.piece.*.{corner_x_m, corner_y_m, extent_x_m, extent_y_m, x_m, y_m}",
            "space.piece.found.*.{corner_x_m, corner_y_m, extent_x_m, extent_y_m, x_m, y_m}",
            "space.{vehicle_width_m, wheelbase_m}",
        ),
    },
)
def weight(scope: Scope) -> None:
    """Axles and sides."""
    balance(scope, scope.rig)


@question(
    rig=("survey",),
    writes={
        "": ("survey.cord.*.{continuous_frac, rating}",),
        "A": ("survey.cord.*.{breaker_a, continuous_a}", "survey.cord_continuous_a"),
    },
)
def cords(scope: Scope) -> None:
    """What the weakest cord passes."""
    found.cord(scope, scope.rig)


def each_moment(scope: Scope) -> dict[str, tuple[tuple[str, Reading], ...]]:
    """Readings that were taken at once."""
    return moments(scope.rig)


HEARD: AnswerOfEach[Heard] = AnswerOfEach("heard")


@question(
    reads=(
        "charging.set.float_v",
        "loads.row.*.{running_w, wh_at_bank, wh_per_day}",
        "solar.array.*.rated_w",
        "solar.{controller_have_a, pwm_frac}",
        "storage.{cells_per_12v, charge_v, have_ah, nominal_v, system_v}",
    ),
    rig=("charging", "loads", "region", "solar", "stays", "storage", "survey"),
    writes={
        "": ("survey.reading.*.{accuracy_frac, charge_high_frac, charge_low_frac, holds_frac, in_series}",),
        "%": ("survey.reading.*.read_percent", "survey.outlook.*.charge_percent"),
        "A": (
            "survey.reading.*.{charger_a, expected_high_a, expected_low_a, into_bank_a, rated_a, read_a}",
            "survey.outlook.*.{drawn_a, given_a, into_bank_a}",
        ),
        "Ah": ("survey.reading.*.read_ah", "survey.outlook.*.{missing_ah, missing_at_sunset_ah}"),
        "V": (
            "survey.reading.*.{bus_v, cell_high_v, cell_low_v, empty_cell_v, expected_high_v, expected_low_v}",
            "survey.reading.*.{full_cell_v, mains_v, read_v, voc_v}",
        ),
        "W": (
            "survey.reading.*.{array_w, drawn_w, expected_high_w, expected_low_w, named_w, rated_w, read_w}",
            "survey.outlook.*.array_w",
            "survey.outlook.*.*.bank_w",
        ),
        "W/W": ("survey.reading.*.{clear_high_w_per_w, clear_low_w_per_w}",),
        "Wh": ("survey.reading.*.{expected_high_wh, expected_low_wh, read_wh}",),
        "Wh/W": ("survey.reading.*.{day_high_wh_per_w, day_low_wh_per_w}",),
        "h": ("survey.outlook.*.{bulk_until_h, full_at_h, lasts_h, missing_h, now_h, run_after_h}",),
    },
    each=each_moment,
    answers=HEARD,
)
def readings(scope: Scope, id: str, taken: tuple[tuple[str, Reading], ...]) -> Heard:
    """What the readings of one moment say, each against its figure, and what follows from them."""
    moment = Moment(scope, scope.rig, dict(taken))
    told = hold(moment)
    return Heard(told, follows(moment, told))


def begun(rig: Rig) -> bool:
    """Whether anything of the vehicle has been measured or found yet."""
    frame = rig.vehicle.frame
    measured = frame.length_m is not None or frame.width_m is not None
    return measured or bool(rig.survey.items or rig.space.compartments or rig.space.roof.outline)


def chosen(rig: Rig) -> bool:
    """Whether it is said of everything that was found what becomes of it."""
    items = rig.survey.items
    return bool(items) and (rig.survey.as_found or all(one.fate != "open" for one in items.values()))


STEP = Step(
    name="survey",
    questions=(chosen_parts, room, payload, weight, cords, readings),
    shows=("survey.", "space.", "parts.mass_kg", "storage.usable_wh", "storage.days_without_charge", "charging.link."),
    begun=begun,
    chosen=chosen,
)
