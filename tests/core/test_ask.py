"""One-line questions: what each comes to, and what is said where one cannot be read."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.metal.certificate import Amount, Certificate, own_metal
from pellak.core.reading.measures import said
from pellak.core.torch.jet import jet_for_flow_m_per_s
from pellak.core.torch.rack_tip import RackTip


@pytest.mark.parametrize(
    ("question", "says"),
    [
        ("preheat 4130 at 5 mm", "205 °C"),
        ("preheat 4130 .25", "205 °C"),
        ("preheat sae-1010 3", "none"),
        ("preheat leaf spring 6 mm", "Seferian"),
        ("preheat pb-sheet code 5", "none"),
        ("preheat 5083 at 4 mm", "not fused by torch"),
        ("ce of 4140", "0.78"),
        ("ce gi-30", "ce cast 4.03"),
        ("pressure 300 L/h", "purge 5 s and 5 s"),
        ("pressure 5 cfh 20 m", "acetylene 0.25 bar"),
        ("pressure 4000 L/h 40 m", "above 1.03 bar"),
        ("cylinder acetylene-4.1 47.3 kg", "2.07 m³ (1.89–2.25 m³)"),
        ("cylinder oxygen-200bar-50L 118 bar at 200 L/h", "min"),
        ("cylinder acetylene-4.1 104 lb", "draw 273 L/h"),
        ("flux for aluminium", "flux"),
        ("rod for 2 mm", "R45"),
        ("rod for 16 ga aluminium", "parent-metal strip"),
        ("time for 400 mm of 2 mm", "min of flame"),
        ("gas for 16 in of 16 ga", "L of acetylene"),
    ],
)
def test_questions_about_metal_and_gas(question, says):
    (answer,) = ask(question, OfShop())
    assert says in said(answer.headline, "metric")
    assert answer.working
    assert answer.given


@pytest.mark.parametrize(
    ("question", "accepted"),
    [
        ("preheat unobtainium at 4 mm", "one alloy of the catalogue"),
        ("preheat 4130", "an alloy and a thickness"),
        ("ce of spring steel", "one of these alloys"),
        ("pressure much", "flow"),
        ("cylinder x 4 kg", "a size and a reading"),
        ("cylinder acetylene-4.1 3 kg", "at least the tare"),
    ],
)
def test_what_cannot_be_read_says_what_could(question, accepted):
    with pytest.raises(Refused) as refused:
        ask(question, OfShop())
    assert accepted in refused.value.accepted


OWN = own_metal(
    Certificate(
        heat="BW-4417",
        alloy="4130",
        amounts={"C": Amount(low_pct=0.29, high_pct=0.29), "Mn": Amount(low_pct=0.5, high_pct=0.5)},
    ),
    "own1",
)
SHOP = OfShop([RackTip(label="B3", orifice_mm=0.81)], {"own1": OWN})


def test_a_heat_of_the_shops_own_is_asked_by_its_number():
    (answer,) = ask("ce of BW-4417", SHOP)
    assert "heat BW-4417" in answer.asked
    assert answer.given["composition"] == {"C": 0.29, "Mn": 0.5}
    (warm,) = ask("preheat bw-4417 at 5 mm", SHOP)
    assert warm.given["thickness_mm"] == 5.0
    with pytest.raises(Refused):
        ask("ce of BW-4417", OfShop())


def test_a_tip_of_the_rack_is_asked_for_its_pressures_at_a_steady_jet():
    (answer,) = ask("pressure B3", SHOP)
    jet = jet_for_flow_m_per_s(answer.given["acetylene_l_per_h"], 0.81, 1.0)
    assert jet == pytest.approx(130.0)
    assert "tip B3" in answer.asked
    (longer,) = ask("pressure B3 40 m", SHOP)
    assert longer.given["hose_length_m"] == 40.0


def test_a_seams_time_and_gas_grow_with_its_length_and_go_together():
    def minutes(length_mm):
        (answer,) = ask(f"time for {length_mm} mm of 2 mm", OfShop())
        return float(answer.headline.split()[0])

    assert minutes(800) == pytest.approx(2 * minutes(400), rel=0.06)
    with pytest.raises(Refused) as refused:
        ask("time for 2 mm", OfShop())
    assert "a length and a sheet" in refused.value.accepted
