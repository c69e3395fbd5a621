"""Heats that are watched, every reading and mark in a row; remedies that were tried."""

import sqlalchemy as sa
from alembic import op

revision = "m007"
down_revision = "m006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "watch",
        sa.Column("watch_id", sa.String(32), primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("job.job_id"), nullable=False),
        sa.Column("job_name", sa.String(80), nullable=False),
        sa.Column("run_id", sa.String(32), sa.ForeignKey("run.run_id")),
        sa.Column("started_at", sa.DateTime, nullable=False),
        sa.Column("ended_at", sa.DateTime),
        sa.Column("plan", sa.JSON, nullable=False),
        sa.Column("simulation", sa.JSON),
        sa.Column("told", sa.JSON),
    )
    op.create_index("ix_watch_job_id", "watch", ["job_id"])
    op.create_index("ix_watch_started_at", "watch", ["started_at"])
    op.create_table(
        "watch_entry",
        sa.Column("entry_id", sa.Integer, primary_key=True),
        sa.Column(
            "watch_id", sa.String(32), sa.ForeignKey("watch.watch_id", ondelete="CASCADE"),
            nullable=False,
        ),
        sa.Column("at_ms", sa.BigInteger, nullable=False),
        sa.Column("channel", sa.String(24), nullable=False),
        sa.Column("phase", sa.String(12), nullable=False),
        sa.Column("c", sa.Double),
        sa.Column("source", sa.String(12), nullable=False),
    )  # fmt: skip
    op.create_index(
        "ux_watch_entry", "watch_entry", ["watch_id", "channel", "at_ms", "phase"], unique=True
    )
    op.create_table(
        "remedy_tried",
        sa.Column(
            "run_id", sa.String(32), sa.ForeignKey("run.run_id", ondelete="CASCADE"),
            primary_key=True,
        ),
        sa.Column("cause", sa.String(40), primary_key=True),
        sa.Column("family", sa.String(30), nullable=False),
        sa.Column("helped", sa.Boolean),
    )  # fmt: skip
    op.create_index("ix_remedy_tried_cause", "remedy_tried", ["cause"])


def downgrade() -> None:
    op.drop_table("remedy_tried")
    op.drop_table("watch_entry")
    op.drop_table("watch")
