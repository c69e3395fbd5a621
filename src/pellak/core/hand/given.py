"""Puddles that were timed, as the fit of a hand is told them."""

from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.heat.solve import HeatGiven


class TimedPuddle(HeatGiven):
    """One puddle: the piece, the flame on it, the seconds it took, whose hand, which torch and tip.

    `weight` tells how far it is to be trusted, 1 as any other, less for one that was hurried.
    """

    puddle_s: Number = Field(gt=0, le=600)
    person: str = Field(default="", max_length=60)
    torch: str = Field(default="", max_length=60)
    tip: str = Field(default="", max_length=40)
    weight: Number = Field(default=1.0, gt=0, le=10)


class HandGiven(Record):
    """The puddles, and whose factor is wanted: person, torch, metal; none is anybody's."""

    logs: list[TimedPuddle] = Field(min_length=1, max_length=500)
    person: str = Field(default="", max_length=60)
    torch: str = Field(default="", max_length=60)
    family: str = Field(default="", max_length=30)
