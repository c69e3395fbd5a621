"""Whether a head gets a body to its heat at all, what holds it back, and what would."""

import math
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.body.media import Insulation, insulations
from pellak.core.body.metals import HOTTEST_C
from pellak.core.body.soak_given import InsulationGiven, SoakGiven, soaking_of
from pellak.core.body.soaking import Soaking

HeldBack = Literal["flame", "spread", "time"]
WORKED_SHARE, HEAD_STEP_L_PER_H = 0.85, 50.0
"""A head is chosen so that holding takes no more than this share of it."""
WIDEST_SWEEP = 0.98


class Remedy(Record):
    """Insulation that would help: how far the same head gets then, and what head is enough."""

    insulation: Insulation
    ceiling_c: float
    needed_l_per_h: float
    spread_hold_c: float | None
    reaches: bool


def ceiling_c(of: Soaking) -> float:
    """Return the temperature at which all the flame is lost again, °C.

    Args:
        of: the run: body, flame and losses

    Source: balance of what the flame gives and what the skin loses

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> 600 < ceiling_c(of) < 1200
    True
    """

    def over_w(at_c: float) -> float:
        full = of.taken_w(at_c)
        spread = of.evening(at_c)[1] * full
        spread = spread if of.limit_c is None else min(spread, of.limit_c)
        return of.taken_w(at_c, spread) - of.steady_loss_w(at_c, spread)

    low, high = of.room_c + 1, float(HOTTEST_C)
    if over_w(high) > 0:
        return high
    over_low, over_high = over_w(low), over_w(high)
    # Illinois: false position that halves the end which stays; the loss grows smoothly.
    for _ in range(60):
        at = high - over_high * (high - low) / (over_high - over_low)
        over = over_w(at)
        if abs(over) < 1e-4 * of.taken_w(at) or high - low < 0.01:
            return at
        if over > 0:
            low, over_low, over_high = at, over, over_high / 2
        else:
            high, over_high, over_low = at, over, over_low / 2
    return at


def hold_spread_c(of: Soaking, target_c: float) -> float:
    """Return the spread, °C, kept up by just holding a temperature.

    Args:
        of: the run: body, flame and losses
        target_c: °C

    Source: balance at rest: what a swept part takes up, the rest loses

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> 10 < hold_spread_c(of, 600.0) < 400
    True
    """
    return of.evening(target_c)[1] * of.steady_loss_w(target_c)


def needed_l_per_h(of: Soaking, target_c: float) -> float:
    """Return the head, L/h, that holds a temperature with some to spare, up to a whole fifty.

    Args:
        of: the run: body, flame and losses
        target_c: °C

    Source: balance at rest; what is to spare is judgement

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> needed_l_per_h(of, 600.0) % 50
    0.0
    """
    share = of.steady_loss_w(target_c) / (WORKED_SHARE * of.taken_w(target_c))
    return HEAD_STEP_L_PER_H * math.ceil(of.acetylene_l_per_h * share / HEAD_STEP_L_PER_H)


def needed_sweep(of: Soaking, target_c: float, limit_c: float) -> float | None:
    """Return the share to sweep so that holding keeps within a spread; None where none is.

    Args:
        of: the run: body, flame and losses
        target_c: °C
        limit_c: spread borne, °C

    Source: balance at rest

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> needed_sweep(of, 600.0, 500.0) is not None
    True
    """
    hold = hold_spread_c(of, target_c)
    wanted = 1 - 0.8 * (1 - of.swept) * limit_c / hold if hold > 0 else of.swept
    return wanted if wanted <= WIDEST_SWEEP else None


def remedies_of(given: SoakGiven) -> list[Remedy]:
    """Return what insulation would do for a body that does not get there."""
    found: list[Remedy] = []
    kinds: tuple[Insulation, ...] = ("blanket", "brick-box")
    for kind in kinds:
        if kind not in insulations() or given.shape == "cluster":
            continue
        if given.insulation is not None and given.insulation.kind == kind:
            continue
        of = soaking_of(given, insulation=InsulationGiven(kind=kind))
        top, hold = ceiling_c(of), hold_spread_c(of, given.target_c)
        bears = of.limit_c is None or hold <= of.limit_c
        found.append(
            Remedy(
                insulation=kind, ceiling_c=top, needed_l_per_h=needed_l_per_h(of, given.target_c),
                spread_hold_c=hold if of.body.far_m else None,
                reaches=top > given.target_c and bears,
            )
        )  # fmt: skip
    return found


def held_back_by(of: Soaking, target_c: float, top_c: float) -> HeldBack:
    """Return what keeps a run from its target: too little flame, its spread, or twelve hours.

    Args:
        of: the run: body, flame and losses
        target_c: °C
        top_c: the hottest it came, °C

    Source: balance at rest; twelve hours is judgement

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> held_back_by(of, 1100.0, 900.0)
    'flame'
    """
    if top_c <= target_c:
        return "flame"
    hold = hold_spread_c(of, target_c)
    return "spread" if of.limit_c is not None and hold > of.limit_c else "time"
