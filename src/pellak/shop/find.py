"""Find or reckon: jobs and places by name, one-line questions by the core."""

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.ask.spoken import SpokenCard, spoken_cards
from pellak.core.catalogue.one_line import OneLineAnswer
from pellak.core.model.upcast import ticket_with_marks
from pellak.core.reading.measures import System
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
    cards: list[SpokenCard]
    hint: str


class Finder:
    """The use case behind find-or-reckon."""

    def __init__(self, database: Database, planner: Planner | None = None) -> None:
        self._database = database
        self._planner = planner or Planner()

    def find(self, text: str, system: System = "metric") -> FinderAnswer:
        """Return the jobs a text names, the answers it asks for and the cards that speak of it.

        Args:
            text: as it was typed.
            system: the units a bare number is in.
        """
        wanted = text.strip()
        cards = spoken_cards(wanted)
        with self._database.reading() as session:
            rows = Jobs(session).named(wanted, MOST_JOBS)
            found = [
                FoundJob(id=row.job_id, name=row.name, line=ticket_with_marks(row.line))
                for row in rows
            ]
            shop = self._planner.shop(session)
        named = OfShop(shop.equipment.tips, shop.own, system)
        try:
            answers, hint = ask(text, named) if wanted else [], ""
        except Refused as refused:
            answers, hint = [], refused.accepted
        return FinderAnswer(jobs=found, answers=answers, cards=cards, hint=hint)
