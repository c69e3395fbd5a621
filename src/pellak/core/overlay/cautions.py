"""What to mind of an overlay: its fume, its grinding dust, its base, its height."""

from typing import Literal

from pellak.core import say
from pellak.core.answer.working import Caution
from pellak.core.metal.alloy import Metal
from pellak.core.overlay.base import OverlayBase
from pellak.core.overlay.given import OverlayGiven
from pellak.core.overlay.groups import Group

DUST: dict[str, tuple[str, str]] = {
    "cobalt": (
        "Cobalt and chromium: extract at the flame, and again at the wheel, wet or with a mask "
        "for fine dust.",
        "Cobalt dust sensitises lungs and skin for life; hot chromium gives fume that can cause "
        "cancer.",
    ),
    "nickel": (
        "Nickel, chromium and boron: extract at the flame, and again at the wheel, wet or with a "
        "mask for fine dust.",
        "Nickel fume and dust sensitise skin and lungs and can cause cancer.",
    ),
    "chromium": (
        "Chromium: extract at the flame, and again at the wheel.",
        "Hot chromium gives fume that can cause cancer.",
    ),
    "tungsten": (
        "Carbide and its binder: extract at the flame, and grind it wet or not at all.",
        "Dust of tungsten carbide with cobalt scars the lungs for good.",
    ),
}
HEALTH = "ANSI Z49.1; OSHA 1910.1026; HSE on cobalt and nickel"


def overlay_cautions(
    given: OverlayGiven,
    metal: Metal,
    group: Group,
    base: OverlayBase,
    layers: int,
    layer_mm: float,
    buffer_mm: float,
) -> list[Caution]:
    """Return the cautions of an overlay of so many `layers` that may be laid.

    Args:
        given: the part
        metal: the base
        group: the alloy
        base: what the base bears
        layers: how many
        layer_mm: each
        buffer_mm: built up before them

    Source: each caution names its own
    """
    cautions: list[tuple[Literal["stop", "warn", "note"], str, str, str]] = []
    text, reason = DUST[group.dust]
    cautions.append(("warn", text, reason, HEALTH))
    if layers > group.max_layers:
        cautions.append(
            ("stop", f"{layers} layers of {group.name}: no more than {group.max_layers}. Build the "
             "height up underneath first.",
             "Each layer more adds stress until it lifts or cracks down into the base.",
             group.source)
        )  # fmt: skip
    if layer_mm > group.layer_high_mm * 1.001:
        cautions.append(
            ("warn", f"{say.mm(layer_mm)} is a thick layer for {group.name}: "
             f"{say.mm(group.layer_low_mm, 6, to=group.layer_high_mm)}.",
             "A thick layer wants so much heat that the base puddles under it.", group.source)
        )  # fmt: skip
    if buffer_mm > 0:
        cautions.append(
            ("note", f"Build up {say.mm(buffer_mm)} first with a rod like the base, or the "
             "tough cobalt grade, then face it.",
             f"{group.name.capitalize()} bears {group.max_layers} layers and no more.",
             "hard-facing practice")
        )  # fmt: skip
    if base.level == "small":
        cautions.append(
            ("warn", f"{metal.name}: small patches in short spells, the body below "
            f"{say.c(260, limit='<')}, "
             f"felt {say.mm(10)} from the heat.", base.reason, base.source)
        )  # fmt: skip
    elif base.reason:
        cautions.append(("warn", f"{base.reason} {base.instead}",
                     "What lies under the overlay must carry it.", base.source))  # fmt: skip
    if group.carbide:
        cautions.append(
            ("note", "Melt the matrix, never the grains: no stirring, and it must not run. Lay it "
             "between the holes and short of the edge that is ground.",
             "Grains dissolve in an overheated pool and the layer is only hard, not sharp.",
             "AWS A5.21 granule rods; practice")
        )  # fmt: skip
    cautions.append(
        ("note", "Round every corner under the overlay and grind to bright metal.",
         "A sharp corner melts off first and thins the base into the layer.",
         "hard-facing practice")
    )  # fmt: skip
    return [
        Caution(level=level, text=text, reason=reason, source=source)
        for level, text, reason, source in cautions
    ]
