"""What a flame looks and sounds like for what burns in it, and what it does of itself.

The limits stand in one table of teaching constants: reasoned, held against what welders see."""

import math
from dataclasses import dataclass

import numpy as np

from pellak.core.practice.flame.flows import FlameTorch
from pellak.core.torch.flame import FEATHER_SLOPE, OXIDISING_ABOVE
from pellak.core.torch.jet import BACKFIRE_BELOW_M_PER_S, LIFTS_ABOVE_M_PER_S

SOOT_GONE_M_PER_S, SOOT_SPAN_M_PER_S, SOOT_POWER = 64.0, 38.0, 1.3
"""Acetylene alone burns clean from this jet speed on: that of the rated flow, oxygen to come."""
SOOT_BURNT_AT_RATIO = 0.45
LIFTS_AT = ((0.0, 100.0), (0.5, 134.0), (0.98, LIFTS_ABOVE_M_PER_S))
"""Oxygen ratio, and the jet speed, m/s, at which such a flame leaves its tip."""
OUT_OVER_LIFT = 1.25
POPS_AT_RATIO, SNAPS_OUT_BELOW_M_PER_S = 0.4, 49.0
POPS_PER_S, POPS_SPAN_M_PER_S, POPS_POWER = 0.5, 10.0, 1.5
DIRT_POPS_PER_S = 0.05
CONE_FASTEST_RATIO, CONE_M_PER_S, CONE_RICH_LOSS = 1.05, 10.0, 0.6
INNER_FROM_RATIO, INNER_SPREAD = 0.45, 0.06
SHARP_WITHIN = 0.25
ENVELOPE_DIAMETERS, ENVELOPE_RATIO, ENVELOPE_FULL_M_PER_S = 160.0, 2.5, 60.0
HISS_OXYGEN_DB, USUAL_JET_M_PER_S, USUAL_BORE_MM = 8.0, 130.0, 0.89
QUIETEST_DB = -60.0
Colour = tuple[int, int, int]
SOOTY: Colour = (255, 176, 56)
FEATHER: Colour = (226, 236, 240)
OUTER: Colour = (72, 104, 214)
CONE: Colour = (236, 248, 255)
CONE_OXIDISING: Colour = (176, 150, 250)


@dataclass(frozen=True)
class Look:
    """A flame as it is seen and heard: lengths in mm, shares from 0 to 1, a hiss in dB beside the
    usual flame's, three colours."""

    cone_mm: float
    feather_ratio: float
    inner: float
    sharp: float
    soot: float
    envelope_mm: float
    lift_mm: float
    hiss_db: float
    cone: Colour
    feather: Colour
    envelope: Colour


def cone_burning_m_per_s(ratio: float) -> float:
    """Return the burning speed a cone's length goes by, m/s, for an oxygen ratio from 0.

    Above 1.05 it is not the burning speed itself but what shortens the cone as it is seen: a
    tenth at 1.3, a sixth at 1.5.

    Args:
        ratio: oxygen over acetylene by volume, 0 or more

    Source: for teaching: shaped after what is seen, no measurement

    >>> cone_burning_m_per_s(1.05) > cone_burning_m_per_s(0.8)
    True
    """
    over = ratio - CONE_FASTEST_RATIO
    return CONE_M_PER_S * (1 + over if over > 0 else 1 + CONE_RICH_LOSS * over)


def lifts_at_m_per_s(ratio: float) -> float:
    """Return the jet speed at which a flame leaves its tip, m/s.

    Args:
        ratio: oxygen over acetylene by volume, 0 or more

    Source: for teaching: shaped after what is seen, no measurement

    >>> lifts_at_m_per_s(1.05) > 100
    True
    """
    ratios, speeds = zip(*LIFTS_AT, strict=True)
    return float(np.interp(ratio, ratios, speeds))


def soot(fuel_m_per_s: float, ratio: float) -> float:
    """Return how much a flame smokes, 0 to 1, by its acetylene's own jet speed, m/s.

    Args:
        fuel_m_per_s: acetylene over the bore, m/s
        ratio: oxygen over acetylene by volume, 0 or more

    Source: for teaching: shaped after what is seen, no measurement

    >>> soot(5.0, 0.0) > soot(5.0, 0.5), soot(200.0, 0.0)
    (True, 0.0)
    """
    slow = max(0.0, SOOT_GONE_M_PER_S - fuel_m_per_s) / SOOT_SPAN_M_PER_S
    share = min(1.0, slow**SOOT_POWER) * (1 - ratio / SOOT_BURNT_AT_RATIO)
    return float(min(1.0, max(0.0, share)))


def pops_per_s(jet_m_per_s: float, ratio: float, dirt: float) -> float:
    """Return how often a flame pops, each second.

    `jet_m_per_s` is the mixture's speed, `dirt` how foul the tip is, 0 to 1.

    Args:
        jet_m_per_s: of the mixture, m/s
        ratio: oxygen over acetylene by volume, 0 or more
        dirt: 0 clean to 1 foul

    Source: for teaching: shaped after what is seen, no measurement

    >>> pops_per_s(130.0, 1.05, 0.0), pops_per_s(40.0, 1.05, 0.0) > 0
    (0.0, True)
    """
    slow = max(0.0, BACKFIRE_BELOW_M_PER_S - jet_m_per_s) / POPS_SPAN_M_PER_S
    starved = POPS_PER_S * slow**POPS_POWER if ratio > POPS_AT_RATIO else 0.0
    return float(starved + (DIRT_POPS_PER_S * dirt if ratio > POPS_AT_RATIO else 0.0))


def feather_of(ratio: float) -> float:
    """Return feather over cone; 1 where no feather is left.

    Args:
        ratio: oxygen over acetylene by volume, 0 or more

    Source: feathers of carburising flames

    >>> feather_of(1.05), feather_of(0.8) > 1
    (1.0, True)
    """
    return 1 + max(0.0, 1 - ratio) / FEATHER_SLOPE


def look(
    torch: FlameTorch, fuel_m_per_s: float, jet_m_per_s: float, ratio: float, dirt: float
) -> Look:
    """Return what is seen of a lit flame.

    Args:
        torch: the tip it burns on.
        fuel_m_per_s: acetylene alone over the bores, m/s.
        jet_m_per_s: both gases over the bores, m/s.
        ratio: oxygen over acetylene.
        dirt: how foul the tip is, 0 to 1.

    Source: a premixed cone for the lengths; the rest teaching constants.

    >>> lit = look(FlameTorch(0.9), 60.0, 130.0, 1.05, 0.0)
    >>> round(lit.feather_ratio, 2), 5 < lit.cone_mm < 15
    (1.0, True)
    """
    d = torch.orifice_mm
    burning = cone_burning_m_per_s(ratio)
    cone_mm = d / 2 * math.sqrt(max(0.0, (jet_m_per_s / burning) ** 2 - 1))
    feather = feather_of(ratio)
    inner = 1 / (1 + math.exp((INNER_FROM_RATIO - ratio) / INNER_SPREAD))
    over = max(0.0, ratio - OXIDISING_ABOVE)
    sharp = (1 - 0.5 * dirt) / (1 + ((feather - 1) / SHARP_WITHIN) ** 2) / (1 + 2 * over)
    smoke = soot(fuel_m_per_s, ratio)
    lift = max(0.0, jet_m_per_s / lifts_at_m_per_s(ratio) - 1)
    envelope_mm = (
        ENVELOPE_DIAMETERS * d * max(0.1, 1 - ratio / ENVELOPE_RATIO)
        * math.sqrt(min(1.0, jet_m_per_s / ENVELOPE_FULL_M_PER_S))
    )  # fmt: skip
    return Look(
        cone_mm=cone_mm,
        feather_ratio=feather,
        inner=inner,
        sharp=sharp,
        soot=smoke,
        envelope_mm=envelope_mm,
        lift_mm=30 * d * lift,
        hiss_db=hiss_db(torch, jet_m_per_s, ratio),
        cone=_between(CONE, CONE_OXIDISING, over / 0.3),
        feather=_between(FEATHER, SOOTY, 1 - inner),
        envelope=_between(OUTER, SOOTY, max(smoke, 0.9 * (1 - inner))),
    )


def hiss_db(torch: FlameTorch, jet_m_per_s: float, ratio: float) -> float:
    """Return how loud a flame is beside the usual one, dB; `jet_m_per_s` is the mixture's.

    Args:
        torch: the tip
        jet_m_per_s: of the mixture, m/s
        ratio: oxygen over acetylene by volume, 0 or more

    Source: sound of a jet grows by the sixth power of its speed (Lighthill); the rest is for
    teaching

    >>> tip = FlameTorch(0.9)
    >>> hiss_db(tip, 160.0, 1.05) > hiss_db(tip, 90.0, 1.05) > hiss_db(tip, 0.0, 1.05)
    True
    """
    if jet_m_per_s <= 0:
        return QUIETEST_DB
    level = 60 * math.log10(jet_m_per_s / USUAL_JET_M_PER_S)
    level += 10 * math.log10(torch.jets * (torch.orifice_mm / USUAL_BORE_MM) ** 2)
    level += HISS_OXYGEN_DB * min(1.0, max(0.0, ratio - OXIDISING_ABOVE) / 0.3)
    return max(QUIETEST_DB, level)


def _between(one: Colour, other: Colour, share: float) -> Colour:
    share = min(1.0, max(0.0, share))
    red, green, blue = (round(a + (b - a) * share) for a, b in zip(one, other, strict=True))
    return red, green, blue
