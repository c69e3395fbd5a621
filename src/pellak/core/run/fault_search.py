"""Something went wrong in a run: its signs, its set-up as far as plan and log tell it, what was
tried and whether it helped."""

from collections.abc import Mapping, Sequence
from typing import Any

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.faults.finder import FaultsAnswer, reckon_faults
from pellak.core.faults.given import FaultsGiven, RemedyTried
from pellak.core.faults.tables import fault_causes, fault_signs
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import MOST_TRIED, Helped, RunLog, TriedRemedy
from pellak.core.tables.metal_families import traits_of
from pellak.core.torch.candidates import usable_band


class FaultSign(Record):
    """A sign as it is picked from."""

    id: str
    name: str


class FaultTurn(Record):
    """What a run offers to find by: its signs, and what was tried in it so far."""

    signs: list[FaultSign]
    tried: list[TriedRemedy]


def signs_of(plan: Plan) -> list[FaultSign]:
    """Return the signs this kind of work and metal can show."""
    return signs_shown(plan.job.kind, plan.job.family)


def signs_shown(kind: str, family: str | None) -> list[FaultSign]:
    """Return the signs a kind of work and a metal can show; an untold metal is any."""
    return [
        FaultSign(id=sign.id, name=sign.name)
        for sign in fault_signs().values()
        if sign.fits(kind, family)
    ]


def set_up_of(plan: Plan, log: RunLog) -> dict[str, Any]:
    """Return what plan and log know of the set-up, by the names of the question."""
    facts, job = plan.facts, plan.job.model_dump()
    found: dict[str, Any] = {
        "kind": plan.job.kind, "family": plan.job.family, "thickness_mm": plan.job.wall_mm,
        "place": job.get("place"), "restraint": job.get("restraint"),
        "flux": "yes" if traits_of(plan.job.family).flux else "no",
    }  # fmt: skip
    if facts is not None:
        found["puddle_s"] = facts.puddle_s
        found["oxygen_ratio"] = facts.oxygen_ratio
        found["puddle_share"] = _share(log.actual.get("puddle_s"), facts.puddle_s)
        found["travel_share"] = _share(facts.seam_min, log.actual.get("seam_min"))
        found["preheat_short_c"] = 0.0 if facts.preheat_c is None else None
    gap, thickness = job.get("root_gap_mm"), plan.job.wall_mm
    found["gap_share"] = _share(gap, thickness)
    if plan.candidates and facts is not None and facts.oxygen_ratio:
        tip = plan.candidates[0]
        band = usable_band(tip.orifice_mm, facts.oxygen_ratio, tip.jets)
        per_l = tip.jet_m_per_s / tip.acetylene_l_per_h
        found |= {
            "jet_m_per_s": tip.jet_m_per_s,
            "jet_low_m_per_s": per_l * band.low,
            "jet_high_m_per_s": per_l * band.high,
        }
    return {name: value for name, value in found.items() if value is not None}


def _share(of: float | None, to: float | None) -> float | None:
    return of / to if of is not None and to else None


def faults_of(
    plan: Plan, log: RunLog, signs: Sequence[str], helped: Mapping[str, tuple[int, int]]
) -> FaultsAnswer:
    """Return what most likely went wrong in a run. Raises Refused for a sign it cannot show.

    Args:
        plan: what it was done under.
        log: what was timed and told.
        signs: what is seen, by their ids.
        helped: how often each cause's remedy was tried in this shop, and how often it helped.

    Source: the weights of the tables of faults, each with its own

    >>> from pellak.core.model.job_base import ShopSchools
    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> from pellak.core.model.run_log import RunLog
    >>> from pellak.core.plan.compose import compose_plan
    >>> plan = compose_plan(SeamJob(name='tray', alloy='4130', thickness_mm=1.2), ShopSchools())
    >>> faults_of(plan, RunLog(), ['popping'], {}).values.causes[0].name
    'the cone dips into the pool'
    """
    tried = [RemedyTried(cause=cause, tried=n, helped=k) for cause, (n, k) in helped.items()]
    return reckon_faults(FaultsGiven(**set_up_of(plan, log), signs=list(signs), tried=tried))


def with_tried(log: RunLog, cause: str, helped: Helped, at: str) -> RunLog:
    """Return the log with a remedy that was tried. Raises Refused for an unknown cause."""
    if cause not in fault_causes():
        raise Refused("cause", cause, "a cause the finder named")
    kept = [one for one in log.tried if one.cause != cause]
    entry = TriedRemedy(cause=cause, helped=helped, at=at, who=log.who)
    return log.model_copy(update={"tried": [*kept, entry][-MOST_TRIED:]})
