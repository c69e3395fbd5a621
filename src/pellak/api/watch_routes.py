"""Watches over HTTP: begin, lines, taps and files in, what stands and what to draw out."""

from operator import attrgetter
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.file_doors import CALENDAR_ANSWER, FILE_ANSWER, LinesBody, file_answer
from pellak.api.paging import LINKED, After, Most, page_of
from pellak.api.paper_routes import Units
from pellak.api.problems import documented
from pellak.core.watch.lines import Phase
from pellak.core.watch.logger_file import FileGuess
from pellak.core.watch.simulated import Simulation
from pellak.shop.watch_files import Curves, WatchFiles
from pellak.shop.watch_lines import Taken
from pellak.shop.watch_rows import WatchLine
from pellak.shop.watches import Watch, WatchBook


class Sent(BaseModel):
    """What a page sends; nothing but these names."""

    model_config = ConfigDict(extra="forbid")


class HandReport(Sent):
    """One tap of the hand, with the heat typed where it asks for one."""

    tell: str = Field(max_length=40)
    heat: str = Field(default="", max_length=40)


class PhaseMarked(Sent):
    """What is done from now on."""

    phase: Phase


class Simulating(Sent):
    """How a simulated thermometer is set; null takes it away."""

    simulation: Simulation | None


class LoggerText(Sent):
    """A logger's file as text."""

    text: str


class LoggerAgreed(LoggerText):
    """A logger's file, and how it is to be read."""

    agreed: FileGuess


class FileTaken(BaseModel):
    """How many readings of a file were new."""

    new: int


def watch_router(watches: WatchBook, files: WatchFiles) -> APIRouter:
    """Return the routes of watches."""
    router = APIRouter(prefix="/api", tags=["watch"], responses=documented(404, 409))

    @router.post("/jobs/{job_id}/watches", operation_id="start_watch", status_code=201)
    def start_watch(job_id: str) -> Watch:
        """Start a watch of a job's temperatures."""
        return watches.start(job_id)

    @router.get("/watches", operation_id="list_watches", **LINKED)
    def list_watches(
        request: Request,
        answer: Response,
        job_id: Annotated[str | None, Query(max_length=32)] = None,
        after: After = None,
        most: Most = 100,
    ) -> list[WatchLine]:
        """Watches, of all jobs or one, the newest first."""
        lines = watches.lines(job_id, after, most + 1)
        return page_of(lines, attrgetter("id"), most, request, answer)

    @router.get("/watches/{watch_id}", operation_id="get_watch")
    def get_watch(watch_id: str) -> Watch:
        """A watch as it stands: channels, ending, events."""
        return watches.look(watch_id)

    @router.get("/watches/{watch_id}/curves", operation_id="draw_watch")
    def draw_watch(watch_id: str, after: Annotated[int, Query(ge=0, lt=2**62)] = 0) -> Curves:
        """The watch's curves from an entry on."""
        return files.curves(watch_id, after)

    @router.post("/watches/{watch_id}/lines", operation_id="send_watch_lines")
    def send_watch_lines(watch_id: str, lines: LinesBody) -> Taken:
        """Lines of a thermometer, as they come."""
        return watches.take_lines(watch_id, lines)

    @router.post("/watches/{watch_id}/tells", operation_id="report_to_watch")
    def report_to_watch(watch_id: str, report: HandReport) -> Watch:
        """Report a temperature read by hand."""
        return watches.tell(watch_id, report.tell, report.heat)

    @router.post("/watches/{watch_id}/marks", operation_id="mark_watch")
    def mark_watch(watch_id: str, marked: PhaseMarked) -> Watch:
        """Mark that a phase has begun."""
        return watches.mark(watch_id, marked.phase)

    @router.put("/watches/{watch_id}/simulation", operation_id="simulate_watch")
    def simulate_watch(watch_id: str, report: Simulating) -> Watch:
        """Simulate the watch's thermometer, or stop."""
        return watches.simulate(watch_id, report.simulation)

    @router.post("/watches/{watch_id}/end", operation_id="end_watch")
    def end_watch(watch_id: str) -> Watch:
        """End a watch."""
        return watches.end(watch_id)

    @router.post("/watches/{watch_id}/teach", operation_id="teach_by_watch")
    def teach_by_watch(watch_id: str) -> Watch:
        """Learn flame, loss and medium from an ended watch."""
        return files.teach(watch_id)

    @router.post("/watches/preview", operation_id="preview_logger_file")
    def preview_logger_file(file: LoggerText) -> FileGuess:
        """What a logger's file holds, column by column; nothing is kept."""
        return files.preview_import(file.text)

    @router.post("/watches/{watch_id}/file", operation_id="import_logger_file")
    def import_logger_file(watch_id: str, file: LoggerAgreed) -> FileTaken:
        """Take a logger's file into a watch."""
        return FileTaken(new=files.take_file(watch_id, file.text, file.agreed))

    @router.get("/watches/{watch_id}/export", operation_id="export_watch", **FILE_ANSWER)
    def export_watch(watch_id: str) -> Response:
        """The watch's readings, CSV or JSON."""
        return file_answer(files.write_out(watch_id), "watch", "csv")

    @router.get(
        "/watches/{watch_id}/milestones.ics", operation_id="list_milestones", **CALENDAR_ANSWER
    )
    def list_milestones(watch_id: str, units: Units = "metric") -> Response:
        """When the watch is expected to reach what, ICS."""
        return file_answer(files.milestones(watch_id, units), "milestones", "ics")

    return router
