"""How the metal looks: each temperature's place in a palette, and both faces as such places."""

from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from pellak.core.heat.colour import BARE_STEEL, POOL
from pellak.core.practice.puddle.conduction import Flags
from pellak.core.practice.puddle.metal import Floats, MeltingMetal
from pellak.core.practice.puddle.sheet import Sheet
from pellak.core.tables.metal_families import traits_of

Places = NDArray[np.uint8]
FACE_ROWS, BACK_ROWS, BACK_EVERY = 50, 25, 2
HOLE = 255
FIRST_LIQUID, LAST = 200, 254
"""Below the first is solid metal, from cold up to its melting; above it is pool."""
COLDEST_C = 20.0
POOL_SPAN_K = 500.0
HOLE_COLOUR = "#000000"
STEEL_COLOURS = (
    (20.0, BARE_STEEL), (450.0, "#7d858c"), (560.0, "#5d5350"), (650.0, "#6a2a1e"),
    (760.0, "#a8331a"), (880.0, "#d4501f"), (1000.0, "#ec7a2b"), (1150.0, "#f5a441"),
    (1300.0, "#f9c667"), (1500.0, "#fbdc93"),
)  # fmt: skip
"""Seen without a filter; below the first glow it is left bare: tints need longer than a weld."""
BARE_ALUMINIUM = (("#b4b9bd", "#a3a8ab"), ("#e9eef1", "#ffffff"))
"""Solid from cold to melting, then pool: it turns dull, and all at once bright."""


def _mixed(low: str, high: str, share: float) -> str:
    parts = ((int(low[at : at + 2], 16), int(high[at : at + 2], 16)) for at in (1, 3, 5))
    return "#" + "".join(f"{round(a + share * (b - a)):02x}" for a, b in parts)


def _solid_c(metal: MeltingMetal, place: int) -> float:
    return COLDEST_C + (metal.liquidus_c - COLDEST_C) * place / (FIRST_LIQUID - 1)


def palette(metal: MeltingMetal) -> list[str]:
    """Return 256 colours as hex: solid from cold to melting, the pool, and a hole."""
    pool = range(LAST - FIRST_LIQUID + 1)
    if not traits_of(metal.family).glows:
        (cold, dull), (wet, hot) = BARE_ALUMINIUM
        solid = [_mixed(cold, dull, place / (FIRST_LIQUID - 1)) for place in range(FIRST_LIQUID)]
        liquid = [_mixed(wet, hot, place / pool[-1]) for place in pool]
    else:
        solid = [_glow(_solid_c(metal, place)) for place in range(FIRST_LIQUID)]
        liquid = [_mixed(POOL, "#ffffff", place / pool[-1]) for place in pool]
    return [*solid, *liquid, HOLE_COLOUR]


def _glow(at_c: float) -> str:
    for (low_c, low), (high_c, high) in pairwise(STEEL_COLOURS):
        if at_c <= high_c:
            return _mixed(low, high, max(0.0, at_c - low_c) / (high_c - low_c))
    return STEEL_COLOURS[-1][1]


def face_places(sheet: Sheet, face_w_per_m: Floats, hole: Flags, every: int = 1) -> Places:
    """Return a face as places in the palette, (columns, rows), one in `every` column and row.

    `face_w_per_m` is conductivity integrated over temperature, `hole` the columns burnt through.

    Args:
        sheet: the joint and its cells
        face_w_per_m: (columns, rows) conductivity integrated over temperature, W/m
        hole: (COLUMNS) burnt through
        every: one column and row of so many, from 1

    Source: straight between rows of the tables

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> from pellak.core.practice.puddle.conduction import at_start, faces
    >>> heat, _ = at_start(sheet, 20.0)
    >>> top = faces(sheet, heat, np.zeros_like(sheet.area_m2)).top_w_per_m
    >>> places = face_places(sheet, top, np.zeros(len(sheet.column_x_mm), dtype=bool), 4)
    >>> int(places.max()) < FIRST_LIQUID
    True
    """
    metal, rows = sheet.metal, FACE_ROWS // every
    shown_mm = (np.arange(rows) - (rows - 1) / 2) * sheet.cell_mm * every
    # Far out a cell is wider than a row of the picture: no steps are to be seen there.
    after = np.clip(np.searchsorted(sheet.row_y_mm, shown_mm), 1, len(sheet.row_y_mm) - 1)
    low, high = sheet.row_y_mm[after - 1], sheet.row_y_mm[after]
    share = np.clip((shown_mm - low) / (high - low), 0, 1)
    columns = face_w_per_m[sheet.columns, :][::every]
    over = columns[:, after - 1] * (1 - share) + columns[:, after] * share
    at_c = np.interp(over, metal.flows_w_per_m, metal.temperatures_c)
    solid = (at_c - COLDEST_C) / (metal.liquidus_c - COLDEST_C) * (FIRST_LIQUID - 1)
    pool = FIRST_LIQUID + (at_c - metal.liquidus_c) / POOL_SPAN_K * (LAST - FIRST_LIQUID)
    places = np.where(at_c > metal.liquidus_c, pool, np.clip(solid, 0, FIRST_LIQUID - 1))
    places = np.clip(places, 0, LAST).astype(np.uint8)
    places[np.ix_(hole[::every], np.abs(shown_mm) <= 2 * sheet.cell_mm)] = HOLE
    return places
