"""Two pressures turned into flows: the supply line read the other way round.

Each gas loses pressure in its hose, its arrestors and its own limb of the torch; both meet at the
mixer, which asks for what drives them together through the bores."""

import math
from collections.abc import Callable
from dataclasses import dataclass

from scipy.optimize import brentq

from pellak.core.gas.hose import GASES, Gas, hose_drop
from pellak.core.supply.supply_line import LineGiven
from pellak.core.torch import jet

LIMB_RATIO = 1.05
"""The ratio the torch's losses are told at: there a line read forwards and backwards is one."""
MOST_L_PER_H = 60_000.0
LEAST_L_PER_H = 1e-3
CHOKED_BAR = 0.905
"""From here on an injector's oxygen nozzle is choked: 1.2^3.5 atmospheres absolute."""
GAMMA = 1.4
ATMOSPHERE_BAR = 1.013
CHOKED_FUNCTION = 0.2588
"""The greatest of sqrt(r^(2/g) - r^((g+1)/g)), g 1.4, at r 0.528."""


@dataclass(frozen=True)
class MixingLine:
    """A line of both gases: bores of a tip, hose, and what the arrestors take at 1000 L/h."""

    orifice_mm: float
    jets: int
    hose_length_m: float
    hose_bore_mm: float
    arrestor_bar_at_1000_l_per_h: float

    @classmethod
    def behind(cls, orifice_mm: float, jets: int, line: LineGiven) -> "MixingLine":
        """Return the line behind a tip of that bore, mm, and so many jets."""
        return cls(
            orifice_mm,
            jets,
            line.hose_length_m,
            line.hose_bore_mm,
            line.arrestor_bar_at_1000_l_per_h,
        )

    @property
    def area_m2(self) -> float:
        """All bores together."""
        return self.jets * math.pi / 4 * math.pow(self.orifice_mm / 1000, 2)

    def mixer_bar(self, acetylene_l_per_h: float, oxygen_l_per_h: float) -> float:
        """Return what drives both gases together through the bores, bar gauge."""
        fuel, oxygen = acetylene_l_per_h / 3.6e6, oxygen_l_per_h / 3.6e6
        mass = jet.ACETYLENE_KG_PER_M3 * fuel + jet.OXYGEN_KG_PER_M3 * oxygen
        head_pa = mass * (fuel + oxygen) / (2 * math.pow(self.area_m2, 2))
        return head_pa / math.pow(jet.DISCHARGE_COEFFICIENT, 2) / 1e5

    def limb_bar(self, gas: Gas, flow_l_per_h: float) -> float:
        """Return what a gas loses in its own limb of the torch, bar."""
        speed = jet.jet_for_flow_m_per_s(1.0, self.orifice_mm, LIMB_RATIO, self.jets)
        tip_bar = jet.tip_pressure_bar(speed, LIMB_RATIO)
        loss = jet.torch_pressure_bar(tip_bar, 1.0) - tip_bar
        if gas == "oxygen":
            loss /= math.pow(LIMB_RATIO, 2)
        return loss * math.pow(flow_l_per_h, 2)

    def hose_bar(self, gas: Gas, flow_l_per_h: float, torch_bar: float) -> float:
        """Return what hose and arrestors take of a gas that is to stand so at the torch, bar."""
        hose = hose_drop(gas, flow_l_per_h, torch_bar, self.hose_length_m, self.hose_bore_mm)
        arrestors = self.arrestor_bar_at_1000_l_per_h * math.pow(flow_l_per_h / 1000, 2)
        return hose.drop_bar + arrestors

    def set_bar(self, gas: Gas, flow_l_per_h: float, mixer_bar: float) -> float:
        """Return what stands at the regulator while a gas flows so against the mixer, bar."""
        torch_bar = mixer_bar + self.limb_bar(gas, flow_l_per_h)
        return torch_bar + self.hose_bar(gas, flow_l_per_h, torch_bar)


def _rising(over: Callable[[float], float], low: float, high: float) -> float:
    """Return where a rising function passes zero; an end where it does not."""
    if over(low) >= 0:
        return low
    if over(high) <= 0:
        return high
    return float(brentq(over, low, high, xtol=1e-10, rtol=1e-13))


def trimmed_flow_l_per_h(line: MixingLine, gas: Gas, set_bar: float, oxygen_ratio: float) -> float:
    """Return the acetylene at which one gas alone has used up its pressure, L/h.

    The other is throttled at the torch valve so that the flame burns at `oxygen_ratio`.

    Args:
        line: bores, hose and arrestors
        gas: whose pressure it is
        set_bar: at its regulator with gas flowing, bar gauge, 0 or more
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: orifice equation; Darcy and Weisbach; the torch's losses as in supply

    >>> line = MixingLine(0.9, 1, 10.0, 6.3, 0.04)
    >>> round(trimmed_flow_l_per_h(line, 'acetylene', 0.25, 1.05), 1)
    147.2
    """

    def over(acetylene_l_per_h: float) -> float:
        oxygen_l_per_h = oxygen_ratio * acetylene_l_per_h
        mixer_bar = line.mixer_bar(acetylene_l_per_h, oxygen_l_per_h)
        flow = acetylene_l_per_h if gas == "acetylene" else oxygen_l_per_h
        return line.set_bar(gas, flow, mixer_bar) - set_bar

    return _rising(over, LEAST_L_PER_H, MOST_L_PER_H)


def untrimmed_l_per_h(
    line: MixingLine, acetylene_bar: float, oxygen_bar: float
) -> tuple[float, float] | None:
    """Return what both torch valves wide open let through, L/h of acetylene and of oxygen.

    None where one gas cannot enter against the other: it feeds back as far as its check valve.

    Args:
        line: bores, hose and arrestors
        acetylene_bar: at the regulator, gas flowing, bar gauge, above 0
        oxygen_bar: the same of oxygen

    Source: orifice equation; Darcy and Weisbach; the torch's losses as in supply

    >>> line = MixingLine(0.9, 1, 10.0, 6.3, 0.04)
    >>> fuel, oxygen = untrimmed_l_per_h(line, 0.25, 0.25)
    >>> round(oxygen / fuel, 2)
    1.04
    >>> untrimmed_l_per_h(line, 0.25, 0.75) is None
    True
    """
    bars = {"acetylene": acetylene_bar, "oxygen": oxygen_bar}

    def flow_of(gas: Gas, mixer_bar: float) -> float:
        if bars[gas] <= mixer_bar:
            return 0.0
        return _rising(
            lambda flow: line.set_bar(gas, flow, mixer_bar) - bars[gas], 0.0, MOST_L_PER_H
        )

    def over(mixer_bar: float) -> float:
        return mixer_bar - line.mixer_bar(*(flow_of(gas, mixer_bar) for gas in GASES))

    highest = min(acetylene_bar, oxygen_bar)
    if over(highest) <= 0:
        return None
    mixer_bar = _rising(over, 0.0, highest)
    fuel, oxygen = (flow_of(gas, mixer_bar) for gas in GASES)
    return fuel, oxygen


def nozzle_flow(oxygen_bar: float) -> float:
    """Return what an injector's oxygen nozzle passes at a pressure, in units of its own.

    Args:
        oxygen_bar: at the nozzle, bar gauge, above 0

    Source: compressible flow through a nozzle, ratio of specific heats 1.4; choked from 0.905 bar

    >>> [round(nozzle_flow(bar), 3) for bar in (0.3, 0.6, 0.905)]
    [1.127, 1.577, 1.918]
    """
    absolute = oxygen_bar + ATMOSPHERE_BAR
    if oxygen_bar >= CHOKED_BAR:
        return absolute
    share = ATMOSPHERE_BAR / absolute
    passed = math.pow(share, 2 / GAMMA) - math.pow(share, (GAMMA + 1) / GAMMA)
    return absolute * math.sqrt(max(0.0, passed)) / CHOKED_FUNCTION
