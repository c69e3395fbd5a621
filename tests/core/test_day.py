"""A day that can be done, the best of all that can where that is proved, and its reasons."""

import itertools

import pytest
from hypothesis import given as drawn
from hypothesis import settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.day.calendar import Calendar
from pellak.core.day.given import DayGiven, DayJob, DayPhase, Pin
from pellak.core.day.lower_bound import earliest_done_min
from pellak.core.day.reckon import plan_day
from pellak.core.day.units import units_of
from tests.core.day_checker import faults_of

OPENS, CLOSES = 450.0, 1050.0


def hot(minutes, tip="B2", gas=10.0, name="weld", **more):
    return DayPhase(
        name=name, minutes=minutes, high=1.4 * minutes, needs="torch", tip=tip, acetylene_l=gas,
        **more,
    )  # fmt: skip


def seam(name, minutes=20.0, tip="B2", watch=60.0, prepare=15.0, cool=30.0, **more):
    return DayJob(
        id=name,
        phases=[
            DayPhase(name="prepare", minutes=prepare, needs="hands"),
            hot(minutes, tip),
            DayPhase(name="watch", minutes=watch, needs="watch", after_gap_max_min=0),
            DayPhase(name="cool", minutes=cool, needs="none", after="weld"),
            DayPhase(name="dress", minutes=10, needs="hands", after="cool"),
        ],
        **more,
    )  # fmt: skip


def day(jobs, people=("Ida",), torches=("Wharf",), **more):
    result = {"opens_min": OPENS, "closes_min": CLOSES} | more
    return DayGiven(jobs=jobs, people=list(people), torches=list(torches), **result)


minutes = st.integers(1, 90).map(float)
phases = st.builds(
    lambda prepare, weld, tip, watch, cool, dress, gap: [
        DayPhase(name="prepare", minutes=prepare, needs="hands"),
        hot(weld, tip, **({} if gap is None else {"after_gap_max_min": gap})),
        DayPhase(name="watch", minutes=watch, needs="watch", after_gap_max_min=0),
        DayPhase(name="cool", minutes=cool, needs="none", after="weld"),
        DayPhase(name="dress", minutes=dress, needs="hands", after="cool"),
    ],
    minutes, minutes, st.sampled_from(["B1", "B2", "B4"]), st.sampled_from([0.0, 30.0, 60.0]),
    st.integers(0, 700).map(float), minutes, st.sampled_from([None, 0.0, 10.0]),
)  # fmt: skip


@st.composite
def shops(draw, most=12):
    jobs = [
        DayJob(
            id=f"job {n}", priority=draw(st.integers(1, 9)), phases=draw(phases),
            place=draw(st.sampled_from(["shop", "shop", "roof", "slip"])),
            not_before_min=draw(st.sampled_from([0.0, 0.0, 600.0, 1200.0])),
        )
        for n in range(draw(st.integers(0, most)))
    ]  # fmt: skip
    pins = [
        Pin(job=job.id, phase="prepare", start_min=draw(st.integers(400, 1100)))
        for job in jobs
        if draw(st.integers(0, 5)) == 0
    ]
    return day(
        jobs, people=["Ida", "Per", "Tove"][: draw(st.integers(1, 3))],
        torches=["Wharf", "Slip"][: draw(st.integers(1, 2))],
        now_min=draw(st.sampled_from([0.0, 500.0, 900.0])), pins=pins,
        acetylene_l=draw(st.sampled_from([None, 25.0, 4000.0])),
        acetylene_full_l=draw(st.sampled_from([None, 150.0, 600.0, 6000.0])),
    )  # fmt: skip


@settings(max_examples=60, deadline=None)
@drawn(shops(most=20))
def test_every_day_by_list_can_be_done_and_what_is_left_has_a_reason(shop):
    planned_day = plan_day(shop.model_copy(update={"exact": False})).values
    assert faults_of(shop, planned_day) == []
    assert all(one.why for one in planned_day.not_today)
    assert planned_day.done_min is None or planned_day.done_min <= CLOSES
    gas = sum(one.acetylene_l for one in planned_day.gas.by_hour)
    assert gas == pytest.approx(planned_day.gas.acetylene_l)
    for free in planned_day.hands_free:
        assert free.end_min - free.start_min >= 10
        for block in planned_day.timeline:
            if block.who == free.who and block.needs in ("torch", "hands"):
                assert (
                    block.end_min <= free.start_min + 1e-4 or block.start_min >= free.end_min - 1e-4
                )


@settings(max_examples=12, deadline=None)
@drawn(shops(most=4))
def test_every_day_by_program_can_be_done_and_ends_no_later(shop):
    listed = plan_day(shop.model_copy(update={"exact": False})).values
    planned_day = plan_day(shop.model_copy(update={"seconds": 1.0})).values
    assert faults_of(shop, planned_day) == []
    same = [one.job for one in planned_day.not_today] == [one.job for one in listed.not_today]
    if same and not shop.pins and planned_day.done_min is not None:
        assert planned_day.done_min <= listed.done_min + 1e-3


def by_brute_force(shop):
    """Return the earliest ending of all orders of all units, every job done; None where none is."""
    units, best = units_of(shop), None
    for order in itertools.permutations(units):
        calendar = Calendar(shop)
        for unit in order:
            if calendar.ready_min(unit) is None:
                break
            placed = calendar.fits(unit)
            if placed is None:
                break
            calendar.add(placed)
        else:
            done = max(one.open_until_min for one in calendar.placed.values())
            best = done if best is None else min(best, done)
    return best


def short(name, prepare, weld, watch, tip, place="shop"):
    """Return a job of one stretch: prepared, welded and watched at once."""
    return DayJob(
        id=name, place=place,
        phases=[
            DayPhase(name="prepare", minutes=prepare, needs="hands"),
            hot(weld, tip, after_gap_max_min=0),
            DayPhase(name="watch", minutes=watch, needs="watch", after_gap_max_min=0),
        ],
    )  # fmt: skip


@st.composite
def small_shops(draw):
    """One person and one torch: there all orders are all plans that need be looked at."""
    jobs = [
        short(
            f"job {n}", draw(minutes), draw(minutes), draw(st.sampled_from([30.0, 60.0, 120.0])),
            draw(st.sampled_from(["B1", "B2"])), draw(st.sampled_from(["shop", "roof"])),
        )
        for n in range(draw(st.integers(2, 5)))
    ]  # fmt: skip
    return day(jobs, closes_min=1440.0)


@settings(max_examples=8, deadline=None)
@drawn(small_shops())
def test_what_is_proved_best_is_what_trying_every_order_finds(shop):
    best = by_brute_force(shop)
    planned_day = plan_day(shop.model_copy(update={"seconds": 2.0})).values
    assert faults_of(shop, planned_day) == []
    if best is not None and planned_day.optimal:
        assert planned_day.done_min == pytest.approx(best, abs=0.01)
    if best is not None:
        assert not planned_day.not_today
        assert earliest_done_min(shop) - 0.01 <= best
        assert planned_day.done_min <= best + 0.01


def test_six_jobs_of_one_shop_are_proved():
    jobs = [
        short(f"job {n}", 5.0 + 3 * n, 12.0 + 7 * (n % 3), 60.0, f"B{1 + n % 2}") for n in range(6)
    ]
    planned_day = plan_day(day(jobs).model_copy(update={"seconds": 60.0})).values
    assert planned_day.optimal
    assert planned_day.done_min == pytest.approx(by_brute_force(day(jobs)), abs=0.01)


def test_a_day_that_ends_as_early_as_its_torch_allows_is_proved_without_the_program(monkeypatch):
    monkeypatch.setattr("pellak.core.day.reckon.proved", lambda *_: pytest.fail("not needed"))
    # Fifteen minutes before the first flame, two flames one after the other, the last watch.
    jobs = [short("flue", 15.0, 8.0, 60.0, "B1"), short("patch", 15.0, 9.0, 60.0, "B1")]
    two = day(jobs, people=["Ida", "Per"])
    planned_day = plan_day(two).values
    assert planned_day.optimal
    assert planned_day.done_min == earliest_done_min(two) == OPENS + 15 + 8 + 9 + 60
    # One pair of hands fits up and welds both, one after the other.
    assert earliest_done_min(day(jobs)) == OPENS + 15 + 8 + 15 + 9 + 60


def test_a_bound_weighs_what_a_job_waits_for_and_what_follows_its_flame():
    late = seam("rail", cool=60).model_copy(update={"not_before_min": OPENS + 120.0})
    alone = day([late, seam("patch", cool=60)])
    assert earliest_done_min(alone) == plan_day(alone).values.done_min


def test_cooling_is_used_and_a_watch_is_kept_beside_other_work():
    planned_day = plan_day(day([seam("rail", cool=60), seam("patch", cool=60)])).values
    assert faults_of(day([seam("rail", cool=60), seam("patch", cool=60)]), planned_day) == []
    # One after the other they would take over five hours.
    assert planned_day.done_min - OPENS <= 15 + 20 + 15 + 20 + 60 + 10
    assert not planned_day.tip_changes


def test_tips_are_grouped():
    jobs = [seam(f"job {n}", tip="B1" if n % 2 else "B4", cool=0, watch=0) for n in range(6)]
    planned_day = plan_day(day(jobs)).values
    assert len(planned_day.tip_changes) == 1


@pytest.mark.parametrize(
    ("job", "now", "why"),
    [
        (seam("mould", not_before_min=1900.0, why_not_before="sand dries"), 0.0,
         "sand dries until tomorrow 07:40"),
        (seam("rail"), 970.0, "its watch would end 17:45, you close at 17:30"),
        (seam("casting", cool=600.0), 450.0, "cool takes until 18:05, you close at 17:30"),
    ],
)  # fmt: skip
def test_what_does_not_go_today_says_why(job, now, why):
    planned_day = plan_day(day([job], now_min=now)).values
    assert [one.why for one in planned_day.not_today] == [why]


def test_a_casting_cools_overnight_and_only_its_dressing_waits():
    planned_day = plan_day(day([seam("casting", cool=900.0)])).values
    assert [one.phases for one in planned_day.not_today] == [["dress"]]
    cool = next(block for block in planned_day.timeline if block.phase == "cool")
    assert cool.to_tomorrow
    assert planned_day.done_min < CLOSES


def test_the_urgent_is_kept_where_not_all_of_it_goes():
    jobs = [seam("late", 200.0, priority=7), seam("now", 200.0, priority=1), seam("b", 200.0)]
    planned_day = plan_day(day(jobs)).values
    assert "now" not in {one.job for one in planned_day.not_today}
    assert planned_day.not_today


def test_a_pin_stays_and_the_rest_goes_round_it():
    shop = day([seam("rail"), seam("patch")], pins=[Pin(job="patch", phase="weld", start_min=700)])
    planned_day = plan_day(shop).values
    weld = next(b for b in planned_day.timeline if (b.job, b.phase) == ("patch", "weld"))
    assert (weld.start_min, weld.pinned) == (700, True)
    assert faults_of(shop, planned_day) == []
    early = day([seam("rail")], pins=[Pin(job="rail", phase="weld", start_min=455)])
    weld = next(b for b in plan_day(early).values.timeline if b.phase == "weld")
    assert weld.start_min == OPENS + 15
    late = day([seam("rail")], pins=[Pin(job="rail", phase="weld", start_min=1000)])
    assert plan_day(late).values.not_today[0].why.startswith("pinned to 16:40: too late")


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"closes_min": 400.0}, "closes_min"), ({"people": ["Ida", "Ida"]}, "people"),
        ({"torches": ["A", "A"]}, "torches"), ({"jobs": [seam("a"), seam("a")]}, "jobs"),
        ({"pins": [Pin(job="a", phase="paint", start_min=500)]}, "pins"),
    ],
)  # fmt: skip
def test_what_does_not_hold_together_is_refused_by_its_field(change, field):
    with pytest.raises(Refused, match=f"^{field}"):
        plan_day(day([seam("a")]).model_copy(update=change))


def test_an_empty_day_is_an_empty_day():
    planned_day = plan_day(day([])).values
    assert (planned_day.timeline, planned_day.done_min, planned_day.not_today) == ([], None, [])
