"""`soak 44 lb grey iron, 12 mm, 595 C, 1200 L/h`: the one-line answer of a heating."""

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import short
from pellak.core.body.metals import BodyFamily
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.reading.quantity import read_quantity

ACCEPTED = "weight and metal, wall, heat, flow: 20 kg grey iron, 12 mm, 300 C, 1200 L/h"
METALS: dict[str, BodyFamily] = {
    "grey iron": "grey-iron", "gray iron": "grey-iron", "cast iron": "grey-iron",
    "ductile iron": "ductile-iron", "steel": "carbon-steel", "chromoly": "chromoly",
    "aluminium": "aluminium-cast", "aluminum": "aluminium-cast", "stainless": "stainless",
}  # fmt: skip


def soak_line(text: str) -> OneLineAnswer:
    """Return the soak of a casting told in one line. Raises Refused for less."""
    parts = [part.strip() for part in text.split(",")]
    if len(parts) < 4:
        raise Refused("text", text, ACCEPTED)
    first = parts[0].lower()
    metal = next((name for name in METALS if first.endswith(name)), None)
    if metal is None:
        raise Refused("text", parts[0], ACCEPTED)
    kilos = read_quantity(first.removesuffix(metal).strip(), "mass")
    wall = read_quantity(parts[1], "length")
    heat = read_quantity(parts[2], "temperature")
    flow = read_quantity(parts[3], "flow")
    given = {
        "family": METALS[metal], "shape": "casting", "mass_kg": kilos.value,
        "wall_mm": wall.value, "target_c": heat.value, "acetylene_l_per_h": flow.value,
    }  # fmt: skip
    answer = reckon_by_name("soak", given)
    values = answer.values
    asked = (
        f"{say.kg(kilos.value)} of {metal}, wall {say.wall(wall.value)}, to "
        f"{say.c(heat.value)} with {say.l_per_h(flow.value, 4)}"
    )
    if values.reaches:
        headline = (
            f"{short(values.minutes, 2)} min, then {short(values.hold_min or 0, 2)} min to even "
            f"out · {say.litres(1000 * values.acetylene_m3)} of acetylene"
        )
    else:
        boxed = values.remedies[-1] if values.remedies else None
        headline = f"never: it comes to {say.c(values.ceiling_c)}"
        if boxed is not None:
            headline += f" · in a brick box {say.l_per_h(boxed.needed_l_per_h)} is enough"
    return OneLineAnswer(
        reckoner="soak", headline=headline, asked=asked, given=given, working=answer.working
    )
