"""Rods counted down: what a run took from the stock of the rack."""

from collections.abc import Iterable, Mapping, Sequence

from pellak.core.answer.working import Number, Record
from pellak.core.rig.items import RackItem, StockItem

ALIKE_MM = 0.35
"""Rods whose diameters differ by less are one size: 3.2 mm and an eighth of an inch."""


class RodTaken(Record):
    """Rod a run took: its kind, its diameter and mass as planned, and the item it came from;
    `item` is empty where the rack holds none of it."""

    rod: str
    diameter_mm: Number | None = None
    grams: Number
    item: str = ""


def _holds(item: RackItem, taken: RodTaken) -> bool:
    if not isinstance(item, StockItem) or item.rod != taken.rod:
        return False
    sizes = (item.diameter_mm, taken.diameter_mm)
    return None in sizes or abs((sizes[0] or 0.0) - (sizes[1] or 0.0)) < ALIKE_MM


def held_kg(items: Iterable[RackItem], rod: str) -> float | None:
    """Return how much of a rod the rack holds, all sizes, kg; None where it holds no such item.

    Args:
        items: of the rack
        rod: which

    Source: sum

    >>> held_kg([], 'er70s-2') is None
    True
    """
    held = [item.mass_kg for item in items if isinstance(item, StockItem) and item.rod == rod]
    return sum(held) if held else None


def take_rods(
    items: Mapping[str, RackItem], wanted: Sequence[RodTaken]
) -> tuple[dict[str, StockItem], list[RodTaken]]:
    """Return the stock items that change, by id, and what was taken from which.

    Of several that would do, the fullest gives; none gives more than it holds.
    """
    left: dict[str, StockItem] = {}
    taken = []
    for one in wanted:
        fits = {
            name: left.get(name, item)
            for name, item in items.items()
            if isinstance(item, StockItem) and _holds(item, one)
        }
        if not fits:
            taken.append(one)
            continue
        name, item = max(fits.items(), key=lambda pair: pair[1].mass_kg)
        grams = min(one.grams, 1000 * item.mass_kg)
        # All of it and no more: a hair below nothing could never be read back.
        rest_kg = max(0.0, item.mass_kg - grams / 1000)
        left[name] = item.model_copy(update={"mass_kg": rest_kg})
        taken.append(one.model_copy(update={"grams": grams, "item": item.name}))
    return left, taken
