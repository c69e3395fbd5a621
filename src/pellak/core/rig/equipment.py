"""What a plan needs to know of the rack: tips, the line to the torch, the cylinders."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal, TypeVar

from pellak.core.gas.draw import DrawLimits
from pellak.core.gas.hose import Gas
from pellak.core.gas.limits import LimitRegion
from pellak.core.rig.items import (
    OLD_AFTER_YEARS,
    ArrestorItem,
    CylinderItem,
    HeadItem,
    HoseItem,
    RackItem,
    TipItem,
    TorchItem,
)
from pellak.core.supply.supply_line import USUAL_ARRESTOR_BAR, Arrestor, LineGiven
from pellak.core.torch.mixer import Mixer
from pellak.core.torch.rack_tip import RackTip

USUAL_HOSE_M, USUAL_HOSE_MM = 10.0, 6.3


@dataclass(frozen=True)
class Equipment:
    """The rack as a plan reads it; `today` is the day items are old by, ISO.

    `chosen` names what the job is worked with by `torch`, `hose`, `acetylene_cylinder` and
    `oxygen_cylinder`; what is not there, or out of use, counts as not chosen. `ids` are identities
    that outlast a new name, by kind and name; where none is known, the name is one.
    """

    items: Sequence[RackItem] = field(default_factory=tuple)
    today: str | None = None
    chosen: Mapping[str, str] = field(default_factory=dict)
    ids: Mapping[tuple[str, str], str] = field(default_factory=dict)

    def choosing(self, chosen: Mapping[str, str | None]) -> "Equipment":
        """Return the same rack for a job that is worked with what it names."""
        return replace(self, chosen={part: name for part, name in chosen.items() if name})

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
        """The hose a plan goes by: the one chosen, else the first in use."""
        return _chosen(self.hoses, self.chosen.get("hose"))

    @property
    def hoses(self) -> list[HoseItem]:
        """The hoses that are in use."""
        return [i for i in self._in_use() if isinstance(i, HoseItem)]

    @property
    def torch(self) -> TorchItem | None:
        """The torch a plan goes by: the one chosen, else the first in use."""
        return _chosen(self.torches, self.chosen.get("torch"))

    @property
    def torches(self) -> list[TorchItem]:
        """The torches that are in use."""
        return [i for i in self._in_use() if isinstance(i, TorchItem)]

    @property
    def mixer(self) -> Mixer | None:
        """The mixer of that torch."""
        return self.torch.mixer if self.torch else None

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

    def line(self, mixer: Mixer, region: LimitRegion) -> LineGiven:
        """Return the line to the torch: the rack's hose, else a usual one."""
        hose = self.hose
        return LineGiven(
            mixer=mixer,
            hose_length_m=hose.length_m if hose else USUAL_HOSE_M,
            hose_bore_mm=hose.bore_mm if hose else USUAL_HOSE_MM,
            arrestors=self.arrestors("acetylene"),
            region=region,
        )

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
        """Return the cylinders of a gas that are drawn from.

        The one chosen with all coupled to it, else those said to be in use, else the largest.
        """
        held = self.cylinders(gas)
        for item in held:
            if item.name == self.chosen.get(f"{gas}_cylinder"):
                return [item]
        said = [item for item in held if item.in_use]
        largest = sorted(held, key=lambda i: -i.full_m3 * i.coupled)
        return said or largest[:1]

    @property
    def draw(self) -> DrawLimits | None:
        """How fast the acetylene in use may be drawn: by the smallest of it; None without any."""
        held = [1000 * item.full_m3 * item.coupled for item in self.in_use("acetylene")]
        return DrawLimits(min(held)) if held else None

    @property
    def coupled(self) -> int:
        """How many cylinders are coupled where the acetylene is drawn from, 1 without any."""
        held = self.in_use("acetylene")
        return min(held, key=lambda item: item.full_m3 * item.coupled).coupled if held else 1

    @property
    def line_parts(self) -> list[str]:
        """A mark of each part of the line from cylinder to torch, as a leak test proves them."""
        arrestors = [i for i in self._in_use() if isinstance(i, ArrestorItem)]
        fitted = [part for part in (self.torch, self.hose, *arrestors) if part is not None]
        drawn = [*self.in_use("acetylene"), *self.in_use("oxygen")]
        return [
            *(self._mark(part) for part in fitted),
            *(f"{self._mark(cylinder)} x{cylinder.coupled}" for cylinder in drawn),
        ]

    def _mark(self, item: RackItem) -> str:
        return f"{item.kind}:{self.ids.get((item.kind, item.name), item.name)}"

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


_Item = TypeVar("_Item", TorchItem, HoseItem)


def _chosen(held: Sequence[_Item], name: str | None) -> _Item | None:
    return next((i for i in held if i.name == name), held[0] if held else None)


def _part(item: RackItem) -> tuple[str, ...]:
    """Return which part of the line an item is; arrestors by gas and place."""
    if isinstance(item, ArrestorItem):
        return item.kind, item.gas, item.stands
    return (item.kind,)
