"""A body as a person tells it, and what its heat needs of its shape."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.body.metals import BodyFamily, BodyMetal, body_metals

Shape = Literal["casting", "plate", "block", "cylinder", "ring", "cluster"]
Millimetres = Number
THIN_MM, THICK_MM = 3.0, 200.0
"""Walls the lumped body was held against finer reckonings for."""
FREE_MM = 300.0
HOLLOW_PER_WALL, OPEN_PER_WALL = 1.2, 1.7
SHAPE_SOURCE = "solid geometry; skin of a casting from its metal over its wall (estimate)"


class TubeGiven(Record):
    """Tubes of one size in a cluster."""

    od_mm: Millimetres = Field(ge=4, le=300)
    wall_mm: Millimetres = Field(ge=0.3, le=60)
    count: int = Field(default=1, ge=1, le=12)


class BodyGiven(Record):
    """A body: its metal, its shape and what that shape is told by, mm and kg.

    A casting by `mass_kg` and `wall_mm`, better with its three sides; a plate by length, width and
    `wall_mm`; a block by three sides; a cylinder by `diameter_mm` and length; a ring with its
    `bore_mm` besides; a cluster by its tubes and how much of each is heated.
    """

    family: BodyFamily
    shape: Shape
    length_mm: Millimetres | None = Field(default=None, ge=3, le=10_000)
    width_mm: Millimetres | None = Field(default=None, ge=3, le=10_000)
    height_mm: Millimetres | None = Field(default=None, ge=3, le=10_000)
    wall_mm: Millimetres | None = Field(default=None, ge=0.3, le=400)
    diameter_mm: Millimetres | None = Field(default=None, ge=2, le=5000)
    bore_mm: Millimetres | None = Field(default=None, ge=1, le=5000)
    mass_kg: Number | None = Field(default=None, gt=0, le=10_000)
    form: Literal["hollow", "open"] = "hollow"
    tubes: tuple[TubeGiven, ...] = Field(default=(), max_length=8)
    heated_mm: Millimetres | None = Field(default=None, ge=5, le=2000)
    free_mm: Millimetres = Field(default=FREE_MM, ge=20, le=5000)
    far_mm: Millimetres | None = Field(default=None, ge=1, le=20_000)

    def size(self, field: str) -> float:
        """Return a measure this shape is told by. Raises Refused where it is not told."""
        value = getattr(self, field)
        if value is None:
            raise Refused(field, None, f"a measure: a {self.shape} is told by it")
        return float(value)


@dataclass(frozen=True)
class Body:
    """A body reckoned: SI units throughout.

    `depth_m` from the skin to the middle, `depth_one_side_m` where one face is heated;
    `shape_factor` divides the lag over that depth; `spread_factor` is how the far end lags.
    """

    metal: BodyMetal
    mass_kg: float
    area_m2: float
    envelope_m2: float
    edge_m: float
    """Mean-curvature integral of the envelope: how fast a shell round it widens."""
    depth_m: float
    depth_one_side_m: float
    shape_factor: float
    face_m2: float
    far_m: float
    spread_factor: float
    projected_m2: float
    """What of it a flame meets from one side."""
    fin: "Fin | None" = None

    @property
    def volume_m3(self) -> float:
        """Metal alone."""
        return self.mass_kg / self.metal.density_kg_per_m3

    @property
    def air_size(self) -> tuple[float, bool]:
        """What the air rises along, m, and whether it is a lying tube: else an upright plate."""
        if self.fin is not None:
            return self.fin.od_m, True
        return min(max(math.sqrt(self.envelope_m2 / 6), 0.03), 1.0), False


@dataclass(frozen=True)
class Fin:
    """The tubes that lead away from a heated node, taken together."""

    section_m2: float
    girth_m: float
    length_m: float
    od_m: float


@dataclass(frozen=True)
class _Form:
    """Geometry before the metal and its mass are known, mm."""

    volume_mm3: float
    area_mm2: float
    envelope_mm2: float
    edge_mm: float
    depth_mm: float
    depth_one_side_mm: float
    shape_factor: float
    face_mm2: float
    far_mm: float
    spread_factor: float


def _box(a: float, b: float, c: float) -> tuple[float, float, float]:
    return a * b * c, 2 * (a * b + b * c + c * a), math.pi * (a + b + c)


def _plate(given: BodyGiven) -> _Form:
    length, width, wall = (given.size(f) for f in ("length_mm", "width_mm", "wall_mm"))
    volume, area, edge = _box(length, width, wall)
    return _Form(volume, area, area, edge, wall / 2, wall, 3, length * width,
                 max(length, width) / 2, 0.5)  # fmt: skip


def _block(given: BodyGiven) -> _Form:
    d1, d2, d3 = sorted(given.size(f) for f in ("length_mm", "width_mm", "height_mm"))
    volume, area, edge = _box(d1, d2, d3)
    return _Form(volume, area, area, edge, d1 / 2, d1, 3, d2 * d3, math.hypot(d1, d3 / 2), 0.4)


def _cylinder(given: BodyGiven) -> _Form:
    d, length = given.size("diameter_mm"), given.size("length_mm")
    area = math.pi * d * length + math.pi * d * d / 2
    edge = math.pi * length + math.pi**2 * d / 2
    long = length > 2 * d
    return _Form(math.pi * d * d / 4 * length, area, area, edge, d / 2, d / 2, 4,
                 math.pi * d * length, max(length / 2, d), 0.5 if long else 0.4)  # fmt: skip


def _ring(given: BodyGiven) -> _Form:
    d, bore, length = given.size("diameter_mm"), given.size("bore_mm"), given.size("length_mm")
    if bore >= d:
        raise Refused("bore_mm", bore, f"a bore under the diameter, {say.mm(d, 6)}")
    ends = math.pi / 4 * (d * d - bore * bore)
    return _Form(ends * length, math.pi * (d + bore) * length + 2 * ends,
                 math.pi * d * length + math.pi * d * d / 2,
                 math.pi * length + math.pi**2 * d / 2, (d - bore) / 4, (d - bore) / 2, 3,
                 math.pi * d * length, math.pi * (d + bore) / 4, 0.5)  # fmt: skip


def _casting(given: BodyGiven) -> _Form:
    wall, density = given.size("wall_mm"), body_metals()[given.family].density_kg_per_m3
    volume = given.size("mass_kg") / density * 1e9
    skin = volume / wall
    sides = [given.length_mm, given.width_mm, given.height_mm]
    envelope, edge = skin, math.sqrt(4 * math.pi * skin)
    if None not in sides:
        solid, envelope, edge = _box(*(float(s or 0) for s in sides))
        if volume > solid * 1.001:
            raise Refused("mass_kg", given.mass_kg, f"at most "
            f"{say.kg(solid * density / 1e9, limit='<')}: "
            "more "
                          "does not go into those three sides")  # fmt: skip
    per_wall = HOLLOW_PER_WALL if given.form == "hollow" else OPEN_PER_WALL
    return _Form(volume, max(per_wall * skin, envelope), envelope, edge, wall / 2, wall, 3,
                 envelope, math.pi * math.sqrt(envelope / (4 * math.pi)), 0.3)  # fmt: skip


_FORMS: Mapping[str, Callable[[BodyGiven], _Form]] = {
    "plate": _plate, "block": _block, "cylinder": _cylinder, "ring": _ring, "casting": _casting,
}  # fmt: skip


def _cluster(given: BodyGiven, metal: BodyMetal) -> Body:
    if not given.tubes:
        raise Refused("tubes", None, "the tubes that meet: outside, wall, how many")
    heated = given.size("heated_mm") / 1000
    section = girth = across = 0.0
    for tube in given.tubes:
        od, wall = tube.od_mm / 1000, tube.wall_mm / 1000
        if 2 * wall >= od:
            raise Refused("tubes", f"{tube.od_mm:g} x {tube.wall_mm:g}", "a wall under half of it")
        section += tube.count * math.pi * (od - wall) * wall
        girth += tube.count * math.pi * od
        across += tube.count * od
    area, depth = girth * heated, section / girth
    count = sum(tube.count for tube in given.tubes)
    return Body(
        metal=metal, mass_kg=section * heated * metal.density_kg_per_m3, area_m2=area,
        envelope_m2=area, edge_m=0.0, depth_m=depth, depth_one_side_m=depth, shape_factor=3,
        face_m2=area, far_m=0.0, spread_factor=0.0, projected_m2=across * heated,
        fin=Fin(section, girth, given.free_mm / 1000, across / count),
    )  # fmt: skip


def body_of(given: BodyGiven) -> Body:
    """Return the body reckoned. Raises Refused for a measure its shape is told by left out."""
    metal = body_metals()[given.family]
    if given.shape == "cluster":
        return _cluster(given, metal)
    if given.mass_kg is not None and given.shape != "casting":
        raise Refused("mass_kg", given.mass_kg, "nothing: this shape is weighed by its sides")
    form = _FORMS[given.shape](given)
    envelope = form.envelope_mm2 / 1e6
    return Body(
        metal=metal, mass_kg=form.volume_mm3 / 1e9 * metal.density_kg_per_m3,
        area_m2=form.area_mm2 / 1e6, envelope_m2=envelope, edge_m=form.edge_mm / 1e3,
        depth_m=form.depth_mm / 1e3, depth_one_side_m=form.depth_one_side_mm / 1e3,
        shape_factor=form.shape_factor, face_m2=form.face_mm2 / 1e6,
        far_m=(given.far_mm or form.far_mm) / 1e3, spread_factor=form.spread_factor,
        projected_m2=envelope / 4,
    )  # fmt: skip
