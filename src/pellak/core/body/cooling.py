"""One run of a body cooling: in a medium, in still air, or down a furnace's ramp."""

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass

from pellak.core.body.bare_loss import bare_loss_w_per_m2, loss_slope_w_per_m2_k
from pellak.core.body.body import Body
from pellak.core.body.chain import Shells, step_chain
from pellak.core.body.spread import by_loss, stored_j_per_m3_k, towards

FALL_SHARE, LEAST_FALL_C = 0.025, 0.5
LONGEST_H = 2000.0
IMPLICIT_STEPS, THETA = 3, 0.55
EVENING_SHARE = 0.8
SKIN_WITHIN_C, MOST_SKIN_STEPS = 0.2, 30
"""How near the skin is found from the middle: less than a thousandth of what it loses. A wall takes
one or two steps, a block of 5 m some twenty."""


@dataclass(frozen=True)
class Cooling:
    """A body, where it cools, and how unevenly its walls are thick."""

    body: Body
    start_c: float
    room_c: float
    end_c: float
    shells: Shells | None
    shells_start_c: float
    ramp_c_per_h: float | None
    ramp_to_c: float
    unevenness: float
    loss_factor: float = 1.0

    def air_w_per_m2(self, body_c: float) -> tuple[float, float]:
        """Return the bare loss, W/m2, of a body at a mean temperature, and its slope, W/m2K."""
        body, metal = self.body, self.body.metal
        size, lying = body.air_size
        k_per_w = self.loss_factor * body.depth_m / (
            body.shape_factor * metal.conductivity(body_c)
        )  # fmt: skip

        def flux(skin_c: float) -> float:
            return bare_loss_w_per_m2(skin_c, self.room_c, size, metal.emissivity, lying=lying)

        def slope(skin_c: float) -> float:
            return loss_slope_w_per_m2_k(skin_c, self.room_c, size, metal.emissivity, lying=lying)

        # The skin lies where what it loses is what comes through. Losses grow ever faster with its
        # heat, so that steps by their slope at the middle end above it, however thick the body.
        skin_c, damped = body_c, 1 + k_per_w * slope(body_c)
        for _ in range(MOST_SKIN_STEPS):
            step_c = (skin_c - body_c + k_per_w * flux(skin_c)) / damped
            skin_c -= step_c
            if step_c < SKIN_WITHIN_C:
                break
        return flux(skin_c) * self.loss_factor, slope(skin_c) * self.loss_factor


@dataclass(frozen=True)
class CoolRun:
    """The fall, in hours and °C, and the spread at each of its moments."""

    hours: list[float]
    body_c: list[float]
    spread_c: list[float]

    def at_h(self, hour_h: float) -> float | None:
        """Return the temperature at an hour, °C; None after the run's end."""
        if hour_h > self.hours[-1]:
            return None
        return _between(self.hours, self.body_c, hour_h)

    def hours_to(self, wanted_c: float) -> float | None:
        """Return the hours to a temperature, °C; None where it is not passed."""
        if wanted_c > self.body_c[0] or wanted_c < self.body_c[-1] - 1e-6:
            return None
        falling = [-t for t in self.body_c]
        return _between(falling, self.hours, -wanted_c)


def _between(keys: Sequence[float], values: Sequence[float], key: float) -> float:
    n = min(max(bisect_left(keys, key), 1), len(keys) - 1)
    span = keys[n] - keys[n - 1]
    part = (key - keys[n - 1]) / span if span > 0 else 1.0
    return values[n - 1] + min(max(part, 0.0), 1.0) * (values[n] - values[n - 1])


def run_cooling(of: Cooling) -> CoolRun:
    """Return the run from start down to `end_c`, which lies over the room."""
    body, metal, room_c = of.body, of.body.metal, of.room_c
    cells = [of.shells_start_c] * of.shells.count if of.shells else []
    hours, temperatures, spreads = [0.0], [of.start_c], [0.0]
    at_c, spread, at_s, steps = of.start_c, 0.0, 0.0, 0
    seconds = _first_s(of)
    while at_c > of.end_c + 1e-9 and at_s < LONGEST_H * 3600:
        on_ramp = of.ramp_c_per_h is not None and at_c > of.ramp_to_c + 1e-9
        if of.shells is not None:
            theta = 1.0 if steps < IMPLICIT_STEPS else THETA
            guess = at_c + (temperatures[-1] - temperatures[-2]) / 2 if steps else at_c
            heat = body.mass_kg * metal.capacity(guess)
            moved, cells = step_chain(
                of.shells, room_c, at_c, heat, 0.0, 0.0, cells, seconds, theta
            )
            lost = heat * (at_c - moved)
        elif on_ramp:
            fall = min(LEAST_FALL_C * 12, at_c - of.ramp_to_c)
            seconds = fall / (of.ramp_c_per_h or 1.0) * 3600
            lost = body.mass_kg * (metal.enthalpy(at_c) - metal.enthalpy(at_c - fall))
        else:
            fall = min(_fall_c(at_c, room_c), at_c - of.end_c)
            middle = at_c - fall / 2
            lost = body.mass_kg * (metal.enthalpy(at_c) - metal.enthalpy(at_c - fall))
            seconds = lost / (body.area_m2 * of.air_w_per_m2(middle)[0])
        next_c = metal.at_enthalpy(metal.enthalpy(at_c) - lost / body.mass_kg)
        if next_c < of.end_c:
            seconds *= (at_c - of.end_c) / (at_c - next_c)
            next_c = of.end_c
        spread = _spread_after(of, spread, at_c, next_c, seconds)
        steps, at_s, at_c = steps + 1, at_s + seconds, next_c
        hours.append(at_s / 3600)
        temperatures.append(at_c)
        spreads.append(spread)
        if of.shells is not None:
            rate = max((temperatures[-2] - at_c) / seconds, 1e-12)
            seconds = min(_fall_c(at_c, room_c) / rate, seconds * 1.5)
    return CoolRun(hours, temperatures, spreads)


def _fall_c(at_c: float, room_c: float) -> float:
    return max(FALL_SHARE * (at_c - room_c), LEAST_FALL_C)


def _first_s(of: Cooling) -> float:
    """Return a first step in which the medium's first cell warms by little, s."""
    if of.shells is None:
        return 1.0
    store, links = of.shells.capacities([]), of.shells.along(
        of.start_c, [of.shells_start_c] * of.shells.count
    )  # fmt: skip
    return 0.5 * store[0] / links[0]


def _spread_after(
    of: Cooling, spread_c: float, from_c: float, to_c: float, seconds: float
) -> float:
    body, at_c = of.body, (from_c + to_c) / 2
    stored, k = stored_j_per_m3_k(body, at_c), body.metal.conductivity(at_c)
    squared = body.far_m**2 * stored / k * body.spread_factor
    tends, evening = squared * of.unevenness * (from_c - to_c) / seconds, EVENING_SHARE * squared
    if of.shells is None:
        share = by_loss(body, evening, body.area_m2 * of.air_w_per_m2(at_c)[1], at_c)
        tends, evening = tends * share, evening * share
    return towards(spread_c, tends, seconds, evening)
