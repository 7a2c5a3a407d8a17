"""JSON Patch on a rig: apply, reverse, and tell whether two patches touch the same place."""

from __future__ import annotations

import copy
import re
from collections.abc import Callable, Mapping, Sequence
from typing import Annotated, Any, TypeAlias, cast, get_origin

import jsonpatch
import jsonpointer
from pydantic import TypeAdapter, ValidationError

from ryokan.core.itinerary import MAX_STAY_MONTHS, months_to_work_out
from ryokan.core.job_file import FileProblem, problems_of
from ryokan.core.rig import Rig
from ryokan.core.survey.fill import follow_survey
from ryokan.core.survey.fill_runs import with_runs_found
from ryokan.core.wiring.numbering import with_numbers
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
    rig = _validated(_patched(document, patch))
    after = rig.model_dump(mode="json")
    _require_months(rig, document, after)
    return after


def patched(rig: Rig, document: Document, patch: Patch) -> tuple[Rig, Document]:
    """As :func:`apply_patch`, with the rig: what the patch does not touch is neither read nor written again, but shared.

    Parameters
    ----------
    rig : Rig
        The rig of ``document``.
    document, patch
        As for :func:`apply_patch`.
    """
    raw = _patched(document, patch)
    touched = {path[0] if path else "" for path in _paths(patch)}
    if not touched <= _SECTIONS.keys() or not touched <= raw.keys():
        after_rig = _validated(raw)
        after = after_rig.model_dump(mode="json")
    else:
        try:
            sections = {name: _SECTIONS[name](getattr(rig, name), document[name], raw[name]) for name in touched}
        except ValidationError:
            _validated(raw)  # names each fault by its whole path
            raise
        after_rig = rig.model_copy(update={name: section for name, (section, _) in sections.items()})
        after = {**document, **{name: written for name, (_, written) in sections.items()}}
    _require_months(after_rig, document, after)
    return after_rig, after


def _validated(raw: Document) -> Rig:
    try:
        return Rig.model_validate(raw)
    except ValidationError as error:
        raise Unacceptable("This cannot be taken as it stands.", problems_of(error)) from error


def _patched(document: Document, patch: Patch) -> Document:
    """A copy of the document with the patch applied, whatever that makes of it."""
    if not patch or len(patch) > MAX_OPERATIONS:
        raise Unacceptable(f"An edit has 1 to {MAX_OPERATIONS} operations.")
    try:
        return cast(Document, jsonpatch.JsonPatch(list(patch)).apply(_copied_along(document, patch), in_place=True))
    except (jsonpatch.JsonPatchException, jsonpointer.JsonPointerException, KeyError, TypeError) as error:
        problem = FileProblem(str(patch[0].get("path", "")), "patch", f"The edit does not fit the rig: {error}", {})
        raise Unacceptable("The edit does not fit the rig as it is now.", [problem]) from error


# Reads one section: its value before, its document before and after -> its value and its document as they are written.
ReadSection: TypeAlias = Callable[[Any, Any, Any], tuple[Any, Any]]


def _section_reader(name: str) -> ReadSection:
    """How a section of a rig is read. Of a map only those items that are not the very ones of before."""
    field = Rig.model_fields[name]
    is_map = get_origin(field.annotation) is dict
    adapter: TypeAdapter[Any] = TypeAdapter(
        Annotated[field.annotation, field],  # type: ignore[arg-type]  # known at run time alone
        config=Rig.model_config if is_map else None,
    )

    def whole(_: Any, __: Any, raw: Any) -> tuple[Any, Any]:
        value = adapter.validate_python(raw)
        return value, adapter.dump_python(value, mode="json")

    def items(value: Any, document: Any, raw: Any) -> tuple[Any, Any]:
        if not isinstance(raw, dict) or len(raw) > len(document):
            return whole(value, document, raw)  # it may have become too long
        new = {id: one for id, one in raw.items() if document.get(id) is not one}
        read = adapter.validate_python(new)
        written = adapter.dump_python(read, mode="json")
        return (
            {id: read[id] if id in new else value[id] for id in raw},
            {id: written[id] if id in new else document[id] for id in raw},
        )

    return items if is_map else whole


# Assumptions are held against one another by the rig itself.
_SECTIONS: dict[str, ReadSection] = {
    name: _section_reader(name) for name in Rig.model_fields if name not in ("schema_version", "assumptions")
}


def _require_months(rig: Rig, before: Document, after: Document) -> None:
    """Refuse a journey that grows beyond what is worked out while somebody waits."""
    if after["stays"] == before["stays"]:
        return
    months = months_to_work_out(rig.stays.values())
    if months <= MAX_STAY_MONTHS or len(rig.stays) < len(before["stays"]):
        return
    why = f"The stays touch {months} months in all; at most {MAX_STAY_MONTHS} are worked out. Make some of them shorter."
    raise Unacceptable("This cannot be taken as it stands.", [FileProblem("/stays", "months", why, {})])


def edited(rig: Rig, document: Document, patch: Patch) -> tuple[Rig, Document]:
    """The rig and its document after an edit by hand: as :func:`patched`, and a rig as found follows its survey."""
    after_rig, after = patched(rig, document, patch)
    if not after_rig.survey.as_found:
        return after_rig, after
    if after["survey"] != document["survey"]:
        followed = follow_survey(after_rig, rig.survey)
        return followed, followed.model_dump(mode="json")
    followed = with_runs_found(after_rig, rig)  # a cable may belong to a load that is there only now
    if followed is after_rig:
        return after_rig, after
    return followed, {**after, "wiring": followed.wiring.model_dump(mode="json")}


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


def that_matter(patch: Patch, document: Document) -> Patch:
    """Those operations of a patch that would not put what stands in a document already: two who say the same do not clash."""

    def stands(operation: Mapping[str, Any]) -> bool:
        last = str(operation["path"]).rpartition("/")[2]
        if operation["op"] not in ("add", "replace") or last == "-" or last.isdigit():  # into a list is never the same twice
            return False
        try:
            return bool(jsonpointer.resolve_pointer(document, operation["path"]) == operation["value"])
        except jsonpointer.JsonPointerException:
            return False

    return [operation for operation in patch if not stands(operation)]


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


def with_numbers_kept(rig: Rig, document: Document, before: Rig | None = None) -> tuple[Rig, Document]:
    """A rig that is about to be stored, and its document: each run has a number, and none that was given is lost."""
    counted = with_numbers(rig, before)
    if counted is rig:
        return rig, document
    written = {"wiring": counted.wiring.model_dump(mode="json")}
    if counted.overruled is not rig.overruled:
        written["overruled"] = {key: one.model_dump(mode="json") for key, one in counted.overruled.items()}
    return counted, {**document, **written}
