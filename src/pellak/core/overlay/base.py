"""Whether a base takes an overlay, and how hot its body may and must be."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core import say
from pellak.core.answer.working import Working, short
from pellak.core.metal.alloy import Metal
from pellak.core.metal.carbon_equivalent import carbon_equivalent_iiw
from pellak.core.overlay.groups import Group
from pellak.core.preheat.case import SHEET_BELOW_MM
from pellak.core.preheat.reckon import PreheatGiven, PreheatQuestion, answer_preheat
from pellak.core.tables import rows

SMALL_MM2 = 1000.0
"""The largest patch a torch may lay at one go where the body must stay cold: judgement."""
LEAN_CE, RICH_CE = 0.3, 0.8
THIN_MM, THICK_MM, FORMULAS_END_MM = 10.0, 50.0, 100.0
FORMULA = "low + (high - low) * greater of (CE - 0.3) / 0.5 and (t - 10) / 40, within 0 and 1"
SOURCE = (
    "bands of hard-facing practice for each alloy group; the base's own preheat where it asks more"
)


@dataclass(frozen=True)
class OverlayBase:
    """A row of the table of bases. `hrc` is what it brings to the layer it is mixed into."""

    level: Literal["suited", "small", "refuse"]
    trait: str
    hrc: float
    least_c: float | None
    most_c: float | None
    reason: str
    instead: str
    source: str


UNKNOWN_BASE = OverlayBase(
    "refuse",
    "",
    0.0,
    None,
    None,
    "Nobody knows what it is, and some metals crack or break under an overlay.",
    "Identify it first: spark, file, magnet, chip.",
    "ANSI Z49.1; hard-facing practice",
)


@cache
def _bases() -> dict[str, OverlayBase]:
    return {
        metal: OverlayBase(
            row["level"],  # type: ignore[arg-type]  # a word of the table, held by a test
            row["trait"],
            float(row["hrc"]),
            float(row["least_c"]) if row["least_c"] else None,
            float(row["most_c"]) if row["most_c"] else None,
            row["reason"],
            row["instead"],
            row["source"],
        )
        for row in rows("overlay_bases.csv")
        for metal in row["metal"].split(";")
    }


def base_of(metal: Metal | None) -> OverlayBase:
    """Return what a metal is as a base: by its alloy, its kind, else its family."""
    if metal is None or metal.advised_as == "unknown-steel":
        return UNKNOWN_BASE
    keys = (metal.advised_as, metal.thermal_id, metal.family)
    return next((_bases()[key] for key in keys if key in _bases()), UNKNOWN_BASE)


def why_not(metal: Metal | None, group: Group | None, area_mm2: float) -> str:
    """Return why this base takes no such overlay and what to do instead; nothing where it does.

    Args:
        metal: the base, None where not told
        group: the alloy laid, None where not told
        area_mm2: faced at one go, mm2

    Source: table overlay_bases.csv

    >>> from pellak.core.metal.alloy import metal_named
    >>> why_not(metal_named('sae-1018'), None, 500.0)
    ''
    """
    base = base_of(metal)
    name = metal.name if metal else "This metal"
    words = ""
    if base.level == "refuse":
        words = f"{name} takes no overlay by torch. {base.reason} {base.instead}"
    elif base.level == "small" and area_mm2 > SMALL_MM2:
        words = (
            f"{name}: no more than {SMALL_MM2 / 100:g} cm² at one go, this is "
            f"{short(area_mm2 / 100, 3)}. {base.reason} {base.instead}"
        )
    elif group is not None and metal is not None and {base.trait, metal.family} & group.refuses:
        words = f"Not {group.name} on {name}. {base.reason} " + (
            "Granule rod is laid on steel; on iron braze inserts on."
            if metal.traits.graphitic
            else base.instead
        )
    return " ".join(words.split())


def body_preheat(metal: Metal, group: Group, thickness_mm: float) -> Working:
    """Return how hot the whole part is made before the first rod, °C.

    Args:
        metal: the base; its carbon equivalent counts.
        group: the alloy laid, whose band it is.
        thickness_mm: of the part under the overlay, from 0.3 to 300.

    Source: SOURCE; good to about 50 K either way.

    >>> from pellak.core.metal.alloy import metal_named
    >>> from pellak.core.overlay.groups import groups
    >>> group = next(iter(groups().values()))
    >>> body_preheat(metal_named('sae-1045'), group, 20.0).unit
    '°C'
    """
    base = base_of(metal)
    ce = carbon_equivalent_iiw(metal.composition) if not metal.traits.graphitic else LEAN_CE
    rich = (ce - LEAN_CE) / (RICH_CE - LEAN_CE)
    thick = (thickness_mm - THIN_MM) / (THICK_MM - THIN_MM)
    share = min(1.0, max(0.0, rich, thick))
    band = group.body_low_c + (group.body_high_c - group.body_low_c) * share
    # Thinner, a weld would be asked for none, and an overlay is hot for longer; thicker, the
    # formulas of welds end and more thickness asks for no more.
    held = min(max(thickness_mm, SHEET_BELOW_MM), FORMULAS_END_MM)
    asked = answer_preheat(PreheatQuestion(metal, PreheatGiven(thickness_mm=held)))
    own = asked.values.preheat_c or 0.0
    least = max(band, own, base.least_c or 0.0)
    body = min(least, base.most_c) if base.most_c is not None else least
    notes = []
    if own > band:
        notes.append(f"this base asks {say.c(own)} for itself")
    if base.most_c is not None and body < least:
        notes.append(
            f"never above {say.c(base.most_c, limit='<')}: "
            f"{base.reason[0].lower()}{base.reason[1:]}"
        )
    return Working(
        name="body_preheat_c",
        value=body,
        unit="°C",
        low=max(20.0, body - 25),
        high=min(body + 50, base.most_c or body + 50),
        formula=FORMULA,
        inserted=f"{group.body_low_c:g} to {group.body_high_c:g} °C, CE {short(ce, 2)}, "
        f"t {short(thickness_mm, 3)} mm",
        source=SOURCE,
        note="; ".join(notes) or "right through, not the skin alone",
    )
