"""The shop card: starting up and shutting down in the shop's chosen schools, for the wall."""

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from pellak.core import say
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR
from pellak.core.model.cards import bench_cards, cards_at_bench
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.sequences import GUIDANCE, Step, drill_signs, flash_back_drill
from pellak.core.reading.measures import System, said
from pellak.paper.sheet import MARGIN, PaperSize, Type, draw_column, draw_frame, one_page

STARTING = ("people", "place", "equipment", "gas", "light-up")
GUTTER = 6 * mm
ANY_JOB = frozenset({"sheet"})


def _steps(schools: ShopSchools) -> list[Step]:
    cards = bench_cards(
        {},
        {name: str(school) for name, school in schools.model_dump().items()},
        ANY_JOB,
        {},
        {
            "acetylene_limit": say.bar(ACETYLENE_LIMIT_BAR[schools.acetylene_limit], limit="<"),
            "direction": "",
        },
    )
    steps = [card.step for card in cards_at_bench(cards, "after-assembly", "right")]
    return [step for step in steps if step.kind not in ("begin", "puddle")]


def _numbered(
    type_: Type, head: str, steps: list[Step], first: int, system: System
) -> list[Flowable]:
    column: list[Flowable] = [type_.line(head, type_.head)]
    for number, step in enumerate(steps, start=first):
        stop = "STOP. " if step.gate == "stop" else ""
        limit = f" Limit: {step.limit}." if step.limit else ""
        detail = f" {step.detail}" if step.detail else ""
        words = said(f"{number}. {stop}{step.text}{detail}{limit}", system)
        column.append(type_.line(words, type_.item))
    return column


def shop_card(schools: ShopSchools, size: PaperSize = "a4", system: System = "metric") -> bytes:
    """Return the start-up and shut-down card of a shop as a one-page PDF."""
    steps = _steps(schools)
    starting = [step for step in steps if step.phase in STARTING]
    ending = [step for step in steps if step.phase in ("shut-down", "after")]
    people = [s for s in starting if s.phase in ("people", "place", "equipment")]
    gas = [s for s in starting if s.phase in ("gas", "light-up")]

    def draw(canvas: Canvas, type_: Type, width: float, height: float) -> float:
        half = (width - 2 * MARGIN - GUTTER) / 2
        head = [
            type_.line("Starting up and shutting down", type_.title),
            type_.line(
                f"Shut first: {schools.shut_down.replace('-first', '')}. The torch maker's "
                "instructions come before this card; hands are told for the right-handed.",
                type_.body,
            ),
        ]
        under, floor = draw_frame(canvas, type_, head, GUIDANCE, width, height)
        drill = [
            type_.line("Backfire or flash-back", type_.head),
            *(
                type_.line(said(f"{sign.label}. {sign.text} {sign.then}", system), type_.item)
                for sign in drill_signs()
            ),
            *(
                type_.line(said(f"{number}. {step.text}. {step.reason}", system), type_.item)
                for number, step in enumerate(flash_back_drill(), start=1)
            ),
        ]
        left = draw_column(
            canvas,
            _numbered(type_, "Start: people, place, equipment", people, 1, system),
            MARGIN,
            under,
            half,
        )
        left = draw_column(canvas, drill, MARGIN, left - 3 * mm, half)
        right = draw_column(
            canvas,
            [
                *_numbered(type_, "Start: gas and light", gas, len(people) + 1, system),
                *_numbered(type_, "Shut down", ending, 1, system),
            ],
            MARGIN + half + GUTTER,
            under,
            half,
        )
        return float(min(left, right) - floor + MARGIN)

    return one_page(size, "Starting up and shutting down", draw)
