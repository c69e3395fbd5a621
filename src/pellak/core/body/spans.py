"""The honest range of a run: each thing nobody knows exactly, moved by its own spread."""

import math
from collections.abc import Iterable


def span_of(
    centre: float | None,
    tried: Iterable[tuple[float | None, float | None]],
    heat_sigma: float,
) -> tuple[float | None, float | None]:
    """Return low and high of a figure from the runs `tried` with each unknown down and up.

    One spread either way: the squares of the logarithms of what each moved it by, added up, and
    `heat_sigma`, the spread of the metal's own heat as a logarithm. A side on which a run never
    arrives is None, and so is all where the centre does not.

    Args:
        centre: the figure, or None
        tried: for each unknown, the figure with it down and up
        heat_sigma: of the metal's own heat, as a logarithm

    Source: errors that do not hang together add as squares

    >>> [round(end, 2) for end in span_of(10.0, [(9.0, 11.0)], 0.0)]
    [9.0, 11.0]
    >>> span_of(None, [], 0.1)
    (None, None)
    """
    if centre is None or centre <= 0:
        return None, None
    low, high = heat_sigma**2, heat_sigma**2
    never = False
    for pair in tried:
        moved = [math.log(v / centre) for v in pair if v is not None and v > 0]
        never = never or len(moved) < 2
        low += min(0.0, *moved, 0.0) ** 2 if moved else 0.0
        high += max(0.0, *moved, 0.0) ** 2 if moved else 0.0
    return centre * math.exp(-math.sqrt(low)), (
        None if never else centre * math.exp(math.sqrt(high))
    )
