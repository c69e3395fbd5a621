"""A dial's cable: its lines read from standard input and sent to the flame on a page; or a stand-in
that turns by itself, for who has no dial yet."""

import argparse
import sys
import time
from collections.abc import Iterator
from urllib.parse import quote

from pellak.cli.thermometer import Cable
from pellak.core.answer.errors import Refused

STEP_S = 0.25
STAND_IN: tuple[tuple[str, float, float, float], ...] = (
    ("acetylene_bar", 0.0, 0.35, 1.0), ("oxygen_bar", 0.0, 0.35, 1.0),
    ("acetylene_open", 0.0, 0.5, 2.0), ("spark", 0.0, 0.0, 0.5),
    ("acetylene_open", 0.5, 0.65, 2.0), ("oxygen_open", 0.0, 0.65, 8.0),
)  # fmt: skip
"""What the stand-in turns, from where to where, and in how many seconds: a neutral flame."""


def stand_in() -> Iterator[str]:
    """Give the stand-in's lines, one each STEP_S, s."""
    for name, low, high, seconds in STAND_IN:
        steps = max(1, round(seconds / STEP_S))
        for at in range(1, steps + 1):
            if high == low:
                yield name if at == 1 else "acetylene_open 0.5"
            else:
                yield f"{name} {low + (high - low) * at / steps:.3f}"


def dial(args: argparse.Namespace) -> None:
    """Send a dial's lines, or the stand-in's, to the flame on a page."""
    cable = Cable(args.to, f"/api/practice/dials/{quote(args.number, safe='')}")
    for line in stand_in() if args.stand_in else sys.stdin:
        if line.strip():
            try:
                cable.send(line.strip())
            except Refused as refused:
                # A line with a slip in it is said and gone past; a flame that is out is the end.
                if refused.field == "dial" or args.stand_in:
                    raise
                print(f"pellak: {refused}", file=sys.stderr)
        if args.stand_in:
            time.sleep(STEP_S)  # as a hand turns it
