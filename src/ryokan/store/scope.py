"""The shop within which a repository looks: there is no way to ask without one."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID


@dataclass(frozen=True, slots=True)
class ShopScope:
    """The shop of whoever asks."""

    shop_id: UUID
