"""Jobs on the bench."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.problems import documented
from pellak.api.saying import UNITS_HEADER, units_asked
from pellak.core.ask.job_line import JobLine
from pellak.core.kinds.kind import KindLine
from pellak.core.kinds.registry import kind_lines
from pellak.core.kinds.seam.tacking import tacks_of
from pellak.core.seam.playback import TackPlayback, play_tacks
from pellak.shop.bench import Bench, JobLook, OpenJob, PlanMarks
from pellak.shop.tickets import TicketPage
from pellak.store.jobs import JobOrder, JobsAsked


class JobChange(BaseModel):
    """Changes by field against a version; measures may be typed text in any unit."""

    model_config = ConfigDict(extra="forbid")
    version: int
    changes: dict[str, Any]


class JobPreview(BaseModel):
    """Changes by field to look at without saving."""

    model_config = ConfigDict(extra="forbid")
    changes: dict[str, Any]


class SaidJob(BaseModel):
    """A job in one line, as people say it."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=200)


class JobVersion(BaseModel):
    """The version an action was decided on."""

    model_config = ConfigDict(extra="forbid")
    version: int


STAND_IN_THE_STATIONS = {"plan": {"cards": {"__all__": {"figure", "beside"}}}}
"""Left out of a job's answer: a card's figures are figures of the plan, told once each."""


def written(answer: BaseModel, status: int = 200) -> Response:
    """Return an answer that is its model already: a plan is not checked over again on its way out.

    The contract is held by the route's `response_model`.
    """
    body = answer.model_dump_json(exclude=STAND_IN_THE_STATIONS)
    return Response(body, status, media_type="application/json")


def bench_router(bench: Bench) -> APIRouter:
    """Return the routes of the bench."""
    router = APIRouter(prefix="/api/jobs", tags=["bench"], responses=documented(404, 409))

    @router.get("", operation_id="list_jobs")
    def list_jobs(
        after: Annotated[str, Query(max_length=160)] = "",
        most: Annotated[int, Query(ge=1, le=500)] = 100,
        words: Annotated[
            str, Query(max_length=80, description="Held by the name, the piece or the metal.")
        ] = "",
        kind: Annotated[str, Query(max_length=20, description="Only jobs of this kind.")] = "",
        family: Annotated[str, Query(max_length=30, description="Only of this family.")] = "",
        archived: Annotated[bool, Query(description="The archived ones instead.")] = False,
        order: Annotated[JobOrder, Query(description="Which come first.")] = "oldest",
    ) -> TicketPage:
        """The jobs in pages: all on the bench or all archived, those that hold the words."""
        return bench.tickets(JobsAsked(words, kind, family, archived, order), after, most)

    @router.get("/kinds", operation_id="list_kinds")
    def list_kinds() -> list[KindLine]:
        """The kinds of job there are."""
        return kind_lines()

    @router.get("/marks", operation_id="list_plan_marks")
    def list_plan_marks() -> PlanMarks:
        """What lists show beside each job: done, under way, not to be begun."""
        return bench.marks()

    @router.post("", operation_id="add_job", status_code=201, response_model=OpenJob)
    def add_job(document: dict[str, Any]) -> Response:
        """Add a job of any kind."""
        return written(bench.add(document), 201)

    @router.post("/read-line", operation_id="read_job_line")
    def read_line(said: SaidJob, request: Request) -> JobLine:
        """The job a line says, and how it was read; nothing is kept."""
        return bench.read_line(said.text, units_asked(request.headers.get(UNITS_HEADER)))

    @router.get("/{job_id}", operation_id="open_job", response_model=OpenJob)
    def open_job(job_id: str) -> Response:
        """A job with its plan, and what its form asks."""
        return written(bench.open(job_id))

    @router.patch("/{job_id}", operation_id="change_job", response_model=OpenJob)
    def change_job(job_id: str, change: JobChange) -> Response:
        """Change fields of a job; the version says what they were changed from."""
        return written(bench.change(job_id, change.version, change.changes))

    @router.post("/{job_id}/preview", operation_id="preview_job", response_model=JobLook)
    def preview_job(job_id: str, preview: JobPreview) -> Response:
        """What a change would make of the plan, kept nowhere."""
        return written(bench.preview(job_id, preview.changes))

    @router.post("/{job_id}/undo", operation_id="undo_job", response_model=OpenJob)
    def undo_job(job_id: str, standing: JobVersion) -> Response:
        """Take back the last change of a job."""
        return written(bench.undo(job_id, standing.version))

    @router.get("/{job_id}/tacks/playback", operation_id="play_tacks")
    def playback(job_id: str) -> TackPlayback:
        """How each tack heats the seam, frame by frame."""
        tacks = tacks_of(bench.open(job_id).plan)
        return play_tacks(tacks.given, tacks.values)

    @router.post(
        "/{job_id}/duplicate", operation_id="duplicate_job", status_code=201, response_model=OpenJob
    )
    def duplicate_job(job_id: str) -> Response:
        """Put a copy of a job on the bench, without what was done to it."""
        return written(bench.duplicate(job_id), 201)

    @router.delete("/{job_id}", operation_id="archive_job", status_code=204)
    def archive_job(job_id: str) -> None:
        """Take a job off the list; it can be restored."""
        bench.archive(job_id)

    @router.post("/{job_id}/restore", operation_id="restore_job", response_model=OpenJob)
    def restore_job(job_id: str) -> Response:
        """Put an archived job back on the list."""
        return written(bench.restore(job_id))

    return router
