"""The catalogue: advice on fusing, rods, flux, the page of every metal."""

from dataclasses import replace

import pytest

from pellak.core.metal.alloy import alloys, heat_family_of, metal_named
from pellak.core.metal.cautions import metal_cautions
from pellak.core.metal.fusion import fusion_advice, fusion_cautions
from pellak.core.metal.rod import flux_for, rod_schools, rods
from pellak.core.preheat.metal_page import metal_page
from pellak.core.reading.measures import said
from pellak.core.tables import rows, thermal_rows
from pellak.core.tables.metal_families import family_traits

REFUSED = {
    "sae-1095", "12l14", "4340", "o1", "w1", "d2", "h13", "mn-a128-b2", "mn-x120mn12",
    "al-5754", "al-5083", "al-2024", "al-7075", "malleable-bh", "white-iron",
}  # fmt: skip


def metal(alloy, **composition):
    named = metal_named(alloy)
    return replace(named, id="own", like=alloy, composition={**named.composition, **composition})


def test_exactly_these_are_refused():
    refused = {m.id for m in alloys().values() if fusion_advice(m).level == "refuse"}
    assert refused == REFUSED


@pytest.mark.parametrize("alloy", sorted(alloys()))
def test_advice_is_no_kinder_than_the_catalogue(alloy):
    named = alloys()[alloy]
    level = fusion_advice(named).level
    if named.weldable == "avoid":
        assert level == "refuse"
    if named.weldable == "poor":
        assert level in ("mind", "refuse")
    for caution in fusion_cautions(named):
        assert caution.level == ("stop" if level == "refuse" else "warn")
        assert caution.reason
        assert caution.source
        assert len(caution.text) > len(named.name) + 25  # it names what to do instead


@pytest.mark.parametrize(
    ("own", "level"),
    [
        (metal("al-5052", Mg=2.5), "mind"),
        (metal("al-5052", Mg=2.9), "refuse"),
        (metal("al-3003", Mg=0.05), "fuse"),
        (metal("al-6061", Cu=2.5), "refuse"),
        (metal("al-319", Cu=3.5, Si=6), "fuse"),
        (metal("al-6061", Zn=4), "refuse"),
        (metal("sae-1018", S=0.15), "refuse"),
        (metal("sae-1018", Pb=0.2), "refuse"),
        (metal("sae-1018", C=1.0), "refuse"),
        (metal("sae-1018"), "fuse"),
        (metal("4130", C=0.28), "fuse"),
    ],
)
def test_an_own_heat_is_judged_by_its_own_analysis(own, level):
    assert fusion_advice(own).level == level


@pytest.mark.parametrize("alloy", sorted(alloys()))
def test_every_metal_has_its_thermal_row_and_its_page(alloy):
    named = alloys()[alloy]
    assert named.thermal_id in thermal_rows()
    page = metal_page(named)
    assert page.meaning
    assert {bar.element for bar in page.composition} == set(named.composition)
    ferrous = named.family not in ("aluminium", "lead")
    assert bool(page.equivalents) == ferrous
    for figure in page.equivalents:
        assert figure.scale.bands[-1].up_to is None
        assert 0 <= figure.value <= figure.scale.end
    assert bool(page.preheats) == (fusion_advice(named).level != "refuse")
    if page.preheats:
        # Thin walls go by hardness; where formulas speak, more metal never asks for less heat.
        asked = [at.preheat_c or -300 for at in page.preheats if at.thickness_mm >= 4.5]
        assert asked == sorted(asked)
        assert len(asked) >= 3


@pytest.mark.parametrize(
    "alloy", [a.id for a in alloys().values() if fusion_advice(a).level != "refuse"]
)
def test_every_metal_that_is_fused_has_a_rod_and_heat_constants(alloy):
    named = alloys()[alloy]
    schools = rod_schools(named)
    assert schools
    assert all(school.id in rods() for school in schools)
    assert heat_family_of(named.family) is not None


@pytest.mark.parametrize(
    ("alloy", "flux"),
    [("dc01", ""), ("4130", ""), ("pb-sheet", ""), ("al-3003", "chloride-fluoride"),
     ("304", "borate-fluoride"), ("gi-30", "borate-carbonate")],
)  # fmt: skip
def test_the_flux(alloy, flux):
    assert flux_for(alloys()[alloy]).startswith(flux)
    assert bool(flux_for(alloys()[alloy])) == bool(flux)


@pytest.mark.parametrize(
    ("alloy", "station", "says"),
    [
        ("al-3003", "torch", "glare"),
        ("al-3003", "tack-and-run", "no colour"),
        ("al-3003", "cool-and-dress", "every trace of flux"),
        ("pb-sheet", "tack-and-run", "no water"),
        ("pb-sheet", "piece", "blood-lead"),
        ("304", "piece", "Extract"),
        ("4130", "tack-and-run", "never quench"),
        ("gi-30", "tack-and-run", "Puddle the walls"),
        ("mn-a128-b2", "preheat", "260 °C"),
    ],
)
def test_each_metal_is_minded_where_it_matters(alloy, station, says):
    result = metal_cautions(alloys()[alloy], station)
    assert any(says in said(caution.text, "metric") for caution in result)


def test_tables_that_name_metals_name_ones_there_are():
    known = set(alloys()) | set(thermal_rows()) | set(family_traits())
    assert {row["metal"] for row in rows("rod_choices.csv")} <= known
    assert {row["metal"] for row in rows("metal_cautions.csv")} <= known
    assert {row["metal"] for row in rows("preheat_practice.csv")} <= known
    assert {row["alloy"] for row in rows("fusion_advice.csv")} <= set(alloys())
    assert {row["alloy"] for row in rows("alloy_words.csv")} <= set(alloys())
