"""What the tacks reckoner is asked: the seam, how far it is tacked, and what was measured since."""

import numpy as np
from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.heat.gas_rule import ROOM_C
from pellak.core.seam.tack_order import TackSchool, pitch_mm
from pellak.core.tables import Family, Joint

MOST_TACKS = 400
COOL_TO_C = (60.0, 150.0)
COOL_TO_AT_MM = (3.2, 6.4)
"""Sheet is let cool to the hand between tacks, or it buckles. Plate is stiff enough to be tacked on
while it is hot; there only its structure asks for anything, and 150 °C suits every metal here."""


class Measured(Record):
    """What was measured at a place between rounds: the gap, and how far an edge stands proud."""

    at_mm: Number = Field(ge=0, le=50_000)
    gap_mm: Number | None = Field(default=None, ge=-5, le=20)
    rise_mm: Number | None = Field(default=None, ge=-20, le=20)


class TacksGiven(Record):
    """A seam to be tacked. `opposite` says that it closes on itself."""

    seam_mm: Number = Field(ge=5, le=50_000)
    thickness_mm: Number = Field(ge=0.3, le=25)
    family: Family
    school: TackSchool
    own_pitch_mm: Number | None = Field(default=None, ge=3, le=500)
    gap_mm: Number = Field(default=0.0, ge=0, le=10)
    corners_mm: list[Number] = Field(default_factory=list, max_length=40)
    joint: Joint = "butt"
    start_c: Number = Field(default=ROOM_C, ge=-20, le=800)
    acetylene_l_per_h: Number | None = Field(default=None, ge=2, le=20_000)
    hand_factor: Number = Field(default=1.0, ge=0.2, le=5)
    limit_c: Number | None = Field(default=None, ge=30, le=300)
    fused_mm2: Number | None = Field(default=None, ge=0, le=20_000)
    done: int = Field(default=0, ge=0, le=MOST_TACKS)
    measured: list[Measured] = Field(default_factory=list, max_length=60)

    @property
    def cool_to_c(self) -> float:
        """How cool the next place has to be: as told, else by thickness."""
        if self.limit_c is not None:
            return self.limit_c
        return float(np.interp(self.thickness_mm, COOL_TO_AT_MM, COOL_TO_C))

    @property
    def widest_mm(self) -> float:
        """The widest spacing of its tacks: the person's own, else the rule's."""
        return self.own_pitch_mm or pitch_mm(self.thickness_mm, self.family)
