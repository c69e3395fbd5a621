"""What is asked of a member that is to be straightened."""

from typing import Annotated, Literal

from pydantic import Field

from pellak.core.answer.working import Number
from pellak.core.member.kink import LongFace
from pellak.core.member.limits import Condition, Steel
from pellak.core.member.said import read_said
from pellak.core.member.section import SectionKind
from pellak.core.member.straighten_given import BowStation
from pellak.core.member.welds import WeldRow, read_welds
from pellak.core.model.job_base import JobBase, Length, Listed, Spread, Temperature
from pellak.core.reading.places import read_bows, read_places


def _brackets(text: str, family: str) -> list[float]:
    return read_places("brackets_mm", text, family)


def _stations(text: str, family: str) -> list[dict[str, float]]:
    return read_bows("stations", text, family)


class StraightenJob(JobBase):
    """A bowed member. `thickness_mm` is the wall or web, a flat's own thickness."""

    kind: Literal["straighten"] = "straighten"
    said: Annotated[str | None, Spread(read_said)] = Field(default=None, max_length=80)
    section: SectionKind = "rect-tube"
    depth_mm: Length = Field(default=None, gt=0, le=3000)
    width_mm: Length = Field(default=None, gt=0, le=3000)
    flange_mm: Length = Field(default=None, gt=0, le=100)
    length_mm: Length = Field(default=None, ge=300, le=50_000)
    camber_mm: Length = Field(default=None, gt=0, le=2000)
    stations: Annotated[list[BowStation], Listed(_stations)] = Field(
        default_factory=list, max_length=40
    )
    brackets_mm: Annotated[list[Annotated[Number, Field(ge=0, le=50_000)]], Listed(_brackets)] = (
        Field(default_factory=list, max_length=40)
    )
    welds_said: Annotated[str | None, Spread(read_welds, (("welds", ()),))] = Field(
        default=None, max_length=160
    )
    welds: list[WeldRow] = Field(default_factory=list, max_length=20)
    face: LongFace = "top"
    steel: Steel | None = None
    condition: Condition | None = None
    spot_mm: Length = Field(default=None, ge=8, le=120)
    peak_c: Temperature = Field(default=None, ge=450, le=700)
    tolerance_mm: Length = Field(default=None, ge=0.5, le=200)
