"""The tacks reckoner: pitch, places, order, waits, what the seam will shrink, and the advice."""

import itertools
import math
from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Reckoner, Record, Working, inserted, short
from pellak.core.heat.case import HeatCase
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.heat.loss import face_loss_w_per_m2_k
from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.seam.groove import Groove, form_for, usual_root_face_mm
from pellak.core.seam.path import PathPoint, places_at
from pellak.core.seam.shrink import SHRINK_FORMULA, SHRINK_NOTE, SHRINK_SOURCE, fused_area_mm2
from pellak.core.seam.tack_advice import gap_advice, trouble
from pellak.core.seam.tack_heat import MOST_WAITS, REPOSITION_S, TackHeat, waits_s
from pellak.core.seam.tack_order import TackSpot, filled_in, tack_order
from pellak.core.seam.tacks_given import MOST_TACKS, TacksGiven
from pellak.core.tables import heat_families, joints

WARM_C = 120.0
"""About how warm the next place is while it is waited for: what its loss is taken at."""
ABOVE_START_K = 40.0
"""On preheated work the next place is never below 60 °C: it waits for this much over the start."""
HOLD_MORE_S = 1.0
HOLD_UNKNOWN_S = 30.0
"""A tack whose puddle never stands is planned as long as this, and the plan says so elsewhere."""
EDGE_SHARE = 0.5
"""At a free end half the heat turns back: the tack there stands in about half the time."""
SHORTENED = 0.6
PITCH_FORMULA = "25 * t, 12 to 75 mm, 0.8 of it for stainless and aluminium"
WAIT_SOURCE = "plate model: field of the tacks already made, each held puddle + 1 s"


class Tack(Record):
    """One tack: its number in the order, place, round, and the wait before it."""

    n: int
    at_mm: float
    round: int
    x_mm: float
    y_mm: float
    wait_s: float | None
    starts_s: float | None
    hold_s: float | None = None


class TacksValues(Record):
    """The tacks in the order they are made. `wait_s` is the longest wait of them all."""

    pitch_mm: float
    interval_mm: float
    tacks: list[Tack]
    path: list[PathPoint]
    closed: bool
    hold_s: float
    limit_c: float
    wait_s: float
    minutes: float
    shrink_mm: float
    gap_advice: str
    adapted: str
    held_min: float = 0.0


class TacksAnswer(Answer):
    """Answer of the tacks reckoner."""

    values: TacksValues


def tack_case(given: TacksGiven) -> HeatCase:
    """Return the flame and plate a tack is made with; the gas rule's flow where none is told."""
    family = heat_families()[given.family]
    paths = joints()[given.joint].heat_paths
    if given.start_c >= family.melting_c:
        raise Refused("start_c", given.start_c, f"below melting, {say.c(family.melting_c)}")
    flow = given.acetylene_l_per_h or rule_flow_l_per_h(
        family=family, thickness_mm=given.thickness_mm, start_c=given.start_c, heat_paths=paths
    )
    return HeatCase(
        family, given.thickness_mm, min(flow, 20_000.0), given.start_c, paths,
        hand_factor=given.hand_factor,
    )  # fmt: skip


def _puddle_s(given: TacksGiven, case: HeatCase) -> float | None:
    solved = solve_heat(
        HeatGiven(
            family=given.family, thickness_mm=given.thickness_mm, joint=given.joint,
            start_c=given.start_c, acetylene_l_per_h=case.acetylene_l_per_h,
            hand_factor=given.hand_factor,
        )
    )  # fmt: skip
    return solved.expected.puddle_s


def held_s(puddle_s: float | None) -> float:
    """Return how long a tack in mid-sheet is held, s: until its puddle stands, and a second.

    Args:
        puddle_s: seconds to a puddle, None where none is known

    Source: judgement: a second over the puddle

    >>> held_s(2.0)
    3.0
    """
    return HOLD_UNKNOWN_S if puddle_s is None else puddle_s + HOLD_MORE_S


def order_for(given: TacksGiven) -> tuple[list[TackSpot], str]:
    """Return the tacks in order, what was measured since taken up, and what was changed for it.

    Raises Refused where there would be more tacks than anyone makes in one seam.
    """
    pitch = given.widest_mm
    if given.seam_mm / pitch > MOST_TACKS / 2:
        raise Refused(
            "seam_mm",
            given.seam_mm,
            f"at most {say.mm(MOST_TACKS // 2 * pitch, places=0, limit='<')}; plan it in parts",
        )
    spots = tack_order(given.seam_mm, pitch, given.school, given.corners_mm)
    why = trouble(given)
    if not given.done or not why:
        return spots, ""
    done = spots[: given.done]
    rest = filled_in(done, given.seam_mm, SHORTENED * pitch, closed=given.school == "opposite")
    return [*done, *rest], why


def reckon_tacks(given: TacksGiven, hold_s: float | None = None) -> TacksAnswer:
    """Return tacks, order and waits.

    Args:
        given: the seam.
        hold_s: seconds a tack is held where the puddle's time is known already.

    Raises Refused where the seam is too long to plan in one, or done counts tacks not planned.

    Valid for sheet of 0.3 to 25 mm tacked along one line or ring; mm and s. Source: sheet practice
    for pitch and order; the plate model for how long a tack is held and what warmth it leaves.

    >>> from pellak.core.seam.tacks_given import TacksGiven
    >>> given = TacksGiven(seam_mm=200, thickness_mm=1.2, family='carbon-steel', school='halving')
    >>> len(reckon_tacks(given).values.tacks) > 3
    True
    """
    case = tack_case(given)
    if hold_s is None:
        puddle = _puddle_s(given, case)
        hold_s = held_s(puddle)
    spots, adapted = order_for(given)
    if given.done > len(spots):
        raise Refused("done", given.done, f"at most {len(spots)}")
    closed = given.school == "opposite"
    limit = max(given.cool_to_c, given.start_c + ABOVE_START_K)
    holds = _holds_s(given, spots, hold_s)
    waits = waits_s(
        TackHeat.of(case, hold_s, face_loss_w_per_m2_k((limit + WARM_C) / 2)),
        [s.at_mm for s in spots],
        given.seam_mm,
        limit,
        closed=closed,
        all_cool_before=_round_starts(spots) if given.school == "march" else (),
        holds_s=holds,
    )
    tacks = _timed(given, spots, waits, holds)
    last = tacks[len(waits) - 1]
    pitch = given.widest_mm
    t = given.thickness_mm
    fused = given.fused_mm2
    if fused is None:
        form = form_for(given.joint, t, given.gap_mm, given.family)
        face = usual_root_face_mm(t) if form == "v" else 0.0
        gap = Groove(form=form, thickness_mm=t, root_gap_mm=given.gap_mm, root_face_mm=face)
        fused = fused_area_mm2(gap)
    shrink = 0.2 * fused / t + 0.05 * given.gap_mm
    numbers = {"A": fused, "t": t, "g": given.gap_mm}
    longest = max(waits)
    return TacksAnswer(
        values=TacksValues(
            pitch_mm=pitch,
            interval_mm=_widest(spots, given.seam_mm, closed=closed),
            tacks=tacks,
            path=places_at((given.seam_mm * i / 200 for i in range(201)), given),
            closed=closed,
            hold_s=hold_s,
            limit_c=limit,
            wait_s=longest,
            minutes=((last.starts_s or 0.0) + (last.hold_s or hold_s)) / 60,
            held_min=sum(holds) / 60,
            shrink_mm=shrink,
            gap_advice=gap_advice(given, shrink),
            adapted=adapted,
        ),
        working=[
            Working(name="pitch_mm", value=pitch, unit="mm", low=0.65 * pitch, high=pitch,
                    formula=PITCH_FORMULA, inserted=f"25 * {t:g}, {given.family}",
                    source="sheet practice: tacks 20 to 30 thicknesses apart"),
            Working(name="hold_s", value=hold_s, unit="s", low=hold_s - HOLD_MORE_S,
                    high=1.5 * hold_s, formula="puddle_s + 1",
                    inserted=f"{short(hold_s - HOLD_MORE_S, 3)} + 1",
                    source="plate model: the puddle has to stand, and a second more",
                    note="half of it at a free end"),
            Working(name="shrink_mm", value=shrink, unit="mm", low=0.5 * shrink, high=1.6 * shrink,
                    formula=SHRINK_FORMULA, inserted=inserted(SHRINK_FORMULA, numbers),
                    source=SHRINK_SOURCE, note=SHRINK_NOTE),
            Working(name="wait_s", value=longest, unit="s", low=0.6 * longest, high=1.7 * longest,
                    formula="seconds until the next place is below the limit",
                    inserted=f"limit {limit:g} °C, each tack held {hold_s:.2g} s",
                    source=WAIT_SOURCE,
                    note="wide sheet in still air; a narrow strip or a clamp changes it most"),
        ],
        cautions=_cautions(adapted, len(spots)),
    )  # fmt: skip


def _cautions(adapted: str, count: int) -> list[Caution]:
    cautions = []
    if adapted:
        cautions.append(
            Caution(
                level="warn",
                text=f"{adapted[0].upper()}{adapted[1:]}.",
                reason="Edges that ride are welded on top of each other, and no hammer mends that.",
                source="sheet practice",
            )
        )
    if count > MOST_WAITS:
        cautions.append(
            Caution(
                level="note",
                text=f"Waits are worked out for the first {MOST_WAITS} tacks.",
                reason="By then the pace is found; the rest goes on like them.",
                source="method page on tacks",
            )
        )
    return cautions


def _holds_s(given: TacksGiven, spots: Sequence[TackSpot], hold_s: float) -> list[float]:
    """Return how long each tack is held: half at the free ends of an open seam."""
    ends = () if given.school == "opposite" else (0.0, given.seam_mm)
    return [hold_s * (EDGE_SHARE if spot.at_mm in ends else 1.0) for spot in spots]


def _round_starts(spots: Sequence[TackSpot]) -> list[int]:
    return [i for i in range(1, len(spots)) if spots[i].round != spots[i - 1].round]


def _timed(
    given: TacksGiven, spots: Sequence[TackSpot], waits: Sequence[float], holds_s: Sequence[float]
) -> list[Tack]:
    tacks, now = [], 0.0
    places = places_at((spot.at_mm for spot in spots), given)
    for i, (spot, place) in enumerate(zip(spots, places, strict=True)):
        known = i < len(waits)
        if known and i:
            now += REPOSITION_S + waits[i]
        tacks.append(
            Tack(
                n=i + 1, at_mm=spot.at_mm, round=spot.round, x_mm=place.x_mm, y_mm=place.y_mm,
                wait_s=waits[i] if known else None, starts_s=now if known else None,
                hold_s=holds_s[i],
            )
        )  # fmt: skip
        now += holds_s[i]
    return tacks


def _widest(spots: Sequence[TackSpot], seam_mm: float, *, closed: bool) -> float:
    held = sorted(s.at_mm for s in spots)
    if closed:
        held.append(held[0] + seam_mm)
    return max((b - a for a, b in itertools.pairwise(held)), default=math.nan)


TACKS = Reckoner(
    "tacks", "Where do tacks go, in which order?", TacksGiven, TacksAnswer, reckon_tacks
)
