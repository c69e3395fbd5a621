"""The hand a shop plans with: fitted factors that were taken up, metal by metal and torch by torch.

What is learned since changes no plan until somebody takes it up."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.hand.fit import Fitted, HandFit
from pellak.core.tables import heat_families

ANYBODY = ""
ANY_TORCH = "?"
"""A torch no log names: it may be as far off as torches are."""


@dataclass(frozen=True)
class HandFactor:
    """What a plan takes of a hand: its factor, how sure it is, and in words whose it is.

    `sigma` is None while no log told anything: then the metal's own spread stands.
    """

    factor: float = 1.0
    sigma: float | None = None
    label: str = ""


MODEL_HAND = HandFactor()


class OperatorCalibration(Record):
    """Factors taken up: when, whose they are (nothing is anybody's), of how many puddles; for any
    torch by metal, and torch by torch."""

    taken_up: str = Field(max_length=40)
    person: str = Field(default=ANYBODY, max_length=60)
    n: int
    read_within: dict[str, float]
    """How far one reading is off in heat, by metal: standard deviation of its logarithm."""
    by_metal: dict[str, Fitted]
    by_torch: dict[str, dict[str, Fitted]]

    def of(self, family: str, torch: str) -> HandFactor:
        """Return what a plan takes for a metal and a torch; what is not known is the model's."""
        metals = self.by_torch.get(torch, self.by_metal)
        found = metals.get(family) or self.by_metal.get(family)
        if found is None:
            return MODEL_HAND
        whose = f"{self.person}’s" if self.person else "this shop’s"
        words = f"fitted to {whose} log: ×{found.factor:.2f} of the model’s heat, " + (
            f"{found.n} puddles" if found.n != 1 else "one puddle"
        )
        sigma = predicted_sigma(found, self.read_within[family], family)
        return HandFactor(found.factor, sigma, words)


def predicted_sigma(fitted: Fitted, read_within: float, family: str) -> float:
    """Return how far the next puddle's factor may be off: what is not known of it, and a reading.

    `read_within` as well as the answer are standard deviations of the factor's logarithm; never
    wider than the metal's own spread of all hands with a reading on top.

    Args:
        fitted: the hand's factor
        read_within: of one reading, as a logarithm
        family: the metal's

    Source: errors that do not hang together add as squares

    >>> steady = Fitted(factor=1.0, factor_low=0.9, factor_high=1.1, n=9)
    >>> round(predicted_sigma(steady, 0.1, 'carbon-steel'), 3)
    0.142
    """
    spread = min(fitted.sigma, heat_families()[family].sigma_ln_hand)
    return math.hypot(spread, read_within)


def operator_calibration(
    fit: HandFit, person: str, torches: Sequence[str], taken_up: str
) -> OperatorCalibration:
    """Return what a fit tells of a person's hand, or of anybody's.

    Args:
        fit: the fit of every log.
        person: whose hand plans are made for; nothing is anybody's.
        torches: the torches plans may be made for.
        taken_up: the moment, UTC, ISO 8601.
    """
    logs = [fit.logs[n] for n in fit.fitted]
    named = any(log.torch for log in logs)
    metals = sorted({log.metal().family for log in logs})

    def read_within(family: str) -> float:
        reads = [fit.reads[n] for n in fit.fitted if fit.logs[n].metal().family == family]
        return median(one.error for one in reads if one is not None)

    def counted(family: str, torch: str | None) -> int:
        return sum(
            log.metal().family == family and (torch is None or log.torch == torch)
            and person in (ANYBODY, log.person)
            for log in logs
        )  # fmt: skip

    def of(family: str, torch: str | None) -> Fitted:
        of_torch = (ANY_TORCH if named else "") if torch is None else torch
        return fit.of(counted(family, torch), metal=family, torch=of_torch, person=person)

    return OperatorCalibration(
        taken_up=taken_up,
        person=person,
        n=sum(person in (ANYBODY, log.person) for log in logs),
        read_within={family: read_within(family) for family in metals},
        by_metal={family: of(family, None) for family in metals},
        by_torch={
            torch: {family: of(family, torch) for family in metals}
            for torch in torches
            if any(log.torch == torch for log in logs)
        },
    )
