"""A photo as it came, made into one that may be kept: looked at, turned upright, drawn anew.

Only what a picture shows is kept: no place, camera or date it was taken, no script behind it."""

import struct
import warnings
import zlib
from dataclasses import dataclass
from io import BytesIO

from PIL import Image, ImageOps, UnidentifiedImageError

from pellak.core.answer.errors import Refused

FORMATS = ("JPEG", "PNG", "WEBP")
MOST_PIXELS = {"JPEG": 60_000_000, "PNG": 16_000_000, "WEBP": 16_000_000}
"""A JPEG is read at a fraction of its size; the others are unfolded whole, four bytes a pixel and
once more to be made smaller. A phone's JPEG may have 50 million pixels, its screen never 16."""
MOST_IN_SCANS = 24_000_000
"""A JPEG that comes in many scans is held whole too, at some three bytes a pixel."""
ACCEPTED = (
    "a JPEG, PNG or WebP picture of at most 20 MB: a JPEG of 60 million pixels at most, 24 million "
    "where it comes in many scans, a PNG or WebP of 16 million"
)
LONGEST_PX, SMALL_PX = 2400, 360
SMOOTH = ("L", "LA", "RGB", "RGBA")
"""Modes that are made smaller as they are; the others are numbers of colours, or deeper."""
QUALITY, SMALL_QUALITY = 84, 76


@dataclass(frozen=True)
class Picture:
    """A photo ready to be kept: both sizes as JPEG, and how large the large one is, pixels."""

    photo: bytes
    small: bytes
    width_px: int
    height_px: int


def picture_of(content: bytes) -> Picture:
    """Return a photo made anew from what it shows.

    Raises Refused for what is no picture of the three formats, is damaged, or unfolds to more than
    a picture can be.
    """
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            opened: Image.Image
            with Image.open(BytesIO(content), formats=FORMATS) as opened:
                # Its head alone is read so far, which says what the rest would unfold to.
                if opened.width * opened.height > _most_pixels(opened):
                    raise Refused("photo", f"{opened.width} by {opened.height} pixels", ACCEPTED)
                opened.draft("RGB", (LONGEST_PX, LONGEST_PX))
                if opened.mode not in SMOOTH:
                    opened = opened.convert("RGBA" if "transparency" in opened.info else "RGB")
                # Made small before it is turned: each step costs a copy.
                opened.thumbnail((LONGEST_PX, LONGEST_PX), Image.Resampling.LANCZOS)
                large = _on_white(ImageOps.exif_transpose(opened))
    except (  # each is what some damaged or hostile picture makes the library say
        UnidentifiedImageError, OSError, SyntaxError, ValueError, TypeError, ArithmeticError,
        LookupError, EOFError, MemoryError, struct.error, zlib.error,
        Image.DecompressionBombError, Image.DecompressionBombWarning,
    ):  # fmt: skip
        raise Refused("photo", f"{len(content)} bytes", ACCEPTED) from None
    small = large.copy()
    small.thumbnail((SMALL_PX, SMALL_PX), Image.Resampling.LANCZOS)
    return Picture(_jpeg(large, QUALITY), _jpeg(small, SMALL_QUALITY), large.width, large.height)


def _most_pixels(opened: Image.Image) -> int:
    if opened.format == "JPEG" and opened.info.get("progressive"):
        return MOST_IN_SCANS
    return MOST_PIXELS[opened.format or ""]


def _on_white(image: Image.Image) -> Image.Image:
    """Return the picture without anything to see through."""
    if image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info:
        through = image.convert("RGBA")
        plain = Image.new("RGB", through.size, "white")
        plain.paste(through, mask=through.getchannel("A"))
        return plain
    return image.convert("RGB")


def _jpeg(image: Image.Image, quality: int) -> bytes:
    # Drawn on a fresh sheet, so that nothing that hung on the old one comes along.
    fresh = Image.new("RGB", image.size)
    fresh.paste(image)
    written = BytesIO()
    fresh.save(written, "JPEG", quality=quality, optimize=True)
    return written.getvalue()
