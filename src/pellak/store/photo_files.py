"""Photos as files beside the database, each named by the hash of what it holds.

A file is never changed and never overwritten; a backup needs only those it names."""

import hashlib
import os
import re
from contextlib import suppress
from pathlib import Path

from pellak.store.disk import make_file, make_folder, sync_file, sync_folder
from pellak.store.errors import Unusable

PHOTOS = "photos"
SMALL = "small"
PART = ".part"
PART_LASTS_S = 3600.0
_HASH = re.compile(r"[0-9a-f]{64}")


def photo_path(folder: Path, sha256: str, *, small: bool = False) -> Path:
    """Return where a photo of that hash lies beside the database of a folder."""
    if not _HASH.fullmatch(sha256):
        raise Unusable(f"{sha256!r} names no photo")
    ending = f".{SMALL}.jpg" if small else ".jpg"
    return folder / PHOTOS / sha256[:2] / f"{sha256}{ending}"


def keep_photo(folder: Path, photo: bytes, small: bytes) -> str:
    """Write a photo and its small copy, whole and forced to the disk; return its hash.

    Raises Unusable where the disk takes no more.
    """
    sha256 = hashlib.sha256(photo).hexdigest()
    for content, is_small in ((small, True), (photo, False)):
        target = photo_path(folder, sha256, small=is_small)
        if target.exists():
            continue
        part = target.with_suffix(f".{os.getpid()}{PART}")
        try:
            make_folder(target.parent)
            make_file(part)
            part.write_bytes(content)
            sync_file(part)
            part.rename(target)
            sync_folder(target.parent)
        except OSError as error:
            with suppress(OSError):
                part.unlink(missing_ok=True)
            raise Unusable(f"the photo cannot be written ({error.strerror})") from None
    return sha256


def read_photo(folder: Path, sha256: str, *, small: bool) -> bytes | None:
    """Return a photo, or None where its file is gone or is not what its name says."""
    try:
        content = photo_path(folder, sha256, small=small).read_bytes()
    except OSError:
        return None
    if not small and hashlib.sha256(content).hexdigest() != sha256:
        return None
    return content


def copy_photos(source: Path, target: Path) -> int:
    """Copy the photos of one folder that another does not have yet; return how many files.

    Raises Unusable where they cannot be copied.
    """
    copied = 0
    for file in sorted((source / PHOTOS).glob("*/*.jpg")):
        there = target / PHOTOS / file.parent.name / file.name
        if there.exists():
            continue
        part = there.with_suffix(f".{os.getpid()}{PART}")
        try:
            make_folder(there.parent)
            make_file(part)
            part.write_bytes(file.read_bytes())
            sync_file(part)
            part.rename(there)
            sync_folder(there.parent)
        except OSError as error:
            raise Unusable(f"{there} was not written ({error.strerror})") from None
        copied += 1
    return copied


def tidy_photos(folder: Path, now_s: float) -> int:
    """Remove what was begun and never named: parts of photos, an hour old; return how many."""
    removed = 0
    for part in (folder / PHOTOS).glob(f"*/*{PART}"):
        with suppress(OSError):
            if now_s - part.stat().st_mtime > PART_LASTS_S:
                part.unlink()
                removed += 1
    return removed
