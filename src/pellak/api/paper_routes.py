"""What is printed: the job card and the shop card, as PDF."""

from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from pellak.api.problems import documented
from pellak.paper.job_card import job_card
from pellak.paper.measures import System
from pellak.paper.sheet import PaperSize
from pellak.paper.shop_card import shop_card
from pellak.shop.bench import Bench
from pellak.shop.settings import Settings

Paper = Annotated[PaperSize, Query()]
Units = Annotated[System, Query()]


class PdfResponse(Response):
    """A PDF shown in the browser under its own name."""

    media_type = "application/pdf"


def _pdf(document: bytes, name: str) -> PdfResponse:
    return PdfResponse(document, headers={"Content-Disposition": f'inline; filename="{name}.pdf"'})


def paper_router(bench: Bench, settings: Settings) -> APIRouter:
    """Return the routes of printed cards."""
    router = APIRouter(
        prefix="/api", tags=["paper"], responses=documented(400, 403, 404, 422),
        default_response_class=PdfResponse,
    )  # fmt: skip

    @router.get("/jobs/{job_id}/card.pdf", operation_id="print_job_card")
    def print_job_card(
        job_id: str, request: Request, paper: Paper = "a4", units: Units = "metric"
    ) -> PdfResponse:
        address = f"{str(request.base_url).rstrip('/')}/jobs/{job_id}"
        return _pdf(job_card(bench.open(job_id).plan, address, paper, units), "job-card")

    @router.get("/shop/card.pdf", operation_id="print_shop_card")
    def print_shop_card(paper: Paper = "a4") -> PdfResponse:
        return _pdf(shop_card(settings.schools(), paper), "shop-card")

    return router
