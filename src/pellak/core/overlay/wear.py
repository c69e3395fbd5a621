"""Which group for which wear: each rated against what the work does to it."""

from collections.abc import Mapping

from pellak.core.answer.working import Record
from pellak.core.overlay.groups import NEEDS, Group, Need, groups

POOR, STRONG_NEED = 2, 4
WORDS: Mapping[Need, str] = {
    "abrasion": "rubbing and digging",
    "impact": "blows",
    "corrosion": "corrosion",
    "heat": "heat",
}
FORMULA = "sum of need times rating, over rubbing, blows, corrosion and heat"


class Wear(Record):
    """What the work does to the part, each from 0, nothing, to 5."""

    abrasion: float = 0.0
    impact: float = 0.0
    corrosion: float = 0.0
    heat: float = 0.0

    def of(self, need: Need) -> float:
        """Return one need."""
        return {
            "abrasion": self.abrasion, "impact": self.impact, "corrosion": self.corrosion,
            "heat": self.heat,
        }[need]  # fmt: skip


class Ranked(Record):
    """A group in its place: its score, its properties, why it stands there, what bars it here."""

    group: str
    name: str
    classification: str
    score: float
    hrc_low: float
    hrc_high: float
    max_layers: int
    turned: bool
    why: str
    barred: str


def score_of(group: Group, wear: Wear) -> float:
    """Return the sum of need times rating; more is better, and only the order means anything.

    Args:
        group: the alloy, with its rating for each need
        wear: needs of each kind

    Source: weights and ratings: judgement

    >>> from pellak.core.overlay.groups import groups
    >>> score_of(next(iter(groups().values())), Wear())
    0.0
    """
    return sum(wear.of(need) * group.ratings[need] for need in NEEDS)


def _why(group: Group, wear: Wear) -> str:
    good = [WORDS[n] for n in NEEDS if wear.of(n) > 0 and group.ratings[n] >= STRONG_NEED]
    bad = [WORDS[n] for n in NEEDS if wear.of(n) >= STRONG_NEED and group.ratings[n] <= POOR]
    reasons = [group.holds]
    if good:
        reasons.append(f"strong against {' and '.join(good)}")
    if bad:
        reasons.append(f"weak against {' and '.join(bad)}")
    return "; ".join(reasons)


def ranked(wear: Wear, *, turned: bool, barred: Mapping[str, str]) -> list[Ranked]:
    """Return every group, the best first; those barred here, or too hard to be turned where that
    is wanted, stand last."""
    lines = [
        Ranked(
            group=group.id, name=group.name, classification=group.as_rod.classification,
            score=score_of(group, wear), hrc_low=group.hrc_low, hrc_high=group.hrc_high,
            max_layers=group.max_layers, turned=group.turned, why=_why(group, wear),
            barred=barred.get(group.id, "")
            or ("too hard to turn: it can only be ground" if turned and not group.turned else ""),
        )
        for group in groups().values()
    ]  # fmt: skip
    # Alike in score, the tougher one: a chipped edge is worse than a worn one.
    tough = {name: group.ratings["impact"] for name, group in groups().items()}
    return sorted(lines, key=lambda one: (bool(one.barred), -one.score, -tough[one.group]))
