"""What the puddle trainer and its page send each other: little-endian, a magic in front of each.

Frame, 7,824 bytes: a head of 84 (magic `PL`, u8 kind 2, u8 flags, u32 number, f32 seconds, 18 × f32
named in `PUDDLE_NUMBERS`), 120 × 2 of the seam (width in 0.1 mm, bits), 120 × 50 of the face and
60 × 25 of the back, column by column, as places in the palette. Hands, 24 bytes: magic, u8 kind,
u8 buttons, u32 number, i16 x, y and height in 0.01 mm, i16 lean in 0.1 degrees, i16 rod's x and y
in 0.01 mm, four bytes spare."""

import struct
from dataclasses import dataclass

import numpy as np

from pellak.core.answer.errors import Refused
from pellak.core.practice.puddle.conduction import Flags
from pellak.core.practice.puddle.joint import keyholed
from pellak.core.practice.puddle.picture import (
    BACK_EVERY,
    BACK_ROWS,
    FACE_ROWS,
    face_places,
)
from pellak.core.practice.puddle.sheet import COLUMNS
from pellak.core.practice.puddle.tasks import Exercise
from pellak.core.practice.puddle.torch import Held, cover_mm
from pellak.core.practice.puddle.trainer import PuddleHands, PuddleState
from pellak.core.practice.wire import MAGIC

PUDDLE_KIND = 2
DAB, BRUSH, END, MIRROR = 1, 2, 4, 8
"""Buttons of a hand's message."""
LIT, BACK_SHOWN, POPPED, FLAME_NEAR = 1, 2, 4, 8
"""Flags of a frame."""
JOINED, ROOTED, LAPPED, BURNT, HOLED, SKINNED, KEYHOLED = 1, 2, 4, 8, 16, 32, 64
"""Bits of a column of the seam; a root is told only with the back."""
PUDDLE_NUMBERS = (
    "x_mm", "y_mm", "height_mm", "lean_deg", "pool_mm", "pool_long_mm", "low_mm", "high_mm",
    "hung", "cover_mm", "joined", "rooted", "pace_mm_per_s", "metal_mm2", "pops", "holes",
    "stuck", "over",
)  # fmt: skip
_HEAD = struct.Struct("<HBBIf18f")
_HANDS = struct.Struct("<HBBI6h4x")
PUDDLE_BYTES = _HEAD.size + 2 * COLUMNS + COLUMNS * FACE_ROWS
PUDDLE_BYTES += COLUMNS // BACK_EVERY * BACK_ROWS
HUNDREDTHS, TENTHS = 100.0, 10.0
FLAME_SEEN_BELOW_MM = 60.0


@dataclass(frozen=True)
class Beside:
    """What a frame tells besides the sheet: whether the back is shown, the pace, mm/s, and whether
    it is over."""

    back_shown: bool = False
    pace_mm_per_s: float = 0.0
    over: bool = False


def puddle_frame(exercise: Exercise, state: PuddleState, beside: Beside) -> bytes:
    """Return the sheet as it is sent to be drawn."""
    sheet, joint, pool, held = exercise.work.sheet, state.joint, state.pool, state.held
    near = state.lit and held.height_mm < FLAME_SEEN_BELOW_MM
    flags = LIT * state.lit | BACK_SHOWN * beside.back_shown
    flags |= POPPED * ("pop" in state.befell) | FLAME_NEAR * near
    wet = np.flatnonzero(pool.wet)
    at = wet[np.argmax(pool.widths_mm[wet])] if len(wet) else 0
    head = _HEAD.pack(
        MAGIC, PUDDLE_KIND, flags, state.step_n & 0xFFFFFFFF, state.t_s,
        held.x_mm, held.y_mm, held.height_mm, held.lean_deg, pool.width_mm,
        pool.length_mm(sheet.cell_mm), pool.low_mm[at], pool.high_mm[at], state.hung,
        cover_mm(exercise.work.torch, held.height_mm), float(joint.joined.mean()),
        float((joint.root & joint.joined & beside.back_shown).mean()), beside.pace_mm_per_s,
        float(joint.metal_mm2.mean()), float(state.pops), float(state.holes), float(state.stuck),
        float(beside.over),
    )  # fmt: skip
    seam = np.empty((COLUMNS, 2), dtype=np.uint8)
    seam[:, 0] = np.clip(np.round(10 * joint.width_mm), 0, 255)
    seam[:, 1] = _bits(state, back_shown=beside.back_shown)
    face = face_places(sheet, state.seen.top_w_per_m, joint.hole)
    back = np.zeros((COLUMNS // BACK_EVERY, BACK_ROWS), dtype=np.uint8)
    if beside.back_shown:
        back = face_places(sheet, state.seen.back_w_per_m, joint.hole, BACK_EVERY)
    return head + seam.tobytes() + face.tobytes() + back.tobytes()


def _bits(state: PuddleState, *, back_shown: bool) -> Flags:
    joint = state.joint
    bits = JOINED * joint.joined + LAPPED * joint.lap + BURNT * joint.oxide + HOLED * joint.hole
    bits = bits + SKINNED * joint.skin + KEYHOLED * keyholed(joint)
    return np.asarray(bits + ROOTED * (joint.root & back_shown), dtype=np.uint8)


@dataclass(frozen=True)
class PuddleHandsMessage:
    """What a page told: its number, the hand, whether to look at the back, whether to end."""

    number: int
    hands: PuddleHands
    mirror: bool
    end: bool


def read_puddle_hands(message: bytes) -> PuddleHandsMessage:
    """Return what a message of the hand says. Raises Refused for anything else."""
    if len(message) != _HANDS.size:
        raise Refused("hands", len(message), f"a message of {_HANDS.size} bytes")
    magic, kind, buttons, number, *numbers = _HANDS.unpack(message)
    if (magic, kind) != (MAGIC, PUDDLE_KIND):
        raise Refused("hands", hex(magic), "a message of the hand at a puddle")
    x, y, height, lean, rod_x, rod_y = numbers
    held = Held(x / HUNDREDTHS, y / HUNDREDTHS, height / HUNDREDTHS, lean / TENTHS)
    hands = PuddleHands(
        held, bool(buttons & DAB), (rod_x / HUNDREDTHS, rod_y / HUNDREDTHS), bool(buttons & BRUSH)
    )
    return PuddleHandsMessage(number, hands, bool(buttons & MIRROR), bool(buttons & END))


def puddle_hands_message(
    hands: PuddleHands, number: int = 0, *, mirror: bool = False, end: bool = False
) -> bytes:
    """Return a hand as it is sent, the `number`-th message: for who plays without the page.

    Args:
        hands: torch, rod and what is pressed
        number: of the message
        mirror: the back is looked at
        end: it is over

    Source: the form of messages in docs/formats.md

    >>> len(puddle_hands_message(PuddleHands()))
    24
    """
    held, (rod_x, rod_y) = hands.held, hands.rod_mm
    buttons = DAB * hands.dabs | BRUSH * hands.brush | MIRROR * mirror | END * end
    parts = [
        round(HUNDREDTHS * held.x_mm), round(HUNDREDTHS * held.y_mm),
        round(HUNDREDTHS * held.height_mm), round(TENTHS * held.lean_deg),
        round(HUNDREDTHS * rod_x), round(HUNDREDTHS * rod_y),
    ]  # fmt: skip
    return _HANDS.pack(MAGIC, PUDDLE_KIND, buttons, number & 0xFFFFFFFF, *parts)
