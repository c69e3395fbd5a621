"""Flames to read: drawn by the same laws as those one sets, their numbers told only afterwards."""

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.noise import hash_uniform
from pellak.core.practice.flame.burning import Look, look
from pellak.core.practice.flame.flows import FlameTorch
from pellak.core.torch.flame import OXIDISING_ABOVE, FlameKind, flame_kind

QUESTIONS = 10
LEAST_RATIO, MOST_RATIO = 0.78, 1.35
RIGHT_WITHIN, WRONG_FROM = 0.02, 0.15
KIND_SHARE = 0.4
ORIFICES_MM = (0.61, 0.89, 1.2)
JETS_M_PER_S = (95.0, 155.0)


class FlameShown(Record):
    """A flame to read: its shape in mm and its colours, in words too; not what burns in it."""

    number: int
    orifice_mm: float
    cone_mm: float
    feather_mm: float
    inner: float
    sharp: float
    soot: float
    envelope_mm: float
    cone: str
    feather: str
    envelope: str
    words: str


class FlameRead(Record):
    """An answer held against the truth: points of a hundred and the words that say why."""

    number: int
    kind: FlameKind
    ratio: float
    points: float
    why: str


def _drawn(seed: int, number: int) -> tuple[float, Look, FlameTorch]:
    """Return the ratio, look and tip of a question; kinds come equally often."""
    part = int(3 * hash_uniform(seed, number, 1))
    ends = ((LEAST_RATIO, 0.97), (0.99, 1.10), (1.14, MOST_RATIO))[part]
    ratio = ends[0] + (ends[1] - ends[0]) * hash_uniform(seed, number, 2)
    torch = FlameTorch(ORIFICES_MM[int(len(ORIFICES_MM) * hash_uniform(seed, number, 3))])
    slow, fast = JETS_M_PER_S
    jet = slow + (fast - slow) * hash_uniform(seed, number, 4)
    return ratio, look(torch, jet / (1 + ratio), jet, ratio, 0.0), torch


def flame_shown(seed: int, number: int) -> FlameShown:
    """Return the flame of a question, the same for a seed and a number each time.

    Args:
        seed: of the quiz
        number: of the question

    Source: drawn between the ratios of a torch's flames: judgement

    >>> flame_shown(1, 1) == flame_shown(1, 1), flame_shown(1, 1).cone_mm > 0
    (True, True)
    """
    ratio, seen, torch = _drawn(seed, number)
    feather_mm = seen.feather_ratio * seen.cone_mm
    feather = (
        f"a feather {say.mm(feather_mm, places=0)} long about it"
        if feather_mm > seen.cone_mm
        else ("no feather")
    )
    colour = "pale violet" if ratio > OXIDISING_ABOVE else "white"
    return FlameShown(
        number=number,
        orifice_mm=torch.orifice_mm,
        cone_mm=seen.cone_mm,
        feather_mm=feather_mm,
        inner=seen.inner,
        sharp=seen.sharp,
        soot=seen.soot,
        envelope_mm=seen.envelope_mm,
        cone="#{:02x}{:02x}{:02x}".format(*seen.cone),
        feather="#{:02x}{:02x}{:02x}".format(*seen.feather),
        envelope="#{:02x}{:02x}{:02x}".format(*seen.envelope),
        words=f"A {colour} cone {say.mm(seen.cone_mm, places=0)} long on a bore of "
        f"{say.wall(torch.orifice_mm, 6)}, "
        f"{feather}.",
    )


def flame_read(seed: int, number: int, ratio: float) -> FlameRead:
    """Return how far an answer, the oxygen ratio somebody read off the flame of a `seed` and a
    `number`, lies off.

    Four parts in ten for the kind, the rest for how near: all within 0.02, nothing from 0.15 off.

    Args:
        seed: of the quiz
        number: of the question
        ratio: as it was read

    Source: shares of the points are judgement

    >>> read = flame_read(1, 1, flame_read(1, 1, 1.0).ratio)
    >>> round(read.points, 6), read.why.endswith('on it')
    (100.0, True)
    """
    truth, _, _ = _drawn(seed, number)
    kind, off = flame_kind(truth), abs(ratio - truth)
    near = min(1.0, max(0.0, (WRONG_FROM - off) / (WRONG_FROM - RIGHT_WITHIN)))
    right = flame_kind(ratio) == kind
    points = 100 * (KIND_SHARE * right + (1 - KIND_SHARE) * near)
    way = (
        "on it" if off <= RIGHT_WITHIN else f"{off:.2f} too {'much' if ratio > truth else 'little'}"
    )
    why = f"{kind} at {truth:.2f}: {way}" + ("" if right else f", and not {flame_kind(ratio)}")
    return FlameRead(number=number, kind=kind, ratio=truth, points=points, why=why)
