"""A watch as it stands: readings and marks taken in, in the order they were kept.

The same readings in the same order come to the same verdicts, so that a server that was stopped
says after its start what it would have said without.
"""

import math
from dataclasses import dataclass, field

from pellak.core.answer.working import Record
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.watch.lines import Mark, Phase, Reading
from pellak.core.watch.thermometer import STUCK_S, WORDS, Channel, Fault
from pellak.core.watch.verdict import NEAR_C, Places, Say, Verdict, verdict_of

MOST_EVENTS = 400
JUDGED_EVERY_S, LOOKED_EVERY_S = 1.0, 10.0
"""Places are judged once a second of the watch; who is silent or stuck takes longer to tell."""
HAND_HOLDS_S = 900.0
"""What was told by hand stands for a quarter hour, then it is too old to go by."""


class Event(Record):
    """A verdict that changed, a thermometer named or believed again, a mark: and when."""

    at_s: float
    text: str
    calls: bool = False


@dataclass
class Watcher:
    """The whole watch: a fold over what was kept. Seconds since it began, °C."""

    plan: WatchPlan
    phase: Phase = "warming"
    channels: dict[str, Channel] = field(default_factory=dict)
    now_s: float = 0.0
    there_since_s: float | None = None
    said: Say = "no-reading"
    events: list[Event] = field(default_factory=list)
    marks: list[Mark] = field(default_factory=list)
    first_s: float | None = None
    reached_s: float | None = None
    """When the places came to the heat on their mean, which is what minutes are planned to."""
    touched_s: float | None = None
    """When they fell to the touch on their mean, once left to cool."""
    _faults: dict[str, Fault | None] = field(default_factory=dict)
    _looked_s: float = -math.inf
    _judged_s: float = -math.inf

    def step(self, one: Reading | Mark) -> None:
        """Take the next reading or mark in."""
        self.now_s = max(self.now_s, one.at_s)
        if isinstance(one, Mark):
            self._mark(one)
        else:
            self._read(one)
            if one.source != "hand" and self.now_s - self._judged_s < JUDGED_EVERY_S:
                return
        self._judged_s = self.now_s
        self._judge()

    def _mark(self, mark: Mark) -> None:
        self.marks.append(mark)
        if mark.phase != self.phase:
            self.phase, self.there_since_s = mark.phase, None
            for channel in self.channels.values():
                channel.bins.clear()  # How fast it falls is counted from here.
            self._tell(f"marked: {mark.phase}")

    def _read(self, reading: Reading) -> None:
        by_hand = reading.source == "hand"
        channel = self.channels.setdefault(reading.channel, Channel(reading.channel, by_hand))
        channel.step(reading)
        if self.first_s is None:
            self.first_s = reading.at_s

    def places(self, now_s: float, faults: dict[str, Fault | None]) -> Places:
        """Return what is believed at a moment, and how fast the quickest place falls."""
        c = {
            name: one.last.c
            for name, one in self.channels.items()
            if one.last is not None
            and one.last.c is not None
            and faults.get(name) is None
            and (not one.by_hand or now_s - one.heard_s <= HAND_HOLDS_S)
        }
        rates = [rate for name in c if (rate := self.channels[name].c_per_h()) is not None]
        return Places(c=c, fall_c_per_h=-min(rates) if rates else None)

    def verdict(self, now_s: float, faults: dict[str, Fault | None]) -> Verdict:
        """Return what to do at a moment, which may lie after the last reading."""
        held = None if self.there_since_s is None else now_s - self.there_since_s
        return verdict_of(self.plan, self.phase, self.places(now_s, faults), held, self.said)

    def faults(self, now_s: float) -> dict[str, Fault | None]:
        """Return what is wrong with each thermometer at a moment; nothing is changed by it."""
        thermometers = [one for one in self.channels.values() if not one.by_hand]
        moved = {one.name: one.moved_c(STUCK_S) for one in thermometers}
        return {
            name: one.named(now_s, max((c for n, c in moved.items() if n != name), default=0.0))
            for name, one in self.channels.items()
        }

    def planned(self) -> list[list[float]]:
        """Return the heat as it was planned, seconds of the watch and °C: from when it was begun to
        warm, and again from when it was left to cool."""
        plan = self.plan
        began = next((m.at_s for m in self.marks if m.phase == "warming"), self.first_s or 0.0)
        course = [[began + 60 * minutes, c] for minutes, c in plan.warm_curve]
        left = next((m.at_s for m in reversed(self.marks) if m.phase == "cooling"), None)
        if left is None or not plan.cool_curve:
            return course
        course = [[at_s, c] for at_s, c in course if at_s < left]
        return course + [[left + 3600 * hours, c] for hours, c in plan.cool_curve]

    def _judge(self) -> None:
        now_s = self.now_s
        if now_s - self._looked_s >= LOOKED_EVERY_S:
            self._looked_s = now_s
            for name, fault in self.faults(now_s).items():
                self.channels[name].fault = fault
        faults = {name: channel.fault for name, channel in self.channels.items()}
        for name, fault in faults.items():
            if fault != self._faults.get(name):
                self._tell(_named(name, fault), calls=fault is not None)
        self._faults = faults
        self._hold(self.places(now_s, faults))
        verdict = self.verdict(now_s, faults)
        if verdict.say != self.said:
            self.said = verdict.say
            self._tell(f"{verdict.name}: {verdict.why}", calls=verdict.calls)

    def _hold(self, places: Places) -> None:
        if not places.c:
            return
        mean = sum(places.c.values()) / len(places.c)
        if self.phase == "cooling":
            if self.touched_s is None and mean <= self.plan.touch_c:
                self.touched_s = self.now_s
            return
        if self.reached_s is None and mean >= self.plan.target_c:
            self.reached_s = self.now_s
        coldest = places.coldest()[1]
        if coldest >= self.plan.target_c and self.there_since_s is None:
            self.there_since_s = self.now_s
        elif coldest < self.plan.target_c - NEAR_C:
            self.there_since_s = None

    def _tell(self, text: str, *, calls: bool = False) -> None:
        self.events.append(Event(at_s=self.now_s, text=text, calls=calls))
        del self.events[:-MOST_EVENTS]


def _named(name: str, fault: Fault | None) -> str:
    if fault is None:
        return f"“{name}” is believed again"
    return f"“{name}” is not believed: it {WORDS[fault]}"
