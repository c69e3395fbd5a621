"""The dimensions each joint is told by, what is usual where nothing was typed, and the length."""

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Working, inserted, short
from pellak.core.tables import Joint, rows

RING_FORMULA = "pi * OD"
SADDLE_FORMULA = "perimeter of the ellipse of OD and OD / sin(angle)"
RING_SOURCE = "the seam runs once round the outside"


@dataclass(frozen=True)
class DimensionRow:
    """A dimension of a joint. `usual` is a rule in t, empty where there is none to assume."""

    joint: Joint
    field: str
    label: str
    short: str
    kind: QuantityKind
    unit: str
    asks: str
    usual: str
    why: str
    source: str


@cache
def dimension_rows(joint: Joint) -> tuple[DimensionRow, ...]:
    """Return the dimensions of a joint beside its thickness and length."""
    return tuple(
        DimensionRow(**row)  # type: ignore[arg-type]  # a word of the table, held by test_words
        for row in rows("joint_dimensions.csv")
        if row["joint"] == joint
    )


def usual_value(row: DimensionRow, thickness_mm: float) -> float | None:
    """Return what a dimension usually is for a thickness, None where it must be measured.

    Args:
        row: the dimension's row
        thickness_mm: wall, mm

    Source: joint_dimensions.csv, with its sources

    >>> row = dimension_rows('tee')[0]
    >>> usual_value(row, 3.0) is None or usual_value(row, 3.0) > 0
    True
    """
    terms = re.sub(r"max\((.*)\)", r"\1", row.usual).split(";")
    values = []
    for term in (t.strip() for t in terms):
        if match := re.fullmatch(r"(?:(\d+(?:\.\d+)?)\*)?t", term):
            values.append(float(match.group(1) or 1) * thickness_mm)
        elif term:
            values.append(float(term))
    return max(values) if values else None


def dimension_value(
    row: DimensionRow, stated: Mapping[str, float | None], thickness_mm: float
) -> tuple[float | None, bool]:
    """Return a dimension's value, as `stated` by field, and whether it is only the usual one.

    Args:
        row: the dimension's row
        stated: what was told, by field
        thickness_mm: wall, mm

    Source: what is told stands before what is usual

    >>> row = dimension_rows('tee')[0]
    >>> dimension_value(row, {row.field: 4.0}, 3.0)
    (4.0, False)
    """
    value = stated.get(row.field)
    return (value, False) if value is not None else (usual_value(row, thickness_mm), True)


def ring_length(
    joint: Joint, outside_diameter_mm: float | None, branch_deg: float | None
) -> Working | None:
    """Return the seam's length round a tube, mm, with its working; None where it must be typed.

    A pipe's seam is its circumference; a branch's is the ellipse in which it is cut, good to a
    few per cent where it sits on a tube of like size.

    Args:
        joint: which
        outside_diameter_mm: of the tube, mm
        branch_deg: angle of the branch, °; None square

    Source: circumference; Ramanujan's first approximation of an ellipse

    >>> round(ring_length('pipe-butt', 30.0, None).value, 2)
    94.25
    >>> ring_length('butt', 30.0, None) is None
    True
    """
    if outside_diameter_mm is None or joint not in ("pipe-butt", "cluster"):
        return None
    if joint == "pipe-butt":
        length, formula = math.pi * outside_diameter_mm, RING_FORMULA
        note = "typed length wins"
    else:
        semi = outside_diameter_mm / 2
        long_semi = semi / math.sin(math.radians(branch_deg or 90.0))
        h = ((long_semi - semi) / (long_semi + semi)) ** 2
        # Ramanujan's first approximation, good to parts in a million at these shapes.
        length = math.pi * (semi + long_semi) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))
        formula, note = SADDLE_FORMULA, "one branch; typed length wins"
    numbers = {"OD": outside_diameter_mm, "angle": branch_deg or 90.0, "pi": math.pi}
    return Working(
        name="length_mm",
        value=length,
        unit="mm",
        low=length * 0.98,
        high=length * (1.02 if joint == "pipe-butt" else 1.1),
        formula=formula,
        inserted=f"{inserted(formula, numbers)} = {short(length, 4)} mm",
        source=RING_SOURCE,
        note=note,
    )
