"""A plan that is gone by: what has become of it is said, and no more than that."""

import pytest
from hypothesis import given as drawn
from hypothesis import strategies as st

from pellak.core.day.held import held, moved
from pellak.core.day.phases import RunProgress, drags
from pellak.core.day.reckon import plan_day
from tests.core.test_day import day, seam
from tests.core.test_day_phases import SHEET


def values(*names, **more):
    return plan_day(day([seam(name) for name in names], exact=False, **more)).values


def said(before, after):
    return moved(held(before, "2026-11-27", 450.0), after, str.upper)


def test_a_day_on_time_is_on_time():
    assert said(values("rail", "patch"), values("rail", "patch")) == ["On time: done by 09:40."]


def test_an_hour_lost_is_an_hour_later():
    late = values("rail", "patch", now_min=510.0)
    assert said(values("rail", "patch"), late) == ["Ends 60 min later: 10:40, was 09:40."]
    assert said(late, values("rail", "patch")) == ["Ends 60 min sooner: 09:40, was 10:40."]


def test_what_no_longer_goes_and_what_goes_besides_is_named():
    was, now = values("rail", "patch"), values("rail", "patch", "flue", now_min=940.0)
    assert len(now.not_today) == 2
    result = said(was, now)
    left = ", ".join(sorted(one.job.upper() for one in now.not_today if one.job != "flue"))
    assert result[1] == f"No longer whole today: {left}."
    assert said(now, was)[1].startswith("Now whole today: ")


def test_what_is_done_is_missed_by_nobody():
    assert said(values("rail", "patch"), values("patch")) == [
        "Ends 35 min sooner: 09:05, was 09:40."
    ]
    assert said(values("rail"), values()) == ["Nothing of it is left to do."]


@drawn(st.floats(450, 700), st.floats(450, 700))
def test_minutes_are_said_from_five_on(before, after):
    (result,) = said(values("rail", now_min=before), values("rail", now_min=after))
    assert result.startswith("On time") is (abs(after - before) < 5.0)


@pytest.mark.parametrize(("ago", "over"), [(5.0, False), (20.0, False), (90.0, True)])
def test_a_run_drags_past_its_slowest_hand_and_not_before(ago, over):
    assert bool(drags(SHEET, RunProgress(ago))) is over
    assert drags(SHEET, RunProgress(ago, ended_min_ago=1.0)) == ""
    assert drags(None, RunProgress(ago)) == ""
