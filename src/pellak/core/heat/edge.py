"""A torch held still near an edge: heat turns back from it, and flame past it may be lost."""

import math
from dataclasses import replace

import numpy as np

from pellak.core.heat.case import Floats, HeatCases
from pellak.core.heat.plate import HeatingHistory

_erf = np.vectorize(math.erf, otypes=[float])


def beside_edge(history: HeatingHistory, cases: HeatCases) -> HeatingHistory:
    """Return the history as it counts at the torch, with a mirror source behind the edge.

    The mirror source stands at twice the distance to the edge. Where the flame past the edge is
    lost, source and mirror are both cut at the edge: the share that is left is an error function
    of the product of the flame's own spread and the heat's. Cases without an edge are unchanged.

    Source: method of images, Carslaw and Jaeger, Conduction of Heat in Solids, section 14.2.
    """
    if not np.isfinite(cases.edge_m).any():
        return history
    edge = np.where(np.isfinite(cases.edge_m), cases.edge_m, 1e3)[:, None]
    nodes = history.spreads_m2.shape[1] // cases.radius_m.shape[1]
    flame = np.repeat(cases.radius_m**2, nodes, axis=1)
    conducted = history.spreads_m2 - flame
    width = np.sqrt(np.maximum(flame * conducted / history.spreads_m2, 1e-30))
    mean = 2 * edge * conducted / history.spreads_m2

    def share(argument: Floats) -> Floats:
        left: Floats = (1 + _erf(argument)) / 2
        return np.where(cases.edge_kept[:, None], 1.0, left)

    source = share(edge / width)
    mirror = share((mean - edge) / width) * np.exp(-((2 * edge) ** 2) / history.spreads_m2)
    return replace(history, weights_k=history.weights_k * (source + mirror))
