"""The rig over HTTP: how it stands, and what ends what bars its light."""

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.problems import documented
from pellak.core.rig.state import LINE_PARTS, LinePart, RigFact
from pellak.shop.rig_desk import RigDesk, RigView


class RigReport(BaseModel):
    """That somebody examined the rig, mended a cause, or put a flame out; by name."""

    model_config = ConfigDict(extra="forbid")
    what: RigFact
    who: str = Field(max_length=60)
    finding: str = Field(default="", max_length=400)
    run_id: str = Field(default="", max_length=40)
    looked_at: list[LinePart] = Field(default_factory=list, max_length=len(LINE_PARTS))


def rig_router(rig: RigDesk) -> APIRouter:
    """Return the routes of the rig."""
    router = APIRouter(prefix="/api/rig", tags=["rack"], responses=documented())

    @router.get("", operation_id="get_rig")
    def get_rig() -> RigView:
        """How the rig stands: what bars every light, whose torch may burn, what befell last."""
        return rig.view()

    @router.post("/reports", operation_id="report_of_rig")
    def report_of_rig(report: RigReport) -> RigView:
        """End what bars the light: what was examined or mended, by whom, what was found.

        A flame whose run is not in the book any more is told out here too.
        """
        return rig.report(report.what, report.who, report.finding, report.run_id, report.looked_at)

    return router
