"""The moment and the time zone that tests run at: given, never the machine's own.

`PELLAK_TESTS_AT` names another moment, as local time of the zone in `PELLAK_TESTS_ZONE`; `make
hours` goes through the ones that once made a difference. Time runs on from there as anywhere.
"""

import os
import time
from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

import time_machine

USUAL_AT, USUAL_ZONE = "2026-11-25T10:00", "Etc/UTC"
BEHIND = "PELLAK_TESTS_BEHIND_S"
"""Seconds from the machine's time to the given one; set by the first process, for its children."""


def zone() -> str:
    """Return the time zone that tests run in."""
    return os.environ.get("PELLAK_TESTS_ZONE", USUAL_ZONE)


def _machine_s() -> float:
    hatch = time_machine.escape_hatch
    return hatch.time.time() if hatch.is_travelling() else time.time()


def behind_s() -> float:
    """Return how many seconds the given moment lies after the machine's own."""
    if BEHIND not in os.environ:
        at = datetime.fromisoformat(os.environ.get("PELLAK_TESTS_AT", USUAL_AT))
        given = at.replace(tzinfo=ZoneInfo(zone()))
        os.environ[BEHIND] = str(given.timestamp() - _machine_s())
    return float(os.environ[BEHIND])


def to_hour(hour: float) -> float:
    """Return how much later than the given moment it is that hour of its day, s; below 0 before."""
    at = datetime.fromtimestamp(_machine_s() + behind_s(), ZoneInfo(zone()))
    return 3600 * (hour - at.hour) - 60.0 * at.minute - at.second


def set_clock(later_s: float = 0.0) -> None:
    """Let this process live at the given moment, and in its zone, from now on.

    Args:
        later_s: how much later than the others, s.
    """
    after, here = timedelta(seconds=behind_s() + later_s), ZoneInfo(zone())
    # Once for nothing: what the first journey loads would make this clock late for good.
    with time_machine.travel(datetime.fromtimestamp(_machine_s(), here)):
        pass
    at = datetime.fromtimestamp(_machine_s(), here) + after
    time_machine.travel(at, tick=True).start()
    # It ticks from the first look on.
    time.time()


def page_clock(later_s: float = 0.0) -> str:
    """Return a script by which a page lives at the given moment too."""
    return f"""{{
        const Real = Date, behind = {1000 * (behind_s() + later_s):.0f};
        globalThis.Date = class extends Real {{
            constructor(...given) {{
                if (given.length === 0) super(Real.now() + behind);
                else super(...given);
            }}
            static now() {{ return Real.now() + behind; }}
        }};
    }}"""
