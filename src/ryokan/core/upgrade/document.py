"""What every step of an upgrade works on: documents as JSON has them, perhaps not well formed."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, TypeAlias

Document: TypeAlias = dict[str, Any]
Operation: TypeAlias = Mapping[str, Any]


def members(value: Any) -> Document:
    """What an object holds; nothing of what is no object, of which validation says what is wrong."""
    return value if isinstance(value, dict) else {}
