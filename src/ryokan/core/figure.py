"""A quantity with its working, and the sheet on which a report is worked out."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from types import MappingProxyType
from typing import Any, Literal, NamedTuple, TypeAlias, TypeVar, cast

from ryokan.core.data.assumptions import Curve, assumptions, curves
from ryokan.core.data.provenance import require_source
from ryokan.core.errors import FormulaError
from ryokan.core.formula import Value, evaluate_formula
from ryokan.core.parts.base import AnyPart

Kind: TypeAlias = Literal["given", "constant", "computed", "looked_up", "chosen", "simulated"]


class Figure(NamedTuple):
    """One quantity of a report. Immutable, and a named tuple because thousands of them are made in every evaluation.

    ``inputs`` maps each name in ``formula`` to the key of a figure, or to the keys of several whose values the formula
    sees as one list. The keys are a public contract, listed in ``docs/figures.md``.
    """

    key: str
    kind: Kind
    value: Value
    unit: str
    source: str  # id in sources.toml
    formula: str | None = None
    inputs: Mapping[str, str | tuple[str, ...]] = MappingProxyType({})
    note: str = ""

    @property
    def number(self) -> float:
        """The value as one number.

        Raises
        ------
        FormulaError
            The value is a label or a list.
        """
        if isinstance(self.value, float):
            return self.value
        raise FormulaError(f"{self.key} is not one number")


T = TypeVar("T")
Input: TypeAlias = Figure | Sequence[Figure]

_NO_INPUTS: Mapping[str, str | tuple[str, ...]] = MappingProxyType({})
_tuple_new = tuple.__new__
_known_sources: set[str] = set()

PART_SOURCES = {"data_sheet": "part_sheet", "measured": "part_measured", "estimate": "part_estimate"}


class Sheet:
    """Figures in the order in which they are worked out; each key stands once.

    The sheet is the only thing that is written to during an evaluation, and it does not outlive it.
    """

    def __init__(self, overrides: dict[str, float] | None = None, own_curves: dict[str, Curve] | None = None) -> None:
        self._figures: dict[str, Figure] = {}
        self._overrides = overrides or {}
        self._own_curves = own_curves or {}
        self._once: dict[str, Any] = {}

    @property
    def figures(self) -> dict[str, Figure]:
        """Everything that was worked out, by key."""
        return self._figures

    def __getitem__(self, key: str) -> Figure:
        return self._figures[key]

    def __contains__(self, key: str) -> bool:
        return self.get(key) is not None

    def get(self, key: str) -> Figure | None:
        """The figure of that key, or None where there is no answer."""
        return self._figures.get(key)

    def once(self, name: str, work_out: Callable[[], T]) -> T:
        """What was worked out under that name at the first look of this evaluation.

        Who looks says itself what it follows from: here nothing is kept track of.
        """
        if name not in self._once:
            self._once[name] = work_out()
        return cast(T, self._once[name])

    def given(self, key: str, value: float | str | tuple[float, ...], unit: str) -> Figure:
        """Something that the customer or the installer said."""
        plain = value if type(value) is float else _plain(value)
        return self._add(_tuple_new(Figure, (key, "given", plain, unit, "given", None, _NO_INPUTS, "")))

    def constant(self, key: str, value: float | tuple[float, ...], unit: str, source: str) -> Figure:
        """A value of the data files that no rig overrides."""
        return self._add(Figure(key, "constant", _plain(value), unit, require_source(source)))

    def constant_label(self, key: str, label: str, source: str) -> Figure:
        """A stock size of the data files, by its label."""
        return self._add(Figure(key, "constant", label, "", require_source(source)))

    def part(self, key: str, value: float | str, unit: str, part: AnyPart) -> Figure:
        """A value of a part: from its data sheet, or measured or estimated where the part says so."""
        return self._add(Figure(key, "given", _plain(value), unit, PART_SOURCES[part.values_from], note=f"{part.name}."))

    def of_parts(self, key: str, values: tuple[float, ...], unit: str, parts: Sequence[AnyPart]) -> Figure:
        """A value of each of several parts, with the least certain of their sources."""
        worst = max((part.values_from for part in parts), key=list(PART_SOURCES).index)
        return self._add(Figure(key, "given", _plain(values), unit, PART_SOURCES[worst]))

    def assumption(self, id: str) -> Figure:
        """The assumption of that id: the rig's own where it overrides ours."""
        key = f"assumptions.{id}"
        return self._figures.get(key) or self._add(self._assumption(key, id))

    def _assumption(self, key: str, id: str) -> Figure:
        ours = assumptions()[id]
        if id not in self._overrides:
            return Figure(key, "constant", float(ours.value), ours.unit, ours.source, note=ours.note)
        note = f"Typed for this rig; the product's own is {ours.value:g}."
        return Figure(key, "given", self._overrides[id], ours.unit, "given", note=note)

    def compute(self, key: str, formula: str, unit: str, source: str = "physics", /, **inputs: Input) -> Figure:
        """A figure that follows from others by ``formula``."""
        return self._work("computed", key, formula, unit, source, inputs)

    def also(self, key: str, name: str, figure: Figure) -> Figure:
        """A figure once more, under a key of before by which others know it; its formula is that name."""
        return self.compute(key, name, figure.unit, **{name: figure})

    def look_up(self, key: str, formula: str, unit: str, source: str, /, **inputs: Input) -> Figure:
        """A figure read from a table or a curve."""
        return self._work("looked_up", key, formula, unit, source, inputs)

    def choose(self, key: str, formula: str, unit: str, source: str, /, **inputs: Input) -> Figure:
        """A stock size picked because it is the smallest that serves."""
        return self._work("chosen", key, formula, unit, source, inputs)

    def simulate(
        self, key: str, value: float | tuple[float, ...], unit: str, source: str, inputs: Mapping[str, Figure], note: str = ""
    ) -> Figure:
        """A value out of a model that is more than a formula; its inputs and its source are named."""
        keys: dict[str, str | tuple[str, ...]] = {name: figure.key for name, figure in inputs.items()}
        return self._add(Figure(key, "simulated", _plain(value), unit, require_source(source), None, keys, note))

    def curve(self, key: str, curve: str, x: Figure) -> Figure:
        """A value read from a curve at ``x``: the rig's own where it has one of that id, otherwise of the data files."""
        about = curves()[curve]
        if curve not in self._own_curves:
            return self._work("looked_up", key, f"interp({curve}, x)", about.unit, about.source, {"x": x})
        xs, ys = (self._kept_points(curve, axis) for axis in (0, 1))
        return self._work("looked_up", key, "interp(xs, ys, x)", about.unit, "given", {"xs": xs, "ys": ys, "x": x})

    def curve_points(self, curve: str) -> Curve:
        """The points that :meth:`curve` reads between."""
        return self._own_curves.get(curve) or curves()[curve].points

    def _kept_points(self, curve: str, axis: int) -> Figure:
        points = self._own_points(curve, axis)
        return self._figures.get(points.key) or self._add(points)

    def _own_points(self, curve: str, axis: int) -> Figure:
        points = tuple(float(point[axis]) for point in self._own_curves[curve])
        return Figure(f"assumptions.{curve}.{'xy'[axis]}", "given", points, "", "given")

    def _work(self, kind: Kind, key: str, formula: str, unit: str, source: str, inputs: dict[str, Input]) -> Figure:
        values: dict[str, Value] = {}
        keys: dict[str, str | tuple[str, ...]] = {}
        for name, given in inputs.items():
            if type(given) is Figure:
                values[name], keys[name] = given.value, given.key
            else:
                several = cast(Sequence[Figure], given)
                values[name] = _numbers(several)
                keys[name] = tuple([figure.key for figure in several])
        if source not in _known_sources:
            _known_sources.add(require_source(source))
        value = evaluate_formula(formula, values)
        # As Figure(…) does it, without the call in between.
        return self._add(_tuple_new(Figure, (key, kind, value, unit, source, formula, keys, "")))

    def _add(self, figure: Figure) -> Figure:
        if figure.key in self._figures:
            raise FormulaError(f"{figure.key} is worked out twice")
        self._figures[figure.key] = figure
        return figure


def _plain(value: float | str | tuple[float, ...]) -> Value:
    if isinstance(value, str):
        return value
    return tuple(float(v) for v in value) if isinstance(value, tuple) else float(value)


def _numbers(given: Sequence[Figure]) -> tuple[float, ...]:
    values = tuple([figure.value for figure in given])
    if values and set(map(type, values)) != {float}:
        raise FormulaError(f"{[figure.key for figure in given]} are not all one number each")
    return cast(tuple[float, ...], values)
