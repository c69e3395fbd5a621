"""Runs out as CSV and JSON, and in from another shop's file."""

import csv
import io
import json
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.book.exchange import FORMAT, MOST_RUNS, VERSION, RunTaken, json_of, runs_of
from pellak.core.book.search import RunsWanted
from pellak.core.kinds.registry import kind_of
from pellak.core.reading.table_file import plain_cell
from pellak.shop.clock import Clock
from pellak.shop.run_rows import add_run, learn
from pellak.shop.run_search import RunSearch
from pellak.shop.tickets import ticket_line
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.runs import Runs
from pellak.store.tables import JobRow

COLUMNS = (
    "run_id", "started_at", "job", "kind", "metal", "joint", "thickness_mm", "length_mm", "who",
    "torch", "tip", "verdict", "first_puddle_planned_s", "first_puddle_s", "seam_planned_min",
    "seam_min", "acetylene_l", "seen",
)  # fmt: skip
MOST_LINES = 200_000
AT_A_TIME = 50


class RunsTakenIn(Record):
    """How many runs of a file were new, and how many were in the book already."""

    new: int
    known: int


class RunFiles:
    """The use cases of runs as files."""

    def __init__(self, database: Database, search: RunSearch, clock: Clock) -> None:
        self._database = database
        self._search = search
        self._clock = clock

    def csv_lines(self, wanted: RunsWanted, words: str) -> Iterator[str]:
        """Return the runs wanted as lines of CSV, the head first."""
        yield _csv_line(COLUMNS)
        for some in self._some(wanted, words, MOST_LINES):
            with self._database.reading() as session:
                rows, measures = Runs(session).by_id(some), Runs(session).measures(some)
            for run_id in some:
                if (row := rows.get(run_id)) is None:
                    continue
                by_field = {one.field: one for one in measures[run_id]}
                puddle, seam = by_field.get("puddle_s"), by_field.get("seam_min")
                gas_l = (
                    row.acetylene_l_per_h * row.flame_min / 60
                    if row.acetylene_l_per_h is not None and row.flame_min is not None
                    else None
                )
                yield _csv_line(
                    (
                        run_id, row.started_at.isoformat(), plain_cell(row.job_name), row.kind,
                        row.family, row.joint, row.thickness_mm, row.length_mm, plain_cell(row.who),
                        plain_cell(row.torch), plain_cell(row.tip), row.verdict,
                        puddle.planned if puddle else None, puddle.actual if puddle else None,
                        seam.planned if seam else None, seam.actual if seam else None,
                        None if gas_l is None else round(gas_l, 2),
                        " ".join(row.log.get("seen", [])),
                    )
                )  # fmt: skip

    def json_parts(self, wanted: RunsWanted, words: str) -> Iterator[str]:
        """Return the finished runs wanted, whole, as parts of one JSON document."""
        yield json.dumps({"format": FORMAT, "version": VERSION})[:-1] + ', "runs": ['
        between = ""
        for some in self._some(wanted, words, MOST_RUNS):
            for run_id in some:
                with self._database.reading() as session:
                    row = Runs(session).find_whole(run_id)
                    if row is None or row.finished_at is None:
                        continue
                    document = {
                        "run_id": row.run_id, "job_id": row.job_id,
                        "started_at": row.started_at.isoformat(),
                        "finished_at": row.finished_at.isoformat(),
                        "plan": row.plan, "log": row.log,
                    }  # fmt: skip
                yield between + json.dumps(document)
                between = ", "
        yield "]}"

    def take_in(self, content: bytes, *, rename: bool) -> RunsTakenIn:
        """Take the runs of another shop's file in, all or none; photos are no part of it.

        Raises Refused where the file cannot be used; says where and why.
        """
        taken = list(runs_of(json_of(content), rename=rename))
        new, kinds, now = 0, set(), self._clock()
        with self._database.transaction() as session:
            for run in taken:
                if Runs(session).find(run.run_id) is not None:
                    continue
                started_at, finished_at = (
                    _moment(text, now) for text in (run.started_at, run.finished_at)
                )
                if Jobs(session).find(run.job_id) is None:
                    session.add(self._put_away(run, started_at))
                    session.flush()
                row = add_run(session, run.job_id, run.plan, started_at, run.log, run_id=run.run_id)
                row.finished_at = finished_at
                kinds.add(row.kind)
                new += 1
            for kind in kinds:
                learn(session, kind)
        return RunsTakenIn(new=new, known=len(taken) - new)

    def _put_away(self, run: RunTaken, at: datetime) -> JobRow:
        """Return the job of a run of another shop, put away: it is nobody's work here."""
        job = run.plan.job
        return JobRow(
            job_id=run.job_id, name=job.name, kind=kind_of(job).id, family=job.family,
            thickness_mm=job.thickness_mm, line=ticket_line(job, {}),
            document=job.model_dump(mode="json"), version=1, created_at=at, saved_at=at,
            deleted_at=self._clock(),
        )  # fmt: skip

    def _some(self, wanted: RunsWanted, words: str, most: int) -> Iterator[list[str]]:
        run_ids = self._search.wanted_ids(wanted, words, most)
        for at in range(0, len(run_ids), AT_A_TIME):
            yield run_ids[at : at + AT_A_TIME]


def _csv_line(cells: tuple[object, ...]) -> str:
    written = io.StringIO()
    csv.writer(written).writerow(cells)
    return written.getvalue()


def _moment(text: str, now: datetime) -> datetime:
    try:
        read = datetime.fromisoformat(text)
    except ValueError:
        raise Refused("file", text, "a moment, ISO 8601") from None
    moment = read if read.tzinfo else read.replace(tzinfo=UTC)
    if not datetime(1970, 1, 1, tzinfo=UTC) <= moment <= now + timedelta(days=1):
        raise Refused("file", text, "a moment since 1970 that is past")
    return moment
