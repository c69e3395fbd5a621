"""How likely each bore is, by the puddles, cones and pins seen of it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from scipy.special import log_ndtr

from pellak.core.answer.errors import Refused
from pellak.core.heat.case import Floats, HeatCase, HeatCases
from pellak.core.heat.solve import PieceGiven
from pellak.core.heat.standing import puddle_times_s
from pellak.core.supply.mixing import MixingLine, trimmed_flow_l_per_h
from pellak.core.supply.tip_number_given import ConeSeen, PinTried, PuddleSeen, TipNumberGiven
from pellak.core.torch import jet
from pellak.core.torch.flame import burning_speed_m_per_s, cone_length_mm

LEAST_BORE_MM, MOST_BORE_MM = 0.35, 2.5
SOLVED_BORES = 97
"""Where the heat is solved; between, the logarithm of a puddle's time runs smoothly."""
BORES = 4001
"""Bores told apart, 0.05 % from one to the next: far finer than a pin."""
WATCH_LN_SD = 0.15
"""The hand on the watch, each puddle: judgement."""
TORCH_LN_SD = 0.10
"""The torch's own losses, on the flow: the same in everything seen of one torch."""
CONE_LN_SD = 0.08
"""A cone read by eye, each."""
FLAME_SPEED_LN_SD = 0.20
"""The speed of burning that a cone's length goes by, the same in all cones."""
PIN_SD_MM = 0.01
STEP = 0.05


def bores_mm() -> Floats:
    """Return the bores that are told apart, mm, even by their logarithm.

    Source: 0.35 to 2.5 mm holds the welding tips of one jet: judgement

    >>> float(bores_mm()[0]), round(float(bores_mm()[-1]), 6)
    (0.35, 2.5)
    """
    return np.geomspace(LEAST_BORE_MM, MOST_BORE_MM, BORES)


@dataclass(frozen=True)
class Seen:
    """One thing seen, at every solved bore: how far it is off, and what may have moved it.

    `off` is the logarithm of what was read over what the model says there, NaN where it says
    never. The other three are how far one standard deviation of the hand, of the torch's losses
    and of the speed of burning move that logarithm; `own` is the reading's own spread.
    """

    off: Floats
    by_hand: Floats
    by_torch: Floats
    by_speed: Floats
    own: float


def _flow_l_per_h(
    given: TipNumberGiven, bore_mm: float, acetylene_bar: float, oxygen_bar: float
) -> float:
    line = MixingLine.behind(bore_mm, given.jets, given)
    ratio = given.oxygen_ratio
    return min(
        trimmed_flow_l_per_h(line, "acetylene", acetylene_bar, ratio),
        trimmed_flow_l_per_h(line, "oxygen", oxygen_bar, ratio),
    )


def _solved_bores() -> list[float]:
    return [float(one) for one in np.geomspace(LEAST_BORE_MM, MOST_BORE_MM, SOLVED_BORES)]


def _slope(at: Floats, up: Floats, down: Floats) -> Floats:
    """Return the slope over a logarithm; one-sided where one of its ends never puddles."""
    both = (up - down) / (math.log(1 + STEP) - math.log(1 - STEP))
    upward = (up - at) / math.log(1 + STEP)
    return np.where(np.isnan(down), upward, both)


def _puddle(given: TipNumberGiven, seen: PuddleSeen, known: bool) -> Seen:
    piece = PieceGiven(
        family=seen.family, thickness_mm=seen.thickness_mm, joint=seen.joint,
        start_c=seen.start_c, hand_factor=seen.factor, hand_sigma=seen.factor_sd,
    ).matched_case()  # fmt: skip
    bores = [seen.known_orifice_mm or 0.0] if known else _solved_bores()

    def flow(bore: float) -> float:
        if seen.acetylene_l_per_h is not None:
            return seen.acetylene_l_per_h
        return _flow_l_per_h(given, bore, seen.acetylene_bar or 0.0, seen.oxygen_bar or 0.0)

    at = [
        replace(piece, acetylene_l_per_h=flow(bore), orifice_mm=bore * math.sqrt(given.jets))
        for bore in bores
    ]
    changed = [
        *at,
        *(_by_hand(case, 1 + STEP) for case in at),
        *(_by_hand(case, 1 - STEP) for case in at),
        *(_by_flow(case, 1 + STEP) for case in at),
        *(_by_flow(case, 1 - STEP) for case in at),
    ]
    ln_s, hand_up, hand_down, flow_up, flow_down = np.split(
        np.log(puddle_times_s(HeatCases.of(changed))), 5
    )
    torch = 0.0 if seen.acetylene_l_per_h is not None else TORCH_LN_SD
    return Seen(
        off=math.log(seen.puddle_s) - ln_s,
        by_hand=piece.sigma_ln_hand * _slope(ln_s, hand_up, hand_down),
        by_torch=torch * _slope(ln_s, flow_up, flow_down),
        by_speed=np.zeros(len(bores)),
        own=WATCH_LN_SD,
    )


def _by_hand(case: HeatCase, share: float) -> HeatCase:
    return replace(case, hand_factor=case.hand_factor * share)


def _by_flow(case: HeatCase, share: float) -> HeatCase:
    return replace(case, acetylene_l_per_h=case.acetylene_l_per_h * share)


def _cone(given: TipNumberGiven, seen: ConeSeen, known: bool) -> Seen:
    burning = burning_speed_m_per_s(given.oxygen_ratio)
    bores = [seen.known_orifice_mm or 0.0] if known else _solved_bores()

    def ln_cone(bore: float, share: float) -> float:
        flow = share * _flow_l_per_h(given, bore, seen.acetylene_bar, seen.oxygen_bar)
        speed = jet.jet_for_flow_m_per_s(flow, bore, given.oxygen_ratio, given.jets)
        return math.log(cone_length_mm(bore, speed, burning)) if speed > burning else math.nan

    at, up, down = (
        np.array([ln_cone(bore, share) for bore in bores]) for share in (1.0, 1 + STEP, 1 - STEP)
    )
    return Seen(
        off=math.log(seen.cone_mm) - at,
        by_hand=np.zeros(len(bores)),
        by_torch=TORCH_LN_SD * _slope(at, up, down),
        by_speed=np.full(len(bores), FLAME_SPEED_LN_SD),
        own=CONE_LN_SD,
    )


def _told_by_pressures(given: TipNumberGiven, field: str) -> None:
    if given.mixer == "injector":
        raise Refused(
            field, None, "acetylene_l_per_h: an injector's pressures do not tell what it burns"
        )


def everything_seen(given: TipNumberGiven) -> list[Seen]:
    """Return each puddle and each cone against the model, at every solved bore.

    Args:
        given: what was seen

    Source: pressures and heat, as those reckoners tell them. Raises Refused where an injector is
    told by its pressures, or where a tip of known bore would never have melted that sheet.

    >>> everything_seen(TipNumberGiven(label='3'))
    []
    """
    seen = []
    for n, puddle in enumerate(given.puddles):
        if puddle.acetylene_l_per_h is None:
            _told_by_pressures(given, f"puddles.{n}.acetylene_l_per_h")
        known = puddle.known_orifice_mm is not None
        one = _puddle(given, puddle, known)
        if known and np.isnan(one.off).any():
            raise Refused(
                f"puddles.{n}.known_orifice_mm", puddle.known_orifice_mm,
                "a bore that melts that sheet at those pressures",
            )  # fmt: skip
        seen.append(one)
    for n, cone in enumerate(given.cones):
        _told_by_pressures(given, f"cones.{n}.acetylene_bar")
        seen.append(_cone(given, cone, cone.known_orifice_mm is not None))
    return seen


def ln_likelihood(seen: Sequence[Seen]) -> Floats:
    """Return the logarithm of how likely each of `bores_mm` makes what was seen.

    The hand, the torch's losses and the speed of burning are the same in all of it: two puddles
    do not halve what one of them leaves open, and beside a tip of known bore they cancel.

    Args:
        seen: puddles and cones

    Source: a normal likelihood of logarithms with shared errors

    >>> float(ln_likelihood([]).max())
    0.0
    """
    if not seen:
        return np.zeros(BORES)
    solved, fine = np.log(_solved_bores()), np.log(bores_mm())

    def spread(column: Floats) -> Floats:
        return np.full(BORES, column[0]) if len(column) == 1 else np.interp(fine, solved, column)

    off = np.stack([spread(one.off) for one in seen], axis=1)
    shared = np.stack(
        [
            np.stack([spread(column) for column in (one.by_hand, one.by_torch, one.by_speed)], 1)
            for one in seen
        ],
        axis=1,
    )
    possible = np.logical_not(np.any(np.isnan(off), axis=1))
    own = np.diag([one.own**2 for one in seen])
    covariance = own + shared @ np.swapaxes(shared, 1, 2)
    covariance[~possible] = own
    off = np.where(np.expand_dims(possible, 1), off, 0.0)
    fit = np.linalg.solve(covariance, off[..., None])[..., 0]
    likely = -0.5 * np.sum(off * fit, axis=1) - 0.5 * np.linalg.slogdet(covariance)[1]
    return np.where(possible, likely, -np.inf)


def ln_pins(pins: Sequence[PinTried]) -> Floats:
    """Return the logarithm of how likely each of `bores_mm` lets in the pins that went in.

    Args:
        pins: each with whether it went in

    Source: a pin and a bore agree to 0.01 mm: judgement

    >>> tried = [PinTried(orifice_mm=0.889, goes_in=True), PinTried(orifice_mm=0.94, goes_in=False)]
    >>> round(float(bores_mm()[ln_pins(tried).argmax()]), 2)
    0.91
    """
    bores = bores_mm()
    likely = np.zeros(BORES)
    for pin in pins:
        sign = 1 if pin.goes_in else -1
        likely += log_ndtr(sign * (bores - pin.orifice_mm) / PIN_SD_MM)
    return likely
