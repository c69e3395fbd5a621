"""What the reach reckoner is asked and what it answers."""

from typing import Literal

from pydantic import Field, field_validator

from pellak.core.answer.working import Answer, Number, Record
from pellak.core.supply.supply_line import LineGiven
from pellak.core.supply.tip_to_buy import TipToBuy
from pellak.core.tables import Family, Joint
from pellak.core.torch.barred import Barred
from pellak.core.torch.rack_tip import RackTip

LowBy = Literal["pops"]
HighBy = Literal["harsh", "pressure", "acetylene-limit", "draw"]
ThinBy = Literal["fierce", "method"]
ThickBy = Literal["cold", "method"]


class RigPressures(Record):
    """What the regulators are set to, gas flowing, or from where to where they can be.

    Only an upper end counts: down to nothing the torch valves throttle.
    """

    acetylene_bar: Number = Field(gt=0, le=1.5)
    oxygen_bar: Number = Field(gt=0, le=10)

    @field_validator("acetylene_bar", "oxygen_bar", mode="before")
    @classmethod
    def _upper(cls, told: object) -> object:
        if isinstance(told, list | tuple) and len(told) == 2:
            return max(told)
        return told


class AcetyleneHeld(Record):
    """The acetylene in use: nominal content of one, what is left of it, how many are coupled."""

    capacity_m3: Number = Field(gt=0, le=30)
    content_m3: Number | None = Field(default=None, ge=0, le=30)
    coupled: int = Field(default=1, ge=1, le=20)


class OxygenHeld(Record):
    """The oxygen in use, what is left of it."""

    content_m3: Number = Field(ge=0, le=600)


class ReachPiece(Record):
    """A piece to be asked about where its flow is more than the acetylene gives."""

    family: Family
    thickness_mm: Number = Field(ge=0.3, le=100)
    joint: Joint = "butt"


class ReachGiven(LineGiven):
    """Tips, what feeds them, and the metals asked about."""

    tips: list[RackTip] = Field(min_length=1, max_length=60)
    pressures: RigPressures | None = None
    acetylene: AcetyleneHeld | None = None
    oxygen: OxygenHeld | None = None
    minutes_needed: Number | None = Field(default=None, ge=0, le=1440)
    families: list[Family] = Field(default_factory=lambda: ["carbon-steel"], max_length=12)
    joint: Joint = "butt"
    start_c: Number = Field(default=20.0, ge=-40, le=1200)
    hand_factor: Number = Field(default=1.0, ge=0.2, le=5)
    oxygen_ratio: Number = Field(default=1.05, ge=0.7, le=3)
    piece: ReachPiece | None = None


class SetBars(Record):
    """What stands at both regulators, gas flowing."""

    acetylene: float
    oxygen: float


class MetalReach(Record):
    """The walls of one metal that a tip welds in one pass, square edge to edge, mm.

    `usual_mm` is the figure to go by; at the ends the model stops believing. The thickest has its
    range by the spread of hands. Null where the tip carries none.
    """

    family: Family
    thinnest_mm: float | None
    usual_mm: float
    thickest_mm: float | None
    thickest_low_mm: float | None
    thickest_high_mm: float | None
    thin_by: ThinBy
    thick_by: ThickBy
    puddle_thin_s: float | None
    puddle_thick_s: float | None
    travel_thick_mm_per_min: float | None


class TipReach(Record):
    """What one tip burns here and welds. Minutes are null where nothing ends them."""

    label: str
    low_l_per_h: float
    high_l_per_h: float
    low_by: LowBy
    high_by: HighBy
    over_limit: bool
    set_low_bar: SetBars | None
    set_high_bar: SetBars | None
    metals: list[MetalReach]
    burn_at_low_min: float | None
    burn_at_high_min: float | None
    empty_at_low_min: float | None
    empty_at_high_min: float | None
    couple_at_high: int | None


class ReachValues(Record):
    """Every tip, in the order it was asked about; the tip to buy next, for the first metal; what
    would weld the piece that is barred."""

    tips: list[TipReach]
    buy: TipToBuy | None
    barred: Barred | None


class ReachAnswer(Answer):
    """Answer of the reach reckoner."""

    values: ReachValues
