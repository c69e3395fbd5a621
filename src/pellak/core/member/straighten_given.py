"""What is asked of a bowed member: its section, its bow, its steel, the rounds made so far."""

from pydantic import Field, model_validator

from pellak.core.answer.working import Number, Record
from pellak.core.member.kink import LongFace
from pellak.core.member.limits import Condition, Steel
from pellak.core.member.section import Section
from pellak.core.member.spot_heat import TOUCH_C

SPOT_MM = 38.0


class BowStation(Record):
    """The bow read at a place along the member."""

    at_mm: Number = Field(ge=0, le=50_000)
    bow_mm: Number = Field(ge=-500, le=2000)


class Attached(Record):
    """A stretch kept cold: a bracket, a weld, a fitting."""

    from_mm: Number = Field(ge=0, le=50_000)
    to_mm: Number = Field(ge=0, le=50_000)


class SpotAt(Record):
    """A spot's place along the member."""

    at_mm: Number = Field(ge=0, le=50_000)


class Round(Record):
    """A round that was heated, and the bow before and after; `surface_c` as it was read."""

    spots: list[SpotAt] = Field(min_length=1, max_length=60)
    camber_before_mm: Number = Field(ge=-500, le=2000)
    camber_after_mm: Number = Field(ge=-500, le=2000)
    surface_c: Number | None = Field(default=None, ge=-40, le=900)


class Earlier(Record):
    """A member like this one that was straightened before: its rounds that were read cold.

    `of_one_mm` is what psi 1 would have moved the bow in a round, `moved_mm` what it moved.
    """

    of_one_mm: list[Number] = Field(min_length=1, max_length=40)
    moved_mm: list[Number] = Field(min_length=1, max_length=40)


class StraightenGiven(Record):
    """A bowed member, its long face, its steel, and the rounds made so far."""

    section: Section
    length_mm: Number = Field(ge=300, le=50_000)
    camber_mm: Number | None = Field(default=None, gt=0, le=2000)
    stations: list[BowStation] = Field(default_factory=list, max_length=40)
    face: LongFace = "top"
    steel: Steel = "carbon"
    condition: Condition = "sound"
    temper_c: Number | None = Field(default=None, ge=300, le=750)
    spot_mm: Number = Field(default=SPOT_MM, ge=8, le=120)
    peak_c: Number | None = Field(default=None, ge=450, le=700)
    tolerance_mm: Number | None = Field(default=None, ge=0.5, le=200)
    attached: list[Attached] = Field(default_factory=list, max_length=60)
    acetylene_l_per_h: Number | None = Field(default=None, ge=5, le=5000)
    orifice_mm: Number | None = Field(default=None, ge=0.2, le=10)
    rounds: list[Round] = Field(default_factory=list, max_length=40)
    earlier: list[Earlier] = Field(default_factory=list, max_length=20)

    @model_validator(mode="after")
    def _one_bow(self) -> "StraightenGiven":
        if self.camber_mm is None and len(self.stations) < 2:
            raise ValueError("say camber_mm, or the bow at two stations or more")
        if any(not 0 < station.at_mm < self.length_mm for station in self.stations):
            raise ValueError("every station lies on the member, between its ends")
        if self.camber_mm is None and max(s.bow_mm for s in self.stations) <= 0:
            raise ValueError("a bow somewhere, on the side the line is stretched")
        return self

    @property
    def bow_mm(self) -> float:
        """The bow before the first round, at its worst."""
        if self.camber_mm is not None:
            return self.camber_mm
        return max(station.bow_mm for station in self.stations)


def is_hot(made: Round) -> bool:
    """Return whether a round was read on a member too warm to tell its bow."""
    return made.surface_c is not None and made.surface_c > TOUCH_C
