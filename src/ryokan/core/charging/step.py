"""Everything that fills the bank but the sun: the alternator, a hookup, and links from other systems."""

from __future__ import annotations

from ryokan.core.charging import rules  # noqa: F401  registers them
from ryokan.core.charging.alternator import dcdc_need, through_a_relay
from ryokan.core.charging.modes import balance, by_mode, on_a_day_of_driving
from ryokan.core.charging.shore import all_sources, bank_limits, charger_there, shore_need
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
from ryokan.core.loads.rows import Powered
from ryokan.core.loads.seasons import with_energy
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope


@question(
    reads=("storage.{bank_ah, charge_limit_a}",), rig=("storage",), writes={"A": ("charging.{bank_max_a, bank_usual_a}",)}
)
def limits(scope: Scope) -> None:
    """What the bank takes."""
    bank_limits(scope, scope.rig.storage.chemistry)


@question(
    reads=(
        "brief.driving_hours_per_day",
        "charging.bank_max_a",
        "loads.mean_wh_per_day_with_margin",
        "storage.{cells_per_12v, charge_v, resistance_ohm}",
    ),
    rig=("charging", "storage"),
    writes={
        "": ("charging.relay.charge_frac",),
        "A": (
            "charging.dcdc.{have_a, input_a, need_a}",
            "charging.relay.estimate_a",
            "charging.{alternator_a, alternator_spare_a, path_limit_a}",
        ),
        "V": ("charging.alternator_v", "charging.dcdc.input_v", "charging.relay.cell_v"),
        "Wh": ("charging.dcdc.wh_per_driving_hour",),
    },
)
def driving(scope: Scope) -> None:
    """The DC-DC charger, or the relay."""
    dcdc_need(scope, scope.rig.charging, scope.rig.storage)
    through_a_relay(scope, scope.rig.charging, scope.rig.storage)


@question(
    reads=("charging.bank_max_a", "region.mains_v", "storage.{charge_v, usable_wh}"),
    rig=("charging", "inverter", "parts.inverter", "stays", "storage", "survey.as_found"),
    writes={
        "": ("charging.shore.{continuous_frac, hookup}",),
        "A": (
            "charging.shore.{breaker_a, have_a, hookup_continuous_a, hookup_limit_a, mains_a, need_a, through_hookup_a}",
            "charging.shore.{of_inverter_a, stand_alone_a}",
        ),
        "Wh": ("charging.refill_wh",),
        "h": ("charging.refill_hours", "charging.shore.hours_to_full"),
    },
)
def shore(scope: Scope) -> None:
    """The shore charger."""
    charger = charger_there(scope, scope.rig.charging, scope.rig.inverter, scope.parts.inverter)
    shore_need(scope, scope.rig, charger)


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
    reads=("charging.dcdc.*",),
    rig=("links", "stays"),
    writes={
        "": ("charging.link.*.charger_frac",),
        "A": ("charging.alternator_draw_a", "charging.link.*.{input_a, output_a}"),
        "V": ("charging.link.*.output_v",),
        "W": ("charging.link.*.draw_w",),
    },
)
def alternator(scope: Scope) -> None:
    """All that hangs on the alternator."""
    alternator_links(scope, scope.rig)


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
    reads=(
        BROUGHT,
        "charging.dcdc.have_a",
        "charging.link.*.output_a",
        "charging.relay.estimate_a",
        "charging.shore.have_a",
        "solar.output_a",
    ),
    writes={"A": ("charging.all_sources_a",)},
)
def together(scope: Scope) -> None:
    """All sources at once."""
    all_sources(scope, scope.answer(BROUGHT))


@question(
    reads=(
        "charging.dcdc.{have_a, wh_per_driving_hour}",
        "charging.link.*.output_a",
        "charging.relay.estimate_a",
        "charging.shore.{have_a, through_hookup_a}",
        "charging.{bank_max_a, refill_wh}",
        "region.mains_v",
        "solar.output_a",
        "storage.charge_v",
    ),
    rig=("charging", "links", "stays", "storage"),
    writes={
        "A": (
            "charging.mode.*.{into_bank_a, with_sun_a}",
            "charging.{from_dcdc_a, generator_a, through_generator_a}",
        ),
        "W": ("charging.generator_w",),
        "h": ("charging.mode.*.hours_to_full",),
    },
)
def modes(scope: Scope) -> None:
    """Who gives how much when."""
    rig = scope.rig
    on_the_way = [scope[f"charging.link.{id}.output_a"] for id in links_while_driving(rig)]
    by_mode(scope, rig.charging, rig.storage.chemistry, on_the_way)


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
    by_dcdc = rig.charging.dcdc_a is not None and rig.charging.alternator_path == "dcdc"
    return by_dcdc or rig.charging.shore_charger_a is not None or rig.charging.alternator_path == "relay"


STEP = Step(
    name="charging",
    questions=(limits, driving, shore, to_others, alternator, from_others, together, modes, mean_day),
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
)
