"""What a seam's run tells the next one of the same metal: how long a hand here takes for it."""

from pellak.core.model.kinds.seam.work import SeamWork
from pellak.core.model.run_log import RunLog
from pellak.core.seam.pace_learning import PaceObservation, pace_observation


def seam_timed(work: object, log: RunLog) -> PaceObservation | None:
    """Return what a run tells later seams; None where its minutes were not noted, nothing but the
    person set its pace, or what came of it is scrap."""
    took_min = log.actual.get("seam_min")
    if not isinstance(work, SeamWork) or work.paced is None or took_min is None:
        return None
    if log.verdict == "scrap":
        return None
    return pace_observation(work.paced.family, work.paced.planned_min, work.paced.factor, took_min)
