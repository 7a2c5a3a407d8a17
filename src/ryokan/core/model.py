"""The base of every part of a rig."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import BaseModel, ConfigDict, Field


class Model(BaseModel):
    """Frozen, and it refuses keys it does not know, so that nothing typed is dropped in silence."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)


# Whether a thing is there: “none” says that somebody looked and there is none, None that nobody has said.
Fitted: TypeAlias = Literal["fitted", "none"]
Nothing: TypeAlias = Literal["none"]
YesNo: TypeAlias = Literal["yes", "no"]

Id = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$", description="Name of an item within its collection")]
Position = Annotated[float, Field(ge=-1e9, le=1e9, description="Order within the collection, ascending")]
Fraction = Annotated[float, Field(gt=0, le=1)]
NonNegative = Annotated[float, Field(ge=0, le=1e6)]
# The device that a thing of the rig sits within, such as a controller within an inverter: one thing, with one price and mass.
Within = Annotated[str, Field(pattern=r"^(inverter|(path|charger|controller):[a-z0-9][a-z0-9-]{0,39})$")]
