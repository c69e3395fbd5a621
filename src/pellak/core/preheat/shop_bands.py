"""Shop bands: the preheat ranges on the wall, by carbon equivalent and thickness."""

from pellak.core.metal.carbon_equivalent import carbon_equivalent_iiw
from pellak.core.preheat.case import SHEET_BELOW_MM, MethodAnswer, PreheatCase
from pellak.core.tables import rows
from pellak.core.working import Working

SOURCE = "long-published shop preheat bands on the IIW carbon equivalent, after AWS D1.1 practice"
LOW_END_UP_TO_MM = 12.0
MIDDLE_UP_TO_MM = 25.0
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


def shop_bands(case: PreheatCase) -> MethodAnswer:
    """Return the shop band's preheat: low end for thin walls, high end for heavy ones.

    Thickness alone asks for some heat even in the leanest steel; that floor holds in every band,
    so that a richer steel is never told less than a leaner one.
    """
    ce = carbon_equivalent_iiw(case.metal.composition)
    bands = _bands()
    place = max(i for i, (begins, _, _) in enumerate(bands) if ce >= begins)
    thickness = case.thickness_mm
    if thickness < SHEET_BELOW_MM:
        place = max(0, place - 1)
    _, low, high = bands[place]
    share = 0.0 if thickness <= LOW_END_UP_TO_MM else 0.5 if thickness <= MIDDLE_UP_TO_MM else 1.0
    floor = _by_thickness_alone_c(thickness)
    banded = None if low is None or high is None else low + share * (high - low)
    asked = [c for c in (banded, floor) if c is not None]
    preheat_c = max(asked) if asked else None
    where = ("low end", "middle", "high end")[round(2 * share)]
    told = f"CE {ce:.2f}: no preheat"
    if banded is not None:
        told = f"CE {ce:.2f} is in the band {low:g} to {high:g} °C, {where} at {thickness:g} mm"
    if preheat_c is not None and preheat_c != banded:
        told = f"CE {ce:.2f}; {thickness:g} mm asks for {preheat_c:g} °C on its own"
    return MethodAnswer(
        method="shop",
        preheat_c=preheat_c,
        valid=True,
        why=told,
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
                inserted=told,
                source=SOURCE,
                note="" if preheat_c is not None else "none: dry and above 10 °C will do",
            )
        ],
    )
