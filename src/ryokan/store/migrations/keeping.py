"""What a way back would drop: it refuses to, and says what."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from alembic import op
from sqlalchemy import text


class DataWouldBeDropped(Exception):
    """A downgrade would lose what people have stored; the message says what. Nothing was changed."""


def refuse_to_drop(tables: Sequence[str], columns: Mapping[str, str] | None = None) -> None:
    """Refuse a downgrade while the tables hold rows, or the columns, as ``table.column``, anything but that SQL value.

    Raises
    ------
    DataWouldBeDropped
        Something would be lost.
    """
    count = op.get_bind().execute
    lost = [
        f"{rows} of {table}" for table in tables if (rows := count(text(f'select count(*) from "{table}"')).scalar_one()) > 0
    ]
    for place, empty in (columns or {}).items():
        table, _, column = place.partition(".")
        query = text(f'select count(*) from "{table}" where "{column}" is distinct from {empty}')
        if (rows := count(query).scalar_one()) > 0:
            lost.append(f"{column} of {rows} {table}")
    if lost:
        raise DataWouldBeDropped(f"This would drop {', '.join(lost)}. Back up, and go back by restoring a backup of before.")
