"""What a metal is made of, mass %, and where it comes from in the catalogue."""

from collections.abc import Mapping
from typing import Annotated

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number

ELEMENTS = (
    "C", "Si", "Mn", "P", "S", "Cr", "Mo", "Ni", "V", "Cu", "Nb", "Ti", "B", "Al", "Mg", "Zn",
    "Fe", "Pb", "Sn", "Sb",
)  # fmt: skip
ELEMENT_NAMES: Mapping[str, str] = {
    "carbon": "C", "silicon": "Si", "manganese": "Mn", "phosphorus": "P", "sulphur": "S",
    "sulfur": "S", "chromium": "Cr", "molybdenum": "Mo", "nickel": "Ni", "vanadium": "V",
    "copper": "Cu", "niobium": "Nb", "columbium": "Nb", "titanium": "Ti", "boron": "B",
    "aluminium": "Al", "aluminum": "Al", "magnesium": "Mg", "zinc": "Zn", "iron": "Fe",
    "lead": "Pb", "tin": "Sn", "antimony": "Sb",
}  # fmt: skip
"""Elements as certificates write them out, either side of the ocean."""
Percent = Annotated[Number, Field(ge=0, le=100)]
Composition = Mapping[str, float]
WHOLE_PERCENT = 100.5
"""A sum above this is no composition: rounding of the parts explains half a percent, no more."""


def composition_of_row(row: Mapping[str, str]) -> Composition:
    """Return the composition in a row of the catalogue; elements not known are left out."""
    return {e: float(row[f"{e}_pct"]) for e in ELEMENTS if row[f"{e}_pct"]}


def element_named(word: str) -> str:
    """Return the element a symbol or a name stands for, nothing where it is none."""
    symbol = ELEMENT_NAMES.get(word.casefold(), word[:1].upper() + word[1:].lower())
    return symbol if symbol in ELEMENTS else ""


def checked(composition: Composition) -> Composition:
    """Return a composition whose elements are known and add up to no more than the whole.

    Raises:
        Refused: an unknown element, or parts that add up to more than 100 %.
    """
    for element in composition:
        if element not in ELEMENTS:
            raise Refused(f"composition.{element}", element, "one of " + ", ".join(ELEMENTS))
    total = sum(composition.values())
    if total > WHOLE_PERCENT:
        raise Refused("composition", f"{total:.2f} %", "parts that add up to 100 % at most")
    return composition
