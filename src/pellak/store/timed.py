"""Puddles that were timed in finished runs, newest first. The caller opens the transaction."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from pellak.store.tables import RunMeasureRow, RunRow

FIELD = "puddle_s"


@dataclass(frozen=True)
class TimedRun:
    """A run whose puddle was timed: when, whose, with what, and the flame it was planned for."""

    run_id: str
    job_name: str
    started_at: datetime
    who: str
    torch: str
    tip: str
    heat: dict[str, Any]
    puddle_s: float
    log: dict[str, Any]


def timed_runs(session: Session, most: int) -> Sequence[TimedRun]:
    """Return the newest runs whose first puddle was timed and whose flame is known."""
    statement = (
        select(
            RunRow.run_id, RunRow.job_name, RunRow.started_at, RunRow.who, RunRow.torch,
            RunRow.tip, RunRow.heat, RunMeasureRow.actual, RunRow.log,
        )
        .join(RunMeasureRow, RunMeasureRow.run_id == RunRow.run_id)
        .where(
            RunMeasureRow.field == FIELD, RunMeasureRow.actual.is_not(None),
            RunRow.heat.is_not(None), RunRow.finished_at.is_not(None),
        )
        .order_by(RunRow.place.desc())
        .limit(most)
    )  # fmt: skip
    return [TimedRun(*row) for row in session.execute(statement)]
