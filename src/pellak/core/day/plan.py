"""A day as it is told: blocks, changes of tips, what waits, free hands, gas."""

from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.day.given import Needs

Way = Literal["list", "program"]


class DayBlock(Record):
    """One phase in its place, minutes since midnight; `late_min` with every phase before it as slow
    as it may be. `to_tomorrow` where it ends after closing and needs nobody."""

    job: str
    phase: str
    start_min: float
    end_min: float
    late_min: float
    needs: Needs
    who: str = ""
    torch: str = ""
    tip: str = ""
    place: str
    pinned: bool = False
    to_tomorrow: bool = False


class TipChange(Record):
    """A change of tips on a torch."""

    torch: str
    at_min: float
    from_tip: str
    to_tip: str


class NotToday(Record):
    """A job, or what is left of it, that does not go today, and why."""

    job: str
    phases: list[str]
    why: str


class FreeHands(Record):
    """A stretch in which somebody has nothing planned, minutes since midnight."""

    who: str
    start_min: float
    end_min: float
    for_what: str


class HourDraw(Record):
    """Acetylene in the clock hour that begins at `hour_min`, L; `over_limit` where all cylinders
    together give less in an hour."""

    hour_min: float
    acetylene_l: float
    over_limit: bool = False


class DayGas(Record):
    """Gas of all that is planned, L; `enough` null where nobody says what there is, and the limit
    of an hour null where nobody says how large the cylinders are."""

    acetylene_l: float
    oxygen_l: float
    by_hour: list[HourDraw]
    draw_limit_by_hour_l: float | None = None
    enough: bool | None
    runs_out_in: str = ""


class DayValues(Record):
    """The day. `optimal` where it is proved that nothing ends earlier."""

    timeline: list[DayBlock]
    done_min: float | None
    tip_changes: list[TipChange]
    not_today: list[NotToday]
    hands_free: list[FreeHands]
    gas: DayGas
    way: Way
    optimal: bool
