"""`hardface 200 x 25 edge, cobalt, 1045`: the one-line answer of an overlay."""

import re

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import short
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.metal.alloy import alloys
from pellak.core.overlay.groups import groups
from pellak.core.reading.quantity import read_quantity

ACCEPTED = "two sizes, an alloy to lay and a base: 200 x 25 edge, cobalt, 1045"
_TIMES = re.compile(r"\s*[x×]\s*", re.I)
PLAIN = {"cobalt": "co-a", "nickel": "ni-b", "chromium": "fe-cr", "carbide": "wc-8-12"}
"""A group named in one word is its middle grade, and the answer says which."""
BASE = "a36"


def _group(words: str) -> str | None:
    for group in groups().values():
        if words in (group.id, group.name, group.as_rod.classification.lower()):
            return group.id
    return PLAIN.get(words)


def _base(words: str) -> str | None:
    found = (a.id for a in alloys().values() if words in (a.id, a.id.removeprefix("sae-")))
    return next(found, None)


def overlay_line(text: str) -> OneLineAnswer:
    """Return the plan of an overlay told in one line. Raises Refused for less."""
    group, base, sizes = None, BASE, ""
    for part in (one.strip().lower() for one in text.split(",")):
        if found := _group(part):
            group = found
        elif found := _base(part.removeprefix("on ")):
            base = found
        elif not sizes:
            sizes = part
        else:
            raise Refused("text", part, ACCEPTED)
    typed = _TIMES.split(re.sub(r"\b(edge|face)\b", "", sizes).strip())
    if len(typed) != 2 or group is None:
        raise Refused("text", text, ACCEPTED)
    unit = re.search(r"[a-z\"']+$", typed[1])
    long, wide = (
        read_quantity(one if re.search(r"[a-z\"']", one) or not unit else one + unit[0], "length")
        for one in typed
    )
    given = {
        "alloy": base,
        "length_mm": long.value,
        "width_mm": wide.value,
        "group": group,
    }
    answer = reckon_by_name("overlay", given)
    values, laid = answer.values, groups()[group]
    asked = (
        f"overlay of {laid.name} on {alloys()[base].name}, {say.mm(long.value, 4)} by "
        f"{say.mm(wide.value, 4)}"
    )
    if not values.suited:
        return OneLineAnswer(reckoner="overlay", headline=values.why_not, asked=asked, given=given,
                             working=answer.working)  # fmt: skip
    top = values.layers[-1]
    return OneLineAnswer(
        reckoner="overlay",
        headline=f"feather {short(laid.feather_ratio, 2)}× · body {say.c(values.body_preheat_c)} · "
        f"{len(values.layers)} layers of {say.mm(top.height_mm)}, {top.hrc_low:.0f} to "
        f"{top.hrc_high:.0f} HRC · {short(values.rod_g or 0, 3)} g of rod · "
        f"{short(values.laying_min or 0, 2)} min",
        asked=asked,
        given=given,
        working=answer.working,
    )
