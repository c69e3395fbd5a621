"""The shop's hands: what the log says of them, and whether plans go by it.

What is taken up is kept as it was that day; what was taken up before stays beside it."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from pydantic import ValidationError
from sqlalchemy.orm import Session

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.hand.fit import Fitted, HandFit, fit_hand
from pellak.core.hand.given import TimedPuddle
from pellak.core.hand.known import OperatorCalibration, operator_calibration
from pellak.core.hand.page import (
    DriftLine,
    FactorLine,
    PuddlePoint,
    clogged,
    drift_lines,
    factor_lines,
    puddle_points,
)
from pellak.core.model.run_measures import PuddleTimed
from pellak.core.plan.change_job import job_from
from pellak.core.rig.items import TorchItem
from pellak.shop.clock import Clock
from pellak.shop.planning import Planner, ShopNow
from pellak.shop.settings import HAND_KEY, MOST_BEFORE, HandKept, hand_kept
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.rack import Rack
from pellak.store.timed import TimedRun, timed_runs

CLEANED_KEY = "tips_cleaned"
CLEANED_SINCE = ", before it was cleaned"
MOST_TIMED, MOST_PUDDLES = 240, 400
MOST_CHANGED = 12


class HandPoint(Record):
    """A timed puddle with the run it was timed in."""

    run_id: str
    job_name: str
    day: str
    tip: str
    torch: str
    point: PuddlePoint


class PlanChange(Record):
    """What taking the hand up would change of a job on the bench: its first puddle, s."""

    job_id: str
    job_name: str
    now_s: float | None
    then_s: float | None


class HandPage(Record):
    """All the page of the hand shows. `offered` is what would be taken up today, None while
    nothing was timed; `all` what every hand gives together."""

    points: list[HandPoint]
    all: Fitted | None
    factors: list[FactorLine]
    drifts: list[DriftLine]
    people: list[str]
    offered: OperatorCalibration | None
    kept: HandKept
    changes: list[PlanChange]


def puddles_of(run: TimedRun, cleaned: Mapping[str, str]) -> list[TimedPuddle]:
    """Return a run's puddles as the fit takes them; none where its flame cannot be read.

    A tip that was cleaned since counts as another one before.
    """
    tip = run.tip
    if tip and run.started_at.isoformat() < cleaned.get(tip, ""):
        tip = f"{tip}{CLEANED_SINCE}"
    common = {**run.heat, "person": run.who, "torch": run.torch, "tip": tip}
    at_edge = {**common, "near_edge_mm": 0.0}
    more = [PuddleTimed.model_validate(one) for one in run.log.get("puddles", ())]
    try:
        return [
            TimedPuddle.model_validate({**common, "puddle_s": run.puddle_s}),
            *(
                TimedPuddle.model_validate(
                    {**(at_edge if one.at == "edge" else common), "puddle_s": one.s}
                )
                for one in more
            ),
        ]
    except ValidationError:
        return []


class HandBook:
    """The use cases of the hand."""

    def __init__(self, database: Database, clock: Clock, planner: Planner) -> None:
        self._database = database
        self._clock = clock
        self._planner = planner

    def look(self, person: str | None = None) -> HandPage:
        """Return what the log says, and what taking it up for a person would change."""
        with self._database.reading() as session:
            runs, puddles = self._timed(session)
            kept, shop = hand_kept(Rack(session)), self._planner.shop(session)
            jobs = [
                (row.job_id, row.document)
                for row in Jobs(session).on_the_bench(None, MOST_CHANGED).rows
            ]
        if not puddles:
            return HandPage(points=[], all=None, factors=[], drifts=[], people=[], offered=None,
                            kept=kept, changes=[])  # fmt: skip
        fit = fit_hand(puddles, clogged(puddles))
        if person is None:
            # Nobody chosen: whom plans are made for now.
            person = kept.now.person if kept.now else ""
        offered = self._known(fit, person, shop)
        return HandPage(
            points=[_point(runs[p.log], p) for p in puddle_points(fit)],
            all=fit.together(),
            factors=factor_lines(fit),
            drifts=[
                line
                for line in drift_lines(puddles, [_day(run) for run in runs])
                if not line.drift.name.endswith(CLEANED_SINCE)
            ],
            people=sorted({log.person for log in puddles if log.person}),
            offered=offered,
            kept=kept,
            changes=self._changes(jobs, shop, offered),
        )

    def take_up(self, person: str) -> HandPage:
        """Let plans go by the log from now on. Raises Refused where nothing was timed."""
        with self._database.reading() as session:
            _, puddles = self._timed(session)
            shop = self._planner.shop(session)
        if not puddles:
            raise Refused("person", person, "somebody whose puddles were timed")
        if person and all(log.person != person for log in puddles):
            raise Refused("person", person, "nobody, or somebody whose puddles were timed")
        self._keep(self._known(fit_hand(puddles, clogged(puddles)), person, shop))
        return self.look(person)

    def put_down(self) -> HandPage:
        """Let plans go by the model's own hand again; what they went by is kept."""
        self._keep(None)
        return self.look()

    def cleaned(self, tip: str) -> HandPage:
        """Tell that a tip was cleaned or measured: what it did before no longer speaks for it."""
        with self._database.transaction() as session:
            rack = Rack(session)
            cleaned = dict(rack.setting(CLEANED_KEY) or {})
            rack.set_setting(CLEANED_KEY, {**cleaned, tip: self._clock().isoformat()})
        return self.look()

    def _changes(
        self,
        jobs: Sequence[tuple[str, dict[str, Any]]],
        shop: ShopNow,
        offered: OperatorCalibration,
    ) -> list[PlanChange]:
        """Return what the first puddles of the jobs on the bench would become."""
        changes, then = [], replace(shop, operator_calibration=offered)
        for job_id, document in jobs:
            job = job_from(document)
            plans = (self._planner.plan(job, shop), self._planner.compose(job, then))
            now_s, then_s = (plan.facts.puddle_s if plan.facts else None for plan in plans)
            if now_s is not None or then_s is not None:
                changes.append(
                    PlanChange(job_id=job_id, job_name=job.name, now_s=now_s, then_s=then_s)
                )
        return changes

    def _keep(self, now: OperatorCalibration | None) -> None:
        with self._database.transaction() as session:
            rack = Rack(session)
            kept = hand_kept(rack)
            before = [*([kept.now] if kept.now else []), *kept.before][:MOST_BEFORE]
            rack.set_setting(HAND_KEY, HandKept(now=now, before=before).model_dump(mode="json"))

    def _known(self, fit: HandFit, person: str, shop: ShopNow) -> OperatorCalibration:
        torches = [item.name for item in shop.equipment.items if isinstance(item, TorchItem)]
        return operator_calibration(fit, person, torches, self._clock().isoformat())

    def _timed(self, session: Session) -> tuple[list[TimedRun], list[TimedPuddle]]:
        """Return the newest puddles, oldest first, and the run each was timed in."""
        cleaned = dict(Rack(session).setting(CLEANED_KEY) or {})
        read = [
            (run, puddle)
            for run in reversed(timed_runs(session, MOST_TIMED))
            for puddle in puddles_of(run, cleaned)
        ][-MOST_PUDDLES:]
        return [run for run, _ in read], [puddle for _, puddle in read]


def _point(run: TimedRun, point: PuddlePoint) -> HandPoint:
    return HandPoint(
        run_id=run.run_id, job_name=run.job_name, day=_day(run), tip=run.tip, torch=run.torch,
        point=point,
    )  # fmt: skip


def _day(run: TimedRun) -> str:
    return run.started_at.date().isoformat()
