"""From earlier versions of the document to the newest, one step a version. What is stored is never rewritten."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any, TypeAlias

from ryokan.core.rig import SCHEMA_VERSION

Document: TypeAlias = dict[str, Any]
Operation: TypeAlias = Mapping[str, Any]


def _rig_from_1(rig: Document) -> Document:
    """Units of display are a person's preference since version 2, not the rig's."""
    region = {name: value for name, value in rig.get("region", {}).items() if name != "display_units"}
    return {**rig, "region": region}


def _rig_from_2(rig: Document) -> Document:
    """Findings have subjects since version 3. What was let stand before has none, and covers what its words name."""
    return rig


def _operation_from_1(operation: Operation) -> Operation | None:
    return None if operation["path"] == "/region/display_units" else operation


def _operation_from_2(operation: Operation) -> Operation | None:
    return operation


# Version -> what makes a rig of the next one, and an operation of a JSON Patch on it; None: it has no place there any more.
RIG_STEPS: dict[int, Callable[[Document], Document]] = {1: _rig_from_1, 2: _rig_from_2}
OPERATION_STEPS: dict[int, Callable[[Operation], Operation | None]] = {1: _operation_from_1, 2: _operation_from_2}


def upgraded_rig(rig: Document, version: int) -> Document:
    """A rig's document of an earlier version as one of the newest; the newest comes back as it is.

    Raises
    ------
    LookupError
        There is no such version.
    """
    if version == SCHEMA_VERSION:
        return rig
    for step in range(version, SCHEMA_VERSION):
        rig = {**RIG_STEPS[step](rig), "schema_version": step + 1}
    return rig


def upgraded_patch(patch: Sequence[Operation], version: int) -> list[Operation]:
    """An edit of an earlier version as one of the newest, without what has no place there any more.

    Raises
    ------
    LookupError
        There is no such version.
    """
    operations = list(patch)
    for step in range(version, SCHEMA_VERSION):
        operations = [after for one in operations if (after := OPERATION_STEPS[step](one)) is not None]
    return operations


def upgraded_job(job: Document, version: int) -> Document:
    """A job file's document of an earlier version as one of the newest. Raises as :func:`upgraded_rig` does.

    What is no document at all is left alone: validation says what is wrong with it.
    """
    options = job.get("options")
    if version == SCHEMA_VERSION or not isinstance(options, list):
        return job
    return {
        **job,
        "schema_version": SCHEMA_VERSION,
        "options": [_upgraded_option(option, version) for option in options],
    }


def _upgraded_option(option: Any, version: int) -> Any:
    rig = option.get("rig") if isinstance(option, dict) else None
    if not isinstance(rig, dict) or not isinstance(rig.get("region", {}), dict):
        return option
    return {**option, "rig": upgraded_rig(rig, version)}
