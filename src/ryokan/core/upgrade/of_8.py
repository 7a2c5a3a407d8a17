"""From version 8 to 9: every run can be spoken of. Nothing was said of one before, and none had a number."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.upgrade.document import Document, Operation


def upgraded_rig(rig: Document) -> Document:
    """What version 9 asks besides was not said: solar controllers join at the bank, as it was reckoned until then."""
    return rig


def upgraded_operation(operation: Operation) -> Sequence[Operation]:
    """Every place of version 8 is one of version 9."""
    return [operation]
