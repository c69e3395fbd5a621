"""The finder: causes ranked by what is seen, how it was set up, and what helped here before."""

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Reckoner, Record, Working, short
from pellak.core.faults.given import FaultsGiven, RemedyTried
from pellak.core.faults.tables import (
    Cause,
    Evidence,
    fault_causes,
    fault_evidence,
    fault_signs,
)

MOST_SHOWN = 6
HELPED_PRIOR, TRIED_PRIOR = 2.0, 4.0
"""Before anything was tried here a remedy helps as often as not."""
SOURCE = (
    "gas-welding fault tables of practice, weights 0 to 3; evidence and what helped multiply them"
)


class RankedCause(Record):
    """A cause: its share of all that is likely, why it stands there, what to do, where to look."""

    id: str
    name: str
    share: float
    why: list[str]
    do: str
    look: str
    seen: str
    stop: bool


class FaultsValues(Record):
    """Causes, likeliest first, and the one look that tells the first two apart."""

    causes: list[RankedCause]
    tells_apart: str


class FaultsAnswer(Answer):
    """Answer of the faults reckoner."""

    values: FaultsValues


def learned(cause: str, tried: list[RemedyTried]) -> float:
    """Return how much likelier a cause is for how often its remedy helped here: 1 untried.

    Source: the mean of a beta prior of two in four, twice it.

    Args:
        cause: its id
        tried: remedies, each with whether it helped

    >>> learned('backfire', [])
    1.0
    """
    mine = [one for one in tried if one.cause == cause]
    helped = sum(min(one.helped, one.tried) for one in mine)
    times = sum(one.tried for one in mine)
    return 2 * (helped + HELPED_PRIOR) / (times + TRIED_PRIOR)


def speaks(evidence: Evidence, given: FaultsGiven) -> str | None:
    """Return a piece of evidence in words where it holds; None where it does not, or nobody knows
    what it weighs."""
    value = getattr(given, evidence.measure)
    than = getattr(given, evidence.than, evidence.than)
    if value is None or than is None:
        return None
    if evidence.is_ in ("is", "is-not"):
        return evidence.reason if (value == than) == (evidence.is_ == "is") else None
    limit = float(than)
    holds = {"under": value < limit, "over": value > limit, "from": value >= limit}[evidence.is_]
    said = evidence.reason.replace("{value}", short(value, 2)).replace("{than}", short(limit, 2))
    return said if holds else None


def _weight(cause: str, given: FaultsGiven) -> tuple[float, list[str]]:
    weight, why = 1.0, []
    for evidence in fault_evidence():
        if evidence.cause == cause and (said := speaks(evidence, given)) is not None:
            weight *= evidence.factor
            why.append(f"{said}: {'likelier' if evidence.factor > 1 else 'less likely'}")
    factor = learned(cause, given.tried)
    if factor != 1:
        often = "more" if factor > 1 else "less"
        why.append(f"its remedy helped here {often} often than not")
    return weight * factor, why


def reckon_faults(given: FaultsGiven) -> FaultsAnswer:
    """Return what most likely went wrong, why it is ranked so, what to try, where to look first.

    Shares are dimensionless and sum to 1 over all causes of the signs. Valid for what is seen at
    oxy-acetylene work; never certain. Source: fault tables of practice. Raises Refused for a sign
    that is unknown, or that this metal or kind of work does not show.
    """
    scores: dict[str, float] = {}
    whys: dict[str, list[str]] = {}
    for sign_id in dict.fromkeys(given.signs):
        sign = fault_signs().get(sign_id)
        if sign is None:
            raise Refused("signs", sign_id, ", ".join(fault_signs()))
        if not sign.fits(given.kind, given.family):
            raise Refused("signs", sign_id, f"a sign of this work; {sign_id} is seen on "
                          + ", ".join(sign.only))  # fmt: skip
        for cause, base in sign.causes.items():
            weight, why = _weight(cause, given)
            scores[cause] = scores.get(cause, 0.0) + base * weight
            explains = "explains well" if base >= 3 else "may explain" if base >= 2 else "seldom is"
            whys.setdefault(cause, list(why)).insert(0, f"{explains} “{sign.name}”")
    total = sum(scores.values())
    order = sorted(scores, key=lambda cause: (-scores[cause], cause))
    ranked = [_ranked(fault_causes()[cause], scores[cause] / total, whys[cause]) for cause in order]
    return FaultsAnswer(
        values=FaultsValues(causes=ranked[:MOST_SHOWN], tells_apart=_tells_apart(ranked)),
        working=[_working(one, scores[one.id], total) for one in ranked[:MOST_SHOWN]],
        cautions=[
            Caution(level="stop", text=one.do, reason=f"If {one.name}, going on can hurt you.",
                    source=SOURCE)
            for one in ranked if one.stop
        ],
    )  # fmt: skip


def _ranked(cause: Cause, share: float, why: list[str]) -> RankedCause:
    return RankedCause(
        id=cause.id, name=cause.name, share=share, why=why, do=cause.do, look=cause.look,
        seen=cause.seen, stop=cause.stop,
    )  # fmt: skip


def _tells_apart(ranked: list[RankedCause]) -> str:
    """Return the look that tells the first from the second, and the second from the rest."""
    return " ".join(
        f"{'Look' if place == 0 else 'Else look'} at {one.look}: {one.seen}? Then {one.name}."
        for place, one in enumerate(ranked[:2])
    )


def _working(one: RankedCause, score: float, total: float) -> Working:
    return Working(
        name=one.id, value=one.share, formula="score / sum of scores",
        inserted=f"{short(score, 3)} / {short(total, 3)}", source=SOURCE,
        note="; ".join(one.why),
    )  # fmt: skip


FAULTS = Reckoner(
    "faults",
    "What went wrong, and what is tried first?",
    FaultsGiven,
    FaultsAnswer,
    reckon_faults,
)
