"""Devices that have signed in before, and attempts of whatever is counted"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

from ryokan.store.migrations.keeping import refuse_to_drop

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "known_devices",
        sa.Column("token_hash", sa.String(length=64), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("failures", sa.Integer(), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(["shop_id", "user_id"], ["users.shop_id", "users.id"]),
        sa.PrimaryKeyConstraint("token_hash", "shop_id", "user_id"),
    )
    op.alter_column("sign_in_attempts", "email_hash", new_column_name="of_hash")


def downgrade() -> None:
    refuse_to_drop(["known_devices"])
    op.alter_column("sign_in_attempts", "of_hash", new_column_name="email_hash")
    op.drop_table("known_devices")
