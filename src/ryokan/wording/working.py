"""The working of a figure: its formula in words, and again with the numbers put in."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping

from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure
from ryokan.wording.figures import title
from ryokan.wording.quantities import UnitSystem, number, quantity

_NAME = re.compile(r"[A-Za-z_][A-Za-z_0-9.]*")
_FUNCTIONS = {
    "min": "the smaller of",
    "max": "the larger of",
    "sum": "sum of",
    "ceil": "rounded up",
    "lookup": "from the table",
    "next_larger": "next larger in",
    "interp": "from the curve",
}


def in_words(figure: Figure) -> str:
    """The formula with each input by its title."""
    return _say(figure, lambda keys: _inside(title(keys[0])) if len(keys) == 1 else f"{len(keys)} of {_common(keys)}")


def with_numbers(figure: Figure, figures: Mapping[str, Figure], system: UnitSystem = "metric") -> str:
    """The formula with each input by its value."""

    def value(keys: tuple[str, ...]) -> str:
        if len(keys) > 6:
            return f"{len(keys)} values"
        return ", ".join(_plain(figures[key]) for key in keys)

    text = _say(figure, value, functions=False)
    return f"{text} = {quantity(figure.value, figure.unit, system)}" if text else ""


def _plain(figure: Figure) -> str:
    if isinstance(figure.value, tuple):
        return f"({', '.join(number(one) for one in figure.value)})"
    if isinstance(figure.value, str):
        return quantity(figure.value, "")
    # Factors such as 1.06 or 0.758 carry their meaning in the third digit.
    return f"{figure.value:.4g}" if abs(figure.value) < 10 else number(figure.value)


def _common(keys: tuple[str, ...]) -> str:
    return _inside(title(keys[0]))


def _inside(words: str) -> str:
    """A title inside a sentence: its first letter small, unless it belongs to “DC”, “AC” or “Wh”."""
    return words if words[:2] in ("DC", "AC", "Wh") else words[0].lower() + words[1:]


def _say(figure: Figure, say: Callable[[tuple[str, ...]], str], *, functions: bool = True) -> str:
    if figure.formula is None:
        return ""

    def replace(match: re.Match[str]) -> str:
        name = match[0]
        if name in figure.inputs:
            keys = figure.inputs[name]
            return say((keys,) if isinstance(keys, str) else keys)
        table = name.partition(".")[0]
        if table in tables():
            return f"“{tables()[table].title}”" if functions else table.replace("_", " ")
        return _FUNCTIONS.get(name, name) if functions else name.replace("next_larger", "next larger")

    return _NAME.sub(replace, figure.formula)
