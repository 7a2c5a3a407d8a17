"""Drafts know the version that they were made on, and comments may speak of a finding"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

from ryokan.store.migrations.keeping import refuse_to_drop

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    # An upgrade from version 1 takes what was made on 2 as it is, so that drafts of before may all stand as the oldest.
    op.add_column("drafts", sa.Column("schema_version", sa.Integer(), nullable=False, server_default="1"))
    op.alter_column("drafts", "schema_version", server_default=None)
    op.alter_column("comments", "pin", type_=sa.String(length=240))


def downgrade() -> None:
    refuse_to_drop([], {"drafts.schema_version": "1"})
    op.alter_column("comments", "pin", type_=sa.String(length=80))
    op.drop_column("drafts", "schema_version")
