"""The flame reckoner: the shipped table, its regeneration, kinds and lengths."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scripts.flame_table import SPECIES, burnt

from pellak.core.answer.errors import Refused
from pellak.core.tables import heat_families, rows
from pellak.core.torch.flame import (
    FlameGiven,
    burning_speed_m_per_s,
    cone_length_mm,
    flame_kind,
    flame_settings,
    flame_species,
    flame_temperature_c,
    reckon_flame,
)
from tests.core.evaluate import evaluate


@pytest.mark.parametrize(
    ("oxygen_ratio", "temperature_c"),
    [(0.85, 2924), (1.0, 3052), (1.1, 3108), (1.5, 3158), (2.5, 3067)],
)
def test_temperatures_agree_with_published_equilibrium(oxygen_ratio, temperature_c):
    assert flame_temperature_c(oxygen_ratio) == pytest.approx(temperature_c, abs=10)


@pytest.mark.parametrize("row", rows("flame.csv")[::6], ids=lambda row: row["oxygen_ratio"])
def test_the_shipped_table_is_what_the_script_makes(row):
    state = burnt(float(row["oxygen_ratio"]))
    assert float(row["temperature_C"]) == pytest.approx(state["temperature_c"], abs=0.1)
    for name in SPECIES:
        assert float(row[f"x_{name}"]) == pytest.approx(state[name], rel=1e-3, abs=1e-12)


@pytest.mark.parametrize("oxygen_ratio", [0.73, 0.995, 1.07, 1.45, 2.75])
def test_between_rows_the_table_is_close_to_equilibrium(oxygen_ratio):
    state = burnt(oxygen_ratio)
    assert flame_temperature_c(oxygen_ratio) == pytest.approx(state["temperature_c"], abs=2)
    species = flame_species(oxygen_ratio)
    for name in ("CO", "H2", "H"):
        assert species[name] == pytest.approx(state[name], rel=0.01)


@given(st.floats(0.7, 3.0))
def test_mole_fractions_are_shares(oxygen_ratio):
    shares = flame_species(oxygen_ratio)
    assert all(0 <= share <= 1 for share in shares.values())
    assert 0.95 <= sum(shares.values()) <= 1.001


def test_carbon_is_free_below_neutral_and_oxygen_above():
    rich, neutral, lean = (flame_species(ratio) for ratio in (0.85, 1.05, 1.6))
    assert rich["C2H2"] > 1000 * neutral["C2H2"]
    for name in ("O2", "O", "OH"):
        assert rich[name] < neutral[name] < lean[name]


@pytest.mark.parametrize(
    ("oxygen_ratio", "kind"),
    [
        (0.97, "carburising"),
        (0.98, "neutral"),
        (1.05, "neutral"),
        (1.12, "neutral"),
        (1.13, "oxidising"),
    ],
)
def test_kinds_by_ratio(oxygen_ratio, kind):
    assert flame_kind(oxygen_ratio) == kind


@pytest.mark.parametrize(("feather", "ratio"), [(1, 1.0), (2, 0.925), (3, 0.85)])
def test_feathers_are_as_worked(feather, ratio):
    values = reckon_flame(FlameGiven(feather_ratio=feather)).values
    assert values.oxygen_ratio == pytest.approx(ratio)
    assert values.feather_ratio == pytest.approx(feather)


@given(st.floats(0.75, 1.5), st.floats(0.4, 3), st.floats(70, 200))
def test_cone_and_feather_follow_their_working(ratio, bore, speed):
    answer = reckon_flame(FlameGiven(oxygen_ratio=ratio, orifice_mm=bore, jet_m_per_s=speed))
    for line in answer.working:
        if line.name in ("cone_mm", "feather_mm", "feather_ratio"):
            assert evaluate(line.inserted) == pytest.approx(line.value, rel=2e-3)
    assert answer.values.cone_mm == pytest.approx(
        cone_length_mm(bore, speed, burning_speed_m_per_s(ratio))
    )
    if answer.values.feather_mm is not None:
        assert answer.values.feather_mm >= answer.values.cone_mm


@given(st.floats(0.4, 3), st.floats(70, 190), st.floats(1, 10))
def test_a_faster_jet_has_a_longer_cone(bore, speed, faster):
    assert cone_length_mm(bore, speed + faster, 10) > cone_length_mm(bore, speed, 10)


def test_every_metal_has_a_flame_and_none_is_oxidising():
    for family in heat_families():
        setting = flame_settings()[family, "fusion"]
        assert flame_kind(setting.oxygen_ratio) == "neutral"
        assert setting.looks
        assert setting.why
        assert setting.source
        values = reckon_flame(FlameGiven(metal=family)).values
        assert values.set_for is not None
        assert values.cone_mm is None


def test_an_oxidising_flame_is_warned_of_and_has_no_feather():
    answer = reckon_flame(FlameGiven(oxygen_ratio=1.4))
    assert answer.values.feather_ratio is None
    assert [caution.level for caution in answer.cautions] == ["warn"]


@pytest.mark.parametrize(
    "given_values", [{}, {"oxygen_ratio": 1.0, "feather_ratio": 2.0}, {"process": "fusion"}]
)
def test_a_flame_must_be_said_exactly_one_way(given_values):
    with pytest.raises(Refused) as refused:
        reckon_flame(FlameGiven(**given_values))
    assert refused.value.field == "oxygen_ratio"
