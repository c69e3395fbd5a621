"""Which bore a number stands for: worked cases, hidden bores found again, what must be refused."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.heat.case import HeatCases
from pellak.core.heat.solve import HeatGiven
from pellak.core.heat.standing import puddle_times_s
from pellak.core.supply.bore_seen import bores_mm, everything_seen, ln_likelihood, ln_pins
from pellak.core.supply.pressure_flow import PressuresGiven, burning_at
from pellak.core.supply.tip_number import reckon_tip_number
from pellak.core.supply.tip_number_given import PinTried, TipNumberGiven

BARS = {"acetylene_bar": 0.25, "oxygen_bar": 0.25}
SHEETS = (1.897, 3.038)
FITTED = {"factor_sd": 0.08}
PINNED = [{"orifice_mm": 0.889, "goes_in": True}, {"orifice_mm": 0.94, "goes_in": False}]


def puddle(thickness_mm, puddle_s, **more):
    seen = {"family": "carbon-steel", "thickness_mm": thickness_mm, "puddle_s": puddle_s}
    return {**seen, **BARS, **more}


def cone(cone_mm, **more):
    return {"cone_mm": cone_mm, **BARS, **more}


def told(**seen):
    return reckon_tip_number(TipNumberGiven.model_validate({"label": "3", **seen}))


@pytest.mark.parametrize(
    ("seen", "median", "low", "high", "ln_sd"),
    [
        ({"puddles": [puddle(1.897, 7.6)]}, 0.98, 0.61, 2.07, 0.35),
        ({"puddles": [puddle(1.897, 7.6), puddle(3.038, 20)]}, 0.995, 0.69, 1.67, 0.26),
        (
            {"puddles": [puddle(1.897, 7.6, **FITTED), puddle(3.038, 20, **FITTED)]},
            0.94, 0.74, 1.19, 0.14,
        ),
        (
            {"puddles": [puddle(1.897, 7.6), puddle(1.897, 10.5, known_orifice_mm=0.8)]},
            0.945, 0.80, 1.16, 0.11,
        ),
        ({"cones": [cone(6.0), cone(5.2, known_orifice_mm=0.8)]}, 0.93, 0.77, 1.12, 0.11),
    ],
    ids=["one puddle", "two", "a fitted hand", "a known tip", "cones"],
)  # fmt: skip
def test_the_worked_cases(seen, median, low, high, ln_sd):
    found = told(**seen).values
    assert found.orifice_mm == pytest.approx(median, abs=0.006)
    assert (found.low_mm, found.high_mm) == pytest.approx((low, high), rel=0.02)
    assert found.ln_sd == pytest.approx(ln_sd, abs=0.006)
    assert found.next_look.what == "pin"
    assert found.next_look.orifice_mm == pytest.approx(median, rel=0.03)


def test_a_pin_settles_it():
    found = told(puddles=[puddle(1.897, 7.6)], drills=PINNED).values
    assert (found.drill, found.orifice_mm) == ("#64", pytest.approx(0.914, abs=0.001))
    # Between two pins 0.05 mm apart, each good to 0.01 mm.
    assert (found.low_mm, found.high_mm) == pytest.approx((0.886, 0.943), abs=0.002)
    assert found.ln_sd == pytest.approx(0.020, abs=0.001)
    assert found.next_look.what == "none"
    assert found.drills[0].drill == "#64"
    assert sum(one.probability for one in found.drills) == pytest.approx(1, abs=0.05)
    assert found.thinnest_mm < found.usual_mm < found.thickest_mm


def test_what_to_look_at_next():
    first = [puddle(1.897, 7.6)]
    assert told(puddles=first, has_pins=False).values.next_look.what == "reference-tip"
    beside = [*first, puddle(1.897, 10.5, known_orifice_mm=0.8)]
    assert told(puddles=beside, has_pins=False).values.next_look.what == "none"
    pin = told(puddles=first).values.next_look.orifice_mm
    again = told(puddles=first, drills=[{"orifice_mm": pin, "goes_in": True}]).values
    assert again.next_look.orifice_mm != pin


@pytest.mark.parametrize(
    ("seen", "field"),
    [
        ({}, "puddles"),
        ({"puddles": [puddle(1.897, 7.6, known_orifice_mm=0.8)]}, "puddles"),
        ({"drills": [*PINNED, {"orifice_mm": 1.0, "goes_in": True}]}, "drills"),
        (
            {"drills": PINNED, "puddles": [puddle(6.0, 20, known_orifice_mm=0.4)]},
            "puddles.0.known_orifice_mm",
        ),
        ({"mixer": "injector", "puddles": [puddle(1.897, 7.6)]}, "puddles.0.acetylene_l_per_h"),
        ({"mixer": "injector", "cones": [cone(6.0)]}, "cones.0.acetylene_bar"),
    ],
    ids=["nothing", "only a known tip", "pins", "a known tip too small", "injector", "its cone"],
)  # fmt: skip
def test_what_tells_nothing_is_refused(seen, field):
    with pytest.raises(Refused) as refused:
        told(**seen)
    assert refused.value.field == field


def test_worn_open_and_dirty_are_told():
    tight = [puddle(1.897, 7.6, **FITTED), puddle(3.038, 20, **FITTED)]
    (worn,) = told(puddles=tight, drills=[{"orifice_mm": 1.4, "goes_in": True}]).cautions
    assert "worn to a bell" in worn.text
    (dirty,) = told(puddles=tight, drills=[{"orifice_mm": 0.6, "goes_in": False}]).cautions
    assert "does not go in" in dirty.text
    assert told(puddles=tight, drills=PINNED).cautions == []


def test_over_the_acetylene_limit_it_says_so():
    high = {"acetylene_bar": 0.9, "oxygen_bar": 0.9}
    (stop,) = told(puddles=[{**puddle(1.897, 4), **high}]).cautions
    assert stop.level == "stop"
    lower = {"acetylene_bar": 0.5, "oxygen_bar": 0.5}
    seen = [{**puddle(1.897, 5), **lower}]
    assert told(puddles=seen).cautions == []
    (strict,) = told(puddles=seen, region="strict").cautions
    assert strict.level == "stop"


def _shares(ln_likely):
    chances = np.exp(ln_likely - ln_likely.max())
    return np.cumsum(chances / chances.sum())


def _hidden(count, factor_sd, pins=()):
    """Return how far the median is off for hidden bores, and how many lie inside the band."""
    rng = np.random.default_rng(33)
    seen = everything_seen(
        TipNumberGiven(label="?", puddles=[puddle(t, 1.0, factor_sd=factor_sd) for t in SHEETS])
    )
    bores = np.exp(rng.uniform(math.log(0.6), math.log(1.5), count))
    flows = [
        burning_at(PressuresGiven(orifice_mm=float(bore), **BARS)).acetylene_l_per_h
        * math.exp(rng.normal(0, 0.10))
        for bore in bores
    ]
    hands = np.exp(rng.normal(0, factor_sd, count))
    times = [
        puddle_times_s(
            HeatCases.of([
                HeatGiven(
                    family="carbon-steel", thickness_mm=wall, acetylene_l_per_h=flow,
                    orifice_mm=float(bore), hand_factor=float(hand),
                ).case()
                for bore, flow, hand in zip(bores, flows, hands, strict=True)
            ])
        ) * np.exp(rng.normal(0, 0.15, count))
        for wall in SHEETS
    ]  # fmt: skip
    off, inside = [], 0
    for n, bore in enumerate(bores):
        # What does not melt in two minutes nobody times.
        timed = [
            replace(one, off=one.off + math.log(seconds[n]))
            for one, seconds in zip(seen, times, strict=True)
            if seconds[n] <= 120
        ]
        tried = [PinTried(orifice_mm=pin, goes_in=bool(bore > pin)) for pin in pins]
        shares = _shares(ln_likelihood(timed) + ln_pins(tried))
        low, median, high = (np.interp(p, shares, bores_mm()) for p in (0.05, 0.5, 0.95))
        off.append(abs(math.log(median / bore)))
        inside += low <= bore <= high
    return float(np.median(off)), inside / count


@pytest.mark.parametrize(
    ("factor_sd", "pins", "most_off"),
    [(0.08, (), 0.10), (0.20, (), 0.18), (0.20, (0.7, 0.8, 0.9, 1.0, 1.1, 1.25, 1.4), 0.05)],
    ids=["a fitted hand", "an unknown hand", "pinned"],
)
def test_two_hundred_hidden_bores(factor_sd, pins, most_off):
    off, inside = _hidden(200, factor_sd, pins)
    assert off <= most_off
    assert inside >= 0.86, "nine in ten, less two standard deviations of 200"


@settings(max_examples=12, deadline=None)
@given(st.floats(0.6, 1.5), st.floats(1.2, 3.0))
def test_the_same_seen_again_never_widens_it_and_never_halves_it(bore_mm, wall_mm):
    flow = burning_at(PressuresGiven(orifice_mm=bore_mm, **BARS)).acetylene_l_per_h
    case = HeatGiven(
        family="carbon-steel", thickness_mm=wall_mm, acetylene_l_per_h=flow, orifice_mm=bore_mm
    ).case()
    seconds = float(puddle_times_s(HeatCases.of([case]))[0])
    if not 0.5 <= seconds <= 120:
        return
    once = everything_seen(TipNumberGiven(puddles=[puddle(wall_mm, seconds)]))
    spread = []
    for times in (1, 4):
        shares = _shares(ln_likelihood(once * times))
        spread.append(
            float(np.log(np.interp(0.95, shares, bores_mm()) / np.interp(0.05, shares, bores_mm())))
        )
    assert spread[0] / 2 <= spread[1] <= spread[0] * 1.02
