"""A job: what the person decided. Everything else is derived from it by the plan."""

import re
from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints, ValidationError, model_validator

from pellak.core.care.sequences import FireWatch, FuelSetting, ShutDownSchool
from pellak.core.errors import Refused
from pellak.core.gas.limits import LimitRegion
from pellak.core.heat.gas_rule import Pace
from pellak.core.metal.alloy import (
    FAMILY_NAMES,
    PLAIN_ALLOY,
    UNKNOWN,
    Metal,
    MetalFamily,
    Metals,
    heat_family_of,
    metal_named,
)
from pellak.core.piece.questions import Closed, Coating, Fume, Held, Place, piece_questions
from pellak.core.preheat.case import Restraint
from pellak.core.preheat.choose import PreheatSchool
from pellak.core.reading.quantity import read_quantity
from pellak.core.reading.units import QuantityKind
from pellak.core.seam.groove import EdgeForm
from pellak.core.tables import Joint
from pellak.core.torch.mixer import Mixer
from pellak.core.working import Number, Record

LONGEST_TYPED = 200
TackChoice = Literal["auto", "halving", "march", "centre-out"]
DirectionChoice = Literal["auto", "forehand", "backhand"]
RunChoice = Literal["run-through", "back-step"]
Shade = Literal["4", "5", "6", "7", "8", "9", "10"]
ONE_OR_THE_OTHER = {"travel_mm_per_min": "seam_min", "seam_min": "travel_mm_per_min"}
"""Two ways of saying one thing: the one told last is meant."""
QUANTITY_FIELDS: dict[str, QuantityKind] = {
    "thickness_mm": "length",
    "length_mm": "length",
    "root_gap_mm": "length",
    "start_c": "temperature",
    "acetylene_l_per_h": "flow",
    "temper_c": "temperature",
    "upstand_mm": "length",
    "leg_mm": "length",
    "overlap_mm": "length",
    "outside_diameter_mm": "length",
    "branch_deg": "angle",
    "included_angle_deg": "angle",
    "root_face_mm": "length",
    "rod_diameter_mm": "length",
    "travel_mm_per_min": "speed",
    "preheat_c": "temperature",
    "acetylene_bar": "pressure",
    "oxygen_bar": "pressure",
    "tack_pitch_mm": "length",
    "tack_hold_s": "time",
    "seam_min": "minutes",
}
"""Fields a person types in any unit, and what kind of quantity each is."""


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


class SeamJob(Record):
    """A seam. None means not told yet, never a silent default.

    `alloy` is an id of the catalogue or of the shop's own heats, or "unknown"; while it is None
    the family's common grade stands in, and the plan says so.
    """

    kind: Literal["seam"] = "seam"
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
    belongs_to: str = Field(default="", max_length=80)
    family: MetalFamily = "carbon-steel"
    alloy: str | None = Field(default=None, max_length=60)
    joint: Joint = "butt"
    thickness_mm: Number | None = Field(default=None, ge=0.3, le=25)
    length_mm: Number | None = Field(default=None, ge=5, le=50_000)
    root_gap_mm: Number | None = Field(default=None, ge=0, le=6)
    upstand_mm: Number | None = Field(default=None, ge=0.5, le=50)
    leg_mm: Number | None = Field(default=None, ge=0.5, le=50)
    overlap_mm: Number | None = Field(default=None, ge=1, le=500)
    outside_diameter_mm: Number | None = Field(default=None, ge=4, le=2000)
    branch_deg: Number | None = Field(default=None, ge=20, le=160)
    included_angle_deg: Number | None = Field(default=None, ge=30, le=120)
    root_face_mm: Number | None = Field(default=None, ge=0, le=20)
    held: Held | None = None
    coating: Coating | None = None
    closed: Closed | None = None
    restraint: Restraint | None = None
    fume: Fume | None = None
    place: Place | None = None
    start_c: Number = Field(default=20.0, ge=-20, le=400)
    temper_c: Number | None = Field(default=None, ge=100, le=750)
    acetylene_l_per_h: Number | None = Field(default=None, ge=5, le=5000)
    rod_diameter_mm: Number | None = Field(default=None, ge=0.5, le=12)
    travel_mm_per_min: Number | None = Field(default=None, ge=0.5, le=5000)
    preheat_c: Number | None = Field(default=None, ge=30, le=800)
    acetylene_bar: Number | None = Field(default=None, ge=0.02, le=1.5)
    oxygen_bar: Number | None = Field(default=None, ge=0.02, le=10)
    tack_pitch_mm: Number | None = Field(default=None, ge=3, le=500)
    tack_hold_s: Number | None = Field(default=None, ge=0.3, le=600)
    seam_min: Number | None = Field(default=None, ge=0.02, le=6000)
    shade: Shade | None = None
    tip_label: str | None = Field(default=None, max_length=40)
    rod: str | None = Field(default=None, max_length=40)
    pace: Pace | None = None
    mixer: Mixer | None = None
    shut_down: ShutDownSchool | None = None
    preheat: PreheatSchool | None = None
    fuel_setting: FuelSetting | None = None
    fire_watch: FireWatch | None = None
    tacks: TackChoice | None = None
    direction: DirectionChoice | None = None
    run: RunChoice | None = None
    edge_form: EdgeForm | None = None
    corners_mm: list[Annotated[Number, Field(gt=0, le=50_000)]] = Field(
        default_factory=list, max_length=40
    )
    typed: dict[
        Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=LONGEST_TYPED)]
    ] = Field(default_factory=dict, max_length=40)

    @model_validator(mode="after")
    def _gap_told(self) -> "SeamJob":
        # Jobs kept before a gap could be untold hold nought that nobody typed.
        if self.root_gap_mm == 0 and "root_gap_mm" not in self.typed:
            object.__setattr__(self, "root_gap_mm", None)
        return self

    @property
    def answers(self) -> dict[str, str | None]:
        """What was answered of the piece, by question."""
        return {q.field: getattr(self, q.field) for q in piece_questions()}


Job = SeamJob
"""Becomes a union tagged by `kind` as overlay, heat and straighten join."""


def schools_of(job: Job, shop: ShopSchools) -> ShopSchools:
    """Return the schools a job goes by: its own choice, else the shop's."""
    # The acetylene limit is the region's and no job's own.
    own = {name: getattr(job, name, None) for name in ShopSchools.model_fields}
    chosen = shop.model_copy(update={name: s for name, s in own.items() if s is not None})
    # A job may lengthen the shop's watch; nobody may shorten it.
    longest = max(chosen.fire_watch, shop.fire_watch, key=int)
    return chosen.model_copy(update={"fire_watch": longest})


def metal_of(job: Job, own: Metals | None = None) -> Metal | None:
    """Return the metal a job is reckoned as; None where nobody knows what it is.

    Raises Refused where the alloy it names is in neither catalogue nor the shop's own heats.
    """
    if job.alloy == UNKNOWN:
        return None
    return metal_named(job.alloy or PLAIN_ALLOY[job.family], own)


def metal_words(job: Job, metal: Metal | None) -> str:
    """Return what a job calls its metal: the alloy, or the family while no more is told."""
    if metal is None:
        return "metal not known"
    if job.alloy is not None:
        return metal.name
    return "low-carbon steel" if job.family == "carbon-steel" else FAMILY_NAMES[job.family]


def refusals(error: ValidationError) -> list[Refused]:
    """Return a Refused for each fault of a validation, its field as a dotted path."""
    return [
        Refused(
            ".".join(str(part) for part in fault["loc"]) or "body",
            _brief(fault.get("input")),
            fault["msg"].removeprefix("Value error, "),
        )
        for fault in error.errors(include_url=False, include_context=False)
    ]


def _brief(value: object) -> object:
    text = repr(value)
    return value if len(text) <= 60 else text[:57] + "…"


SOLID_UNDER_MELTING_C = 20.0
"""Closer to melting nothing can be told to be solid, and no figure of heat means anything."""


def started_solid(job: Job, own: Metals | None = None) -> Job:
    """Return the job. Raises Refused where its metal would be molten at the start."""
    metal = metal_of(job, own)
    constants = None if metal is None else heat_family_of(metal.family)
    if constants is None:
        return job
    most = constants.melting_c - SOLID_UNDER_MELTING_C
    for field, warm_c in (("start_c", job.start_c), ("preheat_c", job.preheat_c)):
        if warm_c is not None and warm_c > most:
            raise Refused(field, warm_c, f"below {most:g} °C, where this metal is solid")
    return job


def job_from(document: Mapping[str, Any]) -> Job:
    """Return the job a document holds. Raises Refused naming the first field at fault."""
    try:
        return SeamJob.model_validate(document)
    except ValidationError as error:
        raise refusals(error)[0] from None


def _corners(text: str, family: str) -> list[float]:
    """Return the places typed as `200, 340 mm; 2 ft`: where a seam turns."""
    try:
        parts = [part for part in re.split(r"[;\s]*[;,]\s+|;", text.strip()) if part]
        return [read_quantity(part, "length", family).value for part in parts]
    except Refused as refused:
        raise Refused("corners_mm", text, f"lengths along the seam; {refused.accepted}") from None


def with_changes(job: Job, changes: Mapping[str, Any], own: Metals | None = None) -> Job:
    """Return the job with some fields changed; measures may come as typed text.

    Args:
        job: the job as it is.
        changes: new values by field. Text for a measure is read in any unit and kept as typed.
        own: the shop's own heats, which an alloy may name.

    Raises:
        Refused: a field is unknown or its value cannot be used; names the field.
    """
    document = job.model_dump()
    typed = dict(job.typed)
    if isinstance(changes.get("alloy"), str) and changes["alloy"] != UNKNOWN:
        # The metal first: gauges typed in the same breath are read as that metal's.
        document["family"] = metal_named(changes["alloy"], own).family
    for field, value in changes.items():
        if field in ("kind", "typed") or field not in document:
            raise Refused(field, value, "a field of the job")
        if field in QUANTITY_FIELDS:
            typed.pop(field, None)
            if isinstance(value, str):
                try:
                    read = read_quantity(value, QUANTITY_FIELDS[field], document["family"])
                except Refused as refused:
                    raise Refused(field, value, refused.accepted) from None
                typed[field], value = value.strip(), read.value
        if field == "corners_mm" and isinstance(value, str):
            value = _corners(value, document["family"])
        document[field] = value.strip() if isinstance(value, str) else value
        if value is not None and field in ONE_OR_THE_OTHER:
            document[ONE_OR_THE_OTHER[field]] = None
            typed.pop(ONE_OR_THE_OTHER[field], None)
    return started_solid(job_from({**document, "typed": typed}), own)
