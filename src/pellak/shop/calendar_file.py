"""Milestones as a calendar: RFC 5545, one event each, with an alarm."""

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime, timedelta

from icalendar import Alarm, Calendar, Event

from pellak.core.day.plan import DayBlock
from pellak.core.reading.measures import System, said
from pellak.core.watch.milestones import Milestone

LASTS = timedelta(minutes=15)


def calendar_of(
    name: str,
    key: str,
    left_at: datetime,
    made_at: datetime,
    milestones: Sequence[Milestone],
    system: System,
) -> str:
    """Return a calendar of what is waited for after `left_at`; `key` makes its events its own, so
    that taken in again they are moved and not doubled."""
    calendar = Calendar()
    calendar.add("prodid", "-//Pellak//milestones//EN")
    calendar.add("version", "2.0")
    for number, one in enumerate(milestones):
        event = Event()
        begins = left_at + timedelta(hours=one.after_h)
        event.add("uid", f"{key}-{number}@pellak")
        event.add("dtstamp", made_at)
        event.add("dtstart", begins)
        event.add("dtend", begins + LASTS)
        event.add("summary", f"{name}: {said(one.text, system)}")
        if one.low_h is not None and one.high_h is not None:
            event.add(
                "description",
                f"Between {_clock(left_at, one.low_h)} and {_clock(left_at, one.high_h)} UTC. "
                "Try it before you trust it: the back of the hand near it first.",
            )
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", said(one.text, system))
        alarm.add("trigger", timedelta(0))
        event.add_component(alarm)
        calendar.add_component(event)
    return str(calendar.to_ical().decode())


def _clock(left_at: datetime, hours: float) -> str:
    return (left_at + timedelta(hours=hours)).strftime("%d %b %H:%M")


def day_calendar(
    midnight: datetime,
    made_at: datetime,
    blocks: Sequence[DayBlock],
    names: Mapping[str, str],
    system: System,
) -> str:
    """Return a day as a calendar; `names` are the jobs' by id. Taken in again its events move."""
    calendar = Calendar()
    calendar.add("prodid", "-//Pellak//day//EN")
    calendar.add("version", "2.0")
    for block in blocks:
        if block.needs == "none":
            continue
        event = Event()
        event.add("uid", f"{midnight:%Y%m%d}-{block.job}-{block.phase}@pellak")
        event.add("dtstamp", made_at)
        # In UTC: a calendar on a phone knows where it is.
        event.add("dtstart", (midnight + timedelta(minutes=block.start_min)).astimezone(UTC))
        event.add("dtend", (midnight + timedelta(minutes=block.end_min)).astimezone(UTC))
        event.add("summary", f"{names[block.job]}: {block.phase}")
        by = ", ".join(one for one in (block.who, block.torch, block.tip) if one)
        event.add("description", said(by, system))
        calendar.add_component(event)
    return str(calendar.to_ical().decode())
