"""What a book of runs says, counted over the runs that are wanted."""

import math

import numpy as np
from numpy.typing import NDArray

from pellak.core.answer.working import Record
from pellak.core.book.columns import Mask, RunColumns
from pellak.core.book.search import THICKNESS_ENDS_MM, band_label, thickness_bands
from pellak.core.faults.tables import fault_causes
from pellak.core.tables.metal_families import family_name

MM_PER_M = 1000.0
GOOD = ("good",)
MOST_SIGNS_LISTED, MOST_CURES = 12, 4
MOST_MONTHS = 60
Z = 1.0
"""Bands of a share are one standard deviation either way (Wilson 1927)."""


class Share(Record):
    """How many of how many, and the range the true share may well lie in."""

    metal: str
    thickness: str
    good: int
    judged: int
    low: float
    high: float


class MonthRatio(Record):
    """Puddles of a month, timed over planned: how many, the middle one, and the quartiles."""

    month: str
    n: int
    middle: float
    low: float
    high: float


class GasPerMetre(Record):
    """Acetylene a metre of seam took, L: how many runs, the middle one, and the quartiles."""

    metal: str
    thickness: str
    n: int
    middle_l: float
    low_l: float
    high_l: float


class Cure(Record):
    """A remedy that was tried where a sign was seen, and how often it helped."""

    cause: str
    name: str
    do: str
    tried: int
    helped: int


class SignCount(Record):
    """How often a sign was seen among the runs wanted, and what cured it."""

    sign: str
    runs: int
    cures: list[Cure]


class BookStatistics(Record):
    """What the runs that are wanted say. `signs` are those that went wrong, commonest first."""

    runs: int
    success: list[Share]
    months: list[MonthRatio]
    gas: list[GasPerMetre]
    signs: list[SignCount]


def wilson(good: int, of: int) -> tuple[float, float]:
    """Return the ends of a share's range, dimensionless, for so many good of so many.

    Source: Wilson's score interval (1927), one standard deviation; holds for few as for many.

    Args:
        good: so many went well
        of: so many were tried

    >>> [round(end, 2) for end in wilson(8, 10)]
    [0.65, 0.9]
    >>> wilson(0, 0)
    (0.0, 1.0)
    """
    if of == 0:
        return 0.0, 1.0
    share = good / of
    middle = (share + Z**2 / (2 * of)) / (1 + Z**2 / of)
    half = Z * math.sqrt(share * (1 - share) / of + Z**2 / (4 * of**2)) / (1 + Z**2 / of)
    return max(0.0, middle - half), min(1.0, middle + half)


def book_statistics(columns: RunColumns, mask: Mask, bad_signs: list[str]) -> BookStatistics:
    """Return what some runs say.

    Args:
        columns: all runs.
        mask: which are wanted.
        bad_signs: the signs that mean it went wrong.
    """
    return BookStatistics(
        runs=int(mask.sum()),
        success=_success(columns, mask),
        months=_months(columns, mask),
        gas=_gas(columns, mask),
        signs=_signs(columns, mask, bad_signs),
    )


def _groups(columns: RunColumns, mask: Mask) -> list[tuple[str, int, Mask]]:
    """Return metal, band of thickness and runs of each pair there is, by metal, thin first."""
    labels, widest = columns.labels["family"], len(THICKNESS_ENDS_MM) + 1
    pairs = columns.word("family") * widest + thickness_bands(columns.number("thickness_mm"))
    there = sorted(np.unique(pairs[mask]), key=lambda pair: (labels[pair // widest], pair % widest))
    return [
        (family_name(labels[pair // widest]), int(pair % widest), mask & (pairs == pair))
        for pair in there
    ]


def _success(columns: RunColumns, mask: Mask) -> list[Share]:
    verdicts = columns.labels["verdict"]
    good = np.isin(columns.word("verdict"), [n for n, v in enumerate(verdicts) if v in GOOD])
    judged = np.isin(columns.word("verdict"), [n for n, v in enumerate(verdicts) if v])
    shares = []
    for metal, band, ours in _groups(columns, mask & judged):
        n, k = int(ours.sum()), int((ours & good).sum())
        low, high = wilson(k, n)
        shares.append(
            Share(metal=metal, thickness=band_label(band), good=k, judged=n, low=low, high=high)
        )
    return shares


def _quartiles(values: NDArray[np.float64]) -> tuple[float, float, float]:
    low, middle, high = np.percentile(values, [25, 50, 75])
    return float(low), float(middle), float(high)


def _months(columns: RunColumns, mask: Mask) -> list[MonthRatio]:
    ratio = columns.number("puddle_s") / columns.number("planned_puddle_s")
    known = mask & np.isfinite(ratio)
    days = columns.number("day")[known].astype("int64").astype("datetime64[D]")
    months = days.astype("datetime64[M]")
    ratios = []
    for month in np.unique(months)[-MOST_MONTHS:]:
        low, middle, high = _quartiles(ratio[known][months == month])
        n = int((months == month).sum())
        ratios.append(MonthRatio(month=str(month), n=n, middle=middle, low=low, high=high))
    return ratios


def _gas(columns: RunColumns, mask: Mask) -> list[GasPerMetre]:
    per_m = columns.number("acetylene_l") / (columns.number("length_mm") / MM_PER_M)
    rows = []
    for metal, band, ours in _groups(columns, mask & np.isfinite(per_m)):
        low, middle, high = _quartiles(per_m[ours])
        rows.append(
            GasPerMetre(
                metal=metal, thickness=band_label(band), n=int(ours.sum()),
                middle_l=middle, low_l=low, high_l=high,
            )
        )  # fmt: skip
    return rows


def _signs(columns: RunColumns, mask: Mask, bad_signs: list[str]) -> list[SignCount]:
    rows = []
    for sign in bad_signs:
        ours = columns.saw(sign) & mask
        if ours.any():
            rows.append(SignCount(sign=sign, runs=int(ours.sum()), cures=_cures(columns, ours)))
    return sorted(rows, key=lambda one: (-one.runs, one.sign))[:MOST_SIGNS_LISTED]


def _cures(columns: RunColumns, ours: Mask) -> list[Cure]:
    """Return what was tried in some runs, what helped oftenest first; who cannot say counts not."""
    counts: dict[str, list[int]] = {}
    for row, tried in columns.tried.items():
        if not ours[row]:
            continue
        for cause, helped in tried:
            if helped is not None:
                count = counts.setdefault(cause, [0, 0])
                count[0] += 1
                count[1] += helped
    causes = fault_causes()
    cures = [
        Cure(
            cause=cause, name=causes[cause].name, do=causes[cause].do, tried=n, helped=k,
        )
        for cause, (n, k) in counts.items()
        if cause in causes
    ]  # fmt: skip
    return sorted(cures, key=lambda cure: (-cure.helped, cure.tried, cure.cause))[:MOST_CURES]
