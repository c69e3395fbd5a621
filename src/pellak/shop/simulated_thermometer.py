"""The simulated thermometer at work: it sends its lines as a real one would, each a while later."""

from datetime import datetime

from pellak.core.model.watch_plan import WatchPlan
from pellak.core.watch.simulated import Simulation, lines_between
from pellak.shop.clock import Clock
from pellak.shop.watches import WatchBook
from pellak.store.tables import WatchRow

MOST_AT_ONCE_S = 3600.0
"""Seconds of the watch sent in one go, after a stop."""


class SimulatedThermometers:
    """Every simulated thermometer of the shop; `send` is called again and again."""

    def __init__(self, watches: WatchBook, clock: Clock) -> None:
        self._watches = watches
        self._clock = clock
        self._sent_s: dict[str, float] = {}

    def send(self) -> int:
        """Send what has been read since the last time; return how many lines that were."""
        going = [row for row in self._watches.going() if row.simulation is not None]
        return sum(self._send(row) for row in going)

    def _send(self, row: WatchRow) -> int:
        kept = row.simulation or {}
        simulation = Simulation.model_validate(kept["set"])
        plan = WatchPlan.model_validate(row.plan)
        passed = (self._clock() - datetime.fromisoformat(kept["since"])).total_seconds()
        key = f"{row.watch_id} {kept['since']}"
        marks, now_s = self._watches.folded(row, lambda one, _: (list(one.marks), one.now_s))
        # After a stop it goes on from what was kept.
        sent = self._sent_s.get(key, max(now_s, float(kept["from_s"])))
        until = min(float(kept["from_s"]) + passed * simulation.speed, sent + MOST_AT_ONCE_S)
        lines = lines_between(plan, simulation, marks, sent, until)
        if lines:
            self._watches.take_lines(row.watch_id, "\n".join(lines), "simulated")
        self._sent_s[key] = max(sent, until)
        return len(lines)
