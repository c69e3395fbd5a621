"""Runs of every kind: what was planned and taken stands a row each, not in a seam's columns."""

import sqlalchemy as sa
from alembic import op

revision = "m006"
down_revision = "m005"
branch_labels = None
depends_on = None

SEAM = ("puddle_s", "seam_min")


def upgrade() -> None:
    op.create_table(
        "run_measure",
        sa.Column(
            "run_id", sa.String(32), sa.ForeignKey("run.run_id", ondelete="CASCADE"),
            primary_key=True,
        ),
        sa.Column("field", sa.String(40), primary_key=True),
        sa.Column("planned", sa.Double),
        sa.Column("actual", sa.Double),
    )  # fmt: skip
    op.add_column("run", sa.Column("kind", sa.String(20), nullable=False, server_default="seam"))
    op.add_column("run", sa.Column("flame_min", sa.Double))
    op.execute("UPDATE run SET flame_min = seam_min")
    # Documents kept before jobs had kinds name none: they are seams.
    op.execute(
        "UPDATE run SET kind = coalesce((SELECT json_extract(job.document, '$.kind') FROM job "
        "WHERE job.job_id = run.job_id), 'seam')"
    )
    for field in SEAM:
        op.execute(
            f"INSERT INTO run_measure (run_id, field, planned, actual) "
            f"SELECT run_id, '{field}', planned_{field}, {field} FROM run "
            f"WHERE planned_{field} IS NOT NULL OR {field} IS NOT NULL"
        )
        op.drop_column("run", field)
        op.drop_column("run", f"planned_{field}")
    op.create_index("ix_run_kind", "run", ["kind"])


def downgrade() -> None:
    op.drop_index("ix_run_kind", "run")
    for field in SEAM:
        for column, what in ((f"planned_{field}", "planned"), (field, "actual")):
            op.add_column("run", sa.Column(column, sa.Double))
            op.execute(
                f"UPDATE run SET {column} = (SELECT {what} FROM run_measure "
                f"WHERE run_measure.run_id = run.run_id AND field = '{field}')"
            )
    op.drop_column("run", "flame_min")
    op.drop_column("run", "kind")
    op.drop_table("run_measure")
