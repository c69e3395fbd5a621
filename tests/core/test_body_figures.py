"""Figures a body's heat stands on: published properties, shapes by hand, fields against series."""

import math

import pytest
from scipy.optimize import brentq

from pellak.core.answer.errors import Refused
from pellak.core.body.bare_loss import film_w_per_m2_k
from pellak.core.body.body import BodyGiven, body_of
from pellak.core.body.metals import body_metals
from pellak.core.body.spread import spread_limit_c, towards, wall_limit_c

CARBON_STEEL_EN_1993 = [
    # °C, J/kgK, W/mK: EN 1993-1-2, 3.4.1.2 and 3.4.1.3, reckoned by hand.
    (20.0, 439.80, 53.33), (100.0, 487.62, 50.67), (200.0, 529.76, 47.34), (300.0, 564.74, 44.01),
    (400.0, 605.88, 40.68), (500.0, 666.50, 37.35), (700.0, 1008.16, 30.69),
]  # fmt: skip
ALUMINIUM_EN_1999 = [(20.0, 911.2, 191.4), (200.0, 985.0, 204.0), (400.0, 1067.0, 218.0)]


@pytest.mark.parametrize(
    ("family", "row"),
    [*(("carbon-steel", row) for row in CARBON_STEEL_EN_1993),
     *(("aluminium", row) for row in ALUMINIUM_EN_1999)],
)  # fmt: skip
def test_properties_are_the_standards(family, row):
    at_c, capacity, conductivity = row
    metal = body_metals()[family]
    assert metal.capacity(at_c) == pytest.approx(capacity, rel=1e-3)
    assert metal.conductivity(at_c) == pytest.approx(conductivity, rel=1e-3)


@pytest.mark.parametrize("family", sorted(body_metals()))
@pytest.mark.parametrize("at_c", [-20.0, 20.5, 333.3, 719.0])
def test_enthalpy_goes_both_ways_and_its_slope_is_the_capacity(family, at_c):
    metal = body_metals()[family]
    assert metal.at_enthalpy(metal.enthalpy(at_c)) == pytest.approx(at_c, abs=1e-6)
    slope = (metal.enthalpy(at_c + 0.5) - metal.enthalpy(at_c - 0.5)) / 1.0
    assert slope == pytest.approx(metal.capacity(at_c), rel=0.02)


LIMITS = {"grey-iron": (37, 296, 148, 74), "ductile-iron": (46, 383, 191, 96),
          "carbon-steel": (28, 234, 117, 58)}  # fmt: skip


@pytest.mark.parametrize("family", sorted(LIMITS))
def test_what_a_wall_and_a_spread_bear(family):
    body = body_of(
        BodyGiven(family=family, shape="plate", length_mm=300.0, width_mm=200.0, wall_mm=12.0)
    )
    wall, *spreads = LIMITS[family]
    assert wall_limit_c(body) == pytest.approx(wall, abs=0.6)
    found = [spread_limit_c(body, held) for held in ("low", "medium", "high")]
    assert found == pytest.approx(spreads, abs=0.8)


SHAPES = [
    # By hand: kg of steel at 7850, m2 of skin, mm to the far end.
    ({"shape": "plate", "length_mm": 200.0, "width_mm": 100.0, "wall_mm": 10.0}, 1.57, 0.046, 100),
    ({"shape": "block", "length_mm": 100.0, "width_mm": 100.0, "height_mm": 100.0}, 7.85, 0.06,
     math.hypot(100, 50)),
    ({"shape": "cylinder", "diameter_mm": 50.0, "length_mm": 200.0}, 3.0827, 0.035343, 100),
    ({"shape": "ring", "diameter_mm": 100.0, "bore_mm": 60.0, "length_mm": 30.0}, 1.18375, 0.025133,
     math.pi * 40),
]  # fmt: skip


@pytest.mark.parametrize(("given", "mass", "skin", "far"), SHAPES)
def test_shapes_by_hand(given, mass, skin, far):
    body = body_of(BodyGiven(family="carbon-steel", **given))
    assert body.mass_kg == pytest.approx(mass, rel=1e-3)
    assert body.area_m2 == pytest.approx(skin, rel=1e-3)
    assert 1000 * body.far_m == pytest.approx(far, rel=1e-6)
    nearer = body_of(BodyGiven(family="carbon-steel", far_mm=12.0, **given))
    assert nearer.far_m == pytest.approx(0.012)


@pytest.mark.parametrize(("biot", "off"), [(0.1, 4e-4), (0.5, 6e-3), (1.0, 1.6e-2)])
def test_a_slab_decays_as_its_series_says(biot, off):
    """A lumped slab with its lag over s = 3 against the first term of the series."""
    root = brentq(lambda z: z * math.tan(z) - biot, 1e-6, math.pi / 2 - 1e-6)
    assert biot / (1 + biot / 3) == pytest.approx(root**2, rel=off)


def test_air_rises_as_the_handbooks_say():
    """A warm wall of 0.3 m, 60 K over the room: about 5.5 W/m2K, a lying tube of 25 mm about 10."""
    assert film_w_per_m2_k(80.0, 20.0, 0.3, lying=False) == pytest.approx(5.7, rel=0.1)
    assert film_w_per_m2_k(80.0, 20.0, 0.025, lying=True) == pytest.approx(8.6, rel=0.15)


def test_a_spread_goes_to_its_end_and_never_past():
    assert towards(0.0, 100.0, 60.0, 60.0) == pytest.approx(63.212, rel=1e-4)
    assert towards(100.0, 20.0, 1e9, 60.0) == pytest.approx(20.0)
    assert towards(5.0, 9.0, 1.0, 0.0) == 9.0


def test_more_iron_than_its_sides_hold_is_refused():
    with pytest.raises(Refused, match="mass_kg"):
        body_of(BodyGiven(family="grey-iron", shape="casting", mass_kg=60.0, wall_mm=10.0,
                          length_mm=100.0, width_mm=100.0, height_mm=100.0))  # fmt: skip
