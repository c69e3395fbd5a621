"""A piece: the jobs that belong to one thing, in the order they were entered, with their sums."""

from collections import defaultdict

from sqlalchemy.orm import Session

from pellak.core.answer.working import Record
from pellak.core.day.phases import flame_min
from pellak.core.kinds.registry import kind_of
from pellak.core.metal.rod import rods
from pellak.core.model.kinds.unions import Job
from pellak.core.model.plan import Plan
from pellak.core.plan.change_job import job_from
from pellak.core.rig.stock import RodTaken
from pellak.shop.errors import NotFound
from pellak.shop.planning import Planner
from pellak.shop.tickets import Ticket, tickets_of
from pellak.store.database import Database
from pellak.store.jobs import Jobs

MOST_JOBS = 60


class PieceRod(Record):
    """Rod of one sort and size, and how much of it."""

    rod: str
    diameter_mm: float | None
    grams: float


class PieceJob(Record):
    """One job of a piece; null where its plan does not say yet. `most_min` is a slow hand's."""

    ticket: Ticket
    minutes: float | None
    most_min: float | None
    acetylene_l: float | None
    oxygen_l: float | None
    rods: list[PieceRod]


class PieceSum(Record):
    """The jobs of a piece and the sums of what their plans say; `untold` say not all of it yet."""

    name: str
    jobs: list[PieceJob]
    minutes: float
    most_min: float
    acetylene_l: float
    oxygen_l: float
    rods: list[PieceRod]
    untold: int


class Pieces:
    """The use cases of a piece."""

    def __init__(self, database: Database, planner: Planner) -> None:
        self._database = database
        self._planner = planner

    def look(self, name: str) -> PieceSum:
        """Return a piece. Raises NotFound where no job on the bench belongs to it."""
        with self._database.reading() as session:
            tickets, jobs = _jobs_of(session, name)
            shop = self._planner.shop(session)
        if not tickets:
            raise NotFound("piece", name)
        lines = [
            _line(ticket, self._planner.plan(job, shop))
            for ticket, job in zip(tickets, jobs, strict=True)
        ]
        untold = [one for one in lines if one.minutes is None or one.acetylene_l is None]
        return PieceSum(
            name=name,
            jobs=lines,
            minutes=sum(one.minutes or 0.0 for one in lines),
            most_min=sum(one.most_min or 0.0 for one in lines),
            acetylene_l=sum(one.acetylene_l or 0.0 for one in lines),
            oxygen_l=sum(one.oxygen_l or 0.0 for one in lines),
            rods=_together([rod for one in lines for rod in one.rods]),
            untold=len(untold),
        )


def _jobs_of(session: Session, name: str) -> tuple[list[Ticket], list[Job]]:
    rows = Jobs(session).of_piece(name, MOST_JOBS)
    return tickets_of(session, rows), [job_from(row.document) for row in rows]


def _line(ticket: Ticket, plan: Plan) -> PieceJob:
    facts = plan.facts
    gas = facts.gas if facts else None
    # A heating that is not reckoned is missing from the minutes as it is from the gas.
    counted = gas is not None and not gas.not_counted
    litres = gas.total_l if gas is not None and counted else None
    ratio = (facts.oxygen_ratio if facts else None) or 1.0
    minutes, most = (flame_min(facts) if counted else None) or (None, None)
    return PieceJob(
        ticket=ticket,
        minutes=minutes,
        most_min=most,
        acetylene_l=litres,
        oxygen_l=None if litres is None else litres * ratio,
        rods=[_rod(one) for one in kind_of(plan.job).wants(plan)],
    )


def _rod(wanted: RodTaken) -> PieceRod:
    known = rods().get(wanted.rod)
    words = known.classification if known else wanted.rod
    return PieceRod(rod=words, diameter_mm=wanted.diameter_mm, grams=wanted.grams)


def _together(rods: list[PieceRod]) -> list[PieceRod]:
    grams: dict[tuple[str, float | None], float] = defaultdict(float)
    for one in rods:
        grams[one.rod, one.diameter_mm] += one.grams
    return [PieceRod(rod=rod, diameter_mm=mm, grams=g) for (rod, mm), g in grams.items()]
