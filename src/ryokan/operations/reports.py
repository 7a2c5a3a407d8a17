"""Reports of stored revisions, kept in the process, and of what somebody is about to make of them."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from typing import TypeAlias
from uuid import UUID

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.figure import Figure
from ryokan.core.parts.fitted import book_references
from ryokan.core.parts.model import Part
from ryokan.core.rig import Rig
from ryokan.operations.documents import document_of
from ryokan.operations.patches import Document
from ryokan.store.models import RevisionRow

KEPT = 64  # reports in one process; each is some thousand objects

# Answers references with the parts that a shop's book holds under them.
PartsBook: TypeAlias = Callable[[Iterable[str]], Mapping[str, Part]]
Trials: TypeAlias = Mapping[str, Mapping[str, Figure]]  # figures by the digest of what was read


@dataclass(frozen=True, slots=True)
class Reading:
    """A document with its rig and its report. None of them is changed by anybody."""

    document: Document
    rig: Rig
    report: Report


# A revision is never rewritten; one that a restored backup brings under the same number was made at another time.
_Key: TypeAlias = tuple[UUID, int, datetime]


class _Kept:
    """The readings of the revisions that were looked at last."""

    def __init__(self) -> None:
        self._readings: OrderedDict[_Key, Reading] = OrderedDict()
        self._lock = Lock()

    def get(self, key: _Key) -> Reading | None:
        with self._lock:
            found = self._readings.get(key)
            if found is not None:
                self._readings.move_to_end(key)
            return found

    def nearest(self, option_id: UUID) -> Reading | None:
        """One of the same option, to start from."""
        with self._lock:
            return next((self._readings[key] for key in reversed(self._readings) if key[0] == option_id), None)

    def put(self, key: _Key, reading: Reading) -> None:
        with self._lock:
            self._readings[key] = reading
            self._readings.move_to_end(key)
            while len(self._readings) > KEPT:
                self._readings.popitem(last=False)


_kept = _Kept()


def read_revision(revision: RevisionRow, book: PartsBook, *, like: Report | None = None) -> Reading:
    """A stored revision, worked out. ``like`` is of a rig that it may resemble, such as another option of the job.

    Raises
    ------
    UnknownPart
        The rig refers to a part that the book does not hold.
    """
    key = (revision.option_id, revision.number, revision.at)
    found = _kept.get(key)
    if found is None:
        near = _kept.nearest(revision.option_id)
        document = document_of(revision)
        before = like if near is None else near.report
        found = work_out_anew(document, Rig.model_validate(document), book, before=before)
        _kept.put(key, found)
    return found


def work_out_anew(
    document: Document,
    rig: Rig,
    book: PartsBook,
    *,
    before: Report | None = None,
    trials: Trials | None = None,
    beside: Mapping[str, Report] | None = None,
) -> Reading:
    """Something that is not stored, or not yet. ``before`` is of a rig that differs little, ``trials`` are those that were run,
    with the systems ``beside``.

    Raises
    ------
    UnknownPart
        The rig refers to a part that the book does not hold.
    """
    references = book_references(rig)
    report = evaluate(rig, book(references) if references else {}, before=before, trials=trials, beside=beside)
    # The report's own rig shares with the one before what they have in common.
    return Reading(document, report.traces.rig, report)


def keep(revision: RevisionRow, reading: Reading) -> None:
    """Keep what was worked out of a revision that has just been made."""
    _kept.put((revision.option_id, revision.number, revision.at), reading)
