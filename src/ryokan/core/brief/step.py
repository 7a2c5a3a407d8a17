"""The brief: who travels, how long, and what must not go dark."""

from __future__ import annotations

from ryokan.core.brief import rules  # noqa: F401  registers them
from ryokan.core.brief import said as of_brief
from ryokan.core.question import Step, question
from ryokan.core.rig import Stay
from ryokan.core.scope import Scope


def each_stay(scope: Scope) -> dict[str, Stay]:
    """Stays in their order."""
    return of_brief.in_their_order(scope.rig.stays)


@question(
    rig=("brief", "region"),
    writes={
        "Ah": ("brief.{believed_ah_per_day, believed_bank_ah}",),
        "Hz": ("region.mains_hz",),
        "V": ("region.mains_v",),
        "days": ("brief.{believed_days, days_without_charge}",),
        "nights": ("brief.nights_away",),
        "people": ("brief.people",),
        "¤": ("brief.budget",),
    },
)
def said(scope: Scope) -> None:
    """What was said of people, nights and mains."""
    of_brief.what_was_said(scope, scope.rig.brief, scope.rig.region)


@question(
    rig=("stays",), writes={"h": ("brief.stay.*.driving_hours_per_day",), "nights": ("brief.stay.*.nights",)}, each=each_stay
)
def stay(scope: Scope, id: str, one: Stay) -> None:
    """What was said of one stay."""
    of_brief.of_a_stay(scope, id, one)


@question(
    reads=("brief.stay.*.{driving_hours_per_day, nights}",), rig=("stays",), writes={"h": ("brief.driving_hours_per_day",)}
)
def driving(scope: Scope) -> None:
    """Driving on a mean day."""
    of_brief.mean_driving(scope, of_brief.in_their_order(scope.rig.stays))


STEP = Step(
    name="brief",
    questions=(said, stay, driving),
    shows=("brief.", "loads.quiet", "storage.days_after_growth", "solar.need_after_growth_w"),
    begun=lambda rig: True,
    chosen=lambda rig: True,
)
