"""How far a seam draws its edges together as it cools, or turns them."""

from pellak.core import say
from pellak.core.seam.groove import (
    ONE_POOL_UP_TO_MM,
    USUAL_GAP_PER_THICKNESS,
    USUAL_ROOT_FACE_MM,
    USUAL_V_DEG,
    Groove,
    area_below_mm2,
    bead_width_mm,
    bevelled_share,
    passes_a_side,
)

SHRINK_FORMULA = "0.2 * A / t + 0.05 * g"
SHRINK_SOURCE = "Spraragen and Ettinger, transverse shrinkage of arc-welded butts: an estimate here"
SHRINK_NOTE = (
    f"A the fused area: the pool through square edges, above {say.wall(3.2)} groove and pool"
)
TURN_DEG_PER_PASS = 1.0
"""A single fillet turns its plate by about a degree for each pass: an estimate."""
DRAWN_TOGETHER = frozenset({"touching", "gapped", "v", "double-v", "tipped", "corner"})


def fused_area_mm2(groove: Groove) -> float:
    """Return the area that shrinks, mm²: the pool through square edges; above 3.2 mm what the
    groove holds, and beside it what the pool melts of the edges.

    The width melted is the pool's at 3.2 mm less what a bevel has taken away of it already, so
    that nothing jumps where a bevel begins.

    Args:
        groove: form and sizes

    Source: geometry

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> round(fused_area_mm2(v), 1)
    78.7
    """
    t = groove.thickness_mm
    pool = bead_width_mm(min(t, ONE_POOL_UP_TO_MM))
    if groove.form not in ("v", "double-v"):
        return bead_width_mm(t) * t if groove.form != "corner" else pool * t
    whole = groove.model_copy(
        update={"form": "v", "thickness_mm": ONE_POOL_UP_TO_MM, "root_face_mm": USUAL_ROOT_FACE_MM,
                "root_gap_mm": USUAL_GAP_PER_THICKNESS * ONE_POOL_UP_TO_MM,
                "included_angle_deg": USUAL_V_DEG}
    )  # fmt: skip
    taken = area_below_mm2(whole, ONE_POOL_UP_TO_MM) / ONE_POOL_UP_TO_MM
    melted = pool - bevelled_share(t) * taken
    return area_below_mm2(groove, t) + t * melted


def turn_deg(groove: Groove) -> float:
    """Return how far a single fillet turns its plate towards the bead, degrees.

    Args:
        groove: form and sizes

    Source: TURN_DEG_PER_PASS, welding distortion texts

    >>> fillet = Groove(form='fillet', thickness_mm=6, leg_mm=5)
    >>> turn_deg(fillet) > 0
    True
    """
    return TURN_DEG_PER_PASS * passes_a_side(groove)


def shrink_mm(groove: Groove) -> float:
    """Return how far a butt draws together, mm.

    Args:
        groove: form and sizes

    Source: transverse shrinkage 0.2 A/t + 0.05 gap, Spraragen and Ettinger

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> round(shrink_mm(v), 2)
    2.7
    """
    return 0.2 * fused_area_mm2(groove) / groove.thickness_mm + 0.05 * groove.root_gap_mm
