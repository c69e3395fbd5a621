"""A whole body's heating as figures, for any kind of job that warms one through."""

from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.figure import Choice, Curve, CurvePoint, Figure, MethodLine, figure_of
from pellak.core.answer.working import School
from pellak.core.body.media import insulations
from pellak.core.body.metals import BodyFamily, body_metals
from pellak.core.body.soak import SoakAnswer
from pellak.core.body.soak_given import SoakGiven
from pellak.core.body.soak_values import SoakValues
from pellak.core.kinds.stations.set_up import line
from pellak.core.metal.alloy import Metal
from pellak.core.model.job_base import JobBase
from pellak.core.seam.job_gas import LIGHTING_MIN, JobGas

LAGGINGS = [
    School(id="none", label="nothing round it", why="on the bench, in still air"),
    *(
        School(id=kind, label=f.name, why=f"covers {100 * f.covers:.0f} % of it, "
               f"{say.wall(f.thickness_mm, 6)} thick")
        for kind, f in insulations().items()
    ),
]  # fmt: skip
_BY_THERMAL: dict[str, BodyFamily] = {
    "grey-iron": "grey-iron", "ductile-iron": "ductile-iron", "malleable-iron": "ductile-iron",
    "aluminium-cast-si": "aluminium-cast",
}  # fmt: skip


def body_family(metal: Metal) -> BodyFamily | None:
    """Return the metal as a body's heat sees it; None for one nobody has figures of."""
    found = _BY_THERMAL.get(metal.thermal_id)
    return found or next((f for f in body_metals() if f == metal.traits.body_family), None)


def soak_gas(answer: SoakAnswer, flow_l_per_h: float) -> JobGas:
    """Return the gas of a heating: the rise, the hold at what it loses, the lighting.

    Args:
        answer: of the heating
        flow_l_per_h: of the head

    Source: the flow by the minutes of each

    >>> from pellak.core.body.soak import reckon_soak
    >>> from pellak.core.body.soak_given import SoakGiven
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> soak_gas(reckon_soak(given), 3000.0).lighting_l
    12.5
    """
    values = answer.values
    lighting = flow_l_per_h * LIGHTING_MIN / 60
    rise = 1000 * (values.acetylene_m3 or 0.0)
    hold = holding_l(values, flow_l_per_h)
    low, high = values.acetylene_low_m3, values.acetylene_high_m3
    return JobGas(
        preheat_l=rise,
        seam_l=hold,
        lighting_l=lighting,
        low_l=1000 * (low or 0.0) + 0.7 * hold + lighting,
        high_l=None if high is None else 1000 * high + 1.5 * hold + 2 * lighting,
        not_counted="" if values.reaches else "a heating this head never ends",
    )


def holding_l(values: SoakValues, flow_l_per_h: float) -> float:
    """Return the acetylene to hold it even, L, at the head's share that only covers the loss.

    Args:
        values: of the heating
        flow_l_per_h: of the head

    Source: the share of the flow that makes good the loss

    >>> half = SoakValues.model_construct(loss_w=500.0, absorbed_w=1000.0, hold_min=30.0)
    >>> holding_l(half, 1200.0)
    300.0
    """
    share = min(1.0, values.loss_w / values.absorbed_w) if values.absorbed_w > 0 else 1.0
    return flow_l_per_h * share * (values.hold_min or 0.0) / 60


def course_of(
    points: Sequence[Sequence[float]], at: float | None, low: float | None, high: float | None
) -> dict[str, list[CurvePoint]]:
    """Return a course in time, and the same one at the ends of the range of when it is over: `at`
    most likely, `low` and `high`, in the unit of the points.

    Args:
        points: rows of time and °C
        at: when it is over, most likely, in the unit of the points
        low: at the soonest
        high: at the latest

    Source: the course scaled in time

    >>> sorted(course_of([[0.0, 20.0], [10.0, 200.0]], 10.0, 8.0, 12.0))
    ['later', 'points', 'sooner']
    """

    def drawn(times: float) -> list[CurvePoint]:
        return [CurvePoint(x=when * times, y=c) for when, c in points]

    if at is None or low is None or high is None:
        return {"points": drawn(1.0)}
    return {"points": drawn(1.0), "sooner": drawn(low / at), "later": drawn(high / at)}


def soak_figures(given: SoakGiven, answer: SoakAnswer) -> list[Figure]:
    """Return minutes, what would help, spread, rests, hold and dwell of a heating."""
    values = answer.values
    figures = [_to_heat(given, answer)]
    if not values.reaches:
        figures.append(_remedies(given, values))
    figures.append(
        figure_of(line(answer.working, "ceiling_c"), "This head's ceiling here",
                  detail="hotter than that it never gets it, however long")
    )  # fmt: skip
    if values.spread_max_c is not None and values.reaches:
        figures.append(
            figure_of(
                line(answer.working, "spread_max_c"), "Far end colder by, at most",
                detail=f"it bears {say.kelvin(values.spread_limit_c or 0)}"
                + ("" if given.held else "; this metal yields before it cracks"),
                also=[line(answer.working, "spread_limit_c")],
            )
        )  # fmt: skip
    if values.ramp:
        figures.append(_ramp(values))
    if values.reaches and values.hold_min is not None and given.shape != "cluster":
        figures.append(
            Figure(
                id="even_min", label="Then hold it to even out", value=values.hold_min, unit="min",
                low=0.7 * values.hold_min, high=1.5 * values.hold_min,
                detail="until the far end and the middle of the wall have come up",
                working=[line(answer.working, "minutes")],
            )
        )  # fmt: skip
    if values.capture >= 1:
        # A flame as wide as the body covers all of it at once.
        figures.append(
            figure_of(line(answer.working, "dwell_max_s"), "Nowhere longer than",
                      detail="keep it moving over all of the swept face")
        )  # fmt: skip
    return figures


def _to_heat(given: SoakGiven, answer: SoakAnswer) -> Figure:
    values, minutes = answer.values, line(answer.working, "minutes")
    flow = f"{say.l_per_h(given.acetylene_l_per_h, 4)} of acetylene"
    words = {"flame": "too little flame", "spread": "the far end lags too far",
             "time": "not in twelve hours", None: ""}  # fmt: skip
    figure = figure_of(
        minutes, "To its heat", detail=flow,
        also=[w for w in answer.working if w.name not in ("minutes",)],
    )  # fmt: skip
    curve = Curve(
        label="Mean temperature of the body against minutes of flame",
        x_label="flame",
        x_unit="min",
        y_unit="°C",
        **course_of(values.curve, values.minutes, values.minutes_low, values.minutes_high),
        limit=given.target_c,
        limit_label="wanted",
    )
    update: dict[str, object] = {"id": "to_heat_min", "curve": curve}
    if not values.reaches:
        update["text"] = "never with this head"
        update["detail"] = f"{words[values.limited_by]}: {flow}"
    return figure.model_copy(update=update)


def _remedies(given: SoakGiven, values: SoakValues) -> Figure:
    lines: list[MethodLine] = []
    if values.needed_l_per_h is not None:
        even = values.needed_l_per_h <= 20_000
        lines.append(
            MethodLine(id="head", label="a bigger head as it stands", value=values.needed_l_per_h,
                       valid=even, chosen=False, why="to hold it there with some to spare")
        )  # fmt: skip
    for one in values.remedies:
        ends = f"the head in hand gets it to {say.c(one.ceiling_c)}"
        if one.spread_hold_c is not None:
            ends += f", ends {say.kelvin(one.spread_hold_c)} apart when held"
        lines.append(
            MethodLine(
                id=one.insulation, label=insulations()[one.insulation].name,
                value=one.needed_l_per_h, valid=one.reaches, chosen=False, why=ends,
            )
        )  # fmt: skip
    if values.needed_swept_fraction is not None:
        lines.append(
            MethodLine(id="sweep", label="sweep nearly all of it, from all sides", value=None,
                       valid=True, chosen=False,
                       why=f"{100 * values.needed_swept_fraction:.0f} % of it, turn it over")
        )  # fmt: skip
    good = [one.label for one in lines if one.valid]
    return Figure(
        id="remedies",
        label="What would get it there",
        text=good[-1] if good else "a furnace",
        unit="L/h",
        detail="the least head that is enough, beside each",
        methods=lines,
    )


def _ramp(values: SoakValues) -> Figure:
    rests = [step for step in values.ramp if step.on_s is not None]
    words = "; ".join(
        f"{say.c(step.from_c, to=step.to_c)}: on {step.on_s:.0f} s, off {step.off_s or 0:.0f} s"
        for step in rests
        if step.on_s is not None
    )
    return Figure(
        id="ramp",
        label="Flame on and off",
        text="rest it" if rests else "without a rest",
        detail=words + f"; or a steady {say.l_per_h(min(s.steady_l_per_h for s in rests))}"
        if rests
        else "the ends stay near enough to each other",
    )


def lagging_choice(job: JobBase, chosen: str | None) -> Choice:
    """Return the choice of what lies round it while it is heated."""
    return Choice(
        field="lagging", question="What lies round it while it is heated?",
        chosen=chosen or "none", chosen_by="job" if chosen else "shop", schools=LAGGINGS,
        job_only=True,
    )  # fmt: skip
