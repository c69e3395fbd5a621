"""Two pressures beside each other: whether the torch's mixer is made for such a pair."""

from pellak.core import say
from pellak.core.answer.working import Caution
from pellak.core.torch.mixer import Mixer

EVEN_UP_TO, TRIMMED_UP_TO, EVEN_FROM = 1.35, 2.0, 0.75
"""Oxygen to acetylene: as an equal-pressure mixer likes it; trimmed at the torch valve; under it
acetylene pushes. Judgement, from makers' charts that give 1 to 1.5."""
INJECTOR_FROM = 2.0
"""An injector's oxygen stands well above its acetylene, two to ten times on makers' charts."""
SOURCE = "ISO 5172: equal-pressure and injector mixers; torch makers' charts"


def pair_cautions(
    mixer: Mixer, acetylene_bar: float | None, oxygen_bar: float | None
) -> list[Caution]:
    """Return what to mind of a pair of flowing pressures, bar; nothing where the mixer suits.

    Args:
        mixer: how the torch mixes
        acetylene_bar: flowing, bar
        oxygen_bar: flowing, bar; None not known

    Source: SOURCE: what an equal-pressure mixer is made for

    >>> pair_cautions('equal-pressure', 0.3, 0.3)
    []
    >>> [one.level for one in pair_cautions('injector', 0.3, 0.3)]
    ['warn']
    """
    if not acetylene_bar or not oxygen_bar:
        return []
    ratio = oxygen_bar / acetylene_bar
    pair = (
        f"{say.bar(acetylene_bar, places=2)} acetylene with {say.bar(oxygen_bar, places=2)} oxygen"
    )
    if mixer == "injector":
        if ratio >= INJECTOR_FROM:
            return []
        return [
            Caution(
                level="warn",
                text=f"{pair}: too little oxygen for an injector. See the torch maker's chart.",
                reason="The oxygen jet has to draw the acetylene in; without it the mixer can feed "
                "flame or gas back.",
                source=SOURCE,
            )
        ]
    if EVEN_FROM <= ratio <= EVEN_UP_TO:
        return []
    if EVEN_UP_TO < ratio <= TRIMMED_UP_TO:
        return [
            Caution(
                level="note",
                text=f"{pair}: works in an equal-pressure torch, the oxygen trimmed at the torch "
                "valve. Check valves at the torch, both gases.",
                reason="A tip that clogs lets the higher gas push back into the lower one's hose.",
                source=SOURCE,
            )
        ]
    higher, lower = ("oxygen", "acetylene") if ratio > 1 else ("acetylene", "oxygen")
    return [
        Caution(
            level="warn",
            text=f"{pair}: too far apart for an equal-pressure torch. Bring the {higher} down.",
            reason=f"The {higher} pushes back into the {lower} hose as soon as the tip resists, "
            "and the flame cannot be held neutral.",
            source=SOURCE,
        )
    ]
