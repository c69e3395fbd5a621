"""Green's function of a plate heated by concentric Gaussian spots, at rest or travelling.

    rise(x, y, z, t) = sum over spots of
        Int_0^t P/(pi rho c h s) exp(-((x + v tau)^2 + y^2)/s) S(F, z/h) decay dtau
    decay = exp(-2 H tau/(rho c h))
    s = a^2 + 4 alpha tau,  F = alpha tau/h^2

S is the through-thickness series of a plate with insulated faces (Carslaw and Jaeger, Conduction
of Heat in Solids, 2nd ed., section 14.3); small face losses H enter as a lumped decay. The torch
is at the origin and moves towards +x; x behind it is negative. Metres, seconds, kelvin.
"""

from dataclasses import dataclass
from functools import cache

import numpy as np

from pellak.core.heat.case import Floats, HeatCases

NEAR_FACE = 0.0
FAR_FACE = 1.0
"""Depth z/h of the face under the flame and of the one behind it."""
USUAL_NODES = 56
FINE_NODES = 224
"""Nodes of the time integral. A torch faster than any hand outruns the usual ones: its heat passes
a place in less time than lies between two of them."""
IMAGES_BELOW_F = 0.2
"""Three images below, three cosines above: the series are then good to 1e-7."""


@cache
def _gauss(nodes: int) -> tuple[Floats, Floats]:
    places, weights = np.polynomial.legendre.leggauss(nodes)
    return places, weights


def through_thickness(fourier: Floats, depth: Floats) -> Floats:
    """Return S(F, z/h): how far the heat has spread through the plate, 1 when it is even.

    Args:
        fourier: (cases, ..) diffusivity times time over thickness squared, above 0.
        depth: (cases,) z/h, 0 at the flame's face and 1 behind.

    Source: Carslaw and Jaeger: an instantaneous source on one face of a slab

    >>> even = through_thickness(np.array([[5.0]]), np.array([1.0]))
    >>> round(float(even[0, 0]), 6)
    1.0
    """
    z = depth.reshape(-1, *(1,) * (fourier.ndim - 1))
    small = np.minimum(fourier, IMAGES_BELOW_F)
    large = np.maximum(fourier, IMAGES_BELOW_F)
    images = sum(np.exp(-((z - 2 * m) ** 2) / (4 * small)) for m in (0, 1, -1))
    decay = np.exp(-(np.pi**2) * large)
    fourth = (decay * decay) ** 2
    terms = zip((1, 2, 3), (decay, fourth, fourth * fourth * decay), strict=True)
    cosines = 1 + 2 * sum(np.cos(n * np.pi * z) * term for n, term in terms)
    series: Floats = np.where(fourier < IMAGES_BELOW_F, images / np.sqrt(np.pi * small), cosines)
    return series


@dataclass(frozen=True)
class HeatingHistory:
    """Everything of the integral that does not depend on place or speed, for one moment and depth.

    Arrays are (cases, nodes), both spots side by side: a whole line of places is then one product.
    """

    ages_s: Floats
    spreads_m2: Floats
    weights_k: Floats

    @classmethod
    def at(
        cls,
        cases: HeatCases,
        seconds: Floats,
        depth: Floats,
        nodes: int = USUAL_NODES,
        off_since_s: Floats | float = 0.0,
    ) -> "HeatingHistory":
        """Build the history after `seconds` at `depth` (z/h), one of each a case.

        With `off_since_s` the flame burnt until so many seconds ago: a younger history is none.
        """
        places, node_weights = _gauss(nodes)
        thickness = cases.thickness_m[:, None, None]
        diffusivity = cases.diffusivity_m2_per_s[:, None, None]
        capacity = cases.heat_capacity_j_per_m3_k[:, None, None]
        radius = cases.radius_m[:, :, None]
        # tau = t0 sinh(w)^2 removes the tau^-1/2 start and spaces the nodes by logarithm later.
        start_s = np.minimum(radius**2 / (4 * diffusivity), thickness**2 / diffusivity) / 4
        off_s = np.broadcast_to(off_since_s, seconds.shape)[:, None, None]
        from_w = np.arcsinh(np.sqrt(off_s / start_s))
        reach = np.arcsinh(np.sqrt(seconds[:, None, None] / start_s)) - from_w
        w = from_w + reach / 2 * (places + 1)
        sinh_w = np.sinh(w)
        ages = start_s * sinh_w**2
        spreads = radius**2 + 4 * diffusivity * ages
        steps = reach / 2 * node_weights * start_s * 2 * sinh_w * np.cosh(w)
        loss = np.exp(-2 * cases.face_loss_w_per_m2_k * ages / (capacity * thickness))
        weights = (
            steps
            * cases.power_w[:, :, None]
            / (np.pi * capacity * thickness * spreads)
            * through_thickness(diffusivity * ages / thickness**2, depth)
            * loss
        )
        flat = (len(cases), -1)
        return cls(ages.reshape(flat), spreads.reshape(flat), weights.reshape(flat))

    def rise_k(self, x_m: Floats, y_m: Floats, speed_m_per_s: Floats) -> Floats:
        """Return the rise at places along x for each y.

        Args:
            x_m: (cases, nx) places along the seam, negative behind the torch.
            y_m: (ny,) or (cases, ny) distances from the seam.
            speed_m_per_s: (cases,) travel speed, 0 when held still.

        Returns:
            (cases, nx, ny) rise above the start temperature, K.
        """
        ages = self.ages_s[:, None, :]
        spreads = self.spreads_m2[:, None, :]
        along = np.exp(-((x_m[:, :, None] + speed_m_per_s[:, None, None] * ages) ** 2) / spreads)
        y = np.broadcast_to(y_m, (len(self.ages_s), np.shape(y_m)[-1]))
        across = np.exp(-(y[:, :, None] ** 2) / spreads)
        rise: Floats = np.matmul(along * self.weights_k[:, None, :], across.transpose(0, 2, 1))
        return rise

    def rise_beside_k(self, y_m: Floats) -> Floats:
        """Return the rise at (0, y) for a torch held still: one y and one result a case."""
        beside = np.exp(-(y_m[:, None] ** 2) / self.spreads_m2)
        rise: Floats = np.einsum("cn,cn->c", self.weights_k, beside)
        return rise
