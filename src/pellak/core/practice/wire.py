"""What a trainer and its page send each other: little-endian, a magic in front of each.

Frame of a flame, 112 bytes: magic `PL`, u8 kind 1, u8 flags, u32 number, f32 seconds, 22 × f32 (see
`FLAME_NUMBERS`), three colours of three bytes, u8 pops so far, two bytes spare. Hands, 24 bytes:
magic, u8 kind, u8 buttons, u32 number, four u16, eight bytes spare."""

import struct
from dataclasses import dataclass

from pellak.core.answer.errors import Refused
from pellak.core.practice.flame.burning import Colour, Look
from pellak.core.practice.flame.flows import Set
from pellak.core.practice.flame.trainer import FlameState, Hands

MAGIC = 0x4C50
FLAME_KIND = 1
_FLAME = struct.Struct("<HBBIf22f9BBxx")
_HANDS = struct.Struct("<HBBI4H8x")
FLAME_BYTES, HANDS_BYTES = _FLAME.size, _HANDS.size
SPARK, CLEAN, END = 1, 2, 4
"""Buttons of a hand's message."""
LIT, STOPPED, SPLIT = 1, 2, 4
"""Flags of a frame."""
OPEN_STEPS, BAR_STEPS = 65_535, 10_000
"""A valve wide open, and a bar, as they are sent."""
FLAME_NUMBERS = (
    "acetylene_l_per_h", "oxygen_l_per_h", "ratio", "fuel_m_per_s", "jet_m_per_s", "mixer_bar",
    "acetylene_open", "oxygen_open", "acetylene_bar", "oxygen_bar",
    "cone_mm", "feather_ratio", "inner", "sharp", "soot", "envelope_mm", "lift_mm", "hiss_db",
    "draught", "dirt", "near", "set_after_s",
)  # fmt: skip
_DARK: tuple[Colour, ...] = ((0, 0, 0),) * 3
_NOTHING = (0.0, 1.0, 0.0, 0.0, 0.0, 0.0, 0.0, -60.0)


def flame_frame(state: FlameState, *, near: bool, set_after_s: float | None, pops: int) -> bytes:
    """Return a flame as it is sent to be drawn; `set_after_s`, s, is -1 until it is set, `pops` how
    often it popped.

    Args:
        state: of the flame
        near: whether it is near its target
        set_after_s: s, None until it is set
        pops: how often it popped

    Source: the form of messages in docs/formats.md

    >>> from pellak.core.practice.flame.flows import FlameTorch
    >>> len(flame_frame(FlameState(FlameTorch(0.9)), near=False, set_after_s=None, pops=0))
    112
    """
    seen, valves = state.seen(), state.valves
    colours = (seen.cone, seen.feather, seen.envelope) if seen else _DARK
    flags = LIT * state.lit | STOPPED * state.stopped | SPLIT * state.split
    return _FLAME.pack(
        MAGIC, FLAME_KIND, flags, state.step_n & 0xFFFFFFFF, state.t_s,
        state.acetylene * 3.6e6, state.oxygen * 3.6e6,
        state.ratio, state.fuel_m_per_s, state.jet_m_per_s, state.mixer_bar,
        valves.acetylene_open, valves.oxygen_open, valves.acetylene_bar, valves.oxygen_bar,
        *(_shape(seen) if seen else _NOTHING),
        state.draught, state.dirt, float(near), -1.0 if set_after_s is None else set_after_s,
        *(part for colour in colours for part in colour), min(255, pops),
    )  # fmt: skip


def _shape(seen: Look) -> tuple[float, ...]:
    return (
        seen.cone_mm, seen.feather_ratio, seen.inner, seen.sharp, seen.soot, seen.envelope_mm,
        seen.lift_mm, seen.hiss_db,
    )  # fmt: skip


@dataclass(frozen=True)
class HandsMessage:
    """What a page told: its number, the hands, and whether the exercise is to end."""

    number: int
    hands: Hands
    end: bool


def read_hands(message: bytes) -> HandsMessage:
    """Return what a message of the hands says.

    Raises Refused for anything else than such a message.
    """
    if len(message) != HANDS_BYTES:
        raise Refused("hands", len(message), f"a message of {HANDS_BYTES} bytes")
    magic, kind, buttons, number, *numbers = _HANDS.unpack(message)
    if (magic, kind) != (MAGIC, FLAME_KIND):
        raise Refused("hands", hex(magic), "a message of the hands at a flame")
    fuel_open, oxygen_open, fuel_bar, oxygen_bar = numbers
    wanted = Set(
        fuel_open / OPEN_STEPS, oxygen_open / OPEN_STEPS,
        fuel_bar / BAR_STEPS, oxygen_bar / BAR_STEPS,
    )  # fmt: skip
    return HandsMessage(
        number, Hands(wanted, bool(buttons & SPARK), bool(buttons & CLEAN)), bool(buttons & END)
    )


def hands_message(hands: Hands, number: int = 0, *, end: bool = False) -> bytes:
    """Return hands as they are sent, the `number`-th message: for who plays without the page.

    Args:
        hands: valves, screws and what is pressed
        number: of the message
        end: it is over

    Source: the form of messages in docs/formats.md

    >>> from pellak.core.practice.flame.trainer import Hands as Two
    >>> from pellak.core.practice.flame.flows import Set
    >>> len(hands_message(Two(Set(0.5, 0.5, 0.3, 0.3))))
    24
    """
    wanted = hands.wanted
    buttons = SPARK * hands.spark | CLEAN * hands.clean | END * end
    parts = (
        round(OPEN_STEPS * wanted.acetylene_open), round(OPEN_STEPS * wanted.oxygen_open),
        round(BAR_STEPS * wanted.acetylene_bar), round(BAR_STEPS * wanted.oxygen_bar),
    )  # fmt: skip
    return _HANDS.pack(MAGIC, FLAME_KIND, buttons, number & 0xFFFFFFFF, *parts)
