"""Places along a piece, typed as a list in any units."""

import re

from pellak.core.answer.errors import Refused
from pellak.core.reading.quantity import read_quantity


def read_places(field: str, text: str, family: str) -> list[float]:
    """Return the places typed as `200, 340 mm; 2 ft`, mm. Raises Refused naming the field.

    Args:
        field: names what was typed
        text: lengths after commas or semicolons
        family: the metal's

    Source: what people type

    >>> read_places('places', '200, 340 mm; 2 ft', 'carbon-steel')
    [200.0, 340.0, 609.6]
    """
    parts = [part for part in re.split(r"[;\s]*[;,]\s+|;", text.strip()) if part]
    try:
        return [read_quantity(part, "length", family).value for part in parts]
    except Refused as refused:
        raise Refused(field, text, f"lengths along it; {refused.accepted}") from None


def read_bows(field: str, text: str, family: str) -> list[dict[str, float]]:
    """Return what was read along a line, typed as `1 m: 8 mm; 2 m: 12`, place and bow, mm.

    Args:
        field: names what was typed
        text: place and bow
        family: the metal's

    Source: what people type

    >>> read_bows('bows', '1 m: 8 mm; 2 m: 12', 'carbon-steel')
    [{'at_mm': 1000.0, 'bow_mm': 8.0}, {'at_mm': 2000.0, 'bow_mm': 12.0}]
    """
    found = []
    for part in [part for part in text.split(";") if part.strip()]:
        place, colon, bow = part.partition(":")
        if not colon:
            raise Refused(field, part.strip(), "place and bow, such as 1.5 m: 8 mm; 3 m: 12 mm")
        (at_mm,), (bow_mm,) = (read_places(field, one, family)[:1] or [0.0] for one in (place, bow))
        found.append({"at_mm": at_mm, "bow_mm": bow_mm})
    return found
