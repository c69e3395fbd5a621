"""How often what every plan reads was changed: the rack, the shop's settings, its own heats.

A plan is kept by the version of its job and this count, whoever changed the shop and from
whichever process. Counted where rows are flushed, so that no use case can forget it."""

from typing import Any

from sqlalchemy import select
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from pellak.store.tables import ChangeCountRow, HeatLotRow, RackItemRow, SettingRow

SHOP = "shop"
RUNS, DROPPED = "run", "run-dropped"
"""Runs as they are changed, and those that were dropped before anything happened in them."""
_READ_BY_PLANS = (RackItemRow, SettingRow, HeatLotRow)


def count_changes(session: Session, _context: Any, _instances: Any) -> None:
    """Count a change of the shop that is about to be flushed."""
    touched = (*session.new, *session.dirty, *session.deleted)
    if not any(isinstance(row, _READ_BY_PLANS) for row in touched):
        return
    count_change(session)


def count_change(session: Session) -> None:
    """Count a change of the shop that is no row of its own: something learned."""
    count_up(session, SHOP)


def count_up(session: Session, what: str) -> int:
    """Count one more of something; return how many that is now."""
    counted = insert(ChangeCountRow).values(what=what, count=1)
    one_more = counted.on_conflict_do_update(
        index_elements=[ChangeCountRow.what], set_={"count": ChangeCountRow.count + 1}
    )
    (count,) = session.connection().execute(one_more.returning(ChangeCountRow.count)).one()
    return int(count)


def counted(session: Session, what: str) -> int:
    """Return how often something was counted so far."""
    return session.scalar(select(ChangeCountRow.count).where(ChangeCountRow.what == what)) or 0


def shop_changes(session: Session) -> int:
    """Return how often the shop was changed so far."""
    return counted(session, SHOP)
