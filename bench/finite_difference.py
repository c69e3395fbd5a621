"""The same physics solved the plain way, on a grid and in time steps, to hold the model against.

Two solvers with the plate model's own constants: a torch held still, in radius and depth; and a
torch travelling, in the plane of the plate, for the mean over its thickness. Explicit in time.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from pellak.core.heat.case import FACE_LOSS_W_PER_M2_K, HeatCase

Floats = NDArray[np.float64]
STABLE = 0.9


def _spots(case: HeatCase) -> list[tuple[float, float]]:
    """Power, W, and radius, m, of cone and envelope, shared over the heat paths."""
    radius = case.core_radius_m
    return [
        (power * 2 / case.heat_paths, a)
        for power, a in zip(case.power_w, (radius, 5 * radius), strict=True)
    ]


def _flux(case: HeatCase, r2: Floats) -> Floats:
    return sum(
        (power / (np.pi * a**2) * np.exp(-r2 / a**2) for power, a in _spots(case)),
        start=np.zeros_like(r2),
    )


@dataclass(frozen=True)
class StandingHistory:
    """Rise at the centre of both faces, K, against time, s."""

    seconds: Floats
    near_k: Floats
    far_k: Floats


def solve_standing(case: HeatCase, seconds: float, layers: int = 12) -> StandingHistory:
    """Heat a plate under a torch held still, in (r, z)."""
    metal, thickness = case.family, case.thickness_mm / 1000
    capacity = metal.density_kg_per_m3 * metal.specific_heat_j_per_kg_k
    k, alpha = metal.conductivity_w_per_m_k, case.diffusivity_m2_per_s
    dz = thickness / layers
    dr = min(case.core_radius_m / 12, thickness / 6)
    edges = np.arange(0, 8 * 5 * case.core_radius_m, dr)
    middle = (edges[1:] + edges[:-1]) / 2
    ring = np.pi * (edges[1:] ** 2 - edges[:-1] ** 2)
    # Mean flux over each ring, exactly: the Gaussian integrates in closed form.
    flux = sum(
        power * (np.exp(-(edges[:-1] ** 2) / a**2) - np.exp(-(edges[1:] ** 2) / a**2)) / ring
        for power, a in _spots(case)
    )
    dt = STABLE / (2 * alpha * (1 / dr**2 + 1 / dz**2))
    rise = np.zeros((layers, len(middle)))
    moments, near, far = [0.0], [0.0], [0.0]
    radial = 2 * np.pi * edges[1:-1] / (dr * ring[:-1]), 2 * np.pi * edges[1:-1] / (dr * ring[1:])
    for step in range(1, int(seconds / dt) + 1):
        change = np.zeros_like(rise)
        slope = rise[:, 1:] - rise[:, :-1]
        change[:, :-1] += alpha * radial[0] * slope
        change[:, 1:] -= alpha * radial[1] * slope
        drop = (rise[1:] - rise[:-1]) * alpha / dz**2
        change[:-1] += drop
        change[1:] -= drop
        change[0] += (flux - FACE_LOSS_W_PER_M2_K * rise[0]) / (capacity * dz)
        change[-1] -= FACE_LOSS_W_PER_M2_K * rise[-1] / (capacity * dz)
        rise += dt * change
        moments.append(step * dt)
        # From cell middle to face and axis: a parabola in depth that meets the face's own flux.
        near.append(_face(rise[:, 0], float(flux[0]), dz, k))
        far.append(float((9 * rise[-1, 0] - rise[-2, 0]) / 8))
    return StandingHistory(np.array(moments), np.array(near), np.array(far))


def _face(column: Floats, flux: float, dz: float, k: float) -> float:
    net = flux - FACE_LOSS_W_PER_M2_K * float(column[0])
    return float((9 * column[0] - column[1]) / 8 + 3 / 8 * net * dz / k)


def solve_travelling(
    case: HeatCase, speed_m_per_s: float, seconds: float, places: list[tuple[float, float]]
) -> Floats:
    """Return the mean rise over the thickness at (x, y) from the torch after `seconds`, K."""
    metal = case.family
    capacity = metal.density_kg_per_m3 * metal.specific_heat_j_per_kg_k
    alpha, thickness = case.diffusivity_m2_per_s, case.thickness_mm / 1000
    step = case.core_radius_m / 5
    margin = 3.2 * 5 * case.core_radius_m
    run = speed_m_per_s * seconds
    x = np.arange(-run - margin, margin, step)[:, None]
    y = (np.arange(0, margin, step) + step / 2)[None, :]
    dt = STABLE * step**2 / (4 * alpha)
    steps = int(np.ceil(seconds / dt))
    dt = seconds / steps
    rise = np.zeros((x.size, y.size))
    for done in range(steps):
        behind = run - speed_m_per_s * (done + 0.5) * dt
        heat = _flux(case, (x + behind) ** 2 + y**2) - 2 * FACE_LOSS_W_PER_M2_K * rise
        wide = np.pad(rise, 1, mode="edge")
        spread = wide[2:, 1:-1] + wide[:-2, 1:-1] + wide[1:-1, 2:] + wide[1:-1, :-2] - 4 * rise
        rise = rise + dt * (alpha / step**2 * spread + heat / (capacity * thickness))
    columns = [np.interp(px, x[:, 0], rise[:, 0]) for px, _ in places]
    return np.array(
        [
            np.interp(py, y[0], [np.interp(px, x[:, 0], rise[:, j]) for j in range(y.size)])
            if py > y[0, 0]
            else column
            for (px, py), column in zip(places, columns, strict=True)
        ]
    )
