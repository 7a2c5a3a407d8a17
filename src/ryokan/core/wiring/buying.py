"""Which cables and fuses of a list of parts serve a run, and what they cost."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Any, Literal, TypeAlias

from ryokan.core.figure import Figure
from ryokan.core.parts.protection import (
    BarPart,
    BreakerPart,
    CablePart,
    DisconnectPart,
    FusePart,
    HolderPart,
    ShuntPart,
    SwitchPart,
)
from ryokan.core.rig import Rig
from ryokan.core.space.rules_of_place import fumes_gather
from ryokan.core.wiring.fuse_times import longest_of, surely_from
from ryokan.core.wiring.gear import Gear, GearKind
from ryokan.core.wiring.kinds import FuseFamily
from ryokan.core.wiring.rules_of_runs import most_fuse_a
from ryokan.core.wiring.things import RunOf, is_backed_up

AnyFuse: TypeAlias = FusePart | BreakerPart
# Why a fuse does not serve a run: what of it is too little, or not known.
Against: TypeAlias = Literal[
    "below_load", "below_maker", "above_cable", "above_device", "volts", "volts_unknown", "breaks", "breaks_unknown", "slow",
    "polarised",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Cost:
    """What something costs in one currency."""

    amount: Decimal
    currency: str


@dataclass(frozen=True, slots=True)
class Meets:
    """What a fuse meets on a run: the highest volts, and whether one nearer to the bank breaks the fault current for it. [V]"""

    volts_v: float | None
    backed_up: bool


def met_on(one: RunOf, every: Iterable[RunOf], figures: Mapping[str, Figure]) -> Meets:
    """What a fuse meets on a run. The volts are the bank's, where that feeds a fault of it."""
    volts = figures.get("storage.max_v") if one.run.from_bank else None
    return Meets(None if volts is None else volts.number, is_backed_up(one, every, figures.get))


def against_fuse(part: AnyFuse, one: RunOf, figures: Mapping[str, Figure], meets: Meets) -> tuple[Against, ...]:
    """What speaks against a fuse on a run; nothing where it serves.

    Volts and breaking capacity count as printed: what its sheet does not say is not known, and does not serve.
    """

    def of(name: str) -> float | None:
        figure = figures.get(f"{one.base}.{name}")
        return None if figure is None else figure.number

    found: list[Against] = []
    floor, ampacity = of("fuse_floor_a"), figures.get(f"{one.base}.ampacity_a")
    if floor is not None and part.rated_a < floor * (1 - 1e-9):
        found.append("below_load")
    if (asks := of("maker_fuse_a")) is not None and part.rated_a < asks:
        found.append("below_maker")
    if ampacity is not None and part.rated_a > most_fuse_a(one.school, ampacity) * (1 + 1e-9):
        found.append("above_cable")
    if one.said.bears_a is not None and part.rated_a > one.said.bears_a:
        found.append("above_device")
    if meets.volts_v is not None:
        found += ["volts_unknown"] if part.rated_v is None else ["volts"] if part.rated_v < meets.volts_v else []
    high, low = of("fault_high_a"), of("fault_low_a")
    if high is not None and not meets.backed_up:
        found += ["breaks_unknown"] if part.breaks_a is None else ["breaks"] if part.breaks_a < high else []
    sure = surely_from(longest_of(family_of(part), part.opens))
    if low is not None and sure is not None and low < sure * part.rated_a:
        found.append("slow")
    if isinstance(part, BreakerPart) and part.polarised == "yes" and one.run.kind in ("main", "inverter"):
        found.append("polarised")
    return tuple(found)


AnyGear: TypeAlias = SwitchPart | BarPart | ShuntPart | DisconnectPart | HolderPart
AgainstGear: TypeAlias = Literal["below_fuse", "below_load", "volts", "volts_unknown", "one_pole", "may_ignite", "few_ways"]
GEAR_PARTS: dict[GearKind, type[AnyGear]] = {
    "main_switch": SwitchPart,
    "bus_bar": BarPart,
    "shunt": ShuntPart,
    "load_disconnect": DisconnectPart,
    "fuse_box": HolderPart,
}


def bears_a(part: AnyGear) -> float | None:
    """What it bears continuously: of a fuse box all its ways together. [A]"""
    return part.all_a if isinstance(part, HolderPart) else part.rated_a


def against_gear(
    part: AnyGear, one: Gear, run: RunOf | None, rig: Rig, figures: Mapping[str, Figure], leave: int
) -> tuple[AgainstGear, ...]:
    """What speaks against a bar, switch, shunt, disconnect or fuse box where it sits; nothing where it serves.

    It has to bear the fuse before it, or what its run carries where no fuse is known. ``leave`` is how many runs leave a fuse
    box. What a sheet does not say of volts is not known, and does not serve.
    """
    found: list[AgainstGear] = []
    base = None if run is None else run.base
    fuse = None if base is None else figures.get(f"{base}.have_fuse_a") or figures.get(f"{base}.fuse_a")
    carries = None if base is None else figures.get(f"{base}.design_current_a")
    bears, volts = bears_a(part), figures.get("storage.max_v")
    if fuse is not None and (bears is None or bears < fuse.number):
        found.append("below_fuse")
    elif carries is not None and (bears is None or bears < carries.number):
        found.append("below_load")
    if volts is not None:
        found += ["volts_unknown"] if part.rated_v is None else ["volts"] if part.rated_v < volts.number else []
    if isinstance(part, SwitchPart) and rig.wiring.switch_poles == "both" and part.poles != 2:
        found.append("one_pole")
    box = rig.space.compartments.get(one.compartment or "")
    fumes = box is not None and fumes_gather(rig, box)
    if fumes and isinstance(part, SwitchPart) and part.ignition_protected != "yes":
        found.append("may_ignite")
    if isinstance(part, HolderPart) and part.ways < leave:
        found.append("few_ways")
    return tuple(found)


def said_of_gear(part: AnyGear) -> dict[str, Any]:
    """What a thing between the runs says of itself where it is one of the list."""
    said: dict[str, Any] = {"name": part.name, "rated_a": bears_a(part), "rated_v": part.rated_v}
    if isinstance(part, SwitchPart):
        said |= {"poles": part.poles, "ignition_protected": part.ignition_protected}
    if isinstance(part, HolderPart):
        said["ways"] = part.ways
    return said


def family_of(part: AnyFuse) -> FuseFamily:
    """How it is built, as a run says it."""
    return part.family if isinstance(part, FusePart) else "breaker"


def said_of_fuse(part: AnyFuse) -> dict[str, Any]:
    """What a run says of its fuse where that is one of the list."""
    return {
        "fuse_a": part.rated_a,
        "fuse_family": family_of(part),
        "fuse_v": part.rated_v,
        "fuse_breaks_a": part.breaks_a,
        "fuse_opens": part.opens,
        "polarised": part.polarised if isinstance(part, BreakerPart) else None,
    }


def cheapest_fuse(
    parts: Iterable[AnyFuse], one: RunOf, rated_a: float, figures: Mapping[str, Figure], meets: Meets
) -> AnyFuse | None:
    """Of the fuses of a rating that serve a run the cheapest; one without a price comes last."""
    serving = [part for part in parts if part.rated_a == rated_a and not against_fuse(part, one, figures, meets)]
    return min(serving, key=lambda part: (part.price is None, part.price.amount if part.price else 0, part.name), default=None)


def cable_serves(part: CablePart, one: RunOf, size: str) -> bool:
    """Whether a cable is of that size, of what the run is made of, and with insulation that is not less."""
    if part.conductor != size or part.cores != 1 or part.make == "solid" or part.insulation_c is None:
        return False
    return part.material == (one.material or "copper") and part.insulation_c >= (one.insulation_c or 0)


def cost_of_cable(parts: Iterable[CablePart], one: RunOf, size: str, length_m: float) -> Cost | None:
    """Of all its pieces, by the cheapest cable that serves; None where none has a price."""
    prices = [part.price for part in parts if part.price is not None and cable_serves(part, one, size)]
    if not prices:
        return None
    cheapest = min(prices, key=lambda price: price.amount)
    metres = Decimal(str(one.run.pieces * length_m * one.said.cables))
    return Cost((cheapest.amount * metres).quantize(Decimal("0.01")), cheapest.currency)
