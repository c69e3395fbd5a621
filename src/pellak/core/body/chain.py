"""Heat going out of a body through a chain of cells that store it: a medium, tubes of a cluster."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Protocol

from pellak.core.body.bare_loss import ZERO_C_K, bare_loss_w_per_m2
from pellak.core.body.body import Body, Fin
from pellak.core.body.media import Filling

SHELL_SHARE = 0.92
"""Conductance of shells parallel to the envelope against finer reckonings of six shapes."""
OUTER_W_PER_M2_K = 10.0
CELLS, GROWTH = 12, 1.25
FIN_CELLS, FIN_GROWTH = 18, 1.125
SOURCE = "Steiner's formula for parallel shells; finite volumes, fully implicit at first"


class Links(Protocol):
    """How cells hang together at the temperatures they have, W/K and J/K."""

    @property
    def count(self) -> int:
        """How many cells there are."""
        ...

    def capacities(self, cells_c: Sequence[float]) -> list[float]:
        """Return what each cell stores, J/K."""
        ...

    def along(self, body_c: float, cells_c: Sequence[float]) -> list[float]:
        """Return conductances: body to the first cell, cell to cell, the last to the room."""
        ...

    def aside(self, cells_c: Sequence[float]) -> list[float]:
        """Return what each cell loses to the room by its own skin, W/K."""
        ...


def cell_widths_m(length_m: float, count: int, growth: float) -> list[float]:
    """Return the widths of `count` cells that fill a length, each `growth` of the one before.

    Args:
        length_m: of the chain, m, above 0
        count: of cells, 1 or more
        growth: of each over the one before, not 1

    Source: geometric series

    >>> [round(width, 2) for width in cell_widths_m(0.7, 3, 2.0)]
    [0.1, 0.2, 0.4]
    """
    first = length_m * (growth - 1) / (growth**count - 1)
    return [first * growth**n for n in range(count)]


@dataclass(frozen=True)
class Shells:
    """Shells of a filling round a body's envelope, its `covers` share of it."""

    body: Body
    filling: Filling
    thickness_m: float
    covers: float = 1.0
    k_factor: float = 1.0
    storing_j_per_k: list[float] = field(init=False)
    halves_per_m: list[tuple[float, float]] = field(init=False)
    """Of each cell's inner and outer half, what its length comes to over its growing area, 1/m."""

    def __post_init__(self) -> None:
        halves, storing, at = [], [], 0.0
        for width in cell_widths_m(self.thickness_m, CELLS, GROWTH):
            middle, end = at + width / 2, at + width
            held = self._held(end) - self._held(at)
            storing.append(held * self.filling.heat_j_per_m3_k * self.covers)
            halves.append((self._per_m(at, middle), self._per_m(middle, end)))
            at = end
        object.__setattr__(self, "storing_j_per_k", storing)
        object.__setattr__(self, "halves_per_m", halves)

    def _area(self, out_m: float) -> float:
        body = self.body
        return body.envelope_m2 + 2 * body.edge_m * out_m + 4 * 3.141592653589793 * out_m**2

    def _per_m(self, from_m: float, to_m: float) -> float:
        """Return the integral of dx / A between two distances from the body, by Simpson's rule."""
        middle = self._area((from_m + to_m) / 2)
        return (to_m - from_m) / 6 * (1 / self._area(from_m) + 4 / middle + 1 / self._area(to_m))

    def _held(self, out_m: float) -> float:
        body = self.body
        return body.envelope_m2 * out_m + body.edge_m * out_m**2 + 4.18879020479 * out_m**3

    @property
    def count(self) -> int:
        """How many shells there are."""
        return len(self.storing_j_per_k)

    def capacities(self, cells_c: Sequence[float]) -> list[float]:
        """Return what each shell stores, J/K."""
        return self.storing_j_per_k

    def aside(self, cells_c: Sequence[float]) -> list[float]:
        """Return nothing: a shell has no skin but its outer one."""
        return [0.0] * len(cells_c)

    def along(self, body_c: float, cells_c: Sequence[float]) -> list[float]:
        """Return conductances from the body's middle out to the room, W/K."""
        share, conductivity = SHELL_SHARE * self.covers * self.k_factor, self.filling.conductivity
        halves, body = self.halves_per_m, self.body
        skin = body.depth_m / (
            body.shape_factor * body.metal.conductivity(body_c) * self._area(0.0) * self.covers
        )
        k_in = conductivity((body_c + cells_c[0]) / 2 + ZERO_C_K)
        links = [1 / (skin + halves[0][0] / (k_in * share))]
        for n in range(len(halves) - 1):
            k = conductivity((cells_c[n] + cells_c[n + 1]) / 2 + ZERO_C_K)
            links.append(k * share / (halves[n][1] + halves[n + 1][0]))
        k_out = conductivity(cells_c[-1] + ZERO_C_K)
        outer = self._area(self.thickness_m) * self.covers
        links.append(1 / (halves[-1][1] / (k_out * share) + 1 / (OUTER_W_PER_M2_K * outer)))
        return links


@dataclass(frozen=True)
class FinCells:
    """The tubes that lead away from a heated node: metal that conducts along and loses aside."""

    body: Body
    fin: Fin
    room_c: float
    loss_factor: float = 1.0
    widths_m: list[float] = field(init=False)

    def __post_init__(self) -> None:
        widths = cell_widths_m(self.fin.length_m, FIN_CELLS, FIN_GROWTH)
        object.__setattr__(self, "widths_m", widths)

    @property
    def count(self) -> int:
        """How many lengths of tube there are."""
        return len(self.widths_m)

    def capacities(self, cells_c: Sequence[float]) -> list[float]:
        """Return what each length of tube stores, J/K."""
        metal, per_m = self.body.metal, self.fin.section_m2 * self.body.metal.density_kg_per_m3
        return [per_m * w * metal.capacity(t) for w, t in zip(self.widths_m, cells_c, strict=True)]

    def along(self, body_c: float, cells_c: Sequence[float]) -> list[float]:
        """Return conductances along the tubes, W/K; the far end gives nothing off."""
        conductivity, section, widths = (
            self.body.metal.conductivity, self.fin.section_m2, self.widths_m,
        )  # fmt: skip
        links = [conductivity((body_c + cells_c[0]) / 2) * section / (widths[0] / 2)]
        for n in range(len(widths) - 1):
            k = conductivity((cells_c[n] + cells_c[n + 1]) / 2)
            links.append(k * section / ((widths[n] + widths[n + 1]) / 2))
        return [*links, 0.0]

    def aside(self, cells_c: Sequence[float]) -> list[float]:
        """Return what each length loses to the room, W/K."""
        metal, fin, room_c = self.body.metal, self.fin, self.room_c
        lost = []
        for width, t in zip(self.widths_m, cells_c, strict=True):
            rise = max(t - room_c, 1.0)
            flux = bare_loss_w_per_m2(room_c + rise, room_c, fin.od_m, metal.emissivity, lying=True)
            lost.append(self.loss_factor * fin.girth_m * width * flux / rise)
        return lost

    def at_m(self, body_c: float, cells_c: Sequence[float], place_m: float) -> float:
        """Return the temperature of the tubes at a place from the heated end, m."""
        left, left_c, at = 0.0, body_c, 0.0
        for width, t in zip(self.widths_m, cells_c, strict=True):
            centre = at + width / 2
            if place_m <= centre:
                return left_c + (t - left_c) * (place_m - left) / (centre - left)
            left, left_c, at = centre, t, at + width
        return left_c


def step_chain(
    links: Links,
    room_c: float,
    body_c: float,
    body_j_per_k: float,
    body_w: float,
    body_w_per_k: float,
    cells_c: list[float],
    seconds: float,
    theta: float,
) -> tuple[float, list[float]]:
    """Return body and cells a step of `seconds` later, °C, by Thomas's algorithm.

    The body stores `body_j_per_k`, takes up `body_w` W at its own temperature and `body_w_per_k`
    W/K less for each degree it rises. `theta` is 1 for fully implicit, 0.5 for Crank and Nicolson.
    Conductances are those at the start of the step.

    Args:
        links: conductances, W/K, and what each cell stores, J/K
        room_c: °C
        body_c: °C
        body_j_per_k: what the body stores, J/K
        body_w: what it takes up, W
        body_w_per_k: what it takes up less for each degree, W/K
        cells_c: °C, from the body out
        seconds: the step, s
        theta: 1 implicit, 0.5 Crank and Nicolson

    Source: Crank and Nicolson (1947); Thomas's algorithm for three diagonals

    >>> from pellak.core.body.cool_given import CoolGiven, cooling_of
    >>> sand = CoolGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     start_c=600, medium='dry-sand')
    >>> links = cooling_of(sand).shells
    >>> body_c, cells_c = step_chain(links, 20.0, 600.0, 1e4, 0.0, 0.0,
    ...     [20.0] * links.count, 10.0, 1.0)
    >>> 500 < body_c < 600, cells_c[0] > cells_c[-1]
    (True, True)
    """
    g, side, store = links.along(body_c, cells_c), links.aside(cells_c), links.capacities(cells_c)
    now = [body_c, *cells_c]
    count = len(now)
    # Row n: store dT/dt = g[n-1] (T[n-1] - T[n]) + g[n] (T[n+1] - T[n]) - side (T - room)
    ratio, shift = [0.0] * count, [0.0] * count
    before = 0.0
    for n in range(count):
        inward = g[n - 1] if n else 0.0
        outward = g[n]
        loss = side[n - 1] if n else 0.0
        last = n == count - 1
        net = inward * (now[n - 1] - now[n]) if n else body_w
        net += outward * ((room_c if last else now[n + 1]) - now[n]) - loss * (now[n] - room_c)
        heat = (store[n - 1] if n else body_j_per_k) / seconds
        slope = inward + outward + (loss if n else body_w_per_k)
        main = heat + theta * slope - theta * inward * before
        ratio[n] = before = 0.0 if last else theta * outward / main
        shift[n] = (net + (theta * inward * shift[n - 1] if n else 0.0)) / main
    change = 0.0
    for n in range(count - 1, -1, -1):
        change = shift[n] + ratio[n] * change
        now[n] += change
    return now[0], now[1:]


def steady_w(links: Links, body_c: float, room_c: float, count: int) -> float:
    """Return what a chain of `count` cells takes from a body in the steady state, W.

    Args:
        links: conductances, W/K
        body_c: °C
        room_c: °C
        count: of cells

    Source: conductances in a row

    >>> from pellak.core.body.cool_given import CoolGiven, cooling_of
    >>> sand = CoolGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     start_c=600, medium='dry-sand')
    >>> links = cooling_of(sand).shells
    >>> steady_w(links, 600.0, 20.0, links.count) > 0
    True
    """
    cells = [room_c + (body_c - room_c) * (1 - (n + 0.5) / count) for n in range(count)]
    flow = 0.0
    for _ in range(12):
        g, side = links.along(body_c, cells), links.aside(cells)
        # From the far end back: what each cell passes on for a degree of its own.
        passes = [0.0] * count
        beyond = g[count]
        for n in range(count - 1, -1, -1):
            passes[n] = beyond + side[n]
            beyond = 1 / (1 / g[n] + 1 / passes[n]) if passes[n] > 0 else 0.0
        at, flow = body_c, beyond * (body_c - room_c)
        carried = flow
        for n in range(count):
            at -= carried / g[n]
            cells[n] = at
            carried -= side[n] * (at - room_c)
    return flow
