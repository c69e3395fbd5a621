"""The shop's own heats: mill certificates."""

import sqlalchemy as sa
from alembic import op

revision = "m002"
down_revision = "m001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "heat_lot",
        sa.Column("metal_id", sa.String(40), primary_key=True),
        sa.Column("heat", sa.String(60), nullable=False, index=True),
        sa.Column("alloy", sa.String(60), nullable=False, index=True),
        sa.Column("certificate", sa.JSON, nullable=False),
        sa.Column("entered_at", sa.DateTime, nullable=False),
        sa.Column("deleted_at", sa.DateTime),
    )


def downgrade() -> None:
    op.drop_table("heat_lot")
