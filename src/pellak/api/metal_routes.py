"""The metals: catalogue, own heats, certificates in and out."""

from operator import attrgetter
from typing import Any

from fastapi import APIRouter, Request, Response

from pellak.api.file_doors import FILE_ANSWER, FileBody, file_answer
from pellak.api.paging import LINKED, LONGEST_PAGE, After, Most, following, page_of
from pellak.api.problems import documented
from pellak.core.metal.certificate_files import FileKind, ReadFile
from pellak.core.preheat.metal_page import MetalLine, MetalPage
from pellak.shop.metals import Imported, Metals


def metal_router(metals: Metals) -> APIRouter:
    """Return the routes of the metals."""
    router = APIRouter(prefix="/api/metals", tags=["metals"], responses=documented(404))

    @router.get("", operation_id="list_metals", **LINKED)
    def list_metals(
        request: Request, answer: Response, after: After = None, most: Most = LONGEST_PAGE
    ) -> list[MetalLine]:
        """The metals: the catalogue and the shop's own heats."""
        lines = following(metals.lines(), attrgetter("id"), after)
        return page_of(lines, attrgetter("id"), most, request, answer)

    @router.post("", operation_id="add_heat_lot", status_code=201)
    def add_heat_lot(document: dict[str, Any]) -> MetalLine:
        """Add a heat of the shop by its certificate."""
        return metals.add(document)

    @router.get("/export", operation_id="export_heats", **FILE_ANSWER)
    def export_heats(kind: FileKind = "csv") -> Response:
        """The shop's own heats, CSV or JSON."""
        return file_answer(metals.write_out(kind), "heats", kind)

    @router.post("/look-into", include_in_schema=False)
    @router.post("/preview", operation_id="preview_certificate_import")
    def preview_certificate_import(body: FileBody) -> ReadFile:
        """What a file of certificates holds; nothing is kept."""
        return metals.preview_import(body)

    @router.post("/import", operation_id="import_certificates")
    def import_certificates(body: FileBody) -> Imported:
        """Take in a file of certificates."""
        return metals.take_in(body)

    @router.get("/{metal_id}", operation_id="get_metal")
    def get_metal(metal_id: str) -> MetalPage:
        """A metal: analysis, equivalents, preheats, rods."""
        return metals.page(metal_id)

    @router.delete("/{metal_id}", operation_id="archive_heat_lot", status_code=204)
    def archive_heat_lot(metal_id: str) -> None:
        """Take a heat of the shop off the list; it can be restored."""
        metals.archive(metal_id)

    @router.post("/{metal_id}/restore", operation_id="restore_heat_lot")
    def restore_heat_lot(metal_id: str) -> MetalLine:
        """Put an archived heat back on the list."""
        return metals.restore(metal_id)

    return router
