"""Many lines of a thermometer read at once: what they say, and what was not understood of them."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.watch.lines import MOST_CHANNELS, Mark, Reading, Source, read_line

MOST_LINES = 100_000
AHEAD_S = 60.0
"""How far a thermometer's clock may be ahead of this machine's."""


class LineFault(Record):
    """A line that was not understood: its number, what was read, what is accepted."""

    line: int
    field: str
    was_read: str
    accepted: str


class Taken(Record):
    """What was kept for good of some lines; lines sent before are not kept twice."""

    lines: int
    new: int
    faults: list[LineFault]


@dataclass
class LinesRead:
    """Lines for a watch that began at a moment and stands `now_s` after it, with its `places`."""

    started_at: datetime
    now_s: float
    places: set[str]
    source: Source
    lines: int = 0
    faults: list[LineFault] = field(default_factory=list)

    def take(self, lines: Sequence[str]) -> list[Reading | Mark]:
        """Return what lines say; what was not understood is told in `faults`. Raises Refused for
        more lines than anybody sends at once."""
        if len(lines) > MOST_LINES:
            raise Refused("lines", str(len(lines)), f"at most {MOST_LINES} lines at a time")
        self.lines = len(lines)
        entries: list[Reading | Mark] = []
        for number, line in enumerate(lines, start=1):
            try:
                one = self._read(line)
            except Refused as refused:
                self.faults.append(_fault(number, refused))
                continue
            if isinstance(one, Reading) and one.c is None:
                accepted = "a number, with C, F or K behind it or nothing"
                said = Refused("temperature", line.split()[1][:40], accepted)
                self.faults.append(_fault(number, said))
            if one is not None:
                entries.append(one)
        return entries

    def _read(self, line: str) -> Reading | Mark | None:
        one = read_line(line, self.now_s, self._moment_of, self.source)
        if isinstance(one, Reading):
            if one.channel not in self.places and len(self.places) >= MOST_CHANNELS:
                raise Refused("channel", one.channel, f"at most {MOST_CHANNELS} places a watch")
            self.places.add(one.channel)
        return one

    def _moment_of(self, when: str) -> float:
        moment = datetime.fromisoformat(when)
        moment = moment if moment.tzinfo else moment.replace(tzinfo=UTC)
        at_s = (moment - self.started_at).total_seconds()
        if at_s > self.now_s + AHEAD_S:
            raise Refused("when", when, "a moment that has been: set the thermometer's clock")
        return at_s


def _fault(number: int, refused: Refused) -> LineFault:
    return LineFault(
        line=number, field=refused.field, was_read=str(refused.was_read), accepted=refused.accepted
    )
