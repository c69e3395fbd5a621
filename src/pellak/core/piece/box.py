"""A boxed measure of a drawing, where the piece is the form."""

from typing import Literal

from pellak.core.answer.working import Record

BoxKind = Literal["length", "mass", "temperature", "angle"]


class Box(Record):
    """A boxed measure of the piece: the job's field that is typed there."""

    field: str
    label: str
    asks: str
    kind: BoxKind = "length"
    unit: str = "mm"
    value: float | None
    usual: bool = False
