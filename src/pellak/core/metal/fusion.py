"""Whether a metal should be fused with a torch at all, why not, and what to do instead."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core.answer.working import Caution
from pellak.core.metal.alloy import Metal
from pellak.core.tables import rows

Advice = Literal["fuse", "mind", "refuse"]
MAGNESIUM_REFUSED_ABOVE = 2.8
MAGNESIUM_MIND_FROM = 1.8
"""5052 runs from 2.2 to 2.8 % and is the last that a flux copes with; 5754 begins at 2.6."""
COPPER_REFUSED_ABOVE = 2.0
SILICON_HEALS_FROM = 4.0
"""Copper makes wrought aluminium crack hot; the silicon of casting alloys feeds the cracks."""
ZINC_REFUSED_ABOVE = 3.0
SULPHUR_REFUSED_ABOVE = 0.08
LEAD_REFUSED_ABOVE = 0.05
CARBON_REFUSED_ABOVE = 0.9


@dataclass(frozen=True)
class FusionAdvice:
    """Advice on fusing a metal; `reason` and `instead` are empty where nothing speaks against."""

    level: Advice
    reason: str = ""
    instead: str = ""
    source: str = ""


@cache
def _filed() -> dict[str, FusionAdvice]:
    return {
        row["alloy"]: FusionAdvice(
            row["level"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            row["reason"],
            row["instead"],
            row["source"],
        )
        for row in rows("fusion_advice.csv")
    }


def _by_aluminium_analysis(metal: Metal) -> FusionAdvice | None:
    n = metal.composition.get
    if n("Mg", 0.0) > MAGNESIUM_REFUSED_ABOVE:
        return FusionAdvice(
            "refuse",
            f"{n('Mg'):g} % magnesium makes a skin the flux cannot dissolve.",
            "An arc process with inert gas, or rivets.",
            "EN 573-3; aluminium gas-flux practice",
        )
    if n("Zn", 0.0) > ZINC_REFUSED_ABOVE or (
        n("Cu", 0.0) > COPPER_REFUSED_ABOVE and n("Si", 0.0) < SILICON_HEALS_FROM
    ):
        return FusionAdvice(
            "refuse",
            "Copper and zinc alloys of aluminium crack hot beside the seam and lose their strength "
            "for good.",
            "Rivets or bolts, or a licensed shop; aircraft parts are never torch welded so.",
            "EN 573-3; hot cracking of 2xxx and 7xxx alloys",
        )
    if n("Mg", 0.0) >= MAGNESIUM_MIND_FROM:
        return FusionAdvice(
            "mind",
            f"{n('Mg'):g} % magnesium is about the most a flux copes with.",
            "Fresh flux, bright metal, weld at once; else an arc process with inert gas.",
            "EN 573-3; aluminium gas-flux practice",
        )
    return None


def _by_steel_analysis(metal: Metal) -> FusionAdvice | None:
    n = metal.composition.get
    if n("S", 0.0) > SULPHUR_REFUSED_ABOVE or n("Pb", 0.0) > LEAD_REFUSED_ABOVE:
        return _filed()["12l14"]
    if n("C", 0.0) > CARBON_REFUSED_ABOVE:
        return _filed()["sae-1095"]
    return None


def fusion_advice(metal: Metal) -> FusionAdvice:
    """Return whether to fuse a metal: by its own analysis first, then as its alloy is known."""
    found = None
    if metal.traits.judged_by == "aluminium":
        found = _by_aluminium_analysis(metal)
    elif metal.traits.judged_by == "steel":
        found = _by_steel_analysis(metal)
    filed = _filed().get(metal.advised_as, FusionAdvice("fuse"))
    if found is None or (filed.level == "refuse" and found.level != "refuse"):
        return filed
    return filed if filed.level == found.level else found


def fusion_cautions(metal: Metal) -> list[Caution]:
    """Return the advice as a caution: a stop where fusion is refused."""
    advice = fusion_advice(metal)
    if advice.level == "fuse":
        return []
    if advice.level == "refuse":
        text = f"{metal.name} is not fused by torch. {advice.instead}"
    else:
        text = f"{metal.name} is a poor choice for the torch. {advice.instead}"
    return [
        Caution(
            level="stop" if advice.level == "refuse" else "warn",
            text=text,
            reason=advice.reason,
            source=advice.source,
        )
    ]
