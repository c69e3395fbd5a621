"""The rack over HTTP: items, forms, files in and out."""

from operator import attrgetter
from typing import Annotated, Any

from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.file_doors import FILE_ANSWER, FileBody, file_answer
from pellak.api.paging import LINKED, LONGEST_PAGE, After, Most, following, page_of
from pellak.api.problems import documented
from pellak.api.saying import UNITS_HEADER, units_asked
from pellak.core.rig.files import FileKind, ReadRack
from pellak.core.supply.reach_given import ReachValues
from pellak.core.supply.tip_chart import TipChartValues
from pellak.core.supply.tip_number_given import TipNumberAnswer, TipNumberGiven
from pellak.core.tables import Family
from pellak.shop.gas_book import GasBook, GasSums
from pellak.shop.rack import OwnedItem, RackBook, RackForm, TakenIn, rack_forms
from pellak.shop.rack_reach import RackReach


class ItemChange(BaseModel):
    """Fields to change against a version; measures may be typed text in any unit."""

    model_config = ConfigDict(extra="forbid")
    version: int
    changes: dict[str, Any]


class SaidThing(BaseModel):
    """A thing of the rack in one line, as it is said."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=80)


def rack_router(rack: RackBook, gas: GasBook, reach: RackReach) -> APIRouter:
    """Return the routes of the rack."""
    router = APIRouter(prefix="/api/rack", tags=["rack"], responses=documented(404, 409))

    @router.get("", operation_id="list_rack", **LINKED)
    def list_rack(
        request: Request, answer: Response, after: After = None, most: Most = LONGEST_PAGE
    ) -> list[OwnedItem]:
        """What the shop has: tips, heads, torches, hoses, cylinders, lenses, stock."""
        items = following(rack.items(), attrgetter("id"), after)
        return page_of(items, attrgetter("id"), most, request, answer)

    @router.post("", operation_id="add_rack_item", status_code=201)
    def add_rack_item(document: dict[str, Any]) -> OwnedItem:
        """Add something to the rack."""
        return rack.add(document)

    @router.post("/lines", operation_id="add_rack_line", status_code=201)
    def add_rack_line(said: SaidThing, request: Request) -> OwnedItem:
        """Add the thing a line says: `3 #67`, `torch`, `ac 60`, `hose 5 m`, `lens 5`."""
        return rack.add_line(said.text, units_asked(request.headers.get(UNITS_HEADER)))

    @router.get("/gas", operation_id="sum_gas")
    def sum_gas() -> GasSums:
        """Gas in the cylinders and gas wanted by the jobs."""
        return gas.sums()

    @router.get("/reach", operation_id="reach_of_rack")
    def reach_of_rack(
        family: Annotated[Family, Query(description="The metal asked about.")] = "carbon-steel",
        minutes_needed: Annotated[
            float | None, Query(ge=0, le=1440, description="Minutes of flame; on end without.")
        ] = None,
    ) -> ReachValues:
        """What each tip welds on the cylinders in use: flows, pressures, minutes and walls."""
        return reach.of([family], minutes_needed)

    @router.get("/tip-chart", operation_id="tip_chart_of_rack")
    def tip_chart_of_rack(
        family: Annotated[Family, Query(description="The metal asked about.")] = "carbon-steel",
        minutes_needed: Annotated[
            float | None, Query(ge=0, le=1440, description="Minutes of flame; on end without.")
        ] = None,
    ) -> TipChartValues:
        """The tip chart of this rack: walls down, its tips across."""
        return reach.chart(family, minutes_needed)

    @router.post("/tip-number", operation_id="bore_of_tip")
    def bore_of_tip(given: TipNumberGiven) -> TipNumberAnswer:
        """Which bore a tip has, seen on this rack's own line and in the hand that is known."""
        return reach.bore(given)

    @router.get("/forms", operation_id="list_rack_forms")
    def list_rack_forms() -> list[RackForm]:
        """What each kind of thing in the rack is asked for."""
        return rack_forms()

    @router.get("/export", operation_id="export_rack", **FILE_ANSWER)
    def export_rack(kind: FileKind = "csv") -> Response:
        """The rack, CSV or JSON."""
        return file_answer(rack.write_out(kind), "rack", kind)

    @router.post("/look-into", include_in_schema=False)
    @router.post("/preview", operation_id="preview_rack_import")
    def preview_rack_import(body: FileBody) -> ReadRack:
        """What a file of the rack holds; nothing is kept."""
        return rack.preview_import(body)

    @router.post("/import", operation_id="import_rack")
    def import_rack(body: FileBody) -> TakenIn:
        """Take in a file of the rack."""
        return rack.take_in(body)

    @router.patch("/{item_id}", operation_id="change_rack_item")
    def change_rack_item(item_id: str, change: ItemChange) -> OwnedItem:
        """Change fields of something in the rack."""
        return rack.change(item_id, change.version, change.changes)

    @router.delete("/{item_id}", operation_id="archive_rack_item", status_code=204)
    def archive_rack_item(item_id: str) -> None:
        """Take something off the rack; it can be restored."""
        rack.archive(item_id)

    @router.post("/{item_id}/restore", operation_id="restore_rack_item")
    def restore_rack_item(item_id: str) -> OwnedItem:
        """Put something back on the rack."""
        return rack.restore(item_id)

    return router
