"""What a station shows: figures with working, judgement scales and the schools to choose from."""

from typing import Annotated, Literal

from pydantic import AliasChoices, Field

from pellak.core.answer.field_units import kind_of
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Caution, Record, School, Working

StationId = Annotated[str, Field(pattern="^[a-z-]+$")]
"""Piece, torch, safe-start and their like; each kind of job names the station of its own work."""
StationState = Literal["settled", "present", "ahead", "blocked", "to-come"]


class ScaleBand(Record):
    """A named stretch of a judgement scale; the last has no upper end."""

    label: str
    up_to: float | None


class JudgementScale(Record):
    """A small scale on which a figure sits, from 0 to `end`, in the figure's unit.

    With `aims` its second band is the one to aim for; without, it is a ruler that only tells.
    """

    bands: list[ScaleBand]
    end: float
    aims: bool = True


class Choice(Record):
    """A question where good people disagree, the job's field that answers it, and the answers.

    `job_only` marks a choice that belongs to the piece and is never the whole shop's.
    """

    field: str
    question: str
    chosen: str
    chosen_by: Literal["job", "shop"]
    schools: list[School]
    job_only: bool = False


class Asks(Record):
    """A question only the person can answer: the job's field, what was answered, the answers.

    `picker` names a richer way to answer than a list: the catalogue of metals.
    """

    field: str
    question: str
    chosen: str | None
    answers: list[School]
    picker: Literal["", "metals"] = ""


class CurvePoint(Record):
    """One place of a curve; y None where there is no answer."""

    x: float
    y: float | None


class Curve(Record):
    """A figure drawn against another, with the level that matters and where this job stands.

    A second curve on the same axes may stand beside it; then both are named. Where it is a
    course in time, `sooner` and `later` are the same course at the ends of its honest range.
    """

    label: str
    x_label: str
    x_unit: str
    y_unit: str
    points: list[CurvePoint]
    name: str = ""
    other: list[CurvePoint] = Field(default_factory=list)
    other_name: str = ""
    limit: float | None = None
    limit_label: str = ""
    at_x: list[CurvePoint] = Field(default_factory=list)
    sooner: list[CurvePoint] = Field(default_factory=list)
    later: list[CurvePoint] = Field(default_factory=list)


class StackPart(Record):
    """One part of a figure that is a sum."""

    label: str
    value: float


class Stack(Record):
    """What a pressure is made of, from the torch back, with the limit it must stay under."""

    parts: list[StackPart]
    limit: float | None = None
    static: float | None = None


class MethodLine(Record):
    """One method beside its rivals: what it says, whether it may be used here, and why."""

    id: str
    label: str
    value: float | None
    valid: bool
    chosen: bool
    why: str


class Override(Record):
    """A figure the person may decide: the job's field, what they typed, and what is reckoned."""

    field: str
    label: str
    kind: QuantityKind
    unit: str
    typed: float | None = Field(default=None, validation_alias=AliasChoices("typed", "told"))
    """Plans kept before 0.2 name it `told`."""
    reckoned: float | None = None
    low: float | None = None
    high: float | None = None


class Figure(Record):
    """One figure a person sees. `text` stands in place of `value` where the answer is a word."""

    id: str
    label: str
    value: float | None = None
    text: str | None = None
    unit: str = ""
    kind: str = ""
    """How it is shown where that is not by its unit: a size of stock is told in thou."""
    low: float | None = None
    high: float | None = None
    detail: str = ""
    working: list[Working] = Field(default_factory=list)
    scale: JudgementScale | None = None
    choice: Choice | None = None
    asks: Asks | None = None
    curve: Curve | None = None
    methods: list[MethodLine] = Field(default_factory=list)
    stack: Stack | None = None
    own: list[Override] = Field(default_factory=list)


class Station(Record):
    """One station of the job, in the order of the work.

    `to-come` is found only in plans of runs kept before the station was built.
    """

    id: StationId
    name: str
    state: StationState
    answer: str
    holds: str
    figures: list[Figure] = Field(default_factory=list)
    cautions: list[Caution] = Field(default_factory=list)


def figure_of(
    line: Working, label: str, *, detail: str = "", also: list[Working] | None = None
) -> Figure:
    """Return the figure for one line of working; `also` adds lines behind the same figure."""
    number = line.value if isinstance(line.value, int | float) else None
    return Figure(
        id=line.name,
        label=label,
        value=number,
        text=line.value if isinstance(line.value, str) else None,
        unit=line.unit,
        kind=kind_of(line.name),
        low=line.low,
        high=line.high,
        detail=detail,
        working=[line, *(also or [])],
    )
