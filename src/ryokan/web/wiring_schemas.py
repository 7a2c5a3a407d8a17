"""What the interface gets of the runs of the DC side."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, Field

from ryokan.core.topology.dc import RunKind
from ryokan.web.schemas import FigureValue


class DcRunAnswer(BaseModel):
    """One cable of both poles. What was said of it stands in the rig, by its key."""

    key: str = Field(description="The two terminals that it joins: by it the rig speaks of it.")
    id: str = Field(description="By it its figures and findings go: its number, or a short hash until it has one.")
    number: int | None
    kind: RunKind
    name: str
    found: bool = Field(description="It lies there: what nobody said of it is not known.")
    fused: bool = Field(description="Whether it asks for a fuse of its own.")
    length_at: str = Field(description="Where its length stands in the rig.")
    conductor_at: str = Field(description="Where its conductor stands in the rig.")
    length: str = Field(description="Its length as typed; empty where nobody measured.")
    conductor: str | None
    figures: dict[str, FigureValue] = Field(description="By the last part of their keys.")


class GoneRun(BaseModel):
    """A run that there is no more, of which something was said."""

    key: str
    label: str
    number: int | None


class WiringAnswer(BaseModel):
    """All runs of the DC side but the main one."""

    revision: int
    runs: list[DcRunAnswer]
    gone: list[GoneRun]
    laid_nowhere: list[str] = Field(description="Cables and fuses that were found, whose words mean no run that there is.")


class RunChangeAnswer(BaseModel):
    """One run of a proposal."""

    key: str
    name: str
    conductor: list[str | None] = Field(description="Stock size before and after.")
    fuse_a: list[float | None] = Field(description="Fuse before and after. [A]")
    copper_kg: float = Field(description="Copper that it takes more. [kg]")


class WiringProposalAnswer(BaseModel):
    """Cables and fuses of many runs at once; an empty patch where nothing is to be changed."""

    revision: int
    changes: list[RunChangeAnswer]
    patch: list[dict[str, Any]]
    copper_kg: list[float] = Field(description="Copper of all runs whose size and length are known, before and after. [kg]")
    left: int = Field(description="Findings of cables and fuses that it does not end.")
    possible: bool = Field(description="False: no stock sizes keep every drop.")
