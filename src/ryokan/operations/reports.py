"""Reports of stored documents, kept in the process by content."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterable, Mapping
from functools import lru_cache
from typing import Any, TypeAlias

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.parts.fitted import book_references
from ryokan.core.parts.model import Part
from ryokan.core.rig import Rig

KEPT = 64  # reports in one process; each is some thousand objects

# Answers references with the parts that a shop's book holds under them.
PartsBook: TypeAlias = Callable[[Iterable[str]], Mapping[str, Part]]


def evaluated(document: dict[str, Any], book: PartsBook) -> tuple[Rig, Report]:
    """The rig of a document and its report; equal documents share one.

    Raises
    ------
    UnknownPart
        The rig refers to a part that the book does not hold.
    """
    text = json.dumps(document, sort_keys=True)
    rig = _rig(text)
    references = book_references(rig)
    # References are hashes of what they refer to, so that text and parts together decide the report.
    return rig, _report(text, tuple(sorted(book(references).items())) if references else ())


@lru_cache(maxsize=KEPT)
def _rig(text: str) -> Rig:
    return Rig.model_validate_json(text)


@lru_cache(maxsize=KEPT)
def _report(text: str, parts: tuple[tuple[str, Part], ...]) -> Report:
    return evaluate(_rig(text), dict(parts))
