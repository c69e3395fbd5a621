"""What an exercise is worth: points of a hundred, and the parts that say why."""

from pellak.core.answer.working import Record


class ScorePart(Record):
    """One part of a score: what it is for, points of most, and the words that say why."""

    label: str
    points: float
    most: float
    why: str


class Worth(Record):
    """What an exercise is worth, 0 to 100, with its parts."""

    points: float
    parts: list[ScorePart]


def left(off: float, full: float, none: float) -> float:
    """Return 1 for an `off` up to `full`, 0 from `none`, evenly between; all of one unit.

    Source: definition

    >>> left(0.0, 0.1, 1.0), left(0.55, 0.1, 1.0), left(2.0, 0.1, 1.0)
    (1.0, 0.49999999999999994, 0.0)
    """
    return min(1.0, max(0.0, (none - off) / (none - full)))
