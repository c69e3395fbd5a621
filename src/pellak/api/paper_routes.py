"""What is printed: the job card and the shop card, as PDF."""

from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from pellak.api.problems import documented
from pellak.core.kinds.straighten.rounds import spot_marks
from pellak.core.piece.tape import marks_csv, tape_svg
from pellak.core.planned import tacks_of
from pellak.core.seam.template import flat_places, tacks_csv
from pellak.paper.job_card import job_card
from pellak.paper.measures import System
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


def _pdf(document: bytes, name: str) -> PdfResponse:
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
        address = f"{str(request.base_url).rstrip('/')}/jobs/{job_id}"
        return _pdf(job_card(bench.open(job_id).plan, address, paper, units), "job-card")

    def tape(job_id: str) -> tuple[str, list[tuple[int, float]], float]:
        plan = bench.open(job_id).plan
        return plan.job.name, *spot_marks(plan)

    def template(job_id: str) -> tuple[str, list[tuple[int, float]], float]:
        plan = bench.open(job_id).plan
        tacks = tacks_of(plan)
        seam_mm = tacks.given.seam_mm
        return plan.job.name, flat_places(tacks.values, seam_mm), seam_mm

    @router.get(
        "/jobs/{job_id}/tacks.pdf", operation_id="print_tack_template", response_class=PdfResponse
    )
    def print_tack_template(job_id: str, paper: Paper = "a4") -> PdfResponse:
        name, marks, length_mm = template(job_id)
        return _pdf(tape_pdf(marks, length_mm, name, "tacks", paper), "tack-template")

    @router.get(
        "/jobs/{job_id}/tacks.svg", operation_id="draw_tack_template", response_class=SvgResponse
    )
    def draw_tack_template(job_id: str) -> SvgResponse:
        _, marks, length_mm = template(job_id)
        return SvgResponse(tape_svg(marks, length_mm), headers=_kept("tack-template.svg"))

    @router.get("/jobs/{job_id}/tacks.csv", operation_id="list_tacks", response_class=CsvResponse)
    def list_tacks(job_id: str) -> CsvResponse:
        values = tacks_of(bench.open(job_id).plan).values
        return CsvResponse(tacks_csv(values), headers=_kept("tacks.csv"))

    @router.get(
        "/jobs/{job_id}/spots.pdf", operation_id="print_spot_tape", response_class=PdfResponse
    )
    def print_spot_tape(job_id: str, paper: Paper = "a4") -> PdfResponse:
        name, marks, length_mm = tape(job_id)
        return _pdf(tape_pdf(marks, length_mm, name, "heat spots", paper), "spot-tape")

    @router.get(
        "/jobs/{job_id}/spots.svg", operation_id="draw_spot_tape", response_class=SvgResponse
    )
    def draw_spot_tape(job_id: str) -> SvgResponse:
        _, marks, length_mm = tape(job_id)
        return SvgResponse(tape_svg(marks, length_mm), headers=_kept("spot-tape.svg"))

    @router.get("/jobs/{job_id}/spots.csv", operation_id="list_spots", response_class=CsvResponse)
    def list_spots(job_id: str) -> CsvResponse:
        return CsvResponse(marks_csv(tape(job_id)[1]), headers=_kept("spots.csv"))

    @router.get("/shop/card.pdf", operation_id="print_shop_card", response_class=PdfResponse)
    def print_shop_card(paper: Paper = "a4") -> PdfResponse:
        return _pdf(shop_card(settings.schools(), paper), "shop-card")

    return router
