"""The hand reckoner: one factor from many puddles, shared out to metals, torches and people."""

from collections.abc import Sequence

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Reckoner, Working
from pellak.core.hand.fit import Fitted, fit_hand
from pellak.core.hand.given import HandGiven
from pellak.core.tables import heat_families

SOURCE = (
    "normal priors on the logarithm of the factor: 0.20 for all, 0.15 a torch, 0.15 a person, a "
    "metal by its table row; one ridge system, heavy tails weighed down (Rousseeuw and Leroy)"
)


class HandValues(Fitted):
    """The factor asked for, and those of each metal, torch and person for everybody else alike.

    `outliers` are logs that go against the others, `left_out` those no believable factor explains,
    both by their place in what was given, from 0.
    """

    by_metal: dict[str, Fitted]
    by_torch: dict[str, Fitted]
    by_person: dict[str, Fitted]
    outliers: list[int]
    left_out: list[int]


class HandAnswer(Answer):
    """Answer of the hand reckoner."""

    values: HandValues


def reckon_hand(given: HandGiven) -> HandAnswer:
    """Return the factor of a hand, a torch, a metal, from puddles that were timed.

    Dimensionless, 1 as the model has it; s, mm, L/h, °C in. Valid for factors of 0.2 to 5; those
    beyond a third and three are kept out of the fit. Source: normal priors and a Gaussian
    posterior of the logarithm, solved as one ridge system. Raises Refused for a piece the heat
    model does not hold for, and for a metal it does not know.
    """
    if given.family and given.family not in heat_families():
        raise Refused("family", given.family, "one of " + ", ".join(heat_families()))
    fit = fit_hand(given.logs)
    logs = [given.logs[n] for n in fit.fitted]

    def each(group: str, names: Sequence[str]) -> dict[str, Fitted]:
        return {
            name: fit.of(sum(name == one for one in names), **{group: name})
            for kind, name in fit.columns.names
            if kind == group
        }

    # Who timed one metal only asks about that one.
    timed = {log.metal().family for log in logs}
    family = given.family or (timed.pop() if len(timed) == 1 else "")
    wanted = fit.of(len(logs), metal=family, torch=given.torch, person=given.person)
    values = HandValues(
        **wanted.model_dump(),
        by_metal=each("metal", [log.metal().family for log in logs]),
        by_torch=each("torch", [log.torch for log in logs]),
        by_person=each("person", [log.person for log in logs]),
        outliers=fit.outliers,
        left_out=fit.left_out,
    )
    return HandAnswer(values=values, working=[_working(values)])


def _working(values: HandValues) -> Working:
    return Working(
        name="factor", value=values.factor, low=values.factor_low, high=values.factor_high,
        formula="exp(mean of all + metal + torch + person)",
        inserted=f"{values.n} puddles, {len(values.outliers)} of them stray", source=SOURCE,
        note=f"{len(values.left_out)} left out" if values.left_out else "",
    )  # fmt: skip


HAND = Reckoner(
    "hand",
    "Is this hand, torch or metal hotter than the model?",
    HandGiven,
    HandAnswer,
    reckon_hand,
)
