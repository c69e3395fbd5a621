"""Metals as the trainer melts them: temperature, conduction and loss by the heat they hold.

The state of a cell is its heat by volume; everything else is read off tables of it, so that
freezing gives back what melting took. Latent heat is spread over the freezing range."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING, Literal

import numpy as np
from numpy.typing import NDArray

from pellak.core.body.metals import BodyMetal, body_metals
from pellak.core.tables import ThermalRow, rows, thermal_rows

Floats = NDArray[np.float64]
ROWS = 8192
COLDEST_C = -60.0
AMBIENT_C = 20.0
STEFAN_W_PER_M2_K4 = 5.670e-8
CONVECTION_W_PER_M2_K = 25.0
STIRRED = 2.0
"""A pool stirs itself: it conducts as twice its metal. For teaching."""
LIQUID_STEEL_W_PER_M_K = 33.0
LEAST_FREEZING_K = 8.0
SOURCE = (
    "EN 1993-1-2 and EN 1999-1-2 for heat capacity and steel's conductivity; latent heat, "
    "freezing range and aluminium's conductivity as in the table of thermal properties"
)


if TYPE_CHECKING:
    PuddleFamily = str
else:
    PuddleFamily = Literal[tuple(row["family"] for row in rows("puddle_metals.csv"))]
    """Families the trainer melts."""


@dataclass(frozen=True)
class PuddleRow:
    """What the trainer has to know of a metal beside its heat."""

    thermal: ThermalRow
    body: BodyMetal
    task_metal: str
    """Which exercises are nearest to it."""
    hottest_c: float
    tension_n_per_m: float
    """What a film of melt and its skin is held by."""
    skin_from_c: float
    """Hotter than this bare metal grows a skin."""
    skin_breaks_over_k: float
    """So much over its melting breaks the skin."""
    cell_mm: float
    mean_conductivity: bool
    """Solid, it conducts alike at every temperature."""


@cache
def puddle_metals() -> Mapping[str, PuddleRow]:
    """Return the trainer's metals by family."""
    bodies = {str(family): body for family, body in body_metals().items()}
    return {
        row["family"]: PuddleRow(
            thermal=thermal_rows()[row["thermal_row"]],
            body=bodies[row["body_family"]],
            task_metal=row["task_metal"],
            hottest_c=float(row["hottest_C"]),
            tension_n_per_m=float(row["tension_N_m"]),
            skin_from_c=float(row["skin_from_C"]),
            skin_breaks_over_k=float(row["skin_breaks_over_K"]),
            cell_mm=float(row["cell_mm"]),
            mean_conductivity=row["conductivity"] == "mean",
        )
        for row in rows("puddle_metals.csv")
    }


@dataclass(frozen=True)
class MeltingMetal:
    """One metal. Tables have a row for each `row_j_per_m3` of heat over the coldest row.

    `flow_w_per_m` is conductivity integrated over temperature (Kirchhoff); `flow_slope` what it
    rises by per J/m3, m2/s; `loss_w_per_m2` what a face loses to air and by radiation.
    """

    family: PuddleFamily
    density_kg_per_m3: float
    liquidus_c: float
    row_j_per_m3: float
    at_c: Floats
    flow_w_per_m: Floats
    flow_slope: Floats
    loss_w_per_m2: Floats
    temperatures_c: Floats
    heats_j_per_m3: Floats
    flows_w_per_m: Floats

    def heat_j_per_m3(self, at_c: float) -> float:
        """Return the heat a cell holds at a temperature, °C."""
        return float(np.interp(at_c, self.temperatures_c, self.heats_j_per_m3))

    def flow_at_w_per_m(self, at_c: float) -> float:
        """Return conductivity integrated up to a temperature, °C, W/m."""
        return float(np.interp(at_c, self.temperatures_c, self.flows_w_per_m))

    @property
    def tension_n_per_m(self) -> float:
        """What a film of melt is held by, N/m."""
        return self.row.tension_n_per_m

    @property
    def row(self) -> PuddleRow:
        """What else the trainer knows of it."""
        return puddle_metals()[self.family]


def _conductivity(metal: PuddleRow, at_c: Floats) -> Floats:
    liquidus_c = metal.thermal.liquidus_c
    if metal.mean_conductivity:
        solid = np.full_like(at_c, metal.thermal.conductivity_w_per_m_k)
    else:
        cold = np.array([metal.body.conductivity(float(min(t, 900.0))) for t in at_c])
        share = np.clip((at_c - 900.0) / (liquidus_c - 900.0), 0, 1)
        solid = cold + share * (LIQUID_STEEL_W_PER_M_K - cold)
    return np.where(at_c >= liquidus_c, STIRRED * solid, solid)


@cache
def melting_metal(family: PuddleFamily) -> MeltingMetal:
    """Return a metal with its tables. Source: SOURCE."""
    metal = puddle_metals()[family]
    row, body = metal.thermal, metal.body
    liquidus = row.liquidus_c
    solidus = min(row.solidus_c, liquidus - LEAST_FREEZING_K)
    t = np.arange(COLDEST_C, metal.hottest_c + 0.5, 0.5)
    capacity = np.array([body.capacity(float(one)) for one in t])
    latent = row.latent_heat_j_per_kg / (liquidus - solidus)
    capacity = capacity + np.where((t > solidus) & (t <= liquidus), latent, 0.0)
    density = body.density_kg_per_m3
    heats = np.concatenate([[0.0], np.cumsum(density * 0.5 * (capacity[1:] + capacity[:-1]) / 2)])
    k = _conductivity(metal, t)
    flows = np.concatenate([[0.0], np.cumsum(0.5 * (k[1:] + k[:-1]) / 2)])
    step = heats[-1] / (ROWS - 1)
    at_c = np.interp(np.arange(ROWS) * step, heats, t)
    flow = np.interp(at_c, t, flows)
    slope = np.diff(flow, append=2 * flow[-1] - flow[-2]) / step
    kelvin, ambient = at_c + 273.15, AMBIENT_C + 273.15
    loss = CONVECTION_W_PER_M2_K * (at_c - AMBIENT_C)
    loss += row.emissivity * STEFAN_W_PER_M2_K4 * (kelvin**4 - ambient**4)
    return MeltingMetal(
        family, density, liquidus, step, at_c, flow - np.arange(ROWS) * step * slope, slope, loss,
        t, heats, flows,
    )  # fmt: skip
