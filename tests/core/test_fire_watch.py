"""Whoever keeps a fire watch lights nothing elsewhere meanwhile."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import Moment, started
from pellak.core.model.run_log import RunLog
from pellak.core.run.fire_watch import kept_by, watch_of, watching_elsewhere, with_watcher

NOON = Moment(utc_s=1_800_000_000.0)
WATCHED = RunLog(who="Brit", clocks=started([], "fire-watch", 3600.0, NOON))


def later(seconds):
    return Moment(utc_s=NOON.utc_s + seconds)


def watches(log=WATCHED, place="roof", now=NOON):
    watch = watch_of("one", "Flashing", place, log, now)
    return [] if watch is None else [watch]


@pytest.mark.parametrize(
    ("who", "run", "mine", "theirs", "barred"),
    [
        ("Brit", "two", "shop", "roof", True),
        ("Brit", "two", "roof", "shop", True),
        ("Brit", "two", "roof", "roof", True),
        ("Brit", "two", "shop", "shop", False),
        ("Brit", "two", None, "shop", False),
        ("Brit", "one", "roof", "roof", False),
        ("Tove", "two", "shop", "roof", False),
        ("", "two", "shop", "roof", False),
    ],
)
def test_one_person_does_not_watch_here_and_burn_there(who, run, mine, theirs, barred):
    assert bool(watching_elsewhere(who, run, mine, watches(place=theirs))) == barred


def test_another_name_frees_the_hand_and_is_held_to_the_watch_itself():
    named = with_watcher(WATCHED, " Tove  Dahl ")
    assert kept_by(named) == "Tove Dahl"
    assert watching_elsewhere("Brit", "two", "shop", watches(named)) == ""
    why = watching_elsewhere("Tove Dahl", "two", "shop", watches(named, now=later(1200)))
    assert "Flashing, 40 min more" in why


def test_a_watch_whose_time_is_over_holds_nobody():
    assert watches(now=later(3599))
    assert watches(now=later(3601)) == []
    assert watches(RunLog(who="Brit")) == []


@pytest.mark.parametrize(("log", "who"), [(WATCHED, "  "), (RunLog(who="Brit"), "Tove")])
def test_a_watcher_has_a_name_and_a_watch(log, who):
    with pytest.raises(Refused) as refused:
        with_watcher(log, who)
    assert refused.value.field == "who"
