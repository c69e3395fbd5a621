"""Photos of the demo, drawn: nobody's shop, only what a bead, a flame and a rule look like."""

import random
from io import BytesIO

from PIL import Image, ImageDraw, ImageFilter

from pellak.core.run.photo import PhotoMarks, PhotoSlot
from pellak.shop.photo_book import PhotoBook

SIZE = (1200, 900)
PX_PER_MM = 12.0
BAND_MM, BEAD_MM, RULE_MM = 22.0, 6.0, 60.0
STEEL, BLUE, STRAW, BEAD = (134, 138, 142), (70, 88, 150), (178, 142, 84), (104, 106, 110)


def enter_photos(photos: PhotoBook, run_id: str) -> None:
    """Enter a front, a back and a tip for one run; the front with its scale and blue band."""
    chance = random.Random(1907)
    front = photos.add(run_id, "front", _jpeg(bead(chance, back=False)))
    photos.add(run_id, "back", _jpeg(bead(chance, back=True)))
    slot: PhotoSlot = "tip"
    photos.add(run_id, slot, _jpeg(tip()))
    photos.mark(front.id, front.version, _marks())


def bead(chance: random.Random, *, back: bool) -> Image.Image:
    """Return a seam from above with its temper colours, and a rule laid beside it."""
    picture = Image.new("RGB", SIZE, STEEL)
    draw = ImageDraw.Draw(picture)
    wide, high = SIZE
    middle = high * 0.42
    half = (0.6 if back else 1.0) * BAND_MM * PX_PER_MM
    for row in range(high):
        away = abs(row - middle) / half
        if away < 1:
            colour = BLUE if away < 0.75 else STRAW
            share = 0.75 * (1 - away)
            mixed = tuple(round(s + share * (c - s)) for s, c in zip(STEEL, colour, strict=True))
            draw.line([(0, row), (wide, row)], fill=mixed)
    step = 0.55 * BEAD_MM * PX_PER_MM
    for at in range(int(wide / step) + 1):
        reach = (0.35 if back else 0.5) * BEAD_MM * PX_PER_MM * chance.uniform(0.92, 1.08)
        x = at * step
        draw.ellipse((x - 1.6 * step, middle - reach, x + step, middle + reach), fill=BEAD)
        draw.arc((x - step, middle - reach, x + step, middle + reach), 300, 60, (70, 72, 76), 4)
    _rule(draw, 0.12 * wide, 0.82 * high)
    grain = Image.effect_noise(SIZE, 22).convert("RGB")
    return Image.blend(picture, grain, 0.1).filter(ImageFilter.GaussianBlur(1.2))


def _rule(draw: ImageDraw.ImageDraw, left: float, top: float) -> None:
    long = RULE_MM * PX_PER_MM
    draw.rectangle((left - 30, top - 10, left + long + 30, top + 90), fill=(214, 206, 184))
    for mm in range(int(RULE_MM) + 1):
        x = left + mm * PX_PER_MM
        tall = 50 if mm % 10 == 0 else 34 if mm % 5 == 0 else 20
        draw.line([(x, top - 10), (x, top - 10 + tall)], fill=(30, 30, 30), width=3)


def tip() -> Image.Image:
    """Return a tip seen from its end, its bore a little out of round."""
    picture = Image.new("RGB", SIZE, (58, 56, 54))
    draw = ImageDraw.Draw(picture)
    x, y = SIZE[0] / 2, SIZE[1] / 2
    for reach, colour in ((300, (150, 92, 52)), (240, (186, 120, 70)), (150, (120, 74, 44))):
        draw.ellipse((x - reach, y - reach, x + reach, y + reach), fill=colour)
    draw.ellipse((x - 44, y - 38, x + 50, y + 40), fill=(12, 12, 12))
    draw.ellipse((x + 18, y - 34, x + 58, y + 2), fill=(64, 60, 56))
    return picture.filter(ImageFilter.GaussianBlur(2))


def _marks() -> PhotoMarks:
    wide, high = SIZE
    left, top, middle = 0.12, 0.82, 0.42
    band = BAND_MM * 0.75 * PX_PER_MM / high

    def at(x: float, y: float) -> dict[str, float]:
        return {"x": x, "y": y}

    right = left + RULE_MM * PX_PER_MM / wide
    return PhotoMarks.model_validate(
        {
            "scale": {"a": at(left, top), "b": at(right, top), "length_mm": RULE_MM},
            "lengths": [
                {"a": at(0.5, middle - band), "b": at(0.5, middle), "name": "blue band, one side"}
            ],
        }
    )


def _jpeg(picture: Image.Image) -> bytes:
    written = BytesIO()
    picture.save(written, "JPEG", quality=88)
    return written.getvalue()
