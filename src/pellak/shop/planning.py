"""A job's plan as this shop would make it: its schools, its rack, its own heats.

What the shop is, is read in a moment; the reckoning happens after, with no transaction open, and
is kept by the job as it stands and the count of the shop's changes."""

from collections import OrderedDict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from threading import Lock
from typing import Any

from sqlalchemy.orm import Session

from pellak.core.body.learning import BodyObservation
from pellak.core.hand.known import OperatorCalibration
from pellak.core.kinds.registry import KINDS
from pellak.core.metal.alloy import Metals
from pellak.core.metal.certificate import Certificate, own_metal
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.unions import Job, work_kept
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.plan.compose import compose_plan
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.shop.clock import Clock, now_utc
from pellak.shop.settings import hand_kept, shop_schools
from pellak.store.change_count import shop_changes
from pellak.store.heat_lots import HeatLots
from pellak.store.rack import Rack
from pellak.store.runs import Runs
from pellak.store.watches import Watches

MOST_LEARNED_FROM = 60
MOST_WATCHED = 20
PLANS_KEPT = 120
"""A plan is about a megabyte of memory; the jobs being looked at are far fewer than this."""


@dataclass(frozen=True)
class ShopNow:
    """What plans read of the shop, as it stood after so many changes."""

    changes: int
    schools: ShopSchools
    equipment: Equipment
    own: Metals
    learned: Mapping[str, Sequence[Any]]
    watched: Sequence[BodyObservation]
    operator_calibration: OperatorCalibration | None


def own_metals(session: Session) -> Metals:
    """Return the shop's own heats by id, those put away too: a job may still name them."""
    return {
        row.metal_id: own_metal(Certificate.model_validate(row.certificate), row.metal_id)
        for row in HeatLots(session).ever()
    }


def _learned(session: Session) -> dict[str, list[Any]]:
    """Return what the newest finished runs told, by kind of job that learns from them."""
    return {
        kind.id: [
            observation
            for plan, log in Runs(session).works(kind.id, MOST_LEARNED_FROM)
            if (observation := kind.learns(work_kept(plan), RunLog.model_validate(log))) is not None
        ]
        for kind in KINDS
        if kind.learns is not None
    }


class Planner:
    """Plans of this shop, each reckoned once."""

    def __init__(self, clock: Clock = now_utc) -> None:
        self._clock = clock
        self._lock = Lock()
        self._one_at_a_time = Lock()
        self._shop: ShopNow | None = None
        self._plans: OrderedDict[tuple[int, str], Plan] = OrderedDict()

    def shop(self, session: Session) -> ShopNow:
        """Return what plans read of the shop, read again only when it was changed."""
        changes, today = shop_changes(session), self._clock().date().isoformat()
        known = self._shop
        if known is not None and (known.changes, known.equipment.today) == (changes, today):
            return known
        rack = Rack(session)
        rows = rack.items()
        fresh = ShopNow(
            changes,
            shop_schools(rack),
            Equipment(
                tuple(read_item(row.document) for row in rows),
                today,
                ids={(row.kind, row.name): row.item_id for row in rows},
            ),
            own_metals(session),
            _learned(session),
            [
                BodyObservation.model_validate(document)
                for document in Watches(session).observations(MOST_WATCHED)
            ],
            hand_kept(rack).now,
        )
        self._shop = fresh
        return fresh

    def plan(self, job: Job, shop: ShopNow) -> Plan:
        """Return the plan of a job in the shop as it stood."""
        key = (shop.changes, f"{shop.equipment.today} {job.model_dump_json()}")
        if (known := self._kept(key)) is not None:
            return known
        # Threads that reckon side by side only take the processor from each other; and whoever
        # waited for the same plan finds it made.
        with self._one_at_a_time:
            if (known := self._kept(key)) is not None:
                return known
            plan = self.compose(job, shop)
        with self._lock:
            self._plans[key] = plan
            while len(self._plans) > PLANS_KEPT:
                self._plans.popitem(last=False)
        return plan

    def compose(self, job: Job, shop: ShopNow) -> Plan:
        """Return the plan of a job, reckoned anew and not kept."""
        return compose_plan(
            job, shop.schools, equipment=shop.equipment, own=shop.own,
            learned=shop.learned, watched=shop.watched,
            operator_calibration=shop.operator_calibration,
        )  # fmt: skip

    def _kept(self, key: tuple[int, str]) -> Plan | None:
        with self._lock:
            known = self._plans.get(key)
            if known is not None:
                self._plans.move_to_end(key)
            return known
