"""A heat as it is planned, on the job card: up in minutes, down in hours, side by side."""

from reportlab.lib.units import mm
from reportlab.platypus import Flowable

from pellak.core.model.watch_plan import WatchPlan
from pellak.core.reading.measures import System, measure
from pellak.paper.lettering import REGULAR, draw_text
from pellak.paper.sheet import CONE, INK, LINE, Type

HIGH = 25 * mm
BETWEEN, FOOT, HEAD = 6 * mm, 9.5, 16.0
WORDS_PT = 7.0
FEW = 2.0
"""Under so many minutes a time is told in seconds, under so many hours in minutes."""
FINER = {"h": "min", "min": "s"}


class HeatCurves(Flowable):  # type: ignore[misc]  # its library has no types
    """Two small charts of one height of temperature; each says its ends in words."""

    def __init__(self, plan: WatchPlan, width: float, system: System, scale: float) -> None:
        super().__init__()
        self._plan, self._system = plan, system
        self.width, self.height = width, HIGH * scale

    def wrap(self, _width: float, _height: float) -> tuple[float, float]:
        """Return its size."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw it from its lower left corner."""
        plan = self._plan
        curves = [
            (plan.warm_curve, "min", "up"),
            (plan.cool_curve, "h", f"down, {plan.cool_in}"),
        ]
        drawn = [one for one in curves if len(one[0]) > 1]
        top_c = max(c for curve, _, _ in drawn for _, c in curve)
        each = (self.width - BETWEEN * (len(drawn) - 1)) / len(drawn)
        for place, (curve, unit, words) in enumerate(drawn):
            self._one(curve, unit, words, place * (each + BETWEEN), each, top_c)

    def _one(
        self, curve: list[list[float]], unit: str, words: str, x: float, wide: float, top_c: float
    ) -> None:
        canvas, high = self.canv, self.height - FOOT - HEAD
        end = curve[-1][0]
        canvas.setStrokeColor(LINE)
        canvas.setLineWidth(0.6)
        canvas.rect(x, FOOT, wide, high)
        path = canvas.beginPath()
        for number, (at, c) in enumerate(curve):
            point = (x + wide * at / end, FOOT + high * max(c, 0.0) / top_c)
            path.lineTo(*point) if number else path.moveTo(*point)
        canvas.setStrokeColor(CONE)
        canvas.setLineWidth(1.4)
        canvas.drawPath(path)
        canvas.setFillColor(INK)
        ends = [measure(c, "°C", self._system) for c in (curve[0][1], curve[-1][1])]
        draw_text(
            canvas, x, FOOT + high + 2.5, f"{words}: {ends[0]} to {ends[1]}", REGULAR, WORDS_PT
        )
        draw_text(canvas, x, 1.5, "0", REGULAR, WORDS_PT)
        end_text = (60 * end, FINER[unit]) if end < FEW else (end, unit)
        draw_text(
            canvas,
            x + wide,
            1.5,
            measure(*end_text, self._system, 2),
            REGULAR,
            WORDS_PT,
            from_right=1,
        )


def heat_curves(type_: Type, plan: WatchPlan, width: float, system: System) -> list[Flowable]:
    """Return the curves of a heat; none where none is planned."""
    if len(plan.warm_curve) < 2 and len(plan.cool_curve) < 2:
        return []
    return [HeatCurves(plan, width, system, type_.scale)]
