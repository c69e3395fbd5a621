"""Find or reckon: jobs and places by name, one-line questions by the core."""

from pellak.core.ask import ask
from pellak.core.errors import Refused
from pellak.core.job import job_from
from pellak.core.one_line import OneLineAnswer
from pellak.core.working import Record
from pellak.shop.bench import ticket_line
from pellak.shop.planning import equipment, own_metals
from pellak.store.database import Database
from pellak.store.jobs import Jobs


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

    def __init__(self, database: Database) -> None:
        self._database = database

    def find(self, text: str) -> Found:
        """Return the jobs a text names and the answers it asks for."""
        wanted = text.casefold().strip()
        with self._database.transaction() as session:
            own = own_metals(session)
            jobs = [
                FoundJob(
                    id=row.job_id, name=row.name, line=ticket_line(job_from(row.document), own)
                )
                for row in Jobs(session).on_the_bench()
            ]
            tips = equipment(session).tips
        found = [job for job in jobs if wanted in f"{job.name} {job.line}".casefold()]
        try:
            return Found(jobs=found, answers=ask(text, tips) if wanted else [], hint="")
        except Refused as refused:
            return Found(jobs=found, answers=[], hint=refused.accepted)
