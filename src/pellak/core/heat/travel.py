"""A travelling torch: the speed that wets the back, the widths it leaves, the cooling time."""

from dataclasses import dataclass

import numpy as np

from pellak.core.heat.bracket import find_crossings
from pellak.core.heat.case import Floats, HeatCases
from pellak.core.heat.plate import FAR_FACE, FINE_NODES, NEAR_FACE, USUAL_NODES, HeatingHistory

SETTLED_S = 60.0
"""Travel is judged after a minute, when the heat about the torch has settled."""
COOLED_S = 600.0
TRAVEL_SHARE = 0.85
"""Travel is planned at 0.85 of the speed that just wets the back."""
SLOWEST_M_PER_S = 1e-4
FASTEST_M_PER_S = 0.5
BEYOND_ANY_HAND_M_PER_S = 0.012
"""Some 700 mm/min: above it the time integral is taken finer."""
PEAK_POINTS = 64
HALF_WAY = 0.5
COOLING_POINTS = 200
PROFILE_Y_M = np.concatenate([[0.0], np.geomspace(2e-4, 0.2, 96)])
COOLING_FROM_C = 800.0
COOLING_TO_C = 500.0


def points_behind_m(cases: HeatCases, speed: Floats, seconds: float, count: int) -> Floats:
    """Return log-spaced places behind a torch at a `speed`, m/s, (cases, `count`), nearest first.

    They reach past the point where the torch set off, so the hottest place is always inside: on a
    preheated body it lies well over 50 mm back.

    Args:
        cases: plates, any count
        speed: (cases,) m/s, above 0
        seconds: how far back, s
        count: of places

    Source: places of a numerical sum

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> points_behind_m(HeatCases.of([case]), np.array([0.002]), 60.0, 8).shape
    (1, 8)
    """
    nearest = cases.radius_m[:, 0] / 20
    farthest = speed * seconds + 2 * cases.radius_m[:, 1]
    shares = np.linspace(0, 1, count)
    return -nearest[:, None] * (farthest / nearest)[:, None] ** shares


def _peak(x_m: Floats, rise_k: Floats) -> Floats:
    """Return the greatest rise along axis 1, sharpened by a parabola in ln x."""
    last = rise_k.shape[1] - 1
    top = np.clip(np.argmax(rise_k, axis=1), 1, last - 1)[:, None, :]
    before, at, after = (np.take_along_axis(rise_k, top + k, axis=1)[:, 0, :] for k in (-1, 0, 1))
    bend = before - 2 * at + after
    sharpened = at - np.divide(
        (after - before) ** 2, 8 * bend, out=np.zeros_like(at), where=bend < 0
    )
    peak: Floats = np.maximum(sharpened, rise_k.max(axis=1))
    return peak


def half_way_travel_m_per_s(cases: HeatCases) -> Floats:
    """Return the planned speed at which half the wall is wet, 0 where it never is.

    What a fillet needs: its corner melted, the back of the plate left alone.

    Args:
        cases: plates, any count

    Source: Carslaw and Jaeger, 10.7: moving sources on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> float(half_way_travel_m_per_s(HeatCases.of([case]))[0]) > 0
    True
    """
    full = full_travel_m_per_s(cases, depth=HALF_WAY)
    if full.max(initial=0.0) > BEYOND_ANY_HAND_M_PER_S:
        full = full_travel_m_per_s(cases, FINE_NODES, depth=HALF_WAY)
    return TRAVEL_SHARE * full


def full_travel_m_per_s(
    cases: HeatCases, nodes: int = USUAL_NODES, depth: float = FAR_FACE
) -> Floats:
    """Return the greatest speed, over `nodes` of the pool, that wets the back; 0 where none does.

    A sheet that would be wetted at any speed looked at gives the fastest of them. `depth` (z/h)
    looks at another level than the back.

    Args:
        cases: plates, any count
        nodes: of the pool looked at
        depth: share of the wall, 0 near to 1 back

    Source: Carslaw and Jaeger, 10.7: moving sources on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> 0.0005 < float(full_travel_m_per_s(HeatCases.of([case]))[0]) < 0.01
    True
    """
    history = HeatingHistory.at(
        cases, np.full(len(cases), SETTLED_S), np.full(len(cases), depth), nodes
    )

    def share(ln_speed: Floats) -> Floats:
        speed = np.exp(ln_speed)
        x = points_behind_m(cases, speed, SETTLED_S, PEAK_POINTS)
        peak = _peak(x, history.rise_k(x, np.zeros(1), speed))[:, 0]
        return np.asarray(peak / cases.molten_rise_k)

    ln_speed = find_crossings(
        share, np.log(SLOWEST_M_PER_S), np.log(FASTEST_M_PER_S), len(cases), rising=False
    )
    lost = np.isnan(ln_speed)
    if lost.any():
        # Wet at a crawl and no crossing found: faster than is looked at, not never.
        crawls = share(np.full(len(cases), np.log(SLOWEST_M_PER_S))) >= 1
        ln_speed = np.where(lost & crawls, np.log(FASTEST_M_PER_S), ln_speed)
    return np.nan_to_num(np.exp(ln_speed), nan=0.0)


def peak_profile_k(
    cases: HeatCases, speed_m_per_s: Floats, depth: float, nodes: int = USUAL_NODES
) -> Floats:
    """Return the greatest rise, K, a share `depth` into the wall, summed over so many `nodes`.

    Along each line beside the seam: (cases, len(PROFILE_Y_M)).

    Args:
        cases: plates, any count
        speed_m_per_s: (cases,) above 0
        depth: share of the wall, 0 near to 1 back
        nodes: of the sum

    Source: Carslaw and Jaeger, 10.7: moving sources on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> profile = peak_profile_k(HeatCases.of([case]), np.array([0.002]), 1.0)
    >>> bool(profile[0, 0] > profile[0, -1] >= 0)
    True
    """
    history = HeatingHistory.at(
        cases, np.full(len(cases), SETTLED_S), np.full(len(cases), depth), nodes
    )
    x = points_behind_m(cases, speed_m_per_s, SETTLED_S, PEAK_POINTS)
    return _peak(x, history.rise_k(x, PROFILE_Y_M, speed_m_per_s))


def reach_m(profile_k: Floats, rise_k: float) -> float | None:
    """Return how far from the seam a profile (one case) stays above a rise, m; None if nowhere.

    None too when the profile never falls to it within the 200 mm that are looked at.

    Args:
        profile_k: (places) rise along PROFILE_Y_M, K
        rise_k: K, above 0

    Source: straight between places

    >>> reach_m(np.zeros(len(PROFILE_Y_M)), 100.0) is None
    True
    """
    if profile_k[0] < rise_k or profile_k[-1] > rise_k:
        return None
    return float(np.interp(-rise_k, -profile_k, PROFILE_Y_M))


def cooling_time_s(
    cases: HeatCases, speed_m_per_s: Floats, beside_m: Floats, nodes: int = USUAL_NODES
) -> list[float | None]:
    """Return seconds from 800 to 500 °C on the near face beside the pool, over `nodes` of it.

    Args:
        cases: the plates.
        speed_m_per_s: (cases,) travel speed, all above 0.
        beside_m: (cases,) distance of the place from the seam.

    Returns:
        None where 800 °C is not reached there, or 500 °C is not passed within ten minutes.

    Source: Carslaw and Jaeger, 10.7: moving sources on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> t85 = cooling_time_s(HeatCases.of([case]), np.array([0.002]), np.array([0.001]))[0]
    >>> 10 < t85 < 300
    True
    """
    history = HeatingHistory.at(
        cases, np.full(len(cases), COOLED_S), np.full(len(cases), NEAR_FACE), nodes
    )
    x = points_behind_m(cases, speed_m_per_s, COOLED_S, COOLING_POINTS)
    rise = history.rise_k(x, beside_m[:, None], speed_m_per_s)[:, :, 0]
    seconds: list[float | None] = []
    for row in range(len(cases)):
        top = int(np.argmax(rise[row]))
        falling_c = rise[row, top:] + cases.start_c[row]
        ages_s = -x[row, top:] / speed_m_per_s[row]
        # Beyond the place where the torch set off the model falls away: not a cooling curve.
        within = ages_s < COOLED_S - cases.radius_m[row, 1] / speed_m_per_s[row]
        falling_c, ages_s = falling_c[within], ages_s[within]
        if len(falling_c) < 2 or falling_c[0] < COOLING_FROM_C or falling_c[-1] > COOLING_TO_C:
            seconds.append(None)
            continue
        passed = np.interp([-COOLING_FROM_C, -COOLING_TO_C], -falling_c, np.log(ages_s))
        seconds.append(float(np.exp(passed[1]) - np.exp(passed[0])))
    return seconds


@dataclass(frozen=True)
class TravelResult:
    """What one case leaves behind it. None where the back never wets or a mark is not reached."""

    full_m_per_s: float
    travel_m_per_s: float
    pool_half_width_m: float | None
    root_half_width_m: float | None
    grain_change_reach_m: float | None
    cooling_s: float | None
    near_profile_c: Floats
    far_profile_c: Floats


def travel_results(cases: HeatCases, grain_change_c: float | None) -> list[TravelResult | None]:
    """Solve speed, widths and cooling for every case; None where the back never wets.

    Args:
        cases: plates, any count
        grain_change_c: °C over which the grain grows, or None

    Source: Carslaw and Jaeger, 10.7: moving sources on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> 0.0005 < travel_results(HeatCases.of([case]), None)[0].travel_m_per_s < 0.01
    True
    """
    nodes = USUAL_NODES
    full = full_travel_m_per_s(cases)
    if full.max(initial=0.0) > BEYOND_ANY_HAND_M_PER_S:
        nodes = FINE_NODES
        full = full_travel_m_per_s(cases, nodes)
    moving = np.flatnonzero(full > 0)
    results: list[TravelResult | None] = [None] * len(cases)
    if len(moving) == 0:
        return results
    some = cases.taken(moving)
    speed = TRAVEL_SHARE * full[moving]
    near = peak_profile_k(some, speed, NEAR_FACE, nodes)
    far = peak_profile_k(some, speed, FAR_FACE, nodes)
    pools = [reach_m(near[row], some.melting_rise_k[row]) for row in range(len(moving))]
    cooling = cooling_time_s(some, speed, np.array([pool or 0.0 for pool in pools]), nodes)
    for row, place in enumerate(moving):
        start_c = some.start_c[row]
        results[place] = TravelResult(
            full_m_per_s=float(full[place]),
            travel_m_per_s=float(speed[row]),
            pool_half_width_m=pools[row],
            root_half_width_m=reach_m(far[row], some.melting_rise_k[row]),
            grain_change_reach_m=(
                None if grain_change_c is None else reach_m(near[row], grain_change_c - start_c)
            ),
            cooling_s=cooling[row],
            near_profile_c=near[row] + start_c,
            far_profile_c=far[row] + start_c,
        )
    return results
