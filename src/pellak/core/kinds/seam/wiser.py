"""What a seam's run tells the next one of the same metal: how long a hand here takes for it."""

from pellak.core.kinds.seam.work import SeamWork
from pellak.core.run_log import RunLog
from pellak.core.seam.pace_told import PaceTold, pace_told


def seam_timed(work: object, log: RunLog) -> PaceTold | None:
    """Return what a run tells later seams; None where its minutes were not noted, nothing but the
    person set its pace, or what came of it is scrap."""
    took_min = log.actual.get("seam_min")
    if not isinstance(work, SeamWork) or work.paced is None or took_min is None:
        return None
    if log.verdict == "scrap":
        return None
    return pace_told(work.paced.family, work.paced.planned_min, work.paced.factor, took_min)
