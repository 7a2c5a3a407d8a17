"""Rows of the schedules. What is not known is None or empty; a figure carries its working."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, TypeAlias

from ryokan.core.figure import Figure

Part: TypeAlias = Literal["bank", "inverters", "charging", "sun", "dc", "signals", "ac"]
# When a cable carries what it is sized for.
When: TypeAlias = Literal["inverting", "charging", "sun", "engine", "hookup", "loads", "most", "always", ""]
# Where a size or a rating comes from: somebody chose it, the method asks for it, or nobody knows.
Basis: TypeAlias = Literal["chosen", "asked", "unknown"]
RatingBasis: TypeAlias = Literal["chosen", "asked", "none", "unknown"]
LengthBasis: TypeAlias = Literal["measured", "estimated", "unknown"]


@dataclass(frozen=True, slots=True)
class CableRow:
    """One cable of all its conductors."""

    mark: str
    run: str
    run_key: str  # terminals of a run of the DC side; empty of others
    part: Part
    carries: Figure | None  # [A]
    when: When
    cables: int
    cores: int
    size: str  # stock size; empty: not known
    size_basis: Basis
    material: str  # empty: not known
    insulation_c: float | None
    length: Figure | None  # one way [m]
    length_basis: LengthBasis
    lost: Figure | None  # up to its far end [V]
    allowed: Figure | None  # [V]
    way: str
    lies_there: bool


@dataclass(frozen=True, slots=True)
class FuseRow:
    """One fuse or breaker, and the cable that it protects."""

    mark: str
    run: str
    run_key: str
    at: str
    rating: Figure | None  # [A]
    rating_basis: RatingBasis
    kind: str
    rated_v: float | None
    breaks_a: float | None
    volts: Figure | None  # highest that stand across it [V]
    fault: Figure | None  # highest that it has to break [A]
    carries: Figure | None  # [A]
    size: str
    bears: Figure | None  # its cable, where it lies [A]


@dataclass(frozen=True, slots=True)
class CircuitRow:
    """One circuit, with what hangs on it in its order."""

    mark: str
    circuit: str
    run_key: str
    side: Literal["dc", "ac"]
    rating: Figure | None  # of its fuse or breaker [A]
    rating_basis: RatingBasis
    carries: Figure | None  # [A]
    size: str
    length: Figure | None  # [m]
    switched: str
    devices: tuple[str, ...]
    own_switches: tuple[str, ...]  # of the devices
    joints: int  # where the cable goes on to the next device
    joined: str  # by splices or from terminals; empty: not said


@dataclass(frozen=True, slots=True)
class TerminalRow:
    """The conductors of one cable where they are landed."""

    mark: str
    run: str
    run_key: str
    end: Literal["near", "far"]
    at: str
    stud: str  # empty: nobody said
    ending: Literal["lug", "crimp", ""]  # thin wires have a crimped terminal, or none where they are clamped
    size: str
    count: int
    least_nm: Figure | None
    most_nm: Figure | None


@dataclass(frozen=True, slots=True)
class PieceRow:
    """One piece to cut."""

    mark: str
    run: str
    run_key: str
    size: str
    cores: int
    colour: str
    material: str
    insulation_c: float | None
    cut_m: Figure | None
    length_basis: LengthBasis
    near_stud: str
    far_stud: str
    angle_deg: int | None
    sleeve: Figure | None  # inside, before it shrinks [mm]
    near_label: str
    far_label: str


@dataclass(frozen=True, slots=True)
class TotalRow:
    """All pieces of one kind together."""

    size: str
    cores: int
    colour: str
    material: str
    insulation_c: float | None
    pieces: int
    unmeasured: int  # of them only estimated
    length_m: Figure
    copper_kg: Figure | None


@dataclass(frozen=True, slots=True)
class LugRow:
    """Lugs and sleeves of one kind together."""

    what: Literal["lug", "sleeve"]
    size: str  # of a lug its conductor
    stud: str
    colour: str
    before: Figure | None  # of a sleeve [mm]
    count: int


@dataclass(frozen=True, slots=True)
class SpoolRow:
    """One spool to buy, with the pieces that are cut from it; or pieces that are longer than any spool."""

    size: str
    cores: int
    colour: str
    material: str
    insulation_c: float | None
    spool_m: float | None  # None: no spool is as long [m]
    marks: tuple[str, ...]
    used_m: float
    waste_m: float | None
    proven: bool  # that no other plan for this kind buys less
