"""The piece a one-line question is about, and what of the shop it may name."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from typing import Any

from pellak.core.metal.alloy import Metals
from pellak.core.reading.quantity import read_quantity
from pellak.core.tables import Family, heat_families, rows
from pellak.core.torch.candidates import RackTip

DEFAULT_FAMILY: Family = "carbon-steel"


@dataclass(frozen=True)
class OfShop:
    """What of the shop a question may name: the tips in its rack, its own heats."""

    tips: Sequence[RackTip] = ()
    own: Metals = field(default_factory=dict)


@cache
def _family_words() -> dict[str, Family]:
    return {
        word: row["family"] for row in rows("family_words.csv") for word in row["words"].split(";")
    }


def metal_in(text: str) -> tuple[Family | None, str]:
    """Return the family a question names and the question without that word."""
    for word, family in sorted(_family_words().items(), key=lambda pair: -len(pair[0])):
        without, count = re.subn(rf"(?<!\w){re.escape(word)}(?!\w)", " ", text)
        if count:
            return family, " ".join(without.split())
    return None, text


def piece_of(text: str) -> dict[str, Any]:
    """Return family and thickness a text names; low-carbon steel where it names no metal."""
    family, rest = metal_in(text)
    length = read_quantity(rest, "length", family or DEFAULT_FAMILY)
    return {"family": family or DEFAULT_FAMILY, "thickness_mm": length.value}


def piece_words(given: Mapping[str, Any]) -> str:
    """Return the piece in a few words."""
    return f"{heat_families()[given['family']].name} {given['thickness_mm']:.4g} mm"
