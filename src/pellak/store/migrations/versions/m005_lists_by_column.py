"""What lists, sums and searches read stands apart from the kept plans, so that none is loaded for
them; how often the shop was changed; who has signed in."""

import json
from datetime import UTC, datetime, timedelta
from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "m005"
down_revision = "m004"
branch_labels = None
depends_on = None

FLOWS = ("acetylene_l_per_h", "oxygen_l_per_h")


def upgrade() -> None:
    op.create_table(
        "change_count",
        sa.Column("what", sa.String(40), primary_key=True),
        sa.Column("count", sa.Integer, nullable=False),
    )
    op.create_table(
        "sign_in",
        sa.Column("token_hash", sa.String(64), primary_key=True),
        sa.Column("may", sa.String(10), nullable=False),
        sa.Column("signed_in_at", sa.DateTime, nullable=False),
    )
    op.add_column("job", sa.Column("line", sa.String(200), nullable=False, server_default=""))
    for flow in FLOWS:
        op.add_column("run", sa.Column(flow, sa.Double))
    op.add_column("run", sa.Column("place", sa.BigInteger))
    op.execute("CREATE VIRTUAL TABLE run_words USING fts5(words, tokenize='trigram')")
    op.create_index("ix_run_job_id_finished_at", "run", ["job_id", "finished_at"])
    op.create_index("ix_job_created_at_job_id", "job", ["created_at", "job_id"])
    connection = op.get_bind()
    keep = sa.text(
        "UPDATE run SET acetylene_l_per_h = :acetylene_l_per_h, oxygen_l_per_h = :oxygen_l_per_h, "
        "place = :place WHERE run_id = :run_id"
    )
    index = sa.text("INSERT INTO run_words (rowid, words) VALUES (:place, :words)")
    last = 0
    for run_id in connection.execute(
        sa.text("SELECT run_id FROM run ORDER BY started_at, run_id")
    ).scalars().all():  # fmt: skip
        # One plan at a time: a book of years does not fit in memory with its plans.
        row = connection.execute(
            sa.text("SELECT started_at, job_name, who, log, plan FROM run WHERE run_id = :run_id"),
            {"run_id": run_id},
        ).one()
        last = max(last + 1, _microseconds(row.started_at))
        seen = [sign.replace("-", " ") for sign in json.loads(row.log).get("seen", [])]
        connection.execute(keep, {"run_id": run_id, "place": last, **_flows(json.loads(row.plan))})
        words = "\n".join([row.job_name, row.who, *seen])
        connection.execute(index, {"place": last, "words": words})
    op.create_index("ix_run_place", "run", ["place"], unique=True)


def _microseconds(started_at: str) -> int:
    moment = datetime.fromisoformat(started_at).replace(tzinfo=UTC)
    return (moment - datetime(1970, 1, 1, tzinfo=UTC)) // timedelta(microseconds=1)


def _flows(plan: dict[str, Any]) -> dict[str, float | None]:
    shown = {f.get("id"): f.get("value") for s in plan.get("stations", []) for f in s["figures"]}
    return {
        flow: float(shown[flow]) if isinstance(shown.get(flow), int | float) else None
        for flow in FLOWS
    }


def downgrade() -> None:
    op.drop_index("ix_job_created_at_job_id", "job")
    op.drop_index("ix_run_job_id_finished_at", "run")
    op.drop_index("ix_run_place", "run")
    op.drop_column("run", "place")
    op.execute("DROP TABLE run_words")
    for flow in FLOWS:
        op.drop_column("run", flow)
    op.drop_column("job", "line")
    op.drop_table("sign_in")
    op.drop_table("change_count")
