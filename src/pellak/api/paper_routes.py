"""What is printed: the job card and the shop card, as PDF."""

from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from pellak.api.problems import documented
from pellak.core.planned import tacks_of
from pellak.core.seam.template import tacks_csv, template_svg
from pellak.paper.job_card import job_card
from pellak.paper.measures import System
from pellak.paper.sheet import PaperSize
from pellak.paper.shop_card import shop_card
from pellak.paper.template import template_pdf
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

    @router.get(
        "/jobs/{job_id}/tacks.pdf", operation_id="print_tack_template", response_class=PdfResponse
    )
    def print_tack_template(job_id: str, paper: Paper = "a4") -> PdfResponse:
        plan = bench.open(job_id).plan
        tacks = tacks_of(plan)
        document = template_pdf(tacks.values, tacks.given.seam_mm, plan.job.name, paper)
        return _pdf(document, "tack-template")

    @router.get(
        "/jobs/{job_id}/tacks.svg", operation_id="draw_tack_template", response_class=SvgResponse
    )
    def draw_tack_template(job_id: str) -> SvgResponse:
        tacks = tacks_of(bench.open(job_id).plan)
        return SvgResponse(
            template_svg(tacks.values, tacks.given.seam_mm),
            headers={"Content-Disposition": 'attachment; filename="tack-template.svg"'},
        )

    @router.get("/jobs/{job_id}/tacks.csv", operation_id="list_tacks", response_class=CsvResponse)
    def listtacks_of(job_id: str) -> CsvResponse:
        return CsvResponse(
            tacks_csv(tacks_of(bench.open(job_id).plan).values),
            headers={"Content-Disposition": 'attachment; filename="tacks.csv"'},
        )

    @router.get("/shop/card.pdf", operation_id="print_shop_card", response_class=PdfResponse)
    def print_shop_card(paper: Paper = "a4") -> PdfResponse:
        return _pdf(shop_card(settings.schools(), paper), "shop-card")

    return router
