"""The duty reckoner: what a rhythm of burns and waits draws of the acetylene."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import (
    Answer,
    Caution,
    Number,
    Reckoner,
    Record,
    Working,
    inserted,
)
from pellak.core.gas.content import cylinder_sizes
from pellak.core.gas.cylinders import (
    COLD_BELOW_C,
    CONTINUOUS_SHARE,
    DRAW_SOURCE,
    LONG_FROM_MIN,
    NEARLY_EMPTY_SHARE,
    OLD_SHARE,
    SHORT_SHARE,
)

ONE_BURN_UNDER_S = 120.0
"""Burns with less than two minutes of no flame between are one burn: judgement, the guidance says
neither how long a spell is nor how spells are told apart."""
LIT_UNDER_S = 60.0
"""In a wait under a minute the flame stays lit, where nobody says otherwise: judgement."""
LEFT_SHARE = 0.05
"""The last twentieth stays in the cylinder: solvent comes with it."""
HOUR_S = 3600.0
Floats = NDArray[np.float64]
Limit = Literal["peak", "hour", "burn"]


class DutyBurn(Record):
    """A burn of the rhythm and the wait after it, so many times.

    `flame_in_wait` is true where the torch stays lit meanwhile, at `wait_l_per_h` or as it burnt;
    where it is not told it stays lit in waits under a minute.
    """

    name: str = Field(default="", max_length=40)
    acetylene_l_per_h: Number = Field(gt=0, le=60_000)
    seconds: Number = Field(ge=1, le=86_400)
    wait_s: Number = Field(default=0.0, ge=0, le=86_400)
    count: int = Field(default=1, ge=1, le=1000)
    flame_in_wait: bool | None = None
    wait_l_per_h: Number | None = Field(default=None, gt=0, le=60_000)

    @property
    def lit_l_per_h(self) -> float:
        """What burns in the wait, L/h: nothing where the flame is out."""
        lit = self.flame_in_wait
        if lit is None:
            lit = self.wait_s < LIT_UNDER_S
        return (self.wait_l_per_h or self.acetylene_l_per_h) if lit else 0.0


class DutyGiven(Record):
    """A rhythm that repeats for so many minutes, and the acetylene it is drawn from."""

    rhythm: list[DutyBurn] = Field(min_length=1, max_length=40)
    minutes: Number = Field(gt=0, le=1440)
    capacity_m3: Number = Field(gt=0, le=30)
    coupled: int = Field(default=1, ge=1, le=20)
    content_m3: Number | None = Field(default=None, ge=0, le=600)
    temperature_c: Number = Field(default=15.0, ge=-40, le=60)


class DutyShares(Record):
    """Each draw as a share of its limit; 1 is at the limit."""

    peak: float
    hour: float
    burn: float


class DutyValues(Record):
    """The draw of a rhythm. `mean_l_per_h` is the most in any hour of it.

    `smallest_size_m3` is the least usual cylinder that would do alone, null where none is large
    enough; `empty_min` null where nobody told what is left.
    """

    peak_l_per_h: float
    mean_l_per_h: float
    litres: float
    burning_min: float
    longest_burn_min: float
    shares: DutyShares
    governed_by: Limit
    level: Literal["ok", "warn", "stop"]
    couple: int
    smallest_size_m3: float | None
    empty_min: float | None


class DutyAnswer(Answer):
    """Answer of the duty reckoner."""

    values: DutyValues


class _Draw:
    """A rhythm laid out in time: from when to when how much burns."""

    def __init__(self, given: DutyGiven) -> None:
        spans: list[tuple[float, float, float]] = []
        at_s, end_s = 0.0, 60.0 * given.minutes
        while at_s < end_s:
            for burn in given.rhythm:
                for _ in range(burn.count):
                    for seconds, flow in (
                        (burn.seconds, burn.acetylene_l_per_h),
                        (burn.wait_s, burn.lit_l_per_h),
                    ):
                        if flow > 0 and seconds > 0 and at_s < end_s:
                            spans.append((at_s, min(at_s + seconds, end_s), flow))
                        at_s += seconds
                if at_s >= end_s:
                    break
        found = np.array(spans)
        self.starts_s, self.ends_s, self.l_per_h = found[:, 0], found[:, 1], found[:, 2]
        self.litres = (self.ends_s - self.starts_s) * self.l_per_h / HOUR_S

    def most_in_an_hour_l(self) -> float:
        """Return the most that is drawn in any sixty minutes, L."""
        ends = np.concatenate([[0.0], self.ends_s])
        drawn = np.concatenate([[0.0], np.cumsum(self.litres)])
        # Between a span's end and the next one's start nothing is drawn.
        moments = np.concatenate([ends[:-1], self.starts_s, self.ends_s])
        stands = np.concatenate([drawn[:-1], drawn[:-1], drawn[1:]])
        order = np.lexsort((stands, moments))
        moments, stands = moments[order], stands[order]

        def by(seconds: Floats) -> Floats:
            return np.asarray(np.interp(seconds, moments, stands))

        begins = np.concatenate([self.starts_s, np.maximum(0.0, self.ends_s - HOUR_S)])
        return float(np.max(by(begins + HOUR_S) - by(begins)))

    def burns(self) -> list[tuple[float, float, float]]:
        """Return each burn: minutes of flame, L, and its span in minutes."""
        joined: list[tuple[float, float, float]] = []
        first = last = flame = litres = 0.0
        for start, end, drawn in zip(self.starts_s, self.ends_s, self.litres, strict=True):
            if flame and start - last >= ONE_BURN_UNDER_S:
                joined.append((flame / 60, litres, (last - first) / 60))
                flame = litres = 0.0
            if not flame:
                first = start
            flame, litres, last = flame + end - start, litres + drawn, end
        joined.append((flame / 60, litres, (last - first) / 60))
        return joined


def _empty_min(given: DutyGiven, full_l: float) -> float | None:
    """Return after how many minutes of the rhythm the last twentieth is reached."""
    if given.content_m3 is None:
        return None
    left = 1000 * given.content_m3 - LEFT_SHARE * full_l
    if left <= 0:
        return 0.0
    parts = [
        part
        for burn in given.rhythm
        for part in (
            (burn.seconds, burn.acetylene_l_per_h, burn.count),
            (burn.wait_s, burn.lit_l_per_h, burn.count),
        )
    ]
    whole_s = sum(seconds * count for seconds, _, count in parts)
    whole_l = sum(seconds * flow * count / HOUR_S for seconds, flow, count in parts)
    rounds = math.floor(left / whole_l)
    left -= rounds * whole_l
    seconds = rounds * whole_s
    for burn in given.rhythm:
        for _ in range(burn.count):
            for lasts, flow in (
                (burn.seconds, burn.acetylene_l_per_h),
                (burn.wait_s, burn.lit_l_per_h),
            ):
                drawn = lasts * flow / HOUR_S
                if drawn >= left and flow > 0:
                    return (seconds + left / flow * HOUR_S) / 60
                left, seconds = left - drawn, seconds + lasts
    return seconds / 60


def _cautions(given: DutyGiven, values: DutyValues, full_l: float) -> list[Caution]:
    cautions = []
    if values.level != "ok":
        size = values.smallest_size_m3
        alone = f", or one of {say.m3(size)}" if size is not None else ""
        reasons = {
            "peak": f"it burns {say.l_per_h(values.peak_l_per_h)} at once",
            "hour": f"it draws {say.l_per_h(values.mean_l_per_h)} over an hour",
            "burn": f"it burns {values.longest_burn_min:.0f} min on end",
        }
        cautions.append(
            Caution(
                level=values.level,
                text=f"Too fast for the acetylene, since {reasons[values.governed_by]}: couple "
                f"{values.couple} like it{alone}, or burn less at a time.",
                reason="Drawn faster, liquid solvent comes out with the gas, and the flame "
                "starves and flashes back.",
                source=DRAW_SOURCE,
            )
        )
    low = given.content_m3 is not None and 1000 * given.content_m3 < NEARLY_EMPTY_SHARE * full_l
    if low or given.temperature_c < COLD_BELOW_C:
        cautions.append(
            Caution(
                level="warn",
                text=f"{'Nearly empty' if low else 'Cold'}: draw half of it, or less.",
                reason="A cold or nearly empty cylinder gives up its gas slowly. How slowly, "
                "nobody has published; half is our judgement.",
                source=DRAW_SOURCE,
            )
        )
    return cautions


def reckon_duty(given: DutyGiven) -> DutyAnswer:
    """Return what a rhythm draws, as shares of what may be drawn at once, by the hour and on end.

    Raises Refused naming the field outside its range.

    Valid for dissolved acetylene, a day at most. The flow at once is held against a tenth of the
    nominal content an hour, that of the hungriest hour and of the hungriest burn over ten minutes
    against a fifteenth; over a seventh at once is a stop, however short. Source: CGA G-1 for the
    tenth and the fifteenth; what a spell is (ten minutes, two minutes apart) is judgement.

    >>> tacks = DutyBurn(acetylene_l_per_h=100, seconds=4, wait_s=40, flame_in_wait=False)
    >>> reckon_duty(DutyGiven(rhythm=[tacks], minutes=60, capacity_m3=1.1)).values.level
    'ok'
    """
    full_l = 1000 * given.capacity_m3 * given.coupled
    draw = _Draw(given)
    burns = draw.burns()
    peak = float(draw.l_per_h.max())
    mean = draw.most_in_an_hour_l()
    hungriest = max(
        (60 * litres / span for flame, litres, span in burns if flame > LONG_FROM_MIN), default=0.0
    )
    wanted: dict[Limit, tuple[float, float]] = {
        "peak": (peak, SHORT_SHARE),
        "hour": (mean, CONTINUOUS_SHARE),
        "burn": (hungriest, CONTINUOUS_SHARE),
    }
    shares = {name: flow / (share * full_l) for name, (flow, share) in wanted.items()}
    governed = max(shares, key=lambda name: shares[name])
    most = shares[governed]
    least_l = max(flow / share for flow, share in wanted.values())
    sizes = [one.content_m3 for one in cylinder_sizes().values() if one.gas == "acetylene"]
    values = DutyValues(
        peak_l_per_h=peak,
        mean_l_per_h=mean,
        litres=float(draw.litres.sum()),
        burning_min=float((draw.ends_s - draw.starts_s).sum()) / 60,
        longest_burn_min=max(flame for flame, _, _ in burns),
        shares=DutyShares(**shares),
        governed_by=governed,
        level="stop" if peak > OLD_SHARE * full_l else "warn" if most > 1 + 1e-9 else "ok",
        couple=max(1, math.ceil(most * given.coupled - 1e-9)),
        smallest_size_m3=min((one for one in sizes if 1000 * one >= least_l - 1e-6), default=None),
        empty_min=_empty_min(given, full_l),
    )
    return DutyAnswer(
        values=values,
        working=[
            _share_working(name, flow, share, full_l) for name, (flow, share) in wanted.items()
        ],
        cautions=_cautions(given, values, full_l),
    )


def _share_working(name: Limit, flow_l_per_h: float, share: float, full_l: float) -> Working:
    symbol = {"peak": "Q_peak", "hour": "Q_hour", "burn": "Q_burn"}[name]
    formula = f"{round(1 / share)} * {symbol} / V"
    return Working(
        name=f"shares.{name}",
        value=flow_l_per_h / (share * full_l),
        unit="",
        formula=formula,
        inserted=inserted(formula, {symbol: flow_l_per_h, "V": full_l}),
        source=DRAW_SOURCE,
        note="the hungriest burn over ten minutes" if name == "burn" else "",
    )


DUTY = Reckoner(
    "duty",
    "What does this rhythm of burns and waits draw, and do the cylinders bear it?",
    DutyGiven,
    DutyAnswer,
    reckon_duty,
)
