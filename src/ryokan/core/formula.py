"""The formulas that a report shows are the formulas that are run.

A formula is a line of text in the notation of the trade, ``max(run ÷ dod, run ÷ (1 − ageing)) ÷ k``. It is parsed
once into a tree, never handed to ``eval``, and the same text is printed as the working of the figure: what is shown
cannot drift from what was computed.

Grammar: ``+ − × ÷ ^``, brackets, numbers, names of inputs, and the functions ``min``, ``max``, ``sum``, ``ceil``,
``interp(curve, x)`` or ``interp(xs, ys, x)``, ``lookup(table, row[, column])``, ``next_larger(table, x[, column])``. A
column may also be named behind the table, ``lookup(hookups.breaker_a, row)``. Inputs are numbers, labels such as
``awg:2/0``, or tuples of numbers, for which everything but ``sum`` works element by element.
"""

from __future__ import annotations

import ast
import math
import operator
from bisect import bisect_left
from collections.abc import Callable, Mapping
from functools import lru_cache, reduce
from itertools import accumulate
from typing import TypeAlias

from ryokan.core.data.assumptions import Curve, curves
from ryokan.core.data.tables import tables
from ryokan.core.errors import FormulaError, OutOfTable

Value: TypeAlias = float | str | tuple[float, ...]
Inputs: TypeAlias = Mapping[str, Value]
Step: TypeAlias = Callable[[Inputs], Value]

_TO_PYTHON = str.maketrans({"×": "*", "÷": "/", "−": "-", "^": "\x00"})

_BINARY: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
    ast.Pow: operator.pow,
}


def number_of(formula: str, **inputs: float | tuple[float, ...]) -> float:
    """A formula whose value is one number, for questions beside a report; raises as :func:`evaluate_formula` does."""
    value = evaluate_formula(formula, inputs)
    if not isinstance(value, float):
        raise FormulaError(f"{formula} is not one number")
    return value


def evaluate_formula(formula: str, inputs: Inputs) -> Value:
    """Value of ``formula`` for ``inputs``.

    Parameters
    ----------
    formula : str
        A line in the grammar above.
    inputs : mapping of name to value
        Every name in the formula, in the units that the formula expects. [unit of each input]

    Returns
    -------
    float, str or tuple of float
        A label (``str``) only from ``next_larger`` on a table whose rows have labels. [unit of the formula]

    Raises
    ------
    FormulaError
        The text is not in the grammar, a name is missing, or a division by zero is asked for.
    OutOfTable
        A table or curve ends before the value asked for.
    """
    try:
        return _compile(formula)(inputs)
    except ZeroDivisionError as error:
        raise FormulaError(f"{formula}: division by zero") from error
    except (KeyError, TypeError) as error:
        raise FormulaError(f"{formula}: {error}") from error


@lru_cache(maxsize=4096)
def _compile(formula: str) -> Step:
    try:
        tree = ast.parse(formula.translate(_TO_PYTHON).replace("\x00", "**"), mode="eval")
    except SyntaxError as error:
        raise FormulaError(f"{formula}: {error.msg}") from error
    return _step(tree.body)


def _step(node: ast.expr) -> Step:
    match node:
        case ast.Constant(value=int() | float() as number):
            constant = float(number)
            return lambda _: constant
        case ast.Name(id=name):
            return operator.itemgetter(name)
        case ast.UnaryOp(op=ast.USub(), operand=operand):
            inner = _step(operand)
            return lambda inputs: _each(lambda a, _: -a, inner(inputs), 0.0)
        case ast.BinOp(left=left, op=op, right=ast.Constant(value=int() | float() as number)) if type(op) in _BINARY:
            return _with_constant(_BINARY[type(op)], _step(left), float(number))
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _BINARY:
            return _binary(_BINARY[type(op)], _step(left), _step(right))
        case ast.Call(func=ast.Name(id=name), args=args, keywords=[]):
            return _call(name, args)
        case _:
            raise FormulaError(f"{ast.unparse(node)} is not in the grammar of formulas")


def _binary(apply: Callable[[float, float], float], left: Step, right: Step) -> Step:
    def run(inputs: Inputs) -> Value:
        a, b = left(inputs), right(inputs)
        return apply(a, b) if type(a) is float and type(b) is float else _each(apply, a, b)

    return run


def _with_constant(apply: Callable[[float, float], float], left: Step, number: float) -> Step:
    def run(inputs: Inputs) -> Value:
        a = left(inputs)
        return apply(a, number) if type(a) is float else _each(apply, a, number)

    return run


def _each(apply: Callable[[float, float], float], left: Value, right: Value) -> Value:
    """Apply to two values, element by element where one of them is a tuple."""
    if isinstance(left, str) or isinstance(right, str):
        raise TypeError("a label cannot be reckoned with")
    if isinstance(left, tuple):
        others = right if isinstance(right, tuple) else (right,) * len(left)
        return tuple(apply(a, b) for a, b in zip(left, others, strict=True))
    if isinstance(right, tuple):
        return tuple(apply(left, b) for b in right)
    return apply(left, right)


def _call(name: str, args: list[ast.expr]) -> Step:
    if name in ("lookup", "next_larger", "interp"):
        return _table_call(name, args)
    steps = [_step(arg) for arg in args]
    if name in ("min", "max") and steps:
        pick = min if name == "min" else max
        if len(steps) == 2:
            return _binary(pick, *steps)
        return lambda inputs: _extreme(pick, [step(inputs) for step in steps])
    if name == "sum" and len(steps) == 1:
        return lambda inputs: math.fsum(_numbers(steps[0](inputs)))
    if name == "ceil" and len(steps) == 1:
        # A whisker of tolerance: 3.0000000000000004 units are three units.
        return lambda inputs: _each(lambda a, _: float(math.ceil(a - 1e-9)), steps[0](inputs), 0.0)
    raise FormulaError(f"{name} with {len(args)} arguments is not in the grammar of formulas")


def _extreme(pick: Callable[[float, float], float], values: list[Value]) -> Value:
    """Smallest or largest: of one list, or element by element of several values."""
    if len(values) == 1:
        numbers = _numbers(values[0])
        if not numbers:
            raise TypeError("nothing to choose from")
        return float(reduce(pick, numbers))
    return reduce(lambda one, other: _each(pick, one, other), values)


def _numbers(value: Value) -> tuple[float, ...]:
    if isinstance(value, str):
        raise TypeError("a label cannot be reckoned with")
    return value if isinstance(value, tuple) else (value,)


def _table_call(name: str, args: list[ast.expr]) -> Step:
    first, *others = args
    if not isinstance(first, ast.Name | ast.Attribute) or not others:
        raise FormulaError(f"{name} needs the name of a table and a value")
    source = ast.unparse(first)
    steps = [_step(other) for other in others]
    if name == "interp":
        if len(steps) == 1:
            return lambda inputs: _interpolate(source, curves()[source].points, steps[0](inputs))
        xs, ys, x = _step(first), *steps
        return lambda inputs: _interpolate(source, _points(xs(inputs), ys(inputs)), x(inputs))
    table, _, named = source.partition(".")
    run = _lookup if name == "lookup" else _next_larger
    row, *more = steps
    if more:
        (column,) = more
        return lambda inputs: run(table, row(inputs), column(inputs))
    return lambda inputs: run(table, row(inputs), named or None)


def _points(xs: Value, ys: Value) -> Curve:
    return tuple(zip(_numbers(xs), _numbers(ys), strict=True))


def _interpolate(name: str, points: Curve, x: Value) -> Value:
    """A curve, whose points rise, read at a number or at each of a list."""

    def at(x: float) -> float:
        if not xs[0] <= x <= xs[-1]:
            raise OutOfTable(name, x, xs[-1])
        place = max(1, bisect_left(xs, x))
        (x0, y0), (x1, y1) = points[place - 1], points[place]
        return y0 + (y1 - y0) * (x - x0) / (x1 - x0)

    xs = [point[0] for point in points]
    values = tuple([at(one) for one in _numbers(x)])
    return values if isinstance(x, tuple) else values[0]


def _label(value: Value) -> str:
    """The label of a row or column: text as it is, 105.0 as ``105``."""
    if isinstance(value, tuple):
        raise TypeError("a list is not a label")
    return value if isinstance(value, str) else f"{value:g}"


@lru_cache(maxsize=1024)
def _column(table: str, value: Value | None) -> str:
    """A column by its name, or by the temperature in it: 105 finds ``a_at_105c``; the first one where none is named."""
    columns = tables()[table].columns
    if value is None:
        return columns[0]
    label = _label(value)
    for column in columns:
        if column in (label, f"a_at_{label}c"):
            return column
    raise OutOfTable(table, label)


@lru_cache(maxsize=4096)
def _lookup(table: str, row: Value, column: Value | None) -> float:
    return tables()[table].value(_label(row), _column(table, column))


def _next_larger(table: str, at_least: Value, column: Value | None) -> Value:
    (number,) = _numbers(at_least)
    largest_so_far, labels = _rising(table, column)
    # Rounding in the last digit must not ask for the next size up. The first row at which the largest so far is large enough
    # is the first that is large enough itself.
    place = bisect_left(largest_so_far, number * (1 - 1e-12))
    if place == len(labels):
        raise OutOfTable(table, number, str(labels[-1]))
    return labels[place]


@lru_cache(maxsize=1024)
def _rising(table: str, column: Value | None) -> tuple[list[float], list[Value]]:
    """Of the rows of a table from the first on the largest value so far, and their labels; ratings are their own labels."""
    found = tables()[table]
    index = found.columns.index(_column(table, column))
    labels: list[Value] = [float(label) if found.is_ladder else label for label in found.rows]
    return list(accumulate((values[index] for values in found.rows.values()), max)), labels
