"""The survey: what is there, how much room there is, and what the choice adds to the vehicle."""

from __future__ import annotations

from ryokan.core.parts.fitted import totals
from ryokan.core.question import Step, question
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope
from ryokan.core.space import room as of_space
from ryokan.core.space import rules as rules_of_space  # noqa: F401  registers them
from ryokan.core.space import rules_of_place  # noqa: F401  registers them
from ryokan.core.space.balance import balance
from ryokan.core.survey import found, rules  # noqa: F401  registers them


@question(
    reads=("storage.{mass_kg, units}",),
    rig=("parts.battery", "parts.inverter", "parts.strings", "storage"),
    writes={
        "": ("parts.battery.*.count", "parts.inverter.count"),
        "kg": ("parts.inverter.mass_kg", "parts.mass_kg"),
        "parts": ("parts.without_price",),
        "¤": ("parts.battery.*.price", "parts.battery.price", "parts.inverter.price", "parts.price.*"),
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
        "": ("survey.bank.*.units",),
        "Ah": ("survey.bank.*.unit_ah",),
        "V": ("survey.bank.*.unit_v",),
        "kg": ("survey.bank.*.{mass_kg, unit_mass_kg}", "survey.{added_kg, found_mass_kg, payload_left_kg}"),
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
    questions=(chosen_parts, room, payload, weight, cords),
    shows=("survey.", "space.", "parts.mass_kg", "storage.usable_wh", "storage.days_without_charge", "charging.link."),
    begun=begun,
    chosen=chosen,
)
