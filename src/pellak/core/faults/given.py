"""What is asked of the finder: what is seen, and as much of the set-up as anybody knows."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.tables import MetalFamily

YesNo = Literal["yes", "no"]


class RemedyTried(Record):
    """How often a cause's remedy was tried in this shop, and how often it helped."""

    cause: str = Field(max_length=40)
    tried: int = Field(ge=0, le=100_000)
    helped: int = Field(ge=0, le=100_000)


class FaultsGiven(Record):
    """Signs by their ids, and the set-up; what nobody knows is left out and weighs nothing.

    Shares are of what was planned or allowed: `puddle_share` timed over planned, `travel_share`
    the pace, `gap_share` gap over thickness, `draw_share` flow over what the cylinders may give.
    """

    signs: list[str] = Field(min_length=1, max_length=12)
    kind: str = Field(default="seam", max_length=20)
    family: MetalFamily | None = None
    thickness_mm: Number | None = Field(default=None, ge=0.3, le=400)
    jet_m_per_s: Number | None = Field(default=None, ge=0, le=1000)
    jet_low_m_per_s: Number | None = Field(default=None, ge=0, le=1000)
    jet_high_m_per_s: Number | None = Field(default=None, ge=0, le=1000)
    flame_min: Number | None = Field(default=None, ge=0, le=1440)
    puddle_s: Number | None = Field(default=None, ge=0, le=3600)
    puddle_share: Number | None = Field(default=None, ge=0, le=50)
    travel_share: Number | None = Field(default=None, ge=0, le=50)
    feather_ratio: Number | None = Field(default=None, ge=0, le=5)
    feather_share: Number | None = Field(default=None, ge=0, le=5)
    oxygen_ratio: Number | None = Field(default=None, ge=0.3, le=3)
    gap_share: Number | None = Field(default=None, ge=0, le=20)
    rise_mm: Number | None = Field(default=None, ge=0, le=100)
    wall_ratio: Number | None = Field(default=None, ge=1, le=100)
    rod_share: Number | None = Field(default=None, ge=0, le=20)
    cone_off_mm: Number | None = Field(default=None, ge=0, le=100)
    preheat_short_c: Number | None = Field(default=None, ge=-1500, le=1500)
    spread_share: Number | None = Field(default=None, ge=0, le=20)
    draw_share: Number | None = Field(default=None, ge=0, le=50)
    contents_share: Number | None = Field(default=None, ge=0, le=1)
    layers_done: Number | None = Field(default=None, ge=0, le=20)
    tack_pitch_share: Number | None = Field(default=None, ge=0, le=20)
    cleaned: YesNo | None = None
    cooled_as_planned: YesNo | None = None
    set_flowing: YesNo | None = None
    rod_kept_dry: YesNo | None = None
    flux: YesNo | None = None
    held_on: Literal["bench", "brick"] | None = None
    restraint: Literal["low", "medium", "high"] | None = None
    place: Literal["shop", "open-air", "roof", "vehicle", "confined"] | None = None
    tried: list[RemedyTried] = Field(default_factory=list, max_length=200)
