"""A run stands at a step by name, not by number; its fire watch is looked up by its own column."""

import json

import sqlalchemy as sa
from alembic import op

revision = "m004"
down_revision = "m003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("run") as run:
        run.add_column(
            sa.Column("fire_watch", sa.Boolean, nullable=False, server_default=sa.false())
        )
        run.create_index("ix_run_fire_watch", ["fire_watch"])
    connection = op.get_bind()
    run_ids = connection.execute(sa.text("SELECT run_id FROM run")).scalars().all()
    one = sa.text("SELECT log, plan FROM run WHERE run_id = :run_id")
    for run_id in run_ids:
        # One plan at a time: the plans of a whole book do not fit in memory.
        log_text, plan_text = connection.execute(one, {"run_id": run_id}).one()
        log = json.loads(log_text)
        card = log.pop("card", 0)
        steps = [c["step"]["id"] for c in json.loads(plan_text)["cards"]]
        log["step"] = steps[card] if card < len(steps) else "look"
        connection.execute(
            sa.text("UPDATE run SET log = :log WHERE run_id = :run_id"),
            {"log": json.dumps(log), "run_id": run_id},
        )


def downgrade() -> None:
    with op.batch_alter_table("run") as run:
        run.drop_index("ix_run_fire_watch")
        run.drop_column("fire_watch")
