"""The main run from the bank to the positive bus and the inverter."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, field_validator

from ryokan.core.data.tables import tables
from ryokan.core.errors import UnreadableQuantity
from ryokan.core.model import Model, Nothing
from ryokan.core.quantities import Length

InsulationC = Literal[60, 75, 90, 105]


def stock_conductors() -> list[str]:
    """Ids of the conductors in stock, AWG first, ascending."""
    return [*tables()["awg_copper"].rows, *tables()["mm2_copper"].rows]


def known_conductor(value: str | None) -> str | None:
    """The id of a stock conductor as it is.

    Raises
    ------
    UnreadableQuantity
        There is no such stock size.
    """
    if value is not None and value not in stock_conductors():
        raise UnreadableQuantity(f"“{value[:20]}” is not a stock size: write for example “awg:2/0” or “mm2:70”.")
    return value


def known_or_none(value: str | None) -> str | None:
    """The id of a stock conductor as it is; None for anything else, since parts are typed freely."""
    return value if value in stock_conductors() else None


class MainRun(Model):
    """One run: where it lies, what it is made of, and what was chosen."""

    one_way_length: Length | None = Field(
        default_factory=lambda: Length(typed="1.5 m", m=1.5), description="None: not measured."
    )
    insulation_c: InsulationC | None = Field(default=105, description="None: not known. [°C]")
    terminal_c: InsulationC | None = Field(default=105, description="None: not known. [°C]")
    material: Literal["copper", "copper_clad_aluminium"] | None = Field(default="copper", description="None: not known.")
    told_ampacity_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What is printed on the cable, or what its seller says that it bears. [A]"
    )
    zone: Literal["cabin", "engine_space"] = "cabin"
    conductor: str | None = Field(default=None, description="Chosen stock size, such as awg:2/0 or mm2:70.")
    fuse_a: Annotated[float, Field(gt=0, le=5_000)] | Nothing | None = Field(
        default=None, description="Chosen main fuse; “none”: there is none; None: not chosen, or not known. [A]"
    )

    _in_stock = field_validator("conductor")(known_conductor)


class Wiring(Model):
    """Wiring part of a rig."""

    main: MainRun = Field(default_factory=MainRun)
