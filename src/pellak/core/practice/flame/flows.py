"""What two regulators and two valves let through one tip.

Each gas loses pressure on its way by the square of its flow; both meet in front of the tip, which
asks for a pressure by the square of both together. So acetylene falls when oxygen is opened, and
one goes back to the red valve, as at a torch."""

import math
from dataclasses import dataclass

from scipy.optimize import brentq

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.torch.jet import (
    ACETYLENE_KG_PER_M3,
    NORMAL_JET_M_PER_S,
    OXYGEN_KG_PER_M3,
    flow_for_jet_l_per_h,
)
from pellak.core.torch.jet import DISCHARGE_COEFFICIENT as DISCHARGE
from pellak.core.torch.mixer import Mixer

BAR = 1e5
ATMOSPHERE_BAR = 1.013
NEUTRAL_RATIO = 1.05
LEAST_BORE_MM, MOST_BORE_MM = 0.3, 4.0
LOSS_SHARE = 1.5
"""Torch pressure over tip pressure, as where pressures are reckoned for a plan."""
# What follows is for teaching: reasoned, never measured on a torch.
NEEDLE_TURNS_UP = 22.0
NEEDLE_SEAT = 0.03
VALVE_BORES, WAY_BORES = 1.5, 2.0
"""The valve wide open, and the ways of the handle, in areas of the tip's bores."""
HOSE_FRICTION = 0.03
CHOKED_SHARE = 0.47
SUCTION = 4.5
INJECTOR_BAR, INJECTOR_FLOWS = 2.0, 1.5
CLOSE_BAR = 1e-12


@dataclass(frozen=True)
class FlameTorch:
    """The torch practised with: a tip of so many bores, mm, how it mixes, hoses in m and mm."""

    orifice_mm: float
    jets: int = 1
    mixer: Mixer = "equal-pressure"
    hose_m: float = 5.0
    hose_bore_mm: float = 6.3

    def __post_init__(self) -> None:
        """Refuse what no tip is."""
        if not LEAST_BORE_MM <= self.orifice_mm <= MOST_BORE_MM:
            wanted = f"a bore of {say.wall(LEAST_BORE_MM, 6, to=MOST_BORE_MM)}"
            raise Refused("orifice_mm", self.orifice_mm, wanted)
        if not 1 <= self.jets <= 60:
            raise Refused("jets", self.jets, "1 to 60 bores")

    @property
    def area_m2(self) -> float:
        """All bores together."""
        return self.jets * math.pi / 4 * (self.orifice_mm / 1000) ** 2

    @property
    def rated_m3_per_s(self) -> float:
        """Acetylene of the neutral flame at the usual jet speed."""
        litres = flow_for_jet_l_per_h(self.orifice_mm, NORMAL_JET_M_PER_S, NEUTRAL_RATIO, self.jets)
        return litres / 3.6e6

    @property
    def oxygen_ways(self) -> float:
        """How much wider the oxygen's ways are: equal pressures and openings burn neutral."""
        return NEUTRAL_RATIO * math.sqrt(OXYGEN_KG_PER_M3 / ACETYLENE_KG_PER_M3)


@dataclass(frozen=True)
class Set:
    """Where a hand has the valves, 0 shut to 1 wide open, and what the regulators give, bar."""

    acetylene_open: float = 0.0
    oxygen_open: float = 0.0
    acetylene_bar: float = 0.0
    oxygen_bar: float = 0.0


@dataclass(frozen=True)
class Flows:
    """Flows through the tip, m3/s, and the pressure in front of it, bar."""

    acetylene_m3_per_s: float
    oxygen_m3_per_s: float
    mixer_bar: float


def needle(opening: float) -> float:
    """Return how much of its full area a needle valve gives, 0 to 1, by its `opening`, 0 to 1.

    It seats over the first 3 % and opens by equal shares of itself after: a fine hand at first.

    Args:
        opening: of the valve, 0 shut to 1 open

    Source: for teaching: shaped after what is seen, no measurement

    >>> needle(0.0), needle(1.0), needle(0.5) < 0.5
    (0.0, 1.0, True)
    """
    turned = (min(1.0, max(0.0, opening)) - NEEDLE_SEAT) / (1 - NEEDLE_SEAT)
    if turned <= 0:
        return 0.0
    return float((NEEDLE_TURNS_UP**turned - 1) / (NEEDLE_TURNS_UP - 1))


def _orifice(density: float, area_m2: float) -> float:
    """Return the pressure, Pa, lost for each squared m3/s through an area."""
    return float(density / 2 / area_m2**2)


def _branch(torch: FlameTorch, density: float, opening: float, wider: float) -> float | None:
    """Return what a gas loses from regulator to mixer, Pa per squared m3/s; None where shut."""
    share = needle(opening)
    if share <= 0:
        return None
    bores = torch.area_m2 * wider
    hose_area = math.pi / 4 * (torch.hose_bore_mm / 1000) ** 2
    hose = HOSE_FRICTION * torch.hose_m / (torch.hose_bore_mm / 1000)
    return (
        _orifice(density, VALVE_BORES * bores * share)
        + _orifice(density, WAY_BORES * bores)
        + hose * _orifice(density, hose_area)
    )


def tip_bar(torch: FlameTorch, acetylene: float, oxygen: float, free_share: float = 1.0) -> float:
    """Return what the tip asks for in front of it, bar.

    Args:
        torch: the tip.
        acetylene: m3/s.
        oxygen: m3/s.
        free_share: how much of its bore is free, 0 to 1.

    Source: orifice equation

    >>> tip = FlameTorch(0.9)
    >>> tip_bar(tip, 0.0, 0.0), tip_bar(tip, 4e-5, 4e-5) > 0
    (0.0, True)
    """
    both = acetylene + oxygen
    if both <= 0:
        return 0.0
    density = (acetylene * ACETYLENE_KG_PER_M3 + oxygen * OXYGEN_KG_PER_M3) / both
    speed = both / (torch.area_m2 * free_share)
    return float(LOSS_SHARE * density * speed**2 / (2 * DISCHARGE**2) / BAR)


def _through(loss: float | None, drop_pa: float) -> float:
    """Return a flow, m3/s; nothing runs backwards, a check valve stands before each hose."""
    if loss is None or drop_pa <= 0:
        return 0.0
    return math.sqrt(drop_pa / loss)


def flows(torch: FlameTorch, hand: Set, free_share: float = 1.0) -> Flows:
    """Return what runs through the tip once it has settled.

    Valid for 0 to 2.5 bar. Source: pressure lost by the square of the flow in valve, ways, hose
    and tip; oxygen no faster than sound where it is choked. The sizes of valve and ways are for
    teaching; an injector's claim no pressure of any real torch.

    Args:
        torch: the tip
        hand: valves, 0 shut to 1 open, and screws, bar
        free_share: how much of the bore is free, 0 to 1

    >>> even = flows(FlameTorch(0.9), Set(0.5, 0.5, 0.3, 0.3))
    >>> round(even.oxygen_m3_per_s / even.acetylene_m3_per_s, 2)
    1.05
    """
    fuel = _branch(torch, ACETYLENE_KG_PER_M3, hand.acetylene_open, 1.0)
    oxygen = _branch(torch, OXYGEN_KG_PER_M3, hand.oxygen_open, torch.oxygen_ways)
    suction = 0.0
    if torch.mixer == "injector":
        rated = torch.rated_m3_per_s
        suction = (
            SUCTION
            * BAR
            * tip_bar(torch, rated, NEUTRAL_RATIO * rated)
            / ((1 + NEUTRAL_RATIO) * rated) ** 2
        )
        if oxygen is not None:
            oxygen += INJECTOR_BAR * BAR / (INJECTOR_FLOWS * rated) ** 2
    choked_pa = CHOKED_SHARE * BAR * (max(0.0, hand.oxygen_bar) + ATMOSPHERE_BAR)

    def at(mixer_bar: float) -> tuple[float, float]:
        drop = min(choked_pa, BAR * (hand.oxygen_bar - mixer_bar))
        oxygen_flow = _through(oxygen, drop)
        behind_pa = BAR * mixer_bar - suction * oxygen_flow**2
        return _through(fuel, BAR * hand.acetylene_bar - behind_pa), oxygen_flow

    def over(mixer_bar: float) -> float:
        return tip_bar(torch, *at(mixer_bar), free_share) - mixer_bar

    highest = max(0.0, hand.acetylene_bar, hand.oxygen_bar)
    # Nothing runs against what is set, so the tip asks for less than that: between lies the one.
    mixer_bar = float(brentq(over, 0.0, highest, xtol=CLOSE_BAR)) if over(0.0) > 0 else 0.0
    return Flows(*at(mixer_bar), mixer_bar)
