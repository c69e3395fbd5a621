"""Two pressures and what burns: a worked table, the way back through supply, and the extremes."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LOCK_UP_RATIO
from pellak.core.supply.mixing import MixingLine, nozzle_flow, untrimmed_l_per_h
from pellak.core.supply.pressure_flow import PressureAnchor, PressuresGiven
from pellak.core.supply.pressures import PressuresValues, reckon_pressures
from pellak.core.supply.supply import reckon_supply
from pellak.core.supply.supply_line import SupplyGiven

STEEL = {"family": "carbon-steel", "thickness_mm": 1.2}
ALUMINIUM = {"family": "aluminium", "thickness_mm": 1.6}
THICK = {"family": "carbon-steel", "thickness_mm": 3.2, "hose_length_m": 20.0}
ANCHOR = PressureAnchor(acetylene_bar=0.3, oxygen_bar=2.5, acetylene_l_per_h=225)


def values(bore_mm: float | None, acetylene_bar: float, oxygen_bar: float, **told: object):
    return reckon_pressures(
        PressuresGiven.model_validate(
            {
                "orifice_mm": bore_mm,
                "acetylene_bar": acetylene_bar,
                "oxygen_bar": oxygen_bar,
                **told,
            }
        )
    ).values


@pytest.mark.parametrize(
    ("bore", "fuel", "oxygen", "told", "flow", "jet", "ratio", "cone", "puddle", "verdict", "pair"),
    [
        (0.9, 0.25, 0.25, STEEL, 146.9, 131.5, 1.044, 5.90, 3.24, "right", "even"),
        (0.9, 0.25, 0.34, STEEL, 147.2, 131.8, 1.675, 5.91, 3.23, "right", "trim"),
        (0.9, 0.25, 0.50, STEEL, 147.2, 131.8, 3.79, 5.91, 3.23, "right", "trim"),
        (0.9, 0.12, 0.12, STEEL, 101.5, 90.9, 1.040, 4.07, 6.31, "right", "even"),
        (0.9, 0.05, 0.05, STEEL, 65.3, 58.4, 1.034, 2.59, None, "starved", "even"),
        (0.9, 0.48, 0.48, STEEL, 203.8, 182.5, 1.046, 8.20, 1.886, "fierce", "even"),
        (0.9, 0.70, 0.70, STEEL, 246.3, 220.5, 1.047, 9.91, None, "blows", "even"),
        (1.2, 0.35, 0.20, ALUMINIUM, 229.6, 115.6, 0.463, 6.91, 8.09, "too-far-apart",
         "too-far-apart"),
        (1.6, 0.40, 0.40, THICK, 544.3, 154.2, 1.024, 12.3, 5.51, "right", "even"),
    ],
)  # fmt: skip
def test_two_pressures_by_the_worked_table(
    bore: float, fuel: float, oxygen: float, told: dict[str, object], flow: float, jet: float,
    ratio: float, cone: float, puddle: float | None, verdict: str, pair: str,
) -> None:  # fmt: skip
    found = values(bore, fuel, oxygen, **told)
    assert found.acetylene_l_per_h == pytest.approx(flow, rel=1e-3)
    assert found.jet_m_per_s == pytest.approx(jet, rel=1e-3)
    assert found.untrimmed_ratio == pytest.approx(ratio, rel=1e-3)
    assert found.cone_mm == pytest.approx(cone, rel=5e-3)
    assert found.puddle_s == (None if puddle is None else pytest.approx(puddle, rel=5e-3))
    assert (found.verdict, found.pair) == (verdict, pair)


def test_over_the_limit_no_flow_is_told_that_one_could_go_by() -> None:
    found = values(0.9, 0.85, 0.85, **STEEL)
    assert found.verdict == "over-limit"
    assert found.static_acetylene_bar == pytest.approx(1.105)
    assert (found.acetylene_l_per_h, found.oxygen_l_per_h, found.cone_mm) == (None, None, None)
    assert (found.band_l_per_h, found.untrimmed_ratio, found.puddle_s) == (None, None, None)


@pytest.mark.parametrize(("region", "over"), [("general", False), ("strict", True)])
def test_the_strict_limit_is_kept_where_it_rules(region: str, over: bool) -> None:
    found = values(0.9, 0.50, 0.50, region=region)
    assert (found.verdict == "over-limit") is over


def test_a_gas_that_cannot_enter_is_a_stop() -> None:
    answer = reckon_pressures(
        PressuresGiven(orifice_mm=0.9, acetylene_bar=0.25, oxygen_bar=0.75, **STEEL)
    )
    assert answer.values.verdict == "back-feeding"
    assert answer.values.untrimmed_ratio is None
    assert answer.values.puddle_s is None
    assert "stop" in {caution.level for caution in answer.cautions}


@pytest.mark.parametrize(("pair", "fed_back"), [((1.0, 2.72), False), ((1.0, 2.74), True),
                                            ((3.34, 1.0), False), ((3.36, 1.0), True)])  # fmt: skip
def test_without_a_hose_back_feeding_begins_at_the_ratio_of_the_losses(
    pair: tuple[float, float], fed_back: bool
) -> None:
    # A short wide hose, no arrestors and a small bore: what the torch itself loses is all there is.
    line = MixingLine(0.4, 1, 0.5, 25.0, 0.0)
    assert (untrimmed_l_per_h(line, 0.1 * pair[0], 0.1 * pair[1]) is None) is fed_back


def test_an_injector_is_followed_from_what_is_known_of_its_tip() -> None:
    def flow(oxygen_bar: float) -> PressuresValues:
        return values(1.2, 0.3, oxygen_bar, mixer="injector", anchor=ANCHOR)

    assert flow(2.0).acetylene_l_per_h == pytest.approx(193.0, abs=0.1)
    assert flow(3.0).acetylene_l_per_h == pytest.approx(257.0, abs=0.1)
    for found in (flow(1.5), values(1.2, 0.3, 2.5, mixer="injector")):
        assert found.verdict == "unknown"
        assert found.acetylene_l_per_h is None
    assert values(1.2, 0.3, 2.5, mixer="injector", anchor=ANCHOR).pair == "injector"


def test_an_injector_whose_acetylene_does_not_arrive_is_starved() -> None:
    long = {"hose_length_m": 100.0, "hose_bore_mm": 3.0}
    found = values(1.2, 0.02, 2.5, mixer="injector", anchor=ANCHOR, **long)
    assert found.verdict == "starved"


def test_the_nozzle_has_no_step_where_it_chokes() -> None:
    assert nozzle_flow(0.905 - 1e-9) == pytest.approx(nozzle_flow(0.905), rel=1e-3)


def test_a_head_is_a_tip_of_many_jets_that_pops_sooner() -> None:
    wide = values(1.0, 0.5, 0.5, jets=6, hose_bore_mm=10.0)
    assert wide.acetylene_l_per_h == pytest.approx(1188, rel=1e-3)
    assert wide.jet_m_per_s == pytest.approx(143.6, rel=1e-3)
    assert wide.untrimmed_ratio == pytest.approx(1.037, rel=1e-3)
    narrow = values(1.0, 0.35, 0.35, jets=6)
    assert narrow.acetylene_l_per_h == pytest.approx(956.8, rel=1e-3)
    assert narrow.band_l_per_h is not None
    assert narrow.band_l_per_h.low == pytest.approx(745, rel=1e-3)
    low = reckon_pressures(
        PressuresGiven(orifice_mm=1.0, jets=6, acetylene_bar=0.15, oxygen_bar=0.15)
    )
    assert low.values.verdict == "starved"
    assert low.cautions[-1].level == "stop"


def test_a_head_of_unknown_bores_goes_by_its_one_known_flow() -> None:
    known = PressureAnchor(acetylene_bar=0.5, oxygen_bar=0.5, acetylene_l_per_h=1200)
    answer = reckon_pressures(
        PressuresGiven(jets=6, acetylene_bar=0.32, oxygen_bar=0.5, anchor=known)
    )
    assert answer.values.acetylene_l_per_h == pytest.approx(960)
    assert answer.values.governed_by == "acetylene"
    line = answer.working[0]
    assert (line.low, line.high) == (pytest.approx(672), pytest.approx(1248))
    with pytest.raises(Refused) as refused:
        reckon_pressures(PressuresGiven(jets=6, acetylene_bar=0.3, oxygen_bar=0.3))
    assert refused.value.field == "orifice_mm"


BORES = st.floats(0.4, 3.0)
BARS = st.floats(0.05, 0.79)


@settings(max_examples=60, deadline=None)
@given(BORES, BARS, st.floats(0.75, 2.0), st.floats(1, 40), st.floats(4, 13), st.integers(1, 8))
def test_what_two_pressures_burn_asks_supply_for_the_governing_one(
    bore_mm: float, bar: float, apart: float, metres: float, hose_mm: float, jets: int
) -> None:
    told = {"hose_length_m": metres, "hose_bore_mm": hose_mm, "jets": jets}
    found = values(bore_mm, bar, bar * apart, **told)
    if found.acetylene_l_per_h is None or found.acetylene_l_per_h < 2:
        return
    supply = reckon_supply(
        SupplyGiven.model_validate(
            {"acetylene_l_per_h": found.acetylene_l_per_h, "orifice_mm": bore_mm, **told}
        )
    )
    back = getattr(supply.values, found.governed_by or "oxygen").set_flowing_bar
    assert back == pytest.approx(bar if found.governed_by == "acetylene" else bar * apart, rel=1e-6)


@settings(max_examples=40, deadline=None)
@given(BORES, BARS, st.floats(1.001, 1.2))
def test_more_pressure_never_burns_less_and_a_longer_hose_never_more(
    bore_mm: float, bar: float, more: float
) -> None:
    here = values(bore_mm, bar, bar)
    above = values(bore_mm, min(bar * more, 0.79), min(bar * more, 0.79))
    assert (above.acetylene_l_per_h or math.inf) >= (here.acetylene_l_per_h or 0) - 1e-6
    far = values(bore_mm, bar, bar, hose_length_m=40.0)
    assert (far.acetylene_l_per_h or 0) <= (here.acetylene_l_per_h or 0) + 1e-6


@settings(max_examples=60, deadline=None)
@given(st.floats(0.01, 1.5), st.floats(0.01, 3), st.sampled_from(["general", "strict"]))
def test_no_flow_is_told_over_the_limit_whatever_else_stands(
    fuel: float, oxygen: float, region: str
) -> None:
    found = values(1.2, fuel, oxygen, region=region)
    limit = ACETYLENE_LIMIT_BAR[region]  # type: ignore[index]  # of the two strategies' names
    assert (found.verdict == "over-limit") is (LOCK_UP_RATIO * fuel > limit)
    assert (found.acetylene_l_per_h is None) is (found.verdict == "over-limit")
