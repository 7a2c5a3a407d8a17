"""Everything that fills a bank but the sun: alternators, the ways from them, chargers on the mains, generators, the inlet."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.ac.values import HangsOn
from ryokan.core.charging.profiles import ProfileName
from ryokan.core.charging.values import (
    STRAIGHT,
    AlternatorValues,
    ChargerValues,
    ChargeSettings,
    DcdcValues,
    GeneratorValues,
    PathKind,
    PathValues,
)
from ryokan.core.model import Fitted, Id, Model, Position, Within
from ryokan.core.parts.model import PartRef
from ryokan.core.quantities import Length
from ryokan.core.solar.values import BatteryClass
from ryokan.core.wiring.conductors import known_conductor

Hookup: TypeAlias = Literal[
    "none", "na_15", "na_20", "na_30", "na_50", "eu_6", "eu_10", "eu_16", "eu_32", "eu_63",
    "house_na", "house_eu", "house_uk",
]  # fmt: skip
VoltsClass: TypeAlias = BatteryClass
AlternatorClass: TypeAlias = Literal[12, 24]

MAX_OF_A_KIND = 12


class Alternator(AlternatorValues):
    """An alternator of the vehicle: on its engine, or one of two."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    system_v: AlternatorClass | None = Field(default=None, description="Its class; None: not known. [V]")


class AlternatorPath(DcdcValues, PathValues, ChargeSettings):
    """One way from an alternator to a bank, by whichever school."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    kind: PathKind | None = Field(default="dcdc", description="By which school; None: not known.")
    alternator: Id | None = Field(default=None, description="The alternator that it hangs on; None: the only one.")
    bank: Id | None = Field(default=None, description="The bank that it fills, of those beside; None: the house bank.")
    turned_to_a: float | None = Field(default=None, gt=0, le=1_000, description="What its output is turned down to. [A]")
    part: PartRef | None = Field(default=None, description="The DC-DC charger that it is, where one was chosen by part.")
    within: Within | None = Field(default=None, description="The device that it sits within; None: one by itself.")

    @property
    def chosen(self) -> bool:
        """Whether it is decided on: a way without a device of its own is, a device once its rating is."""
        return self.kind in STRAIGHT or (self.kind is not None and (self.output_a is not None or self.part is not None))


class Charger(ChargerValues):
    """A charger or converter on the mains."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    bank: Id | None = Field(default=None, description="The bank that it fills, of those beside; None: the house bank.")
    turned_to_a: float | None = Field(default=None, gt=0, le=2_000, description="What its output is turned down to. [A]")
    hangs_on: HangsOn | None = Field(default=None, description="The circuit or the outlet that it hangs on; None: not said.")
    part: PartRef | None = None
    profile: ProfileName | None = Field(
        default=None, description="Which of its part's profiles it is set to; None, or one that it does not have: not known."
    )
    within: Within | None = Field(default=None, description="The device that it sits within; None: one by itself.")

    @property
    def chosen(self) -> bool:
        """Whether its rating is decided on."""
        return self.output_a is not None or self.part is not None


class Generator(GeneratorValues):
    """A generator, with how it is to be run."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    hours_per_day: float | None = Field(
        default=None, gt=0, le=24, description="Hours that it may run, as quiet hours leave it; None: not said. [h]"
    )
    start_frac: float | None = Field(default=None, ge=0, le=1, description="Charge of the bank at which it is started.")
    stop_frac: float | None = Field(default=None, ge=0, le=1, description="Charge of the bank at which it is stopped.")


class Inlet(Model):
    """The way from the outlet into the vehicle: cord, adapter and inlet, each by what it bears."""

    cord_a: float | None = Field(default=None, gt=0, le=200, description="What the cord is rated for. [A]")
    cord_length: Length | None = None
    cord_conductor: str | None = Field(default=None, description="Stock size of the cord, such as mm2:2.5 or awg:10.")
    adapter_a: float | None = Field(default=None, gt=0, le=200, description="What an adapter on the way bears. [A]")
    inlet_a: float | None = Field(default=None, gt=0, le=200, description="What the inlet is rated for. [A]")

    _in_stock = field_validator("cord_conductor")(known_conductor)


def _usual_alternator() -> dict[str, Alternator]:
    return {"alternator": Alternator(system_v=12)}


def _usual_path() -> dict[str, AlternatorPath]:
    return {"path": AlternatorPath(kind="dcdc", alternator="alternator")}


def _usual_charger() -> dict[str, Charger]:
    return {"charger": Charger()}


class Charging(Model):
    """Charging part of a rig. A plan begins with an alternator of 12 V, a DC-DC charger and a shore charger, not chosen yet."""

    alternators: dict[Id, Alternator] = Field(default_factory=_usual_alternator, max_length=MAX_OF_A_KIND)
    paths: dict[Id, AlternatorPath] = Field(default_factory=_usual_path, max_length=MAX_OF_A_KIND)
    chargers: dict[Id, Charger] = Field(default_factory=_usual_charger, max_length=MAX_OF_A_KIND)
    generators: dict[Id, Generator] = Field(default_factory=dict, max_length=MAX_OF_A_KIND)
    inlet: Inlet = Field(default_factory=Inlet)
    shore_charger: Fitted | None = Field(default=None, description="“none”: there is to be no shore charger.")
    refill_hours: float | None = Field(
        default=None, gt=0, le=168, description="Time on a hookup from empty to full; None: not said. [h]"
    )

    def ordered_alternators(self) -> dict[str, Alternator]:
        """Alternators in their order."""
        return dict(sorted(self.alternators.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_paths(self) -> dict[str, AlternatorPath]:
        """Ways from the alternators, in their order."""
        return dict(sorted(self.paths.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_chargers(self) -> dict[str, Charger]:
        """Chargers on the mains, in their order."""
        return dict(sorted(self.chargers.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_generators(self) -> dict[str, Generator]:
        """Generators in their order."""
        return dict(sorted(self.generators.items(), key=lambda one: (one[1].position, one[0])))

    @property
    def by_straight_ways(self) -> bool:
        """Whether the house bank hangs on the alternator's own volts by any way."""
        return any(path.kind in STRAIGHT and path.bank is None for path in self.paths.values())

    @property
    def left_on_the_loads(self) -> bool:
        """Whether an alternator is left on the loads when the bank's electronics open: no stop reaches its field first."""
        return any(path.kind in STRAIGHT and path.bank is None and path.field_stop != "fitted" for path in self.paths.values())

    def alternator_of(self, path: AlternatorPath) -> str | None:
        """Id of the alternator that a path hangs on: the one that it names, or the only one."""
        if path.alternator in self.alternators:
            return path.alternator
        return next(iter(self.alternators)) if path.alternator is None and len(self.alternators) == 1 else None
