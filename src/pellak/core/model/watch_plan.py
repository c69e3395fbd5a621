"""What a watch goes by: the heat wanted, how evenly, how slowly it may fall, the curves planned."""

from itertools import pairwise

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.body.cool_given import TOUCH_C, CoolGiven
from pellak.core.body.soak_given import SoakGiven


class WatchPlan(Record):
    """The heat a part is taken to and brought back from.

    °C; `warm_curve` minutes and °C, `cool_curve` hours and °C, empty where nothing is reckoned.
    `floor_c` is the least heat it may be worked at, None where nothing is welded. `spread_limit_c`
    is what it may be uneven by, `limit_c_per_h` how fast it may fall; None where nobody says.
    """

    target_c: float
    welds: bool = False
    floor_c: float | None = None
    ceiling_c: float | None = None
    spread_limit_c: float | None = None
    hold_min: float = 0.0
    limit_c_per_h: float | None = None
    touch_c: float = TOUCH_C
    cool_in: str = "still air"
    warm_curve: list[list[float]] = Field(default_factory=list)
    cool_curve: list[list[float]] = Field(default_factory=list)
    touch_low_h: float | None = None
    touch_high_h: float | None = None
    soak: SoakGiven | None = None
    """The heating as it was asked, to hold the minutes taken against."""
    cool: CoolGiven | None = None


def on_curve(curve: list[list[float]], x: float) -> float:
    """Return a curve's °C at `x`, in the unit of its first column; its ends go on beyond it.

    Args:
        curve: rows of place and °C, places rising, one row at least
        x: place

    Source: straight between rows

    >>> on_curve([[0.0, 20.0], [10.0, 120.0]], 5.0)
    70.0
    """
    if x <= curve[0][0]:
        return curve[0][1]
    for (left, low), (right, high) in pairwise(curve):
        if x <= right:
            return low + (high - low) * (x - left) / max(right - left, 1e-9)
    return curve[-1][1]
