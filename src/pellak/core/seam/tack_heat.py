"""How warm tacks leave the sheet: the wait before the next, and the sheet as the order is played.

Each tack is a flame held still for a few seconds and then gone: what it leaves is the plate model's
integral over those seconds alone. That is tabulated once over distance and time, and tacks are
summed. The sheet's own edges mirror the heat at the ends of a straight seam; a ring is
counted round both ways.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache

import numpy as np

from pellak.core.heat.case import Floats, HeatCase, HeatCases
from pellak.core.heat.plate import NEAR_FACE, USUAL_NODES, HeatingHistory

NEAREST_M, FURTHEST_M = 1e-3, 0.5
SOONEST_S, LATEST_S = 0.5, 7200.0
GRID = 36
FINER = 5
"""Parts each step of the grid is divided into by a cubic spline; between them it is a straight
line, good to a thousandth."""
NODES_OF_A_HOLD = 16
"""Nodes of the time integral over one hold: short against the time since, it needs few."""
FAINT_K = 0.02
"""Added before taking logarithms: heat that never arrived reads as next to nothing."""
REPOSITION_S = 5.0
WAITING_LOSS_W_PER_M2_K = 16.5
"""Loss of a face about 90 °C warm: what lukewarm sheet loses while a tack is waited for."""
LONGEST_WAIT_S = 3600.0
WAIT_STEPS = 60
LOOKED_AHEAD = 24
LOOKED_AT = (1, 12, 28)
"""Steps at which a search that has found nothing yet looks further: most waits are short."""
MOST_WAITS = 120
"""Waits are worked out for so many tacks; a longer seam goes on at the pace it has found."""


@cache
def _subdivided() -> Floats:
    """Return the matrix that takes values on the grid to values on the finer one."""
    # A natural cubic spline of unit steps: its second derivatives from three-term equations.
    inner = np.eye(GRID)
    for i in range(1, GRID - 1):
        inner[i, i - 1 : i + 2] = (1 / 6, 4 / 6, 1 / 6)
    bends = np.zeros((GRID, GRID))
    for i in range(1, GRID - 1):
        bends[i, i - 1 : i + 2] = (1, -2, 1)
    second = np.linalg.solve(inner, bends)
    at = np.linspace(0, GRID - 1, FINER * (GRID - 1) + 1)
    left = np.minimum(at.astype(np.intp), GRID - 2)
    share = (at - left)[:, None]
    values = np.eye(GRID)
    fine: Floats = (
        (1 - share) * values[left]
        + share * values[left + 1]
        + ((1 - share) ** 3 - (1 - share)) / 6 * second[left]
        + (share**3 - share) / 6 * second[left + 1]
    )
    return fine


@dataclass(frozen=True)
class TackHeat:
    """What one tack of a given length leaves behind, tabulated over distance and time.

    `left` holds logarithms of the rise, by time and place, both on logarithmic axes.
    """

    case: HeatCase
    hold_s: float
    left: Floats
    rising: Floats
    rising_s: Floats

    @classmethod
    @lru_cache(maxsize=32)  # a table of some 250 kB
    def of(
        cls, case: HeatCase, hold_s: float, face_loss_w_per_m2_k: float = WAITING_LOSS_W_PER_M2_K
    ) -> "TackHeat":
        """Tabulate a tack of `hold_s` seconds on a sheet that loses so much from each face."""
        places = np.geomspace(NEAREST_M, FURTHEST_M, GRID)
        after = np.geomspace(SOONEST_S, LATEST_S, GRID)
        rising_s = np.linspace(0.05, 1.0, 12) * hold_s
        lossy = replace(HeatCases.of([case]), face_loss_w_per_m2_k=face_loss_w_per_m2_k)

        def rise_k(seconds: Floats, off_since_s: Floats | float, nodes: int) -> Floats:
            many = len(seconds)
            cases = lossy.taken(np.zeros(many, dtype=np.intp))
            face = np.full(many, NEAR_FACE)
            history = HeatingHistory.at(cases, seconds, face, nodes, off_since_s)
            at = np.tile(places, (many, 1))
            rise: Floats = history.rise_k(at, np.zeros(1), np.zeros(many))[:, :, 0]
            return rise

        left = np.log(rise_k(after + hold_s, after, NODES_OF_A_HOLD) + FAINT_K)
        fine = _subdivided()
        rising = rise_k(rising_s, 0.0, USUAL_NODES)
        return cls(case, hold_s, fine @ left @ fine.T, rising, rising_s)

    def after_k(self, distance_m: Floats, seconds: Floats) -> Floats:
        """Return the rise left at a distance so many seconds after the flame has gone, K."""
        last = len(self.left) - 1
        place = np.log(np.clip(distance_m, NEAREST_M, FURTHEST_M) / NEAREST_M)
        time = np.log(np.clip(seconds, SOONEST_S, LATEST_S) / SOONEST_S)
        column = place * (last / np.log(FURTHEST_M / NEAREST_M))
        row = time * (last / np.log(LATEST_S / SOONEST_S))
        left_of = np.minimum(column.astype(np.intp), last - 1)
        above = np.minimum(row.astype(np.intp), last - 1)
        across, down = column - left_of, row - above
        corner = above * (last + 1) + left_of
        table = self.left.ravel()
        upper = table[corner] * (1 - across) + table[corner + 1] * across
        lower = table[corner + last + 1] * (1 - across) + table[corner + last + 2] * across
        rise: Floats = np.maximum(np.exp(upper * (1 - down) + lower * down) - FAINT_K, 0)
        return np.where(distance_m > FURTHEST_M, 0.0, rise)

    def during_k(self, distance_m: Floats, seconds: float) -> Floats:
        """Return the rise at a distance while the flame is held, so many seconds in, K."""
        places = np.geomspace(NEAREST_M, FURTHEST_M, GRID)
        row = np.array([np.interp(seconds, self.rising_s, column) for column in self.rising.T])
        row *= min(1.0, seconds / self.rising_s[0])
        rise: Floats = np.interp(distance_m, places, row)
        return rise


def _images_m(at_mm: Floats, seam_mm: float, *, closed: bool) -> Floats:
    """Return places whose heat is felt along the seam: the tacks, and their mirrors or laps."""
    if closed:
        return np.stack([at_mm, at_mm - seam_mm, at_mm + seam_mm], axis=-1) / 1000
    return np.stack([at_mm, -at_mm, 2 * seam_mm - at_mm], axis=-1) / 1000


def waits_s(
    heat: TackHeat,
    at_mm: Sequence[float],
    seam_mm: float,
    limit_c: float,
    *,
    closed: bool,
    all_cool_before: Sequence[int] = (),
    holds_s: Sequence[float] = (),
) -> list[float]:
    """Return the wait before each tack until its own place is below `limit_c`, s.

    Before the tacks whose index is in `all_cool_before` every tack made so far has to be that cool
    too. The time to move and put the torch down is not part of it. An hour means an hour or more.
    A tack held for less than the others, by `holds_s`, leaves so much less behind.

    Args:
        heat: what one tack leaves
        at_mm: places of the tacks along the seam, in order
        seam_mm: length of the seam
        limit_c: each place is to be below
        closed: whether the seam closes on itself
        all_cool_before: indices of tacks before which all have to be
        holds_s: how long each is held, where they differ

    Source: a point source on a plate, and its mirror images at the ends: superposition

    >>> from pellak.core.heat.solve import HeatGiven
    >>> heat = TackHeat.of(HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case(), hold_s=3.0)
    >>> first, second = waits_s(heat, [0.0, 5.0], 100.0, 60.0, closed=False)
    >>> first == 0 and second > 0
    True
    """
    places = np.array(at_mm[:MOST_WAITS])
    images = _images_m(places, seam_mm, closed=closed)
    allowed_k = limit_c - heat.case.start_c
    steps = np.concatenate([[0.0], np.geomspace(1.0, LONGEST_WAIT_S, WAIT_STEPS)])
    held = np.array(holds_s[:MOST_WAITS]) if holds_s else np.full(len(places), heat.hold_s)
    left = held / heat.hold_s
    ended, found = [float(held[0])], [0.0]

    def warm_k(tacks: slice, watched: Floats, moments_s: Floats) -> Floats:
        """Return the rise at (watched,) places and (..., watched) moments, by tacks made then."""
        distance = np.abs(images[tacks] - watched[:, None, None] / 1000)
        since = moments_s[..., None] - np.array(ended)[tacks]
        rise_k = heat.after_k(distance, np.maximum(since, 0)[..., None]).sum(axis=-1)
        made: Floats = np.where(since > 0, rise_k * left[tacks], 0.0).sum(axis=-1)
        return made

    def wait_for(watched: Floats, arrive_s: float) -> float:
        made = slice(0, len(ended))

        def warmest_k(waited_s: Floats) -> Floats:
            moments = np.repeat(arrive_s + waited_s[:, None], len(watched), axis=1)
            warmest: Floats = warm_k(made, watched, moments).max(axis=1)
            return warmest

        return _first_below(steps, warmest_k, allowed_k)

    while (i := len(found)) < len(places):
        # While nobody has to wait, the moments of the next few tacks are known: one look at all.
        few = slice(i, i + LOOKED_AHEAD)
        began = ended[-1] + np.cumsum(REPOSITION_S + held[few]) - held[few]
        ended += list(began + held[few])
        warm = warm_k(slice(0, len(ended)), places[few], began)
        waits = (warm > allowed_k) | np.isin(np.arange(i, len(ended)), all_cool_before)
        free = int(np.argmax(waits)) if waits.any() else len(waits)
        del ended[i + free :]
        found += [0.0] * free
        if (i := len(found)) == len(places) or free == LOOKED_AHEAD:
            continue
        arrive = ended[-1] + REPOSITION_S
        found.append(
            wait_for(places[: i + 1] if i in all_cool_before else places[i : i + 1], arrive)
        )
        ended.append(arrive + found[-1] + float(held[i]))
    return found


def _first_below(steps: Floats, warm_k: Callable[[Floats], Floats], allowed_k: float) -> float:
    """Return the first wait at which it is cool, looking a few steps at a time: most are short."""
    known = np.empty(0)
    for few in np.split(steps, LOOKED_AT):
        known = np.concatenate([known, warm_k(few)])
        below = np.nonzero(known <= allowed_k)[0]
        if len(below) == 0:
            continue
        k = int(below[0])
        if k == 0:
            return 0.0
        share = (known[k - 1] - allowed_k) / (known[k - 1] - known[k])
        return float(steps[k - 1] + share * (steps[k] - steps[k - 1]))
    return float(steps[-1])


def field_c(
    heat: TackHeat,
    at_mm: Floats,
    starts_s: Floats,
    seam_mm: float,
    frames_s: Floats,
    x_mm: Floats,
    y_mm: Floats,
    *,
    closed: bool,
) -> Floats:
    """Return the sheet's temperature as the order is played, °C, (frames, y, x).

    Args:
        heat: what one tack leaves.
        at_mm: places of the tacks along the seam, in order.
        starts_s: when each is begun.
        seam_mm: length of the seam.
        frames_s: moments to show.
        x_mm: places along the seam.
        y_mm: distances beside it.
        closed: whether the seam closes on itself.

    Source: a point source on a plate, and its mirror images at the ends: superposition

    >>> from pellak.core.heat.solve import HeatGiven
    >>> heat = TackHeat.of(HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case(), hold_s=3.0)
    >>> shown = field_c(heat, np.array([50.0]), np.array([0.0]), 100.0, np.array([10.0]),
    ...     np.array([0.0, 50.0]), np.array([0.0]), closed=False)
    >>> shown.shape, bool(shown[0, 0, 1] > shown[0, 0, 0])
    ((1, 1, 2), True)
    """
    images = _images_m(at_mm, seam_mm, closed=closed)
    along = x_mm[None, None, :, None] / 1000 - images[:, None, None, :]
    distance = np.sqrt(along**2 + (y_mm[None, :, None, None] / 1000) ** 2)
    melting_k = heat.case.family.melting_c - heat.case.start_c
    frames = []
    for moment in frames_s:
        since = moment - starts_s - heat.hold_s
        done = since > 0
        rise = np.zeros((len(y_mm), len(x_mm)))
        if done.any():
            gone = np.broadcast_to(since[done][:, None, None, None], distance[done].shape)
            rise = heat.after_k(distance[done], gone).sum(axis=(0, 3))
        on = np.nonzero((since <= 0) & (moment > starts_s))[0]
        for tack in on:
            rise += heat.during_k(distance[tack], float(moment - starts_s[tack])).sum(axis=2)
        frames.append(heat.case.start_c + np.minimum(rise, melting_k))
    return np.array(frames)
