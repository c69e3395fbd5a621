"""The work of a heating: how long, how evenly, where to stop, the best moment, the cooling."""

from pellak.core import say
from pellak.core.answer.figure import Curve, CurvePoint, Figure, Station, figure_of
from pellak.core.answer.working import Working, short
from pellak.core.body.free import FreeAnswer
from pellak.core.body.soak import SoakAnswer
from pellak.core.body.soak_given import SoakGiven
from pellak.core.kinds.stations.body_heat import lagging_choice, soak_figures
from pellak.core.kinds.stations.set_up import line
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.model.plan import waiting
from pellak.core.seam.job_gas import JobGas

OF_A_SOAK = ("to_heat_min", "ceiling_c", "even_min")
WARM_HOLDS = "Minutes, where to stop, how to prove it, the best moment, what to do then."
COOL_HOLDS = "When a hand may rest on it, in what it cools, whether slowly enough."


def warm_station(
    job: HeatJob, given: SoakGiven | None, soak: SoakAnswer | None, free: FreeAnswer | None,
    gas: JobGas | None,
) -> Station:  # fmt: skip
    """Return the Heat station."""
    if given is None or soak is None:
        return waiting("warm", "Heat", WARM_HOLDS)
    figures: list[Figure] = []
    if free is not None:
        figures += _freed(free)
    warm = soak_figures(given, soak)
    if free is not None and soak.values.reaches:
        # Freeing has minutes of its own, the inner part's warming in them.
        warm = [figure for figure in warm if figure.id not in OF_A_SOAK]
    if job.shape != "cluster" and warm[0].id == "to_heat_min":
        laid = lagging_choice(job, job.lagging)
        warm[0] = warm[0].model_copy(update={"choice": laid})
    figures += warm
    if gas is not None:
        figures.append(
            figure_of(
                Working(
                    name="job_gas_l", value=gas.total_l, unit="L", low=gas.low_l, high=gas.high_l,
                    formula="rise + hold + lighting",
                    inserted=f"{short(gas.preheat_l, 3)} + {short(gas.seam_l, 3)} + "
                    f"{short(gas.lighting_l, 2)}",
                    source="flow times flame minutes", note="acetylene; oxygen 1.1 times it",
                ),
                "Acetylene, all of it",
                detail=f"without {gas.not_counted}" if gas.not_counted else "",
            )
        )  # fmt: skip
    minutes = soak.values.minutes
    seconds = free.values.seconds if free else None
    answer = "never so" if minutes is None else f"{short(minutes, 2)} min"
    if free is not None and seconds is not None:
        answer = f"{seconds:.0f} s"
    elif free is not None and free.values.reaches is None:
        answer = "by colour"
    return Station(
        id="warm",
        name="Heat",
        state="settled" if answer != "never so" else "present",
        answer=answer,
        holds=WARM_HOLDS,
        figures=figures,
        cautions=[*(free.cautions if free else []), *soak.cautions],
    )


def _freed(free: FreeAnswer) -> list[Figure]:
    values = free.values
    crayons = values.crayon_c
    figures = [
        figure_of(line(free.working, "target_c"), "Heat it to", detail=values.stop_colour
                  if values.target_c > 500 else "no glow in daylight: crayon or thermometer"),
        Figure(
            id="stop_c", label="Stop at", value=values.stop_c, unit="°C",
            detail=values.stop_colour, working=[line(free.working, "target_c")],
        ),
        Figure(
            id="crayons", label="Prove it with crayons",
            text=f"{say.crayon(crayons[0])} melts"
            + (f", {say.crayon(crayons[1])} must not" if len(crayons) > 1 else ""),
        ),
    ]  # fmt: skip
    if values.reaches is not None:
        figures.append(figure_of(line(free.working, "seconds"), "Flame on it for"))
    if values.clearance_mm is not None:
        opened = figure_of(
            line(free.working, "clearance_mm"), "It opens by",
            detail=f"at its best after {values.best_moment_s:.0f} s, as the flame comes off; then "
            "it closes again"
            + (
                f"; {say.mm(values.needed_mm, 2)} is wanted"
                if values.needed_mm is not None else ""
            ),
        )  # fmt: skip
        figures.append(
            opened.model_copy(
                update={
                    "curve": Curve(
                        label="Clearance on the diameter against seconds of flame, then without",
                        x_label="after the flame comes on", x_unit="s", y_unit="mm",
                        points=[CurvePoint(x=s, y=mm) for s, mm in values.clearance_curve],
                        limit=values.needed_mm, limit_label="wanted",
                        at_x=[CurvePoint(x=values.best_moment_s or 0.0, y=values.clearance_mm)],
                    )
                }
            )
        )  # fmt: skip
    if values.heat_mm is not None:
        figures.append(
            Figure(
                id="heat_mm", label="Heat this length of it", value=values.heat_mm, unit="mm",
                detail=f"inside radius {say.mm(values.least_radius_mm or 0, limit='>')} at least",
                working=[
                    Working(
                        name="heat_mm", value=values.heat_mm, unit="mm",
                        formula="pi * r * angle / 180 + 2 * t", inserted="as told",
                        source="length of the bend's inside, and a thickness each side",
                    )
                ],
            )
        )  # fmt: skip
    figures += [
        Figure(id="what_next", label="At the moment", text=values.what_next[0],
               detail=" ".join(values.what_next[1:])),
        Figure(id="stay_cool", label="Must stay cool", text="out, away or wrapped wet",
               detail="; ".join(values.must_stay_cool)),
    ]  # fmt: skip
    return figures
