"""What every answer is made of: values, their working, cautions and the rival schools."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Generic, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat, Strict

from pellak.core import marks

Number = Annotated[FiniteFloat, Strict()]
"""A JSON number: no text, no true or false, no NaN or infinity."""


class Record(BaseModel):
    """A frozen record that refuses fields it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class Working(Record):
    """How one figure came about. `value` is None where the figure does not apply."""

    name: str
    value: float | str | None
    unit: str = ""
    low: float | None = None
    high: float | None = None
    formula: str
    inserted: str
    source: str
    valid: bool = True
    note: str = ""


class Caution(Record):
    """Something that can hurt a person or the work, with the reason for saying it.

    `asks` is the job's field whose answer it hangs on; empty where no answer lifts it.
    """

    level: Literal["stop", "warn", "note"]
    text: str
    reason: str
    source: str
    asks: str = ""


class School(Record):
    """One of several ways good people do it, with its own headline values."""

    id: str
    label: str
    why: str
    values: dict[str, float | str | None] = Field(default_factory=dict)


class Answer(Record):
    """What a reckoner returns; each reckoner narrows `values` in a subclass of its own."""

    values: Any
    working: list[Working] = Field(default_factory=list)
    cautions: list[Caution] = Field(default_factory=list)
    schools: list[School] = Field(default_factory=list)


SHOWN_AS: Mapping[str, str] = {"mm": "wall", "°C": "°C", "L/h": "L/h", "bar": "bar", "kg": "kg"}
"""The kinds of measure that a range may be told in; a wall's is told to a thou."""


@dataclass(frozen=True)
class ValidRange:
    """The span over which a method was fitted or published."""

    quantity: str
    lower: float
    upper: float
    unit: str = ""

    def complaint(self, value: float) -> str:
        """Return what limit `value` crosses, in words, or an empty string."""
        if self.lower <= value <= self.upper:
            return ""
        name = self.quantity.removesuffix("_mm").replace("_", " ")
        kind = SHOWN_AS.get(self.unit)
        if kind is None:
            span = f"{short(self.lower)} to {short(self.upper)} {self.unit}".strip()
            return f"{name} {short(value)} is outside {span}"
        limits = marks.measure(kind, self.lower, 5, to=self.upper)
        return f"{name} {marks.measure(kind, value, 5)} is outside {limits}"


def complaints(ranges: Sequence[ValidRange], given: Mapping[str, float]) -> str:
    """Return every limit crossed by what was `given`, joined, for the `note` of a working.

    Args:
        ranges: limits, each with its quantity's name
        given: value of each quantity, in its own unit

    Source: definition

    >>> complaints([], {})
    ''
    """
    found = [r.complaint(given[r.quantity]) for r in ranges if r.quantity in given]
    return "; ".join(text for text in found if text)


def short(value: float, digits: int = 5) -> str:
    """Write a `value` to so many significant `digits`, without trailing zeros or exponent.

    Args:
        value: what is written
        digits: significant, 1 or more

    Source: definition

    >>> short(0.45000), short(1234567.0, 3), short(2e-7, 2)
    ('0.45', '1230000', '0.0000002')
    """
    if value == 0:
        return "0"
    text = f"{value:.{digits}g}"
    if "e" in text:
        text = f"{float(text):.12f}".rstrip("0").rstrip(".")
    return text


_NAME = re.compile(r"[A-Za-zα-ωΑ-Ω_][A-Za-zα-ωΑ-Ω_0-9]*")


def inserted(formula: str, numbers: Mapping[str, float]) -> str:
    """Return `formula` with this job's numbers in place of its symbols.

    Symbols without a number (function names, the unknown on the left) stay as they are, so the
    line is made from the formula and can never disagree with it.

    Args:
        formula: with symbols
        numbers: of this job, by symbol

    Source: definition

    >>> inserted('a * b^2', {'a': 2.0, 'b': -3.0})
    '2 * (-3)^2'
    """

    def put(match: re.Match[str]) -> str:
        name = match.group()
        if name not in numbers:
            return name
        number = short(numbers[name])
        return f"({number})" if number.startswith("-") else number

    return _NAME.sub(put, formula)


GivenModel = TypeVar("GivenModel", bound=BaseModel)
AnswerModel = TypeVar("AnswerModel", bound=Answer)


@dataclass(frozen=True)
class Reckoner(Generic[GivenModel, AnswerModel]):
    """A pure function with a typed question and a typed, explained answer."""

    name: str
    question: str
    given: type[GivenModel]
    answer: type[AnswerModel]
    reckon: Callable[[GivenModel], AnswerModel]
