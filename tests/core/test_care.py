"""Eyes and the bench's order: shades as printed, every step reasoned, nothing lit past a stop."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.care.eyes import EyesGiven, reckon_eyes
from pellak.core.care.sequences import flash_back_drill, steps
from tests.published import published


@pytest.mark.parametrize(
    "row", published("lenses.csv"), ids=lambda r: f"{r['acetylene_l_per_h']}-{r['thickness_mm']}"
)
def test_shades_are_as_printed(row):
    values = reckon_eyes(
        EyesGiven(
            acetylene_l_per_h=float(row["acetylene_l_per_h"]),
            thickness_mm=float(row["thickness_mm"]),
        )
    ).values
    assert values.shade_by_flow == int(row["by_flow"])
    assert values.shade_by_thickness_low == int(row["thickness_low"])
    assert values.shade_by_thickness_high == int(row["thickness_high"])


@given(st.floats(1, 4000), st.floats(0.3, 50), st.floats(1, 5))
def test_a_bigger_flame_never_gets_a_paler_lens(flow, thickness_mm, more):
    pale = reckon_eyes(EyesGiven(acetylene_l_per_h=flow, thickness_mm=thickness_mm)).values
    dark = reckon_eyes(EyesGiven(acetylene_l_per_h=flow * more, thickness_mm=thickness_mm)).values
    assert dark.shade >= pale.shade
    assert pale.shade >= pale.shade_by_flow
    assert pale.shade >= pale.shade_by_thickness_low


def test_flux_asks_for_the_glare_filter_in_the_flow_school():
    answer = reckon_eyes(EyesGiven(acetylene_l_per_h=120, thickness_mm=1.2, flux=True))
    assert answer.values.glare_filter
    assert answer.schools[0].values["shade"] == "5a"


@pytest.mark.parametrize("school", ["acetylene-first", "oxygen-first"])
def test_every_step_has_its_reason_and_source(school):
    for step in steps(school):
        assert step.text.endswith(".")
        assert len(step.reason) > 20
        assert step.source


@pytest.mark.parametrize("school", ["acetylene-first", "oxygen-first"])
def test_every_stop_and_the_gas_come_before_the_light(school):
    order = [step.id for step in steps(school)]
    lit = order.index("light")
    for step in steps(school):
        if step.gate == "stop":
            assert order.index(step.id) < lit
    for before in ("dress", "tip", "open", "leak", "purge", "set"):
        assert order.index(before) < lit
    assert order.index("leak") < order.index("purge") < order.index("set")
    assert order[-1] == "fire-watch"
    assert len(order) == len(set(order))


def test_the_schools_of_shutting_down_differ_in_one_card_only():
    one, other = ([s.id for s in steps(sc)] for sc in ("acetylene-first", "oxygen-first"))
    assert set(one) ^ set(other) == {"out-acetylene", "out-oxygen"}
    assert one.index("out-acetylene") == other.index("out-oxygen")


def test_what_can_kill_is_on_a_stop():
    told = " ".join(s.text + s.reason for s in steps("acetylene-first") if s.gate == "stop").lower()
    for danger in (
        "fuel",
        "solvent",
        "tyre",
        "strut",
        "zinc",
        "cadmium",
        "foam",
        "phosgene",
        "11 m",
    ):
        assert danger in told


def test_the_drill_shuts_oxygen_then_acetylene_then_sends_people_out():
    texts = [step.text.lower() for step in flash_back_drill()]
    assert texts[0].startswith("oxygen")
    assert texts[1].startswith("acetylene")
    assert "fire service" in texts[3]
    assert all(step.reason for step in flash_back_drill())
