"""Which exercises come before a job: its flame on its tip, and its puddle on its own sheet."""

import math
from dataclasses import dataclass

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.gas.limits import LimitRegion
from pellak.core.heat.solve import HeatGiven
from pellak.core.model.facts import Facts
from pellak.core.practice.flame.flows import LEAST_BORE_MM, MOST_BORE_MM
from pellak.core.practice.flame.targets import FLAME_TARGETS, RATIO_NONE, off_jet, off_ratio
from pellak.core.practice.puddle.metal import puddle_metals
from pellak.core.practice.puddle.tasks import (
    PUDDLE_TASKS,
    RANGE_WORDS,
    THICKEST_MM,
    THINNEST_MM,
    PuddleTask,
)
from pellak.core.tables import joints
from pellak.core.torch.jet import NORMAL_JET_M_PER_S, jet_for_flow_m_per_s


class FlameFor(Record):
    """The exercise for a job: the flame of the ladder nearest its own, and the bore it burns on
    where the plan knows it."""

    target: str
    orifice_mm: float | None
    region: LimitRegion


def flame_for(facts: Facts | None) -> FlameFor | None:
    """Return the exercise for a plan; None where it names no flame yet."""
    if facts is None or facts.oxygen_ratio is None:
        return None
    ratio, flow = facts.oxygen_ratio, facts.acetylene_l_per_h
    bore = facts.heat.orifice_mm if facts.heat else None
    jet = jet_for_flow_m_per_s(flow, bore, ratio) if bore and flow else NORMAL_JET_M_PER_S
    ours = [one for one in FLAME_TARGETS if not one.fuel_only and not one.head]
    nearest = min(ours, key=lambda one: off_ratio(one, ratio) / RATIO_NONE + off_jet(one, jet))
    played = bore is not None and LEAST_BORE_MM <= bore <= MOST_BORE_MM
    return FlameFor(
        target=nearest.id, orifice_mm=bore if played else None, region=facts.acetylene_limit
    )


BUTT_PATHS = 2


@dataclass(frozen=True)
class PuddleFor:
    """A job's exercise at the puddle and the piece and flame it is played on; else why not."""

    task: PuddleTask | None = None
    heat: HeatGiven | None = None
    why_not: str = ""


class ForJob(Record):
    """The exercises before a job; null where there is none, the puddle's with the reason."""

    flame: FlameFor | None
    puddle: PuddleTask | None
    why_no_puddle: str = ""


def puddle_for(facts: Facts | None) -> PuddleFor:
    """Return a plan's exercise at the puddle: same metal, thickness and tip, as a tacked butt."""
    if facts is None or facts.heat is None:
        return PuddleFor(why_not="a job whose plan has a sheet and a flame")
    heat = facts.heat
    metal, melted = heat.metal().family, puddle_metals()
    if metal not in melted:
        return PuddleFor(why_not="steel, chromoly or aluminium: nothing else is melted here")
    if not THINNEST_MM <= heat.thickness_mm <= THICKEST_MM:
        return PuddleFor(why_not=f"{RANGE_WORDS}: thicker is bevelled, thinner is not held here")
    if joints()[heat.joint].heat_paths != BUTT_PATHS:
        return PuddleFor(why_not="a joint with two paths for the heat: it is a butt that is played")
    ours = [one for one in PUDDLE_TASKS if one.goal == "run" and one.piece == "sheet"]
    nearest = min(
        ours, key=lambda one: (
            melted[one.family].task_metal != melted[metal].task_metal, one.rod_mm is not None,
            abs(math.log(one.thickness_mm / heat.thickness_mm)),
        )
    )  # fmt: skip
    task = nearest.model_copy(
        update={
            "family": metal, "thickness_mm": heat.thickness_mm,
            "label": f"Your job’s sheet, {say.wall(heat.thickness_mm, 2)}",
            "about": "Its metal, thickness and tip, as a tacked butt without a gap.",
        }
    )  # fmt: skip
    return PuddleFor(task, heat.model_copy(update={"joint": "butt"}))


def for_job(facts: Facts | None) -> ForJob:
    """Return the exercises before a job."""
    puddle = puddle_for(facts)
    return ForJob(flame=flame_for(facts), puddle=puddle.task, why_no_puddle=puddle.why_not)
