"""One table for everything in the rack; the tips move into it."""

import json
import uuid
from datetime import UTC, datetime

import sqlalchemy as sa
from alembic import op

revision = "m003"
down_revision = "m002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "rack_item",
        sa.Column("item_id", sa.String(32), primary_key=True),
        sa.Column("kind", sa.String(20), nullable=False, index=True),
        sa.Column("name", sa.String(40), nullable=False, index=True),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("added_at", sa.DateTime, nullable=False),
        sa.Column("deleted_at", sa.DateTime),
    )
    connection = op.get_bind()
    tips = connection.execute(sa.text("SELECT label, orifice_mm, jets, chart FROM tip"))
    for label, orifice_mm, jets, chart in tips.fetchall():
        document = {
            "kind": "tip",
            "name": label,
            "orifice_mm": orifice_mm,
            "jets": jets,
            "chart": json.loads(chart),
        }
        connection.execute(
            sa.text(
                "INSERT INTO rack_item (item_id, kind, name, document, version, added_at) "
                "VALUES (:item_id, 'tip', :name, :document, 1, :added_at)"
            ),
            {
                "item_id": uuid.uuid4().hex[:12],
                "name": label,
                "document": json.dumps(document),
                "added_at": datetime.now(UTC).replace(tzinfo=None),
            },
        )
    op.drop_table("tip")


def downgrade() -> None:
    op.create_table(
        "tip",
        sa.Column("tip_id", sa.Integer, primary_key=True),
        sa.Column("label", sa.String(40), nullable=False, unique=True),
        sa.Column("orifice_mm", sa.Double, nullable=False),
        sa.Column("jets", sa.Integer, nullable=False),
        sa.Column("chart", sa.JSON, nullable=False),
    )
    op.drop_table("rack_item")
