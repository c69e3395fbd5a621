"""Templates, pieces, and one job as a file to another shop and back."""

from typing import Annotated

from fastapi import APIRouter, Query, Response

from pellak.api.file_doors import FILE_ANSWER, FileBody, file_answer
from pellak.api.problems import documented
from pellak.shop.bench import OpenJob
from pellak.shop.job_files import JobFiles, JobTakenIn
from pellak.shop.pieces import Pieces, PieceSum
from pellak.shop.templates import TemplateLine, Templates


def template_router(templates: Templates, pieces: Pieces, job_files: JobFiles) -> APIRouter:
    """Return the routes of templates, of pieces and of jobs as files."""
    router = APIRouter(prefix="/api", tags=["bench"], responses=documented(404))

    @router.get("/templates", operation_id="list_templates")
    def list_templates() -> list[TemplateLine]:
        """The templates, in the order they were made."""
        return templates.lines()

    @router.post("/jobs/{job_id}/template", operation_id="keep_template", status_code=201)
    def keep_template(job_id: str) -> TemplateLine:
        """Keep a job as a template; one of the same name is replaced."""
        return templates.keep(job_id)

    @router.post("/templates/{template_id}/jobs", operation_id="begin_template", status_code=201)
    def begin_template(template_id: str) -> OpenJob:
        """Put a new job on the bench as the template has it."""
        return templates.begin(template_id)

    @router.delete("/templates/{template_id}", operation_id="forget_template", status_code=204)
    def forget_template(template_id: str) -> None:
        """Forget a template; jobs made of it stay."""
        templates.forget(template_id)

    @router.get("/pieces", operation_id="get_piece")
    def get_piece(
        name: Annotated[str, Query(max_length=80, description="Of the piece.")],
    ) -> PieceSum:
        """The jobs that belong to a piece, with minutes, gas and rod together."""
        return pieces.look(name)

    @router.get("/jobs/{job_id}/file.json", operation_id="export_job", **FILE_ANSWER)
    def export_job(job_id: str) -> Response:
        """A job as a file for another shop, JSON."""
        return file_answer(job_files.write_out(job_id), "job", "json")

    @router.post("/jobs/import", operation_id="import_job", status_code=201)
    def import_job(body: FileBody) -> JobTakenIn:
        """Put a job of another shop's file on the bench."""
        return job_files.take_in(body)

    return router
