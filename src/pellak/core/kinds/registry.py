"""Kinds of job, one folder each. Everything else goes through this list and knows none by name."""

from typing import Any

from pellak.core.answer.errors import Refused
from pellak.core.kinds.heat.compose import HEAT_KIND
from pellak.core.kinds.kind import JobKind, KindLine
from pellak.core.kinds.overlay.compose import OVERLAY_KIND
from pellak.core.kinds.seam.compose import SEAM
from pellak.core.kinds.straighten.compose import STRAIGHTEN
from pellak.core.model.kinds.unions import Job

KINDS: tuple[JobKind[Any], ...] = (SEAM, STRAIGHTEN, OVERLAY_KIND, HEAT_KIND)


def kind_of(job: Job) -> JobKind[Any]:
    """Return the kind of a job."""
    return kind_named(job.kind)


def kind_named(name: str) -> JobKind[Any]:
    """Return a kind by its id. Raises Refused for none."""
    for kind in KINDS:
        if kind.id == name:
            return kind
    raise Refused("kind", name, "one of " + ", ".join(kind.id for kind in KINDS))


def kind_lines() -> list[KindLine]:
    """Return the kinds as they are chosen from."""
    return [KindLine(id=kind.id, label=kind.label, about=kind.about) for kind in KINDS]
