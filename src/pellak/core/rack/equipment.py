"""What a plan needs to know of the rack: tips, the line to the torch, the cylinders."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

from pellak.core.gas.content import cylinder_sizes
from pellak.core.gas.hose import Gas
from pellak.core.rack.items import (
    OLD_AFTER_YEARS,
    ArrestorItem,
    CylinderItem,
    HeadItem,
    HoseItem,
    RackItem,
    TipItem,
    TorchItem,
)
from pellak.core.supply.supply_line import USUAL_ARRESTOR_BAR, Arrestor
from pellak.core.torch.candidates import RackTip
from pellak.core.torch.mixer import Mixer

USUAL_HOSE_M, USUAL_HOSE_MM = 10.0, 6.3


@dataclass(frozen=True)
class Equipment:
    """The rack as a plan reads it; `today` is the day items are old by, ISO."""

    items: Sequence[RackItem] = field(default_factory=tuple)
    today: str | None = None

    @property
    def tips(self) -> list[RackTip]:
        """The tips, as the reckoners take them."""
        return [
            RackTip(label=t.name, orifice_mm=t.orifice_mm, jets=t.jets, chart=t.chart)
            for t in self.items
            if isinstance(t, TipItem)
        ]

    @property
    def hose(self) -> HoseItem | None:
        """The hose a plan goes by: the first in the rack."""
        return next((i for i in self._in_use() if isinstance(i, HoseItem)), None)

    @property
    def mixer(self) -> Mixer | None:
        """The mixer of the first torch in the rack."""
        return next((i.mixer for i in self._in_use() if isinstance(i, TorchItem)), None)

    @property
    def heads(self) -> list[HeadItem]:
        """The heating heads."""
        return [i for i in self.items if isinstance(i, HeadItem)]

    def arrestors(self, gas: Gas) -> list[Arrestor]:
        """Return the arrestors of a gas; one usual one where the rack holds none at all."""
        held = [i for i in self.items if isinstance(i, ArrestorItem)]
        if not held:
            return [Arrestor(drop_bar_at_1000_l_per_h=USUAL_ARRESTOR_BAR)]
        return [
            Arrestor(drop_bar_at_1000_l_per_h=i.drop_bar_at_1000_l_per_h)
            for i in held
            if i.gas == gas
        ]

    def lacks_arrestor(self, gas: Gas) -> bool:
        """Return whether the rack has no arrestor in date at this gas's regulator.

        One without a date, or past its years, counts as none.
        """
        held = [
            i
            for i in self._in_use()
            if isinstance(i, ArrestorItem) and i.gas == gas and i.stands == "regulator"
        ]
        return all(self.age_of(item) for item in held)

    def _in_use(self) -> list[RackItem]:
        return [i for i in self.items if not getattr(i, "out_of_use", "")]

    def none_left(self) -> list[RackItem]:
        """Return what is out of use where the rack holds no other of its kind."""
        left = {_part(item) for item in self._in_use()}
        return [
            item
            for item in self.items
            if getattr(item, "out_of_use", "") and _part(item) not in left
        ]

    def cylinders(self, gas: Gas) -> list[CylinderItem]:
        """Return the cylinders of a gas."""
        return [i for i in self.items if isinstance(i, CylinderItem) and i.gas == gas]

    def in_use(self, gas: Gas) -> list[CylinderItem]:
        """Return the cylinders of a gas that are drawn from: those said to be, else the largest."""
        held = self.cylinders(gas)
        said = [item for item in held if item.in_use]
        sizes = cylinder_sizes()
        largest = sorted(held, key=lambda i: -sizes[i.size].content_m3 * i.coupled)
        return said or largest[:1]

    def age_of(self, item: RackItem) -> Literal["", "undated", "old"]:
        """Return whether a hose or arrestor is old by its date, or has none."""
        if not isinstance(item, HoseItem | ArrestorItem):
            return ""
        if item.dated is None:
            return "undated"
        if self.today is None:
            return ""
        years = int(self.today[:4]) - int(item.dated[:4])
        before_day = self.today[5:] < item.dated[5:]
        return "old" if years - before_day >= OLD_AFTER_YEARS else ""


def _part(item: RackItem) -> tuple[str, ...]:
    """Return which part of the line an item is; arrestors by gas and place."""
    if isinstance(item, ArrestorItem):
        return item.kind, item.gas, item.stands
    return (item.kind,)
