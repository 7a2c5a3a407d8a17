"""Rigs as people have them, each worked by hand beside its figures: what has to be told, asked, and what must not be said.

The rigs are invented. The arithmetic in the files goes by formulas of common practice, and each number was worked out with a
pocket calculator from the plates and the product's published assumptions, never by the product.
"""

from __future__ import annotations

import tomllib
from functools import cache
from pathlib import Path
from typing import Any

import pytest

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.rig import Rig
from ryokan.core.survey.fill import as_found
from ryokan.wording.findings import sentence

FILES = sorted((Path(__file__).parent / "as_found").glob("*.toml"))
NAMES = [file.stem for file in FILES]


@cache
def case(name: str) -> tuple[dict[str, Any], Report]:
    document = tomllib.loads(next(file for file in FILES if file.stem == name).read_text())
    rig = Rig.model_validate(document["rig"])
    return document, evaluate(as_found(rig) if rig.survey.as_found else rig)


@pytest.mark.parametrize("name", NAMES)
def test_the_figures_are_those_worked_out_by_hand(name: str) -> None:
    document, outcome = case(name)
    found = {key: outcome.figures[key].value for key in document["figures"] if key in outcome.figures}
    assert found == pytest.approx(document["figures"], rel=2e-4)


@pytest.mark.parametrize("name", NAMES)
def test_no_figure_stands_where_none_can(name: str) -> None:
    document, outcome = case(name)
    assert sorted(outcome.figures.keys() & set(document.get("absent", ()))) == []


@pytest.mark.parametrize("name", NAMES)
def test_what_is_so_is_told_and_what_is_not_so_is_not(name: str) -> None:
    document, outcome = case(name)
    said = {name for one in outcome.findings for name in (one.key, one.code)}
    assert set(document["told"]) - said == set()
    assert set(document["silent"]) & said == set()


@pytest.mark.parametrize("name", NAMES)
def test_what_nobody_said_is_asked(name: str) -> None:
    document, outcome = case(name)
    assert set(document["asked"]) - {one.key for one in outcome.asked} == set()


@pytest.mark.parametrize("name", NAMES)
def test_no_sentence_names_what_is_not_there(name: str) -> None:
    document, outcome = case(name)
    words = [sentence(one, outcome.figures, "metric") for one in outcome.findings]
    text = " ".join(f"{one.what} {one.why}" for one in words).lower()
    assert [word for word in document.get("unsaid", ()) if word.lower() in text] == []
