"""What the tip-number reckoner is asked and what it answers."""

from typing import Literal

from pydantic import Field, model_validator

from pellak.core.answer.working import Answer, Number, Record
from pellak.core.supply.supply_line import LineGiven
from pellak.core.tables import Family, Joint


class PuddleSeen(Record):
    """Seconds to a puddle with the tip in question, or with one of known bore beside it.

    By the pressures at the regulators, gas flowing, or by the flow where it was read.
    """

    family: Family
    thickness_mm: Number = Field(ge=0.3, le=12)
    puddle_s: Number = Field(ge=0.5, le=120)
    acetylene_bar: Number | None = Field(default=None, gt=0, le=1.5)
    oxygen_bar: Number | None = Field(default=None, gt=0, le=10)
    acetylene_l_per_h: Number | None = Field(default=None, ge=2, le=20_000)
    start_c: Number = Field(default=20.0, ge=-40, le=400)
    joint: Joint = "butt"
    factor: Number = Field(default=1.0, ge=0.2, le=5)
    factor_sd: Number | None = Field(default=None, gt=0, le=1)
    known_orifice_mm: Number | None = Field(default=None, ge=0.2, le=10)

    @model_validator(mode="after")
    def _fed(self) -> "PuddleSeen":
        both = self.acetylene_bar is not None and self.oxygen_bar is not None
        if not both and self.acetylene_l_per_h is None:
            raise ValueError("acetylene_bar and oxygen_bar, or acetylene_l_per_h")
        return self


class ConeSeen(Record):
    """Length of the cone of a neutral flame, of the tip in question or of one of known bore."""

    cone_mm: Number = Field(ge=0.5, le=60)
    acetylene_bar: Number = Field(gt=0, le=1.5)
    oxygen_bar: Number = Field(gt=0, le=10)
    known_orifice_mm: Number | None = Field(default=None, ge=0.2, le=10)


class PinTried(Record):
    """A number drill's shank or a pin of known diameter, tried in the bore."""

    orifice_mm: Number = Field(ge=0.2, le=10)
    goes_in: bool


class TipNumberGiven(LineGiven):
    """What was seen of a tip whose bore nobody knows; the metal its walls are told of."""

    label: str = Field(default="", max_length=40)
    jets: int = Field(default=1, ge=1, le=60)
    oxygen_ratio: Number = Field(default=1.05, ge=0.7, le=3)
    family: Family = "carbon-steel"
    puddles: list[PuddleSeen] = Field(default_factory=list, max_length=12)
    drills: list[PinTried] = Field(default_factory=list, max_length=40)
    cones: list[ConeSeen] = Field(default_factory=list, max_length=12)
    has_pins: bool = True


class DrillChance(Record):
    """How likely a number drill is the one nearest the bore."""

    drill: str
    orifice_mm: float
    probability: float


class NextLook(Record):
    """What would settle the bore."""

    what: Literal["pin", "reference-tip", "none"]
    drill: str | None = None
    orifice_mm: float | None = None
    why: str


class TipNumberValues(Record):
    """The bore: median, 5 and 95 %, mm; the spread of its logarithm; what it burns and welds.

    Flows are of jets at 70 and 160 m/s on the median; walls as the reach reckoner tells them.
    """

    label: str
    orifice_mm: float
    low_mm: float
    high_mm: float
    ln_sd: float
    drill: str | None
    drills: list[DrillChance]
    low_l_per_h: float
    high_l_per_h: float
    thinnest_mm: float | None
    usual_mm: float | None
    thickest_mm: float | None
    next_look: NextLook


class TipNumberAnswer(Answer):
    """Answer of the tip-number reckoner."""

    values: TipNumberValues
