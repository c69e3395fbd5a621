"""A data logger's file: columns guessed and shown first, read only as somebody agreed to.

Text with a heading or without, parted by commas, semicolons or tabs, a decimal comma where the
parting is no comma. One column is time, others are channels.
"""

import csv
import math
import re
from collections.abc import Callable
from itertools import pairwise
from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.watch.lines import COLDEST_C, HOTTEST_C, LONGEST_S, Reading, celsius_of

Role = Literal["time", "channel", "left-out"]
TimeUnit = Literal["s", "min", "h", "clock"]
MOST_ROWS, MOST_COLUMNS, LOOKED_AT = 200_000, 24, 50
_CLOCK = re.compile(r"(\d{1,2}):(\d{2})(?::(\d{2}(?:\.\d+)?))?")
_TIMES = re.compile(r"time|date|zeit|stamp|^t$|elapsed|sec|min", re.IGNORECASE)
_FAHRENHEIT = re.compile(r"°\s*F\b|\bdeg\s*F\b|fahrenheit|[\[(_ ]F[\])]?$", re.IGNORECASE)

MomentOf = Callable[[str], float]
"""Seconds of a moment as it was written, from any fixed beginning. Raises ValueError."""


class Column(Record):
    """One column: what it is taken for, its unit, a few of its values as they stand."""

    heading: str = Field(max_length=80)
    role: Role
    unit: Literal["C", "F", "K"] = "C"
    channel: str = Field(default="", max_length=24)
    sample: list[str] = Field(default_factory=list, max_length=5)


class FileGuess(Record):
    """How a file would be read. `time_in` is the unit of its time column."""

    parted_by: Literal[",", ";", "\t"]
    has_heading: bool
    time_in: TimeUnit
    columns: list[Column] = Field(max_length=MOST_COLUMNS)
    rows: int


def _rows(text: str, parted_by: str) -> list[list[str]]:
    rows = [
        [cell.strip() for cell in row]
        for row in csv.reader(text.splitlines(), delimiter=parted_by)
        if any(cell.strip() for cell in row)
    ]
    if len(rows) > MOST_ROWS:
        raise Refused("file", f"{len(rows)} rows", f"at most {MOST_ROWS} rows")
    return rows


def number_in(cell: str) -> float | None:
    """Return a cell's number, a decimal comma allowed; None where it is none.

    Args:
        cell: as it stands

    Source: definition

    >>> number_in('1,5'), number_in('open')
    (1.5, None)
    """
    try:
        value = float(cell.replace(",", "."))
    except ValueError:
        return None
    return value if math.isfinite(value) else None


def _parting(text: str) -> Literal[",", ";", "\t"]:
    lines = [line for line in text.splitlines()[:LOOKED_AT] if line.strip()]
    counted: list[tuple[int, Literal[",", ";", "\t"]]] = [
        (min((line.count(one) for line in lines[1:] or lines), default=0), one)
        for one in ("\t", ";", ",")
    ]
    most, parting = max(counted, key=lambda one: one[0])
    if most == 0:
        raise Refused("file", "one column", "a time and a temperature, parted by , ; or tabs")
    return parting


def guess_columns(text: str, moment_of: MomentOf) -> FileGuess:
    """Return how a file would be read. Raises Refused for a text with no time or temperature."""
    parted_by = _parting(text)
    rows = _rows(text, parted_by)
    if not rows:
        raise Refused("file", text[:40], "a column of time and one of temperature")
    has_heading = len(rows) > 1 and all(number_in(cell) is None for cell in rows[0] if cell)
    if has_heading and _is_moment(rows[0][0], moment_of):
        has_heading = False
    body = rows[1:] if has_heading else rows
    width = min(max(len(row) for row in body), MOST_COLUMNS)
    columns: list[Column] = []
    time_in: TimeUnit | None = None
    for place in range(width):
        cells = [row[place] for row in body[:LOOKED_AT] if place < len(row)]
        heading = rows[0][place] if has_heading and place < len(rows[0]) else f"column {place + 1}"
        unit = time_in is None and _time_unit(heading, cells, moment_of, first=place == 0)
        if unit:
            time_in = unit
        columns.append(_column(heading, cells, place, is_time=bool(unit)))
    if time_in is None or not any(column.role == "channel" for column in columns):
        raise Refused("file", rows[0][0][:40], "a column of time and one of temperature")
    return FileGuess(parted_by=parted_by, has_heading=has_heading, time_in=time_in,
                     columns=columns, rows=len(body))  # fmt: skip


def _is_moment(cell: str, moment_of: MomentOf) -> bool:
    if _CLOCK.fullmatch(cell):
        return True
    try:
        moment_of(cell)
    except ValueError:
        return False
    return number_in(cell) is None


def _time_unit(
    heading: str, cells: list[str], moment_of: MomentOf, *, first: bool
) -> TimeUnit | None:
    filled = [cell for cell in cells if cell]
    if filled and all(_is_moment(cell, moment_of) for cell in filled):
        return "clock"
    numbers = [number_in(cell) for cell in filled]
    if not numbers or any(value is None for value in numbers):
        return None
    rises = all(b > a for a, b in pairwise(numbers) if a is not None and b)
    if not rises or not (first or _TIMES.search(heading)):
        return None
    lower = heading.lower()
    return "h" if re.search(r"\bh(ours?)?\b", lower) else "min" if "min" in lower else "s"


def _column(heading: str, cells: list[str], place: int, *, is_time: bool) -> Column:
    numbers = [value for cell in cells if (value := number_in(cell)) is not None]
    unit: Literal["C", "F"] = "F" if _FAHRENHEIT.search(heading) else "C"
    reads = [celsius_of(value, unit) for value in numbers]
    believable = [c for c in reads if COLDEST_C <= c <= HOTTEST_C]
    is_heat = not is_time and len(believable) > len([cell for cell in cells if cell]) / 2
    return Column(
        heading=heading[:80], unit=unit, sample=[cell[:40] for cell in cells[:5]],
        role="time" if is_time else "channel" if is_heat else "left-out",
        channel=_channel_name(heading, place) if is_heat else "",
    )  # fmt: skip


def _channel_name(heading: str, place: int) -> str:
    named = re.sub(r"[^A-Za-z0-9_.-]+", "-", re.sub(r"[\[(].*", "", heading)).strip("-")
    return named[:24] or f"column-{place + 1}"


def read_file(text: str, agreed: FileGuess, moment_of: MomentOf) -> list[Reading]:
    """Return the readings of a file, read as agreed, counted from its first row, in order of time.

    A cell that is no number is left out. Raises Refused for a moment that cannot be read, two time
    columns or two channels of one name.
    """
    places = [n for n, column in enumerate(agreed.columns) if column.role == "time"]
    channels = [(n, c) for n, c in enumerate(agreed.columns) if c.role == "channel"]
    names = [column.channel for _, column in channels]
    if len(places) != 1:
        raise Refused("columns", f"{len(places)} of time", "exactly one column of time")
    if not names or len(set(names)) < len(names) or not all(names):
        raise Refused("columns", ", ".join(names), "each channel under a name of its own")
    rows = _rows(text, agreed.parted_by)[1 if agreed.has_heading else 0 :]
    found: list[Reading] = []
    began: float | None = None
    over_midnight = last = 0.0
    for number, row in enumerate(rows, start=1):
        cell = row[places[0]] if places[0] < len(row) else ""
        moment = _seconds(cell, number, agreed.time_in, moment_of) + over_midnight
        if _CLOCK.fullmatch(cell) and moment < last - 43_200:
            over_midnight += 86_400
            moment += 86_400
        last = moment
        began = moment if began is None else began
        at_s = moment - began
        if not 0 <= at_s <= LONGEST_S:
            raise Refused("time", cell, f"a moment after the file's first (row {number})")
        for place, column in channels:
            value = number_in(row[place]) if place < len(row) else None
            if value is not None:
                c = celsius_of(value, column.unit)
                found.append(Reading(at_s=at_s, channel=column.channel, c=c, source="file"))
    return sorted(found, key=lambda reading: reading.at_s)


def _seconds(cell: str, number: int, time_in: TimeUnit, moment_of: MomentOf) -> float:
    clock = _CLOCK.fullmatch(cell)
    if clock:
        return 3600.0 * int(clock[1]) + 60.0 * int(clock[2]) + float(clock[3] or 0)
    try:
        if time_in == "clock":
            return moment_of(cell)
        value = number_in(cell)
        if value is None:
            raise ValueError
    except ValueError:
        raise Refused("time", cell[:40], f"a moment, as in the other rows (row {number})") from None
    return value * {"s": 1.0, "min": 60.0, "h": 3600.0}[time_in]
