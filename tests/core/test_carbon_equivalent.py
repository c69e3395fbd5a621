"""Carbon equivalents: worked values, linearity, the whole catalogue, refusals."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.metal.alloy import alloys
from pellak.core.metal.carbon_equivalent import (
    FORMULAS,
    IRON,
    STEEL,
    CarbonEquivalentGiven,
    accommodation,
    reckon_carbon_equivalent,
)
from pellak.core.metal.composition import ELEMENTS
from tests.core.evaluate import evaluate
from tests.published import published

ROWS = published("carbon_equivalents.csv")
ADDED = ("Si", "Mn", "Cr", "Mo", "Ni", "V", "Cu", "Nb", "B")
steels = st.fixed_dictionaries(
    {"C": st.floats(0.02, 1.0)}, optional={e: st.floats(0, 2) for e in ADDED}
)
irons = st.fixed_dictionaries(
    {"C": st.floats(2.5, 3.9), "Si": st.floats(0.5, 3)}, optional={"P": st.floats(0, 0.5)}
)


def values_of(composition, family):
    given_composition = CarbonEquivalentGiven(composition=composition, family=family)
    return reckon_carbon_equivalent(given_composition).values.model_dump()


@pytest.mark.parametrize("row", ROWS, ids=lambda r: f"{r['family']}-{r['C']}-{r['Mn']}")
def test_the_worked_values(row):
    composition = {e: float(row[e]) for e in ELEMENTS if row.get(e)}
    for name, value in values_of(composition, row["family"]).items():
        if row[name]:
            assert value == pytest.approx(float(row[name]), abs=0.0006), name
        else:
            assert value is None, name


@pytest.mark.parametrize(
    ("alloy", "ce_iiw"),
    [
        ("sae-1010", 0.18),
        ("sae-1018", 0.30),
        ("sae-1020", 0.28),
        ("a36", 0.35),
        ("sae-1045", 0.59),
        ("4130", 0.62),
        ("4140", 0.78),
        ("4340", 0.85),
    ],
)
def test_common_steels_have_the_textbook_equivalent(alloy, ce_iiw):
    answer = reckon_carbon_equivalent(CarbonEquivalentGiven(alloy=alloy))
    assert answer.values.ce_iiw == pytest.approx(ce_iiw, abs=0.006)
    assert any("certificate" in caution.text for caution in answer.cautions)


@given(steels, st.sampled_from(ADDED), st.floats(0.1, 1), st.sampled_from(sorted(STEEL)))
def test_every_steel_formula_is_linear_in_each_element(steel, element, more, name):
    rule = STEEL[name]
    once = rule({**steel, element: steel.get(element, 0) + more}) - rule(steel)
    twice = rule({**steel, element: steel.get(element, 0) + 2 * more}) - rule(steel)
    assert twice == pytest.approx(2 * once, abs=1e-9)
    assert once >= 0


@given(steels, st.floats(0.01, 0.5))
def test_more_carbon_never_hardens_less(steel, more):
    for name, rule in STEEL.items():
        assert rule({**steel, "C": steel["C"] + more}) > rule(steel), name


@given(irons)
def test_more_silicon_brings_an_iron_nearer_the_eutectic(iron):
    richer = {**iron, "Si": iron["Si"] + 0.1}
    for rule in IRON.values():
        assert rule(richer) > rule(iron)


@given(st.floats(0, 3))
def test_the_accommodation_factor_keeps_its_bounds(carbon):
    assert 0.5 <= accommodation(carbon) <= 1.0
    assert accommodation(0.12) == pytest.approx(0.75)


@given(steels)
def test_the_working_shown_gives_the_value(steel):
    answer = reckon_carbon_equivalent(
        CarbonEquivalentGiven(composition=steel, family="carbon-steel")
    )
    assert [line.name for line in answer.working] == list(STEEL)
    for line in answer.working:
        assert line.formula == FORMULAS[line.name]
        assert evaluate(line.inserted) == pytest.approx(line.value, rel=2e-4, abs=1e-4)
        assert line.low < line.value < line.high
        assert line.source


@pytest.mark.parametrize("alloy", sorted(alloys()))
def test_the_whole_catalogue_is_reckoned_or_refused_with_its_reason(alloy):
    given_alloy = CarbonEquivalentGiven(alloy=alloy)
    if alloys()[alloy].family in ("aluminium", "lead"):
        with pytest.raises(Refused, match="a steel or an iron"):
            reckon_carbon_equivalent(given_alloy)
        return
    answer = reckon_carbon_equivalent(given_alloy)
    found = [v for v in answer.values.model_dump().values() if v is not None]
    assert len(found) == (2 if alloys()[alloy].family == "cast-iron" else 4)
    assert all(math.isfinite(value) and value > 0 for value in found)


def test_every_catalogue_composition_adds_up_to_no_more_than_the_whole():
    for alloy, composition in ((a.id, a.composition) for a in alloys().values()):
        assert sum(composition.values()) <= 100.5, alloy


def test_an_iron_far_from_eutectic_is_said_to_chill():
    white = reckon_carbon_equivalent(CarbonEquivalentGiven(alloy="white-iron"))
    grey = reckon_carbon_equivalent(CarbonEquivalentGiven(alloy="gi-20"))
    assert any("chills" in caution.text for caution in white.cautions)
    assert not any("chills" in caution.text for caution in grey.cautions)


def test_a_formula_outside_its_range_is_marked_and_what_is_not_known_is_said():
    answer = reckon_carbon_equivalent(
        CarbonEquivalentGiven(composition={"C": 0.45}, family="carbon-steel")
    )
    pcm = next(line for line in answer.working if line.name == "pcm")
    assert not pcm.valid
    assert "C 0.45 is outside 0 to 0.18 %" in pcm.note
    assert "Mn, Si not known, taken as none" in pcm.note


@pytest.mark.parametrize(
    ("given_values", "field"),
    [
        ({}, "composition"),
        ({"alloy": "4130", "composition": {"C": 0.3}}, "composition"),
        ({"composition": {"C": 0.3}}, "family"),
        ({"composition": {"Mn": 0.3}, "family": "carbon-steel"}, "composition.C"),
        ({"composition": {"C": 0.3, "Xx": 1}, "family": "carbon-steel"}, "composition.Xx"),
        ({"composition": {"C": 60, "Mn": 60}, "family": "carbon-steel"}, "composition"),
        ({"alloy": "moonstone"}, "alloy"),
        ({"alloy": "pb-sheet"}, "alloy"),
    ],
)
def test_what_cannot_be_reckoned_is_refused_by_field(given_values, field):
    with pytest.raises(Refused) as refused:
        reckon_carbon_equivalent(CarbonEquivalentGiven(**given_values))
    assert refused.value.field == field
