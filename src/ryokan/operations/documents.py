"""Stored documents as they are read: of whatever version they were written in, brought to the newest."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.upgrade import upgraded_rig
from ryokan.operations.patches import Document
from ryokan.store.jobs import JobStore
from ryokan.store.models import OptionRow, RevisionRow


def document_of(revision: RevisionRow) -> Document:
    """The document of a revision in the newest version. The row itself stays as it was written."""
    return upgraded_rig(revision.document, revision.schema_version)


def head_documents(store: JobStore, options: Sequence[OptionRow]) -> list[Document]:
    """The newest document of each option."""
    return [document_of(store.revision(option.id, option.head)) for option in options]
