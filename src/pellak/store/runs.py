"""Runs in one session. The caller opens the transaction."""

import json
from collections.abc import Mapping, Sequence
from datetime import UTC, datetime, timedelta
from typing import Any, NamedTuple

from sqlalchemy import Text, column, delete, func, select, table, text, type_coerce, update
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session, defer

from pellak.store.change_count import DROPPED, RUNS, count_up
from pellak.store.page import Page, cut
from pellak.store.tables import RunMeasureRow, RunRow, RunSignRow

EPOCH = datetime(1970, 1, 1, tzinfo=UTC)
SHORTEST_SEARCH = 3
"""The words are indexed by three signs in a row, so fewer cannot be looked up."""
_WORDS = table("run_words", column("rowid"), column("words"))
_NO_PLAN = defer(RunRow.plan, raiseload=True)
WORK_IN = ("work", "member")
SECONDS_TO_M3 = 60 * 1000
"""Minutes times litres an hour over this are cubic metres."""


class BegunRun(NamedTuple):
    """A run's job, and when it began and ended."""

    run_id: str
    job_id: str
    began: datetime
    ended: datetime | None


class Runs:
    """The run book's rows."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def add(self, row: RunRow, words: str = "", signs: Sequence[str] = ()) -> None:
        """Keep a new run, found again by these words and signs."""
        place = (row.started_at - EPOCH) // timedelta(microseconds=1)
        while self._session.scalar(select(RunRow.place).where(RunRow.place == place)) is not None:
            place += 1
        row.place, row.touched = place, count_up(self._session, RUNS)
        self._session.add(row)
        self._session.flush()
        self.name(place, words)
        self.sign(row.run_id, signs)

    def sign(self, run_id: str, signs: Sequence[str]) -> None:
        """Let a run be found by these signs, and by no others."""
        self._session.execute(delete(RunSignRow).where(RunSignRow.run_id == run_id))
        seen = [{"run_id": run_id, "sign": sign} for sign in dict.fromkeys(signs)]
        if seen:
            self._session.execute(insert(RunSignRow), seen)

    def name(self, place: int, words: str) -> None:
        """Let the run at a place be found by these words, and by no others."""
        old = text("DELETE FROM run_words WHERE rowid = :place")
        new = text("INSERT INTO run_words (rowid, words) VALUES (:place, :words)")
        self._session.execute(old, {"place": place})
        self._session.execute(new, {"place": place, "words": words})

    def find(self, run_id: str) -> RunRow | None:
        """Return a run without its plan, or None."""
        return self._session.get(RunRow, run_id, options=[_NO_PLAN])

    def find_whole(self, run_id: str) -> RunRow | None:
        """Return a run with its plan, or None."""
        return self._session.get(RunRow, run_id)

    def plan_text(self, run_id: str) -> str | None:
        """Return the plan a run keeps as it is written, JSON, or None where there is no such run.

        Whoever has read the same text before need not read it again.
        """
        as_written = select(type_coerce(RunRow.plan, Text)).where(RunRow.run_id == run_id)
        return self._session.scalar(as_written)

    def newest_first(self, before: int | None, most: int, words: str = "") -> Page[RunRow, int]:
        """Return runs without their plans, newest first, from the place after `before`.

        Args:
            before: the place the last page ended at.
            most: how many at most.
            words: only runs found by these, three signs at least.
        """
        statement = select(RunRow).options(_NO_PLAN).order_by(RunRow.place.desc())
        if len(words) >= SHORTEST_SEARCH:
            # In the index's own order, which is the book's: the first page of a word that fits
            # half the book costs no more than that of a rare one.
            quoted = '"' + words.replace('"', '""') + '"'
            found = select(_WORDS.c.rowid).where(_WORDS.c.words.op("MATCH")(quoted))
            if before is not None:
                found = found.where(_WORDS.c.rowid < before)
            found = found.order_by(_WORDS.c.rowid.desc()).limit(most + 1)
            statement = statement.where(RunRow.place.in_(self._session.scalars(found).all()))
        elif before is not None:
            statement = statement.where(RunRow.place < before)
        rows = self._session.scalars(statement.limit(most + 1)).all()
        return cut(rows, most, lambda row: row.place)

    def by_id(self, run_ids: Sequence[str]) -> dict[str, RunRow]:
        """Return some runs without their plans, by id."""
        statement = select(RunRow).options(_NO_PLAN).where(RunRow.run_id.in_(run_ids))
        return {row.run_id: row for row in self._session.scalars(statement)}

    def newest(self) -> RunRow | None:
        """Return the newest run without its plan, or None."""
        return next(iter(self.newest_first(None, 1).rows), None)

    def newest_but(self, run_id: str) -> RunRow | None:
        """Return the newest run but one, without its plan, or None."""
        rows = self.newest_first(None, 2).rows
        return next((row for row in rows if row.run_id != run_id), None)

    def burnt_since(self, moment: datetime, flow: str) -> tuple[float, int]:
        """Return the gas of the timed runs since a moment, m³, and how many runs that is.

        Args:
            moment: from when.
            flow: the column that holds the gas's flow.
        """
        litres_an_hour = RunRow.__table__.c[flow]
        burnt = func.sum(litres_an_hour * RunRow.flame_min) / SECONDS_TO_M3
        statement = select(burnt, func.count()).where(
            RunRow.started_at >= moment, RunRow.flame_min.is_not(None), litres_an_hour.is_not(None)
        )
        volume, runs = self._session.execute(statement).one()
        return float(volume or 0.0), runs

    def with_fire_watch(self) -> list[RunRow]:
        """Return the runs whose fire watch runs, or is over and nobody has looked; newest first."""
        watched = select(RunRow).where(RunRow.fire_watch.is_(True))
        return list(
            self._session.scalars(watched.order_by(RunRow.started_at.desc()).options(_NO_PLAN))
        )

    def open_versions(self) -> dict[str, int]:
        """Return the version of every unfinished run, by run, newest first; no plan is loaded."""
        statement = select(RunRow.run_id, RunRow.version).where(RunRow.finished_at.is_(None))
        found = self._session.execute(statement.order_by(RunRow.place.desc()))
        return {row.run_id: row.version for row in found}

    def open_for(self, job_id: str) -> RunRow | None:
        """Return the newest run of a job that was not finished, without its plan, or None."""
        statement = select(RunRow).where(RunRow.job_id == job_id, RunRow.finished_at.is_(None))
        statement = statement.options(_NO_PLAN)
        return self._session.scalars(
            statement.order_by(RunRow.started_at.desc()).limit(1)
        ).one_or_none()

    def open_ids(self, job_ids: Sequence[str]) -> dict[str, str]:
        """Return the newest unfinished run of each of some jobs, by job; no plan is loaded."""
        statement = select(RunRow.job_id, RunRow.run_id).where(
            RunRow.job_id.in_(job_ids), RunRow.finished_at.is_(None)
        )
        found = self._session.execute(statement.order_by(RunRow.place))
        return {row.job_id: row.run_id for row in found}

    def finished_jobs(self, job_ids: Sequence[str]) -> set[str]:
        """Return which of some jobs a run was finished of."""
        statement = select(RunRow.job_id).where(
            RunRow.job_id.in_(job_ids), RunRow.finished_at.is_not(None)
        )
        return set(self._session.scalars(statement.distinct()))

    def begun_since(self, moment: datetime) -> list[BegunRun]:
        """Return each run begun since a moment, the oldest first; no plan is loaded."""
        columns = select(RunRow.run_id, RunRow.job_id, RunRow.started_at, RunRow.finished_at)
        found = self._session.execute(
            columns.where(RunRow.started_at >= moment).order_by(RunRow.place)
        )
        return [BegunRun(*row) for row in found]

    def keep(self, run_id: str, version: int, columns: dict[str, Any]) -> bool:
        """Write some columns of a run if it still is at that version; say whether it was.

        No plan is loaded or written.
        """
        statement = update(RunRow).where(RunRow.run_id == run_id, RunRow.version == version)
        columns = {**columns, "touched": count_up(self._session, RUNS)}
        kept = self._session.execute(statement.values(version=version + 1, **columns))
        return bool(getattr(kept, "rowcount", 0))

    def works(self, kind: str, most: int) -> list[tuple[dict[str, Any], dict[str, Any]]]:
        """Return the work and the log of the newest finished runs of a kind, newest first.

        Of a plan only its work is read: in the room it has now, or loose as it used to lie.
        """
        room = [func.json_extract(RunRow.plan, f"$.{name}").label(name) for name in WORK_IN]
        statement = select(RunRow.log, *room).where(
            RunRow.kind == kind, RunRow.finished_at.is_not(None)
        )
        rows = self._session.execute(statement.order_by(RunRow.place.desc()).limit(most))
        return [
            (
                {name: json.loads(part) for name in WORK_IN if (part := getattr(row, name))},
                row.log,
            )
            for row in rows
        ]

    def measures(self, run_ids: Sequence[str]) -> dict[str, list[RunMeasureRow]]:
        """Return what some runs measured, by run."""
        found: dict[str, list[RunMeasureRow]] = {run_id: [] for run_id in run_ids}
        rows = select(RunMeasureRow).where(RunMeasureRow.run_id.in_(run_ids))
        for row in self._session.scalars(rows):
            found[row.run_id].append(row)
        return found

    def measure(self, run_id: str, fields: Sequence[str], actual: Mapping[str, float]) -> None:
        """Write what a run measured of these fields; a field not taken any more is null."""
        untaken = [field for field in fields if field not in actual]
        gone = update(RunMeasureRow).where(
            RunMeasureRow.run_id == run_id, RunMeasureRow.field.in_(untaken)
        )
        self._session.execute(gone.values(actual=None))
        taken = [
            {"run_id": run_id, "field": field, "actual": actual[field]}
            for field in fields
            if field in actual
        ]
        if taken:
            row = insert(RunMeasureRow)
            self._session.execute(
                row.on_conflict_do_update(
                    index_elements=[RunMeasureRow.run_id, RunMeasureRow.field],
                    set_={"actual": row.excluded.actual},
                ),
                taken,
            )

    def delete(self, run_id: str) -> None:
        """Drop a run in which nothing happened yet."""
        row = self.find(run_id)
        if row is not None:
            self._session.execute(
                text("DELETE FROM run_words WHERE rowid = :place"), {"place": row.place}
            )
            for rows in (RunMeasureRow, RunSignRow):
                self._session.execute(delete(rows).where(rows.run_id == run_id))
            count_up(self._session, DROPPED)
            self._session.delete(row)
