"""A job: what the person decided. Everything else is derived from it by the plan."""

from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints, ValidationError

from pellak.core.care.sequences import ShutDownSchool
from pellak.core.errors import Refused
from pellak.core.heat.gas_rule import Pace
from pellak.core.reading.quantity import read_quantity
from pellak.core.reading.units import QuantityKind
from pellak.core.torch.tip import Mixer
from pellak.core.working import Number, Record

QUANTITY_FIELDS: dict[str, QuantityKind] = {
    "thickness_mm": "length",
    "length_mm": "length",
    "root_gap_mm": "length",
    "start_c": "temperature",
    "acetylene_l_per_h": "flow",
}
"""Fields a person types in any unit, and what kind of quantity each is."""


class ShopSchools(Record):
    """Where good people disagree, what this shop does unless a job says otherwise."""

    pace: Pace = "normal"
    mixer: Mixer = "equal-pressure"
    shut_down: ShutDownSchool = "acetylene-first"


class SeamJob(Record):
    """A seam in sheet. None means not told yet, never a silent default."""

    kind: Literal["seam"] = "seam"
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
    belongs_to: str = Field(default="", max_length=80)
    family: Literal["carbon-steel"] = "carbon-steel"
    joint: Literal["butt"] = "butt"
    thickness_mm: Number | None = Field(default=None, ge=0.3, le=25)
    length_mm: Number | None = Field(default=None, ge=5, le=50_000)
    root_gap_mm: Number = Field(default=0.0, ge=0, le=6)
    start_c: Number = Field(default=20.0, ge=-20, le=400)
    acetylene_l_per_h: Number | None = Field(default=None, ge=5, le=5000)
    tip_label: str | None = Field(default=None, max_length=40)
    pace: Pace | None = None
    mixer: Mixer | None = None
    shut_down: ShutDownSchool | None = None
    typed: dict[str, str] = Field(default_factory=dict, max_length=12)


Job = SeamJob
"""Becomes a union tagged by `kind` as overlay, heat and straighten join."""


def schools_of(job: Job, shop: ShopSchools) -> ShopSchools:
    """Return the schools a job goes by: its own choice, else the shop's."""
    own = {name: getattr(job, name) for name in ShopSchools.model_fields}
    return shop.model_copy(update={name: s for name, s in own.items() if s is not None})


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


def job_from(document: Mapping[str, Any]) -> Job:
    """Return the job a document holds. Raises Refused naming the first field at fault."""
    try:
        return SeamJob.model_validate(document)
    except ValidationError as error:
        raise refusals(error)[0] from None


def with_changes(job: Job, changes: Mapping[str, Any]) -> Job:
    """Return the job with some fields changed; measures may come as typed text.

    Args:
        job: the job as it is.
        changes: new values by field. Text for a measure is read in any unit and kept as typed.

    Raises:
        Refused: a field is unknown or its value cannot be used; names the field.
    """
    document = job.model_dump()
    typed = dict(job.typed)
    for field, value in changes.items():
        if field in ("kind", "typed") or field not in document:
            raise Refused(field, value, "a field of the job")
        if field in QUANTITY_FIELDS:
            typed.pop(field, None)
            if isinstance(value, str):
                try:
                    read = read_quantity(value, QUANTITY_FIELDS[field], job.family)
                except Refused as refused:
                    raise Refused(field, value, refused.accepted) from None
                typed[field], value = value.strip(), read.value
        document[field] = value.strip() if isinstance(value, str) else value
    return job_from({**document, "typed": typed})
