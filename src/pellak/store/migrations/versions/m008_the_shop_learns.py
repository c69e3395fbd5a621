"""What runs are found and learned from: tip, torch, joint, verdict, signs; photos; procedures;
what was practised."""

import sqlalchemy as sa
from alembic import op

revision = "m008"
down_revision = "m007"
branch_labels = None
depends_on = None

WORDS = (("torch", 80), ("tip", 80), ("joint", 40), ("verdict", 20))


def upgrade() -> None:
    for name, length in WORDS:
        op.add_column("run", sa.Column(name, sa.String(length), nullable=False, server_default=""))
    op.add_column("run", sa.Column("heat", sa.JSON))
    op.add_column("run", sa.Column("length_mm", sa.Double))
    op.add_column("run", sa.Column("touched", sa.BigInteger, nullable=False, server_default="0"))
    op.execute(
        "UPDATE run SET joint = coalesce(json_extract(plan, '$.job.joint'), ''), "
        "torch = coalesce(json_extract(plan, '$.job.torch'), ''), "
        "tip = coalesce(json_extract(plan, '$.job.tip_label'), ''), "
        "length_mm = json_extract(plan, '$.job.length_mm')"
    )
    # The flame a puddle was planned for stands in no older plan as such; its parts do.
    op.execute(
        "UPDATE run SET heat = json_object("
        "'family', family, 'thickness_mm', thickness_mm, 'joint', joint, "
        "'start_c', json_extract(plan, '$.facts.start_c'), "
        "'acetylene_l_per_h', acetylene_l_per_h) "
        "WHERE kind = 'seam' AND acetylene_l_per_h IS NOT NULL "
        "AND json_extract(plan, '$.facts.start_c') IS NOT NULL"
    )
    op.create_index("ix_run_touched", "run", ["touched"])
    op.create_table(
        "run_sign",
        sa.Column(
            "run_id", sa.String(32), sa.ForeignKey("run.run_id", ondelete="CASCADE"),
            primary_key=True,
        ),
        sa.Column("sign", sa.String(40), primary_key=True),
    )  # fmt: skip
    op.execute(
        "INSERT OR IGNORE INTO run_sign (run_id, sign) "
        "SELECT run.run_id, seen.value FROM run, json_each(run.log, '$.seen') AS seen"
    )
    op.create_table(
        "photo",
        sa.Column("photo_id", sa.String(32), primary_key=True),
        sa.Column(
            "run_id", sa.String(32), sa.ForeignKey("run.run_id", ondelete="CASCADE"),
            nullable=False,
        ),
        sa.Column("slot", sa.String(20), nullable=False),
        sa.Column("sha256", sa.String(64), nullable=False),
        sa.Column("width_px", sa.Integer, nullable=False),
        sa.Column("height_px", sa.Integer, nullable=False),
        sa.Column("added_at", sa.DateTime, nullable=False),
        sa.Column("marks", sa.JSON, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
    )  # fmt: skip
    op.create_index("ix_photo_run_id", "photo", ["run_id"])
    op.create_index("ix_photo_sha256", "photo", ["sha256"])
    op.create_table(
        "procedure",
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("version", sa.Integer, primary_key=True),
        sa.Column("run_id", sa.String(32), sa.ForeignKey("run.run_id"), nullable=False),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("family", sa.String(30), nullable=False),
        sa.Column("joint", sa.String(40), nullable=False),
        sa.Column("thickness_mm", sa.Double, nullable=False),
        sa.Column("signed_by", sa.String(60), nullable=False),
        sa.Column("signed_at", sa.DateTime, nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
    )
    op.create_index("ix_procedure_run_id", "procedure", ["run_id"])
    op.create_index("ix_procedure_family_joint", "procedure", ["family", "joint"])
    op.create_table(
        "practice_try",
        sa.Column("try_id", sa.String(32), primary_key=True),
        sa.Column("who", sa.String(60), nullable=False),
        sa.Column("rung", sa.String(40), nullable=False),
        sa.Column("tried_at", sa.DateTime, nullable=False),
        sa.Column("points", sa.Double, nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
    )
    op.create_index("ix_practice_try_who", "practice_try", ["who", "tried_at"])
    op.create_table(
        "practice_word",
        sa.Column("word_id", sa.String(32), primary_key=True),
        sa.Column("who", sa.String(60), nullable=False),
        sa.Column("rung", sa.String(40), nullable=False),
        sa.Column("said_at", sa.DateTime, nullable=False),
        sa.Column("said_by", sa.String(60), nullable=False),
        sa.Column("signed_off", sa.Boolean, nullable=False),
        sa.Column("words", sa.String(500), nullable=False),
    )
    op.create_index("ix_practice_word_who", "practice_word", ["who", "said_at"])


def downgrade() -> None:
    op.drop_table("practice_word")
    op.drop_table("practice_try")
    op.drop_table("procedure")
    op.drop_table("photo")
    op.drop_table("run_sign")
    op.drop_index("ix_run_touched", "run")
    for name in ("touched", "heat", "length_mm", *(name for name, _ in reversed(WORDS))):
        op.drop_column("run", name)
