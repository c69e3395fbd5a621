"""Tips and settings in one session. The caller opens the transaction."""

from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from pellak.store.tables import SettingRow, TipRow


class Rack:
    """What the shop owns and how it is set."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def tips(self) -> list[TipRow]:
        """Return the tips, smallest bore first."""
        return list(self._session.scalars(select(TipRow).order_by(TipRow.orifice_mm)))

    def add_tip(self, row: TipRow) -> None:
        """Keep a tip."""
        self._session.add(row)

    def setting(self, key: str) -> Any:
        """Return a setting's value, or None when it was never set."""
        row = self._session.get(SettingRow, key)
        return None if row is None else row.value

    def set_setting(self, key: str, value: Any) -> None:
        """Keep a setting."""
        self._session.merge(SettingRow(key=key, value=value))
