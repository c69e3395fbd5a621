"""The straighten reckoner: how many heat spots, where the next round goes, what it will take."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Reckoner, Record, Working, inserted, short
from pellak.core.member.fit import kink_of, psi_of
from pellak.core.member.kink import KINK_FORMULA, Pattern, lowers_mm, spots_large
from pellak.core.member.kink import SOURCE as KINK_SOURCE
from pellak.core.member.limits import LIMIT_SOURCE, limit_c
from pellak.core.member.places import Ground, placed_by_bow, round_places
from pellak.core.member.psi import READING_MM, Psi
from pellak.core.member.psi import SOURCE as PSI_SOURCE
from pellak.core.member.spot_heat import TOUCH_C, member_spot_heat
from pellak.core.member.straighten_given import Round, SpotAt, StraightenGiven, is_hot

PLANNED_SHARE = 0.8
"""A round is planned to take this much of what is left, so that it does not go past."""
FIRST_ROUND, MOST_A_ROUND = 3, 12
TOLERANCE_PER_LENGTH, WEAK_PSI = 1 / 1000, 0.25


Verdict = Literal["heat", "straight", "read-again", "worse", "past", "no-room"]
SAYS: Mapping[Verdict, str] = {
    "heat": "Heat this round's spots.",
    "straight": "Straight enough: leave it.",
    "read-again": "Read the line again once a bare hand rests on it.",
    "worse": "It stands worse after a cold round than before: stop and find out why.",
    "past": "It stands past straight: the other face is the long one now.",
    "no-room": "No free place is left for a spot that would not take it past straight.",
}


class StraightenValues(Record):
    """What is still to do. `expected_mm` is the bow after the next round; none left, no round.

    `spot_s`, its gas and the wait are null where this flame never makes a spot red.
    """

    theta_per_spot_rad: float
    psi: float
    psi_low: float
    psi_high: float
    spots_total: int
    spots_low: int
    spots_high: int
    left_mm: float
    tolerance_mm: float
    next_round: list[SpotAt]
    verdict: Verdict
    says: str
    hot_rounds: list[int]
    """Rounds, counted from 1, whose reading was too hot to be reckoned with."""
    expected_mm: float
    expected_low_mm: float
    expected_high_mm: float
    peak_c: float
    limit_c: float
    spot_s: float | None
    spot_acetylene_l: float | None
    wait_min: float | None
    rounds_left: int
    pattern: Pattern
    where: str
    spots_fit: int


class StraightenAnswer(Answer):
    """Answer of the straighten reckoner."""

    values: StraightenValues


@dataclass(frozen=True)
class _Member:
    """A member as it stands now."""

    given: StraightenGiven
    peak_c: float
    unit_rad: float
    psi: Psi

    @property
    def hot(self) -> list[Round]:
        return [r for r in self.given.rounds if is_hot(r)]

    @property
    def left_mm(self) -> float:
        cold = [r for r in self.given.rounds if not is_hot(r)]
        return cold[-1].camber_after_mm if cold else self.given.bow_mm

    @property
    def tolerance_mm(self) -> float:
        return self.given.tolerance_mm or self.given.length_mm * TOLERANCE_PER_LENGTH

    @property
    def done(self) -> bool:
        # A reading errs by a millimetre or two: it stops once the bow surely is within.
        return self.left_mm <= max(self.tolerance_mm - 1.5 * READING_MM, self.tolerance_mm / 2)

    @property
    def ground(self) -> Ground:
        return Ground(
            self.given.length_mm,
            self.given.spot_mm,
            tuple((a.from_mm, a.to_mm) for a in self.given.attached),
            tuple(s.at_mm for r in self.given.rounds for s in r.spots),
        )


def spots_for(bow_mm: float, kink_rad: float, length_mm: float) -> float:
    """Return how many spots spread evenly take a bow: N spots take theta L (N + 1) / 8.

    Args:
        bow_mm: to be taken, mm, above 0
        kink_rad: of one spot, rad
        length_mm: of the member, mm

    Source: geometry: N even kinks take theta L (N + 1) / 8

    >>> round(spots_for(20.0, 0.004, 3000.0), 1), spots_for(0.1, 0.01, 3000.0)
    (12.3, 1.0)
    """
    return max(1.0, 8 * bow_mm / (kink_rad * length_mm) - 1)


def _barred(member: _Member) -> Verdict | None:
    """Return why nothing is heated next, or None."""
    if member.hot[-1:] == member.given.rounds[-1:] != []:
        return "read-again"
    if _worse(member.given) is not None:
        return "worse"
    if member.left_mm < -member.tolerance_mm:
        return "past"
    return "straight" if member.done else None


def _next(member: _Member) -> list[float]:
    given, left = member.given, member.left_mm
    if _barred(member) is not None:
        return []
    kink = member.psi.median * member.unit_rad
    wanted = PLANNED_SHARE * left
    most = MOST_A_ROUND if given.rounds else FIRST_ROUND
    # What it may not take over, were psi at the top of what it can be and the reading too high.
    never = max(0.0, left - READING_MM) * member.psi.median / member.psi.cautious
    if given.stations and not given.rounds:
        at = {s.at_mm: s.bow_mm for s in given.stations}
        return placed_by_bow(member.ground, kink, at, wanted, never, most)
    return round_places(member.ground, kink, wanted, never, most)


def _worse(given: StraightenGiven) -> Round | None:
    cold = [r for r in given.rounds if not is_hot(r)]
    error = 2 * math.sqrt(2) * READING_MM
    return next((r for r in cold if r.camber_after_mm > r.camber_before_mm + error), None)


def _taken(member: _Member, places: Sequence[float], psi: float) -> float:
    length = member.given.length_mm
    return sum(lowers_mm(at, psi * member.unit_rad, length) for at in places)


def _rounds_left(member: _Member, more: float, next_spots: int) -> int:
    """Return how many rounds are still to be expected: by their share of what is left, and by
    how many spots a round holds."""
    if member.done:
        return 0
    by_spots = 1 + math.ceil(max(0.0, more - next_spots) / MOST_A_ROUND)
    goal = max(member.tolerance_mm - 1.5 * READING_MM, member.tolerance_mm / 2)
    return max(by_spots, math.ceil(math.log(goal / member.left_mm) / math.log(1 - PLANNED_SHARE)))


def _cautions(member: _Member, fits: int, wanted: float) -> list[Caution]:
    given = member.given
    cautions: list[tuple[Literal["stop", "warn", "note"], str, str]] = []
    worse = _worse(given)
    if member.hot[-1:] == given.rounds[-1:] != []:
        cautions.append(
            ("warn", f"The last reading was taken at {say.c(member.hot[-1].surface_c or 0)}. "
             f"Read again when a bare hand rests on it, {say.c(TOUCH_C)}: it is kept beside and "
             "not "
             "reckoned with.", "While hot it bows further the wrong way and tells nothing.")
        )  # fmt: skip
    if worse is not None:
        cautions.append(
            ("stop", f"After a cold round it stood at {say.mm(worse.camber_after_mm)}, before "
             f"it at {say.mm(worse.camber_before_mm)}. Stop and find out why.",
             "The wrong face was heated, something holds or loads it, or it is not a bow at all.")
        )  # fmt: skip
    elif member.left_mm < -member.tolerance_mm:
        cautions.append(
            ("warn", f"It stands {say.mm(-member.left_mm)} past straight. Now the other face "
             "is the long one: turn it over and begin a job for that bow.",
             "Heated too long, too hot or in too many places, it went over.")
        )  # fmt: skip
    elif member.psi.median < WEAK_PSI:
        cautions.append(
            ("warn", "It hardly moves. Is it free at both ends and unloaded, and did the whole "
             "spot turn dull red? If so, more heat will not do it: another way.",
             "Spots that do not upset only tire the metal.")
        )  # fmt: skip
    if not member.done and wanted > fits:
        cautions.append(
            ("warn", f"Some {wanted:.0f} more spots are wanted and {fits} find room. Shorter steps "
             "with smaller spots, or another way, for the rest.",
             "A spot on a used or warm one upsets metal that is hard already.")
        )  # fmt: skip
    cautions += [
        ("warn", f"Never above {say.c(limit_c(given.steel, given.temper_c), limit='<')}, by a "
        "crayon beside the "
         f"spot. No water above {say.c(315, limit='<')}. No hammer and no bending from "
         f"{say.c(400)} down to "
         f"{say.c(200)}.",
         "Hotter it loses its strength; blue-hot steel cracks under the hammer."),
        ("note", "A bow only: twist, dents, buckles and sharp kinks are another matter, and "
         "structural work belongs to qualified people under its code.",
         "Heat spots shorten one face; they do nothing else."),
    ]  # fmt: skip
    return [
        Caution(level=level, text=text, reason=reason, source=LIMIT_SOURCE)
        for level, text, reason in cautions
    ]


def _psi_line(member: _Member) -> Working:
    psi, read = member.psi, sum(not is_hot(r) for r in member.given.rounds)
    before = len(member.given.earlier)
    return Working(
        name="psi", value=psi.median, low=psi.low, high=psi.high,
        formula="prior 0.8, a factor of 1.6 either way, times what members of this section told "
        "before, times what each cold round says",
        inserted=f"{before} members before, {read} rounds read cold", source=PSI_SOURCE,
        note="one spread either way; rounds read hot are left out",
    )  # fmt: skip


def reckon_straighten(given: StraightenGiven) -> StraightenAnswer:
    """Return kink, spots, the next round's places and what it will take.

    Valid for a bow in one plane of a sound, unloaded member, long against its depth. Raises
    Refused for a steel or member that flame is not for, a peak over its limit, a spot too wide.

    Source: FHWA heat-straightening guide; kinks of a bent line; Bayes' rule for psi.
    """
    kink = kink_of(given)
    zone, shape, alpha, peak = kink.zone, kink.spot.shape, kink.alpha_per_k, kink.peak_c
    unit = kink.unit_rad
    for attachment in given.attached:
        if not attachment.from_mm <= attachment.to_mm <= given.length_mm:
            raise Refused(
                "attached", f"{attachment.from_mm:g} to {attachment.to_mm:g}", "a stretch of it"
            )
    member = _Member(given, peak, unit, psi_of(given, unit))
    psi, length, left = member.psi, given.length_mm, max(0.0, member.left_mm)
    used = sum(len(r.spots) for r in given.rounds)
    more = {n: 0.0 if member.done else spots_for(left, p * unit, length)
            for n, p in (("value", psi.median), ("low", psi.high), ("high", psi.low))}  # fmt: skip
    places = _next(member)
    verdict: Verdict = _barred(member) or ("heat" if places else "no-room")
    heat = member_spot_heat(
        given.section, given.spot_mm, peak, given.acetylene_l_per_h, given.orifice_mm,
        spots_large(kink.spot),
    )  # fmt: skip
    fits = len(member.ground.in_order())
    after = {n: left - _taken(member, places, p)
             for n, p in (("value", psi.median), ("low", psi.high), ("high", psi.low))}  # fmt: skip
    theta = psi.median * unit
    numbers = {"psi": psi.median, "alpha": alpha, "T": peak, "V": zone.volume_mm3,
               "e": zone.arm_mm, "I": shape.inertia_mm4}  # fmt: skip
    return StraightenAnswer(
        values=StraightenValues(
            theta_per_spot_rad=theta, psi=psi.median, psi_low=psi.low, psi_high=psi.high,
            spots_total=used + round(more["value"]), spots_low=used + math.floor(more["low"]),
            spots_high=used + math.ceil(more["high"]), left_mm=member.left_mm,
            tolerance_mm=member.tolerance_mm, next_round=[SpotAt(at_mm=at) for at in places],
            verdict=verdict, says=SAYS[verdict],
            hot_rounds=[n for n, r in enumerate(given.rounds, start=1) if is_hot(r)],
            expected_mm=after["value"], expected_low_mm=after["low"],
            expected_high_mm=after["high"], peak_c=peak,
            limit_c=limit_c(given.steel, given.temper_c),
            spot_s=heat.seconds, spot_acetylene_l=heat.acetylene_l, wait_min=heat.wait_min,
            rounds_left=_rounds_left(member, more["value"], len(places)),
            pattern=zone.pattern, where=zone.where, spots_fit=fits,
        ),
        working=[
            Working(name="theta_per_spot_rad", value=theta, unit="rad", low=psi.low * unit,
                    high=psi.high * unit, formula=KINK_FORMULA,
                    inserted=inserted(KINK_FORMULA, numbers), source=KINK_SOURCE,
                    note=f"V in mm3, {zone.where}; I of the section as drawn"),
            _psi_line(member),
            Working(name="spots_total", value=used + round(more["value"]),
                    low=used + math.floor(more["low"]), high=used + math.ceil(more["high"]),
                    formula="used + 8 * bow / (theta * L) - 1",
                    inserted=f"{used} + 8 * {short(left, 3)} / ({short(theta, 3)} * "
                    f"{short(length, 4)}) - 1",
                    source="kinks spread evenly: N of them take theta L (N + 1) / 8"),
            Working(name="expected_mm", value=after["value"], unit="mm", low=after["low"],
                    high=after["high"], formula="bow - sum of theta * min(x, L - x) / 2",
                    inserted=f"{short(left, 3)} mm and {len(places)} spots",
                    source="geometry of a bent line", note="cold, unloaded, line end to end"),
            Working(name="limit_c", value=limit_c(given.steel, given.temper_c), unit="°C",
                    formula="by the class of steel", inserted=given.steel, source=LIMIT_SOURCE),
        ],
        cautions=_cautions(member, fits, more["value"]),
    )  # fmt: skip


STRAIGHTEN = Reckoner(
    "straighten",
    "Where do the heat spots go, and how many?",
    StraightenGiven,
    StraightenAnswer,
    reckon_straighten,
)
