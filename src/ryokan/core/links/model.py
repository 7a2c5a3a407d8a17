"""Links between the systems of a job: one charges the other, by cord or by a charger of its own."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Fraction, Id, Model, Position

LinkSource: TypeAlias = Literal["inverter", "bank", "alternator"]


class Link(Model):
    """One end of a link. Each of the two rigs holds its end under the same id, so that each can be worked out by itself."""

    position: Position = 0
    system: str = Field(min_length=1, max_length=60, description="Name of the other system.")
    gives: bool = Field(description="Whether this rig feeds the other; otherwise it is fed.")
    source: LinkSource = Field(description="What of the giving rig feeds it: its inverter by cord, its bank or alternator.")
    output_a: float = Field(gt=0, le=1_000, description="Of the charger, at the bank that is fed. [A]")
    output_v: float = Field(gt=0, le=70, description="Charging volts there. [V]")
    charger_frac: Fraction = Field(default=0.9, description="What the charger passes on. (common practice)")
    hours_per_day: float | None = Field(default=None, gt=0, le=24, description="None: while driving. [h]")
    absent_at: tuple[Id, ...] = Field(default=(), max_length=100, description="Stays at which the two are not together.")
