"""Loads: what each one draws, when, and for whom it matters."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Fraction, Model, Position

Feed: TypeAlias = Literal["dc", "step_down", "ac"]
Importance: TypeAlias = Literal["must", "should", "shed"]

MAX_W = 100_000
MAX_WH_PER_DAY = 1_000_000


class Watts(Model):
    """The plate states watts, of one unit."""

    kind: Literal["watts"] = "watts"
    watts: float = Field(gt=0, le=MAX_W, description="[W]")


class DcAmps(Model):
    """The plate states amps at a DC voltage, of one unit."""

    kind: Literal["dc_amps"] = "dc_amps"
    amps: float = Field(gt=0, le=2_000, description="[A]")
    volts: float = Field(gt=0, le=60, description="[V]")


class AcAmps(Model):
    """The plate states amps at an AC voltage, of one unit; watts follow through the power factor."""

    kind: Literal["ac_amps"] = "ac_amps"
    amps: float = Field(gt=0, le=400, description="[A]")
    volts: float = Field(ge=60, le=500, description="[V]")


class WhPerDay(Model):
    """What one unit uses in a day is stated or was measured."""

    kind: Literal["wh_per_day"] = "wh_per_day"
    wh: float = Field(gt=0, le=MAX_WH_PER_DAY, description="[Wh a day]")


Draw: TypeAlias = Annotated[Watts | DcAmps | AcAmps | WhPerDay, Field(discriminator="kind")]


class Load(Model):
    """One row of the audit."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=80)
    group: str = Field(default="other", pattern=r"^[a-z][a-z ]{0,39}$")
    quantity: int = Field(default=1, ge=1, le=500)
    feed: Feed = "dc"
    draw: Draw
    hours_per_day: float = Field(gt=0, le=24, description="Hours on, on a day of use. [h]")
    duty_frac: Fraction = Field(default=1.0, description="Share of those hours that a thermostat lets it run.")
    days_per_week: int = Field(default=7, ge=1, le=7)
    power_factor: float = Field(default=1.0, ge=0.1, le=1, description="AC loads only.")
    start_factor: float = Field(default=1.0, ge=1, le=12, description="Starting draw over running draw.")
    importance: Importance = "should"
    never_with: str | None = Field(default=None, max_length=40, description="Loads of one such group never run together.")
    struck: bool = Field(default=False, description="Struck out: kept on the sheet, left out of every figure.")
    typed: str | None = Field(default=None, max_length=200, description="The line as it was typed.")
