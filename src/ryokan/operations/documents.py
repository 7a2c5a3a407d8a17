"""Stored documents as they are read: of whatever version they were written in, brought to the newest."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import BaseModel

from ryokan.core.rig import Rig
from ryokan.core.upgrade import upgraded_rig
from ryokan.operations.patches import Document
from ryokan.store.jobs import JobStore
from ryokan.store.models import OptionRow, RevisionRow


def document_of(revision: RevisionRow) -> Document:
    """The document of a revision in the newest version. The row itself stays as it was written."""
    return _with_later_members(upgraded_rig(revision.document, revision.schema_version))


# Members that are parts of their own, by section: what an edit may reach into.
_SECTIONS = {
    name: frozenset(field.annotation.model_fields)
    for name, field in Rig.model_fields.items()
    if isinstance(field.annotation, type) and issubclass(field.annotation, BaseModel)
}


def _with_later_members(document: Document) -> Document:
    """The document with optional members that were added since it was written, at their defaults, so that edits reach them."""
    whole = document.keys() >= Rig.model_fields.keys()
    if whole and all(document[name].keys() >= members for name, members in _SECTIONS.items()):
        return document
    return Rig.model_validate(document).model_dump(mode="json")


def head_documents(store: JobStore, options: Sequence[OptionRow]) -> list[Document]:
    """The newest document of each option."""
    return [document_of(store.revision(option.id, option.head)) for option in options]
