"""Shop bands: the preheat ranges on the wall, by carbon equivalent and thickness."""

import numpy as np

from pellak.core import say
from pellak.core.answer.working import Working
from pellak.core.heat.gas_rule import ROOM_C
from pellak.core.metal.carbon_equivalent import carbon_equivalent_iiw
from pellak.core.preheat.case import MethodAnswer, PreheatCase
from pellak.core.tables import rows

SOURCE = "long-published shop preheat bands on the IIW carbon equivalent, after AWS D1.1 practice"
LOW_END_TO_MM, MIDDLE_AT_MM, HIGH_END_FROM_MM = 12.0, 20.0, 30.0
"""The shop's rule names walls (to 12 mm, to 25 mm, heavier); between them the band is gone up by
degrees, so that nothing steps."""
ONE_BAND_LOWER_TO_MM, OWN_BAND_FROM_MM = 2.5, 4.5
FORMULA = "band of CE at the place thickness gives it"


def _bands() -> list[tuple[float, float | None, float | None]]:
    """Return (carbon equivalent the band begins at, low °C, high °C), lowest first."""
    return [
        (
            float(row["ce_from"]),
            float(row["low_c"]) if row["low_c"] else None,
            float(row["high_c"]) if row["high_c"] else None,
        )
        for row in rows("preheat_bands.csv")
    ]


def _by_thickness_alone_c(thickness_mm: float) -> float | None:
    """Return the preheat thickness asks for whatever the analysis, °C."""
    found = None
    for row in rows("preheat_thickness.csv"):
        if thickness_mm > float(row["over_mm"]):
            found = float(row["preheat_c"])
    return found


def band_share(thickness_mm: float) -> float:
    """Return how far up its band a wall stands, 0 at the low end, 1 at the high end.

    Args:
        thickness_mm: wall, mm, above 0

    Source: shop tables of preheat by carbon equivalent; the straight line between is judgement

    >>> band_share(1), band_share(200)
    (0.0, 1.0)
    """
    anchors = (LOW_END_TO_MM, MIDDLE_AT_MM, HIGH_END_FROM_MM)
    return float(np.interp(thickness_mm, anchors, (0.0, 0.5, 1.0)))


def own_band_share(thickness_mm: float) -> float:
    """Return how far a thin wall has come from the band below to its own.

    Args:
        thickness_mm: wall, mm, above 0

    Source: shop tables; the straight line between is judgement

    >>> own_band_share(0.5), own_band_share(100)
    (0.0, 1.0)
    """
    return float(np.interp(thickness_mm, (ONE_BAND_LOWER_TO_MM, OWN_BAND_FROM_MM), (0.0, 1.0)))


def band_without_thickness_c(case: PreheatCase) -> float | None:
    """Return the low end of the band of a carbon equivalent, whatever the wall, °C.

    Args:
        case: the piece

    Source: shop tables of preheat by carbon equivalent

    >>> from pellak.core.metal.alloy import metal_named
    >>> case = PreheatCase(metal_named('4130'), 6.0, 6.0, 'low', 5.0, None)
    >>> band_without_thickness_c(case) > 100
    True
    """
    ce = carbon_equivalent_iiw(case.metal.composition)
    return max((b for b in _bands() if ce >= b[0]), key=lambda b: b[0])[1]


def shop_bands(case: PreheatCase) -> MethodAnswer:
    """Return the shop band's preheat: low end for thin walls, high end for heavy ones.

    Thickness alone asks for some heat even in the leanest steel; that floor holds in every band,
    so that a richer steel is never told less than a leaner one.
    """
    ce = carbon_equivalent_iiw(case.metal.composition)
    bands = _bands()
    place = max(i for i, (begins, _, _) in enumerate(bands) if ce >= begins)
    thickness = case.thickness_mm
    _, low, high = bands[place]
    share = band_share(thickness)
    floor = _by_thickness_alone_c(thickness)
    banded = None if low is None or high is None else low + share * (high - low)
    thin = own_band_share(thickness)
    if banded is not None and thin < 1.0:
        below = bands[max(0, place - 1)][1]
        lower = ROOM_C if below is None else below
        banded = lower + thin * (banded - lower)
    asked = [c for c in (banded, floor) if c is not None]
    preheat_c = max(asked) if asked else None
    where = "low end" if share == 0 else "high end" if share == 1 else f"{share:.0%} up"
    words = f"CE {ce:.2f}: no preheat"
    if banded is not None and low is not None and high is not None:
        words = (
            f"CE {ce:.2f} is in the band {say.c(low, to=high)}, {where} at {say.wall(thickness, 6)}"
        )
    if preheat_c is not None and preheat_c != banded:
        words = f"CE {ce:.2f}; {say.wall(thickness, 6)} asks for {say.c(preheat_c)} on its own"
    return MethodAnswer(
        method="shop",
        preheat_c=preheat_c,
        valid=True,
        why=words,
        low_c=low,
        high_c=high,
        working=[
            Working(
                name="shop_c",
                value=preheat_c,
                unit="°C",
                low=low,
                high=high,
                formula=FORMULA,
                inserted=words,
                source=SOURCE,
                note="" if preheat_c is not None else f"none: dry and above {say.c(10)} will do",
            )
        ],
    )
