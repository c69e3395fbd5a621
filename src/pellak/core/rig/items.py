"""One item of the rack, by kind, and how it is read from what people type."""

import json
import re
from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints, TypeAdapter, ValidationError, model_validator

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.gas.content import cylinder_sizes
from pellak.core.gas.hose import Gas
from pellak.core.metal.rod import rods
from pellak.core.reading.quantity import read_number, read_quantity
from pellak.core.reading.text import Cell
from pellak.core.rig.chart_typed import read_chart, read_measure
from pellak.core.rig.form_fields import FLUX, RackField, rack_fields
from pellak.core.tables import number_drills
from pellak.core.torch.mixer import Mixer
from pellak.core.torch.rack_tip import ChartRow

Day = Annotated[str, StringConstraints(pattern=r"^\d{4}-\d{2}-\d{2}$")]
Moment = Annotated[str, StringConstraints(pattern=r"^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$")]
OLD_AFTER_YEARS = 5
"""Hoses and arrestors older than this are to be tested or replaced; makers often say so."""
_DRILL = re.compile(r"(?:#|no\.?\s*|drill\s*#?)(\d{1,2})", re.IGNORECASE)


class _Item(Record):
    name: Cell = Field(min_length=1, max_length=40)
    note: Cell = Field(default="", max_length=200)


class _LineItem(_Item):
    """Part of the line to the flame: a flash-back puts it out of use until it was examined."""

    out_of_use: Cell = Field(default="", max_length=80)


class TipItem(_Item):
    """A tip: its name is the label stamped on it. A bore not pinned yet has its two ends."""

    kind: Literal["tip"] = "tip"
    orifice_mm: Number = Field(ge=0.2, le=10)
    orifice_low_mm: Number | None = Field(default=None, ge=0.2, le=10)
    orifice_high_mm: Number | None = Field(default=None, ge=0.2, le=10)
    jets: int = Field(default=1, ge=1, le=60)
    chart: list[ChartRow] = Field(default_factory=list, max_length=40)

    @model_validator(mode="after")
    def _within(self) -> "TipItem":
        bore = self.orifice_mm
        if not (self.orifice_low_mm or bore) <= bore <= (self.orifice_high_mm or bore):
            raise ValueError("orifice_mm must lie between its two ends")
        return self


class TorchItem(_LineItem):
    """A torch handle with its mixer."""

    kind: Literal["torch"] = "torch"
    mixer: Mixer
    connection: Cell = Field(default="", max_length=40)


class HeadItem(_Item):
    """A heating head, by the flows its maker gives."""

    kind: Literal["head"] = "head"
    acetylene_low_l_per_h: Number = Field(ge=10, le=20_000)
    acetylene_high_l_per_h: Number = Field(ge=10, le=20_000)


class HoseItem(_LineItem):
    """A pair of hoses."""

    kind: Literal["hose"] = "hose"
    bore_mm: Number = Field(ge=2, le=25)
    length_m: Number = Field(ge=0.5, le=100)
    dated: Day | None = None


class ArrestorItem(_LineItem):
    """A flash-back arrestor or check valve."""

    kind: Literal["arrestor"] = "arrestor"
    gas: Gas
    stands: Literal["regulator", "torch"] = "regulator"
    drop_bar_at_1000_l_per_h: Number = Field(default=0.04, ge=0, le=2)
    dated: Day | None = None


class CylinderReading(Record):
    """What gauge or scale said of a cylinder at a moment of the shop's clock."""

    at: Moment
    gauge_bar: Number | None = Field(default=None, ge=0, le=350)
    weight_kg: Number | None = Field(default=None, ge=0, le=400)
    temperature_c: Number = Field(default=15.0, ge=-40, le=60)


class CylinderItem(_Item):
    """A cylinder, with its readings, oldest first; `coupled` to so many like it.

    `size` is the usual one it is, or is nearest to; `capacity_m3` is its own full content, where
    that is another, filled to the same pressure.
    """

    kind: Literal["cylinder"] = "cylinder"
    gas: Gas
    size: Cell = Field(max_length=40)
    in_use: bool = False
    coupled: int = Field(default=1, ge=1, le=20)
    capacity_m3: Number | None = Field(default=None, ge=0.05, le=30)
    tare_kg: Number | None = Field(default=None, ge=0, le=400)
    price_per_m3: Number | None = Field(default=None, ge=0, le=10_000)
    readings: list[CylinderReading] = Field(default_factory=list, max_length=500)

    @property
    def full_m3(self) -> float:
        """What one such cylinder holds when it is full, m³."""
        return self.capacity_m3 or cylinder_sizes()[self.size].content_m3

    @property
    def water_capacity_l(self) -> float:
        """The water it would hold, litres: its size's, in proportion to its own full content."""
        size = cylinder_sizes()[self.size]
        return size.water_capacity_l * self.full_m3 / size.content_m3


class StockItem(_Item):
    """Rods of one kind and size in stock, or flux."""

    kind: Literal["stock"] = "stock"
    rod: Cell = Field(max_length=40)
    diameter_mm: Number | None = Field(default=None, ge=0.5, le=20)
    mass_kg: Number = Field(ge=0, le=1000)


class LensItem(_Item):
    """A lens or goggle."""

    kind: Literal["lens"] = "lens"
    shade: int = Field(ge=2, le=14)
    glare: bool = False


RackItem = Annotated[
    TipItem | TorchItem | HeadItem | HoseItem | ArrestorItem | CylinderItem | StockItem | LensItem,
    Field(discriminator="kind"),
]
_ADAPTER: TypeAdapter[RackItem] = TypeAdapter(RackItem)


def read_bore(text: str, field: str) -> float:
    """Return a bore, mm, from a number drill such as `#67`, or any length.

    Args:
        text: as typed
        field: names its box

    Source: number drills, ASME B94.11M

    >>> read_bore('#67', 'orifice_mm'), read_bore('0.9 mm', 'orifice_mm')
    (0.813, 0.9)
    """
    if match := _DRILL.fullmatch(text.strip()):
        named = {drill.drill: drill.diameter_mm for drill in number_drills()}
        number = f"#{int(match[1])}"
        if number not in named:
            raise Refused(field, text, "a number drill from #80 to #1")
        return named[number]
    try:
        return read_quantity(text, "length").value
    except Refused:
        accepted = f"a number drill such as #67, or a bore such as {say.wall(0.8)}"
        raise Refused(field, text, accepted) from None


def _read_text(field: RackField, text: str) -> Any:
    """Return the value of a field from what was typed into it."""
    match field.read_as:
        case "bore":
            return read_bore(text, field.field)
        case "chart":
            return json.loads(text) if text.startswith("[") else read_chart(text, field.field)
        case "readings":
            return json.loads(text)
        case "metres":
            # Metres are kept as they stand: by way of millimetres the last digit is lost.
            metres = re.fullmatch(r"([\d.,e+-]+)\s*m?", text)
            if metres:
                return read_number(metres[1])
            return read_measure(text, "length", field.field) / 1000
        case "length" | "flow" | "pressure" | "mass" | "volume" as kind:
            return read_measure(text, kind, field.field)
        case "date" if not re.fullmatch(r"\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])", text):
            raise Refused(field.field, text, "a day such as 2024-05-01")
        case "count" | "number":
            value = read_number(text)
            whole = field.read_as == "count" and value.is_integer()
            return int(value) if whole else value
        case "choice" if field.choices == ("no", "yes"):
            return {"yes": True, "no": False}.get(text, text)
    return text


def read_item(document: Mapping[str, Any], where: str = "") -> RackItem:
    """Return the rack item a document holds; measures may be typed text in any unit.

    Args:
        document: values by field, `kind` and `name` among them; empty text means not told.
        where: put before the field's name in a refusal, such as `row 3, `.

    Raises:
        Refused: names the field, what was read and what is accepted.
    """
    kind = document.get("kind")
    known = {f.field: f for f in rack_fields() if f.kind == kind}
    values: dict[str, Any] = {"kind": kind}
    for name, value in document.items():
        if name == "kind" or value is None or value == "":
            continue
        if isinstance(value, str):
            value = value.strip()
            if name in known:
                try:
                    value = _read_text(known[name], value)
                except Refused as refused:
                    raise Refused(where + name, refused.was_read, refused.accepted) from None
                except (ValueError, RecursionError):
                    raise Refused(where + name, value, "a value of the form shown") from None
        values[name] = value
    try:
        item = _ADAPTER.validate_python(values)
    except ValidationError as error:
        fault = error.errors(include_url=False, include_context=False)[0]
        place = [str(part) for part in fault["loc"] if part != kind]
        raise Refused(
            where + (".".join(place) or "kind"),
            _brief(fault.get("input")),
            fault["msg"].removeprefix("Value error, "),
        ) from None
    _check_names(item, where)
    return item


def _brief(value: object) -> object:
    text = repr(value)
    return value if len(text) <= 60 else text[:57] + "…"


def _check_names(item: RackItem, where: str) -> None:
    if isinstance(item, CylinderItem):
        size = cylinder_sizes().get(item.size)
        if size is None or size.gas != item.gas:
            fits = ", ".join(s.id for s in cylinder_sizes().values() if s.gas == item.gas)
            raise Refused(f"{where}size", item.size, f"one of {fits}")
    if isinstance(item, StockItem) and item.rod not in (*rods(), FLUX):
        raise Refused(f"{where}rod", item.rod, "a rod id of the table, such as r45, or flux")
    if isinstance(item, HeadItem) and item.acetylene_low_l_per_h > item.acetylene_high_l_per_h:
        raise Refused(
            f"{where}acetylene_high_l_per_h",
            item.acetylene_high_l_per_h,
            "no less than the least flow",
        )
