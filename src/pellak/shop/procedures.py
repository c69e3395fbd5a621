"""Procedures of the shop: made from a run, signed, offered on the next like job."""

import json
from typing import Any

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.model.upcast import has_marks, with_marks
from pellak.core.run.procedure import (
    ProcedureText,
    is_like,
    procedure_text,
    usual_name,
)
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound
from pellak.shop.procedure_lines import MOST_LISTED, ProcedureLine, procedure_line
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from pellak.store.photos import Photos
from pellak.store.procedures import Procedures
from pellak.store.tables import ProcedureRow

SHOWS = ("front", "dressed", "back")
"""The slots whose photo stands on a procedure, the first that there is."""


class Procedure(ProcedureLine):
    """A version whole, and the others there are."""

    text: ProcedureText
    versions: list[int]


class ProcedureDraft(Record):
    """What a run would be as a procedure, and those it could be a better version of."""

    name: str
    text: ProcedureText
    betters: list[ProcedureLine]


class ProcedureBook:
    """The use cases of procedures."""

    def __init__(self, database: Database, book: RunBook, clock: Clock) -> None:
        self._database = database
        self._book = book
        self._clock = clock

    def lines(self, after: int = 0, most: int = MOST_LISTED) -> list[ProcedureLine]:
        """Return the newest version of each, by number, from the one that follows `after`."""
        with self._database.reading() as session:
            return [procedure_line(row) for row in Procedures(session).newest(most, after)]

    def look(self, number: int, version: int | None = None) -> Procedure:
        """Return a version of a procedure, the newest where none is named. Raises NotFound."""
        with self._database.reading() as session:
            rows = Procedures(session).versions(number)
        row = next((r for r in rows if version in (None, r.version)), None)
        if row is None:
            raise NotFound("procedure", f"{number}" if version is None else f"{number}.{version}")
        return Procedure(
            **procedure_line(row).model_dump(),
            text=ProcedureText.model_validate(_marked(row.document)),
            versions=[one.version for one in rows],
        )

    def draft(self, run_id: str) -> ProcedureDraft:
        """Return what a run would be as a procedure. Raises NotFound, Refused where it may not."""
        run = self._book.look(run_id)
        joint = getattr(run.plan.job, "joint", "")
        if not joint or run.line.finished_at is None:
            raise Refused("run", run_id, "a seam that is finished and logged")
        if run.log.verdict == "scrap":
            raise Refused("run", run_id, "a run that came out good; this one was scrap")
        text = procedure_text(run.plan, run.log, run.measures, run.used, "")
        with self._database.reading() as session:
            shown = {photo.slot: photo.photo_id for photo in reversed(Photos(session).of(run_id))}
            rows = Procedures(session).newest_of(run.line.family, joint, MOST_LISTED)
        photo_id = next((shown[slot] for slot in SHOWS if slot in shown), None)
        like = [r for r in rows if is_like(run.plan.job, r.family, r.joint, r.thickness_mm)]
        return ProcedureDraft(
            name=usual_name(run.plan),
            text=text.model_copy(update={"photo_id": photo_id}),
            betters=[procedure_line(row) for row in like],
        )

    def sign(
        self, run_id: str, name: str, notes: str, signed_by: str, number: int | None
    ) -> Procedure:
        """Sign a run as a procedure of its own, or as the next version of one; the old stays.

        Raises Refused where a field is missing or the one to better is of another piece.
        """
        draft = self.draft(run_id)
        for field, value in (("name", name), ("signed_by", signed_by)):
            if not value.strip():
                raise Refused(field, value, "not blank: somebody answers for it")
        if number is not None and all(one.number != number for one in draft.betters):
            raise Refused("number", number, "a procedure of the same metal, joint and thickness")
        run = self._book.look(run_id)
        text = draft.text.model_copy(update={"notes": notes.strip()})
        with self._database.transaction() as session:
            procedures = Procedures(session)
            own = number or procedures.last_number() + 1
            versions = procedures.versions(own)
            version = (versions[0].version if versions else 0) + 1
            procedures.add(
                ProcedureRow(
                    number=own, version=version, run_id=run_id, name=name.strip(),
                    family=run.line.family, joint=getattr(run.plan.job, "joint", ""),
                    thickness_mm=versions[0].thickness_mm if versions else run.line.thickness_mm,
                    signed_by=signed_by.strip(), signed_at=self._clock(),
                    document=text.model_dump(mode="json"),
                )
            )  # fmt: skip
        return self.look(own)


def _marked(document: dict[str, Any]) -> Any:
    return document if has_marks(json.dumps(document)) else with_marks(document)
