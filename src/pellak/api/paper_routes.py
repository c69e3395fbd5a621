"""What is printed: the job card and the shop card, as PDF."""

from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from pellak.api.problems import documented
from pellak.core.kinds.kind import Marks
from pellak.core.kinds.registry import kind_of
from pellak.core.piece.tape import tape_svg
from pellak.core.reading.measures import System
from pellak.paper.job_card import job_card
from pellak.paper.sheet import PaperSize
from pellak.paper.shop_card import shop_card
from pellak.paper.tape import tape_pdf
from pellak.shop.bench import Bench
from pellak.shop.settings import Settings

Paper = Annotated[PaperSize, Query()]
Units = Annotated[System, Query()]


class PdfResponse(Response):
    """A PDF shown in the browser under its own name."""

    media_type = "application/pdf"


class SvgResponse(Response):
    """A drawing to keep."""

    media_type = "image/svg+xml"


class CsvResponse(Response):
    """A table to keep."""

    media_type = "text/csv"


def pdf_answer(document: bytes, name: str) -> PdfResponse:
    """Return a document as a PDF under a name."""
    return PdfResponse(document, headers={"Content-Disposition": f'inline; filename="{name}.pdf"'})


def _kept(name: str) -> dict[str, str]:
    return {"Content-Disposition": f'attachment; filename="{name}"'}


def paper_router(bench: Bench, settings: Settings) -> APIRouter:
    """Return the routes of printed cards."""
    router = APIRouter(
        prefix="/api", tags=["paper"], responses=documented(404)
    )  # fmt: skip

    @router.get(
        "/jobs/{job_id}/card.pdf", operation_id="print_job_card", response_class=PdfResponse
    )
    def print_job_card(
        job_id: str, request: Request, paper: Paper = "a4", units: Units = "metric"
    ) -> PdfResponse:
        """The job's card, PDF."""
        address = f"{str(request.base_url).rstrip('/')}/jobs/{job_id}"
        return pdf_answer(job_card(bench.open(job_id).plan, address, paper, units), "job-card")

    def marks(job_id: str) -> tuple[str, Marks]:
        plan = bench.open(job_id).plan
        return plan.job.name, kind_of(plan.job).marks(plan)

    @router.get("/jobs/{job_id}/marks.pdf", operation_id="print_tape", response_class=PdfResponse)
    def print_tape(job_id: str, paper: Paper = "a4", units: Units = "metric") -> PdfResponse:
        """A tape to mark the seam by, at full size, PDF."""
        name, tape_marks = marks(job_id)
        tape = tape_pdf(
            tape_marks.places, tape_marks.length_mm, name, tape_marks.name, paper, units
        )
        return pdf_answer(tape, tape_marks.file)

    @router.get("/jobs/{job_id}/marks.svg", operation_id="draw_tape", response_class=SvgResponse)
    def draw_tape(job_id: str, units: Units = "metric") -> SvgResponse:
        """A tape to mark the seam by, SVG."""
        _, tape_marks = marks(job_id)
        tape = tape_svg(tape_marks.places, tape_marks.length_mm, units)
        return SvgResponse(tape, headers=_kept(f"{tape_marks.file}.svg"))

    @router.get("/jobs/{job_id}/marks.csv", operation_id="list_marks", response_class=CsvResponse)
    def list_marks(job_id: str) -> CsvResponse:
        """Every mark of the seam with its distance, CSV."""
        _, tape_marks = marks(job_id)
        return CsvResponse(tape_marks.csv, headers=_kept(f"{tape_marks.file}.csv"))

    @router.get("/shop/card.pdf", operation_id="print_shop_card", response_class=PdfResponse)
    def print_shop_card(paper: Paper = "a4", units: Units = "metric") -> PdfResponse:
        """The shop's card for the wall, PDF."""
        return pdf_answer(shop_card(settings.schools(), paper, units), "shop-card")

    return router
