"""The metals: catalogue, own heats, certificates in and out."""

from typing import Any

from fastapi import APIRouter, Response

from pellak.api.file_doors import FILE_ANSWER, FileBody, file_answer
from pellak.api.problems import documented
from pellak.core.metal.certificate_files import FileKind, ReadFile
from pellak.core.metal_page import MetalLine, MetalPage
from pellak.shop.metals import Imported, Metals


def metal_router(metals: Metals) -> APIRouter:
    """Return the routes of the metals."""
    router = APIRouter(prefix="/api/metals", tags=["metals"], responses=documented(404))

    @router.get("", operation_id="list_metals")
    def list_metals() -> list[MetalLine]:
        return metals.lines()

    @router.post("", operation_id="add_heat", status_code=201)
    def add_heat(document: dict[str, Any]) -> MetalLine:
        return metals.add(document)

    @router.get("/export", operation_id="export_heats", **FILE_ANSWER)
    def export_heats(kind: FileKind = "csv") -> Response:
        return file_answer(metals.write_out(kind), "heats", kind)

    @router.post("/look-into", operation_id="look_into_certificates")
    def look_into_certificates(body: FileBody) -> ReadFile:
        return metals.look_into(body)

    @router.post("/import", operation_id="import_certificates")
    def import_certificates(body: FileBody) -> Imported:
        return metals.take_in(body)

    @router.get("/{metal_id}", operation_id="look_at_metal")
    def look_at_metal(metal_id: str) -> MetalPage:
        return metals.page(metal_id)

    @router.delete("/{metal_id}", operation_id="put_heat_away", status_code=204)
    def put_heat_away(metal_id: str) -> None:
        metals.put_away(metal_id)

    @router.post("/{metal_id}/restore", operation_id="bring_heat_back")
    def bring_heat_back(metal_id: str) -> MetalLine:
        return metals.bring_back(metal_id)

    return router
