"""Temperature crayons: the two to buy, one either side of what is wanted."""

from pellak.core import say
from pellak.core.answer.working import Record, short
from pellak.core.tables.metal_families import traits_of

SOURCE = "crayons are stocked in steps of 25 °F to 600 °F and 50 °F above; makers differ a little"
FIRST_F, FINE_UP_TO_F, LAST_F = 100, 600, 1250
CONTACT_UP_TO_C = 120.0


class CheckWith(Record):
    """How to prove the heat: the crayon that must have melted and the one that must not have."""

    crayon_low_c: float
    crayon_high_c: float
    contact_thermometer: bool
    how: str


def crayon_steps_c() -> list[float]:
    """Return the crayons usually stocked, °C, rising.

    Source: crayons are made in steps of 25 °F, then 50 °F

    >>> crayon_steps_c()[:3]
    [38, 52, 66]
    """
    fine = range(FIRST_F, FINE_UP_TO_F + 1, 25)
    coarse = range(FINE_UP_TO_F + 50, LAST_F + 1, 50)
    return [round((f - 32) / 1.8) for f in (*fine, *coarse)]


def proved_at_mm(thickness_mm: float) -> float:
    """Return how far from the groove a preheat is measured: four thicknesses, 50 mm at most; 75 mm
    on metal over 50 mm thick. Source: EN ISO 13916.

    Args:
        thickness_mm: wall, mm, above 0

    >>> proved_at_mm(6), proved_at_mm(30), proved_at_mm(60)
    (24, 50.0, 75.0)
    """
    return 75.0 if thickness_mm > 50 else min(50.0, 4 * thickness_mm)


def settles_min(thickness_mm: float) -> float:
    """Return how long heat is let even out before it is measured: two minutes for each 25 mm, one
    at least. Source: EN ISO 13916.

    Args:
        thickness_mm: wall, mm, above 0

    >>> settles_min(3), settles_min(50)
    (1.0, 4.0)
    """
    return max(1.0, 2 * thickness_mm / 25)


def crayons_for(least_c: float, most_c: float, family: str, thickness_mm: float) -> CheckWith:
    """Return the crayons for a window: the first step at or above the least, one at or below most.

    Where the window holds only one step, the upper crayon is the next one above it.

    Args:
        least_c: of the window, °C
        most_c: of the window, °C
        family: the metal's
        thickness_mm: wall, mm, above 0

    Source: EN ISO 13916

    >>> check = crayons_for(150, 260, 'carbon-steel', 6)
    >>> check.crayon_low_c, check.crayon_high_c
    (163.0, 260.0)
    """
    steps = crayon_steps_c()
    melts = next((step for step in steps if step >= least_c), steps[-1])
    above = [step for step in steps if step > melts]
    inside = [step for step in above if step <= most_c]
    not_yet = inside[-1] if inside else above[0] if above else melts
    how = (
        f"Stroke the metal, not the flame's side: {say.c(melts)} must melt, {say.c(not_yet)} must "
        "not. "
        f"Look {say.mm(proved_at_mm(thickness_mm), 2)} from the seam and on the far face, "
        f"{short(settles_min(thickness_mm), 2)} min after the flame has moved off."
    )
    note = traits_of(family).crayon_note
    if note:
        how += f" A contact thermometer does as well. {note}"
    return CheckWith(
        crayon_low_c=melts,
        crayon_high_c=not_yet,
        contact_thermometer=bool(note) or least_c <= CONTACT_UP_TO_C,
        how=how,
    )
