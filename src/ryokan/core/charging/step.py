"""Everything that fills the bank but the sun: the alternator, a hookup, and links from other systems."""

from __future__ import annotations

from ryokan.core.charging import rules  # noqa: F401  registers them
from ryokan.core.charging.alternator import dcdc_need
from ryokan.core.charging.shore import all_sources, shore_need, smallest_hookup
from ryokan.core.figure import Figure
from ryokan.core.links import rules as rules_of_links  # noqa: F401  registers them
from ryokan.core.links.ends import BROUGHT, GIVEN_AWAY, alternator_links, brought, given_away
from ryokan.core.loads.rows import Powered
from ryokan.core.loads.seasons import with_energy
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope


@question(
    reads=("brief.driving_hours_per_day", "loads.mean_wh_per_day_with_margin", "storage.charge_v"),
    rig=("charging", "storage"),
    writes={
        "A": ("charging.dcdc.{have_a, input_a, need_a}", "charging.{alternator_a, alternator_spare_a}"),
        "V": ("charging.alternator_v", "charging.dcdc.input_v"),
        "Wh": ("charging.dcdc.wh_per_driving_hour",),
    },
)
def driving(scope: Scope) -> None:
    """The DC-DC charger."""
    dcdc_need(scope, scope.rig.charging, scope.rig.storage.chemistry)


@question(
    reads=("region.mains_v", "storage.{charge_v, usable_wh}"),
    rig=("charging", "stays", "storage"),
    writes={
        "": ("charging.shore.{continuous_frac, hookup}",),
        "A": ("charging.shore.{breaker_a, have_a, hookup_continuous_a, hookup_limit_a, mains_a, need_a, through_hookup_a}",),
        "Wh": ("charging.refill_wh",),
        "h": ("charging.refill_hours", "charging.shore.hours_to_full"),
    },
)
def shore(scope: Scope) -> None:
    """The shore charger."""
    shore_need(scope, scope.rig.charging, scope.rig.storage.chemistry, smallest_hookup(scope.rig.stays))


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
        "charging.shore.have_a",
        "solar.output_a",
        "storage.{bank_ah, charge_limit_a}",
    ),
    rig=("storage",),
    writes={"A": ("charging.{all_sources_a, bank_max_a, bank_usual_a}",)},
)
def together(scope: Scope) -> None:
    """All sources at once, against what the bank takes."""
    all_sources(scope, scope.rig.storage.chemistry, scope.answer(BROUGHT))


def chosen(rig: Rig) -> bool:
    """Whether anything is chosen that charges."""
    by_dcdc = rig.charging.dcdc_a is not None and rig.charging.alternator_path == "dcdc"
    return by_dcdc or rig.charging.shore_charger_a is not None


STEP = Step(
    name="charging",
    questions=(driving, shore, to_others, alternator, from_others, together),
    shows=("charging.", "brief.driving", "storage.charge_v"),
    ledger=(
        LedgerLine("charging.dcdc.need_a", "charging.dcdc.have_a", ("charging.alternator_overloaded",)),
        LedgerLine("charging.shore.need_a", "charging.shore.have_a", ("charging.hookup_too_small",)),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=chosen,
)
