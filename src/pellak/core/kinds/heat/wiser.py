"""What parts heated before tell the next one: of this shop's flame, and of its media."""

from collections.abc import Sequence

from pellak.core.body.cool_given import CoolGiven
from pellak.core.body.learning import BodyTold, cooling_told, flame_told, posterior
from pellak.core.body.media import media
from pellak.core.body.soak_given import FLAME_SIGMA, SoakGiven
from pellak.core.errors import Refused
from pellak.core.kinds.heat.work import HeatWork
from pellak.core.run_log import RunLog
from pellak.core.stations.body_cooling import cool_given_of

MOST_BEFORE = 20


def heated(work: object, log: RunLog) -> BodyTold | None:
    """Return what a run tells later ones; None where nothing was timed that can be compared."""
    if not isinstance(work, HeatWork):
        return None
    minutes, touched = log.actual.get("to_heat_min"), log.actual.get("touch_min")
    flame = cooling = None
    if minutes is not None and work.free is None:
        flame = flame_told(work.given, minutes)
    if touched is not None and work.cool_in is not None:
        try:
            fall = cool_given_of(work.given, work.given.target_c)
        except Refused:
            fall = None
        if fall is not None and work.cool_in != "furnace-ramp":
            asked = fall.model_copy(update={"medium": work.cool_in})
            cooling = cooling_told(asked, touched)
    if flame is None and cooling is None:
        return None
    return BodyTold(flame=flame, cooled_in=work.cool_in if cooling else None, cooling=cooling)


def with_flame(given: SoakGiven, learned: Sequence[object]) -> SoakGiven:
    """Return the question with what this shop's flame did before."""
    told = [one.flame for one in _of(learned) if one.flame is not None]
    if not told:
        return given
    now = posterior(FLAME_SIGMA, told)
    return given.model_copy(update={"flame_factor": now.factor, "flame_sigma": now.sigma})


def with_media(given: CoolGiven, learned: Sequence[object]) -> CoolGiven:
    """Return a fall with what cooling in the same medium did before."""
    told = [
        one.cooling
        for one in _of(learned)
        if one.cooling is not None and one.cooled_in == given.medium
    ]
    if not told:
        return given
    filling = media().get(given.medium)
    prior = filling.sigma_ln_k if filling else given.sigma_of_loss()
    now = posterior(prior, told)
    kind = "medium" if filling else "loss"
    return given.model_copy(update={f"{kind}_factor": now.factor, f"{kind}_sigma": now.sigma})


def _of(learned: Sequence[object]) -> list[BodyTold]:
    return [one for one in learned if isinstance(one, BodyTold)][:MOST_BEFORE]
