"""A boxed measure of a drawing, where the piece is the form."""

from typing import Literal

from pellak.core.working import Record


class Box(Record):
    """A boxed measure of the piece: the job's field that is typed there."""

    field: str
    label: str
    asks: str
    kind: Literal["length", "mass"] = "length"
    unit: str = "mm"
    value: float | None
    usual: bool = False
