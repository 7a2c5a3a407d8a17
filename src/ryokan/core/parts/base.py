"""What every kind of part has, whatever it is."""

from __future__ import annotations

from decimal import Decimal
from typing import Literal

from pydantic import Field

from ryokan.core.model import Model


class Price(Model):
    """What one costs. A price that is not known is left out; it is never zero by default."""

    amount: Decimal = Field(ge=0, max_digits=12, decimal_places=2)
    currency: str = Field(pattern=r"^[A-Z]{3}$", description="ISO 4217 code, such as EUR.")


class Size(Model):
    """Outside size, as it stands. [m]"""

    length_m: float = Field(gt=0, le=5)
    width_m: float = Field(gt=0, le=5)
    height_m: float = Field(gt=0, le=5)


class AnyPart(Model):
    """What every kind of part has."""

    name: str = Field(min_length=1, max_length=80)
    maker: str = Field(default="", max_length=60)
    price: Price | None = None
    mass_kg: float | None = Field(default=None, gt=0, le=2000)
    size: Size | None = None
    values_from: Literal["data_sheet", "measured", "estimate"] = "data_sheet"
    note: str = Field(default="", max_length=400)
