"""One plate, one flame, one start temperature: what the heat model is asked about."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from pellak.core.tables import HeatFamily

Floats = NDArray[np.float64]

FLAME_POWER_W_PER_L_PER_H = 15.7
"""Effective flame power of this fit, W per L/h of acetylene (the lower heating value is 14.8)."""
CORE_FRACTION = 0.11
ENVELOPE_FRACTION = 0.34
CORE_RADIUS_PER_BORE = 3.0
ENVELOPE_RADIUS_PER_BORE = 15.0
FRACTION_EXPONENT = -0.10
"""Bigger flames lose a larger share: the fractions fall as (Q/100)**-0.10."""
FRACTION_FLOW_SPAN_L_PER_H = (20.0, 2500.0)
BORE_AT_100_L_PER_H_MM = 0.7468
"""Bore that gives 130 m/s at 100 L/h and 1.05 oxygen to acetylene."""
REFERENCE_FLOW_L_PER_H = 100.0
REFERENCE_HEAT_PATHS = 2
FACE_LOSS_W_PER_M2_K = 60.0


def bore_for_flow_mm(acetylene_l_per_h: float) -> float:
    """Return the bore the model assumes for a flow when no tip is named, mm.

    Args:
        acetylene_l_per_h: acetylene, L/h at 15 °C and 1.013 bar, above 0

    Source: jet speed kept as flow grows, area by flow

    >>> bore_for_flow_mm(100) < bore_for_flow_mm(400) == 2 * bore_for_flow_mm(100)
    True
    """
    return BORE_AT_100_L_PER_H_MM * float(np.sqrt(acetylene_l_per_h / REFERENCE_FLOW_L_PER_H))


@dataclass(frozen=True)
class HeatCase:
    """The inputs of the plate model.

    `hand_factor` scales the heat for a hand and torch: 1 until fitted from logged puddles;
    `hand_sigma` is how sure that is, None while it goes by the family's table row.
    `orifice_mm` None means the bore that suits the flow. `near_edge_mm` is the distance to an edge
    across the seam, None for the middle of a sheet; `edge_kept` whether flame past it wraps on.
    """

    family: HeatFamily
    thickness_mm: float
    acetylene_l_per_h: float
    start_c: float
    heat_paths: int
    hand_factor: float = 1.0
    orifice_mm: float | None = None
    near_edge_mm: float | None = None
    edge_kept: bool = False
    hand_sigma: float | None = None

    @property
    def sigma_ln_hand(self) -> float:
        """Spread of the logarithm of hands and torches about the factor."""
        return self.family.sigma_ln_hand if self.hand_sigma is None else self.hand_sigma

    @property
    def bore_mm(self) -> float:
        """The tip's bore, mm."""
        if self.orifice_mm is not None:
            return self.orifice_mm
        return bore_for_flow_mm(self.acetylene_l_per_h)

    @property
    def power_w(self) -> tuple[float, float]:
        """Heat into the metal from the cone and from the envelope, before sharing over paths, W."""
        held = float(np.clip(self.acetylene_l_per_h, *FRACTION_FLOW_SPAN_L_PER_H))
        share = (held / REFERENCE_FLOW_L_PER_H) ** FRACTION_EXPONENT
        flame_w = FLAME_POWER_W_PER_L_PER_H * self.acetylene_l_per_h
        taken_up = share * flame_w * self.family.coupling * self.hand_factor
        return CORE_FRACTION * taken_up, ENVELOPE_FRACTION * taken_up

    @property
    def core_radius_m(self) -> float:
        """Radius of the cone's heat spot, m."""
        return CORE_RADIUS_PER_BORE * self.bore_mm / 1000

    @property
    def diffusivity_m2_per_s(self) -> float:
        """Thermal diffusivity, m2/s."""
        metal = self.family
        return metal.conductivity_w_per_m_k / (
            metal.density_kg_per_m3 * metal.specific_heat_j_per_kg_k
        )

    @property
    def molten_rise_k(self) -> float:
        """Rise that counts as molten: to the melting point plus the latent heat's share, K."""
        metal = self.family
        latent_k = metal.latent_share * metal.latent_heat_j_per_kg / metal.specific_heat_j_per_kg_k
        return metal.melting_c - self.start_c + latent_k

    @property
    def puddle_half_width_mm(self) -> float:
        """Half of the width a welder calls a puddle: the thickness plus 2 mm, mm."""
        return (self.thickness_mm + 2) / 2


@dataclass(frozen=True)
class HeatCases:
    """Several cases side by side, so that one pass of array arithmetic solves them together.

    Arrays hold one row a case; `power_w` and `radius_m` have two columns, cone and envelope.
    """

    thickness_m: Floats
    diffusivity_m2_per_s: Floats
    heat_capacity_j_per_m3_k: Floats
    power_w: Floats
    radius_m: Floats
    molten_rise_k: Floats
    melting_rise_k: Floats
    start_c: Floats
    puddle_half_width_m: Floats
    edge_m: Floats
    edge_kept: NDArray[np.bool_]
    face_loss_w_per_m2_k: float = FACE_LOSS_W_PER_M2_K

    def __len__(self) -> int:
        return len(self.thickness_m)

    def taken(self, index: NDArray[np.intp]) -> "HeatCases":
        """Return the cases of `index`, in that order; a case may be taken more than once."""
        return HeatCases(
            thickness_m=self.thickness_m[index],
            diffusivity_m2_per_s=self.diffusivity_m2_per_s[index],
            heat_capacity_j_per_m3_k=self.heat_capacity_j_per_m3_k[index],
            power_w=self.power_w[index],
            radius_m=self.radius_m[index],
            molten_rise_k=self.molten_rise_k[index],
            melting_rise_k=self.melting_rise_k[index],
            start_c=self.start_c[index],
            puddle_half_width_m=self.puddle_half_width_m[index],
            edge_m=self.edge_m[index],
            edge_kept=self.edge_kept[index],
            face_loss_w_per_m2_k=self.face_loss_w_per_m2_k,
        )

    @classmethod
    def of(cls, cases: Sequence[HeatCase]) -> "HeatCases":
        """Stack cases, one row each."""

        def column(values: list[float]) -> Floats:
            return np.array(values, dtype=float)

        return cls(
            thickness_m=column([c.thickness_mm / 1000 for c in cases]),
            diffusivity_m2_per_s=column([c.diffusivity_m2_per_s for c in cases]),
            heat_capacity_j_per_m3_k=column(
                [c.family.density_kg_per_m3 * c.family.specific_heat_j_per_kg_k for c in cases]
            ),
            power_w=np.array(
                [[w * REFERENCE_HEAT_PATHS / c.heat_paths for w in c.power_w] for c in cases]
            ),
            radius_m=np.array(
                [
                    [
                        c.core_radius_m,
                        c.core_radius_m * ENVELOPE_RADIUS_PER_BORE / CORE_RADIUS_PER_BORE,
                    ]
                    for c in cases
                ]
            ),
            molten_rise_k=column([c.molten_rise_k for c in cases]),
            melting_rise_k=column([c.family.melting_c - c.start_c for c in cases]),
            start_c=column([c.start_c for c in cases]),
            puddle_half_width_m=column([c.puddle_half_width_mm / 1000 for c in cases]),
            edge_m=column(
                [np.inf if c.near_edge_mm is None else c.near_edge_mm / 1000 for c in cases]
            ),
            edge_kept=np.array([c.edge_kept for c in cases]),
        )
