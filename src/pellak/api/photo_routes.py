"""Photos of runs: in as they came from the camera, out as they are kept."""

from operator import attrgetter
from typing import Annotated, Any

from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel, ConfigDict

from pellak.api.file_doors import FileBody
from pellak.api.paging import LINKED, After, Most, following, page_of
from pellak.api.problems import documented
from pellak.core.run.photo import PhotoMarks, PhotoSlot
from pellak.shop.photo_book import Photo, PhotoBook

JPEG_ANSWER: dict[str, Any] = {
    "response_class": Response,
    "responses": {200: {"content": {"image/jpeg": {}}}},
}
KEPT_FOR_GOOD = "private, max-age=31536000, immutable"
"""What a photo shows never changes; only this machine's own page asks for it."""


class PhotoMarked(BaseModel):
    """A photo's scale and lengths, against the version they were laid on."""

    model_config = ConfigDict(extra="forbid")
    version: int
    marks: PhotoMarks


def photo_router(photos: PhotoBook) -> APIRouter:
    """Return the routes of photos."""
    router = APIRouter(prefix="/api", tags=["run book"], responses=documented(404, 409))

    @router.get("/runs/{run_id}/photos", operation_id="list_photos", **LINKED)
    def list_photos(
        request: Request, answer: Response, run_id: str, after: After = None, most: Most = 100
    ) -> list[Photo]:
        """Photos of a run, the oldest first."""
        lines = following(photos.of(run_id), attrgetter("id"), after)
        return page_of(lines, attrgetter("id"), most, request, answer)

    @router.post("/runs/{run_id}/photos", operation_id="add_photo", status_code=201)
    def add_photo(run_id: str, slot: PhotoSlot, photo: FileBody) -> Photo:
        """Add a photo to a run: JPEG, PNG or WebP."""
        return photos.add(run_id, slot, photo)

    @router.get("/photos/{photo_id}", operation_id="show_photo", **JPEG_ANSWER)
    def show_photo(photo_id: str, small: Annotated[bool, Query()] = False) -> Response:
        """A photo, whole or small."""
        return Response(
            photos.file(photo_id, small=small),
            media_type="image/jpeg",
            headers={"Cache-Control": KEPT_FOR_GOOD},
        )

    @router.put("/photos/{photo_id}/marks", operation_id="mark_photo")
    def mark_photo(photo_id: str, marked: PhotoMarked) -> Photo:
        """Keep marks and lengths on a photo."""
        return photos.mark(photo_id, marked.version, marked.marks)

    @router.delete("/photos/{photo_id}", operation_id="remove_photo", status_code=204)
    def remove_photo(photo_id: str) -> None:
        """Take a photo out of a run."""
        photos.take_out(photo_id)

    return router
