"""Jobs have a stage, a date and an archive, and options can be removed and brought back"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

from ryokan.store.migrations.keeping import refuse_to_drop

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("jobs", sa.Column("stage", sa.String(length=10), nullable=True))
    op.add_column("jobs", sa.Column("wished_for", sa.Date(), nullable=True))
    op.add_column("jobs", sa.Column("archived_at", sa.DateTime(timezone=True), nullable=True))
    op.create_check_constraint("jobs_stage", "jobs", "stage in ('survey', 'plan', 'quoted', 'building', 'in_use')")
    op.add_column("options", sa.Column("removed_at", sa.DateTime(timezone=True), nullable=True))
    op.create_index("options_of_job", "options", ["shop_id", "job_id", "position"])


def downgrade() -> None:
    refuse_to_drop(
        [], {"jobs.stage": "null", "jobs.wished_for": "null", "jobs.archived_at": "null", "options.removed_at": "null"}
    )
    op.drop_index("options_of_job", table_name="options")
    op.drop_column("options", "removed_at")
    op.drop_constraint("jobs_stage", "jobs", type_="check")
    op.drop_column("jobs", "archived_at")
    op.drop_column("jobs", "wished_for")
    op.drop_column("jobs", "stage")
