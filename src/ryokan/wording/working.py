"""The working of a figure: its formula in words, and again with the numbers put in."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure
from ryokan.wording.figures import CHEMISTRY_NAMES, title
from ryokan.wording.quantities import UnitSystem, number, quantity

_NAME = re.compile(r"[A-Za-z_][A-Za-z_0-9.]*")
_NAME_OR_REST = re.compile(r"[A-Za-z_][A-Za-z_0-9.]*|[^A-Za-z_]+")
_FUNCTIONS = {
    "min": "the smaller of ",
    "max": "the larger of ",
    "sum": "sum of ",
    "ceil": "rounded up ",
    "lookup": "from ",
    "next_larger": "next larger in ",
    "interp": "from the curve ",
}


@dataclass(frozen=True, slots=True)
class Piece:
    """A stretch of a formula in words: an operator as it stands, or the title of the input that ``key`` leads to."""

    text: str
    key: str | None = None


def in_words(figure: Figure) -> list[Piece]:
    """The formula with each input by its title. A title that stands for a list leads to none."""
    if figure.formula is None:
        return []
    pieces: list[Piece] = []
    for text in _NAME_OR_REST.findall(figure.formula):
        if text not in figure.inputs:
            pieces.append(Piece(_function(text)))
            continue
        keys = figure.inputs[text]
        if isinstance(keys, str):
            pieces.append(Piece(_short_title(keys), keys))
        else:
            pieces.append(Piece(_short_title(keys[0]) if keys else "nothing", None))
    return pieces


def _function(text: str) -> str:
    """Functions and tables by what they are; operators and brackets as they stand."""
    table = text.partition(".")[0]
    if table in tables():
        return f"“{tables()[table].title}”"
    return _FUNCTIONS.get(text, text)


def _short_title(key: str) -> str:
    """A title inside a sentence: without the chemistry, which the figure itself names, and with a small first letter."""
    words = title(key)
    for chemistry in CHEMISTRY_NAMES.values():
        words = words.removesuffix(f", {chemistry}")
    return words if words[:2] in ("DC", "AC", "Wh") else words[0].lower() + words[1:]


def with_numbers(figure: Figure, figures: Mapping[str, Figure], system: UnitSystem = "metric") -> str:
    """The formula with each input by its value."""
    if figure.formula is None:
        return ""

    def said(match: re.Match[str]) -> str:
        name = match[0]
        if name not in figure.inputs:
            table = name.partition(".")[0]
            return table.replace("_", " ") if table in tables() else name.replace("next_larger", "next larger")
        keys = figure.inputs[name]
        if isinstance(keys, str):
            return _plain(figures[keys])
        return f"{len(keys)} values" if len(keys) > 6 else ", ".join(_plain(figures[key]) for key in keys)

    return f"{_NAME.sub(said, figure.formula)} = {quantity(figure.value, figure.unit, system)}"


def _plain(figure: Figure) -> str:
    if isinstance(figure.value, tuple):
        return f"({', '.join(number(one) for one in figure.value)})"
    if isinstance(figure.value, str):
        return quantity(figure.value, "")
    # Factors such as 1.06 or 0.758 carry their meaning in the third digit.
    return f"{figure.value:.4g}" if abs(figure.value) < 10 else number(figure.value)
