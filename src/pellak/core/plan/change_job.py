"""A job: what the person decided. Everything else is derived from it by the plan."""

import re
from collections.abc import Mapping
from functools import cache
from typing import Any

from pydantic import TypeAdapter, ValidationError

from pellak.core import say
from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.metal.alloy import (
    UNKNOWN,
    Metals,
    heat_family_of,
    metal_named,
)
from pellak.core.model.job_base import JobBase, Listed, Measure, Names, Spread, metal_of
from pellak.core.model.kinds.unions import Job
from pellak.core.reading.quantity import read_quantity

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
            raise Refused(
                field, warm_c, f"below {say.c(most, limit='<')}, where this metal is solid"
            )
    return job


_JOB: TypeAdapter[Job] = TypeAdapter(Job)


def job_from(document: Mapping[str, Any]) -> Job:
    """Return the job a document holds, a seam where it names no kind.

    Raises Refused naming the first field at fault.
    """
    whole = {"kind": "seam", **document}
    try:
        return _JOB.validate_python(whole)
    except ValidationError as error:
        kind = str(whole["kind"])
        found = refusals(error)[0]
        # The union puts the kind before the field.
        field = found.field.removeprefix(f"{kind}.")
        raise Refused(field, found.was_read, found.accepted) from None


@cache
def _marks(
    job: type[JobBase],
) -> tuple[dict[str, QuantityKind], dict[str, Listed], dict[str, Spread], dict[str, Names]]:
    """Return which fields of a kind of job are typed measures, typed lists, or tell others."""
    measures: dict[str, QuantityKind] = {}
    names: dict[str, Names] = {}
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
            if isinstance(mark, Names):
                names[name] = mark
    return measures, lists, spreads, names


def read_as(job: Job, changes: Mapping[str, Any]) -> dict[str, str]:
    """Return how each measure among the changes was read, in words; none of what is no measure.

    Args:
        job: the job with the changes made, whose metal its gauges are read by.
        changes: what was typed, by field, which `with_changes` has taken.
    """
    measures = _marks(type(job))[0]
    return {
        field: read_quantity(value, measures[field], job.family).read_as
        for field, value in changes.items()
        if field in measures and isinstance(value, str)
    }


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
    measures, lists, spreads, names = _marks(type(job))
    if isinstance(changes.get("alloy"), str) and changes["alloy"] != UNKNOWN:
        # The metal first: gauges typed in the same breath are read as that metal's.
        document["family"] = metal_named(changes["alloy"], own).family
    for field, value in changes.items():
        if field in spreads:
            said = isinstance(value, str) and value.strip()
            stated = spreads[field].read(value) if said else dict(spreads[field].unsaid)
            document |= stated
            for name in stated:
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
                read_too = names[field].read(value) if field in names else {}
                if read_too:
                    document |= read_too
                    for name in read_too:
                        typed.pop(name, None)
                typed[field] = value.strip()
                # A pipe typed as its wall is its wall there, and tells its width too.
                value = read_too.get(field, read.value)
        if field in lists and isinstance(value, str):
            value = lists[field].read(value, document["family"])
        document[field] = value.strip() if isinstance(value, str) else value
        if value is not None and field in (other := job.one_or_the_other):
            document[other[field]] = None
            typed.pop(other[field], None)
    try:
        return started_solid(job_from({**document, "typed": typed}), own)
    except Refused as refused:
        # What somebody typed is said back as it was typed, not as it was read.
        typed_as = typed.get(refused.field) or refused.was_read
        meant = _gauge_meant(refused.field, typed_as, document["family"])
        raise Refused(refused.field, typed_as, refused.accepted + meant) from None


def _gauge_meant(field: str, typed_as: object, family: str) -> str:
    """Return what to type where a gauge's number was read as inches, or nothing."""
    inches = re.fullmatch(r"(\d{1,2}) ?in", str(typed_as).strip())
    if field != "thickness_mm" or inches is None:
        return ""
    gauge = f"{inches[1]} ga"
    try:
        thickness_mm = read_quantity(gauge, "length", family).value
    except Refused:
        return ""
    return f"; for the gauge type {gauge}, which is {say.wall(thickness_mm)}"
