"""What every job says, whatever its kind; and what a shop does unless a job says otherwise."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field, StringConstraints

from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Number, Record
from pellak.core.gas.limits import LimitRegion
from pellak.core.heat.gas_rule import Pace
from pellak.core.metal.alloy import UNKNOWN, Metal, Metals, metal_named
from pellak.core.model.sequences import FireWatch, FuelSetting, ShutDownSchool
from pellak.core.piece.questions import Closed, Coating, Fume, Held, Place, piece_questions
from pellak.core.preheat.choose import PreheatSchool
from pellak.core.tables import MetalFamily
from pellak.core.tables.metal_families import traits_of
from pellak.core.torch.mixer import Mixer


@dataclass(frozen=True)
class Measure:
    """Marks a field a person types in any unit, and says what kind of quantity it is."""

    kind: QuantityKind


@dataclass(frozen=True)
class Listed:
    """Marks a field typed as a list, and how its text is read for a family of metal."""

    read: Callable[[str, str], list[Any]]


@dataclass(frozen=True)
class Spread:
    """Marks a field whose text tells several others at once; itself it is kept as it was said.

    Said no longer, the others go back to what `unsaid` holds; what it does not name, stays.
    """

    read: Callable[[str], dict[str, Any]]
    unsaid: tuple[tuple[str, Any], ...] = ()


@dataclass(frozen=True)
class Names:
    """Marks a measure whose text may name a standard piece, which tells other measures too."""

    read: Callable[[str], Mapping[str, float]]


Length = Annotated[Number | None, Measure("length")]
Angle = Annotated[Number | None, Measure("angle")]
Temperature = Annotated[Number | None, Measure("temperature")]
Pressure = Annotated[Number | None, Measure("pressure")]
Flow = Annotated[Number | None, Measure("flow")]

LONGEST_TYPED = 200
TackChoice = Literal["auto", "halving", "march", "centre-out"]
DirectionChoice = Literal["auto", "forehand", "backhand"]
RunChoice = Literal["run-through", "back-step"]
Shade = Literal["4", "5", "6", "7", "8", "9", "10"]


class ShopSchools(Record):
    """Where good people disagree, what this shop does unless a job says otherwise."""

    pace: Pace = "normal"
    mixer: Mixer = "equal-pressure"
    shut_down: ShutDownSchool = "acetylene-first"
    preheat: PreheatSchool = "auto"
    acetylene_limit: LimitRegion = "general"
    fuel_setting: FuelSetting = "smoke-gone"
    fire_watch: FireWatch = "60"
    tacks: TackChoice = "auto"
    direction: DirectionChoice = "auto"
    run: RunChoice = "run-through"


class JobBase(Record):
    """What is asked of every job. None means not told yet, never a silent default.

    `alloy` is an id of the catalogue or of the shop's own heats, or "unknown"; while it is None
    the family's common grade stands in, and the plan says so. `thickness_mm` is that of the sheet
    or the wall under the flame.
    """

    one_or_the_other: ClassVar[Mapping[str, str]] = {}
    """Two fields that say one thing: the one told last is meant."""
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
    belongs_to: str = Field(default="", max_length=80)
    family: MetalFamily = "carbon-steel"
    alloy: str | None = Field(default=None, max_length=60)
    thickness_mm: Length = Field(default=None, ge=0.3, le=25)
    held: Held | None = None
    coating: Coating | None = None
    closed: Closed | None = None
    fume: Fume | None = None
    place: Place | None = None
    start_c: Annotated[Number, Measure("temperature")] = Field(default=20.0, ge=-20, le=400)
    temper_c: Temperature = Field(default=None, ge=100, le=750)
    acetylene_l_per_h: Flow = Field(default=None, ge=5, le=5000)
    acetylene_bar: Pressure = Field(default=None, ge=0.02, le=1.5)
    oxygen_bar: Pressure = Field(default=None, ge=0.02, le=10)
    shade: Shade | None = None
    torch: str | None = Field(default=None, max_length=80)
    hose: str | None = Field(default=None, max_length=80)
    acetylene_cylinder: str | None = Field(default=None, max_length=80)
    oxygen_cylinder: str | None = Field(default=None, max_length=80)
    tip_label: str | None = Field(default=None, max_length=40)
    pace: Pace | None = None
    mixer: Mixer | None = None
    shut_down: ShutDownSchool | None = None
    fuel_setting: FuelSetting | None = None
    fire_watch: FireWatch | None = None
    typed: dict[
        Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=LONGEST_TYPED)]
    ] = Field(default_factory=dict, max_length=40)

    @property
    def wall_mm(self) -> float | None:
        """The wall the flame stands before, by which runs are told apart; not every part has one
        that is typed."""
        return self.thickness_mm

    @property
    def answers(self) -> dict[str, str | None]:
        """What was answered of the piece, by question."""
        return {q.field: getattr(self, q.field, None) for q in piece_questions()}


def schools_of(job: JobBase, shop: ShopSchools) -> ShopSchools:
    """Return the schools a job goes by: its own choice, else the shop's."""
    # The acetylene limit is the region's and no job's own.
    own = {name: getattr(job, name, None) for name in ShopSchools.model_fields}
    chosen = shop.model_copy(update={name: s for name, s in own.items() if s is not None})
    # A job may lengthen the shop's watch; nobody may shorten it.
    longest = max(chosen.fire_watch, shop.fire_watch, key=int)
    return chosen.model_copy(update={"fire_watch": longest})


def metal_of(job: JobBase, own: Metals | None = None) -> Metal | None:
    """Return the metal a job is reckoned as; None where nobody knows what it is.

    Raises Refused where the alloy it names is in neither catalogue nor the shop's own heats.
    """
    if job.alloy == UNKNOWN:
        return None
    return metal_named(job.alloy or traits_of(job.family).plain_alloy, own)


def metal_words(job: JobBase, metal: Metal | None) -> str:
    """Return what a job calls its metal: the alloy, or the family while no more is told."""
    if metal is None:
        return "metal not known"
    if job.alloy is not None:
        return metal.name
    return traits_of(job.family).sheet_name
