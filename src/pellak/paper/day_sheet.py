"""The day on one page for the wall: the strip, everything in order to tick, what stands aside."""

from collections.abc import Sequence
from datetime import date
from itertools import pairwise

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from pellak.core.day.explain import clock
from pellak.core.day.plan import DayBlock
from pellak.core.model.sequences import GUIDANCE
from pellak.core.reading.measures import System, measure, said
from pellak.paper.day_strip import DayStripDrawn
from pellak.paper.lettering import NARROW
from pellak.paper.sheet import (
    MARGIN,
    PaperSize,
    TickBox,
    Type,
    draw_column,
    draw_frame,
    one_page,
)
from pellak.shop.day_book import DayLook

GUTTER = 6 * mm
MOST_IN_TWO = 110
"""More lines are set in three columns."""
MOST_ASIDE = 24
"""What a wall still has room for of what does not go today."""
LEGEND = (
    "Black: at the flame. White: by hand. Dashed: fire watch. Heavy line: closing time. "
    "A number: the job by it below."
)


def day_sheet(look: DayLook, size: PaperSize = "a4", system: System = "metric") -> bytes:
    """Return a day as a one-page PDF. Raises TooMuch where it does not fit in the smallest type."""
    names = {line.id: line.name or line.id for line in look.jobs}
    on = date.fromisoformat(look.date)
    title = f"{on:%A} {on.day} {on:%B %Y}"

    def draw(canvas: Canvas, type_: Type, width: float, height: float) -> float:
        head = [type_.line(title, type_.title), type_.line(_about(look), type_.body)]
        under, floor = draw_frame(canvas, type_, head, GUIDANCE, width, height)
        strip: list[Flowable] = [
            DayStripDrawn(
                (max(look.opens_min, look.now_min), look.closes_min), _rows(look),
                names.__getitem__, look.numbers.__getitem__, type_.scale,
            ),
            type_.line(LEGEND, type_.small),
            *(
                type_.line(said(f"{one.text} {one.reason}", system), type_.strong)
                for one in look.cautions
            ),
            *(type_.line(one, type_.item) for one in look.meaning),
        ]  # fmt: skip
        top = draw_column(canvas, strip, MARGIN, under - 2 * mm, width - 2 * MARGIN) - 2 * mm
        lines = [*_in_order(type_, look, names, system), *_aside(type_, look, names, system)]
        count = 2 if len(lines) <= MOST_IN_TWO else 3
        wide = (width - 2 * MARGIN - (count - 1) * GUTTER) / count
        ends = [
            draw_column(canvas, column, MARGIN + at * (wide + GUTTER), top, wide)
            for at, column in enumerate(_columns(lines, wide, count))
        ]
        return float(min(ends) - floor + MARGIN)

    return one_page(size, title, draw)


def _about(look: DayLook) -> str:
    done = look.values.done_min
    ends = "Nothing is planned." if done is None else f"Done by {clock(done)}."
    people = ", ".join(look.kept.people)
    return f"{people}. {clock(look.opens_min)} to {clock(look.closes_min)}. {ends} " + (
        f"As it stood at {clock(look.now_min)}."
    )


def _rows(look: DayLook) -> list[tuple[str, list[DayBlock]]]:
    """Return who and what has a row on the strip, with what takes them."""
    blocks = [one for one in look.values.timeline if one.end_min > one.start_min]
    people = [(who, [one for one in blocks if one.who == who]) for who in look.kept.people]
    held = [(torch, [one for one in blocks if one.torch == torch]) for torch in look.kept.torches]
    return people + held


def _in_order(
    type_: Type, look: DayLook, names: dict[str, str], system: System
) -> list[Flowable]:  # fmt: skip
    lines: list[Flowable] = [
        TickBox(type_.line(said(_block(block, names, look.numbers), system), type_.body))
        for block in look.values.timeline
        if block.needs != "none" and block.end_min > block.start_min
    ]
    return [type_.line("In order", type_.head), *lines] if lines else []


def _block(block: DayBlock, names: dict[str, str], numbers: dict[str, int]) -> str:
    by = ", ".join(one for one in (block.who, block.torch, block.tip) if one)
    ends = f"{clock(block.start_min)}–{clock(block.end_min)}"
    whose = f"{numbers[block.job]} {names[block.job]}"
    return f"{ends} · {whose}, {block.phase}" + (f" ({by})" if by else "")


def _aside(
    type_: Type, look: DayLook, names: dict[str, str], system: System
) -> list[Flowable]:  # fmt: skip
    values = look.values
    gas = values.gas

    def litres(value: float) -> str:
        return measure(value, "L", system, places=0)

    held = {None: "what the cylinders hold is not known", True: "the cylinders hold it"}
    sections = {
        "Through the night": [
            _block(block, names, look.numbers) for block in values.timeline if block.to_tomorrow
        ],
        "Not today": _not_today(look, names),
        "Hands free": [
            f"{clock(one.start_min)}–{clock(one.end_min)} {one.who}: {one.for_what}"
            for one in values.hands_free
        ],
        "Gas and tips": [
            f"Acetylene {litres(gas.acetylene_l)}, oxygen {litres(gas.oxygen_l)}; "
            + held.get(gas.enough, f"it runs out in {gas.runs_out_in}"),
            *(
                f"{clock(one.hour_min)} to {clock(one.hour_min + 60)}: {litres(one.acetylene_l)}"
                + (", more than the cylinders give" if one.over_limit else "")
                for one in gas.by_hour
            ),
            *(
                f"{clock(one.at_min)} {one.torch}: {one.from_tip} to {one.to_tip}"
                for one in values.tip_changes
            ),
        ],
    }
    return [
        line
        for head, sentences in sections.items()
        if sentences
        for line in (
            type_.line(head, type_.head),
            *(type_.line(said(one, system), type_.item) for one in sentences),
        )
    ]


def _not_today(look: DayLook, names: dict[str, str]) -> list[str]:
    lines = [
        *(f"{names[one.job]}, {', '.join(one.phases)}: {one.why}" for one in look.values.not_today),
        *(f"{one.name}: {one.why_out}" for one in look.jobs if one.why_out),
        *(f"{one.name}: left out" for one in look.jobs if one.left_out),
    ]
    more = len(lines) - MOST_ASIDE
    return lines if more <= 0 else [*lines[:MOST_ASIDE], f"and {more} more, on the day's page"]


def _columns(lines: Sequence[Flowable], width: float, count: int) -> list[list[Flowable]]:
    """Return a column as several of about one height, no head alone at the foot of one."""
    highs = [one.wrap(width, 10_000)[1] + one.getSpaceBefore() for one in lines]
    columns: list[list[Flowable]] = [[] for _ in range(count)]
    high = 0.0
    for one, its in zip(lines, highs, strict=True):
        columns[min(count - 1, int(count * (high + its / 2) / sum(highs)))].append(one)
        high += its
    for before, after in pairwise(columns):
        if before and _is_head(before[-1]):
            after.insert(0, before.pop())
    return columns


def _is_head(one: Flowable) -> bool:
    style = getattr(one, "style", None)
    return style is not None and style.fontName == NARROW
