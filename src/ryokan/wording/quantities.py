"""Numbers and units as people read them. Rounding happens here and nowhere else."""

from __future__ import annotations

from typing import Literal, TypeAlias

from ryokan.core.formula import Value

UnitSystem: TypeAlias = Literal["metric", "us"]

# Neither breaks at the end of a line: “11 520 Wh” stays together.
THIN_SPACE = "\u202f"
HARD_SPACE = "\u00a0"
FT_PER_M = 1 / 0.3048


def number(value: float) -> str:
    """Three significant digits below 100, whole numbers above, thin spaces in thousands; no trailing zeros."""
    size = abs(value)
    if size >= 100:
        text = f"{value:,.0f}"
    elif size >= 10:
        text = f"{value:.1f}"
    elif size >= 0.1 or size == 0:
        text = f"{value:.2f}"
    else:
        text = f"{value:.3g}"
    if "." in text and "e" not in text:
        text = text.rstrip("0").rstrip(".")
    return text.replace(",", THIN_SPACE).replace("-", "−")


def conductor(size: str) -> str:
    """“awg:2/0” as “2/0 AWG”, “mm2:70” as “70 mm²”."""
    system, _, label = size.partition(":")
    return f"{label}{HARD_SPACE}AWG" if system == "awg" else f"{label}{HARD_SPACE}mm²"


def quantity(value: Value, unit: str, system: UnitSystem = "metric") -> str:
    """A value with its unit, in the reader's system."""
    if isinstance(value, tuple):
        return ", ".join(quantity(one, unit, system) for one in value)
    if isinstance(value, str):
        return conductor(value) if value.startswith(("awg:", "mm2:")) else value.replace("_", " ")
    if system == "us" and unit == "m":
        value, unit = value * FT_PER_M, "ft"
    elif system == "us" and unit == "°C":
        value, unit = value * 9 / 5 + 32, "°F"
    elif system == "us" and unit == "m²":
        value, unit = value * FT_PER_M**2, "ft²"
    elif system == "us" and unit == "l":
        value, unit = value / 1000 * FT_PER_M**3, "ft³"
    elif system == "us" and unit == "kg":
        value, unit = value / 0.45359237, "lb"
    return f"{number(value)}{HARD_SPACE}{unit}".strip()
