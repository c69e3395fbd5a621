"""One run of a body under a heating head, in time: how warm, how even, how much flame is let on."""

from dataclasses import dataclass

from pellak.core.body.bare_loss import bare_loss_w_per_m2, loss_slope_w_per_m2_k
from pellak.core.body.body import Body
from pellak.core.body.chain import FinCells, Links, Shells, steady_w, step_chain
from pellak.core.body.spread import by_loss, evening_s, spread_per_w, towards

GAS_C = 1900.0
"""The flame with 1.85 times the air it needs, as it washes a body. 1500 to 2300 °C."""
UPTAKE = 0.30
"""The share of a flame's heat that a cold body takes up."""
HEAT_W_PER_L_PER_H = 14.8
"""Lower heating value of acetylene, 53.3 kJ/L at 15 °C."""
FOOTPRINT_M2_PER_L_PER_H = 0.012 / 1000
BOX_GAIN = 1.3
LONGEST_S = 12 * 3600.0
SPREAD_IN_LOSS = 0.3
RISE_SHARE, LEAST_RISE_C = 0.03, 3.0
MOST_RISE_SHARE, MOST_RISE_SHARE_WITH_CELLS = 1 / 40, 1 / 28
IMPLICIT_STEPS, THETA = 3, 0.55


@dataclass(frozen=True)
class Soaking:
    """A body, its head, what lies round it and what it may bear."""

    body: Body
    acetylene_l_per_h: float
    start_c: float
    room_c: float
    swept: float
    one_side: bool
    shells: Shells | None
    boxed: bool
    limit_c: float | None
    """The spread it may reach, or None where none is held."""
    flame_factor: float = 1.0
    loss_factor: float = 1.0

    @property
    def footprint_m2(self) -> float:
        """What the head's flame covers at once."""
        return FOOTPRINT_M2_PER_L_PER_H * self.acetylene_l_per_h

    @property
    def capture(self) -> float:
        """The share of the flame that meets the body."""
        return min(1.0, self.body.projected_m2 / self.footprint_m2)

    @property
    def heated_m2(self) -> float:
        """The skin the flame goes over."""
        return self.swept * (self.body.face_m2 if self.one_side else self.body.envelope_m2)

    @property
    def depth_m(self) -> float:
        """How deep the heat has to go from there."""
        return self.body.depth_one_side_m if self.one_side else self.body.depth_m

    @property
    def film_w_per_k(self) -> float:
        """What the body takes up for each degree it is colder than the gas."""
        flame_w = UPTAKE * HEAT_W_PER_L_PER_H * self.acetylene_l_per_h * self.capture
        return flame_w * (BOX_GAIN if self.boxed else 1.0) * self.flame_factor / (GAS_C - 20)

    def taken_w(self, at_c: float, spread_c: float = 0.0) -> float:
        """Return the power taken up at full flame, W, at a mean temperature and spread, °C."""
        film, body = self.film_w_per_k, self.body
        deep = (
            film
            * self.depth_m
            / (body.shape_factor * body.metal.conductivity(at_c) * self.heated_m2)
        )
        return film * (GAS_C - at_c - 2 / 3 * (1 - self.swept) * spread_c) / (1 + deep)

    @property
    def bare_m2(self) -> float:
        """The skin that nothing lies on."""
        covered = self.shells.covers if self.shells else 0.0
        return self.body.area_m2 * (1 - covered)

    def skin_w_per_m2(self, at_c: float) -> float:
        """Return what bare skin loses, W/m2, at a temperature, °C."""
        size, lying = self.body.air_size
        metal = self.body.metal
        return bare_loss_w_per_m2(at_c, self.room_c, size, metal.emissivity, lying=lying)

    def bare_w(self, at_c: float, spread_c: float = 0.0) -> float:
        """Return what the bare skin loses, W, at a mean temperature and spread, °C."""
        off = SPREAD_IN_LOSS * spread_c
        flux = (self.skin_w_per_m2(at_c + off) + self.skin_w_per_m2(at_c - off)) / 2
        return self.loss_factor * self.bare_m2 * flux

    def bare_w_per_k(self, at_c: float) -> float:
        """Return how the bare loss grows with temperature, W/K."""
        size, lying = self.body.air_size
        slope = loss_slope_w_per_m2_k(
            at_c, self.room_c, size, self.body.metal.emissivity, lying=lying
        )
        return self.loss_factor * self.bare_m2 * slope

    def links(self) -> Links | None:
        """Return the chain outside the body, or None where it stands bare."""
        if self.body.fin is not None:
            return FinCells(self.body, self.body.fin, self.room_c, self.loss_factor)
        return self.shells

    def steady_loss_w(self, at_c: float, spread_c: float = 0.0) -> float:
        """Return what holding a temperature takes, W."""
        links = self.links()
        beyond = 0.0
        if links is not None:
            count = len(links.aside(links_cells(links, self.room_c)))
            beyond = steady_w(links, at_c, self.room_c, count)
        return self.bare_w(at_c, spread_c) + beyond

    def evening(self, at_c: float) -> tuple[float, float]:
        """Return the seconds a spread takes to even out, and the spread kept up by a watt, °C."""
        alone = evening_s(self.body, self.swept, at_c)
        share = by_loss(self.body, alone, self.bare_w_per_k(at_c), at_c)
        return alone * share, spread_per_w(self.body, self.swept, at_c) * share


def links_cells(links: Links, at_c: float) -> list[float]:
    """Return the cells of a chain, all at one temperature, °C.

    Args:
        links: the chain
        at_c: °C

    Source: definition

    >>> from pellak.core.body.cool_given import CoolGiven, cooling_of
    >>> sand = CoolGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     start_c=600, medium='dry-sand')
    >>> set(links_cells(cooling_of(sand).shells, 20.0))
    {20.0}
    """
    return [at_c] * links.count


@dataclass(frozen=True)
class SoakMoment:
    """The body at one moment of a run."""

    at_s: float
    body_c: float
    spread_c: float
    used_w: float
    full_w: float
    gas_l: float


@dataclass(frozen=True)
class SoakRun:
    """A run from start to target, or to as far as it came."""

    moments: list[SoakMoment]
    reached: bool
    cells_c: list[float]

    @property
    def seconds(self) -> float:
        """How long it ran."""
        return self.moments[-1].at_s

    def at_c(self, wanted_c: float) -> SoakMoment:
        """Return the moment its mean passed a temperature, °C, between those reckoned."""
        before = self.moments[0]
        for now in self.moments[1:]:
            if now.body_c >= wanted_c:
                part = (wanted_c - before.body_c) / max(now.body_c - before.body_c, 1e-9)
                return SoakMoment(*(
                    a + part * (b - a)
                    for a, b in zip(_numbers(before), _numbers(now), strict=True)
                ))  # fmt: skip
            before = now
        return self.moments[-1]


def tubes_c(of: Soaking, run: SoakRun, place_mm: float) -> float | None:
    """Return how warm a cluster's tubes are at a place from its heated end when the run ends.

    Args:
        of: the run: body, flame and losses
        run: the run made
        place_mm: from the heated end, mm

    Source: a fin: Carslaw and Jaeger, 4.2

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> tubes_c(of, run_soak(of, 600.0), 50.0) is None
    True
    """
    links = of.links()
    if not isinstance(links, FinCells):
        return None
    return links.at_m(run.moments[-1].body_c, run.cells_c, place_mm / 1000)


def _numbers(one: SoakMoment) -> tuple[float, ...]:
    return (one.at_s, one.body_c, one.spread_c, one.used_w, one.full_w, one.gas_l)


def run_soak(of: Soaking, target_c: float) -> SoakRun:
    """Return the run up to a target, °C, full flame until the spread meets its limit.

    Args:
        of: the run: body, flame and losses
        target_c: °C

    Source: heat kept, in steps; losses by radiation and free convection

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> run = run_soak(of, 600.0)
    >>> run.reached, 300 < run.seconds < 36000
    (False, True)
    """
    body, metal, links = of.body, of.body.metal, of.links()
    cells = links_cells(links, of.room_c) if links else []
    full = of.taken_w(of.start_c)
    moments = [SoakMoment(0.0, of.start_c, 0.0, full, full, 0.0)]
    at_c, spread, at_s, gas = of.start_c, 0.0, 0.0, 0.0
    most_c = (target_c - of.start_c) * (MOST_RISE_SHARE_WITH_CELLS if links else MOST_RISE_SHARE)
    rate = full / (body.mass_kg * metal.capacity(at_c))
    seconds = min(LEAST_RISE_C if links else most_c, most_c) / rate / (6 if links else 1)
    steps = 0
    while at_c < target_c and at_s < LONGEST_S:
        steps, cells_before = steps + 1, cells
        guess = min(at_c + rate * seconds / 2, target_c)
        full = of.taken_w(guess, spread)
        evening, per_w = of.evening(guess)
        used = _let_on(full, spread, of.limit_c, seconds, evening, per_w)
        next_spread = towards(spread, per_w * used, seconds, evening) if per_w else 0.0
        net = used - of.bare_w(guess, (spread + next_spread) / 2)
        heat = body.mass_kg * metal.capacity(guess)
        if links is None:
            next_c = metal.at_enthalpy(metal.enthalpy(at_c) + net * seconds / body.mass_kg)
        else:
            theta = 1.0 if steps <= IMPLICIT_STEPS else THETA
            moved_c, cells = step_chain(
                links, of.room_c, at_c, heat, net, 0.0, cells, seconds, theta
            )
            gained = heat * (moved_c - at_c) / body.mass_kg
            next_c = metal.at_enthalpy(metal.enthalpy(at_c) + gained)
        rate = (next_c - at_c) / seconds
        if next_c <= at_c + 1e-4 * seconds / 3600 and at_s > 0:
            break
        if next_c > target_c:
            # Stop at the target, the cells too: a long last step would warm them past it.
            part = (target_c - at_c) / (next_c - at_c)
            cells = [a + part * (b - a) for a, b in zip(cells_before, cells, strict=True)]
            next_spread = spread + part * (next_spread - spread)
            seconds, next_c = part * seconds, target_c
        at_s += seconds
        gas += of.acetylene_l_per_h / 3600 * seconds * used / full
        at_c, spread = next_c, next_spread
        moments.append(SoakMoment(at_s, at_c, spread, used, full, gas))
        rise = min(max(RISE_SHARE * (at_c - of.room_c), LEAST_RISE_C), most_c)
        wanted = rise / max(rate, 1e-9)
        seconds = min(wanted, seconds * 1.5, LONGEST_S / 40)
    return SoakRun(moments, at_c >= target_c, cells)


def _let_on(
    full_w: float, spread_c: float, limit_c: float | None, seconds: float,
    evening_time_s: float, per_w: float,
) -> float:  # fmt: skip
    """Return the power let on, W: all of it, or what brings the spread to its limit and no more."""
    if limit_c is None or per_w <= 0:
        return full_w
    if towards(spread_c, per_w * full_w, seconds, evening_time_s) <= limit_c:
        return full_w
    kept = towards(1.0, 0.0, seconds, evening_time_s)
    allowed = (limit_c - spread_c * kept) / (1 - kept) / per_w
    return min(full_w, max(0.0, allowed))
