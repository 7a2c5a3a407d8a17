"""Reports of stored documents, kept in the process by content."""

from __future__ import annotations

import json
from functools import lru_cache
from typing import Any

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.rig import Rig


def evaluated(document: dict[str, Any]) -> tuple[Rig, Report]:
    """The rig of a document and its report; equal documents share one."""
    return _evaluated(json.dumps(document, sort_keys=True))


@lru_cache(maxsize=256)
def _evaluated(document: str) -> tuple[Rig, Report]:
    rig = Rig.model_validate_json(document)
    return rig, evaluate(rig)
