"""Layer upon layer: how much base is mixed in, and how hard each comes out."""

from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.overlay.groups import Group

Technique = Literal["sweat", "puddled"]
DILUTION: dict[Technique, tuple[float, float, float]] = {
    "sweat": (0.03, 0.05, 0.08),
    "puddled": (0.15, 0.20, 0.30),
}
"""Share of what lies beneath that is melted into a layer: low, usual, high."""
SOURCE = "gas hard-facing practice: a sweated layer takes up 3 to 8 %, a puddled one 15 to 30 %"
HARDNESS_SOURCE = "mixed in proportion to what each brings; typical as-laid ranges of AWS A5.21"


class Layer(Record):
    """A layer as laid. `dilution` is the share of base in it, `own_share` that of the rod."""

    n: int
    height_mm: float
    top_mm: float
    dilution: float
    dilution_low: float
    dilution_high: float
    own_share: float
    hrc_low: float
    hrc_high: float


def layers_of(
    group: Group, base_hrc: float, count: int, layer_mm: float, technique: Technique
) -> list[Layer]:
    """Return each layer, the first on the base.

    Args:
        group: the alloy laid.
        base_hrc: hardness the base brings, HRC; 0 for soft steel.
        count: layers, from 1.
        layer_mm: height of each, mm.
        technique: the surface sweated, or puddled by mistake.

    Source: SOURCE; HARDNESS_SOURCE. A granule rod's hardness is that of its matrix.

    >>> from pellak.core.overlay.groups import groups
    >>> group = next(iter(groups().values()))
    >>> len(layers_of(group, 0.0, 2, 1.5, 'sweat'))
    2
    """
    low, usual, high = DILUTION[technique]

    def mixed(own: float, dilution: float, n: int) -> float:
        return own + (base_hrc - own) * dilution**n

    return [
        Layer(
            n=n, height_mm=layer_mm, top_mm=n * layer_mm, dilution=usual**n,
            dilution_low=low**n, dilution_high=high**n, own_share=1 - usual**n,
            hrc_low=mixed(group.hrc_low, high, n), hrc_high=mixed(group.hrc_high, low, n),
        )
        for n in range(1, count + 1)
    ]  # fmt: skip
