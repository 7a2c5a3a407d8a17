"""Whatever was found may be taken away again, and whatever was said of it unsaid: in any order, a rig is left that reads."""

from __future__ import annotations

import tomllib
from pathlib import Path
from random import Random
from typing import Any

import pytest
from builders import ROOT
from random_edits import everything_said, whole_book

from ryokan.core.evaluate import evaluate
from ryokan.core.rig import Rig
from ryokan.core.survey.fill import as_found
from ryokan.operations.errors import Unacceptable
from ryokan.operations.patches import edited

FILES = sorted((ROOT / "tests/reference/as_found").glob("*.toml"))


def _found(file: Path) -> Rig:
    return as_found(Rig.model_validate(tomllib.loads(file.read_text())["rig"]))


def step_back(document: dict[str, Any], random: Random) -> dict[str, Any]:
    """An edit that takes away something of what a survey says: a thing whole, or a member of one or of its battery."""
    items = document["survey"]["items"]
    id = random.choice(sorted(items))
    thing = items[id]
    said = [name for name in thing if name not in ("kind", "position") and thing[name] not in (None, "")]
    said += [f"battery/{name}" for name, value in thing.get("battery", {}).items() if value is not None]
    if not said or random.random() < 0.3:
        return {"op": "remove", "path": f"/survey/items/{id}"}
    return {"op": random.choice(("remove", "replace")), "path": f"/survey/items/{id}/{random.choice(said)}", "value": None}


@pytest.mark.parametrize("file", FILES, ids=[file.stem for file in FILES])
def test_what_was_found_can_be_taken_away_in_any_order(file: Path) -> None:
    random, refused = Random(file.stem), 0
    rig = _found(file)
    if len(file.stem) % 2:  # with all that there is to say of each thing
        said = everything_said(rig, random, whole_book())
        rig = as_found(rig.model_copy(update={"survey": said.survey, "space": said.space}))
    document = rig.model_dump(mode="json")
    while document["survey"]["items"]:
        edit = step_back(document, random)
        try:
            rig, document = edited(rig, document, [edit])
        except Unacceptable:  # a member that has to be there, such as a count; the thing itself always goes
            assert edit["path"].count("/") > 3, edit
            refused += 1
            assert refused < 400
            continue
        evaluate(Rig.model_validate(document))
