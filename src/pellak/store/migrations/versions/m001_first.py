"""Jobs with their revisions, runs, tips and settings."""

import sqlalchemy as sa
from alembic import op

revision = "m001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "job",
        sa.Column("job_id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False, index=True),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("family", sa.String(30), nullable=False, index=True),
        sa.Column("thickness_mm", sa.Double, index=True),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False, index=True),
        sa.Column("saved_at", sa.DateTime, nullable=False),
        sa.Column("deleted_at", sa.DateTime),
    )
    op.create_table(
        "job_revision",
        sa.Column("revision_id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("job.job_id"), nullable=False, index=True),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "run",
        sa.Column("run_id", sa.String(32), primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("job.job_id"), nullable=False, index=True),
        sa.Column("job_name", sa.String(80), nullable=False),
        sa.Column("family", sa.String(30), nullable=False, index=True),
        sa.Column("thickness_mm", sa.Double, nullable=False, index=True),
        sa.Column("method_version", sa.String(20), nullable=False),
        sa.Column("started_at", sa.DateTime, nullable=False, index=True),
        sa.Column("finished_at", sa.DateTime, index=True),
        sa.Column("who", sa.String(60), nullable=False),
        sa.Column("planned_puddle_s", sa.Double),
        sa.Column("puddle_s", sa.Double),
        sa.Column("planned_seam_min", sa.Double),
        sa.Column("seam_min", sa.Double),
        sa.Column("log", sa.JSON, nullable=False),
        sa.Column("plan", sa.JSON, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
    )
    op.create_table(
        "tip",
        sa.Column("tip_id", sa.Integer, primary_key=True),
        sa.Column("label", sa.String(40), nullable=False, unique=True),
        sa.Column("orifice_mm", sa.Double, nullable=False),
        sa.Column("jets", sa.Integer, nullable=False),
        sa.Column("chart", sa.JSON, nullable=False),
    )
    op.create_table(
        "setting",
        sa.Column("key", sa.String(40), primary_key=True),
        sa.Column("value", sa.JSON, nullable=False),
    )


def downgrade() -> None:
    for table in ("setting", "tip", "run", "job_revision", "job"):
        op.drop_table(table)
