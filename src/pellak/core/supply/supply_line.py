"""One gas from tip to regulator, worked out before any limit is put to it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Number, Record, Working, inserted
from pellak.core.gas.hose import ATMOSPHERE_BAR, Gas, density_kg_per_m3, hose_drop, purge_s
from pellak.core.gas.hose import FORMULA as HOSE_FORMULA
from pellak.core.gas.hose import SOURCE as HOSE_SOURCE
from pellak.core.gas.limits import LimitRegion
from pellak.core.torch import jet
from pellak.core.torch.mixer import Mixer

USUAL_ARRESTOR_BAR = 0.04
NEUTRAL_RATIO = 1.05
LONG_PURGE = "a long hose behind a small tip: blow it through, or fit a shorter or narrower hose"
ARRESTOR_FORMULA = "p_1000 * (Q / 1000)^2"
ARRESTOR_SOURCE = "turbulent loss goes with the square of the flow; the maker's own curve wins"
PURGE_FORMULA = "greater of 5 and 3 * L * 1000 * pi / 4 * D^2 / 1000000 * 3600 / F"
FREE_FORMULA = "greater of Q and 0.8 * pi / 4 * d^2 * n * sqrt(2 * p / rho) * 3600000"
LONG_PURGE_S = 30.0


class Arrestor(Record):
    """A flash-back arrestor or check valve, by its drop at 1000 L/h."""

    drop_bar_at_1000_l_per_h: Number = Field(ge=0, le=2)


class LineGiven(Record):
    """What feeds a torch: its mixer, hose and arrestors, and whose acetylene limit holds."""

    mixer: Mixer = "equal-pressure"
    hose_length_m: Number = Field(default=10.0, ge=0.5, le=100)
    hose_bore_mm: Number = Field(default=6.3, ge=2, le=25)
    arrestors: list[Arrestor] = Field(
        default_factory=lambda: [Arrestor(drop_bar_at_1000_l_per_h=USUAL_ARRESTOR_BAR)],
        max_length=6,
    )
    region: LimitRegion = "general"

    @property
    def arrestor_bar_at_1000_l_per_h(self) -> float:
        """What all arrestors of a gas take at 1000 L/h, bar."""
        return sum(one.drop_bar_at_1000_l_per_h for one in self.arrestors)


class SupplyGiven(LineGiven):
    """Flows, tip, mixer, hose and arrestors. Chart pressures, where known, stand at the torch; a
    person's own are set at the regulator with the gas flowing."""

    acetylene_l_per_h: Number = Field(ge=2, le=20_000)
    oxygen_l_per_h: Number | None = Field(default=None, ge=2, le=60_000)
    oxygen_ratio: Number | None = Field(default=None, ge=0.7, le=3)
    orifice_mm: Number | None = Field(default=None, ge=0.1, le=20)
    jets: int = Field(default=1, ge=1, le=60)
    chart_acetylene_bar: Number | None = Field(default=None, ge=0, le=1.5)
    chart_oxygen_bar: Number | None = Field(default=None, ge=0, le=10)
    own_acetylene_bar: Number | None = Field(default=None, ge=0, le=1.5)
    own_oxygen_bar: Number | None = Field(default=None, ge=0, le=10)

    @property
    def oxygen_flow_l_per_h(self) -> float:
        """The oxygen flow: as told, by its ratio, else 1.05 of the acetylene."""
        if self.oxygen_l_per_h is not None:
            return self.oxygen_l_per_h
        ratio = NEUTRAL_RATIO if self.oxygen_ratio is None else self.oxygen_ratio
        return ratio * self.acetylene_l_per_h


@dataclass(frozen=True)
class GasLine:
    """One gas: tip, torch, hose and arrestor, bar, the purge, and the working of each."""

    gas: Gas
    flow: float
    tip_bar: float | None
    torch_bar: float | None
    hose_bar: float | None
    arrestor_bar: float
    purge: float
    working: Sequence[Working]
    own_bar: float | None = None

    @property
    def set_bar(self) -> float | None:
        """What to set at the regulator, None where nothing tells the torch's pressure."""
        if self.own_bar is not None:
            return self.own_bar
        if self.torch_bar is None or self.hose_bar is None:
            return None
        return self.torch_bar + self.hose_bar + self.arrestor_bar


def _bore_mm(given: SupplyGiven, ratio: float) -> float:
    if given.orifice_mm is not None:
        return given.orifice_mm
    return jet.orifice_for_flow_mm(given.acetylene_l_per_h, ratio)


def _torch(given: SupplyGiven, gas: Gas) -> tuple[float | None, float | None, list[Working]]:
    """Return tip and torch pressure for a gas with their working; None where nothing tells them."""
    chart = given.chart_acetylene_bar if gas == "acetylene" else given.chart_oxygen_bar
    if chart is not None:
        line = Working(
            name=f"{gas}_torch_bar",
            value=chart,
            unit="bar",
            formula="the tip maker's chart",
            inserted=f"{chart:g} bar",
            source="tip maker's chart, as typed into the rack",
            note="the chart overrides our estimate; its pressures are taken to stand at the torch",
        )
        return None, chart, [line]
    if given.mixer == "injector":
        return None, None, []
    ratio = given.oxygen_flow_l_per_h / given.acetylene_l_per_h
    speed = jet.jet_for_flow_m_per_s(
        given.acetylene_l_per_h, _bore_mm(given, ratio), ratio, given.jets
    )
    tip_bar = jet.tip_pressure_bar(speed, ratio)
    torch_bar = jet.torch_pressure_bar(tip_bar, given.acetylene_l_per_h)
    numbers = {"p_tip": tip_bar, "Q": given.acetylene_l_per_h}
    line = Working(
        name=f"{gas}_torch_bar",
        value=torch_bar,
        unit="bar",
        low=torch_bar * 0.7,
        high=torch_bar * 1.4,
        formula=jet.TORCH_PRESSURE_FORMULA,
        inserted=inserted(jet.TORCH_PRESSURE_FORMULA, numbers),
        source=jet.TORCH_SOURCE,
        note=f"tip {say.bar(tip_bar, places=3)} at a jet of {say.m_per_s(speed, 3)}",
    )
    return tip_bar, torch_bar, [line]


def gas_line(given: SupplyGiven, gas: Gas) -> GasLine:
    """Return one gas of a supply worked out from the tip back to the regulator."""
    flow = given.acetylene_l_per_h if gas == "acetylene" else given.oxygen_flow_l_per_h
    tip_bar, torch_bar, working = _torch(given, gas)
    own_bar = given.own_acetylene_bar if gas == "acetylene" else given.own_oxygen_bar
    if torch_bar is None and own_bar is not None:
        # Nothing tells an injector's pressure at the torch; the hose is reckoned as ending there.
        torch_bar = own_bar
    per_1000 = sum(a.drop_bar_at_1000_l_per_h for a in given.arrestors)
    arrestor_bar = per_1000 * (flow / 1000) ** 2
    numbers = {"p_1000": per_1000, "Q": flow, "L": given.hose_length_m, "D": given.hose_bore_mm}
    hose_bar = None
    if torch_bar is not None:
        found = hose_drop(gas, flow, torch_bar, given.hose_length_m, given.hose_bore_mm)
        hose_bar = found.drop_bar
        working.append(
            Working(
                name=f"{gas}_hose_bar",
                value=hose_bar,
                unit="bar",
                low=0.85 * hose_bar,
                high=1.25 * hose_bar,
                formula=HOSE_FORMULA,
                inserted=inserted(
                    HOSE_FORMULA,
                    {
                        "f": found.friction,
                        "L": given.hose_length_m,
                        "D": given.hose_bore_mm / 1000,
                        "m": found.mass_flow_kg_per_s,
                        "rho": found.density_kg_per_m3,
                        "pi": 3.14159,
                    },
                ),
                source=HOSE_SOURCE,
                note=f"{say.metres(given.hose_length_m, 6)} of {say.wall(given.hose_bore_mm, 6)} "
                "hose, without its "
                "fittings",
            )
        )
    line = GasLine(gas, flow, tip_bar, torch_bar, hose_bar, arrestor_bar, 0.0, working, own_bar)
    free, free_line = _free(given, line)
    purge = purge_s(free, given.hose_length_m, given.hose_bore_mm)
    numbers["F"] = free
    working += [
        Working(
            name=f"{gas}_arrestor_bar",
            value=arrestor_bar,
            unit="bar",
            low=0.5 * arrestor_bar,
            high=2 * arrestor_bar,
            formula=ARRESTOR_FORMULA,
            inserted=inserted(ARRESTOR_FORMULA, numbers),
            source=ARRESTOR_SOURCE,
            note="a dirty or soaked arrestor drops far more",
        ),
        Working(
            name=f"{gas}_purge_s",
            value=purge,
            unit="s",
            low=purge,
            high=2 * purge,
            formula=PURGE_FORMULA,
            inserted=inserted(PURGE_FORMULA, {**numbers, "pi": 3.14159}),
            source="three hose volumes through the tip wide open: CGA G-1, ANSI Z49.1 practice",
            note="longer does no harm, in open air away from anything hot or lit"
            if purge <= LONG_PURGE_S
            else LONG_PURGE,
        ),
        free_line,
    ]
    if own_bar is not None:
        tip_bar, torch_bar = None, max(0.0, own_bar - (hose_bar or 0.0) - arrestor_bar)
    return replace(line, tip_bar=tip_bar, torch_bar=torch_bar, purge=purge, working=working)


def _free(given: SupplyGiven, line: GasLine) -> tuple[float, Working]:
    """Return what this gas alone sends through the wide-open tip at its set pressure, L/h, never
    less than the flow planned; that flow where nothing tells the pressure."""
    ratio = given.oxygen_flow_l_per_h / given.acetylene_l_per_h
    bore_mm = _bore_mm(given, ratio)
    set_bar = line.set_bar or 0.0
    rho = density_kg_per_m3(line.gas, ATMOSPHERE_BAR + set_bar / 2)
    speed = math.sqrt(2 * set_bar * 1e5 / rho)
    area_m2 = math.pi / 4 * (bore_mm / 1000) ** 2 * given.jets
    free = jet.DISCHARGE_COEFFICIENT * area_m2 * speed * 3.6e6
    numbers = {
        "Q": line.flow,
        "d": bore_mm / 1000, "n": float(given.jets), "p": set_bar * 1e5, "rho": rho, "pi": 3.14159
    }  # fmt: skip
    working = Working(
        name=f"{line.gas}_free_l_per_h",
        value=max(free, line.flow),
        unit="L/h",
        low=0.8 * max(free, line.flow),
        high=1.2 * max(free, line.flow),
        formula=FREE_FORMULA,
        inserted=inserted(FREE_FORMULA, numbers),
        source="orifice equation with a discharge coefficient of 0.8",
        note="the tip wide open, this gas alone; never under the flow planned",
    )
    return max(free, line.flow), working
