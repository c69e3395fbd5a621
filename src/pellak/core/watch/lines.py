"""The lines a thermometer speaks, one a reading or a mark; see docs/formats.md.

    <channel> <temperature>[C|F|K] [<when>]
    mark <warming|welding|cooling> [<when>]

`when` is `+seconds` since the watch began or a moment of ISO 8601; without it, as it arrives.
"""

import math
import re
from collections.abc import Callable
from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record

Phase = Literal["warming", "welding", "cooling"]
PHASES: tuple[Phase, ...] = ("warming", "welding", "cooling")
Source = Literal["thermometer", "simulated", "hand", "file"]
COLDEST_C, HOTTEST_C = -40.0, 1400.0
"""Beyond these no contact thermometer of a shop reads: its wire is broken or its text is wrong."""
LONGEST_S = 14 * 86_400.0
LONGEST_LINE = 200
MOST_CHANNELS = 24
"""Places of one watch: a cable that babbles would make one of every word."""
_CHANNEL = re.compile(r"[A-Za-z0-9_.-]{1,24}")
_TEMPERATURE = re.compile(r"([-+]?\d+(?:[.,]\d+)?)(?:\s*°?([CFK]))?", re.IGNORECASE)

MomentOf = Callable[[str], float]
"""Seconds since the watch began of a moment as it was written. Raises ValueError."""


class Reading(Record):
    """A temperature of one channel, °C, `at_s` seconds after the watch began; None where what it
    sent is none."""

    at_s: float = Field(ge=0, le=LONGEST_S)
    channel: str = Field(pattern=r"^[A-Za-z0-9_.-]{1,24}$")
    c: float | None = Field(allow_inf_nan=False)
    source: Source = "thermometer"


class Mark(Record):
    """What the person, or the hand that is simulated, does from now on."""

    at_s: float = Field(ge=0, le=LONGEST_S)
    phase: Phase


def celsius_of(value: float, unit: str) -> float:
    """Return a temperature in °C from `value` in C, F or K.

    Args:
        value: in that unit
        unit: C, F or K; nothing is C

    Source: definition

    >>> celsius_of(212, 'F'), celsius_of(300, 'k') > 26
    (100.0, True)
    """
    return {"C": value, "F": (value - 32) / 1.8, "K": value - 273.15}[unit.upper() or "C"]


def at_of(when: str, now_s: float, moment_of: MomentOf) -> float:
    """Return seconds since the watch began. Raises Refused for what is no moment of it.

    Args:
        when: as it was sent
        now_s: since the watch began, s
        moment_of: makes seconds of a written moment

    Source: the form of lines in docs/formats.md

    >>> at_of('', 60.0, float)
    60.0
    """
    if not when:
        return still_open(now_s)
    try:
        at_s = float(when[1:]) if when.startswith("+") else moment_of(when)
    except ValueError:
        raise Refused("when", when, "+seconds since the watch began, or an ISO 8601 time") from None
    if not (math.isfinite(at_s) and 0 <= at_s <= LONGEST_S):
        raise Refused("when", when, "a moment since the watch began, within 14 days")
    return at_s


def still_open(now_s: float) -> float:
    """Return the seconds since a watch began. Raises Refused once it has gone on too long: it was
    forgotten, or the machine's clock was set on.

    Args:
        now_s: since the watch began, s

    Source: LONGEST_S: judgement

    >>> still_open(60.0)
    60.0
    """
    if now_s > LONGEST_S:
        raise Refused("watch", f"{now_s / 86_400:.0f} days", "14 days; end it and begin another")
    return now_s


def read_line(
    text: str, now_s: float, moment_of: MomentOf, source: Source
) -> Reading | Mark | None:
    """Return what a line says; None for an empty line or a remark after `#`.

    A channel that sends no number is kept with none: its thermometer is to be named. Raises
    Refused, naming line, mark, channel or when, for a line that says of no channel at no moment.

    Args:
        text: a line as sent
        now_s: since the watch began, s
        moment_of: makes seconds of a written moment
        source: who sends

    Source: the form of lines in docs/formats.md

    >>> read_line('# a remark', 10.0, float, 'simulated')
    """
    said = text.strip()
    if not said or said.startswith("#"):
        return None
    if len(said) > LONGEST_LINE:
        raise Refused("line", f"{said[:40]}…", f"at most {LONGEST_LINE} characters")
    name, _, rest = said.partition(" ")
    value, _, when = rest.strip().partition(" ")
    at_s = at_of(when.strip(), now_s, moment_of)
    if name == "mark":
        if value not in PHASES:
            raise Refused("mark", value, f"one of {', '.join(PHASES)}")
        return Mark(at_s=at_s, phase=value)
    if not _CHANNEL.fullmatch(name):
        raise Refused("channel", name[:40], "1 to 24 letters, digits, points or dashes")
    if not value:
        raise Refused("temperature", said, "a channel and its temperature, parted by a space")
    found = _TEMPERATURE.fullmatch(value)
    c = celsius_of(float(found[1].replace(",", ".")), found[2] or "C") if found else None
    return Reading(at_s=at_s, channel=name, c=c, source=source)
