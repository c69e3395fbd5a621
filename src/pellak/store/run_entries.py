"""Runs as they are searched by: a few columns of each that was touched since. No plan is loaded."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from sqlalchemy import ColumnElement, column, select, table
from sqlalchemy.orm import Session

from pellak.store.tables import RemedyTriedRow, RunMeasureRow, RunRow, RunSignRow

PUDDLE = "puddle_s"
AT_A_TIME = 20_000
_MINUTES = 60.0
_WORDS = table("run_words", column("rowid"), column("words"))


@dataclass
class EntryRow:
    """What a run is searched and counted by."""

    run_id: str
    place: int
    touched: int
    kind: str
    family: str
    joint: str
    who: str
    tip: str
    verdict: str
    started_at: datetime
    thickness_mm: float
    length_mm: float | None
    flame_min: float | None
    acetylene_l_per_h: float | None
    puddle_s: tuple[float | None, float | None] = (None, None)
    """Planned and timed."""
    signs: list[str] = field(default_factory=list)
    tried: list[tuple[str, bool | None]] = field(default_factory=list)
    words: str = ""

    @property
    def acetylene_l(self) -> float | None:
        """Acetylene burnt, L; None where it was not timed."""
        if self.flame_min is None or self.acetylene_l_per_h is None:
            return None
        return self.acetylene_l_per_h * self.flame_min / _MINUTES


def touched_since(session: Session, touched: int) -> Iterator[list[EntryRow]]:
    """Return the runs touched after a count, some at a time, in the order they were touched.

    Those of before runs were counted all stand at 0: they come with any count below it.
    """
    last = (touched, "")
    while True:
        statement = (
            select(
                RunRow.run_id, RunRow.place, RunRow.touched, RunRow.kind, RunRow.family,
                RunRow.joint, RunRow.who, RunRow.tip, RunRow.verdict,
                RunRow.started_at, RunRow.thickness_mm, RunRow.length_mm,
                RunRow.flame_min, RunRow.acetylene_l_per_h,
            )
            .where(_after(last))
            .order_by(RunRow.touched, RunRow.run_id)
            .limit(AT_A_TIME)
        )  # fmt: skip
        found: Sequence[Sequence[Any]] = session.execute(statement).all()
        rows = [EntryRow(*row) for row in found]
        if not rows:
            return
        by_id = {row.run_id: row for row in rows}
        _tell(session, by_id)
        yield rows
        last = (rows[-1].touched, rows[-1].run_id)


def _after(last: tuple[int, str]) -> ColumnElement[bool]:
    touched, run_id = last
    # The first half is what the index is searched by: without it every run would be looked at.
    return (RunRow.touched >= touched) & ((RunRow.touched > touched) | (RunRow.run_id > run_id))


def _tell(session: Session, by_id: dict[str, EntryRow]) -> None:
    """Write into some rows what stands of them in other tables."""
    ids = list(by_id)
    for some in (ids[at : at + 500] for at in range(0, len(ids), 500)):
        puddles = select(RunMeasureRow.run_id, RunMeasureRow.planned, RunMeasureRow.actual).where(
            RunMeasureRow.run_id.in_(some), RunMeasureRow.field == PUDDLE
        )
        for run_id, planned, actual in session.execute(puddles):
            by_id[run_id].puddle_s = (planned, actual)
        signs = select(RunSignRow.run_id, RunSignRow.sign).where(RunSignRow.run_id.in_(some))
        for run_id, sign in session.execute(signs):
            by_id[run_id].signs.append(sign)
        tried = select(RemedyTriedRow.run_id, RemedyTriedRow.cause, RemedyTriedRow.helped).where(
            RemedyTriedRow.run_id.in_(some)
        )
        for run_id, cause, helped in session.execute(tried):
            by_id[run_id].tried.append((cause, helped))
    by_place = {row.place: row for row in by_id.values()}
    places = list(by_place)
    for at in range(0, len(places), 500):
        words = select(_WORDS.c.rowid, _WORDS.c.words).where(
            _WORDS.c.rowid.in_(places[at : at + 500])
        )
        for place, text in session.execute(words):
            by_place[place].words = text
