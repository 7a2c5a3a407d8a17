"""An edit is read section by section: the same is taken, and the same is refused, as when all of the rig is read again."""

from __future__ import annotations

import json
from random import Random
from typing import Any

import pytest
from builders import example_rigs
from hypothesis import given
from hypothesis import strategies as st
from random_edits import random_edit, whole_book
from test_revisions import LAMP as ADD_LAMP

from ryokan.core.rig import Rig
from ryokan.operations.errors import Unacceptable
from ryokan.operations.patches import apply_patch, difference, patched

LAMP = ADD_LAMP[0]["value"]
BASES = [rig for _, rig in example_rigs()] + [Rig()]


@given(st.integers(0, 10**9), st.sampled_from(range(len(BASES))))
def test_a_patch_read_section_by_section_makes_the_rig_that_reading_all_of_it_makes(seed: int, base: int) -> None:
    random, rig = Random(seed), BASES[base]
    document = rig.model_dump(mode="json")
    for _ in range(4):
        wanted = rig
        for _ in range(random.randint(1, 3)):
            wanted = random_edit(wanted, random, whole_book())
        patch = difference(document, wanted.model_dump(mode="json"))
        if not patch:
            continue  # another order of members is no edit
        whole = apply_patch(document, patch)
        before = json.dumps(document)
        rig, after = patched(rig, document, patch)

        assert json.dumps(document) == before
        assert json.dumps(after, sort_keys=True) == json.dumps(whole, sort_keys=True)
        assert rig == Rig.model_validate(whole)
        document = after


@pytest.mark.parametrize(
    ("patch", "pointers"),
    [
        ([{"op": "add", "path": "/loads/Lamp", "value": LAMP}], ["/loads/Lamp/[key]"]),
        ([{"op": "add", "path": "/loads/a", "value": {**LAMP, "hours_per_day": 30}}], ["/loads/a/hours_per_day"]),
        ([{"op": "remove", "path": "/loads"}, {"op": "add", "path": "/typed/~1x", "value": ""}], ["/typed/~1x"]),
        ([{"op": "add", "path": "/typed/~1x", "value": "  "}], ["/typed/~1x"]),
        ([{"op": "add", "path": "/brief/people", "value": 0}, {"op": "add", "path": "/storage/bay_c", "value": 1e9}], ["/brief/people", "/storage/bay_c"]),
        ([{"op": "add", "path": "/assumptions/margin_frac", "value": 9}], ["/assumptions"]),
        ([{"op": "add", "path": "/colour", "value": 9}], ["/colour"]),
        ([{"op": "remove", "path": "/storage"}], None),
        ([{"op": "add", "path": "/typed/~1x", "value": " two words "}], None),
        ([{"op": "move", "from": "/brief/people", "path": "/brief/nights_away"}], None),
        ([{"op": "add", "path": f"/stays/s{n}", "value": {}} for n in range(101)], ["/stays"]),
    ],
)  # fmt: skip
def test_section_by_section_the_same_is_taken_and_the_same_refused_at_the_same_places(
    patch: list[dict[str, Any]], pointers: list[str] | None
) -> None:
    document = Rig().model_dump(mode="json")
    found = []
    for way in (lambda: patched(Rig(), document, patch)[1], lambda: apply_patch(document, patch)):
        try:
            found.append((way(), None))
        except Unacceptable as error:
            found.append((None, [fault.pointer for fault in error.problems]))
    assert found[0] == found[1]
    assert pointers is None or set(pointers) <= set(found[0][1] or ())
