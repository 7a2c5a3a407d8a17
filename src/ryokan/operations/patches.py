"""JSON Patch on a rig: apply, reverse, and tell whether two patches touch the same place."""

from __future__ import annotations

import copy
import re
from collections.abc import Mapping, Sequence
from typing import Any, TypeAlias

import jsonpatch
import jsonpointer
from pydantic import ValidationError

from ryokan.core.itinerary import MAX_STAY_MONTHS, months_to_work_out
from ryokan.core.job_file import FileProblem, problems_of
from ryokan.core.rig import Rig
from ryokan.core.survey.fill import follow_survey
from ryokan.core.survey.model import Survey
from ryokan.operations.errors import Unacceptable

Patch: TypeAlias = Sequence[Mapping[str, Any]]
Document: TypeAlias = dict[str, Any]

MAX_OPERATIONS = 400


def apply_patch(document: Document, patch: Patch) -> Document:
    """The document after the patch, validated as a rig and written out in full.

    Raises
    ------
    Unacceptable
        The patch does not fit the document, or what results is no rig; every fault is listed by its pointer.
    """
    if not patch or len(patch) > MAX_OPERATIONS:
        raise Unacceptable(f"An edit has 1 to {MAX_OPERATIONS} operations.")
    try:
        patched = jsonpatch.JsonPatch(list(patch)).apply(_copied_along(document, patch), in_place=True)
    except (jsonpatch.JsonPatchException, jsonpointer.JsonPointerException, KeyError, TypeError) as error:
        problem = FileProblem(str(patch[0].get("path", "")), "patch", f"The edit does not fit the rig: {error}", {})
        raise Unacceptable("The edit does not fit the rig as it is now.", [problem]) from error
    try:
        rig = Rig.model_validate(patched)
    except ValidationError as error:
        raise Unacceptable("This cannot be taken as it stands.", problems_of(error)) from error
    after = rig.model_dump(mode="json")
    if after["stays"] != document["stays"]:
        _require_months(rig, document)
    return after


def _require_months(rig: Rig, before: Document) -> None:
    """Refuse a journey that grows beyond what is worked out while somebody waits."""
    months = months_to_work_out(rig.stays.values())
    if months <= MAX_STAY_MONTHS or len(rig.stays) < len(before["stays"]):
        return
    why = f"The stays touch {months} months in all; at most {MAX_STAY_MONTHS} are worked out. Make some of them shorter."
    raise Unacceptable("This cannot be taken as it stands.", [FileProblem("/stays", "months", why, {})])


def edited(document: Document, patch: Patch) -> Document:
    """The document after an edit by hand: as :func:`apply_patch` does it, and a rig as found follows its survey."""
    after = apply_patch(document, patch)
    if after["survey"] == document["survey"] or not after["survey"]["as_found"]:
        return after
    before = Survey.model_validate(document["survey"])
    return follow_survey(Rig.model_validate(after), before).model_dump(mode="json")


def _copied_along(document: Document, patch: Patch) -> Document:
    """A copy of the document in all that the patch may change; what lies beside its paths is shared.

    Copying whole rigs would cost more than evaluating them. A moved member can be changed at a place that does not exist
    yet, so then all of it is copied.
    """
    if any("from" in operation for operation in patch):
        return copy.deepcopy(document)
    root = copy.copy(document)
    copied: set[tuple[str, ...]] = set()
    for operation in patch:
        node: Any = root
        parts = tuple(jsonpointer.JsonPointer(str(operation["path"])).parts)
        for depth, part in enumerate(parts[:-1], start=1):
            key = _key_of(node, part)
            if key is None:
                break
            if parts[:depth] not in copied:
                copied.add(parts[:depth])
                node[key] = copy.copy(node[key])
            node = node[key]
    return root


def _key_of(node: Any, part: str) -> str | int | None:
    """What a part of a pointer picks out of an object or a list; None where there is no such member."""
    if isinstance(node, dict):
        return part if part in node else None
    if isinstance(node, list) and re.fullmatch("[0-9]{1,6}", part) and int(part) < len(node):
        return int(part)
    return None


def difference(before: Document, after: Document) -> list[dict[str, Any]]:
    """The patch that makes ``after`` of ``before``.

    Members that are equal are left out first: comparing them one by one in Python would cost more than the evaluation.
    """
    return list(jsonpatch.make_patch(*_unequal_parts(before, after)))


def _unequal_parts(one: Document, other: Document) -> tuple[Document, Document]:
    """Both documents without the members that are equal in both, so that paths stay what they are."""
    left, right = dict(one), dict(other)
    for name in one.keys() & other.keys():
        if one[name] == other[name]:
            del left[name], right[name]
        elif isinstance(one[name], dict) and isinstance(other[name], dict):
            left[name], right[name] = _unequal_parts(one[name], other[name])
    return left, right


def touch_same_place(one: Patch, other: Patch) -> bool:
    """Whether a path of one patch is, contains or lies within a path of the other."""
    ours, theirs = list(_paths(one)), list(_paths(other))
    return any(a[: len(b)] == b[: len(a)] for a in ours for b in theirs)


def _paths(patch: Patch) -> list[tuple[str, ...]]:
    return [
        tuple(str(operation[member]).split("/")[1:])
        for operation in patch
        for member in ("path", "from")
        if member in operation and operation["op"] != "test"
    ]
