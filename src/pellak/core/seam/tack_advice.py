"""What to do about gaps and edges between rounds of tacks."""

from pellak.core import say
from pellak.core.seam.tacks_given import TacksGiven


def trouble(given: TacksGiven) -> str:
    """Return why the rest is stepped shorter, or nothing where all is as it should be."""
    t = given.thickness_mm
    riding = [m for m in given.measured if m.rise_mm is not None and abs(m.rise_mm) > t / 2]
    shut = [m for m in given.measured if m.gap_mm is not None and m.gap_mm <= 0 < given.gap_mm]
    open_ = [m for m in given.measured if m.gap_mm is not None and m.gap_mm > given.gap_mm + t]
    advice = []
    if riding:
        advice.append(
            f"edge proud at {say.mm(riding[0].at_mm, places=0)}: level it cold, hammer and dolly"
        )
    if shut:
        advice.append(
            f"gap shut at {say.mm(shut[0].at_mm, places=0)}: ease the sheet away before it rides"
        )
    if open_:
        advice.append(
            f"gap opened at {say.mm(open_[0].at_mm, places=0)}: draw it together and clamp"
        )
    return "; ".join([*advice, "the rest is stepped shorter"]) if advice else ""


def gap_advice(given: TacksGiven, shrink_mm: float) -> str:
    """Return how to live with what the seam draws together.

    Args:
        given: the seam
        shrink_mm: what it draws together, mm

    Source: judgement

    >>> from pellak.core.seam.tacks_given import TacksGiven
    >>> given = TacksGiven(seam_mm=200, thickness_mm=1.2, family='carbon-steel', school='halving')
    >>> gap_advice(given, 0.4)[:19]
    'The edges draw toge'
    """
    if given.school == "opposite":
        return (
            "Pairs opposite each other keep the ring round; check it with a square after each pair."
        )
    if given.gap_mm == 0:
        return (
            f"The edges draw together about {say.mm(shrink_mm, 2)} and then ride: ease the sheet "
            "away "
            "as it closes, and level every tack cold before the next round."
        )
    if shrink_mm > given.gap_mm:
        return (
            f"A gap of {say.mm(given.gap_mm, 6)} closes altogether: the seam draws about "
            f"{say.mm(shrink_mm, 2)}. Open the far end, or ease it away between rounds."
        )
    return (
        f"Of {say.mm(given.gap_mm, 6)} about {say.mm(shrink_mm, 2)} closes as it cools; measure "
        "before each "
        "round."
    )
