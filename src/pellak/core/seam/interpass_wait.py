"""How long to wait between passes until the plate beside the seam is back under its limit.

Each pass is a line of heat through the plate, laid at its own time and as long as the seam; it
spreads, and both faces lose heat. Looked at where the next pass begins, 25 mm off."""

import math
from collections.abc import Callable, Sequence

from pellak.core.heat.case import REFERENCE_HEAT_PATHS, HeatCase
from pellak.core.heat.loss import face_loss_w_per_m2_k
from pellak.core.seam.passes import WeldPass

MEASURED_AT_MM = 25.0
LONGEST_WAIT_S = 7200.0
BRUSHING_S = 15.0
HALVINGS = 40


def rise_beside_k(
    case: HeatCase, passes: Sequence[WeldPass], length_mm: float, ages_s: Sequence[float],
    loss_w_per_m2_k: float,
) -> float:  # fmt: skip
    """Return the rise beside the start of a seam after passes begun so many seconds ago, K.

    Source: instantaneous line source in a thin plate, Carslaw and Jaeger section 10.3, its end at
    the plate's edge; surface loss as a decay of the whole.

    Args:
        case: the plate
        passes: begun so far
        length_mm: of the seam
        ages_s: seconds since each began
        loss_w_per_m2_k: of both faces, W/m2K

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> rise_beside_k(case, [], 200.0, [], 20.0)
    0.0
    """
    metal, h, y = case.family, case.thickness_mm / 1000, MEASURED_AT_MM / 1000
    capacity = metal.density_kg_per_m3 * metal.specific_heat_j_per_kg_k * h
    planned_w = sum(case.power_w) * REFERENCE_HEAT_PATHS / case.heat_paths
    rise = 0.0
    for weld, age in zip(passes, ages_s, strict=True):
        watts = planned_w * weld.acetylene_l_per_h / case.acetylene_l_per_h
        joules_per_m = watts * 60 * weld.minutes / (length_mm / 1000)
        spread = math.sqrt(4 * case.diffusivity_m2_per_s * age)
        rise += (
            joules_per_m / (capacity * math.sqrt(math.pi) * spread)
            * math.exp(-((y / spread) ** 2))
            * math.erf(length_mm / 1000 / spread)
            * math.exp(-2 * loss_w_per_m2_k * age / capacity)
        )  # fmt: skip
    return rise


def with_waits(
    case: HeatCase, passes: Sequence[WeldPass], length_mm: float, limit_c: float
) -> list[WeldPass]:
    """Return the passes, each with the wait before it until the plate is under `limit_c`.

    Args:
        case: the plate
        passes: in order
        length_mm: of the seam
        limit_c: °C

    Source: instantaneous line source in a thin plate, Carslaw and Jaeger 10.3

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> with_waits(case, [], 200.0, 250.0)
    []
    """
    loss = face_loss_w_per_m2_k(limit_c)
    laid: list[WeldPass] = []
    begun_s: list[float] = []
    now = 0.0
    for weld in passes:
        wait = 0.0
        if laid:
            now += BRUSHING_S

            def over(more: float, at: float = now) -> bool:
                ages = [at + more - begun for begun in begun_s]
                rise = rise_beside_k(case, laid, length_mm, ages, loss)
                return case.start_c + rise > limit_c

            wait = _first_under(over)
        now += wait
        begun_s.append(now)
        laid.append(weld.model_copy(update={"wait_s": wait, "interpass_max_c": limit_c}))
        now += 60 * weld.minutes
    return laid


def _first_under(over: Callable[[float], bool]) -> float:
    if not over(0.0):
        return 0.0
    low, high = 0.0, LONGEST_WAIT_S
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (middle, high) if over(middle) else (low, middle)
    return high
