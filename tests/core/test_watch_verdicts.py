"""What to do about a heat: the verdict of every situation, steady against noise, the same after a
stop, and never gone by what is not believed."""

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.body.cool import centre_of
from pellak.core.body.cool_given import CoolGiven
from pellak.core.body.soak import reckon_soak
from pellak.core.body.soak_given import InsulationGiven, SoakGiven
from pellak.core.model.watch_plan import WatchPlan, on_curve
from pellak.core.reading.measures import said
from pellak.core.watch.ending import ending_of
from pellak.core.watch.lines import Mark, Reading, read_line
from pellak.core.watch.milestones import hours_to, milestones
from pellak.core.watch.simulated import PLACES, Simulation, lines_between, marks_of, true_c
from pellak.core.watch.verdict import CALLS, NAMES, Places, Verdict, held_back, verdict_of
from pellak.core.watch.watcher import Watcher

IRON = WatchPlan(
    target_c=600, welds=True, floor_c=480, ceiling_c=650, spread_limit_c=60, hold_min=20,
    limit_c_per_h=50,
)  # fmt: skip
NUT = WatchPlan(target_c=200, ceiling_c=300)


@pytest.mark.parametrize(
    ("plan", "phase", "c", "fall", "held_min", "say"),
    [
        (IRON, "warming", {}, None, None, "no-reading"),
        (IRON, "warming", {"a": 300, "b": 320}, None, None, "warm-more"),
        (IRON, "warming", {"a": 300, "b": 380}, None, None, "hold"),
        (IRON, "warming", {"a": 605, "b": 640}, None, 5, "hold"),
        (IRON, "warming", {"a": 605, "b": 640}, None, 25, "weld-now"),
        (IRON, "warming", {"a": 605, "b": 655}, None, 25, "too-hot"),
        (IRON, "welding", {"a": 500, "b": 560}, None, None, "weld-now"),
        (IRON, "welding", {"a": 470, "b": 560}, None, None, "reheat"),
        (IRON, "welding", {"a": 500, "b": 651}, None, None, "too-hot"),
        (IRON, "cooling", {"a": 500, "b": 520}, 40, None, "let-it-cool"),
        (IRON, "cooling", {"a": 500, "b": 520}, 56, None, "cool-slower"),
        (IRON, "cooling", {"a": 500, "b": 520}, None, None, "let-it-cool"),
        (IRON, "cooling", {"a": 45, "b": 51}, 2, None, "let-it-cool"),
        (IRON, "cooling", {"a": 45, "b": 49}, 2, None, "touch-it"),
        (NUT, "warming", {"a": 150}, None, None, "warm-more"),
        (NUT, "warming", {"a": 205}, None, 0, "do-it-now"),
        (NUT, "warming", {"a": 301}, None, 3, "too-hot"),
        (NUT, "cooling", {"a": 190}, 9000, None, "let-it-cool"),
    ],
)
def test_every_situation_has_its_verdict(plan, phase, c, fall, held_min, say):
    held_s = None if held_min is None else 60.0 * held_min
    result = verdict_of(plan, phase, Places(c=c, fall_c_per_h=fall), held_s, "no-reading")
    assert result.say == say
    assert result.name == NAMES[say]
    assert result.calls == (say in CALLS)
    assert result.why


def flips(verdicts):
    return sum(a != b for a, b in pairwise(verdicts))


@given(st.lists(st.floats(-1.5, 1.5), min_size=30, max_size=60))
@settings(max_examples=50)
@pytest.mark.parametrize(
    ("phase", "c", "fall"),
    [("welding", 480.0, None), ("warming", 650.0, None), ("cooling", 50.0, 1.0),
     ("cooling", 300.0, 55.0)],
)  # fmt: skip
def test_no_verdict_flickers_with_the_noise_at_its_limit(phase, c, fall, noise):
    said, seen = "no-reading", []
    for off in noise:
        places = Places(c={"a": c + off}, fall_c_per_h=None if fall is None else fall + off)
        said = verdict_of(IRON, phase, places, None, said).say
        seen.append(said)
    assert flips(seen) <= 2


def fed(watcher, given):
    for one in given:
        watcher.step(one)
    return watcher


def ramp(at, to_c, minutes, from_c=20.0, channel="wall"):
    steps = int(minutes * 60)
    return [
        Reading(at_s=at + s, channel=channel, c=from_c + (to_c - from_c) * s / steps)
        for s in range(steps)
    ]


def names_of(watcher):
    return [event.text.split(":")[0] for event in watcher.events if ": " in event.text]


def test_a_heat_is_walked_through_from_cold_to_the_touch():
    plan = IRON.model_copy(update={"limit_c_per_h": None, "hold_min": 10})
    listed = [
        *ramp(0, 610, 60), *ramp(3600, 612, 15, 610), Mark(at_s=4500, phase="welding"),
        *ramp(4501, 470, 10, 612), *ramp(5101, 600, 8, 470), Mark(at_s=5600, phase="cooling"),
        *ramp(5601, 40, 300, 600),
    ]  # fmt: skip
    watcher = fed(Watcher(plan), listed)
    assert names_of(watcher) == [
        "Warm more", "Hold", "Weld now", "marked", "Reheat", "Weld now", "marked", "Let it cool",
        "Touch it",
    ]  # fmt: skip
    assert watcher.reached_s == pytest.approx(3540, abs=10)
    assert 5600 < watcher.touched_s < 5601 + 300 * 60


def test_a_hand_goes_on_where_there_is_no_thermometer_and_is_too_old_after_a_quarter_hour():
    watcher = fed(Watcher(NUT), [Reading(at_s=30, channel="by-hand", c=205, source="hand")])
    assert watcher.verdict(40, watcher.faults(40)).say == "do-it-now"
    assert watcher.verdict(30 + 901, watcher.faults(30 + 901)).say == "no-reading"


def casting(kind="brick-box"):
    given = SoakGiven(
        family="grey-iron", shape="casting", mass_kg=20, wall_mm=8, target_c=595,
        acetylene_l_per_h=550, restraint="high", insulation=InsulationGiven(kind=kind),
    )  # fmt: skip
    fall = CoolGiven(
        family="grey-iron", shape="casting", mass_kg=20, wall_mm=8, start_c=605,
        medium="vermiculite", restraint="high",
    )  # fmt: skip
    soak = reckon_soak(given).values
    return IRON.model_copy(
        update={
            "target_c": 595, "hold_min": soak.hold_min or 0, "warm_curve": soak.curve,
            "cool_curve": centre_of(fall).curve, "soak": given, "cool": fall,
            "cool_in": "vermiculite", "spread_limit_c": soak.spread_limit_c,
        }
    )  # fmt: skip


CASTING = casting()


def simulated(hours=3.0, plan=CASTING, **given):
    lines = lines_between(plan, Simulation(**given), [], 0.0, 3600 * hours)
    return [read_line(line, 0.0, float, "simulated") for line in lines]


@pytest.mark.parametrize("ill", ["dies", "jumps", "nonsense"])
def test_a_sick_thermometer_is_named_and_the_verdicts_go_on_without_it(ill):
    watcher = fed(Watcher(CASTING), simulated(ill=ill))
    foot = PLACES[-1]
    named = [one for one in watcher.events if one.text.startswith(f"“{foot}” is not believed")]
    assert len(named) == 1
    assert named[0].calls
    assert named[0].at_s < 600 + 90
    assert foot not in watcher.places(watcher.now_s, watcher.faults(watcher.now_s)).c
    assert not any(f"“{foot}”" in one.text for one in watcher.events if one.at_s > named[0].at_s)
    assert [word for word in names_of(watcher) if word in ("Weld now", "Let it cool")]


def test_a_sound_watch_names_nobody():
    watcher = fed(Watcher(CASTING), simulated(hours=6))
    assert not any("believed" in event.text for event in watcher.events)


@given(st.lists(st.integers(1, 400), min_size=1, max_size=40), st.integers(0, 2**31))
@settings(max_examples=12)
def test_verdicts_are_the_same_however_the_readings_were_batched(sizes, seed):
    result = simulated(hours=0.6, seed=seed, every_s=4)
    whole = fed(Watcher(CASTING), result)
    parts, at = Watcher(CASTING), 0
    for size in [*sizes, len(result)]:
        fed(parts, result[at : at + size])
        # A look between changes nothing.
        parts.verdict(parts.now_s + 500, parts.faults(parts.now_s + 500))
        at += size
    assert parts.events == whole.events
    assert parts.said == whole.said


@given(st.floats(0, 9000), st.floats(0, 9000), st.integers(0, 1000))
@settings(max_examples=40)
def test_a_simulated_thermometer_says_the_same_however_often_it_is_asked(one, other, seed):
    middle, end = sorted((one, other))
    simulation = Simulation(seed=seed, every_s=15)
    parts = [
        *lines_between(CASTING, simulation, [], 0.0, middle),
        *lines_between(CASTING, simulation, [], middle, end),
    ]
    assert parts == lines_between(CASTING, simulation, [], 0.0, end)


def test_the_simulated_body_follows_the_plan_to_its_heat_and_down_again():
    simulation = Simulation(dawdles=1.0)
    marks = marks_of(CASTING, simulation)
    there_s = 60 * CASTING.warm_curve[-1][0]
    assert true_c(CASTING, simulation, marks, 0.0) == pytest.approx(20.0)
    assert CASTING.target_c <= true_c(CASTING, simulation, marks, there_s) < CASTING.target_c + 20
    buried = next(mark.at_s for mark in marks if mark.phase == "cooling")
    hours = [n / 2 for n in range(1, 80)]
    fell = [true_c(CASTING, simulation, marks, buried + 3600 * h) for h in hours]
    assert fell == sorted(fell, reverse=True)
    for h, c in zip(hours, fell, strict=True):
        if h > 8 and h < CASTING.cool_curve[-1][0]:
            assert c == pytest.approx(on_curve(CASTING.cool_curve, h), abs=2)


@pytest.mark.parametrize("dawdles", [0.9, 1.0, 1.3])
def test_an_ended_watch_gives_back_the_times_and_the_flame_that_made_it(dawdles):
    watcher = fed(Watcher(CASTING), simulated(hours=40, every_s=60, dawdles=dawdles, seed=3))
    ending = ending_of(watcher)
    planned_min = CASTING.warm_curve[-1][0]
    assert ending.to_heat_min == pytest.approx(dawdles * planned_min, rel=0.03)
    if dawdles != 1.0:
        assert (ending.flame_factor < 1) == (dawdles > 1)
    assert ending.touch_min == pytest.approx(60 * CASTING.cool_curve[-1][0], rel=0.04)
    assert ending.cooling_factor == pytest.approx(1.0, abs=0.06)
    assert len(ending.words) == 2


def test_a_watch_that_came_to_nothing_tells_nothing():
    ending = ending_of(fed(Watcher(CASTING), simulated(hours=0.2)))
    assert (ending.to_heat_min, ending.touch_min, ending.words) == (None, None, [])


def test_what_is_waited_for_stands_on_the_planned_fall():
    result = milestones(CASTING.model_copy(update={"touch_low_h": 28.0, "touch_high_h": 38.0}))
    assert [said(one.text, "metric").split(":")[0] for one in result] == [
        "about 300 °C",
        "touch it",
    ]
    slow, touch = result
    assert on_curve(CASTING.cool_curve, slow.after_h) == pytest.approx(300, abs=0.5)
    assert (touch.after_h, touch.low_h, touch.high_h) == (CASTING.cool_curve[-1][0], 28.0, 38.0)
    assert hours_to(CASTING.cool_curve, 20.0) is None
    assert milestones(NUT) == []


@pytest.mark.parametrize("say", sorted(NAMES))
def test_nothing_asks_for_a_flame_while_the_light_is_barred(say):
    stands = Verdict(say=say, name=NAMES[say], why="as read", calls=True)
    assert held_back(stands, "") is stands
    barred = held_back(stands, "held fuel, closed")
    if say in ("warm-more", "weld-now", "do-it-now", "reheat"):
        assert (barred.name, barred.why) == ("Not while", "held fuel, closed")
        assert (barred.calls, barred.amiss) == (False, True)
    else:
        assert barred is stands, "what cools, is too hot or is not read is told all the same"
