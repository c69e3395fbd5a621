"""Seferian's preheat from a carbon equivalent that counts the thickness."""

import math

from pellak.core.answer.working import ValidRange, Working, complaints, inserted
from pellak.core.metal.carbon_equivalent import carbon_equivalent_iiw
from pellak.core.preheat.case import MethodAnswer, PreheatCase

SOURCE = "Seferian, Métallurgie de la soudure (1959); The Metallurgy of Welding (1962)"
CHEMICAL_FORMULA = "(360 * C + 40 * (Mn + Cr) + 20 * Ni + 28 * Mo) / 360"
FORMULA = "350 * sqrt(Cc * (1 + 0.005 * t) - 0.25)"
NONE_UP_TO = 0.25
VALID_RANGES = (ValidRange("thickness", 3.0, 200.0, "mm"), ValidRange("CE", 0.40, 2.0, "%"))
"""Below 0.40 (IIW) it would have mild plate of 6 mm warmed to 80 °C, which nobody does and AWS
D1.1 does not ask: such steel does not harden. Thickness is then left to the shop bands."""


def chemical_carbon(case: PreheatCase) -> float:
    """Return Seferian's chemical carbon equivalent, mass %.

    Args:
        case: the piece, with its analysis

    Source: Séférian, The Metallurgy of Welding (1962)

    >>> from pellak.core.metal.alloy import metal_named
    >>> case = PreheatCase(metal_named('4130'), 6.0, 6.0, 'low', 5.0, None)
    >>> 0.4 < chemical_carbon(case) < 0.6
    True
    """
    alloying = 40 * (case.percent("Mn") + case.percent("Cr"))
    alloying += 20 * case.percent("Ni") + 28 * case.percent("Mo")
    return (360 * case.percent("C") + alloying) / 360


def seferian(case: PreheatCase) -> MethodAnswer:
    """Return Seferian's preheat, °C; none where the total equivalent is 0.25 or less."""
    chemical = chemical_carbon(case)
    total = chemical * (1 + 0.005 * case.thickness_mm)
    preheat_c = 350 * math.sqrt(total - NONE_UP_TO) if total > NONE_UP_TO else None
    equivalent = carbon_equivalent_iiw(case.metal.composition)
    crossed = complaints(VALID_RANGES, {"thickness": case.thickness_mm, "CE": equivalent})
    elements = {e: case.percent(e) for e in ("C", "Mn", "Cr", "Ni", "Mo")}
    numbers = {"Cc": chemical, "t": case.thickness_mm}
    return MethodAnswer(
        method="seferian",
        preheat_c=preheat_c,
        valid=not crossed,
        why=crossed or "counts carbon and thickness; the torch welder's usual formula",
        working=[
            Working(
                name="chemical_carbon",
                value=chemical,
                unit="%",
                formula=CHEMICAL_FORMULA,
                inserted=inserted(CHEMICAL_FORMULA, elements),
                source=SOURCE,
                valid=not crossed,
                note=crossed,
            ),
            Working(
                name="seferian_c",
                value=preheat_c,
                unit="°C",
                formula=FORMULA,
                inserted=inserted(FORMULA, numbers),
                source=SOURCE,
                valid=not crossed,
                note=crossed or ("" if preheat_c is not None else "none: 0.25 or less"),
            ),
        ],
    )
