"""How far a seam draws its edges together as it cools."""

from pellak.core.seam.filler import FillerGiven, groove_of
from pellak.core.seam.groove import SQUARE_UP_TO_MM, weld_area_mm2
from pellak.core.tables import Joint

SHRINK_FORMULA = "0.2 * A / t + 0.05 * g"
SHRINK_SOURCE = "Spraragen and Ettinger, transverse shrinkage of arc-welded butts: an estimate here"
SHRINK_NOTE = "A the fused area: a pool of 3 t + 1.5 mm through, above 3.2 mm what fills the groove"
ANY_LENGTH_MM = 100.0


def fused_area_mm2(thickness_mm: float, joint: Joint, gap_mm: float) -> float:
    """Return the area that shrinks, mm²: the pool through square edges, the filling above."""
    if thickness_mm <= SQUARE_UP_TO_MM:
        return (3 * thickness_mm + 1.5) * thickness_mm
    filled = FillerGiven(
        thickness_mm=thickness_mm, joint=joint, root_gap_mm=gap_mm, length_mm=ANY_LENGTH_MM
    )
    return weld_area_mm2(groove_of(filled))
