"""A metal meant by its id or by an analysis of its own."""

from collections.abc import Mapping
from dataclasses import replace

from pellak.core.answer.errors import Refused
from pellak.core.metal.alloy import Metal, alloys, metal_named
from pellak.core.metal.composition import checked
from pellak.core.tables.metal_families import traits_of


def named_or_analysed(
    alloy: str | None, composition: Mapping[str, float] | None, family: str | None
) -> Metal:
    """Return the metal meant. Raises Refused unless it is named exactly one way.

    Args:
        alloy: an id of the catalogue, or None.
        composition: mass %, with the family it belongs to, or None.
        family: the family that goes with the composition.

    Source: ids are those of the catalogue of metals

    >>> named_or_analysed('4130', None, None).id
    '4130'
    """
    if (composition is None) == (alloy is None):
        raise Refused("composition", composition, "either a composition or an alloy id")
    if alloy is not None:
        return metal_named(alloy)
    if family is None:
        raise Refused("family", None, "the family that goes with the composition")
    return replace(
        alloys()[traits_of(family).plain_alloy],
        id="",
        name=f"{family.replace('-', ' ')} of this analysis",
        composition=checked(composition or {}),
    )
