"""The parts of a job that differ by kind, each a union tagged by `kind`; one name a kind in each.

Documents kept before kinds had rooms of their own are put into these forms here."""

from collections.abc import Mapping
from typing import Annotated, Any

from pydantic import Field, TypeAdapter

from pellak.core.model.kinds.heat.drawing import HeatedDrawing
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.model.kinds.heat.work import HeatLog, HeatNow, HeatWork
from pellak.core.model.kinds.overlay.drawing import FacedDrawing
from pellak.core.model.kinds.overlay.job import OverlayJob
from pellak.core.model.kinds.overlay.work import OverlayLog, OverlayNow, OverlayWork
from pellak.core.model.kinds.seam.drawing import SeamDrawing
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.kinds.seam.work import SeamLog, SeamNow, SeamWork
from pellak.core.model.kinds.straighten.drawing import MemberDrawing
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.model.kinds.straighten.work import MemberLog, MemberNow, MemberWork

Job = Annotated[SeamJob | StraightenJob | OverlayJob | HeatJob, Field(discriminator="kind")]
Drawing = Annotated[
    SeamDrawing | MemberDrawing | FacedDrawing | HeatedDrawing, Field(discriminator="kind")
]
Work = Annotated[SeamWork | MemberWork | OverlayWork | HeatWork, Field(discriminator="kind")]
WorkLog = Annotated[SeamLog | MemberLog | OverlayLog | HeatLog, Field(discriminator="kind")]
WorkNow = Annotated[SeamNow | MemberNow | OverlayNow | HeatNow, Field(discriminator="kind")]

_WORK: TypeAdapter[Work | None] = TypeAdapter(Work | None)
_LOOSE_PLAN = ("tacks", "filler", "groove", "member")
_LOG_NAMES = {"left_undone": "skipped_checks"}
_LOOSE_LOG = ("puddle_s", "seam_min", "tacking", "straightening")


def upcast_plan(document: Any) -> Any:
    """Return a kept plan with the work that used to lie loose in it in its room."""
    if not isinstance(document, Mapping) or "work" in document:
        return document
    plan = {name: value for name, value in document.items() if name not in _LOOSE_PLAN}
    if isinstance(drawing := document.get("drawing"), Mapping):
        plan["drawing"] = {"kind": "seam", **drawing}
    loose = {name: document.get(name) for name in _LOOSE_PLAN[:3]}
    if document.get("member"):
        plan["work"] = {**document["member"], "kind": "straighten"}
    elif any(loose.values()):
        plan["work"] = {**loose, "kind": "seam"}
    return plan


def work_kept(plan: Mapping[str, Any]) -> Work | None:
    """Return the work of a kept plan, of which no more than that need be here."""
    return _WORK.validate_python(upcast_plan(plan).get("work"))


def upcast_log(document: Any) -> Any:
    """Return a kept log under the names its fields have now, with times and series that used to lie
    loose in it in their rooms."""
    if not isinstance(document, Mapping):
        return document
    document = {_LOG_NAMES.get(name, name): value for name, value in document.items()}
    if not document.keys() & set(_LOOSE_LOG):
        return document
    log = {name: value for name, value in document.items() if name not in _LOOSE_LOG}
    timed = {name: document.get(name) for name in _LOOSE_LOG[:2]}
    log["actual"] = {name: value for name, value in timed.items() if value is not None}
    if any((document.get("straightening") or {}).values()):
        log["work"] = {**document["straightening"], "kind": "straighten"}
    elif any((document.get("tacking") or {}).values()):
        log["work"] = {**document["tacking"], "kind": "seam"}
    return log
