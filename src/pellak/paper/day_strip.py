"""A day's strip as it is printed: people and torches over the hours, told apart without colour."""

import math
from collections.abc import Callable, Sequence
from typing import Any

from reportlab.lib.colors import HexColor, white
from reportlab.platypus import Flowable

from pellak.core.day.explain import clock
from pellak.core.day.plan import DayBlock
from pellak.paper.lettering import NARROW, REGULAR, draw_text, width_of
from pellak.paper.sheet import INK, LINE, MUTE

HOUR_MIN = 60
NAME_SHARE = 0.13
ROW, LETTERS, PADDING = 20.0, 7.5, 2.5
PAPER = HexColor("#ece8dd")


class DayStripDrawn(Flowable):  # type: ignore[misc]  # its library has no types
    """The blocks of a day somebody or a torch is taken by, a row each; points times `scale`.

    `hours` are the first minute shown and the one the shop closes at, since midnight. A block says
    whose it is by the job's name, by its number where that does not fit.
    """

    def __init__(
        self, hours: tuple[float, float], rows: Sequence[tuple[str, Sequence[DayBlock]]],
        name_of: Callable[[str], str], number_of: Callable[[str], int], scale: float,
    ) -> None:  # fmt: skip
        super().__init__()
        # A day that is over keeps its last hour.
        first = max(0.0, min(hours[0], hours[1] - HOUR_MIN))
        self._from = HOUR_MIN * math.floor(first / HOUR_MIN)
        self._to = HOUR_MIN * math.ceil(hours[1] / HOUR_MIN)
        self._closes = hours[1]
        self._rows, self._scale = rows, scale
        self._name_of, self._number_of = name_of, number_of

    def wrap(self, width: float, height: float) -> tuple[float, float]:
        """Return the room it takes."""
        self.width = width
        self.height = self._scale * (ROW * len(self._rows) + 2 * LETTERS)
        return self.width, self.height

    def _x(self, minutes: float) -> float:
        left = NAME_SHARE * self.width
        share = (minutes - self._from) / (self._to - self._from)
        return float(left + min(1.0, max(0.0, share)) * (self.width - left))

    def draw(self) -> None:
        """Draw hours, rows and blocks."""
        row, letters = ROW * self._scale, LETTERS * self._scale
        foot = 1.6 * letters
        canvas = self.canv
        for hour in range(self._from, self._to + 1, HOUR_MIN):
            x = self._x(hour)
            canvas.setStrokeColor(LINE)
            canvas.setLineWidth(0.5)
            canvas.line(x, foot, x, self.height)
            canvas.setFillColor(MUTE)
            ends = 1.0 if hour == self._to else 0.5
            draw_text(canvas, x, 0.3 * letters, clock(hour), REGULAR, letters, from_right=ends)
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(1.2)
        canvas.line(self._x(self._closes), foot, self._x(self._closes), self.height)
        for at, (name, blocks) in enumerate(self._rows):
            under = self.height - (at + 1) * row
            canvas.setFillColor(INK)
            fitting = _fitting(name, letters, self._x(self._from) - 2 * PADDING)
            draw_text(canvas, 0, under + 0.45 * row, fitting, NARROW, letters)
            for block in blocks:
                # A watch runs along under what is done beside it.
                if block.needs == "watch":
                    self._block(canvas, block, under + 0.04 * row, 0.2 * row, 0.0)
                else:
                    self._block(canvas, block, under + 0.26 * row, 0.66 * row, letters)

    def _block(
        self, canvas: Any, block: DayBlock, under: float, high: float, letters: float
    ) -> None:
        left, right = self._x(block.start_min), self._x(block.end_min)
        burns = block.needs == "torch"
        canvas.setStrokeColor(INK)
        canvas.setFillColor(INK if burns else PAPER if block.needs == "watch" else white)
        canvas.setLineWidth(0.6)
        canvas.setDash(*((2, 1.5) if block.needs == "watch" else ()))
        canvas.rect(left, under, right - left, high, fill=1)
        canvas.setDash()
        if letters == 0:
            return
        canvas.setFillColor(white if burns else INK)
        middle = under + 0.5 * (high - 0.7 * letters)
        if name := _fitting(self._name_of(block.job), letters, right - left - 2 * PADDING):
            draw_text(canvas, left + PADDING, middle, name, NARROW, letters)
            return
        number = str(self._number_of(block.job))
        size = min(letters, letters * (right - left - 0.6) / width_of(number, NARROW, letters))
        centre = 0.5 * (left + right)
        draw_text(canvas, centre, middle, number, NARROW, size, from_right=0.5)


def _fitting(name: str, letters: float, width: float) -> str:
    """Return a name whole, else its first word, else nothing: never cut."""
    tries = (name, name.replace(",", " ").split(" ")[0])
    return next((one for one in tries if width_of(one, NARROW, letters) <= width), "")
