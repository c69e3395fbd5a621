"""The seam along its length, each tack at its place with its number in the order they are made."""

import math
from collections.abc import Sequence
from itertools import pairwise

from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from pellak.core.reading.measures import System, measure
from pellak.core.seam.tacks import Tack, TacksValues
from pellak.paper.lettering import BOLD, REGULAR, draw_text, width_of
from pellak.paper.sheet import INK, MUTE, Type, draw_column

STRIP = HexColor("#dedacd")
NUMBER_PT, PLACE_PT, LEAST_PT = 11.0, 8.0, 5.5
ROWS = 2
"""Numbers stand in turns on two heights above the strip, their places below it."""
SPACE, LEAST_GAP, WIDE_GAP = 2.0, 0.5, 60.0
"""Points between two names on one height; between two tacks at the least, and for one alone."""
LEAST_WAIT_S = 1.0
MOST_WAITS = 6


def draw_tacks(
    canvas: Canvas,
    type_: Type,
    tacks: TacksValues,
    seam_mm: float,
    x: float,
    top: float,
    width: float,
    system: System,
) -> float:
    """Draw the seam with its tacks down from `top` and return where it ends, points."""
    end = 4 * mm
    along = (width - 2 * end) / seam_mm
    strip = top - 12 * mm
    canvas.setFillColor(STRIP)
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.8)
    canvas.rect(x + end, strip, width - 2 * end, 2.6 * mm, fill=1, stroke=1)
    in_place = sorted(tacks.tacks, key=lambda tack: tack.at_mm)
    if not in_place:
        return float(strip)
    numbers = [str(tack.n) for tack in in_place]
    texts = [_place(tack.at_mm, system) for tack in in_place]
    gap = _least_gap(in_place, along)
    widest = max(_widest(numbers, BOLD, LEAST_PT), _widest(texts, REGULAR, LEAST_PT))
    named = max(1, math.ceil((widest + SPACE) / (gap * ROWS)))
    room = gap * ROWS * named - SPACE
    number_pt = _fitted(numbers, BOLD, NUMBER_PT, room)
    place_pt = _fitted(texts, REGULAR, PLACE_PT, room)
    for n, (tack, text) in enumerate(zip(in_place, texts, strict=True)):
        at = x + end + along * tack.at_mm
        turn, left_out = divmod(n, named)
        up = (turn % ROWS) * 4.2 * mm
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(1.6)
        canvas.line(at, strip - 0.6 * mm, at, strip + 3.4 * mm)
        if left_out:
            continue
        canvas.setFillColor(INK)
        draw_text(canvas, at, strip + 4.4 * mm + up, str(tack.n), BOLD, number_pt, from_right=0.5)
        canvas.setFillColor(MUTE)
        under = strip - 3.6 * mm - (turn % ROWS) * 3.2 * mm
        draw_text(canvas, at, under, text, REGULAR, place_pt, from_right=0.5)
    foot = type_.line(_foot(tacks, named, system), type_.strong)
    return draw_column(canvas, [foot], x, strip - 8 * mm, width)


def _place(at_mm: float, system: System) -> str:
    """Return a place without its unit: the foot of the picture names it once."""
    return measure(at_mm, "mm", system).removesuffix(" mm").removesuffix(" in")


def _least_gap(in_place: Sequence[Tack], along: float) -> float:
    """Return how near two tacks stand on paper, points; never nothing."""
    gaps = [along * (after.at_mm - before.at_mm) for before, after in pairwise(in_place)]
    return max(LEAST_GAP, min(gaps, default=WIDE_GAP))


def _widest(texts: Sequence[str], font: str, size: float) -> float:
    return max(width_of(text, font, size) for text in texts)


def _fitted(texts: Sequence[str], font: str, largest: float, room: float) -> float:
    """Return a size of type at which the widest of the texts stands in its room."""
    size = largest
    while size > LEAST_PT and _widest(texts, font, size) > room:
        size -= 0.25
    return size


def _foot(tacks: TacksValues, named: int, system: System) -> str:
    unit = "mm" if system == "metric" else "inches"
    words = f"Tacks by their number, places in {unit} from the start."
    if named > 1:
        words = f"{words} One in {named} is named here; the bench names each."
    waits = [tack for tack in tacks.tacks if tack.wait_s is not None and tack.wait_s > LEAST_WAIT_S]
    if not waits:
        return words
    told = ", ".join(
        f"{measure(tack.wait_s or 0.0, 's', system, 2)} before {tack.n}"
        for tack in waits[:MOST_WAITS]
    )
    return f"{words} Wait {told}{' and so on' if len(waits) > MOST_WAITS else ''}."
