"""A backup as one file to take away: the records, and the photos they name, as a ZIP archive.

Unpacked, it is what `pellak backup` writes, and `pellak restore` takes it."""

import io
import sqlite3
import zipfile
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

from pellak.store.health import read_only
from pellak.store.keeping import photos_beside
from pellak.store.photo_files import PHOTOS, photo_path

CHUNK_BYTES = 1 << 20


class _Passing(io.RawIOBase):
    """A file nobody can go back in: what is written is handed on."""

    def __init__(self) -> None:
        super().__init__()
        self._held = bytearray()

    def writable(self) -> bool:
        return True

    def write(self, content: object) -> int:
        given = memoryview(content)  # type: ignore[arg-type]  # any buffer, as its library says
        self._held += given
        return given.nbytes

    def handed_on(self) -> bytes:
        content = bytes(self._held)
        self._held.clear()
        return content


def parcel(backup: Path) -> Iterator[bytes]:
    """Give a backup beside the records as parts of a ZIP archive, none of them large."""
    passing = _Passing()
    folder = backup.parent.parent
    beside = photos_beside(Path(backup.name))
    with zipfile.ZipFile(passing, "w", zipfile.ZIP_DEFLATED) as archive:
        yield from _put(archive, passing, backup, backup.name)
        for sha256 in _photos(backup):
            for small in (False, True):
                file = photo_path(folder, sha256, small=small)
                if file.exists():
                    name = f"{beside}/{PHOTOS}/{file.parent.name}/{file.name}"
                    yield from _put(archive, passing, file, name, zipfile.ZIP_STORED)
    yield passing.handed_on()


def _put(
    archive: zipfile.ZipFile,
    passing: _Passing,
    file: Path,
    name: str,
    kind: int = zipfile.ZIP_DEFLATED,
) -> Iterator[bytes]:
    info = zipfile.ZipInfo.from_file(file, name, strict_timestamps=False)
    info.compress_type = kind
    with file.open("rb") as source, archive.open(info, "w") as target:
        while chunk := source.read(CHUNK_BYTES):
            target.write(chunk)
            yield passing.handed_on()
    yield passing.handed_on()


def _photos(backup: Path) -> list[str]:
    with closing(read_only(backup)) as connection:
        try:
            return [sha256 for (sha256,) in connection.execute("SELECT sha256 FROM photo")]
        except sqlite3.OperationalError:
            return []  # a form from before there were photos
