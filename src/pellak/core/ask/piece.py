"""The piece a one-line question is about, and what of the shop it may name."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from typing import Any

from pellak.core import say
from pellak.core.metal.alloy import Metals
from pellak.core.reading.line_measures import in_force
from pellak.core.reading.measures import System
from pellak.core.reading.quantity import read_quantity
from pellak.core.tables import Family, heat_families, rows
from pellak.core.torch.rack_tip import RackTip

DEFAULT_FAMILY: Family = "carbon-steel"
_CODE = re.compile(r"\bcode ?\d")


@dataclass(frozen=True)
class OfShop:
    """What of the shop a question may name: tips of its rack, its own heats; the units in force."""

    tips: Sequence[RackTip] = ()
    own: Metals = field(default_factory=dict)
    system: System = "metric"
    """The units a bare number is in."""

    def length_mm(self, text: str, family: Family | None = None) -> float:
        """Return a length as it is said, a bare number in the units in force. Raises Refused."""
        return read_quantity(in_force(text, "mm", self.system), "length", family).value


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


def piece_of(text: str, shop: OfShop) -> dict[str, Any]:
    """Return family and thickness a text names; low-carbon steel where it names no metal.

    A code is a thickness of sheet lead and names its metal by that.
    """
    family, rest = metal_in(text)
    family = family or ("lead" if _CODE.search(rest) else DEFAULT_FAMILY)
    return {"family": family, "thickness_mm": shop.length_mm(rest, family)}


def piece_words(given: Mapping[str, Any]) -> str:
    """Return the piece in a few words."""
    return f"{heat_families()[given['family']].name} {say.wall(given['thickness_mm'], 4)}"
