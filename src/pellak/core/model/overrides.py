"""Figures a person may decide instead of us: theirs is used, ours stays beside it, and a caution
says where theirs leaves what we reckon safe. Limits and stops are nobody's to decide."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any, TypeVar

from pellak.core import marks
from pellak.core.answer.figure import Figure, Override, Station
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Caution, Working
from pellak.core.model.job_base import JobBase
from pellak.core.reading.measures import measure
from pellak.core.reading.units import kinds
from pellak.core.tables import rows

J = TypeVar("J", bound=JobBase)
ROUNDED = 0.005
"""Nearer to an end of the range than this share, nobody has left it."""


@dataclass(frozen=True)
class OwnRow:
    """A figure that may be decided: where it stands, its line of working, the job's field."""

    station: str
    figure: str
    line: str
    field: str
    label: str
    kind: QuantityKind
    below: str
    above: str
    source: str


@cache
def own_rows() -> tuple[OwnRow, ...]:
    """Return every figure that may be decided."""
    return tuple(
        OwnRow(**row)  # type: ignore[arg-type]  # a word of the table, held by test_words
        for row in rows("own_figures.csv")
    )


def without_own(job: J) -> J | None:
    """Return the job as it is with no figure decided by hand; None where none is."""
    typed = [row.field for row in own_rows() if getattr(job, row.field, None) is not None]
    return job.model_copy(update=dict.fromkeys(typed)) if typed else None


def with_own(
    stations: Sequence[Station], reckoned: Sequence[Station], job: JobBase
) -> list[Station]:
    """Return the stations with every figure that may be decided marked, and cautions of those told.

    Args:
        stations: the plan as it will be worked.
        reckoned: the same with nothing decided by hand.
        job: what the person decided.
    """
    ours = {figure.id: figure for station in reckoned for figure in station.figures}
    return [_marked(station, ours, job) for station in stations]


def _marked(station: Station, ours: Mapping[str, Figure], job: JobBase) -> Station:
    figures: list[Figure] = []
    cautions: list[Caution] = []
    for figure in station.figures:
        marked = figure
        for row in own_rows():
            if (row.station, row.figure) == (station.id, figure.id):
                own = _own(row, ours.get(figure.id), job)
                marked = marked.model_copy(update={"own": [*marked.own, own], **_said(marked, own)})
                cautions += _cautions(row, own)
        figures.append(marked)
    return station.model_copy(
        update={"figures": figures, "cautions": [*cautions, *station.cautions]}
    )


def _own(row: OwnRow, ours: Figure | None, job: JobBase) -> Override:
    line = _line(row, ours)
    value = line.value if line is not None else None
    return Override(
        field=row.field,
        label=row.label,
        kind=row.kind,
        unit=kinds()[row.kind].canonical,
        typed=getattr(job, row.field),
        reckoned=value if isinstance(value, int | float) else None,
        low=line.low if line is not None else None,
        high=line.high if line is not None else None,
    )


def _line(row: OwnRow, ours: Figure | None) -> Working | None:
    if ours is None:
        return None
    return next((w for w in ours.working if w.name == row.line), None)


def _said(figure: Figure, own: Override) -> dict[str, Any]:
    """Return the detail of a figure that was decided: whose it is, and what ours would be."""
    if own.typed is None:
        return {}
    ours = "nothing" if own.reckoned is None else marks.measure(own.unit, own.reckoned)
    whose = f"{own.label.lower()} yours, reckoned {ours}"
    return {"detail": f"{whose}; {figure.detail}" if figure.detail else whose}


def _cautions(row: OwnRow, own: Override) -> list[Caution]:
    typed, low, high = own.typed, own.low, own.high
    if typed is None:
        return []
    low = own.reckoned if low is None else low
    high = own.reckoned if high is None else high
    if any(end is not None and _reads_alike(own.unit, typed, end) for end in (low, high)):
        return []
    if low is not None and typed < low * (1 - ROUNDED):
        outside, reason = f"under the {marks.measure(own.unit, low)}", row.below
    elif high is not None and typed > high * (1 + ROUNDED):
        outside, reason = f"over the {marks.measure(own.unit, high)}", row.above
    else:
        return []
    return [
        Caution(
            level="warn",
            text=f"{row.label}: your {marks.measure(own.unit, typed)} is {outside} reckoned.",
            reason=reason,
            source=row.source,
        )
    ]


def _reads_alike(unit: str, typed: float, end: float) -> bool:
    """Say whether a figure and an end of its range are one number to who reads them."""
    return measure(typed, unit, "metric") == measure(end, unit, "metric")
