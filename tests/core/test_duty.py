"""What a rhythm of burns draws: the worked table, its limits from both sides, one burn."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from pellak.core.gas.cylinders import cylinders_to_couple
from pellak.core.gas.duty import DutyBurn, DutyGiven, reckon_duty


def burn(flow, seconds, wait_s=0.0, **more):
    return {"acetylene_l_per_h": flow, "seconds": seconds, "wait_s": wait_s, **more}


def duty(*rhythm, minutes, capacity_m3=4.1, **more):
    return reckon_duty(
        DutyGiven(rhythm=list(rhythm), minutes=minutes, capacity_m3=capacity_m3, **more)
    ).values


OUT = {"flame_in_wait": False}
TABLE = [
    # V, rhythm, minutes | peak, mean, longest | shares | level, couple, smallest
    (4.1, burn(320, 1800), 30, 320, 160, 30, (0.78, 0.59, 1.17), "warn", 2, 8.5),
    (4.1, burn(400, 480, 720), 120, 400, 160, 8, (0.98, 0.59, 0), "ok", 1, 4.1),
    (4.1, burn(400, 480, 60, **OUT), 90, 400, 360, 80, (0.98, 1.32, 1.32), "warn", 2, 8.5),
    (1.1, burn(160, 4, 40, **OUT), 60, 160, 14.6, 5.5, (1.45, 0.2, 0), "stop", 2, 2.1),
    (1.1, burn(100, 4, 40, **OUT), 60, 100, 9.1, 5.5, (0.91, 0.12, 0), "ok", 1, 1.1),
    (1.1, burn(100, 4, 40), 60, 100, 100, 60, (0.91, 1.36, 1.36), "warn", 2, 2.1),
    (8.5, burn(800, 60, 600), 120, 800, 80, 1, (0.94, 0.14, 0), "ok", 1, 8.5),
]


@pytest.mark.parametrize(
    ("capacity_m3", "rhythm", "minutes", "peak", "mean", "longest", "shares", "level", "couple",
     "smallest"),
    TABLE,
)  # fmt: skip
def test_the_worked_rhythms(
    capacity_m3, rhythm, minutes, peak, mean, longest, shares, level, couple, smallest
):
    got = duty(rhythm, minutes=minutes, capacity_m3=capacity_m3)
    assert got.peak_l_per_h == peak
    assert got.mean_l_per_h == pytest.approx(mean, rel=0.005)
    assert got.longest_burn_min == pytest.approx(longest, rel=0.01)
    told = (got.shares.peak, got.shares.hour, got.shares.burn)
    assert told == pytest.approx(shares, abs=0.006)
    assert (got.level, got.couple, got.smallest_size_m3) == (level, couple, smallest)


@given(
    flow=st.floats(10, 2000),
    minutes=st.floats(1, 300),
    capacity_m3=st.sampled_from([0.28, 1.1, 4.1, 11.0]),
)
def test_one_burn_is_what_a_cylinder_was_always_asked_for(flow, minutes, capacity_m3):
    got = duty(burn(flow, 60 * minutes), minutes=minutes, capacity_m3=capacity_m3)
    # A short spell counts as before; a long one drawn for under an hour is the same burn on end.
    assert got.couple == cylinders_to_couple(capacity_m3, flow, minutes)
    assert got.litres == pytest.approx(flow * minutes / 60)
    assert got.level == ("stop" if flow > 1000 * capacity_m3 / 7 else
                         "warn" if got.couple > 1 else "ok")  # fmt: skip


RHYTHM = st.lists(
    st.builds(
        DutyBurn,
        acetylene_l_per_h=st.floats(20, 1500),
        seconds=st.floats(2, 2000),
        wait_s=st.floats(0, 2000),
        count=st.integers(1, 4),
        flame_in_wait=st.sampled_from([None, True, False]),
    ),
    min_size=1,
    max_size=4,
)


@given(RHYTHM, st.floats(5, 400))
def test_no_hour_and_no_burn_draws_more_than_the_peak_and_more_bottles_bear_more(rhythm, minutes):
    one = reckon_duty(DutyGiven(rhythm=rhythm, minutes=minutes, capacity_m3=2.1)).values
    assert one.mean_l_per_h <= one.peak_l_per_h * (1 + 1e-9)
    assert one.litres <= one.mean_l_per_h * max(1.0, minutes / 60 + 1) + 1e-6
    assert one.longest_burn_min <= one.burning_min + 1e-9 <= minutes + 2e-9
    coupled = duty(*[r.model_dump() for r in rhythm], minutes=minutes, capacity_m3=2.1,
                   coupled=one.couple if one.couple <= 20 else 20)  # fmt: skip
    assume(one.couple <= 20)
    assert coupled.level != "warn"
    if one.smallest_size_m3 is not None:
        alone = duty(*[r.model_dump() for r in rhythm], minutes=minutes,
                     capacity_m3=one.smallest_size_m3)  # fmt: skip
        assert alone.level == "ok"


@pytest.mark.parametrize(("wait_s", "burns_longest"), [(119, 20), (121, 10)])
def test_two_minutes_without_a_flame_part_two_burns(wait_s, burns_longest):
    got = duty(burn(100, 600, wait_s, **OUT), minutes=(1200 + wait_s) / 60)
    assert got.longest_burn_min == pytest.approx(burns_longest)


def test_a_flame_stays_lit_in_a_short_wait_unless_it_is_told():
    lit = duty(burn(100, 30, 59), minutes=60)
    assert lit.burning_min == pytest.approx(60)
    assert duty(burn(100, 30, 60), minutes=60).burning_min == pytest.approx(20)
    pilot = duty(burn(100, 30, 59, wait_l_per_h=20), minutes=60)
    assert pilot.litres < lit.litres
    assert pilot.peak_l_per_h == 100


def test_what_is_left_lasts_by_the_rhythm_to_its_last_twentieth():
    full = duty(burn(200, 600, 600), minutes=60, content_m3=4.1)
    # 3,895 L at 100 L/h in the mean.
    assert full.empty_min == pytest.approx(60 * 3895 / 100, abs=10)
    assert duty(burn(200, 600), minutes=60, content_m3=0.2).empty_min == 0
    assert duty(burn(200, 600), minutes=60).empty_min is None


def test_cold_and_nearly_empty_are_told():
    def said(**more):
        asked = DutyGiven(rhythm=[burn(50, 60)], minutes=30, capacity_m3=4.1, **more)
        return [caution.text for caution in reckon_duty(asked).cautions]

    assert said() == []
    assert said(temperature_c=5)[0].startswith("Cold")
    assert said(content_m3=0.6)[0].startswith("Nearly empty")


@pytest.mark.parametrize(
    "wrong",
    [{"rhythm": []}, {"minutes": 0}, {"capacity_m3": 0}, {"rhythm": [burn(0, 10)]},
     {"rhythm": [burn(100, 0.1)]}],
)  # fmt: skip
def test_what_is_no_rhythm_is_refused(wrong):
    asked = {"rhythm": [burn(100, 10)], "minutes": 10, "capacity_m3": 4.1, **wrong}
    with pytest.raises(ValueError, match=r"greater|least"):
        DutyGiven(**asked)
