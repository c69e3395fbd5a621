"""The rod a seam wants, and what a run of it took of the rack."""

from pellak.core.metal.rod import NO_ROD
from pellak.core.model.kinds.seam.work import SeamWork
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.rig.stock import RodTaken


def rods_wanted(plan: Plan) -> list[RodTaken]:
    """Return the rods of the whole seam as planned, by diameter."""
    filler = plan.work.filler if isinstance(plan.work, SeamWork) else None
    if filler is None or filler.rod == NO_ROD:
        return []
    return [
        RodTaken(rod=filler.rod, diameter_mm=one.diameter_mm, grams=one.mass_g)
        for one in filler.by_diameter
    ]


def rods_taken(plan: Plan, log: RunLog) -> list[RodTaken]:
    """Return the rods as planned; none while nobody logged that the seam was run."""
    return [] if log.actual.get("seam_min") is None else rods_wanted(plan)
