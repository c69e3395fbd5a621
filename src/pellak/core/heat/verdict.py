"""Whether a puddle comes at a pace a hand can steer."""

from functools import cache
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.tables import Family, heat_families, rows

Verdict = Literal["too-fierce", "steerable", "slow", "too-cold"]

SHEET_UP_TO_MM = 3.2


class VerdictBand(Record):
    """A band of puddle time over matched puddle time; the last has no upper end."""

    verdict: Verdict
    label: str
    ratio_up_to: float | None
    meaning: str


@cache
def verdict_bands() -> tuple[VerdictBand, ...]:
    """Return the bands in order, fiercest first."""
    return tuple(
        VerdictBand(
            verdict=row["verdict"],
            label=row["label"],
            ratio_up_to=float(row["ratio_up_to"]) if row["ratio_up_to"] else None,
            meaning=row["meaning"],
        )
        for row in rows("puddle_verdicts.csv")
    )


def puddle_verdict(
    family: Family, thickness_mm: float, puddle_s: float | None, matched_puddle_s: float | None
) -> VerdictBand:
    """Judge a puddle time against the one a matched tip would give.

    Args:
        family: the metal.
        thickness_mm: sheet thickness, mm.
        puddle_s: seconds to a puddle, None where it never comes.
        matched_puddle_s: seconds at the gas rule's flow, None where even that never comes.

    Source: puddle_verdicts.csv: bands of judgement

    >>> puddle_verdict('carbon-steel', 1.2, 4.0, 4.0).verdict
    'steerable'
    >>> puddle_verdict('carbon-steel', 1.2, None, 4.0).verdict
    'too-cold'
    """
    fiercest, *_, coldest = verdict_bands()
    if puddle_s is None or matched_puddle_s is None:
        return coldest
    fierce_s = heat_families()[family].fierce_below_s
    if fierce_s is not None and thickness_mm <= SHEET_UP_TO_MM and puddle_s < fierce_s:
        return fiercest
    ratio = puddle_s / matched_puddle_s
    return next(
        band for band in verdict_bands() if band.ratio_up_to is None or ratio < band.ratio_up_to
    )
