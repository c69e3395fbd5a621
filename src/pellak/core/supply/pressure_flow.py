"""Two regulator pressures, gas flowing, and the line behind them: what flow they lead to."""

import math
from dataclasses import dataclass

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.gas.hose import GASES, Gas
from pellak.core.supply.mixing import (
    MixingLine,
    nozzle_flow,
    trimmed_flow_l_per_h,
    untrimmed_l_per_h,
)
from pellak.core.supply.supply_line import NEUTRAL_RATIO, LineGiven
from pellak.core.tables import Family, Joint

FLOW_LOW, FLOW_HIGH = 0.85, 1.20
"""The torch's losses are an estimate (0.7 to 1.4 of it); that moves the flow so far."""
HEAD_FLOW_SCATTER = 0.3
"""A head told by one flow and pressure, its bores unknown: judgement."""
ANCHOR_REACH = 0.3
"""How far from the oxygen pressure of its anchor an injector is followed: judgement."""


class PressureAnchor(Record):
    """One row of the torch's own chart for this very tip, or one neutral flame noted with it."""

    acetylene_bar: Number = Field(gt=0, le=1.5)
    oxygen_bar: Number = Field(gt=0, le=10)
    acetylene_l_per_h: Number = Field(ge=2, le=20_000)


class PressuresGiven(LineGiven):
    """Two pressures read at the regulators with gas flowing, and the line behind the tip.

    `orifice_mm` may be left out of a head told by its `anchor`. With `thickness_mm` and a family
    or an alloy the puddle is told too.
    """

    orifice_mm: Number | None = Field(default=None, ge=0.2, le=10)
    jets: int = Field(default=1, ge=1, le=60)
    acetylene_bar: Number = Field(gt=0, le=1.5)
    oxygen_bar: Number = Field(gt=0, le=10)
    oxygen_ratio: Number = Field(default=NEUTRAL_RATIO, ge=0.7, le=3)
    family: Family | None = None
    alloy: str | None = Field(default=None, max_length=60)
    thickness_mm: Number | None = Field(default=None, ge=0.3, le=100)
    joint: Joint = "butt"
    start_c: Number = Field(default=20.0, ge=-40, le=1200)
    hand_factor: Number = Field(default=1.0, ge=0.2, le=5)
    anchor: PressureAnchor | None = None

    @property
    def line(self) -> MixingLine:
        """The line of both gases; the bore must be known."""
        assert self.orifice_mm is not None
        return MixingLine.behind(self.orifice_mm, self.jets, self)


@dataclass(frozen=True)
class Burning:
    """What flows, L/h of acetylene, how far it may be off, and where both valves open lead."""

    acetylene_l_per_h: float | None = None
    governed_by: Gas | None = None
    untrimmed: tuple[float, float] | None = None
    feeds_back: bool = False
    starved: bool = False
    low_share: float = FLOW_LOW
    high_share: float = FLOW_HIGH


def _equal_pressure(given: PressuresGiven) -> Burning:
    line = given.line
    bars = {"acetylene": given.acetylene_bar, "oxygen": given.oxygen_bar}
    most = {gas: trimmed_flow_l_per_h(line, gas, bars[gas], given.oxygen_ratio) for gas in GASES}
    governed_by = min(GASES, key=lambda gas: most[gas])
    untrimmed = untrimmed_l_per_h(line, given.acetylene_bar, given.oxygen_bar)
    return Burning(most[governed_by], governed_by, untrimmed, feeds_back=untrimmed is None)


def _by_anchor(given: PressuresGiven, anchor: PressureAnchor) -> Burning:
    """Return the flow of an injector's tip that is known at one pair of pressures."""
    if not 1 - ANCHOR_REACH <= given.oxygen_bar / anchor.oxygen_bar <= 1 + ANCHOR_REACH:
        return Burning()
    flow = anchor.acetylene_l_per_h * nozzle_flow(given.oxygen_bar) / nozzle_flow(anchor.oxygen_bar)
    # The bore does not tell what the hose takes: any will do.
    line = given.model_copy(update={"orifice_mm": given.orifice_mm or 1.0}).line
    starved = line.hose_bar("acetylene", flow, 0.0) >= given.acetylene_bar
    return Burning(flow, "oxygen", starved=starved)


def _head_by_anchor(given: PressuresGiven, anchor: PressureAnchor) -> Burning:
    """Return the flow of a head whose bores nobody knows: by the root of its pressure."""
    flow = {
        "acetylene": anchor.acetylene_l_per_h
        * math.sqrt(given.acetylene_bar / anchor.acetylene_bar),
        "oxygen": anchor.acetylene_l_per_h * math.sqrt(given.oxygen_bar / anchor.oxygen_bar),
    }
    governed_by = min(GASES, key=lambda gas: flow[gas])
    return Burning(
        flow[governed_by],
        governed_by,
        low_share=1 - HEAD_FLOW_SCATTER,
        high_share=1 + HEAD_FLOW_SCATTER,
    )


def burning_at(given: PressuresGiven) -> Burning:
    """Return what flows at two pressures, by the bore, else by what is known of the tip.

    Raises Refused where neither a bore nor a known flow tells it.

    >>> given = PressuresGiven(orifice_mm=0.9, acetylene_bar=0.25, oxygen_bar=0.25)
    >>> round(burning_at(given).acetylene_l_per_h, 1), burning_at(given).governed_by
    (146.9, 'oxygen')
    """
    if given.mixer == "injector":
        return _by_anchor(given, given.anchor) if given.anchor else Burning()
    if given.orifice_mm is not None:
        return _equal_pressure(given)
    if given.anchor is None:
        raise Refused("orifice_mm", None, "a bore, or one flow known with its pressures")
    return _head_by_anchor(given, given.anchor)
