"""Find or reckon: jobs and places by name, one-line questions by the core."""

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.catalogue.one_line import OneLineAnswer
from pellak.shop.planning import Planner
from pellak.store.database import Database
from pellak.store.jobs import Jobs

MOST_JOBS = 50


class FoundJob(Record):
    """A job whose name or ticket holds what was typed."""

    id: str
    name: str
    line: str


class FinderAnswer(Record):
    """What a line of text finds; `hint` says how a question could be put so that it can be read."""

    jobs: list[FoundJob]
    answers: list[OneLineAnswer]
    hint: str


class Finder:
    """The use case behind find-or-reckon."""

    def __init__(self, database: Database, planner: Planner | None = None) -> None:
        self._database = database
        self._planner = planner or Planner()

    def find(self, text: str) -> FinderAnswer:
        """Return the jobs a text names and the answers it asks for."""
        wanted = text.strip()
        with self._database.reading() as session:
            rows = Jobs(session).named(wanted, MOST_JOBS)
            found = [FoundJob(id=row.job_id, name=row.name, line=row.line) for row in rows]
            shop = self._planner.shop(session)
        named = OfShop(shop.equipment.tips, shop.own)
        try:
            return FinderAnswer(jobs=found, answers=ask(text, named) if wanted else [], hint="")
        except Refused as refused:
            return FinderAnswer(jobs=found, answers=[], hint=refused.accepted)
