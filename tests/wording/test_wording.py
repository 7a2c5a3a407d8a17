"""Figures, findings and edits as people read them."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from builders import changed, example, load, report, rig

from ryokan.core.data.shipped import shipped
from ryokan.core.data.tables import CONDUCTANCE, tables
from ryokan.core.evaluate import evaluate
from ryokan.wording import working
from ryokan.wording.findings import sentence
from ryokan.wording.ledger import ledger
from ryokan.wording.notice import notice
from ryokan.wording.promise import promise
from ryokan.wording.quantities import number, quantity
from ryokan.wording.revisions import revision_sentence
from ryokan.wording.tables import COLUMNS


@pytest.mark.parametrize(
    ("value", "text"),
    [
        (12288.4, "12\u202f288"),
        (464.2, "464"),
        (99.94, "99.9"),
        (2.5, "2.5"),
        (0.36, "0.36"),
        (0.0138, "0.0138"),
        (-5.0, "−5"),
        (0.0, "0"),
    ],
)
def test_numbers_are_rounded_to_what_a_reader_needs(value: float, text: str) -> None:
    assert number(value) == text


@pytest.mark.parametrize(
    ("value", "unit", "system", "text"),
    [
        (3.048, "m", "us", "10\u00a0ft"),
        (3.048, "m", "metric", "3.05\u00a0m"),
        (-10.0, "°C", "us", "14\u00a0°F"),
        (100.0, "kg", "us", "220\u00a0lb"),
        ("awg:2/0", "", "us", "2/0\u00a0AWG"),
        ("mm2:70", "", "metric", "70\u00a0mm²"),
        ((0.5, 0.25), "", "metric", "0.5, 0.25"),
        (7.0, "", "metric", "7"),
    ],
)
def test_quantities_stand_in_the_readers_units_and_do_not_break(value: Any, unit: str, system: Any, text: str) -> None:
    assert quantity(value, unit, system) == text


def test_promise_is_said_as_a_person_would() -> None:
    assert promise(example("narrowboat")) == "six nights, one person, March to November"
    assert (
        promise(rig(brief={"people": 14, "nights_away": 1, "first_month": 7, "last_month": 7})) == "one night, 14 people, July"
    )


def test_one_day_is_not_one_days() -> None:
    nurses = example("nurses")
    outcome = evaluate(nurses)

    short = next(finding for finding in outcome.findings if finding.code == "storage.days_short")
    assert "promised 1\u00a0day are" in sentence(short, outcome.figures, "us").what


LAMP = {"name": "lamp", "struck": False, "position": 1}


@pytest.mark.parametrize(
    ("path", "before", "after", "says"),
    [
        ("/loads/a", None, LAMP, "added lamp"),
        ("/loads/a", LAMP, None, "removed lamp"),
        ("/loads/a/struck", LAMP, {**LAMP, "struck": True}, "struck out lamp"),
        ("/loads/a/struck", {**LAMP, "struck": True}, LAMP, "took lamp back in"),
        ("/loads/a/position", LAMP, {**LAMP, "position": 9}, "moved lamp"),
        ("/loads/a/quantity", LAMP, {**LAMP, "quantity": 3}, "changed lamp"),
        ("/storage/system_v", None, None, "changed the bank"),
        ("/assumptions/margin_frac", None, None, "changed an assumption"),
        ("/schema_version", None, None, "changed the rig"),
    ],
)
def test_each_edit_has_a_few_words(path: str, before: Any, after: Any, says: str) -> None:
    patch = [{"op": "add", "path": path}]

    assert (
        revision_sentence(patch, {"loads": {"a": before} if before else {}}, {"loads": {"a": after} if after else {}}) == says
    )


def test_working_is_told_in_words_that_lead_on_and_in_numbers() -> None:
    outcome = report([load(100, 5)])
    figure = outcome.figures["storage.need_ah"]

    pieces = working.in_words(figure)

    assert "".join(piece.text for piece in pieces) == "bank needed ÷ nominal volts"
    assert [piece.key for piece in pieces if piece.key] == ["storage.need_wh", "storage.nominal_v"]
    assert working.with_numbers(figure, outcome.figures) == "1\u202f546 ÷ 12.8 = 121\u00a0Ah"
    assert working.in_words(outcome.figures["brief.people"]) == []


def test_table_in_a_working_is_called_by_its_title() -> None:
    outcome = report([load(1000, 1)])

    words = "".join(piece.text for piece in working.in_words(outcome.figures["wiring.main.fuse_a"]))

    assert words == "next larger in (“Standard fuse ratings, North America”, fuse not below)"


def test_stand_in_for_an_inverter_is_not_shown_as_a_choice() -> None:
    undecided = rig([load(900, 1, feed="ac")])
    decided = changed(undecided, {"inverter.chosen": {"rated_w": 1500}})

    def have(of: Any) -> Any:
        line = next(line for line in ledger(of, evaluate(of)) if line.label == "Inverter, running")
        return line.have and line.have.value

    assert have(undecided) is None
    assert have(decided) == 1500


def test_everything_that_ships_names_its_licence() -> None:
    """Each file of the climate, each typeface and the map; the printed notice is the one in the tree."""
    root = Path(__file__).resolve().parents[2]
    data = root / "src/ryokan/core/data"
    files = {f"climate/{path.name}" for path in (data / "climate").iterdir() if path.suffix in (".npz", ".gz")}
    packages = json.loads((root / "frontend/package.json").read_text())["dependencies"]
    named = {name for name in packages if name.startswith("@fontsource/") or name == "world-atlas"}

    assert {file for one in shipped() for file in one.files} == files
    assert {package for one in shipped() for package in one.packages} == named
    assert all(one.title and one.by and one.licence for one in shipped())
    assert (root / "NOTICE").read_text(encoding="utf-8") == notice()
    assert "GeoNames" in notice()
    assert "creativecommons.org/licenses/by/4.0" in notice()


def test_no_two_lines_of_the_ledger_are_called_alike() -> None:
    dear = {name: {"standing": "bought", "part": {"kind": kind, "name": name, **more, "price": {"amount": "300", "currency": currency}}}
            for name, kind, currency, more in (
                ("c", "charger", "EUR", {"output_a": 30}), ("i", "inverter", "USD", {"rated_w": 1000}))}  # fmt: skip
    two = rig(
        own_parts=dear,
        charging={"chargers": {"c": {"part": "own:c"}}},
        inverter={"chosen": {"part": "own:i"}},
        storage={"bank": {"nominal_ah": 100}},
    )
    labels = [line.label for line in ledger(two, evaluate(two))]
    assert {"Chosen so far, in EUR", "Chosen so far, in USD"} <= set(labels)
    assert len(set(labels)) == len(labels)


def test_every_column_that_is_shown_for_comparison_with_print_has_a_head() -> None:
    columns = {column for table in tables().values() for column in table.columns if not column.startswith(CONDUCTANCE)}
    assert columns == set(COLUMNS)
