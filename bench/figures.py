"""What a benchmark measured: said as it comes, and held against the last release.

`bench/released.json` is written when a version is tagged (`python -m bench.measure --keep`).
Machines differ: each figure is held against it by way of a yardstick, the same small work timed
on both.
"""

import json
import statistics
import time
from pathlib import Path

import numpy as np

import pellak

RELEASED = Path(__file__).with_name("released.json")
SLOWER = 1.25
"""What differs by less may be this machine's own mood."""


def yardstick_ms() -> float:
    """Return how long a fixed piece of work takes here, ms: small arrays and plain Python."""
    taken = []
    for _ in range(15):
        start = time.perf_counter()
        values = np.linspace(0.1, 1.0, 200)
        for _ in range(300):
            values = np.exp(-values) + np.sqrt(values)
        sum(str(number).count("1") for number in range(20_000))
        taken.append(time.perf_counter() - start)
    return 1000 * statistics.median(taken)


class Figures:
    """The figures of one round, by name."""

    def __init__(self) -> None:
        self._by_name: dict[str, float] = {}

    def say(self, name: str, value: float, unit: str, note: str = "", digits: int = 1) -> None:
        """Print a figure, and keep it where less of it is better."""
        self._by_name[name] = value
        print(f"{name:34}{value:8.{digits}f} {unit} {note}".rstrip())

    def keep(self) -> None:
        """Write the figures down as those of the version being released."""
        kept = {
            "version": pellak.__version__,
            "yardstick_ms": round(yardstick_ms(), 2),
            "figures": {name: round(value, 3) for name, value in self._by_name.items()},
        }
        RELEASED.write_text(json.dumps(kept, indent=2) + "\n", encoding="utf-8")

    def compare(self) -> None:
        """Say what became slower since the last release."""
        if not RELEASED.exists():
            print("No release to compare with yet.")
            return
        then = json.loads(RELEASED.read_text(encoding="utf-8"))
        pace = yardstick_ms() / then["yardstick_ms"]
        print(f"Against {then['version']}, on a machine {pace:.2f} times as slow as then:")
        slower = [
            f"  {name}: {now:.3g}, was {pace * was:.3g} at this pace"
            for name, now in self._by_name.items()
            if (was := then["figures"].get(name)) and now > SLOWER * pace * was
        ]
        print("\n".join(slower) or "  nothing became slower.")
