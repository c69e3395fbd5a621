"""Shop procedures, and two runs side by side."""

from typing import Annotated

from fastapi import APIRouter, Path, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.paging import LINKED, Most, page_of
from pellak.api.paper_routes import Paper, PdfResponse, Units, pdf_answer
from pellak.api.problems import documented
from pellak.core import say
from pellak.core.run.compare import Compared, ComparedRun, compared
from pellak.core.tables.metal_families import family_name
from pellak.paper.procedure_card import procedure_card
from pellak.paper.run_sheet import run_sheet
from pellak.shop.errors import NotFound
from pellak.shop.photo_book import PhotoBook
from pellak.shop.procedure_lines import ProcedureLine
from pellak.shop.procedures import Procedure, ProcedureBook, ProcedureDraft
from pellak.shop.run_book import Run, RunBook
from pellak.store.errors import LARGEST_NUMBER

Number = Annotated[int, Path(ge=1, le=LARGEST_NUMBER)]
Version = Annotated[int | None, Query(ge=1, le=LARGEST_NUMBER)]


class Signed(BaseModel):
    """A run signed as a procedure: its name, what to heed, who answers for it; `number` names the
    one it is a better version of."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=80)
    notes: str = Field(default="", max_length=2000)
    signed_by: str = Field(max_length=60)
    number: int | None = Field(default=None, ge=1, le=LARGEST_NUMBER)


class TwoRuns(BaseModel):
    """Two runs and how they compare."""

    first: Run
    second: Run
    compared: Compared


def procedure_router(procedures: ProcedureBook, photos: PhotoBook, book: RunBook) -> APIRouter:
    """Return the routes of procedures and of two runs side by side."""
    router = APIRouter(prefix="/api", tags=["run book"], responses=documented(404))

    @router.get("/procedures", operation_id="list_procedures", **LINKED)
    def list_procedures(
        request: Request,
        answer: Response,
        after: Annotated[int, Query(ge=0, lt=2**31)] = 0,
        most: Most = 500,
    ) -> list[ProcedureLine]:
        """Procedures, the newest version of each, by number."""
        lines = procedures.lines(after, most + 1)
        return page_of(lines, lambda line: str(line.number), most, request, answer)

    @router.get("/procedures/{number}", operation_id="get_procedure")
    def get_procedure(number: Number, version: Version = None) -> Procedure:
        """A procedure, the newest version or one by number."""
        return procedures.look(number, version)

    @router.get(
        "/procedures/{number}/card.pdf",
        operation_id="print_procedure",
        response_class=PdfResponse,
    )
    def print_procedure(
        number: Number,
        version: Version = None,
        paper: Paper = "a4",
        units: Units = "metric",
    ) -> PdfResponse:
        """A procedure's card, PDF."""
        found = procedures.look(number, version)
        try:
            photo = photos.file(found.text.photo_id, small=False) if found.text.photo_id else None
        except NotFound:
            # The photo was taken out since; the card holds without it.
            photo = None
        card = procedure_card(
            f"Procedure {found.number}.{found.version}: {found.name}",
            f"For {found.piece}; offered from {found.for_mm}.",
            f"Signed by {found.signed_by}, {found.signed_at.date().isoformat()}.",
            found.text,
            photo,
            paper,
            units,
        )
        return pdf_answer(card, f"procedure-{found.number}-{found.version}")

    @router.get("/runs/{run_id}/procedure", operation_id="draft_procedure")
    def draft_procedure(run_id: str) -> ProcedureDraft:
        """What a procedure of this run would say."""
        return procedures.draft(run_id)

    @router.post("/runs/{run_id}/procedure", operation_id="sign_procedure", status_code=201)
    def sign_procedure(run_id: str, signed: Signed) -> Procedure:
        """Sign a procedure made of this run."""
        return procedures.sign(run_id, signed.name, signed.notes, signed.signed_by, signed.number)

    @router.get("/runs/{run_id}/sheet.pdf", operation_id="print_run", response_class=PdfResponse)
    def print_run(run_id: str, paper: Paper = "a4", units: Units = "metric") -> PdfResponse:
        """A finished run on paper, PDF."""
        run = book.look(run_id)
        line = run.line
        thick = say.wall(line.thickness_mm)
        day = line.started_at.date().isoformat()
        about = " · ".join(filter(None, [day, line.who, family_name(line.family), thick]))
        sheet = run_sheet(line.job_name, about, run.measures, run.used, run.log, paper, units)
        return pdf_answer(sheet, f"run-{day}")

    @router.get("/runs/{run_id}/beside/{other_id}", operation_id="compare_runs")
    def compare_runs(run_id: str, other_id: str) -> TwoRuns:
        """Two runs of a kind, line by line."""
        first, second = book.look(run_id), book.look(other_id)
        return TwoRuns(
            first=first, second=second, compared=compared(_compared(first), _compared(second))
        )

    return router


def _compared(run: Run) -> ComparedRun:
    about = [("Job", run.line.job_name), ("Torch held by", run.line.who)]
    return ComparedRun(
        plan=run.plan, log=run.log, measures=run.measures, used=run.used, about=about
    )
