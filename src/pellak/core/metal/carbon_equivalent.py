"""The carbon-equivalent reckoner: how readily a steel hardens, or an iron chills."""

import math
from typing import TYPE_CHECKING, Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import (
    Answer,
    Caution,
    Number,
    Reckoner,
    Record,
    ValidRange,
    Working,
    complaints,
    inserted,
)
from pellak.core.metal.alloy import metal_named
from pellak.core.metal.composition import Composition, Percent, checked
from pellak.core.tables.metal_families import family_traits, traits_of

if TYPE_CHECKING:
    SteelOrIron = str
else:
    SteelOrIron = Literal[tuple(f for f, one in family_traits().items() if one.ferrous)]
FORMULAS = {
    "ce_iiw": "C + Mn / 6 + (Cr + Mo + V) / 5 + (Ni + Cu) / 15",
    "pcm": "C + Si / 30 + (Mn + Cu + Cr) / 20 + Ni / 60 + Mo / 15 + V / 10 + 5 * B",
    "cet": "C + (Mn + Mo) / 10 + (Cr + Cu) / 20 + Ni / 40",
    "cen": "C + A * (Si / 24 + Mn / 6 + Cu / 15 + Ni / 20 + (Cr + Mo + Nb + V) / 5 + 5 * B)",
    "ce_cast": "C + (Si + P) / 3",
    "carbon_saturation": "C / (4.26 - (Si + P) / 3)",
}
SOURCES = {
    "ce_iiw": "International Institute of Welding, IIS/IIW-115-63; EN 1011-2",
    "pcm": "Ito and Bessyo, IIW Doc. IX-576-68",
    "cet": "EN 1011-2 annex C, method B",
    "cen": "Yurioka and others, Welding Journal 62 (1983) 147s",
    "ce_cast": "cast-iron carbon equivalent, EN 1561 informative; iron-carbon-silicon eutectic",
    "carbon_saturation": "degree of saturation against the Fe-C-Si eutectic at 4.26 % C",
}
VALID_RANGES = {
    "ce_iiw": (ValidRange("C", 0.18, 2.0, "%"),),
    "pcm": (ValidRange("C", 0.0, 0.18, "%"),),
    "cet": (ValidRange("C", 0.05, 0.32, "%"),),
    "cen": (ValidRange("C", 0.0, 2.0, "%"),),
    "ce_cast": (ValidRange("C", 2.0, 4.5, "%"),),
    "carbon_saturation": (ValidRange("C", 2.0, 4.5, "%"),),
}
"""IIW was drawn up for steels above 0.18 % C and Pcm for those below; both are shown either way."""
CHILLS_BELOW_SATURATION = 0.9
ANALYSIS_SPREAD = 0.03
"""Within one heat, and one standard's range, carbon equivalents wander by about this."""


class CarbonEquivalentGiven(Record):
    """A composition, mass %, with its family, or an alloy of the catalogue."""

    composition: dict[str, Percent] | None = Field(default=None, max_length=20)
    family: SteelOrIron | None = None
    alloy: str | None = Field(default=None, max_length=60)


class CarbonEquivalentValues(Record):
    """The steels' four, or the irons' two; the others are null."""

    ce_iiw: float | None
    pcm: float | None
    cet: float | None
    cen: float | None
    ce_cast: float | None
    carbon_saturation: float | None


class CarbonEquivalentAnswer(Answer):
    """Answer of the carbon-equivalent reckoner."""

    values: CarbonEquivalentValues


def _numbers(composition: Composition) -> dict[str, float]:
    return {e: composition.get(e, 0.0) for e in ("C", "Si", "Mn", "P", "Cr", "Mo", "Ni", "V",
                                                 "Cu", "Nb", "B")}  # fmt: skip


def accommodation(carbon_percent: float) -> float:
    """Return Yurioka's factor A, 0.75 + 0.25 tanh(20(C - 0.12)), between 0.5 and 1.

    Args:
        carbon_percent: carbon, mass %

    Source: Yurioka (1983)

    >>> accommodation(0.12), round(accommodation(0.3), 3)
    (0.75, 1.0)
    """
    return 0.75 + 0.25 * math.tanh(20 * (carbon_percent - 0.12))


def carbon_equivalent_iiw(composition: Composition) -> float:
    """Return CE by the International Institute of Welding, mass %.

    Args:
        composition: mass %, by element; what is not named
            is none

    Source: SOURCES; for carbon and carbon-manganese steels

    >>> round(carbon_equivalent_iiw({'C': 0.2, 'Mn': 1.2}), 3)
    0.4
    """
    n = _numbers(composition)
    return n["C"] + n["Mn"] / 6 + (n["Cr"] + n["Mo"] + n["V"]) / 5 + (n["Ni"] + n["Cu"]) / 15


def carbon_equivalent_pcm(composition: Composition) -> float:
    """Return Pcm by Ito and Bessyo, mass %; best for steels to 0.18 % C.

    Args:
        composition: mass %, by element; what is not named
            is none

    Source: Ito and Bessyo (1968)

    >>> round(carbon_equivalent_pcm({'C': 0.1, 'Mn': 1.2, 'Si': 0.3}), 3)
    0.17
    """
    n = _numbers(composition)
    alloying = (n["Mn"] + n["Cu"] + n["Cr"]) / 20 + n["Ni"] / 60 + n["Mo"] / 15 + n["V"] / 10
    return n["C"] + n["Si"] / 30 + alloying + 5 * n["B"]


def carbon_equivalent_cet(composition: Composition) -> float:
    """Return CET of EN 1011-2, mass %.

    Args:
        composition: mass %, by element; what is not named
            is none

    Source: EN 1011-2, annex C

    >>> round(carbon_equivalent_cet({'C': 0.2, 'Mn': 1.2}), 3)
    0.32
    """
    n = _numbers(composition)
    return n["C"] + (n["Mn"] + n["Mo"]) / 10 + (n["Cr"] + n["Cu"]) / 20 + n["Ni"] / 40


def carbon_equivalent_cen(composition: Composition) -> float:
    """Return CEN by Yurioka, mass %: near Pcm at low carbon, near IIW at high.

    Args:
        composition: mass %, by element; what is not named
            is none

    Source: Yurioka (1983)

    >>> round(carbon_equivalent_cen({'C': 0.2, 'Mn': 1.2}), 3)
    0.396
    """
    n = _numbers(composition)
    hardening = n["Si"] / 24 + n["Mn"] / 6 + n["Cu"] / 15 + n["Ni"] / 20
    hardening += (n["Cr"] + n["Mo"] + n["Nb"] + n["V"]) / 5 + 5 * n["B"]
    return n["C"] + accommodation(n["C"]) * hardening


def carbon_equivalent_cast(composition: Composition) -> float:
    """Return the cast-iron carbon equivalent, mass %; 4.26 is eutectic.

    Args:
        composition: mass %, by element; what is not named
            is none

    Source: cast-iron practice; eutectic at 4.26 %

    >>> round(carbon_equivalent_cast({'C': 3.4, 'Si': 2.1}), 2)
    4.1
    """
    n = _numbers(composition)
    return n["C"] + (n["Si"] + n["P"]) / 3


def carbon_saturation(composition: Composition) -> float:
    """Return the degree of saturation; 1 is eutectic, lower chills more readily.

    Args:
        composition: mass %, by element; what is not named
            is none

    Source: cast-iron practice; eutectic at 1

    >>> round(carbon_saturation({'C': 3.4, 'Si': 2.1}), 2)
    0.96
    """
    n = _numbers(composition)
    return n["C"] / (4.26 - (n["Si"] + n["P"]) / 3)


STEEL = {
    "ce_iiw": carbon_equivalent_iiw,
    "pcm": carbon_equivalent_pcm,
    "cet": carbon_equivalent_cet,
    "cen": carbon_equivalent_cen,
}
IRON = {"ce_cast": carbon_equivalent_cast, "carbon_saturation": carbon_saturation}


def _stated(given: CarbonEquivalentGiven) -> tuple[Composition, str]:
    if (given.composition is None) == (given.alloy is None):
        raise Refused("composition", given.composition, "either a composition or an alloy id")
    if given.alloy is not None:
        metal = metal_named(given.alloy)
        if not metal.traits.ferrous:
            raise Refused(
                "alloy", given.alloy, f"a steel or an iron; {given.alloy} is {metal.family}"
            )
        return metal.composition, metal.family
    if given.family is None:
        raise Refused("family", None, "the family, since irons are reckoned otherwise than steels")
    assert given.composition is not None
    composition = checked(given.composition)
    if "C" not in composition:
        raise Refused("composition.C", None, "the carbon content; nothing can be said without it")
    return composition, given.family


def _working(name: str, composition: Composition, value: float) -> Working:
    numbers = _numbers(composition)
    crossed = complaints(VALID_RANGES[name], numbers)
    missing = [e for e in ("Mn", "Si", "P") if e in FORMULAS[name] and e not in composition]
    words = f"{', '.join(missing)} not known, taken as none" if missing else ""
    return Working(
        name=name,
        value=value,
        unit="" if name == "carbon_saturation" else "%",
        low=value - ANALYSIS_SPREAD,
        high=value + ANALYSIS_SPREAD,
        formula=FORMULAS[name],
        inserted=inserted(FORMULAS[name], {**numbers, "A": accommodation(numbers["C"])}),
        source=SOURCES[name],
        valid=not crossed,
        note="; ".join(filter(None, [crossed, words])),
    )


def reckon_carbon_equivalent(given: CarbonEquivalentGiven) -> CarbonEquivalentAnswer:
    """Return every carbon equivalent of a steel, or of an iron, with what is outside its range.

    Mass per cent. Valid within each formula's published composition, told method by method; null
    where a formula does not apply. Source: IIW IX-535-67, Ito and Bessyo, EN 1011-2, Yurioka; for
    iron C + (Si + P) / 3.
    Raises Refused without carbon, without a family, for both a composition and an alloy.
    """
    composition, family = _stated(given)
    methods = IRON if traits_of(family).graphitic else STEEL
    found: dict[str, Number] = {name: rule(composition) for name, rule in methods.items()}
    cautions = []
    saturation = found.get("carbon_saturation")
    if saturation is not None and saturation < CHILLS_BELOW_SATURATION:
        cautions.append(
            Caution(
                level="warn",
                text="This iron chills readily: the seam comes out white and hard unless the whole "
                "part is hot and cools slowly.",
                reason="Well below the eutectic, iron carbide forms in place of graphite.",
                source=SOURCES["carbon_saturation"],
            )
        )
    if given.alloy is not None:
        cautions.append(
            Caution(
                level="note",
                text="This is a typical composition. The piece's own mill certificate wins.",
                reason="Standards give ranges, and heats differ within them.",
                source="catalogue row of the alloy",
            )
        )
    return CarbonEquivalentAnswer(
        values=CarbonEquivalentValues(
            **{name: found.get(name) for name in CarbonEquivalentValues.model_fields}
        ),
        working=[_working(name, composition, value) for name, value in found.items()],
        cautions=cautions,
    )


CARBON_EQUIVALENT = Reckoner(
    "carbon-equivalent",
    "How readily does this steel harden, or this iron chill?",
    CarbonEquivalentGiven,
    CarbonEquivalentAnswer,
    reckon_carbon_equivalent,
)
