"""Photos of runs: taken in, looked at, measured on, taken out."""

from datetime import datetime
from threading import Lock
from uuid import uuid4

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.run.photo import SLOTS, MeasuredLength, PhotoMarks, PhotoSlot, measured
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound, Stale
from pellak.shop.photo_picture import picture_of
from pellak.shop.run_book import get_run
from pellak.store.database import Database
from pellak.store.photo_files import keep_photo, read_photo
from pellak.store.photos import Photos
from pellak.store.tables import PhotoRow

MOST_PHOTOS = 200


class Photo(Record):
    """A photo of a run: its slot, how large it is, what was marked and measured on it."""

    id: str
    run_id: str
    slot: PhotoSlot
    slot_name: str
    width_px: int
    height_px: int
    added_at: datetime
    version: int
    marks: PhotoMarks
    measured: list[MeasuredLength]


class PhotoBook:
    """The use cases of photos."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._folder = database.path.parent
        self._clock = clock
        self._unfolding = Lock()

    def of(self, run_id: str) -> list[Photo]:
        """Return a run's photos, oldest first. Raises NotFound."""
        with self._database.reading() as session:
            get_run(session, run_id)
            return [_photo(row) for row in Photos(session).of(run_id)]

    def add(self, run_id: str, slot: PhotoSlot, content: bytes) -> Photo:
        """Take a photo in. Raises NotFound for the run, Refused for what is no picture."""
        with self._database.reading() as session:
            get_run(session, run_id)
            if Photos(session).count(run_id) >= MOST_PHOTOS:
                raise Refused("photo", f"{MOST_PHOTOS + 1} photos", f"{MOST_PHOTOS} to a run")
        # One at a time: unfolded, a picture is many times what was sent.
        with self._unfolding:
            picture = picture_of(content)
        sha256 = keep_photo(self._folder, picture.photo, picture.small)
        row = PhotoRow(
            photo_id=uuid4().hex[:12], run_id=run_id, slot=slot, sha256=sha256,
            width_px=picture.width_px, height_px=picture.height_px, added_at=self._clock(),
            marks=PhotoMarks().model_dump(mode="json"), version=1,
        )  # fmt: skip
        with self._database.transaction() as session:
            Photos(session).add(row)
        return _photo(row)

    def file(self, photo_id: str, *, small: bool) -> bytes:
        """Return a photo as JPEG. Raises NotFound where it, or its file, is not there."""
        with self._database.reading() as session:
            sha256 = _row(Photos(session), photo_id).sha256
        content = read_photo(self._folder, sha256, small=small)
        if content is None:
            raise NotFound("photo", photo_id)
        return content

    def mark(self, photo_id: str, version: int, marks: PhotoMarks) -> Photo:
        """Lay a scale on a photo, and lengths to measure. Raises Stale where it was changed."""
        with self._database.transaction() as session:
            row = _row(Photos(session), photo_id)
            if row.version != version:
                raise Stale("photo", version, row.version, _photo(row))
            row.marks, row.version = marks.model_dump(mode="json"), version + 1
            return _photo(row)

    def take_out(self, photo_id: str) -> None:
        """Take a photo out of its run. Raises NotFound."""
        with self._database.transaction() as session:
            _row(Photos(session), photo_id)
            Photos(session).delete(photo_id)


def _row(photos: Photos, photo_id: str) -> PhotoRow:
    row = photos.find(photo_id)
    if row is None:
        raise NotFound("photo", photo_id)
    return row


def _photo(row: PhotoRow) -> Photo:
    marks = PhotoMarks.model_validate(row.marks)
    slot: PhotoSlot = next(one for one in SLOTS if one == row.slot)
    return Photo(
        id=row.photo_id, run_id=row.run_id, slot=slot, slot_name=SLOTS[slot],
        width_px=row.width_px, height_px=row.height_px, added_at=row.added_at,
        version=row.version, marks=marks, measured=measured(marks, row.width_px, row.height_px),
    )  # fmt: skip
