"""One step of the flame under a hand: a pure function of state, hands and a slice of time.

It has no clock and no chance of its own: the same seed and the same hands give the same flame."""

from dataclasses import dataclass, field, replace
from typing import Literal

from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LimitRegion
from pellak.core.noise import hash_uniform, smooth_noise
from pellak.core.practice.flame.burning import (
    OUT_OVER_LIFT,
    POPS_AT_RATIO,
    SNAPS_OUT_BELOW_M_PER_S,
    Look,
    lifts_at_m_per_s,
    look,
    pops_per_s,
)
from pellak.core.practice.flame.flows import FlameTorch, Set, flows, needle

LONGEST_STEP_S = 1 / 30
# For teaching: the torch's tube and the hose answer one after the other.
LAG_PER_S, LAG_DAMPING = 6.7, 0.8
BACKLASH = 0.006
DRIFT_SHARE, DRIFT_EVERY_S = 0.013, 20.0
"""Wide enough for 0.6 % in the mean, either way."""
DRAUGHT_EVERY_S = 1.5
DIRT_CLOSES, DIRT_A_POP = 0.35, 0.04
LIGHTS_ABOVE_M_PER_S = 3.0
MOST_POPS = 2
"""A second pop shuts the job down, on the trainer as at the bench."""
BANG_ABOVE_RATIO = 0.6
LEAN_OUT_ABOVE_RATIO = 2.5
BLOWN_OUT_PER_S, STRONG_M_PER_S = 2.5, 50.0
Happened = Literal[
    "lit", "bang", "pop", "snapped-out", "left-tip", "blown-out", "flash-back", "starved",
    "shut", "over-limit", "cleaned", "not-cleaned", "relit",
]  # fmt: skip
WORDS: dict[Happened, str] = {
    "lit": "lit",
    "bang": "it banged: oxygen was open when it was lit",
    "pop": "it popped: the jet is too slow for its tip, or the tip is foul",
    "snapped-out": "it snapped out: far too little gas for this tip",
    "left-tip": "it left the tip and went out: more gas than this tip holds",
    "blown-out": "the oxygen was opened at a jerk and blew it out",
    "flash-back": "it flashed back into the head: oxygen off at once, then acetylene",
    "starved": "it went out: too little acetylene for its oxygen",
    "shut": "out: the acetylene is shut",
    "over-limit": "acetylene was set over the limit: stop, it can decompose by itself",
    "cleaned": "the tip is clean",
    "relit": "a spark too soon: oxygen, acetylene and cylinders are shut first",
    "not-cleaned": "a tip is cleaned cold, with the flame out",
}
LOST: tuple[Happened, ...] = ("snapped-out", "left-tip", "blown-out", "starved")


@dataclass(frozen=True)
class Hands:
    """What the hands do in this step: where the valves and regulators are wanted, a spark struck,
    the tip cleaned."""

    wanted: Set = field(default_factory=Set)
    spark: bool = False
    clean: bool = False


@dataclass(frozen=True)
class FlameState:
    """The flame now. Flows and their change are in m3/s; `happened` is what this step brought."""

    torch: FlameTorch
    seed: int = 0
    region: LimitRegion = "general"
    step_n: int = 0
    t_s: float = 0.0
    valves: Set = field(default_factory=Set)
    acetylene: float = 0.0
    oxygen: float = 0.0
    acetylene_change: float = 0.0
    oxygen_change: float = 0.0
    mixer_bar: float = 0.0
    dirt: float = 0.0
    lit: bool = False
    stopped: bool = False
    flashed: bool = False
    """It burnt back into the head: nothing is lit on it again until it was examined."""
    pops: int = 0
    """Since valves and cylinders were last shut."""
    relit: bool = False
    """A spark was struck though it flashed back, or popped twice: that ends the exercise."""
    happened: tuple[Happened, ...] = ()

    @property
    def fuel_m_per_s(self) -> float:
        """Acetylene alone over the bores, m/s."""
        return self.acetylene / self.torch.area_m2

    @property
    def jet_m_per_s(self) -> float:
        """Both gases over the bores, m/s."""
        return (self.acetylene + self.oxygen) / self.torch.area_m2

    @property
    def ratio(self) -> float:
        """Oxygen over acetylene, no more than 9.99."""
        return min(9.99, self.oxygen / self.acetylene) if self.acetylene > 1e-9 else 9.99

    @property
    def draught(self) -> float:
        """How the air bends the envelope, -1 to 1."""
        return smooth_noise(self.seed, self.t_s, DRAUGHT_EVERY_S, salt=5)

    @property
    def split(self) -> bool:
        """Whether the tip is so foul that its cone parts."""
        return self.dirt > 0.7

    def seen(self) -> Look | None:
        """Return what there is to see; None where nothing burns."""
        if not self.lit:
            return None
        return look(self.torch, self.fuel_m_per_s, self.jet_m_per_s, self.ratio, self.dirt)


def step(state: FlameState, hands: Hands, dt_s: float) -> FlameState:
    """Return the flame a slice of time later; a longer slice than a thirtieth, s, is cut to it.

    Args:
        state: as it stands
        hands: valves, screws and what is pressed
        dt_s: slice, s

    Source: pressure losses of a settled flow with the lag of a hose; what befalls it: for
    teaching

    >>> state = step(FlameState(FlameTorch(0.9)), Hands(Set(0.0, 0.0, 0.0, 0.0)), 1 / 30)
    >>> round(state.t_s, 3), state.lit
    (0.033, False)
    """
    dt_s = min(LONGEST_STEP_S, max(0.0, dt_s))
    if state.stopped:
        return replace(state, step_n=state.step_n + 1, t_s=state.t_s + dt_s, happened=())
    now = _flowing(state, hands.wanted, dt_s)
    if now.valves == Set(0.0, 0.0, 0.0, 0.0):
        # Shut down: what made it pop may be looked for, and it may be lit again.
        now = replace(now, pops=0)
    over = now.valves.acetylene_bar > ACETYLENE_LIMIT_BAR[state.region]
    if over:
        return replace(now, lit=False, stopped=True, happened=("over-limit",))
    if hands.clean:
        now = (
            replace(now, happened=("not-cleaned",))
            if now.lit
            else replace(now, dirt=0.0, happened=("cleaned",))
        )
    return _burning(now, dt_s) if now.lit else _sparked(now, struck=hands.spark)


def _flowing(state: FlameState, wanted: Set, dt_s: float) -> FlameState:
    """Return the state with valves turned and gas on its way, the flame not asked yet."""
    valves = Set(
        _followed(state.valves.acetylene_open, wanted.acetylene_open),
        _followed(state.valves.oxygen_open, wanted.oxygen_open),
        max(0.0, wanted.acetylene_bar),
        max(0.0, wanted.oxygen_bar),
    )
    t_s = state.t_s + dt_s
    drifts = [
        1 + DRIFT_SHARE * smooth_noise(state.seed, t_s, DRIFT_EVERY_S, salt) for salt in (1, 2)
    ]
    given = replace(
        valves,
        acetylene_bar=valves.acetylene_bar * drifts[0],
        oxygen_bar=valves.oxygen_bar * drifts[1],
    )
    rest = flows(state.torch, given, 1 - DIRT_CLOSES * state.dirt)
    acetylene, acetylene_change = _lagged(
        state.acetylene, state.acetylene_change, rest.acetylene_m3_per_s, dt_s
    )
    oxygen, oxygen_change = _lagged(state.oxygen, state.oxygen_change, rest.oxygen_m3_per_s, dt_s)
    return replace(
        state,
        step_n=state.step_n + 1,
        t_s=t_s,
        valves=valves,
        acetylene=acetylene,
        oxygen=oxygen,
        acetylene_change=acetylene_change,
        oxygen_change=oxygen_change,
        mixer_bar=rest.mixer_bar,
        happened=(),
    )


def _followed(at: float, wanted: float) -> float:
    """Return where a valve stands: it follows the hand once the thread's play is taken up."""
    wanted = min(1.0, max(0.0, wanted))
    if wanted == 0.0:
        return 0.0
    return min(wanted + BACKLASH, max(wanted - BACKLASH, at))


def _lagged(flow: float, change: float, rest: float, dt_s: float) -> tuple[float, float]:
    change += dt_s * LAG_PER_S * (LAG_PER_S * (rest - flow) - 2 * LAG_DAMPING * change)
    moved = flow + dt_s * change
    return (moved, change) if moved > 0 else (0.0, 0.0)


def _sparked(state: FlameState, *, struck: bool) -> FlameState:
    if struck and (state.flashed or state.pops >= MOST_POPS):
        return replace(state, stopped=True, relit=True, happened=(*state.happened, "relit"))
    if not struck or state.fuel_m_per_s < LIGHTS_ABOVE_M_PER_S:
        return state
    if state.ratio > LEAN_OUT_ABOVE_RATIO:
        return state
    happened: tuple[Happened, ...] = ("lit",)
    if state.ratio > BANG_ABOVE_RATIO:
        happened = ("bang", "lit")
    return replace(state, lit=True, happened=(*state.happened, *happened))


def _burning(state: FlameState, dt_s: float) -> FlameState:
    ratio, jet = state.ratio, state.jet_m_per_s
    lost = _lost(state)
    if lost is not None:
        return replace(state, lit=False, happened=(*state.happened, lost))
    chance = pops_per_s(jet, ratio, state.dirt) * dt_s
    if hash_uniform(state.seed, state.step_n, salt=3) >= chance:
        return state
    fouler = min(1.0, state.dirt + DIRT_A_POP)
    if state.torch.jets > 1:
        gone: tuple[Happened, ...] = (*state.happened, "flash-back")
        return replace(state, dirt=fouler, lit=False, flashed=True, happened=gone)
    popped: tuple[Happened, ...] = (*state.happened, "pop")
    return replace(state, dirt=fouler, pops=state.pops + 1, happened=popped)


def _lost(state: FlameState) -> Happened | None:
    """Return how a flame goes out in this step; None where it burns on."""
    if needle(state.valves.acetylene_open) == 0.0 and state.fuel_m_per_s < STRONG_M_PER_S:
        return "shut"
    if state.fuel_m_per_s < LIGHTS_ABOVE_M_PER_S or state.ratio > LEAN_OUT_ABOVE_RATIO:
        return "starved"
    jerk = state.oxygen_change > BLOWN_OUT_PER_S * state.torch.rated_m3_per_s
    if jerk and state.fuel_m_per_s > STRONG_M_PER_S:
        return "blown-out"
    if state.jet_m_per_s > OUT_OVER_LIFT * lifts_at_m_per_s(state.ratio):
        return "left-tip"
    if state.ratio > POPS_AT_RATIO and state.jet_m_per_s < SNAPS_OUT_BELOW_M_PER_S:
        return "snapped-out"
    return None
