"""Where tacks go and in which order, for each school. Lengths in mm along the seam."""

import math
from collections.abc import Sequence
from itertools import groupby, pairwise, product
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.tables import Family
from pellak.core.tables.metal_families import traits_of

TackSchool = Literal["halving", "march", "centre-out", "opposite"]
PITCH_PER_THICKNESS = 25.0
PITCH_SPAN_MM = (12.0, 75.0)
LEAST_ON_RING = 4
COUPON_PITCHES = 3
"""So short a seam is held by its ends alone; a third tack only where the gap opens."""
SLACK = 1e-9
"""A seam longer than a whole number of pitches by less than this share has not grown a tack."""


class TackSpot(Record):
    """One tack: its place along the seam, and the round in which it is made."""

    at_mm: float
    round: int


def pitch_mm(thickness_mm: float, family: Family) -> float:
    """Return the widest spacing of tacks: 25 t, 12 to 75 mm; a fifth less where it walks more.

    Args:
        thickness_mm: wall, mm, above 0
        family: of the metal

    Source: sheet practice

    >>> pitch_mm(1.2, 'carbon-steel'), pitch_mm(10.0, 'carbon-steel')
    (30.0, 75.0)
    """
    low, high = PITCH_SPAN_MM
    pitch = min(high, max(low, PITCH_PER_THICKNESS * thickness_mm))
    return pitch * traits_of(family).tack_pitch_share


def _intervals(length_mm: float, pitch: float) -> int:
    return max(1, math.ceil(length_mm / pitch * (1 - SLACK)))


def _evened(count: int) -> int:
    return count if count == 1 else count + count % 2


def _stretch(start: float, end: float, pitch: float, school: TackSchool) -> list[TackSpot]:
    """Return the tacks of one straight stretch, both ends in the first round."""
    count = _intervals(end - start, pitch)
    if school in ("centre-out", "march"):
        # A middle to begin from; the same stride to the end. Halved, the nearest place will do.
        count = _evened(count)
    step = (end - start) / count
    rounds = _halved(count) if school == "halving" else [1 + i % 2 for i in range(count)]
    return [
        TackSpot(
            at_mm=end if i == count else start + i * step,
            round=1 if i in (0, count) else rounds[i],
        )
        for i in range(count + 1)
    ]


def _halved(count: int) -> list[int]:
    """Return the round in which each place is reached: the middle first, then halves of halves."""
    rounds = [1] * (count + 1)
    parts = [(0, count, 2)]
    for low, high, number in parts:
        if high - low > 1:
            middle = (low + high) // 2
            rounds[middle] = number
            parts += [(low, middle, number + 1), (middle, high, number + 1)]
    return rounds


def _centre_out(spots: Sequence[TackSpot], length_mm: float) -> list[TackSpot]:
    middle = length_mm / 2
    places = sorted({s.at_mm for s in spots}, key=lambda at: (round(abs(at - middle), 6), at))
    rounds: list[TackSpot] = []
    for at in places:
        far = round(abs(at - middle), 6)
        last = rounds[-1] if rounds else None
        same = last is not None and round(abs(last.at_mm - middle), 6) == far
        number = 1 if last is None else last.round + (0 if same else 1)
        rounds.append(TackSpot(at_mm=at, round=number))
    return rounds


def _opposite(length_mm: float, pitch: float) -> list[TackSpot]:
    """Return opposite pairs round a ring, each pair as far as may be from those before it."""
    count = max(LEAST_ON_RING, _evened(_intervals(length_mm, pitch)))
    half = count // 2
    chosen = [0]
    nearest = {pair: _apart(pair, 0, half) for pair in range(1, half)}
    while nearest:
        best = max(nearest, key=lambda pair: (nearest[pair], -pair))
        chosen.append(best)
        del nearest[best]
        nearest = {pair: min(gap, _apart(pair, best, half)) for pair, gap in nearest.items()}
    order: list[int] = []
    for pair in chosen:
        first, second = pair, pair + half
        if order and _apart(second, order[-1], count) > _apart(first, order[-1], count):
            first, second = second, first
        order += [first, second]
    return [
        TackSpot(at_mm=i * length_mm / count, round=place // 2 + 1) for place, i in enumerate(order)
    ]


def _apart(one: int, other: int, around: int) -> int:
    gap = abs(one - other) % around
    return min(gap, around - gap)


def tack_order(
    seam_mm: float, pitch: float, school: TackSchool, corners_mm: Sequence[float] = ()
) -> list[TackSpot]:
    """Return the tacks in the order they are made.

    Args:
        seam_mm: length of the seam; once round for a closed ring.
        pitch: no two neighbours stand further apart than this, but for a seam of three pitches at
            most, which is held by its ends.
        school: halving, march, centre-out; opposite is for a closed ring.
        corners_mm: places where the seam turns: each is held like an end.

    Source: sheet practice

    >>> [round(spot.at_mm) for spot in tack_order(90.0, 30.0, 'halving')]
    [0, 90]
    """
    if school == "opposite":
        return _opposite(seam_mm, pitch)
    if not corners_mm and seam_mm <= COUPON_PITCHES * pitch * (1 + SLACK):
        return [TackSpot(at_mm=0.0, round=1), TackSpot(at_mm=seam_mm, round=1)]
    turns = [0.0, *sorted(c for c in corners_mm if 0 < c < seam_mm), seam_mm]
    spots: dict[float, TackSpot] = {}
    for start, end in pairwise(turns):
        spots.update({s.at_mm: s for s in _stretch(start, end, pitch, school)})
    if school == "centre-out":
        return _centre_out(list(spots.values()), seam_mm)
    ordered = sorted(spots.values(), key=lambda s: (s.round, s.at_mm))
    return _turned(ordered) if school == "halving" else ordered


def _turned(spots: Sequence[TackSpot]) -> list[TackSpot]:
    """Return the tacks with some rounds taken from the far end, so that no round begins beside
    where the last one ended."""
    rounds = [list(group) for _, group in groupby(spots, key=lambda s: s.round)]
    held = sorted(s.at_mm for s in spots)
    space = min((b - a for a, b in pairwise(held)), default=0.0)
    for turns in product((False, True), repeat=max(0, len(rounds) - 2)):
        # The ends are the first round, and the middle the second.
        tried = [
            *rounds[:2],
            *(r[::-1] if t else r for r, t in zip(rounds[2:], turns, strict=True)),
        ]
        joints = [(one[-1].at_mm, other[0].at_mm) for one, other in pairwise(tried)]
        if all(abs(one - other) > 1.5 * space for one, other in joints):
            return [spot for one in tried for spot in one]
    return list(spots)


def filled_in(
    done: Sequence[TackSpot], seam_mm: float, pitch: float, *, closed: bool
) -> list[TackSpot]:
    """Return the tacks still to make between those done, no further apart than the pitch.

    Spaces are split in one march along the seam, every second one in a later round.

    Args:
        done: tacks made
        seam_mm: length, mm
        pitch: widest spacing, mm
        closed: whether it closes on itself

    Source: sheet practice

    >>> ends = tack_order(90.0, 90.0, 'halving')
    >>> len(filled_in(ends, 90.0, 30.0, closed=False)) > 0
    True
    """
    held = sorted(s.at_mm for s in done)
    if closed:
        spaces = list(zip(held, [*held[1:], held[0] + seam_mm], strict=True))
    else:
        edges = sorted({0.0, *held, seam_mm})
        spaces = list(pairwise(edges))
    made = {round(at, 6) for at in held}
    first = max(s.round for s in done) + 1
    more = []
    for start, end in spaces:
        count = _intervals(end - start, pitch)
        for i in range(count + 1):
            at = (start + i * (end - start) / count) % seam_mm if closed else (
                start + i * (end - start) / count
            )  # fmt: skip
            if round(at, 6) not in made:
                made.add(round(at, 6))
                more.append(TackSpot(at_mm=at, round=first + (0 if i in (0, count) else i % 2)))
    return sorted(more, key=lambda s: (s.round, s.at_mm))
