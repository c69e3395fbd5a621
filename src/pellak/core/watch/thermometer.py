"""One channel of a watch: whether its thermometer is believed, and what is known of it.

A thermometer that goes silent, jumps, sticks or speaks nonsense is named and not believed.
"""

import math
from collections import deque
from dataclasses import dataclass, field
from typing import Literal

from pellak.core.watch.lines import COLDEST_C, HOTTEST_C, Reading

Fault = Literal["nonsense", "jumps", "silent", "stuck"]
JUMP_C, RATE_C_PER_S = 40.0, 10.0
"""A touched-on probe follows its part within seconds; more than this between two readings is a
wire, not heat."""
LONGEST_GAP_S = 60.0
"""A gap allows no more of a jump than a minute does."""
AGREEING, QUIET_S = 3, 60.0
"""One stray figure is passed over. After two within a minute the thermometer is named, and only
believed again after a minute of readings that agree: it may just have been moved."""
SILENT_S, SILENT_GAPS, USUAL_GAP_AT_MOST_S = 60.0, 5.0, 300.0
"""Silent after a minute, and after five times as long as it usually takes."""
STUCK_S, STUCK_WHILE_C = 900.0, 15.0
"""The very same figure for a quarter hour, while another place moved by so much."""
BIN_S, WINDOW_S = 10.0, 3600.0
LEAST_WINDOW_S = 600.0

WORDS: dict[Fault, str] = {
    "nonsense": "sends what no thermometer of a shop reads: look at its wire and its clamp",
    "jumps": "jumps faster than metal warms: look whether it still touches",
    "silent": "has gone silent: look at its battery, its wire and its clamp",
    "stuck": "has said the same for a quarter hour while the rest moved: it hangs",
}


@dataclass
class Channel:
    """A channel as it stands; `step` takes the next reading in. Seconds and °C throughout."""

    name: str
    by_hand: bool = False
    last: Reading | None = None
    """The last reading that was believed."""
    heard_s: float = 0.0
    fault: Fault | None = None
    refused: int = 0
    bins: deque[tuple[float, float]] = field(default_factory=deque)
    """Means of ten seconds over the last hour: seconds and °C."""
    _sum: float = 0.0
    _count: int = 0
    _bin: int = -1
    _same_since_s: float = 0.0
    gap_s: float = 0.0
    """How long it usually takes from one reading to the next."""
    _heard: Reading | None = None
    _bad_s: float = -math.inf
    _agreeing: int = 0

    def step(self, reading: Reading) -> bool:
        """Take a reading in; return whether it is believed."""
        gap_s = reading.at_s - self.heard_s
        if self.last is not None and 0 < gap_s <= USUAL_GAP_AT_MOST_S:
            self.gap_s += 0.2 * (gap_s - self.gap_s) if self.gap_s else gap_s
        self.heard_s = max(self.heard_s, reading.at_s)
        if reading.c is None or not COLDEST_C <= reading.c <= HOTTEST_C:
            return self._bad("nonsense", reading)
        if self.last is not None and reading.at_s < self.last.at_s:
            return True  # It came late: drawn, and judged by what came after it already.
        reference = self.last if self.fault is None else self._heard
        self._heard = reading
        if not self.by_hand and reference is not None and _jumps(reference, reading):
            return self._bad("jumps", reading)
        if self.fault in ("nonsense", "jumps"):
            self._agreeing += 1
            if self._agreeing < AGREEING or reading.at_s - self._bad_s < QUIET_S:
                return False
            self.bins.clear()
        self._believe(reading, reading.c)
        return True

    def _bad(self, fault: Fault, reading: Reading) -> bool:
        self.refused += 1
        known = self.last is not None and self.fault is None
        if not known or reading.at_s - self._bad_s < QUIET_S:
            self.fault = fault
        self._bad_s, self._agreeing = reading.at_s, 0
        return False

    def _believe(self, reading: Reading, c: float) -> None:
        if self.last is None or c != self.last.c:
            self._same_since_s = reading.at_s
        elif self.fault == "stuck":
            self.last = reading
            return
        self.last, self.fault = reading, None
        number = int(reading.at_s // BIN_S)
        if number != self._bin:
            if self._count:
                self.bins.append(((self._bin + 0.5) * BIN_S, self._sum / self._count))
            self._bin, self._sum, self._count = number, 0.0, 0
        self._sum += c
        self._count += 1
        while self.bins and self.bins[0][0] < reading.at_s - WINDOW_S:
            self.bins.popleft()

    def named(self, now_s: float, moved_c: float) -> Fault | None:
        """Return its fault at a moment of the watch, beside how far another moved, °C."""
        if self.by_hand or self.last is None:
            return self.fault
        if now_s - self.heard_s > max(SILENT_S, SILENT_GAPS * self.gap_s):
            return "silent"
        if self.fault is None and moved_c >= STUCK_WHILE_C and self.same_for_s(now_s) > STUCK_S:
            return "stuck"
        return self.fault

    def same_for_s(self, now_s: float) -> float:
        """Return for how long it has said the very same, s."""
        return now_s - self._same_since_s

    def moved_c(self, over_s: float) -> float:
        """Return how far it moved in the last `over_s` seconds, °C."""
        if not self.bins:
            return 0.0
        since = [c for at, c in self.bins if at >= self.bins[-1][0] - over_s]
        return max(since) - min(since)

    def c_per_h(self) -> float | None:
        """Return how fast it rises over the last hour, °C/h, at least ten minutes of it."""
        if len(self.bins) < 2:
            return None
        (start_s, start_c), (end_s, end_c) = self.bins[0], self.bins[-1]
        if end_s - start_s < LEAST_WINDOW_S:
            return None
        return (end_c - start_c) / (end_s - start_s) * 3600


def _jumps(before: Reading, now: Reading) -> bool:
    gap_s = min(max(now.at_s - before.at_s, 0.0), LONGEST_GAP_S)
    return abs((now.c or 0.0) - (before.c or 0.0)) > JUMP_C + RATE_C_PER_S * gap_s
