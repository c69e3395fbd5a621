"""The day over HTTP: as it stands, how it is gone about, as a calendar and on paper."""

from typing import Any

from fastapi import APIRouter, Response

from pellak.api.file_doors import CALENDAR_ANSWER, file_answer
from pellak.api.paper_routes import Paper, PdfResponse, Units, pdf_answer
from pellak.api.problems import documented
from pellak.paper.day_sheet import day_sheet
from pellak.shop.day_book import DayBook, DayKept, DayLook


def day_router(day: DayBook) -> APIRouter:
    """Return the routes of the day."""
    router = APIRouter(prefix="/api/day", tags=["day"], responses=documented())

    @router.get("", operation_id="look_at_day")
    def look_at_day(exact: bool = False) -> DayLook:
        return day.look(exact=exact)

    @router.patch("", operation_id="change_day")
    def change_day(changes: dict[str, Any]) -> DayKept:
        return day.change(changes)

    @router.post("/hold", operation_id="hold_day")
    def hold_day() -> DayKept:
        return day.hold()

    @router.get("/calendar.ics", operation_id="day_calendar", **CALENDAR_ANSWER)
    def day_calendar() -> Response:
        return file_answer(day.calendar(), "day", "ics")

    @router.get("/sheet.pdf", operation_id="print_day", response_class=PdfResponse)
    def print_day(paper: Paper = "a4", units: Units = "metric") -> PdfResponse:
        return pdf_answer(day_sheet(day.look(exact=False), paper, units), "day")

    return router
