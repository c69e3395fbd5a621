"""Pipe as it is asked for over a counter: `2 in sch 40`, `NPS 1-1/2`, `DN 50 sch 80`.

A pipe's name is no measure of it: two-inch pipe is 60.3 mm across.
"""

import re
from dataclasses import dataclass

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.tables import rows

SCHEDULES = ("10", "40", "80")
_PIPE = re.compile(
    r"(?:nps\s*(?P<nps>[\d/ -]+?)|dn\s*(?P<dn>\d+)|(?P<inch>\d[\d/ -]*?)\s*(?:in\.?|inch|\")"
    r"(?:\s+pipe)?(?=\s+sch|\s+pipe|$))(?P<pipe>\s*pipe)?\s*(?:sch(?:edule)?\.?\s*(?P<sch>\d+)s?)?"
)


@dataclass(frozen=True)
class Pipe:
    """A pipe of the table; `wall_mm` None where no schedule was named."""

    nps: str
    outside_diameter_mm: float
    wall_mm: float | None
    schedule: str

    @property
    def words(self) -> str:
        """How it was read."""
        wall = f", wall {say.wall(self.wall_mm, 5)}" if self.wall_mm is not None else ""
        named = f" schedule {self.schedule}" if self.schedule else ""
        return f"{self.nps} in pipe{named}, {say.wall(self.outside_diameter_mm, 5)} across{wall}"


def read_pipe(text: str) -> Pipe | None:
    """Return the pipe a text names, or None where it names none.

    Raises:
        Refused: a size or schedule that is not in the table.
    """
    tidy = " ".join(text.casefold().split())
    match = _PIPE.fullmatch(tidy)
    if match is None or not (match["nps"] or match["dn"] or match["sch"] or "pipe" in tidy):
        # Two inches by themselves are a length.
        return None
    size = " ".join((match["nps"] or match["inch"] or "").replace("-", " ").split())
    column, wanted = ("dn", match["dn"]) if match["dn"] else ("nps", size)
    row = next((row for row in rows("pipes.csv") if row[column] == wanted), None)
    if row is None:
        known = ", ".join(one[column] for one in rows("pipes.csv"))
        raise Refused("text", text, f"a pipe of {column.upper()} {known}")
    schedule = match["sch"] or ""
    if schedule and schedule not in SCHEDULES:
        raise Refused("text", text, f"schedule {', '.join(SCHEDULES)}; else type the wall itself")
    return Pipe(
        nps=row["nps"],
        outside_diameter_mm=float(row["outside_diameter_mm"]),
        wall_mm=float(row[f"sch{schedule}_mm"]) if schedule else None,
        schedule=schedule,
    )


def pipe_measures(text: str) -> dict[str, float]:
    """Return what a pipe's name tells of a job, nothing where the text names no pipe.

    Args:
        text: a pipe by its name

    Source: ASME B36.10M, table pipes.csv

    >>> pipe_measures('2 in sch 40'), pipe_measures('soup')
    ({'outside_diameter_mm': 60.3, 'thickness_mm': 3.91}, {})
    """
    pipe = read_pipe(text)
    if pipe is None or pipe.wall_mm is None:
        return {}
    return {"outside_diameter_mm": pipe.outside_diameter_mm, "thickness_mm": pipe.wall_mm}
