"""Hardness beside the seam: published values, order, limits."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.heat.reckon import reckon_heat
from pellak.core.heat.solve import HeatGiven
from pellak.core.metal.hardness import FORMULA, hardenability, hardness_numbers, haz_hardness_hv
from tests.published import published

steels = st.fixed_dictionaries(
    {"C": st.floats(0.03, 0.5), "Mn": st.floats(0.3, 1.6)},
    optional={"Cr": st.floats(0, 1.2), "Mo": st.floats(0, 0.4), "Si": st.floats(0, 0.5)},
)


@pytest.mark.parametrize("row", published("hardness.csv"), ids=lambda r: f"{r['C']}-{r['t85_s']}")
def test_the_published_hardnesses(row):
    composition = {e: float(row[e]) for e in ("C", "Si", "Mn", "Cr", "Mo") if row[e]}
    hardness = haz_hardness_hv(composition, float(row["t85_s"]))
    assert hardness == pytest.approx(float(row["haz_hv"]), abs=0.6)


@given(steels, st.floats(1, 300), st.floats(1, 10))
def test_slower_cooling_is_never_harder(composition, t85_s, slower):
    assert haz_hardness_hv(composition, t85_s * slower) <= haz_hardness_hv(composition, t85_s)


@given(steels, st.floats(0.1, 5000))
def test_it_stays_between_bainite_and_martensite(composition, t85_s):
    steel = hardenability(composition)
    ends = sorted((steel.bainite_hv, steel.martensite_hv))
    assert ends[0] <= haz_hardness_hv(composition, t85_s) <= ends[1]


def test_every_symbol_of_the_formula_gets_its_number():
    numbers = hardness_numbers({"C": 0.3}, 20)
    assert set(numbers) == {"HM", "HB", "tM", "tB", "t"}
    assert all(symbol in FORMULA for symbol in numbers)


def test_heat_tells_it_for_steels_that_harden_and_no_others():
    piece = {"thickness_mm": 1.6, "acetylene_l_per_h": 150}
    assert reckon_heat(HeatGiven(alloy="4130", **piece)).values.haz_hv > 300
    assert reckon_heat(HeatGiven(alloy="304", **piece)).values.haz_hv is None
    assert reckon_heat(HeatGiven(family="chromoly", **piece)).values.haz_hv is None
