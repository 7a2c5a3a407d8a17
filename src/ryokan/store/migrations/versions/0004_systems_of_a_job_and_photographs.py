"""Systems of a job and photographs"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

from ryokan.store.migrations.keeping import refuse_to_drop

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "photographs",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("job_id", sa.Uuid(), nullable=False),
        sa.Column("pin", sa.String(length=80), nullable=False),
        sa.Column("caption", sa.String(length=200), nullable=False),
        sa.Column("width_px", sa.Integer(), nullable=False),
        sa.Column("height_px", sa.Integer(), nullable=False),
        sa.Column("jpeg", sa.LargeBinary(), nullable=False),
        sa.Column("small_jpeg", sa.LargeBinary(), nullable=False),
        sa.Column("author_id", sa.Uuid(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "author_id"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "job_id"],
            ["jobs.shop_id", "jobs.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_index("photographs_of_job", "photographs", ["shop_id", "job_id", "at"], unique=False)
    op.add_column("options", sa.Column("system", sa.String(length=60), server_default="", nullable=False))


def downgrade() -> None:
    refuse_to_drop(["photographs"], {"options.system": "''"})
    op.drop_column("options", "system")
    op.drop_index("photographs_of_job", table_name="photographs")
    op.drop_table("photographs")
