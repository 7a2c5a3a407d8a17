"""Reading typed quantities in either system, once, at the edge; inside the core only metres."""

from __future__ import annotations

import re
from typing import Any, Self

from pydantic import Field, model_validator

from ryokan.core.errors import UnreadableQuantity
from ryokan.core.model import Model

METRES_PER_UNIT = {
    "m": 1.0,
    "cm": 0.01,
    "mm": 0.001,
    "ft": 0.3048,
    "'": 0.3048,
    "in": 0.0254,
    '"': 0.0254,
}  # exact by definition (international foot and inch, 1959)

MAX_TYPED = 40

_PART = re.compile(r"""\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|m|ft|in|'|")\s*""", re.IGNORECASE)


def read_length_m(typed: str) -> float:
    """Metres in a typed length such as ``12 ft``, ``3.5 m``, ``1,2 m`` or ``10 ft 6 in``.

    Parameters
    ----------
    typed : str
        One or more numbers, each with its unit: m, cm, mm, ft, in, ' or ".

    Returns
    -------
    float
        [m]

    Raises
    ------
    UnreadableQuantity
        A part of the text is not a number with a unit; the message names the part.
    """
    position, total_m = 0, 0.0
    text = typed.strip()
    while position < len(text):
        part = _PART.match(text, position)
        if part is None:
            rest = text[position : position + MAX_TYPED].strip()
            if re.fullmatch(r"[\d.,]+", rest):
                raise UnreadableQuantity(f"“{rest}” has no unit: write “{rest} ft” or “{rest} m”.")
            raise UnreadableQuantity(f"“{rest}” is not a length: write for example “12 ft” or “3.5 m”.")
        total_m += float(part[1].replace(",", ".")) * METRES_PER_UNIT[part[2].lower()]
        position = part.end()
    if not text:
        raise UnreadableQuantity("No length is typed: write for example “12 ft” or “3.5 m”.")
    return total_m


class Length(Model):
    """A length as it was typed, and in metres. Accepts the typed text alone."""

    typed: str = Field(max_length=MAX_TYPED)
    m: float = Field(gt=0, le=200)

    @model_validator(mode="before")
    @classmethod
    def _from_text(cls, value: Any) -> Any:
        if isinstance(value, str):
            return {"typed": value.strip(), "m": read_length_m(value)}
        return value

    @model_validator(mode="after")
    def _agrees(self) -> Self:
        if abs(read_length_m(self.typed) - self.m) > 1e-6:
            raise UnreadableQuantity(f"“{self.typed}” is not {self.m:g} m.")
        return self
