"""What is printed on panels and on their controllers, whether they are bought, found or typed. What nobody knows is None."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Model, YesNo

Method: TypeAlias = Literal["mppt", "pwm"]
BatteryClass: TypeAlias = Literal[12, 24, 48]
Build: TypeAlias = Literal["rigid", "flexible", "folding", "thin_film"]
PvVolts: TypeAlias = Annotated[float, Field(gt=0, le=1_500)]
PvAmps: TypeAlias = Annotated[float, Field(gt=0, le=200)]


class PanelValues(Model):
    """Points of one panel in full sun at 25 °C (standard test conditions, IEC 60904-3), and how they move with heat."""

    voc_v: float | None = Field(default=None, gt=0, le=250, description="Volts of one with nothing connected. [V]")
    vmp_v: float | None = Field(default=None, gt=0, le=200, description="Volts of one at its rated power. [V]")
    isc_a: float | None = Field(default=None, gt=0, le=60, description="Amps of one short-circuited. [A]")
    imp_a: float | None = Field(default=None, gt=0, le=60, description="Amps of one at its rated power. [A]")
    measured_voc_v: float | None = Field(
        default=None, gt=0, le=250, description="Open volts as measured, brought to 25 °C; goes before the plate. [V]"
    )
    measured_isc_a: float | None = Field(
        default=None, gt=0, le=60, description="Short-circuit amps as measured, brought to full sun; goes before the plate. [A]"
    )
    beta_voc_percent_per_k: float | None = Field(
        default=None, ge=-1, lt=0, description="Open volts by heat, below zero, such as -0.28. [%/K]"
    )
    alpha_isc_percent_per_k: float | None = Field(
        default=None, ge=-0.1, le=0.3, description="Short-circuit amps by heat, such as 0.05. [%/K]"
    )
    gamma_p_percent_per_k: float | None = Field(
        default=None, ge=-1, lt=0, description="Power by heat, below zero, such as -0.35. [%/K]"
    )
    cells: int | None = Field(default=None, ge=6, le=288, description="In series; half cells count by their pairs.")
    diodes: int | None = Field(default=None, ge=0, le=12, description="Bypass diodes.")
    max_fuse_a: float | None = Field(default=None, gt=0, le=60, description="Largest series fuse that its maker allows. [A]")
    system_v: PvVolts | None = Field(default=None, description="Highest volts of a system of it. [V]")
    build: Build | None = Field(default=None, description="How it is made.")
    bifacial_frac: float | None = Field(default=None, ge=0, le=1, description="What its back gives of its front.")


class ControllerValues(Model):
    """A solar controller: what it bears, what it needs to work, and what it gives."""

    rated_a: float | None = Field(default=None, gt=0, le=2_000, description="Rated output. [A]")
    method: Method | None = Field(
        default=None, description="Whether it works the panels at their best volts, or at the bank's; None: not said."
    )
    rated_24v_a: PvAmps | None = Field(default=None, description="Output on 24 V, where it is another. [A]")
    rated_48v_a: PvAmps | None = Field(default=None, description="Output on 48 V, where it is another. [A]")
    lowest_battery_v: BatteryClass | None = Field(default=None, description="Lowest class of bank that it charges. [V]")
    highest_battery_v: BatteryClass | None = Field(default=None, description="Highest class of bank that it charges. [V]")
    most_v: PvVolts | None = Field(default=None, description="Highest volts of panels that it bears. [V]")
    most_input_a: PvAmps | None = Field(default=None, description="Amps that it works with; of more it takes no more. [A]")
    most_isc_a: PvAmps | None = Field(default=None, description="Short-circuit amps of panels that it bears. [A]")
    most_12v_w: float | None = Field(default=None, gt=0, le=50_000, description="Most array on 12 V, by its maker. [W]")
    most_24v_w: float | None = Field(default=None, gt=0, le=50_000, description="Most array on 24 V, by its maker. [W]")
    most_48v_w: float | None = Field(default=None, gt=0, le=50_000, description="Most array on 48 V, by its maker. [W]")
    inputs: int | None = Field(default=None, ge=1, le=4, description="Inputs of their own, each with its own tracker.")
    start_margin_v: float | None = Field(default=None, ge=0, le=40, description="Above the bank to start in the morning. [V]")
    running_margin_v: float | None = Field(default=None, ge=0, le=20, description="Above the bank to go on. [V]")
    terminal_mm2: float | None = Field(default=None, gt=0, le=120, description="Thickest wire that its terminals take. [mm²]")
    lithium: YesNo | None = Field(default=None, description="Whether it can be set for lithium.")
    shares_sensing: YesNo | None = Field(default=None, description="Whether it shares the bank's volts with others.")
    own_w: float | None = Field(default=None, ge=0, le=50, description="What it takes for itself. [W]")

    def output_on(self, system_v: int) -> float | None:
        """Rated output on a bank of that class. [A]"""
        other = {24: self.rated_24v_a, 48: self.rated_48v_a}.get(system_v)
        return self.rated_a if other is None else other

    def most_watts_on(self, system_v: int) -> float | None:
        """Most array that its maker allows on that class; None where nothing is said of it. [W]"""
        return {12: self.most_12v_w, 24: self.most_24v_w, 48: self.most_48v_w}.get(system_v)
