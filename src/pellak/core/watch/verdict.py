"""What to do about a body's heat now, from the places read and the plan."""

import math
from typing import Literal

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.watch.lines import Phase

Say = Literal[
    "no-reading", "warm-more", "hold", "weld-now", "do-it-now", "too-hot", "reheat", "let-it-cool",
    "cool-slower", "touch-it", "not-while",
]  # fmt: skip
NEAR_C = 10.0
"""Once there, it is there until it has fallen by so much: no verdict flickers with the noise."""
TOUCHED_STAYS_C = 5.0
SLOWER_ABOVE, SLOWER_BELOW = 1.1, 0.95
EVEN_ABOVE, EVEN_BELOW = 1.1, 0.95
CALLS: frozenset[Say] = frozenset(
    {"weld-now", "do-it-now", "too-hot", "reheat", "cool-slower", "touch-it"}
)
"""What somebody has to come for."""
AMISS: frozenset[Say] = frozenset({"too-hot", "reheat", "cool-slower", "not-while"})
"""What is to be put right."""
WANTS_FLAME: frozenset[Say] = frozenset({"warm-more", "weld-now", "do-it-now", "reheat"})
"""What asks for a flame at the piece: not said of a job whose light is barred."""
NAMES: dict[Say, str] = {
    "no-reading": "No reading",
    "warm-more": "Warm more",
    "hold": "Hold",
    "weld-now": "Weld now",
    "do-it-now": "Do it now",
    "too-hot": "Too hot",
    "reheat": "Reheat",
    "let-it-cool": "Let it cool",
    "cool-slower": "Cool slower",
    "touch-it": "Touch it",
    "not-while": "Not while",
}


class Verdict(Record):
    """What to do, why in a line, whether somebody has to come, whether something is amiss."""

    say: Say
    name: str
    why: str
    calls: bool = False
    amiss: bool = False


class Places(Record):
    """What is believed at a moment: °C by channel, how fast the quickest falls, °C/h."""

    c: dict[str, float] = Field(default_factory=dict)
    fall_c_per_h: float | None = None

    def coldest(self) -> tuple[str, float]:
        """Return the coldest place and its °C."""
        return min(self.c.items(), key=lambda one: one[1])

    def hottest(self) -> tuple[str, float]:
        """Return the hottest place and its °C."""
        return max(self.c.items(), key=lambda one: one[1])


def _verdict(say: Say, why: str) -> Verdict:
    return Verdict(say=say, name=NAMES[say], why=why, calls=say in CALLS, amiss=say in AMISS)


def verdict_of(
    plan: WatchPlan, phase: Phase, places: Places, held_s: float | None, before: Say
) -> Verdict:
    """Return the verdict at a moment.

    `held_s` is how long the coldest place has been at its heat, s, None while it is not; `before`
    the verdict that stood, which a reading off by its noise does not change.

    Args:
        plan: of the watch
        phase: as it stands
        places: heats by channel, °C
        held_s: since the coldest is at its heat, None while not
        before: the verdict that stood

    Source: thresholds: judgement; heats by the plan

    >>> plan = WatchPlan(target_c=200.0, warm_curve=[[0.0, 20.0], [10.0, 200.0]],
    ...     cool_curve=[[0.0, 200.0], [2.0, 60.0]])
    >>> verdict_of(plan, 'warming', Places(), None, '').say
    'no-reading'
    """
    if not places.c:
        return _verdict("no-reading", "no thermometer is believed, and nothing was told by hand")
    if phase == "cooling":
        return _cooling(plan, places, before)
    (cold_at, cold_c), (hot_at, hot_c) = places.coldest(), places.hottest()
    ceiling_c = plan.ceiling_c
    if ceiling_c is not None and hot_c > ceiling_c - (NEAR_C if before == "too-hot" else 0.0):
        return _verdict(
            "too-hot",
            f"“{hot_at}” is at {say.c(hot_c)}, not over {say.c(ceiling_c, limit='<')}: flame away",
        )
    if phase == "welding" and plan.floor_c is not None:
        floor_c = plan.floor_c + (NEAR_C if before == "reheat" else 0.0)
        if cold_c < floor_c:
            return _verdict(
                "reheat", f"“{cold_at}” is at {say.c(cold_c)}, under the "
                f"{say.c(plan.floor_c, limit='>')} "
                "it may be welded at: stop and warm it again",
            )  # fmt: skip
        return _verdict(
            "weld-now",
            f"coldest “{cold_at}” {say.c(cold_c)}, not under {say.c(plan.floor_c, limit='>')}",
        )
    if held_s is None:
        return _warming(plan, places, before)
    left_min = plan.hold_min - held_s / 60
    if left_min > 0:
        return _verdict("hold", f"all of it is there: {math.ceil(left_min)} min more to even out")
    if _uneven(plan, hot_c - cold_c, before):
        return _verdict("hold", _unevenly(plan, hot_at, cold_at, hot_c - cold_c))
    there = (
        f"coldest “{cold_at}” {say.c(cold_c)} of {say.c(plan.target_c)}, held {held_s / 60:.0f} min"
    )
    return _verdict("weld-now" if plan.welds else "do-it-now", there)


def held_back(verdict: Verdict, barred: str) -> Verdict:
    """Return the verdict of a job whose light something bars: nothing speaks against a stop.

    Args:
        verdict: what the readings alone would say.
        barred: what bars the light, in words; empty where nothing does.
    """
    return _verdict("not-while", barred) if barred and verdict.say in WANTS_FLAME else verdict


def _uneven(plan: WatchPlan, spread_c: float, before: Say) -> bool:
    if plan.spread_limit_c is None:
        return False
    return spread_c > plan.spread_limit_c * (EVEN_BELOW if before == "hold" else EVEN_ABOVE)


def _unevenly(plan: WatchPlan, hot_at: str, cold_at: str, spread_c: float) -> str:
    limit = plan.spread_limit_c or 0.0
    over = f"“{hot_at}” is {say.kelvin(round(spread_c))} over “{cold_at}”"
    return f"{over}, {limit:.0f} allowed: flame off, let it even"


def _warming(plan: WatchPlan, places: Places, before: Say) -> Verdict:
    (cold_at, cold_c), (hot_at, hot_c) = places.coldest(), places.hottest()
    if _uneven(plan, hot_c - cold_c, before):
        return _verdict("hold", _unevenly(plan, hot_at, cold_at, hot_c - cold_c))
    where = f" at “{cold_at}”" if len(places.c) > 1 else ""
    left = max(0.0, plan.target_c - cold_c)
    return _verdict(
        "warm-more", f"{say.kelvin(round(left))} to go{where}, to {say.c(plan.target_c)}"
    )


def _cooling(plan: WatchPlan, places: Places, before: Say) -> Verdict:
    hot_at, hot_c = places.hottest()
    touch_c = plan.touch_c + (TOUCHED_STAYS_C if before == "touch-it" else 0.0)
    if hot_c <= touch_c:
        return _verdict("touch-it", f"hottest “{hot_at}” {say.c(hot_c)}: a bare hand rests on it")
    limit, fall = plan.limit_c_per_h, places.fall_c_per_h
    if limit is not None and fall is not None:
        share = SLOWER_BELOW if before == "cool-slower" else SLOWER_ABOVE
        if fall > limit * share:
            return _verdict(
                "cool-slower", f"it falls {say.kelvin(round(fall))} an hour, "
                f"{say.kelvin(round(limit))} allowed: cover it "
                "deeper, keep draughts off",
            )  # fmt: skip
    falling = (
        f", falling {say.kelvin(round(fall))} an hour" if fall is not None and fall > 0 else ""
    )
    return _verdict("let-it-cool", f"hottest “{hot_at}” {say.c(hot_c)}{falling}: leave it be")
