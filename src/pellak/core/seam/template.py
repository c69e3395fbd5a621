"""Tacks as a table and as marks along the seam."""

import csv
import io

from pellak.core.seam.tacks import TacksValues


def tacks_csv(values: TacksValues) -> str:
    """Return the tacks in the order they are made as CSV, lengths in mm, times in seconds."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["n", "round", "at_mm", "x_mm", "y_mm", "wait_s"])
    for tack in values.tacks:
        writer.writerow(
            [tack.n, tack.round, f"{tack.at_mm:.2f}", f"{tack.x_mm:.2f}", f"{tack.y_mm:.2f}",
             "" if tack.wait_s is None else f"{tack.wait_s:.0f}"]
        )  # fmt: skip
    return out.getvalue()


def flat_places(values: TacksValues, seam_mm: float) -> list[tuple[int, float]]:
    """Return (number, distance along) of every mark on the flat template; a ring is unrolled.

    A ring's template wraps round it: its first tack is marked at both ends.

    Args:
        values: of the tacks
        seam_mm: length of the seam

    Source: a cylinder unrolled

    >>> from pellak.core.seam.tacks_given import TacksGiven
    >>> from pellak.core.seam.tacks import reckon_tacks
    >>> given = TacksGiven(seam_mm=200, thickness_mm=1.2, family='carbon-steel', school='halving')
    >>> [number for number, _ in flat_places(reckon_tacks(given).values, 200.0)][:2]
    [1, 2]
    """
    marks = [(tack.n, tack.at_mm) for tack in values.tacks]
    return [*marks, (1, seam_mm)] if values.closed else marks
