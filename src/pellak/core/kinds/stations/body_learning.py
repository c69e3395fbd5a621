"""What bodies heated before tell the next one, whoever told it: a run's times or a watch."""

from collections.abc import Sequence

from pellak.core.body.cool_given import CoolGiven
from pellak.core.body.learning import BodyObservation
from pellak.core.body.media import media
from pellak.core.body.soak_given import FLAME_SIGMA, SoakGiven
from pellak.core.factor import posterior

MOST_BEFORE = 20


def with_flame(given: SoakGiven, learned: Sequence[object]) -> SoakGiven:
    """Return the question with what this shop's flame did before."""
    observations = [one.flame for one in _of(learned) if one.flame is not None]
    if not observations:
        return given
    now = posterior(FLAME_SIGMA, observations)
    return given.model_copy(update={"flame_factor": now.factor, "flame_sigma": now.sigma})


def with_media(given: CoolGiven, learned: Sequence[object]) -> CoolGiven:
    """Return a fall with what cooling in the same medium did before."""
    observations = [
        one.cooling
        for one in _of(learned)
        if one.cooling is not None and one.cooled_in == given.medium
    ]
    if not observations:
        return given
    filling = media().get(given.medium)
    prior = filling.sigma_ln_k if filling else given.sigma_of_loss()
    now = posterior(prior, observations)
    kind = "medium" if filling else "loss"
    return given.model_copy(update={f"{kind}_factor": now.factor, f"{kind}_sigma": now.sigma})


def _of(learned: Sequence[object]) -> list[BodyObservation]:
    return [one for one in learned if isinstance(one, BodyObservation)][:MOST_BEFORE]
