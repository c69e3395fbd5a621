"""What a part's run tells the next one: of this shop's flame, and of its media."""

from pellak.core.answer.errors import Refused
from pellak.core.body.learning import BodyObservation, cooling_observation, flame_observation
from pellak.core.kinds.stations.body_cooling import cool_given_of
from pellak.core.model.kinds.heat.work import HeatWork
from pellak.core.model.run_log import RunLog


def heated(work: object, log: RunLog) -> BodyObservation | None:
    """Return what a run tells later ones; None where nothing was timed that can be compared."""
    if not isinstance(work, HeatWork):
        return None
    minutes, touched = log.actual.get("to_heat_min"), log.actual.get("touch_min")
    flame = cooling = None
    if minutes is not None and work.free is None:
        flame = flame_observation(work.given, minutes)
    if touched is not None and work.cool_in is not None:
        try:
            fall = cool_given_of(work.given, work.given.target_c)
        except Refused:
            fall = None
        if fall is not None and work.cool_in != "furnace-ramp":
            asked = fall.model_copy(update={"medium": work.cool_in})
            cooling = cooling_observation(asked, touched)
    if flame is None and cooling is None:
        return None
    return BodyObservation(
        flame=flame, cooled_in=work.cool_in if cooling else None, cooling=cooling
    )
