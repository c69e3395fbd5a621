"""What befell the rig, for every run: a run's own log vouches for no other. What a watch told of
its body is an observation."""

import sqlalchemy as sa
from alembic import op

revision = "m009"
down_revision = "m008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "rig_event",
        sa.Column("event_id", sa.String(40), primary_key=True),
        sa.Column("at_s", sa.Double, nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
    )
    op.create_index("ix_rig_event_at_s", "rig_event", ["at_s"])
    op.execute("ALTER TABLE watch RENAME COLUMN told TO observation")


def downgrade() -> None:
    op.execute("ALTER TABLE watch RENAME COLUMN observation TO told")
    op.drop_index("ix_rig_event_at_s", "rig_event")
    op.drop_table("rig_event")
