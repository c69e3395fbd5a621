"""Tickets of jobs: how one is shown in a list, found, put in order, and how far it has come."""

import re
from collections.abc import Collection, Sequence
from itertools import count
from typing import Literal

from sqlalchemy.orm import Session

from pellak.core.answer.working import Record
from pellak.core.kinds.registry import kind_of
from pellak.core.metal.alloy import Metals as MetalsById
from pellak.core.model.job_base import metal_of, metal_words
from pellak.core.model.kinds.unions import Job
from pellak.core.model.upcast import ticket_with_marks
from pellak.core.reading.measures import said
from pellak.shop.cursor import cursor_of, place_of
from pellak.store.jobs import Jobs, JobsAsked
from pellak.store.runs import Runs
from pellak.store.tables import JobRow
from pellak.store.watches import Watches

LONGEST_LINE, LONGEST_NAME = 200, 80

NUMBERED = re.compile(r" \([0-9]+\)$")

JobStatus = Literal["planned", "at-bench", "cooling", "done"]
"""How far a job has come: nothing done yet, a run open, its heat still watched, a run finished."""


class Ticket(Record):
    """A job as its ticket on the bench shows it."""

    id: str
    name: str
    belongs_to: str
    line: str
    family: str
    kind: str
    open_run_id: str | None
    status: JobStatus


class TicketPage(Record):
    """Some tickets, and where the next page begins; null where there is none."""

    tickets: list[Ticket]
    next: str | None


def ticket_line(job: Job, own: MetalsById) -> str:
    """Return metal and piece in one line."""
    metal = metal_words(job, metal_of(job, own)).split(",")[0]
    return said(f"{metal} {kind_of(job).line(job)}", "metric")[:LONGEST_LINE]


def unnumbered(name: str) -> str:
    """Return the name a numbered copy was made of.

    >>> unnumbered("Cowl vent (2)")
    'Cowl vent'
    """
    return NUMBERED.sub("", name)


def copy_name(name: str, taken: Collection[str]) -> str:
    """Return the name of a copy: the first number that no job of the name has yet.

    >>> copy_name("Cowl vent", ["Cowl vent", "Cowl vent (2)"])
    'Cowl vent (3)'
    """
    stem = unnumbered(name)
    for number in count(2):
        tail = f" ({number})"
        whole = stem[: LONGEST_NAME - len(tail)] + tail
        if whole not in taken:
            return whole
    raise AssertionError("count never ends")


def tickets_of(session: Session, rows: Sequence[JobRow]) -> list[Ticket]:
    """Return the tickets of some jobs."""
    ids = [row.job_id for row in rows]
    runs, done = Runs(session).open_ids(ids), Runs(session).finished_jobs(ids)
    cooling = Watches(session).going_jobs()

    def status(job_id: str) -> JobStatus:
        if job_id in runs:
            return "at-bench"
        if job_id in cooling:
            return "cooling"
        return "done" if job_id in done else "planned"

    return [
        Ticket(
            id=row.job_id,
            name=row.name,
            belongs_to=row.document.get("belongs_to", ""),
            line=ticket_with_marks(row.line),
            family=row.family,
            kind=row.kind,
            open_run_id=runs.get(row.job_id),
            status=status(row.job_id),
        )
        for row in rows
    ]


def ticket_page(session: Session, asked: JobsAsked, after: str, most: int) -> TicketPage:
    """Return a page of tickets. Raises Refused for an `after` that is no place of this order."""
    page = Jobs(session).listed(asked, place_of(after, asked.order), most)
    return TicketPage(tickets=tickets_of(session, page.rows), next=cursor_of(page.next))
