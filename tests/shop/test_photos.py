"""Photos: what is kept is drawn anew; what is no picture is refused; backups carry them."""

import hashlib
import io
import struct
import zlib
from datetime import UTC, datetime

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image

from pellak.core.answer.errors import Refused
from pellak.core.model.run_log import RunLog
from pellak.core.run.photo import PhotoMarks, measured
from pellak.shop.bench import Bench
from pellak.shop.errors import NotFound, Stale
from pellak.shop.photo_book import MOST_PHOTOS, PhotoBook
from pellak.shop.photo_picture import LONGEST_PX, SMALL_PX, picture_of
from pellak.shop.run_book import RunBook
from pellak.shop.whole_records import check_records
from pellak.store.database import Database
from pellak.store.errors import Unusable
from pellak.store.keeping import back_up, back_up_beside
from pellak.store.photo_files import photo_path
from pellak.store.restoring import restore

DAY = datetime(2026, 6, 1, 8, tzinfo=UTC)
SCRIPT = b"<script>alert(1)</script>"


def drawn(width=64, height=48, kind="JPEG", colour="red", **more):
    written = io.BytesIO()
    Image.new("RGBA" if kind in ("PNG", "WEBP") else "RGB", (width, height), colour).save(
        written, kind, **more
    )
    return written.getvalue()


def opened(content):
    return Image.open(io.BytesIO(content))


@pytest.fixture
def shop(tmp_path):
    database = Database(tmp_path / "records")
    bench, book = Bench(database, lambda: DAY), RunBook(database, lambda: DAY)
    job = bench.add({"kind": "seam", "name": "Patch", "thickness_mm": 1.2, "length_mm": 300.0})
    book.enter(job.id, job.plan, DAY, RunLog(who="Brit"))
    photos = PhotoBook(database, lambda: DAY)
    photos.run_id = book.lines().lines[0].id
    photos.database = database
    yield photos
    database.close()


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_each_format_is_kept_as_a_plain_jpeg_with_a_small_copy(shop, kind):
    photo = shop.add(shop.run_id, "front", drawn(3000, 1500, kind))
    assert (photo.width_px, photo.height_px) == (LONGEST_PX, LONGEST_PX // 2)
    for small, longest in ((False, LONGEST_PX), (True, SMALL_PX)):
        kept = opened(shop.file(photo.id, small=small))
        assert kept.format == "JPEG"
        assert max(kept.size) == longest
    assert shop.of(shop.run_id) == [photo]


def test_nothing_that_hung_on_it_is_kept():
    exif = Image.Exif()
    exif[0x010E] = SCRIPT.decode()
    exif[0x0112] = 6
    gps = exif.get_ifd(0x8825)
    gps[1], gps[2] = "N", (59.0, 12.0, 30.0)
    result = drawn(80, 40, exif=exif.tobytes(), comment=SCRIPT) + SCRIPT
    picture = picture_of(result)
    assert (picture.width_px, picture.height_px) == (40, 80), "turned upright first"
    for content in (picture.photo, picture.small):
        assert SCRIPT not in content
        assert b"Exif" not in content
        assert not opened(content).getexif()
        assert set(opened(content).info) <= {"jfif", "jfif_version", "jfif_unit", "jfif_density"}


def test_what_can_be_seen_through_lies_on_white():
    picture = picture_of(drawn(20, 20, "PNG", (0, 0, 0, 0)))
    assert all(channel > 250 for channel in opened(picture.photo).getpixel((10, 10)))


def bomb():
    """A PNG of 30 000 by 30 000 pixels in a few hundred kilobytes."""

    def chunk(name, content):
        body = name + content
        return struct.pack(">I", len(content)) + body + struct.pack(">I", zlib.crc32(body))

    head = struct.pack(">IIBBBBB", 30_000, 30_000, 8, 0, 0, 0, 0)
    rows = zlib.compress(bytes(1_000_000), 9)
    ends = chunk(b"IDAT", rows) + chunk(b"IEND", b"")
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + ends


HOSTILE = {
    "nothing": b"",
    "text": b"a photo, honestly",
    "page": b"<!doctype html>" + SCRIPT,
    "drawing with a script": b"<svg xmlns='http://www.w3.org/2000/svg'>" + SCRIPT + b"</svg>",
    "bomb": bomb(),
    "cut short": drawn(400, 400, "PNG")[:60],
    "only its first bytes": b"\xff\xd8\xff\xe0",
    "another format": drawn(20, 20, "GIF"),
    "a format that runs programs": b"%!PS-Adobe-3.0 EPSF-3.0\n%%BoundingBox: 0 0 9 9\n",
    "archive": b"PK\x03\x04" + bytes(60),
}


@pytest.mark.parametrize("content", HOSTILE.values(), ids=HOSTILE)
def test_what_is_no_picture_is_refused_and_nothing_kept(shop, content):
    with pytest.raises(Refused) as refused:
        shop.add(shop.run_id, "front", content)
    assert refused.value.field == "photo"
    assert "JPEG, PNG or WebP" in refused.value.accepted
    assert shop.of(shop.run_id) == []
    assert not (shop.database.path.parent / "photos").exists()


PNG = drawn(40, 30, "PNG")


@settings(max_examples=150)
@given(st.data())
def test_a_damaged_picture_is_refused_or_drawn_and_never_breaks(data):
    kind = data.draw(st.sampled_from(["JPEG", "PNG", "WEBP"]))
    content = bytearray(drawn(40, 30, kind))
    for _ in range(data.draw(st.integers(1, 12))):
        content[data.draw(st.integers(0, len(content) - 1))] = data.draw(st.integers(0, 255))
    try:
        picture = picture_of(bytes(content))
    except Refused:
        return
    assert opened(picture.photo).format == "JPEG"


def head_of(kind, width, height):
    """A picture of one colour, as large as that and a few hundred kilobytes at most."""
    if kind == "PNG":
        return plain_png(width, height)
    return drawn(width, height, "JPEG", progressive=kind == "in scans")


def plain_png(width, height):
    def chunk(name, content):
        body = name + content
        return struct.pack(">I", len(content)) + body + struct.pack(">I", zlib.crc32(body))

    head = struct.pack(">IIBBBBB", width, height, 8, 6, 0, 0, 0)
    packed = zlib.compressobj(9)
    rows = b"".join(packed.compress(bytes(1 + 4 * width)) for _ in range(height)) + packed.flush()
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", rows) + chunk(b"IEND", b"")


@pytest.mark.parametrize(
    ("kind", "width", "height", "taken"),
    [
        ("JPEG", 8000, 7500, True), ("JPEG", 8001, 7500, False),
        ("in scans", 6000, 4000, True), ("in scans", 6001, 4000, False),
        ("PNG", 4000, 4000, True), ("PNG", 4001, 4000, False), ("PNG", 7680, 7680, False),
    ],
)  # fmt: skip
def test_what_unfolds_to_too_much_is_refused_by_its_head(monkeypatch, kind, width, height, taken):
    content = head_of(kind, width, height)
    assert len(content) < 1_000_000
    if taken:
        assert max(opened(picture_of(content).photo).size) == LONGEST_PX
        return
    # What is refused is never unfolded.
    monkeypatch.setattr(Image.Image, "thumbnail", None)
    with pytest.raises(Refused) as refused:
        picture_of(content)
    assert refused.value.was_read == f"{width} by {height} pixels"


def test_what_is_not_there_says_so(shop):
    for ask in (
        lambda: shop.of("none"),
        lambda: shop.add("none", "front", drawn()),
        lambda: shop.file("none", small=True),
        lambda: shop.mark("none", 1, PhotoMarks()),
        lambda: shop.take_out("none"),
    ):
        with pytest.raises(NotFound):
            ask()


def test_a_run_holds_200_photos_and_no_more(shop):
    content = drawn(8, 8)
    for _ in range(MOST_PHOTOS):
        shop.add(shop.run_id, "front", content)
    with pytest.raises(Refused):
        shop.add(shop.run_id, "front", content)
    files = list((shop.database.path.parent / "photos").glob("*/*.jpg"))
    assert len(files) == 2, "the same picture is kept once, with its small copy"


def test_a_photo_taken_out_is_gone_from_the_run(shop):
    photo = shop.add(shop.run_id, "tip", drawn())
    shop.take_out(photo.id)
    assert shop.of(shop.run_id) == []


def marks(length_mm=100.0):
    def at(x, y):
        return {"x": x, "y": y}

    return PhotoMarks.model_validate(
        {
            "scale": {"a": at(0.1, 0.5), "b": at(0.6, 0.5), "length_mm": length_mm},
            "lengths": [{"a": at(0.2, 0.2), "b": at(0.2, 0.6), "name": "blue band"}],
        }
    )


def test_a_length_is_measured_by_a_scale_laid_on_it():
    (length,) = measured(marks(), 2000, 1000)
    assert length.length_mm == pytest.approx(100 * 400 / 1000)
    assert length.low_mm < length.length_mm < length.high_mm
    assert length.high_mm - length.low_mm < 2
    assert "400 / 1000" in length.working[0].inserted


@given(st.floats(1, 1000), st.integers(200, 4000), st.integers(200, 4000))
def test_a_length_goes_with_its_scale_and_a_larger_photo_is_surer(length_mm, width, height):
    (one,) = measured(marks(length_mm), width, height)
    (twice,) = measured(marks(2 * length_mm), width, height)
    (finer,) = measured(marks(length_mm), 2 * width, 2 * height)
    assert twice.length_mm == pytest.approx(2 * one.length_mm)
    assert finer.length_mm == pytest.approx(one.length_mm)
    assert finer.high_mm - finer.length_mm <= one.high_mm - one.length_mm


def test_no_scale_or_one_too_short_measures_nothing():
    bare = marks().model_copy(update={"scale": None})
    assert measured(bare, 2000, 1000)[0].length_mm is None
    assert measured(marks(), 30, 30)[0].length_mm is None


def test_marks_are_kept_and_an_older_page_told(shop):
    photo = shop.add(shop.run_id, "front", drawn(400, 200))
    marked = shop.mark(photo.id, photo.version, marks())
    assert shop.of(shop.run_id) == [marked]
    with pytest.raises(Stale):
        shop.mark(photo.id, photo.version, PhotoMarks())


def test_a_file_that_is_not_what_its_name_says_is_not_shown(shop):
    photo = shop.add(shop.run_id, "front", drawn())
    sha256 = hashlib.sha256(shop.file(photo.id, small=False)).hexdigest()
    photo_path(shop.database.path.parent, sha256).write_bytes(drawn(colour="blue"))
    with pytest.raises(NotFound):
        shop.file(photo.id, small=False)
    with pytest.raises(Unusable):
        photo_path(shop.database.path.parent, "../../etc/passwd")


@pytest.mark.parametrize("automatic", [False, True])
def test_a_backup_and_what_is_restored_from_it_carry_the_photos(shop, tmp_path, automatic):
    photo = shop.add(shop.run_id, "front", drawn(colour="green"))
    folder, elsewhere = shop.database.path.parent, tmp_path / "elsewhere"
    if automatic:
        backup = back_up_beside(folder, DAY, 3)
    else:
        backup = tmp_path / "stick" / "pellak.sqlite"
        back_up(shop.database.path, backup)
    assert restore(backup, elsewhere, DAY, check_records) is None
    other = Database(elsewhere)
    again = PhotoBook(other, lambda: DAY)
    assert again.of(shop.run_id) == [photo]
    for small in (False, True):
        assert again.file(photo.id, small=small) == shop.file(photo.id, small=small)
    other.close()
