"""The kink of a member's spots, and what its rounds and earlier members say of psi."""

from dataclasses import dataclass

from pellak.core.answer.errors import Refused
from pellak.core.member.kink import HeatSpot, HotZone, hot_zone, lowers_mm
from pellak.core.member.limits import planned_peak_c, sound
from pellak.core.member.psi import Psi, fitted_psi
from pellak.core.member.straighten_given import Earlier, StraightenGiven, is_hot
from pellak.core.tables import thermal_rows

EXPANSION = {"carbon": "low-carbon-steel", "low-alloy": "alloy-steel"}


@dataclass(frozen=True)
class Kink:
    """One spot on a member: where it is hot, how hot, and the kink of psi 1, rad."""

    spot: HeatSpot
    zone: HotZone
    alpha_per_k: float
    peak_c: float
    unit_rad: float


def kink_of(given: StraightenGiven) -> Kink:
    """Return the kink of one spot.

    Raises Refused for a steel or member that flame is not for, a peak over its limit, a spot too
    wide or on the neutral axis.
    """
    sound(given.condition)
    peak = planned_peak_c(given.steel, given.temper_c, given.peak_c)
    spot = HeatSpot(given.section, given.face, given.spot_mm)
    zone = hot_zone(spot)
    alpha = thermal_rows()[EXPANSION.get(given.steel, "alloy-steel")].expansion_per_k
    unit = spot.unit_kink_rad(alpha, peak)
    if unit <= 0:
        raise Refused("spot_mm", given.spot_mm, "a spot that lies off the neutral axis")
    return Kink(spot, zone, alpha, peak, unit)


def _moves(given: StraightenGiven, unit_rad: float) -> list[tuple[float, float]]:
    return [
        (
            sum(lowers_mm(s.at_mm, unit_rad, given.length_mm) for s in r.spots),
            r.camber_before_mm - r.camber_after_mm,
        )
        for r in given.rounds
        if not is_hot(r)
    ]


def psi_of(given: StraightenGiven, unit_rad: float) -> Psi:
    """Return psi after this member's rounds and those of earlier ones like it.

    Args:
        given: the member and its rounds
        unit_rad: what one spot turns where psi is 1

    Source: Bayes on the logarithm, as `fitted_psi`

    >>> none = StraightenGiven.model_construct(rounds=[], earlier=[])
    >>> psi = psi_of(none, 0.004)
    >>> psi.low < psi.median < psi.high
    True
    """
    earlier = [list(zip(one.of_one_mm, one.moved_mm, strict=True)) for one in given.earlier]
    return fitted_psi(_moves(given, unit_rad), earlier)


def earlier_of(given: StraightenGiven) -> Earlier | None:
    """Return what this member's rounds tell the next one like it; None while none is read cold."""
    moves = _moves(given, kink_of(given).unit_rad)
    if not moves:
        return None
    return Earlier(of_one_mm=[of for of, _ in moves], moved_mm=[moved for _, moved in moves])
