"""The grammar of formulas, and an evaluator of its own that works whole reports out again."""

from __future__ import annotations

import ast
import csv
import itertools
import math
import tomllib
from typing import Any

import pytest
from builders import ROOT, changed, example_rigs, rigs
from hypothesis import given, settings
from hypothesis import strategies as st

from ryokan.core.errors import FormulaError, OutOfTable
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.formula import evaluate_formula


@pytest.mark.parametrize(
    ("formula", "inputs", "expected"),
    [
        ("2 + 3 × 4 ÷ 8 − 1", {}, 2.5),
        ("−a^2", {"a": 3.0}, -9.0),
        ("max(a, 2) × sum(b)", {"a": 1.0, "b": (1.0, 2.0, 4.0)}, 14.0),
        ("max(b)", {"b": (1.0, 7.0, 4.0)}, 7.0),
        ("max(0, 1 − b ÷ 4)", {"b": (1.0, 8.0)}, (0.75, 0.0)),
        ("ceil(a)", {"a": 3.0000000000000004}, 3.0),
        ("next_larger(fuse_na, 225.0000000000001)", {}, 225.0),
        ("next_larger(ampacity_awg, 286, t)", {"t": 105.0}, "awg:2/0"),
        ("lookup(ampacity_awg, s, t)", {"s": "awg:1/0", "t": 75.0}, 230.0),
        ("lookup(hookups.breaker_a, h)", {"h": "eu_16"}, 16.0),
        ("interp(lfp.capacity_by_bay_c, x)", {"x": -5.0}, 0.80),
    ],
)
def test_formula_gives_the_value_worked_out_by_hand(formula: str, inputs: dict[str, Any], expected: Any) -> None:
    assert evaluate_formula(formula, inputs) == pytest.approx(expected)


@pytest.mark.parametrize(
    "formula",
    [
        "__import__('os')",
        "a.b",
        "a if a else a",
        "[a]",
        "f(a)",
        "ceil(a, a)",
        "a ÷ 0",
        "missing + 1",
        "label + 1",
        "1 +",
        "lookup(1, a)",
    ],
)
def test_what_is_not_in_the_grammar_is_refused(formula: str) -> None:
    with pytest.raises(FormulaError):
        evaluate_formula(formula, {"a": 1.0, "label": "awg:8"})


@pytest.mark.parametrize("formula", ["next_larger(fuse_na, 1201)", "interp(lfp.capacity_by_bay_c, 46)", "lookup(hookups, a)"])
def test_tables_are_never_extrapolated(formula: str) -> None:
    with pytest.raises(OutOfTable):
        evaluate_formula(formula, {"a": 3.0})


# A second evaluator, written apart from the product's: it reads the data files itself and walks the tree itself.

DATA = ROOT / "src/ryokan/core/data"
CHEMISTRIES = tomllib.loads((DATA / "chemistries.toml").read_text())


def read_table(name: str) -> list[dict[str, str]]:
    return list(csv.DictReader((DATA / f"tables/{name}.csv").read_text().splitlines()))


def cell(row: dict[str, str], column: Any) -> float:
    if column in row:
        return float(row[column])
    if isinstance(column, str) and column.startswith("km_per_ohm"):
        return 1 / float(row[column.replace("km_per_ohm", "ohm_per_km")])
    if isinstance(column, float):
        return float(row[f"a_at_{column:g}c"])
    return float(list(row.values())[-1 if len(row) <= 2 else 1])


def again(node: ast.expr, names: dict[str, Any]) -> Any:
    """Value of a formula's tree; lists are element-wise but in ``sum``."""
    if isinstance(node, ast.Constant):
        return float(node.value)
    if isinstance(node, ast.Name):
        return names[node.id]
    if isinstance(node, ast.UnaryOp):
        return spread(lambda a: -a, again(node.operand, names))
    if isinstance(node, ast.BinOp):
        signs = {
            ast.Add: lambda a, b: a + b,
            ast.Sub: lambda a, b: a - b,
            ast.Mult: lambda a, b: a * b,
            ast.Div: lambda a, b: a / b,
            ast.Pow: lambda a, b: a**b,
        }
        return spread(signs[type(node.op)], again(node.left, names), again(node.right, names))
    assert isinstance(node, ast.Call)
    assert isinstance(node.func, ast.Name)
    name = node.func.id
    if name == "interp" and len(node.args) == 3:
        xs, ys, x = (again(arg, names) for arg in node.args)
        return spread(lambda at: between(list(zip(xs, ys, strict=True)), at), x)
    if name in ("lookup", "next_larger", "interp"):
        table, _, column = ast.unparse(node.args[0]).partition(".")
        values = [again(arg, names) for arg in node.args[1:]]
        if name == "interp":
            curve = next(curve for curve in CHEMISTRIES["curve"] if column in (curve["name"], curve.get("inverse")))
            pairs = curve["values"].get(table, curve["values"]["lfp"])
            points = [pair if column == curve["name"] else pair[::-1] for pair in pairs]
            return spread(lambda at: between(points, at), values[0])
        rows, what = read_table(table), column or (values[1] if len(values) > 1 else None)
        if name == "lookup":
            key = values[0] if isinstance(values[0], str) else f"{values[0]:g}"
            return next(cell(row, what) for row in rows if next(iter(row.values())) == key)
        found = next(row for row in rows if cell(row, what) >= values[0] * (1 - 1e-9))
        label = next(iter(found.values()))
        return float(label) if len(found) == 1 else label
    values = [again(arg, names) for arg in node.args]
    if name == "sum":
        return math.fsum(values[0]) if isinstance(values[0], list) else values[0]
    if name == "ceil":
        return spread(lambda a: float(math.ceil(a - 1e-9)), values[0])
    pick = {"min": min, "max": max}[name]
    return pick(values[0]) if len(values) == 1 else spread(pick, *values)


def between(points: list[Any], at: float) -> float:
    low, high = next((a, b) for a, b in itertools.pairwise(points) if a[0] <= at <= b[0])
    return low[1] + (high[1] - low[1]) * (at - low[0]) / (high[0] - low[0])


def spread(apply: Any, *values: Any) -> Any:
    lengths = [len(v) for v in values if isinstance(v, list)]
    if not lengths:
        return apply(*values)
    return [apply(*(v[i] if isinstance(v, list) else v for v in values)) for i in range(lengths[0])]


def assert_every_figure_follows_from_its_inputs(report: Report) -> None:
    signs = str.maketrans({"×": "*", "÷": "/", "−": "-"})
    for figure in report.figures.values():
        if figure.formula is None:
            assert figure.kind in ("given", "constant", "simulated")
            continue
        names: dict[str, Any] = {}
        for name, keys in figure.inputs.items():
            values = [report.figures[key].value for key in ([keys] if isinstance(keys, str) else keys)]
            one = values[0] if isinstance(keys, str) else values
            names[name] = list(one) if isinstance(one, tuple) else one
        tree = ast.parse(figure.formula.translate(signs).replace("^", "**"), mode="eval")
        worked = again(tree.body, names)
        assert worked == pytest.approx(list(figure.value) if isinstance(figure.value, tuple) else figure.value), figure.key


@pytest.mark.parametrize("one", [pytest.param(one, id=name) for name, one in example_rigs()])
def test_every_figure_of_an_example_can_be_worked_out_again(one: Any) -> None:
    report = evaluate(one)

    assert len(report.figures) > 150
    assert_every_figure_follows_from_its_inputs(report)


@settings(max_examples=40, deadline=None)
@given(
    rigs,
    st.sampled_from(["inverter", "bank", "alternator"]),
    st.sampled_from([None, 3.5]),
    st.sampled_from(["units", "strings", "custom"]),
)
def test_every_figure_of_any_rig_can_be_worked_out_again(rig: Any, source: str, hours: float | None, storage: str) -> None:
    link = {"system": "other", "source": source, "output_a": 18, "output_v": 14.4, "hours_per_day": hours}
    furnished = {
        "brief.growth_frac": 0.2,
        "brief.quiet_hours": "22 to 7",
        "space.roof.outline": [[0, 0], [3, 0], [2, 1.5]],
        "space.compartments": {"box": {"name": "box", "length_m": 1, "width_m": 0.5, "height_m": 0.4}},
        "survey.items": {"cord": {"kind": "cord", "rating": "na_30"}, "bank": {"kind": "bank", "battery": LEAD}},
        "links": {"to": {**link, "gives": True}, "from": {**link, "gives": False}},
        "vehicle.frame": {"wheelbase_m": 4, "width_m": 2},
        "inverter.compartment": "box",
        "inverter.vent_cm2": 100,
        "own_parts": PARTS,
        **FURNISHED[storage],
    }

    assert_every_figure_follows_from_its_inputs(evaluate(changed(rig, furnished)))


SIZED = {"length_m": 0.3, "width_m": 0.2, "height_m": 0.2}
UNIT = {"kind": "battery", "name": "unit", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100, "mass_kg": 12, "size": SIZED,
        "discharge_limit_a": 100, "resistance_ohm": 0.004, "heater_w": 60, "self_heating": True}  # fmt: skip
PARTS = {
    "unit": {"part": UNIT},
    "other": {"part": {**UNIT, "capacity_ah": 80, "values_from": "measured"}},
    "inverter": {"part": {"kind": "inverter", "name": "i", "rated_w": 1500, "mass_kg": 9, "size": SIZED}},
}
CUSTOM = {
    "name": "salt water",
    "lithium": False,
    "rest_v_by_charge": [[0, 1.0], [1, 1.6]],
    "capacity_by_bay_c": [[-30, 0.4], [45, 1]],
}
FURNISHED: dict[str, dict[str, Any]] = {
    "units": {"storage.bank": {"units": {"part": "own:unit", "parallel": 2}}, "storage.compartment": "box", "storage.bay_c": -5,
              "inverter.chosen": {"part": "own:inverter"}, "storage.school": "price_list"},
    "strings": {"storage.bank": {"strings": {"a": {"units": ["own:unit"]}, "b": {"units": ["own:other"]}}},
                "storage.school": "three_daily", "storage.vent_cm2": 20},
    "custom": {"storage.chemistry": "custom", "storage.custom": CUSTOM, "storage.bank": {"nominal_ah": 200},
               "storage.self_heating": True, "storage.bay_c": -5},
}  # fmt: skip
LEAD = {"name": "old block", "chemistry": "agm", "nominal_v": 12, "capacity_ah": 100}
