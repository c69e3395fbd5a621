"""Hardness beside the seam from the analysis and the cooling time, by Yurioka."""

import math
from dataclasses import dataclass

from pellak.core.metal.composition import Composition

SOURCE = "Yurioka, Okumura, Kasuya and Cotton, Metal Construction 19 (1987) 217R"
FORMULA = "(HM + HB) / 2 - (HM - HB) / 2.2 * arctan(4 * lg(t / tM) / lg(tB / tM) - 2)"
COLD_CRACKING_HV = 350.0
"""The usual limit for hydrogen cracking in the zone beside the seam."""
SCATTER_HV = 35.0
"""Scatter of measured hardness about the formula."""


@dataclass(frozen=True)
class Hardenability:
    """Martensite and bainite hardness, HV, and the cooling times that just give each, s."""

    martensite_hv: float
    bainite_hv: float
    martensite_s: float
    bainite_s: float


def hardenability(composition: Composition) -> Hardenability:
    """Return what Yurioka's formula needs of an analysis, mass %."""

    def n(element: str) -> float:
        return composition.get(element, 0.0)

    carbon = n("C")
    ce1 = (
        carbon + n("Si") / 24 + n("Mn") / 6 + n("Cu") / 15 + n("Ni") / 12 + n("Mo") / 4
        + n("Cr") * (1 - 0.16 * math.sqrt(n("Cr"))) / 8
    )  # fmt: skip
    ce2 = (
        carbon + n("Si") / 24 + n("Mn") / 5 + n("Cu") / 10 + n("Ni") / 18 + n("Cr") / 5
        + n("Mo") / 2.5 + n("V") / 5 + n("Nb") / 3
    )  # fmt: skip
    held = carbon if carbon <= 0.3 else carbon / 6 + 0.25
    ce3 = held + n("Mn") / 3.6 + n("Cu") / 20 + n("Ni") / 9 + n("Cr") / 5 + n("Mo") / 4
    return Hardenability(
        martensite_hv=884 * carbon * (1 - 0.3 * carbon * carbon) + 294,
        bainite_hv=145 + 130 * math.tanh(2.65 * ce2 - 0.69),
        martensite_s=math.exp(10.6 * ce1 - 4.8),
        bainite_s=math.exp(6.2 * ce3 + 0.74),
    )


def haz_hardness_hv(composition: Composition, t85_s: float) -> float:
    """Return the hardness beside the seam, HV, between bainite's and martensite's.

    Args:
        composition: mass %; fitted to steels of 0.02 to 0.8 % C.
        t85_s: seconds from 800 to 500 °C, above 0.

    Source: SOURCE; good to about 35 HV.

    >>> round(haz_hardness_hv({'C': 0.3, 'Mn': 0.5, 'Cr': 0.95, 'Mo': 0.2}, 5.0), -1)
    520.0
    """
    steel = hardenability(composition)
    hm, hb = steel.martensite_hv, steel.bainite_hv
    spread = math.log10(steel.bainite_s / steel.martensite_s)
    if spread <= 0:
        # Very rich steels: martensite at any cooling a torch can give.
        return hm
    x = 4 * math.log10(t85_s / steel.martensite_s) / spread - 2
    hardness = (hm + hb) / 2 - (hm - hb) / 2.2 * math.atan(x)
    return min(max(hardness, min(hm, hb)), max(hm, hb))


def hardness_numbers(composition: Composition, t85_s: float) -> dict[str, float]:
    """Return the symbols of FORMULA with this steel's numbers.

    Args:
        composition: mass %, by element; what is not named
            is none
        t85_s: seconds from 800 to 500 °C, above 0

    Source: SOURCE

    >>> hardness_numbers({'C': 0.3, 'Mn': 0.5}, 5.0)['t']
    5.0
    """
    steel = hardenability(composition)
    return {
        "HM": steel.martensite_hv,
        "HB": steel.bainite_hv,
        "tM": steel.martensite_s,
        "tB": steel.bainite_s,
        "t": t85_s,
    }
