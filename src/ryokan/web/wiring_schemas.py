"""What the interface gets of the runs of the DC side."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from pydantic import BaseModel, Field

from ryokan.core.schedules.rows import Part, When
from ryokan.core.topology.dc import RunKind
from ryokan.core.topology.signals import SignalKind
from ryokan.operations.ways_out import Way
from ryokan.web.load_schemas import WorkedFigure
from ryokan.web.schemas import FigureValue, Sent


class DcRunAnswer(BaseModel):
    """One cable of both poles. What was said of it stands in the rig, by its key."""

    key: str = Field(description="The two terminals that it joins: by it the rig speaks of it.")
    id: str = Field(description="By it its figures and findings go: its number, or a short hash until it has one.")
    number: int | None
    kind: RunKind
    name: str
    mark: str = Field(description="What stands on it: its label, else its number.")
    part: Part
    when: When = Field(description="When it carries what it is sized for.")
    near: str = Field(description="What is at its end towards the bank.")
    far: str = Field(description="What is at its other end.")
    behind: str = Field(description="Key of the run that its current comes through first; empty where it begins at a source.")
    found: bool = Field(description="It lies there: what nobody said of it is not known.")
    fused: bool = Field(description="Whether it asks for a fuse of its own.")
    length_at: str = Field(description="Where its length stands in the rig.")
    conductor_at: str = Field(description="Where its conductor stands in the rig.")
    length: str = Field(description="Its length as typed; empty where nobody measured.")
    conductor: str | None
    opens_first: bool | None = Field(
        description="Whether it is shown that its fuse opens before the one that feeds it; null: one of the two is not known."
    )
    figures: dict[str, FigureValue] = Field(description="By the last part of their keys.")


class GoneRun(BaseModel):
    """A run that there is no more, of which something was said."""

    key: str
    label: str
    number: int | None


class SignalAnswer(BaseModel):
    """A wire that senses, controls or tells."""

    key: str
    name: str
    kind: SignalKind
    fused: bool = Field(description="Whether it asks for a fuse: it begins at a pole of the bank.")
    length: str


class Standing(BaseModel):
    """Something at the end of a run, and the compartment that it stands in."""

    owner: str = Field(description="What its terminals belong to; key of what is said of it.")
    name: str
    compartment: str | None = Field(description="Id; null: not known.")
    said: bool = Field(description="False: it follows from where the bank stands.")


class WiringAnswer(BaseModel):
    """All runs of the DC side."""

    revision: int
    main: DcRunAnswer
    runs: list[DcRunAnswer]
    gone: list[GoneRun]
    signals: list[SignalAnswer]
    stands: list[Standing] = Field(description="What stands at the ends of runs; empty while there are no compartments.")
    laid_nowhere: list[str] = Field(description="Cables and fuses that were found, whose words mean no run that there is.")


class CircuitOffered(BaseModel):
    """A circuit that loads could share."""

    name: str
    loads: list[str] = Field(description="Their names.")


class CircuitsAnswer(BaseModel):
    """Circuits that loads could share, and the edit that puts them together."""

    revision: int
    circuits: list[CircuitOffered]
    most_a: float = Field(description="What the loads of one draw together at most. [A]")
    patch: list[dict[str, Any]]


class OfOneRun(Sent):
    """The run that is meant."""

    run: str = Field(max_length=120, description="The two terminals that it joins.")


class OfOneThing(Sent):
    """The thing between the runs that is meant."""

    gear: str = Field(max_length=40, description="Its id in the rig.")


class CostAnswer(BaseModel):
    """What something costs in one currency."""

    amount: Decimal
    currency: str


class WayOutAnswer(BaseModel):
    """One way to do without a size that no stock has."""

    way: Way
    name: str
    conductor: str | None = Field(description="Of the main run; null where it carries nothing any more.")
    fuse_a: float | None = Field(description="[A]")
    copper_kg: float = Field(description="Copper of all runs whose size and length are known. [kg]")
    costs: list[CostAnswer] = Field(description="Of all cables by the parts book, in each currency.")
    patch: list[dict[str, Any]]


class WaysOutAnswer(BaseModel):
    """Ways that end it, that with the least copper first; empty where all sizes are in stock, or no way ends it."""

    ways: list[WayOutAnswer]


class MadeAnswer(BaseModel):
    """How one run is made."""

    figures: list[WorkedFigure]


class FuseOfferAnswer(BaseModel):
    """A fuse of the parts book for one run, or another thing of the book for one of the rig."""

    reference: str
    name: str
    rated_a: float | None
    rated_v: float | None
    breaks_a: float | None
    price: CostAnswer | None
    against: list[str] = Field(description="What speaks against it, a sentence each; empty: it serves.")
    patch: list[dict[str, Any]]


class FuseOffers(BaseModel):
    """Fuses of the parts book for one run, those that serve first."""

    offers: list[FuseOfferAnswer]


class RunChangeAnswer(BaseModel):
    """One run of a proposal."""

    key: str
    name: str
    conductor: list[str | None] = Field(description="Stock size before and after.")
    fuse_a: list[float | None] = Field(description="Fuse before and after. [A]")
    copper_kg: float = Field(description="Copper that it takes more. [kg]")
    fuse_name: str = Field(description="The fuse of the parts book that it takes; empty: the book has none that serves.")
    costs: list[CostAnswer] = Field(description="Of its cable and its fuse by the parts book, in each currency.")


class WiringProposalAnswer(BaseModel):
    """Cables and fuses of many runs at once; an empty patch where nothing is to be changed."""

    revision: int
    changes: list[RunChangeAnswer]
    patch: list[dict[str, Any]]
    copper_kg: list[float] = Field(description="Copper of all runs whose size and length are known, before and after. [kg]")
    costs: list[CostAnswer] = Field(description="What it comes to by the parts book, in each currency.")
    without_price: int = Field(description="Cables and fuses of it whose price nobody knows.")
    left: int = Field(description="Findings of cables and fuses that it does not end.")
    possible: bool = Field(description="False: no stock sizes keep every drop.")
