"""The AC side: from the inlet through transfers and panels to the circuits that things hang on."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.ac.values import Curve, Rcd, SupplyRef
from ryokan.core.model import Fitted, Id, Model, Position, YesNo
from ryokan.core.quantities import Length
from ryokan.core.wiring.conductors import known_conductor
from ryokan.core.wiring.kinds import InsulationC

MAX_PANELS = 8
MAX_FEEDS = 6
MAX_CIRCUITS = 60

Amps: TypeAlias = Annotated[float, Field(gt=0, le=400)]
# How a feed reaches the legs of its panel: leg for leg, one phase on one of them, one phase on both, or through a transformer
# that makes two of one.
Onto: TypeAlias = Literal["straight", "first", "second", "bridged", "transformer"]
Transfer: TypeAlias = Literal["cord", "switch", "relay", "none"]
Priority: TypeAlias = Literal["stored_first", "grid_first", "large_loads"]


class Feed(Model):
    """One of the ways in which a panel can be fed."""

    position: Position = 0
    source: SupplyRef
    onto: Onto | None = Field(default=None, description="How it reaches the legs; None: not said.")


class AcCable(Model):
    """What can be said of a cable of the AC side. What nobody said is not known."""

    conductor: str | None = Field(default=None, description="Stock size, such as mm2:2.5 or awg:12.")
    insulation_c: InsulationC | None = Field(default=None, description="What its insulation bears; None: not known. [°C]")
    length: Length | None = Field(default=None, description="One way; None: not measured.")

    _sizes_in_stock = field_validator("conductor")(known_conductor)


class Panel(AcCable):
    """A panel of breakers on the AC side, with what changes over between its feeds. Its cable is the one that feeds it."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    place: Literal["vehicle", "building"] = "vehicle"
    legs: Literal[1, 2] | None = Field(default=None, description="Live conductors beside the neutral; None: not said.")
    feeds: dict[Id, Feed] = Field(default_factory=dict, max_length=MAX_FEEDS)
    transfer: Transfer | None = Field(
        default=None, description="What changes over between its feeds; “none”: nothing keeps them apart; None: not said."
    )
    interlock: Fitted | None = Field(default=None, description="That one opens before another closes; None: not said.")
    neutral_switched: YesNo | None = Field(default=None, description="Whether the changeover switches the neutral too.")
    transfer_a: Amps | None = Field(default=None, description="What the changeover bears. [A]")
    main_a: Amps | None = Field(default=None, description="Its main breaker. [A]")
    bus_a: Amps | None = Field(default=None, description="What its bus bears. [A]")
    shared_neutral: YesNo | None = Field(default=None, description="Whether circuits of both legs share a neutral.")
    bond: Literal["bonded", "apart"] | None = Field(
        default=None, description="Whether neutral and earth are joined in it; None: not said."
    )
    reach: YesNo | None = Field(default=None, description="Whether a hand gets at its breakers and test buttons at once.")

    def ordered_feeds(self) -> dict[str, Feed]:
        """Feeds in their order."""
        return dict(sorted(self.feeds.items(), key=lambda one: (one[1].position, one[0])))


class Circuit(AcCable):
    """A circuit of a panel, with its cable and its protection."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    panel: Id | None = None
    leg: Literal["first", "second", "both"] | None = Field(default=None, description="None: the only one, or not said.")
    breaker_a: Amps | None = Field(default=None, description="[A]")
    curve: Curve | None = Field(default=None, description="Of its breaker, by IEC 60898; None: not said, or it has none.")
    poles: Literal[1, 2] | None = Field(default=None, description="Conductors that its breaker opens, of each leg.")
    rcd: Rcd | None = Field(default=None, description="Residual-current device of its own; None: not said.")
    serves: Literal["outlets", "fixed"] | None = Field(default=None, description="Outlets, or what is wired to it for good.")
    zone: Literal["dry", "wet"] | None = Field(default=None, description="“wet”: within a shower's space; None: not said.")
    when_away: Literal["fed", "relay", "off"] | None = Field(
        default=None,
        description="Without a hookup: as its panel is, let go by a relay, or its breaker is put off by hand, by the card.",
    )


class AcSide(Model):
    """AC part of a rig. Nothing of it is there until somebody says so."""

    supply_legs: Literal[1, 2] | None = Field(default=None, description="Legs of the supply; None: by the cord or the hookups.")
    main_a: Amps | None = Field(default=None, description="Main breaker behind the inlet. [A]")
    main_poles: Literal[1, 2] | None = Field(default=None, description="Whether it opens the live side alone, or both.")
    main_cable: AcCable = Field(default_factory=AcCable, description="From the inlet through the main breaker.")
    main_way: Length | None = Field(default=None, description="Conductor from the inlet to the main breaker.")
    main_rcd: Rcd | None = Field(default=None, description="Residual-current device over the whole; None: not said.")
    polarity: Fitted | None = Field(default=None, description="Whether something shows live and neutral swapped ashore.")
    isolator: Literal["none", "galvanic", "fail_safe", "transformer"] | None = Field(
        default=None, description="What keeps currents between hulls off the shore earth; None: not said."
    )
    transformer_bond: Fitted | None = Field(
        default=None, description="Of an isolation transformer: neutral and earth joined at its secondary."
    )
    earth: Fitted | None = Field(default=None, description="Earth of the supply joined to chassis or hull; “none”: it is cut.")
    bonding: str | None = Field(default=None, description="Conductor that joins that earth to the chassis, such as awg:8.")
    earth_ashore: Literal["pme", "own_electrode"] | None = Field(
        default=None, description="On a supply from a house in the UK: its own combined earth, or an electrode."
    )
    priority: Priority | None = Field(default=None, description="What runs the loads on a hookup; None: not said.")
    panels: dict[Id, Panel] = Field(default_factory=dict, max_length=MAX_PANELS)
    circuits: dict[Id, Circuit] = Field(default_factory=dict, max_length=MAX_CIRCUITS)

    _in_stock = field_validator("bonding")(known_conductor)

    def ordered_panels(self) -> dict[str, Panel]:
        """Panels in their order."""
        return dict(sorted(self.panels.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_circuits(self) -> dict[str, Circuit]:
        """Circuits in their order."""
        return dict(sorted(self.circuits.items(), key=lambda one: (one[1].position, one[0])))
