"""The rack's items and the shop's settings in one session. The caller opens the transaction."""

from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from pellak.store.tables import RackItemRow, SettingRow


class Rack:
    """What the shop owns and how it is set."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def items(self) -> list[RackItemRow]:
        """Return the items that are not put away, in the order they were added."""
        statement = select(RackItemRow).where(RackItemRow.deleted_at.is_(None))
        ordered = statement.order_by(RackItemRow.added_at, RackItemRow.item_id)
        return list(self._session.scalars(ordered))

    def find(self, item_id: str) -> RackItemRow | None:
        """Return an item by its id, put away or not."""
        return self._session.get(RackItemRow, item_id)

    def add(self, row: RackItemRow) -> None:
        """Keep a new item."""
        self._session.add(row)

    def setting(self, key: str) -> Any:
        """Return a setting's value, or None when it was never set."""
        row = self._session.get(SettingRow, key)
        return None if row is None else row.value

    def set_setting(self, key: str, value: Any) -> None:
        """Keep a setting."""
        self._session.merge(SettingRow(key=key, value=value))
