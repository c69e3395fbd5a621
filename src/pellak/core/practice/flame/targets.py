"""The flames to set, and what a setting of one is worth."""

from dataclasses import dataclass, replace

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.practice.flame.flows import FlameTorch
from pellak.core.practice.flame.trainer import LOST, FlameState
from pellak.core.practice.score import ScorePart, Worth, left

HELD_S, WITHIN_RATIO, WITHIN_SHARE = 2.0, 0.06, 0.12
"""It is set once it has stood so long, so near."""
RATIO_POINTS, JET_POINTS, TIME_POINTS, STEADY_POINTS = 45.0, 25.0, 15.0, 15.0
RATIO_FULL, RATIO_NONE = 0.015, 0.10
JET_NONE_SHARE = 0.35
PAR_S, LATE_TIMES = 25.0, 3.0
MOST_CROSSINGS = 5
CROSSING_WIDTH = 0.02
POP_COSTS, LOST_COSTS = 6.0, 4.0


class FlameTarget(Record):
    """A flame to set: the ratio and jet speed, m/s, it should have; without oxygen the jet is the
    acetylene's own."""

    id: str
    label: str
    about: str
    ratio_low: float
    ratio_high: float
    jet_low_m_per_s: float
    jet_high_m_per_s: float
    fuel_only: bool = False
    head: bool = False


FLAME_TARGETS: tuple[FlameTarget, ...] = (
    FlameTarget(
        id="smoke-gone", label="Smoke just gone",
        about="Acetylene alone, opened until the soot has just gone and no further.",
        ratio_low=0.0, ratio_high=0.0, jet_low_m_per_s=64.0, jet_high_m_per_s=80.0, fuel_only=True,
    ),
    FlameTarget(
        id="neutral", label="Neutral",
        about="The feather has just gone into a sharp, rounded cone: steel, copper, most things.",
        ratio_low=1.0, ratio_high=1.08, jet_low_m_per_s=100.0, jet_high_m_per_s=160.0,
    ),
    FlameTarget(
        id="two-x", label="Feather twice the cone",
        about="A short feather past neutral, as soft hard-facing rods want it.",
        ratio_low=0.925, ratio_high=0.925, jet_low_m_per_s=100.0, jet_high_m_per_s=160.0,
    ),
    FlameTarget(
        id="three-x", label="Feather three times the cone",
        about="A long feather, as hard hard-facing rods want it: the surface only sweats.",
        ratio_low=0.85, ratio_high=0.85, jet_low_m_per_s=100.0, jet_high_m_per_s=160.0,
    ),
    FlameTarget(
        id="soft-neutral", label="Soft neutral, for lead",
        about="Neutral on a small tip, so soft that it neither blows the pool nor pops.",
        ratio_low=1.0, ratio_high=1.08, jet_low_m_per_s=72.0, jet_high_m_per_s=90.0,
    ),
    FlameTarget(
        id="head", label="A heating head",
        about="Neutral on every bore of a head, none of them starved: a starved head flashes back.",
        ratio_low=1.0, ratio_high=1.08, jet_low_m_per_s=105.0, jet_high_m_per_s=165.0, head=True,
    ),
)  # fmt: skip


def flame_targets() -> dict[str, FlameTarget]:
    """Return every flame to set, by id."""
    return {target.id: target for target in FLAME_TARGETS}


def usual_torch(target: FlameTarget) -> FlameTorch:
    """Return the torch a target is practised with where no tip of the rack is chosen."""
    if target.head:
        return FlameTorch(1.0, jets=12)
    return FlameTorch(0.61) if target.id == "soft-neutral" else FlameTorch(0.89)


class FlameScore(Worth):
    """What a flame set is worth; `set_after_s` null where it never was.

    `ratio` and `jet_m_per_s` are as it stood at the end.
    """

    set_after_s: float | None
    ratio: float | None
    jet_m_per_s: float
    drill: bool = False
    """Whether the flash-back drill follows: it was lit again where it had to be shut down."""


@dataclass(frozen=True)
class Setting:
    """An exercise on its way: since when the flame stands near enough, what went wrong so far."""

    target: FlameTarget
    near_since_s: float | None = None
    set_after_s: float | None = None
    over: bool | None = None
    crossings: int = 0
    pops: int = 0
    lost: int = 0
    begun_s: float | None = None


def off_ratio(target: FlameTarget, ratio: float) -> float:
    """Return how far an oxygen ratio lies outside a target's, 0 inside.

    Args:
        target: what is to be set
        ratio: oxygen over acetylene

    Source: definition

    >>> off_ratio(flame_targets()['neutral'], 1.05)
    0.0
    """
    return max(0.0, target.ratio_low - ratio, ratio - target.ratio_high)


def off_jet(target: FlameTarget, jet_m_per_s: float) -> float:
    """Return by what share a jet speed, m/s, lies outside a target's, 0 inside.

    Args:
        target: what is to be set
        jet_m_per_s: speed, m/s

    Source: definition

    >>> round(off_jet(flame_targets()['neutral'], 1000.0), 1) > 1
    True
    """
    low, high = target.jet_low_m_per_s, target.jet_high_m_per_s
    return max(0.0, 1 - jet_m_per_s / low, jet_m_per_s / high - 1)


def followed(setting: Setting, state: FlameState) -> Setting:
    """Return the exercise after one more step of the flame."""
    pops = setting.pops + sum(one in ("pop", "bang", "flash-back") for one in state.happened)
    lost = setting.lost + sum(one in LOST or one == "flash-back" for one in state.happened)
    setting = replace(setting, pops=pops, lost=lost)
    if not state.lit:
        return replace(setting, near_since_s=None)
    begun = state.t_s if setting.begun_s is None else setting.begun_s
    setting = replace(setting, begun_s=begun)
    setting = _crossed(setting, state)
    jet = state.fuel_m_per_s if setting.target.fuel_only else state.jet_m_per_s
    near = (
        off_ratio(setting.target, state.ratio) <= WITHIN_RATIO
        and off_jet(setting.target, jet) <= WITHIN_SHARE
    )
    if not near:
        return replace(setting, near_since_s=None)
    since = state.t_s if setting.near_since_s is None else setting.near_since_s
    if setting.set_after_s is None and state.t_s - since >= HELD_S:
        return replace(setting, near_since_s=since, set_after_s=state.t_s - begun)
    return replace(setting, near_since_s=since)


def _crossed(setting: Setting, state: FlameState) -> Setting:
    """Count how often the hand went past what it was after; a little either way is no crossing."""
    target = setting.target
    if target.fuel_only:
        middle = (target.jet_low_m_per_s + target.jet_high_m_per_s) / 2
        now, width = state.fuel_m_per_s / middle - 1, 5 * CROSSING_WIDTH
    else:
        now, width = state.ratio - (target.ratio_low + target.ratio_high) / 2, CROSSING_WIDTH
        width += (target.ratio_high - target.ratio_low) / 2
    if abs(now) <= width:
        return setting
    over = now > 0
    more = setting.over is not None and over != setting.over
    return replace(setting, over=over, crossings=setting.crossings + more)


def score(setting: Setting, state: FlameState) -> FlameScore:
    """Return what an exercise is worth as it stands now."""
    target = setting.target
    jet = state.fuel_m_per_s if target.fuel_only else state.jet_m_per_s
    if state.stopped or not state.lit:
        why = "acetylene was set over the limit" if state.stopped else "no flame stood at the end"
        if state.relit:
            why = "a spark after a flash-back or two pops: oxygen, acetylene, cylinders first"
        nothing = ScorePart(label="The flame", points=0.0, most=100.0, why=why)
        return FlameScore(
            points=0.0, parts=[nothing], set_after_s=None, ratio=None, jet_m_per_s=jet,
            drill=state.relit,
        )  # fmt: skip
    off, share = off_ratio(target, state.ratio), off_jet(target, jet)
    took = setting.set_after_s
    parts = [
        ScorePart(
            label="Oxygen to acetylene", most=RATIO_POINTS, why=_ratio_words(target, state.ratio),
            points=RATIO_POINTS * left(off, RATIO_FULL, RATIO_NONE),
        ),
        ScorePart(
            label="How hard it blows", most=JET_POINTS,
            points=JET_POINTS * left(share, 0, JET_NONE_SHARE),
            why=f"{say.m_per_s(jet)}, "
            f"{say.m_per_s(target.jet_low_m_per_s, to=target.jet_high_m_per_s)} wanted",
        ),
        ScorePart(
            label="Time", most=TIME_POINTS,
            points=0.0 if took is None else TIME_POINTS * left(took, PAR_S, LATE_TIMES * PAR_S),
            why="it never stood near enough for two seconds"
            if took is None
            else f"{took:.0f} s from the spark, {PAR_S:.0f} are full marks",
        ),
        ScorePart(
            label="Steady hand", most=STEADY_POINTS,
            points=STEADY_POINTS * left(setting.crossings, 1, MOST_CROSSINGS),
            why=f"went past it {setting.crossings} times; once is free"
            if setting.crossings != 1
            else "went past it once, which is free",
        ),
    ]  # fmt: skip
    costs = POP_COSTS * setting.pops + LOST_COSTS * setting.lost
    if costs:
        words = f"{setting.pops} pops, {setting.lost} times out"
        parts.append(ScorePart(label="Pops and lost flames", points=-costs, most=0.0, why=words))
    points = max(0.0, sum(part.points for part in parts))
    return FlameScore(
        points=points, parts=parts, set_after_s=took, ratio=state.ratio, jet_m_per_s=jet
    )


def _ratio_words(target: FlameTarget, ratio: float) -> str:
    if target.fuel_only:
        return "no oxygen" if ratio < RATIO_FULL else "oxygen is open already"
    low, high = target.ratio_low, target.ratio_high
    wanted = f"{low:g}" if low == high else f"{low:g} to {high:g}"
    way = "" if low <= ratio <= high else ": too little oxygen" if ratio < low else ": too much"
    return f"{ratio:.2f}, {wanted} wanted{way}"
