"""A job: what the person decided. Everything else is derived from it by the plan."""

from collections.abc import Mapping
from functools import cache
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter, ValidationError, model_validator

from pellak.core.errors import Refused
from pellak.core.job_base import (
    Angle,
    DirectionChoice,
    JobBase,
    Length,
    Listed,
    Measure,
    RunChoice,
    ShopSchools,
    Spread,
    TackChoice,
    Temperature,
)
from pellak.core.kinds.straighten.job import StraightenJob
from pellak.core.metal.alloy import (
    FAMILY_NAMES,
    PLAIN_ALLOY,
    UNKNOWN,
    Metal,
    Metals,
    heat_family_of,
    metal_named,
)
from pellak.core.preheat.case import Restraint
from pellak.core.preheat.choose import PreheatSchool
from pellak.core.reading.places import read_places
from pellak.core.reading.quantity import read_quantity
from pellak.core.reading.units import QuantityKind
from pellak.core.seam.groove import EdgeForm
from pellak.core.tables import Joint
from pellak.core.working import Number

ONE_OR_THE_OTHER = {"travel_mm_per_min": "seam_min", "seam_min": "travel_mm_per_min"}
"""Two ways of saying one thing: the one told last is meant."""


def _corners(text: str, family: str) -> list[float]:
    """Return the places typed as `200, 340 mm; 2 ft`: where a seam turns."""
    return read_places("corners_mm", text, family)


class SeamJob(JobBase):
    """A seam."""

    kind: Literal["seam"] = "seam"
    joint: Joint = "butt"
    length_mm: Length = Field(default=None, ge=5, le=50_000)
    root_gap_mm: Length = Field(default=None, ge=0, le=6)
    upstand_mm: Length = Field(default=None, ge=0.5, le=50)
    leg_mm: Length = Field(default=None, ge=0.5, le=50)
    overlap_mm: Length = Field(default=None, ge=1, le=500)
    outside_diameter_mm: Length = Field(default=None, ge=4, le=2000)
    branch_deg: Angle = Field(default=None, ge=20, le=160)
    included_angle_deg: Angle = Field(default=None, ge=30, le=120)
    root_face_mm: Length = Field(default=None, ge=0, le=20)
    restraint: Restraint | None = None
    rod_diameter_mm: Length = Field(default=None, ge=0.5, le=12)
    travel_mm_per_min: Annotated[Number | None, Measure("speed")] = Field(
        default=None, ge=0.5, le=5000
    )
    preheat_c: Temperature = Field(default=None, ge=30, le=800)
    tack_pitch_mm: Length = Field(default=None, ge=3, le=500)
    tack_hold_s: Annotated[Number | None, Measure("time")] = Field(default=None, ge=0.3, le=600)
    seam_min: Annotated[Number | None, Measure("minutes")] = Field(default=None, ge=0.02, le=6000)
    rod: str | None = Field(default=None, max_length=40)
    preheat: PreheatSchool | None = None
    tacks: TackChoice | None = None
    direction: DirectionChoice | None = None
    run: RunChoice | None = None
    edge_form: EdgeForm | None = None
    corners_mm: Annotated[list[Annotated[Number, Field(gt=0, le=50_000)]], Listed(_corners)] = (
        Field(default_factory=list, max_length=40)
    )

    @model_validator(mode="after")
    def _gap_told(self) -> "SeamJob":
        # Jobs kept before a gap could be untold hold nought that nobody typed.
        if self.root_gap_mm == 0 and "root_gap_mm" not in self.typed:
            object.__setattr__(self, "root_gap_mm", None)
        return self


Job = Annotated[SeamJob | StraightenJob, Field(discriminator="kind")]


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
    return metal_named(job.alloy or PLAIN_ALLOY[job.family], own)


def metal_words(job: JobBase, metal: Metal | None) -> str:
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
    for field in ("start_c", "preheat_c"):
        warm_c = getattr(job, field, None)
        if warm_c is not None and warm_c > most:
            raise Refused(field, warm_c, f"below {most:g} °C, where this metal is solid")
    return job


_JOB: TypeAdapter[SeamJob | StraightenJob] = TypeAdapter(Job)


def job_from(document: Mapping[str, Any]) -> Job:
    """Return the job a document holds, a seam where it names no kind.

    Raises Refused naming the first field at fault.
    """
    told = {"kind": "seam", **document}
    try:
        return _JOB.validate_python(told)
    except ValidationError as error:
        kind = str(told["kind"])
        found = refusals(error)[0]
        # The union puts the kind before the field.
        field = found.field.removeprefix(f"{kind}.")
        raise Refused(field, found.was_read, found.accepted) from None


@cache
def _marks(
    job: type[JobBase],
) -> tuple[dict[str, QuantityKind], dict[str, Listed], dict[str, Spread]]:
    """Return which fields of a kind of job are typed measures, typed lists, or tell others."""
    measures: dict[str, QuantityKind] = {}
    lists: dict[str, Listed] = {}
    spreads: dict[str, Spread] = {}
    for name, field in job.model_fields.items():
        for mark in field.metadata:
            if isinstance(mark, Measure):
                measures[name] = mark.kind
            if isinstance(mark, Listed):
                lists[name] = mark
            if isinstance(mark, Spread):
                spreads[name] = mark
    return measures, lists, spreads


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
    measures, lists, spreads = _marks(type(job))
    if isinstance(changes.get("alloy"), str) and changes["alloy"] != UNKNOWN:
        # The metal first: gauges typed in the same breath are read as that metal's.
        document["family"] = metal_named(changes["alloy"], own).family
    for field, value in changes.items():
        if field in spreads and isinstance(value, str) and value.strip():
            told = spreads[field].read(value)
            document |= told
            for name in told:
                typed.pop(name, None)
        if field in ("kind", "typed") or field not in document:
            raise Refused(field, value, "a field of the job")
        if field in measures:
            typed.pop(field, None)
            if isinstance(value, str):
                try:
                    read = read_quantity(value, measures[field], document["family"])
                except Refused as refused:
                    raise Refused(field, value, refused.accepted) from None
                typed[field], value = value.strip(), read.value
        if field in lists and isinstance(value, str):
            value = lists[field].read(value, document["family"])
        document[field] = value.strip() if isinstance(value, str) else value
        if value is not None and field in ONE_OR_THE_OTHER:
            document[ONE_OR_THE_OTHER[field]] = None
            typed.pop(ONE_OR_THE_OTHER[field], None)
    return started_solid(job_from({**document, "typed": typed}), own)
