"""Compose the plan of any job: its kind decides how."""

from collections.abc import Mapping, Sequence
from typing import Any

from pellak.core.body.learning import BodyObservation
from pellak.core.hand.known import OperatorCalibration
from pellak.core.kinds.kind import ShopAsked
from pellak.core.kinds.registry import kind_of
from pellak.core.kinds.stations.gear import GEAR
from pellak.core.metal.alloy import Metals
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.unions import Job
from pellak.core.model.plan import Plan
from pellak.core.rig.equipment import Equipment
from pellak.core.torch.rack_tip import RackTip


def compose_plan(
    job: Job,
    shop: ShopSchools,
    rack: Sequence[RackTip] = (),
    own: Metals | None = None,
    equipment: Equipment | None = None,
    learned: Mapping[str, Sequence[Any]] | None = None,
    watched: Sequence[BodyObservation] = (),
    operator_calibration: OperatorCalibration | None = None,
) -> Plan:
    """Return the plan of a job, figures the person decided beside those reckoned.

    Args:
        job: what the person decided; figures wait until enough is told.
        shop: the shop's schools, which the job may overrule.
        rack: the tips to choose from; without any, number drills stand in.
        own: the shop's own heats, which the job may name.
        equipment: the whole rack; its tips are judged where `rack` names none.
        learned: what runs told, by kind of job, newest first.
        watched: what heats that were watched told of flame and media, newest first.
        operator_calibration: the hand the shop plans with; None is the model's.
    """
    held = (equipment or Equipment()).choosing({part: getattr(job, part) for part in GEAR})
    if held.mixer is not None:
        # The torch in the hand decides, whatever the shop is used to.
        shop = shop.model_copy(update={"mixer": held.mixer})
    kind, by_kind = kind_of(job), learned or {}
    asked = ShopAsked(
        shop, rack or held.tips, own, held, by_kind.get(kind.id, ()), watched, operator_calibration
    )
    return kind.plan(job, asked)
