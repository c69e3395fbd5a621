"""One-line questions about gas: `pressure 300 L/h 20 m`, `cylinder acetylene-4.1 47.3 kg`."""

import re
from typing import Any

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.ask.piece import OfShop
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.gas.content import cylinder_sizes
from pellak.core.reading.quantity import read_quantity
from pellak.core.torch.jet import NORMAL_JET_M_PER_S, flow_for_jet_l_per_h

NEUTRAL_RATIO = 1.0
_SPLIT = re.compile(r"\s+(?=[\d.,])")


def supply_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `pressure FLOW|TIP [HOSE LENGTH]`, for a neutral flame through a usual hose.

    A tip of the rack is meant at the flow its jet runs steady at.
    """
    named, *length = _SPLIT.split(text, maxsplit=1)
    tip = next((tip for tip in shop.tips if tip.label.casefold() == named), None)
    given: dict[str, Any] = {}
    if tip is None:
        flow = read_quantity(named, "flow").value
    else:
        flow = flow_for_jet_l_per_h(tip.orifice_mm, NORMAL_JET_M_PER_S, NEUTRAL_RATIO, tip.jets)
        given |= {"orifice_mm": tip.orifice_mm, "jets": tip.jets}
    given["acetylene_l_per_h"] = flow
    if length:
        metres = read_quantity(length[0].replace("of hose", "").strip(), "length").value / 1000
        given["hose_length_m"] = metres
    answer = reckon_by_name("supply", given)
    acetylene, oxygen = answer.values.acetylene, answer.values.oxygen
    stop = next((c.text for c in answer.cautions if c.level == "stop"), "")
    headline = stop or (
        f"acetylene {say.bar(acetylene.set_flowing_bar, places=2)}, oxygen "
        f"{say.bar(oxygen.set_flowing_bar, places=2)}, "
        f"gas flowing · purge {acetylene.purge_s:.0f} s and {oxygen.purge_s:.0f} s"
    )
    return OneLineAnswer(
        reckoner="supply",
        headline=headline,
        asked=f"pressures for {f'tip {tip.label} at ' if tip else ''}{say.l_per_h(flow)} through "
        f"{say.metres(given.get('hose_length_m', 10), 6)} of {say.wall(6.3)} hose",
        given=given,
        working=answer.working,
    )


def cylinder_line(text: str, _shop: OfShop) -> OneLineAnswer:
    """Answer `cylinder SIZE READING [FLOW]`, the reading a weight or a gauge pressure."""
    size_id, _, rest = text.partition(" ")
    # Questions are read in small letters.
    size = {s.id.casefold(): s for s in cylinder_sizes().values()}.get(size_id)
    if size is None:
        known = ", ".join(list(cylinder_sizes())[:4])
        raise Refused("text", text, f"a size and a reading, such as cylinder {known} {say.kg(47)}")
    reading, *flow = _SPLIT.split(rest.replace(" at ", " "), maxsplit=1)
    given: dict[str, Any] = {"gas": size.gas, "size": size.id}
    weighed = re.search(r"(kg|lb|pound)", reading) is not None
    field = "weight_kg" if weighed else "gauge_bar"
    given[field] = read_quantity(reading, "mass" if weighed else "pressure").value
    if flow:
        given["flow_l_per_h"] = read_quantity(flow[0], "flow").value
    answer = reckon_by_name("cylinders", given)
    values = answer.values
    lines = [f"{say.m3(values.content_m3, 3)} ({say.m3(values.low_m3, 3, to=values.high_m3)})"]
    if values.endurance_min is not None:
        lines.append(f"{values.endurance_min:.0f} min")
    if values.draw_limit_continuous_l_per_h is not None:
        lines.append(f"draw {say.l_per_h(values.draw_limit_continuous_l_per_h, limit='<')} at most")
    return OneLineAnswer(
        reckoner="cylinders",
        headline=" · ".join(lines),
        asked=f"{size.gas} cylinder {size.id}, {reading}",
        given=given,
        working=answer.working,
    )
