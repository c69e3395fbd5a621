"""The day over HTTP: as it stands, how it is gone about, as a calendar and on paper."""

from functools import partial
from typing import Any

from fastapi import APIRouter, Response

from pellak.api.file_doors import CALENDAR_ANSWER, file_answer
from pellak.api.long_work import USUAL_S, LongWork
from pellak.api.paper_routes import Paper, PdfResponse, Units, pdf_answer
from pellak.api.problems import documented
from pellak.api.turns import DAY_DOOR
from pellak.paper.day_sheet import day_sheet
from pellak.shop.day_book import DayBook, DayKept, DayLook


def day_router(day: DayBook, long_work: LongWork) -> APIRouter:
    """Return the routes of the day; it is planned in a lane for long work."""
    router = APIRouter(prefix=DAY_DOOR, tags=["day"], responses=documented())

    @router.get("", operation_id="get_day")
    async def get_day(exact: bool = False) -> DayLook:
        """The day as it stands: jobs, hours, people, the plan."""
        look = partial(day.look, exact=exact)
        return await (long_work.solved(look, USUAL_S) if exact else long_work.listed(look))

    @router.patch("", operation_id="change_day")
    def change_day(changes: dict[str, Any]) -> DayKept:
        """Change hours, people, torches, pins or what is left out."""
        return day.change(changes)

    @router.post("/hold", operation_id="hold_day")
    async def hold_day() -> DayKept:
        """Go by the day's plan as it is now, or no longer."""
        return await long_work.listed(day.hold)

    @router.get("/calendar.ics", operation_id="day_calendar", **CALENDAR_ANSWER)
    async def day_calendar(units: Units = "metric") -> Response:
        """The day for a calendar, ICS."""
        return file_answer(await long_work.listed(partial(day.calendar, units)), "day", "ics")

    @router.get("/sheet.pdf", operation_id="print_day", response_class=PdfResponse)
    async def print_day(paper: Paper = "a4", units: Units = "metric") -> PdfResponse:
        """The day sheet for the wall, PDF."""

        def printed() -> bytes:
            return day_sheet(day.look(exact=False), paper, units)

        return pdf_answer(await long_work.listed(printed), "day")

    return router
