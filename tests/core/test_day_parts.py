"""What a day is put together from: units, calendars, what is told of them."""

import itertools

import pytest
from hypothesis import given as drawn
from hypothesis import settings
from hypothesis import strategies as st

from pellak.core.day.calendar import Calendar, Placed
from pellak.core.day.explain import clock
from pellak.core.day.given import DayGiven, DayJob, DayPhase, Pin
from pellak.core.day.greedy import plan_greedily, tip_changes, weight
from pellak.core.day.reckon import plan_day
from pellak.core.day.units import TIP_CHANGE_MIN, units_of
from tests.core.day_checker import faults_of

OPENS, CLOSES = 450.0, 1050.0


def phase(name, minutes, needs="hands", **more):
    return DayPhase(name=name, minutes=minutes, needs=needs, **more)


def job(name, *phases, **more):
    return DayJob(id=name, phases=list(phases), **more)


def day(*jobs, people=("Ida",), torches=("Wharf",), **more):
    result = {"opens_min": OPENS, "closes_min": CLOSES, "exact": False} | more
    return DayGiven(jobs=list(jobs), people=list(people), torches=list(torches), **result)


def weld(minutes=20.0, tip="B2", **more):
    return phase("weld", minutes, "torch", tip=tip, **more)


@pytest.mark.parametrize(
    ("minutes", "given"),
    [
        (0, "00:00"), (450, "07:30"), (1439.4, "23:59"), (1439.6, "tomorrow 00:00"),
        (1900, "tomorrow 07:40"), (3000, "in 2 days 02:00"),
    ],
)  # fmt: skip
def test_a_time_of_day_is_told(minutes, given):
    assert clock(minutes) == given


def test_phases_without_a_wait_are_one_unit_and_others_follow():
    units = units_of(
        day(
            job(
                "rail", phase("prepare", 15), weld(20, after_gap_max_min=0),
                phase("watch", 60, "watch", after_gap_max_min=0),
                phase("cool", 30, "none", after="weld"), phase("dress", 10),
            )
        )
    )  # fmt: skip
    assert [unit.name for unit in units] == ["prepare, weld, watch", "cool", "dress"]
    whole, cool, dress = units
    assert (whole.attended, whole.torched, whole.watched) == ((0, 35), (15, 35), (35, 95))
    assert whole.kept_open_min == 95
    # Cooling waits for the weld, not for the end of the watch; dressing for the cooling.
    assert (cool.follows, dress.follows) == (((0, 35),), ((1, 30),))
    assert (cool.attended, cool.kept_open_min) == (None, 0)


def test_a_phase_after_nothing_begins_by_itself():
    units = units_of(
        day(job("rail", phase("watch", 60, "watch"), phase("cool", 30, "none", after="")))
    )
    assert [unit.follows for unit in units] == [(), ()]


@pytest.mark.parametrize(
    "phases",
    [
        (phase("weld", 5), phase("weld", 6)), (phase("weld", 5), phase("dress", 6, after="cool")),
        (phase("weld", 5, after="dress"), phase("dress", 6)),
    ],
)  # fmt: skip
def test_phases_that_do_not_follow_each_other_are_refused(phases):
    with pytest.raises(ValueError, match=r"stands twice|not before it"):
        job("rail", *phases)


def test_a_pin_on_any_phase_moves_its_whole_unit():
    planned_day = day(
        job("rail", phase("prepare", 15), weld(20, after_gap_max_min=0)),
        pins=[Pin(job="rail", phase="weld", start_min=600)],
    )
    assert units_of(planned_day)[0].pinned_min == 585


def test_what_goes_on_now_goes_on_before_what_is_urgent():
    planned_day = day(
        job("now", weld(30), priority=9), job("urgent", weld(30), priority=1),
        pins=[Pin(job="now", phase="weld", start_min=OPENS)],
    )  # fmt: skip
    first = plan_day(planned_day).values.timeline[0]
    assert (first.job, first.start_min) == ("now", OPENS)


def test_urgency_counts_twice_at_each_step():
    weights = [weight(job("a", weld(), priority=one)) for one in range(9, 0, -1)]
    assert [b / a for a, b in itertools.pairwise(weights)] == [2.0] * 8


def placed(calendar, unit):
    found = calendar.fits(unit)
    calendar.add(found)
    return found


def test_a_tip_change_takes_its_minutes_and_the_same_tip_none():
    planned_day = day(job("a", weld(tip="B1")), job("b", weld(tip="B1")), job("c", weld(tip="B4")))
    calendar = Calendar(planned_day)
    starts = [placed(calendar, unit).start_min for unit in units_of(planned_day)]
    assert starts == [OPENS, OPENS + 20, OPENS + 40 + TIP_CHANGE_MIN]
    assert tip_changes(calendar.placed.values()) == 1


def test_two_people_share_one_torch_and_two_torches_serve_both():
    jobs = [job(name, weld(30)) for name in ("a", "b")]
    for torches, done in ((("one",), 60), (("one", "two"), 30)):
        planned_day = plan_day(day(*jobs, people=("Ida", "Per"), torches=torches)).values
        assert planned_day.done_min == OPENS + done
        assert faults_of(day(*jobs, people=("Ida", "Per"), torches=torches), planned_day) == []


@pytest.mark.parametrize(("place", "done"), [("shop", 20 + 60 + 20), ("roof", 20 + 60 + 20 + 60)])
def test_a_watch_lets_one_work_beside_it_and_not_elsewhere(place, done):
    watch = phase("watch", 60, "watch", after_gap_max_min=0)
    planned_day = plan_day(
        day(
            job("a", weld(20), watch),
            job("b", weld(20), watch, place=place),
            exact=True,
            seconds=60.0,
        )
    ).values
    beside = OPENS + 20 + 20 + 60
    assert planned_day.done_min == (beside if place == "shop" else OPENS + done)
    assert planned_day.optimal


def test_slow_hands_push_what_comes_after_them():
    slow = phase("prepare", 10, high=40.0)
    planned_day = plan_day(day(job("a", slow, weld(20)), job("b", phase("prepare", 5)))).values
    late = {(block.job, block.phase): block.late_min for block in planned_day.timeline}
    assert late["a", "weld"] >= OPENS + 40 + 20
    assert all(block.late_min >= block.end_min for block in planned_day.timeline)
    by_itself = [block for block in planned_day.timeline if block.job == "b"]
    assert len(by_itself) == 1


def test_gas_is_counted_in_the_hour_it_is_burnt_in():
    planned_day = plan_day(day(job("a", weld(60, acetylene_l=90.0, oxygen_l=95.0)))).values
    assert [(one.hour_min, one.acetylene_l) for one in planned_day.gas.by_hour] == [
        (420, pytest.approx(45)), (480, pytest.approx(45)),
    ]  # fmt: skip
    assert (planned_day.gas.acetylene_l, planned_day.gas.oxygen_l, planned_day.gas.enough) == (
        90,
        95,
        None,
    )


def test_free_hands_are_offered_what_fits_into_them():
    cool = phase("cool", 40, "none")
    planned_day = plan_day(
        day(
            job("a", weld(10), cool, phase("dress", 5)),
            job("b", weld(10), not_before_min=OPENS + 120, why_not_before="glue"),
        )
    ).values
    free = planned_day.hands_free
    assert [(one.start_min, one.end_min) for one in free] == [
        (OPENS + 10, OPENS + 50), (OPENS + 55, OPENS + 120),
    ]  # fmt: skip
    assert "fit up b" in free[0].for_what
    assert "look back at a at 08:40" in free[1].for_what


def test_a_late_watch_is_warned_of_and_late_dressing_only_noted():
    watch = phase("watch", 60, "watch", after_gap_max_min=0)
    answer = plan_day(day(job("a", weld(400, high=580.0), watch), closes_min=920.0))
    assert [(one.level, "fire watch" in one.text) for one in answer.cautions] == [("warn", True)]
    noted = plan_day(day(job("a", phase("dress", 400, high=700.0)), closes_min=920.0))
    assert [one.level for one in noted.cautions] == ["note"]
    assert all(one.reason and one.source for one in answer.cautions + noted.cautions)


def assigned(given, units, people, torches):
    """Return the end of the day for one order, one person and torch a unit; None where it fails."""
    done: dict[int, Placed] = {}
    for unit, who, torch in zip(units, people, torches, strict=True):
        if any(key not in done for key, _ in unit.follows):
            return None
        ready = max([given.from_min, *(done[key].start_min + gap for key, gap in unit.follows)])
        # It begins as soon as its person and torch are free: nothing here is watched.
        for other in done.values():
            same_hand = other.who == who and other.attended and unit.attended
            if same_hand:
                ready = max(ready, other.attended[1] - unit.attended[0])
            if unit.torched and other.torched and other.torch == torch:
                change = TIP_CHANGE_MIN if other.unit.tip != unit.tip else 0.0
                ready = max(ready, other.torched[1] + change - unit.torched[0])
        done[unit.key] = Placed(unit, ready, who, torch if unit.torched else "")
    return max(one.open_until_min for one in done.values())


@st.composite
def pairs(draw):
    jobs = [
        job(
            f"job {n}", phase("prepare", draw(st.integers(5, 40)), after_gap_max_min=None),
            weld(draw(st.integers(5, 40)), draw(st.sampled_from(["B1", "B2"])),
                 after_gap_max_min=0),
        )
        for n in range(draw(st.integers(2, 4)))
    ]  # fmt: skip
    return day(
        *jobs, people=("Ida", "Per"), torches=("one", "two")[: draw(st.integers(1, 2))],
        exact=True, seconds=3.0,
    )  # fmt: skip


@settings(max_examples=6, deadline=None)
@drawn(pairs())
def test_two_people_proved_best_is_the_best_of_every_order_and_every_hand(given):
    units = units_of(given)
    best = min(
        end
        for order in itertools.permutations(units)
        for who in itertools.product(given.people, repeat=len(units))
        for torch in itertools.product(given.torches, repeat=len(units))
        for end in [assigned(given, order, who, torch)]
        if end is not None
    )
    values = plan_day(given).values
    assert faults_of(given, values) == []
    if values.optimal:
        assert values.done_min == pytest.approx(best, abs=0.01)
    assert values.done_min >= best - 0.01


def test_forty_jobs_are_listed_and_all_of_them_accounted_for():
    watch = phase("watch", 60, "watch", after_gap_max_min=0)
    jobs = [
        job(f"job {n}", phase("prepare", 10), weld(10 + n % 7, f"B{n % 3}"), watch)
        for n in range(40)
    ]
    planned_day = day(*jobs, people=("Ida", "Per"), torches=("one", "two"))
    values = plan_day(planned_day).values
    assert faults_of(planned_day, values) == []
    planned = {block.job for block in values.timeline}
    assert planned | {one.job for one in values.not_today} == {one.id for one in jobs}
    assert plan_greedily(planned_day).worth() == plan_greedily(planned_day).worth()
