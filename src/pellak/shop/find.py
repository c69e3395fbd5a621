"""Find or reckon: jobs and places by name, one-line questions by the core."""

from pellak.core.ask import ask
from pellak.core.ask_piece import OfShop
from pellak.core.errors import Refused
from pellak.core.one_line import OneLineAnswer
from pellak.core.working import Record
from pellak.shop.planning import Planner
from pellak.store.database import Database
from pellak.store.jobs import Jobs

MOST_JOBS = 50


class FoundJob(Record):
    """A job whose name or ticket holds what was typed."""

    id: str
    name: str
    line: str


class Found(Record):
    """What a line of text finds; `hint` says how a question could be put so that it can be read."""

    jobs: list[FoundJob]
    answers: list[OneLineAnswer]
    hint: str


class Finder:
    """The use case behind find-or-reckon."""

    def __init__(self, database: Database, planner: Planner | None = None) -> None:
        self._database = database
        self._planner = planner or Planner()

    def find(self, text: str) -> Found:
        """Return the jobs a text names and the answers it asks for."""
        wanted = text.strip()
        with self._database.reading() as session:
            rows = Jobs(session).named(wanted, MOST_JOBS)
            found = [FoundJob(id=row.job_id, name=row.name, line=row.line) for row in rows]
            shop = self._planner.shop(session)
        named = OfShop(shop.equipment.tips, shop.own)
        try:
            return Found(jobs=found, answers=ask(text, named) if wanted else [], hint="")
        except Refused as refused:
            return Found(jobs=found, answers=[], hint=refused.accepted)
