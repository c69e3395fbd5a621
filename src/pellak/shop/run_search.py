"""Finding runs again and counting what they say, over columns kept in memory.

The columns are only a copy: before each answer what was touched since is read from the records, by
whomever it was touched, so that nothing stale is told."""

from threading import Lock

from pellak.core.answer.working import Record
from pellak.core.book.columns import Mask, RunColumns, RunEntry
from pellak.core.book.search import BookHits, Facet, RunsWanted
from pellak.core.book.statistics import BookStatistics, book_statistics
from pellak.core.model.run_log import signs
from pellak.shop.run_rows import RunLine, run_line
from pellak.store.change_count import DROPPED, counted
from pellak.store.database import Database
from pellak.store.run_entries import EntryRow, touched_since
from pellak.store.runs import SHORTEST_SEARCH, Runs

SECONDS_A_DAY = 86_400
NEVER = -1


class RunsFound(Record):
    """Some of the runs that are wanted, how many there are, and what may be chosen further."""

    total: int
    offset: int
    lines: list[RunLine]
    facets: list[Facet]


def entry_of(row: EntryRow) -> RunEntry:
    """Return a run as the columns take it."""
    planned_s, puddle_s = row.puddle_s
    return RunEntry(
        run_id=row.run_id,
        place=row.place,
        words={
            "kind": row.kind, "family": row.family, "joint": row.joint, "who": row.who,
            "tip": row.tip, "verdict": row.verdict,
        },
        numbers={
            "day": row.started_at.timestamp() // SECONDS_A_DAY,
            "thickness_mm": row.thickness_mm, "length_mm": row.length_mm,
            "puddle_s": puddle_s, "planned_puddle_s": planned_s,
            "acetylene_l": row.acetylene_l,
        },
        signs=row.signs,
        tried=row.tried,
        text=row.words,
    )  # fmt: skip


class RunSearch:
    """The use cases of finding runs again."""

    def __init__(self, database: Database) -> None:
        self._database = database
        self._lock = Lock()
        self._columns = RunColumns()
        self._touched = NEVER
        self._dropped = 0

    def refresh(self) -> RunColumns:
        """Return the columns with everything that was touched since."""
        with self._lock, self._database.reading() as session:
            dropped = counted(session, DROPPED)
            if dropped != self._dropped:
                # Seldom: a run in which nothing had happened was dropped.
                self._columns, self._touched, self._dropped = RunColumns(), NEVER, dropped
            for rows in touched_since(session, self._touched):
                self._columns.enter(entry_of(row) for row in rows)
                self._touched = rows[-1].touched
            return self._columns

    def find(
        self, wanted: RunsWanted, words: str, offset: int, most: int,
        *, facets: bool, after: str | None = None,
    ) -> RunsFound:  # fmt: skip
        """Return some of the runs wanted, in their order, from the one at `offset`, or from the
        one that follows the run `after`. Raises Refused where that is not among them."""
        columns = self.refresh()
        with self._lock:
            found = BookHits(columns, wanted, _worded(columns, words))
            if after is not None:
                offset = found.place_after(after)
            run_ids, total = found.rows(offset, most), found.total
            facet_counts = found.facets() if facets else []
        with self._database.reading() as session:
            rows = Runs(session).by_id(run_ids)
            measures = Runs(session).measures(run_ids)
            lines = [run_line(rows[one], measures[one]) for one in run_ids if one in rows]
        return RunsFound(total=total, offset=offset, lines=lines, facets=facet_counts)

    def statistics(self, wanted: RunsWanted, words: str) -> BookStatistics:
        """Return what the runs wanted say."""
        columns = self.refresh()
        with self._lock:
            found = BookHits(columns, wanted, _worded(columns, words))
            return book_statistics(columns, found.mask, [s.id for s in signs() if not s.good])

    def wanted_ids(self, wanted: RunsWanted, words: str, most: int) -> list[str]:
        """Return the ids of the runs wanted, at most so many."""
        columns = self.refresh()
        with self._lock:
            return BookHits(columns, wanted, _worded(columns, words)).rows(0, most)


def _worded(columns: RunColumns, words: str) -> Mask | None:
    asked = " ".join(words.split())
    return columns.worded(asked) if len(asked) >= SHORTEST_SEARCH else None
