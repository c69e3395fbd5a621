"""The plate kernel against closed forms and against the same physics on a grid."""

import math
from dataclasses import replace

import numpy as np
import pytest
from bench.finite_difference import solve_standing, solve_travelling
from scipy.special import k0

from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.plate import HeatingHistory
from pellak.core.tables import heat_families

STEEL = heat_families()["carbon-steel"]


def plate(
    thickness_m: float, radius_m: float, *, power_w: float = 300.0, face_loss: float = 0.0
) -> HeatCases:
    """One plate of steel under a single spot of a radius."""
    case = HeatCase(STEEL, 1000 * thickness_m, 160, 0, 2)
    return replace(
        HeatCases.of([case]),
        thickness_m=np.array([thickness_m]),
        power_w=np.array([[power_w, 0.0]]),
        radius_m=np.array([[radius_m, radius_m]]),
        face_loss_w_per_m2_k=face_loss,
    )


def rise_k(
    cases: HeatCases, x: float, y: float, depth: float, seconds: float, speed: float
) -> float:
    history = HeatingHistory.at(cases, np.array([seconds]), np.array([depth]))
    return float(history.rise_k(np.array([[x]]), np.array([y]), np.array([speed]))[0, 0, 0])


@pytest.mark.parametrize(
    ("x", "y", "speed"),
    [(-0.004, 0.0, 0.003), (-0.002, 0.003, 0.003), (0.001, 0.004, 0.001), (-0.006, 0.002, 0.006)],
)
def test_a_point_source_on_a_thick_body_is_rosenthals(x: float, y: float, speed: float) -> None:
    alpha = float(plate(1, 1e-5).diffusivity_m2_per_s[0])
    r = math.hypot(x, y)
    k = STEEL.conductivity_w_per_m_k
    rosenthal = 300 / (2 * math.pi * k * r) * math.exp(-speed * (r + x) / (2 * alpha))
    found = rise_k(plate(0.5, 1e-5), x, y, 0.0, 4000, speed)
    assert found == pytest.approx(rosenthal, rel=0.002)


@pytest.mark.parametrize(
    ("x", "y", "speed"),
    [(-0.01, 0.0, 0.002), (-0.02, 0.008, 0.004), (0.005, 0.01, 0.002)],
)
def test_a_line_source_in_a_thin_sheet_is_rosenthals(x: float, y: float, speed: float) -> None:
    loss, thickness = 60.0, 0.0005
    cases = plate(thickness, 2e-4, face_loss=loss)
    alpha, k = float(cases.diffusivity_m2_per_s[0]), STEEL.conductivity_w_per_m_k
    reach = math.sqrt((speed / (2 * alpha)) ** 2 + 2 * loss / (k * thickness))
    line = 300 / (2 * math.pi * k * thickness) * math.exp(-speed * x / (2 * alpha))
    found = rise_k(cases, x, y, 0.0, 300, speed)
    assert found == pytest.approx(line * k0(math.hypot(x, y) * reach), rel=0.002)


@pytest.mark.parametrize("seconds", [0.05, 1, 30])
@pytest.mark.parametrize("radius_m", [0.001, 0.005])
def test_a_spot_held_on_a_thick_body_follows_the_arc_tangent(
    seconds: float, radius_m: float
) -> None:
    cases = plate(0.5, radius_m)
    alpha, k = float(cases.diffusivity_m2_per_s[0]), STEEL.conductivity_w_per_m_k
    expected = 300 / (math.pi**1.5 * k * radius_m)
    expected *= math.atan(math.sqrt(4 * alpha * seconds) / radius_m)
    assert rise_k(cases, 0, 0, 0.0, seconds, 0) == pytest.approx(expected, rel=0.001)


@pytest.mark.parametrize(("thickness_m", "seconds"), [(0.001, 3), (0.003, 10), (0.012, 5)])
def test_without_losses_all_the_heat_is_in_the_plate(thickness_m: float, seconds: float) -> None:
    cases = plate(thickness_m, 0.004)
    places = np.linspace(-0.08, 0.08, 161)
    depths, shares = np.polynomial.legendre.leggauss(8)
    mean = 0.0
    for depth, share in zip((depths + 1) / 2, shares / 2, strict=True):
        history = HeatingHistory.at(cases, np.array([float(seconds)]), np.array([depth]))
        mean = mean + share * history.rise_k(places[None, :], places, np.zeros(1))[0]
    held_j = float(np.sum(mean)) * (places[1] - places[0]) ** 2 * thickness_m
    held_j *= STEEL.density_kg_per_m3 * STEEL.specific_heat_j_per_kg_k
    assert held_j == pytest.approx(300 * seconds, rel=0.002)


@pytest.mark.parametrize("y", [0.0005, 0.003, 0.02])
def test_both_sides_of_the_seam_are_alike(y: float) -> None:
    cases = plate(0.0016, 0.003, face_loss=60)
    assert rise_k(cases, -0.004, y, 0, 20, 0.002) == rise_k(cases, -0.004, -y, 0, 20, 0.002)


@pytest.mark.parametrize(("thickness_mm", "flow"), [(1.6, 160.0), (3.2, 320.0)])
def test_a_grid_gives_the_same_back_face_and_the_same_seconds(
    thickness_mm: float, flow: float
) -> None:
    case = HeatCase(STEEL, thickness_mm, flow, 20, 2)
    grid = solve_standing(case, 6.0)
    seconds = np.linspace(0.5, 5.9, 12)
    cases = HeatCases.of([case] * len(seconds))
    far = HeatingHistory.at(cases, seconds, np.ones(len(seconds)))
    model = far.rise_beside_k(np.zeros(len(seconds)))
    on_grid = np.interp(seconds, grid.seconds, grid.far_k)
    assert np.max(np.abs(model - on_grid)) <= 0.004 * model[-1]
    reached = float(np.interp(0.8 * model[-1], on_grid, seconds))
    assert reached == pytest.approx(float(np.interp(0.8 * model[-1], model, seconds)), rel=0.007)


def test_a_grid_gives_the_same_travelling_heat() -> None:
    case = HeatCase(STEEL, 1.6, 160, 20, 2)
    places = [(-0.004, 0.0), (-0.01, 0.0), (0.0, 0.004), (-0.006, 0.006), (0.002, 0.001)]
    grid = solve_travelling(case, 0.0024, 12.0, places)
    depths, shares = np.polynomial.legendre.leggauss(6)
    cases = HeatCases.of([case] * 6)
    history = HeatingHistory.at(cases, np.full(6, 12.0), (depths + 1) / 2)
    for (x, y), on_grid in zip(places, grid, strict=True):
        through = history.rise_k(np.full((6, 1), x), np.array([y]), np.full(6, 0.0024))[:, 0, 0]
        assert float(shares / 2 @ through) == pytest.approx(on_grid, rel=0.003)
