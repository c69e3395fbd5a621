"""What a plan knows, typed and in units. Figures, cards, bench, paper and books are views of it;
nothing decides by reading a text made for people."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.gas.limits import LimitRegion
from pellak.core.heat.solve import HeatGiven
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.preheat.heated_band import HeatZone
from pellak.core.seam.job_gas import JobGas
from pellak.core.seam.pace import Direction
from pellak.core.seam.passes import WeldPass

CoolIn = Literal["still-air", "slow"]


class PurgeSeconds(Record):
    """Seconds each gas is let flow before the light."""

    acetylene_s: float
    oxygen_s: float


class Facts(Record):
    """The facts of one plan; null where the job does not say enough yet.

    Fields are only ever added, with defaults: runs keep the facts of their day.
    """

    start_c: float
    preheat_c: float | None = None
    acetylene_l_per_h: float | None = None
    oxygen_ratio: float | None = None
    greatest_l_per_h: float | None = None
    """The greatest flow of any pass: what draw limits are judged at."""
    puddle_s: float | None = None
    heat: HeatGiven | None = None
    """The piece and flame that puddle is reckoned for, in the model's own hand."""
    hand: str = ""
    """Whose factor the times are planned with, in words; nothing where they are the model's."""
    torch: str = ""
    tip: str = ""
    tack_hold_s: float | None = None
    direction: Direction | None = None
    rod: str | None = None
    passes: list[WeldPass] = Field(default_factory=list)
    seam_min: float | None = None
    job_min: float | None = None
    gas: JobGas | None = None
    purge: PurgeSeconds | None = None
    fire_watch_min: float = 60.0
    acetylene_limit: LimitRegion = "general"
    cool_in: CoolIn = "still-air"
    tacked: bool = False
    crayons: bool = False
    heat_zone: HeatZone | None = None
    spot_s: float | None = None
    spot_wait_min: float | None = None
    """Until a bare hand rests on the last spot and the line may be read."""
    planned: dict[str, float] = Field(default_factory=dict)
    """What only one kind of job plans, by the log field it is held against."""
    shrink_mm: float | None = None
    turn_deg: float | None = None
    watch: WatchPlan | None = None
    """What its heat is watched by; None where nothing of it is taken to a heat."""
