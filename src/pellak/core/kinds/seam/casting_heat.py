"""The heating of a whole casting before its seam, and its cooling after: by weight, wall, head."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pellak.core.answer.figure import Choice, Figure, Override
from pellak.core.body.cool import CoolValues
from pellak.core.body.cool_given import CoolIn
from pellak.core.body.learning import BodyObservation
from pellak.core.body.soak import SoakAnswer, reckon_soak
from pellak.core.body.soak_given import InsulationGiven, SoakGiven
from pellak.core.kinds.stations.body_cooling import cool_figures, cool_given_of
from pellak.core.kinds.stations.body_heat import (
    body_family,
    holding_l,
    lagging_choice,
    soak_figures,
)
from pellak.core.kinds.stations.body_learning import with_flame, with_media
from pellak.core.kinds.stations.body_watch import body_watch
from pellak.core.metal.alloy import Metal
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.preheat.reckon import PreheatAnswer
from pellak.core.rig.equipment import Equipment
from pellak.core.seam.job_gas import Warming
from pellak.core.torch.draw import STEP_BELOW, over_stop

Fall = tuple[list[Figure], CoolIn, CoolValues]
"""A fall's figures, what it is to cool in, and its numbers."""
WHOLE_PART = ("soak", "warm-and-bury")
"""Methods that heat all of a casting, so that nothing pulls on the seam."""
USUAL_HEAD_L_PER_H = 1200.0
"""A small rose head, where the rack holds none."""
THINNEST_MM = 3.0
LEAST_HEAD_L_PER_H = 60.0
"""Under it no flame heats a body: judgement."""


@dataclass(frozen=True)
class CastingHeat:
    """The heating of a casting whose weight is told."""

    given: SoakGiven
    answer: SoakAnswer

    @property
    def flow_l_per_h(self) -> float:
        """What the head burns."""
        return self.given.acetylene_l_per_h

    @property
    def minutes(self) -> float:
        """Flame minutes to its heat and to hold it even; none where it never gets there."""
        values = self.answer.values
        return (values.minutes or 0.0) + (values.hold_min or 0.0)

    @property
    def warming(self) -> Warming | None:
        """Its gas, L; None where this head never gets it there."""
        values = self.answer.values
        if values.acetylene_m3 is None:
            return None
        hold = holding_l(values, self.flow_l_per_h)
        low, high = values.acetylene_low_m3, values.acetylene_high_m3
        usual = 1000 * values.acetylene_m3
        return Warming(
            litres=usual + hold,
            low_l=(1000 * low if low is not None else 0.6 * usual) + 0.7 * hold,
            high_l=(1000 * high if high is not None else 2 * usual) + 1.5 * hold,
            mass_kg=values.mass_kg,
        )


def heats_whole(job: SeamJob, preheat: PreheatAnswer | None) -> bool:
    """Return whether the whole casting is heated for this seam."""
    return (
        preheat is not None
        and job.joint == "casting-crack"
        and preheat.values.preheat_c is not None
        and preheat.values.method in WHOLE_PART
        and (job.thickness_mm or 0.0) >= THINNEST_MM
    )


def head_flow_l_per_h(job: SeamJob, equipment: Equipment) -> float:
    """Return what the head burns, L/h: as told, the rack's biggest, else a usual one.

    Never more, where nobody told it, than the acetylene gives on end, if the head burns so little.

    Args:
        job: a head's flow as typed
        equipment: the rack's heads

    Source: the rack's biggest; a usual head: judgement; CGA G-1 for what may be drawn

    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> head_flow_l_per_h(SeamJob(name='housing', head_l_per_h=900.0), Equipment())
    900.0
    """
    if job.head_l_per_h is not None:
        return job.head_l_per_h
    most = math.inf if equipment.draw is None else equipment.draw.continuous_l_per_h * STEP_BELOW
    heads = [
        max(min(head.acetylene_high_l_per_h, most), head.acetylene_low_l_per_h)
        for head in equipment.heads
    ]
    fed = [flow for flow in heads if not over_stop(flow, equipment.draw)]
    return max(
        fed, default=min(heads, default=max(LEAST_HEAD_L_PER_H, min(USUAL_HEAD_L_PER_H, most)))
    )


def casting_heat(
    job: SeamJob,
    metal: Metal | None,
    preheat: PreheatAnswer | None,
    equipment: Equipment,
    watched: Sequence[BodyObservation],
) -> CastingHeat | None:
    """Return the heating of a casting; None while its weight is not told, or not all is heated."""
    family = body_family(metal) if metal else None
    if preheat is None or not heats_whole(job, preheat) or job.body_kg is None or family is None:
        return None
    target = preheat.values.preheat_c or 0.0
    if target <= job.start_c:
        return None
    lagging = job.lagging if job.lagging != "none" else None
    given = SoakGiven(
        family=family, shape="casting", mass_kg=job.body_kg, wall_mm=job.thickness_mm,
        target_c=target, start_c=job.start_c,
        acetylene_l_per_h=head_flow_l_per_h(job, equipment), restraint=job.restraint or "medium",
        insulation=InsulationGiven(kind=lagging) if lagging else None,
    )  # fmt: skip
    given = with_flame(given, watched)
    return CastingHeat(given, reckon_soak(given))


def _typed_here(job: SeamJob, flow_l_per_h: float) -> list[Override]:
    return [
        Override(field="body_kg", label="Weight of the whole casting", kind="mass", unit="kg",
                  typed=job.body_kg),
        Override(field="head_l_per_h", label="The head burns", kind="flow", unit="L/h",
                  typed=job.head_l_per_h,
                  reckoned=None if job.head_l_per_h is not None else flow_l_per_h),
    ]  # fmt: skip


def heating_figures(
    job: SeamJob, preheat: PreheatAnswer, casting: CastingHeat | None, equipment: Equipment
) -> list[Figure]:
    """Return the figures of the heating, the first asking for the weight."""
    if not heats_whole(job, preheat):
        return []
    own = _typed_here(job, head_flow_l_per_h(job, equipment))
    choice: Choice = lagging_choice(job, job.lagging)
    if casting is None:
        return [
            Figure(
                id="to_heat_min", label="To its heat", text="tell its weight",
                detail="minutes, gas, and whether this head gets it there at all",
                own=own, choice=choice,
            )
        ]  # fmt: skip
    first, *rest = soak_figures(casting.given, casting.answer)
    return [first.model_copy(update={"own": own, "choice": choice}), *rest]


def cooling_of_casting(
    job: SeamJob,
    preheat: PreheatAnswer | None,
    casting: CastingHeat | None,
    watched: Sequence[BodyObservation],
) -> Fall | None:
    """Return the casting's fall in every medium; None while its weight is not told."""
    if casting is None or preheat is None:
        return None
    after = preheat.values.post_heat
    asked = cool_given_of(casting.given, after.target_c or casting.given.target_c)
    if after.cooling_max_c_per_h is not None:
        asked = asked.model_copy(update={"limit_c_per_h": after.cooling_max_c_per_h})
    return cool_figures(asked, job.cool_in, lambda one: with_media(one, watched))


def watch_of(
    preheat: PreheatAnswer | None, casting: CastingHeat | None, fall: Fall | None
) -> WatchPlan | None:
    """Return what a preheated seam's heat is watched by; None where it is welded cold."""
    if preheat is None or preheat.values.preheat_c is None:
        return None
    values = preheat.values
    plan = WatchPlan(target_c=preheat.values.preheat_c)
    if casting is not None:
        plan = body_watch(casting.given, casting.answer.values, fall[1:] if fall else None)
    ceiling_c = values.interpass_max_c
    return plan.model_copy(
        update={
            "welds": True,
            "floor_c": values.interpass_min_c,
            "ceiling_c": ceiling_c if ceiling_c and ceiling_c > plan.target_c else None,
            "limit_c_per_h": plan.limit_c_per_h or values.post_heat.cooling_max_c_per_h,
        }
    )
