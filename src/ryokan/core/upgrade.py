"""From earlier versions of the document to the newest, one step a version. What is stored is never rewritten."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeAlias

from ryokan.core.rig import SCHEMA_VERSION

Document: TypeAlias = dict[str, Any]


def _rig_from_1(rig: Document) -> Document:
    """Units of display are a person's preference since version 2, not the rig's."""
    region = {name: value for name, value in rig.get("region", {}).items() if name != "display_units"}
    return {**rig, "region": region}


# Version -> what makes a rig of the next one.
RIG_STEPS: dict[int, Callable[[Document], Document]] = {1: _rig_from_1}


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
