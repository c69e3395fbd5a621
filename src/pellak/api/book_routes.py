"""The run book as a whole: found again, counted."""

from collections.abc import Iterator
from datetime import date
from typing import Annotated

from fastapi import APIRouter, Depends, Query
from fastapi.responses import StreamingResponse

from pellak.api.file_doors import FILE_ANSWER, MEDIA_TYPES, FileBody
from pellak.api.paging import After
from pellak.api.problems import documented
from pellak.core.book.search import MOST_CHOSEN, FacetId, RunsWanted, Sort
from pellak.core.book.statistics import BookStatistics
from pellak.core.book.words import BookWords, book_words
from pellak.shop.run_files import RunFiles, RunsTakenIn
from pellak.shop.run_search import RunSearch, RunsFound

Chosen = Annotated[list[str] | None, Query(max_length=MOST_CHOSEN)]
Words = Annotated[str, Query(max_length=80)]
MOST_LINES = 200


def wanted_runs(
    family: Chosen = None,
    thickness: Chosen = None,
    joint: Chosen = None,
    who: Chosen = None,
    tip: Chosen = None,
    verdict: Chosen = None,
    sign: Chosen = None,
    kind: Chosen = None,
    least_mm: Annotated[float | None, Query(ge=0, le=1000)] = None,
    most_mm: Annotated[float | None, Query(ge=0, le=1000)] = None,
    first: date | None = None,
    last: date | None = None,
    sort: Sort = "newest",
) -> RunsWanted:
    """Return what an address asks for."""
    chosen: dict[FacetId, list[str] | None] = {
        "family": family, "thickness": thickness, "joint": joint, "who": who, "tip": tip,
        "verdict": verdict, "sign": sign, "kind": kind,
    }  # fmt: skip
    epoch = date(1970, 1, 1)
    return RunsWanted(
        chosen={facet: values for facet, values in chosen.items() if values},
        least_mm=least_mm,
        most_mm=most_mm,
        first_day=None if first is None else (first - epoch).days,
        last_day=None if last is None else (last - epoch).days,
        sort=sort,
    )


Wanted = Annotated[RunsWanted, Depends(wanted_runs)]


def book_router(search: RunSearch, files: RunFiles) -> APIRouter:
    """Return the routes of the book as a whole."""
    router = APIRouter(prefix="/api/book", tags=["run book"], responses=documented())

    @router.get("/words", operation_id="list_book_words")
    def list_book_words() -> BookWords:
        """Choices of the run book with their labels."""
        return book_words()

    @router.get("/runs", operation_id="find_runs")
    def find_runs(
        wanted: Wanted,
        words: Words = "",
        offset: Annotated[int, Query(ge=0, lt=2**31)] = 0,
        most: Annotated[int, Query(ge=1, le=MOST_LINES)] = 50,
        facets: bool = True,
        after: After = None,
    ) -> RunsFound:
        """Runs found by words and filters, in pages, with how many each filter leaves.

        A page begins at `offset`, or after the run whose id is named: what is logged meanwhile
        then neither repeats nor skips a line.
        """
        return search.find(wanted, words, offset, most, facets=facets, after=after)

    @router.get("/statistics", operation_id="count_runs")
    def count_runs(wanted: Wanted, words: Words = "") -> BookStatistics:
        """Counts of the runs found: by month, metal, sign, gas."""
        return search.statistics(wanted, words)

    @router.get("/export.csv", operation_id="export_runs_csv", **FILE_ANSWER)
    def export_runs_csv(wanted: Wanted, words: Words = "") -> StreamingResponse:
        """The runs found, CSV."""
        return _streamed(files.csv_lines(wanted, words), "csv")

    @router.get("/export.json", operation_id="export_runs_json", **FILE_ANSWER)
    def export_runs_json(wanted: Wanted, words: Words = "") -> StreamingResponse:
        """The runs found, whole, JSON."""
        return _streamed(files.json_parts(wanted, words), "json")

    @router.post("/import", operation_id="import_runs")
    def import_runs(file: FileBody, rename: bool = False) -> RunsTakenIn:
        """Take in runs of another shop."""
        return files.take_in(file, rename=rename)

    return router


def _streamed(parts: Iterator[str], kind: str) -> StreamingResponse:
    named = f"attachment; filename=runs.{kind}"
    return StreamingResponse(
        parts, media_type=MEDIA_TYPES[kind], headers={"Content-Disposition": named}
    )
