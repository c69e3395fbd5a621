"""Runs: take a job to the bench, write the log, read the book."""

from typing import Annotated, Any

from fastapi import APIRouter, Query
from pydantic import BaseModel, ConfigDict

from pellak.api.problems import documented
from pellak.core.run_log import Sign, signs
from pellak.shop.run_book import Run, RunBook, RunLine


class LogEntries(BaseModel):
    """Entries of the log against a version; times may be typed text. `finish` closes the run."""

    model_config = ConfigDict(extra="forbid")
    version: int
    entries: dict[str, Any]
    finish: bool = False


def run_router(book: RunBook) -> APIRouter:
    """Return the routes of the run book."""
    router = APIRouter(
        prefix="/api", tags=["run book"], responses=documented(400, 403, 404, 409, 413, 422)
    )

    @router.post("/jobs/{job_id}/runs", operation_id="start_run", status_code=201)
    def start_run(job_id: str) -> Run:
        return book.start(job_id)

    @router.get("/runs", operation_id="list_runs")
    def list_runs(page: Annotated[int, Query(ge=0, le=10_000)] = 0) -> list[RunLine]:
        return book.lines(page)

    @router.get("/runs/{run_id}", operation_id="look_at_run")
    def look_at_run(run_id: str) -> Run:
        return book.look(run_id)

    @router.patch("/runs/{run_id}", operation_id="write_log")
    def write_log(run_id: str, log: LogEntries) -> Run:
        if log.finish:
            return book.finish(run_id, log.version, log.entries)
        return book.note(run_id, log.version, log.entries)

    @router.get("/signs", operation_id="list_signs")
    def list_signs() -> list[Sign]:
        return list(signs())

    return router
