"""From earlier versions of the document to the newest, one step a version. What is stored is never rewritten."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from ryokan.core.rig import SCHEMA_VERSION
from ryokan.core.upgrade import of_3, of_4, of_5, of_6, of_7, of_8
from ryokan.core.upgrade.document import Document, Operation

__all__ = ["Document", "Operation", "upgraded_job", "upgraded_patch", "upgraded_rig"]


def _rig_from_1(rig: Document) -> Document:
    """Units of display are a person's preference since version 2, not the rig's."""
    region = {name: value for name, value in rig.get("region", {}).items() if name != "display_units"}
    return {**rig, "region": region}


def _rig_from_2(rig: Document) -> Document:
    """Findings have subjects since version 3. What was let stand before has none, and covers what its words name."""
    return rig


def _operation_from_1(operation: Operation) -> Sequence[Operation]:
    return [] if operation["path"] == "/region/display_units" else [operation]


def _operation_from_2(operation: Operation) -> Sequence[Operation]:
    return [operation]


# Version -> what makes a rig of the next one, and of an operation of a JSON Patch on it those that it is now: none where it has
# no place any more.
RIG_STEPS: dict[int, Callable[[Document], Document]] = {
    1: _rig_from_1,
    2: _rig_from_2,
    3: of_3.upgraded_rig,
    4: of_4.upgraded_rig,
    5: of_5.upgraded_rig,
    6: of_6.upgraded_rig,
    7: of_7.upgraded_rig,
    8: of_8.upgraded_rig,
}
OPERATION_STEPS: dict[int, Callable[[Operation], Sequence[Operation]]] = {
    1: _operation_from_1,
    2: _operation_from_2,
    3: of_3.upgraded_operation,
    4: of_4.upgraded_operation,
    5: of_5.upgraded_operation,
    6: of_6.upgraded_operation,
    7: of_7.upgraded_operation,
    8: of_8.upgraded_operation,
}


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
        operations = [after for one in operations for after in OPERATION_STEPS[step](one)]
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
