"""Station 5, Tack and run: edges, tacks, the seam itself, rod and time."""

from pellak.core.answer.figure import Figure, Station, figure_of
from pellak.core.answer.working import Working, inserted
from pellak.core.heat.colour import blue_c
from pellak.core.heat.reckon import MODEL_SCATTER_RATIO
from pellak.core.heat.reckon import SOURCE as HEAT_SOURCE
from pellak.core.kinds.seam.closing import closing_figure
from pellak.core.kinds.seam.fit_up import fit_up_figures
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.kinds.seam.rod_and_time import (
    job_figures,
    rod_cautions,
    rod_figures,
    seam_figures,
    travel_figure,
)
from pellak.core.kinds.seam.seam_work import ReckonedSeam
from pellak.core.kinds.stations.set_up import line
from pellak.core.metal.cautions import metal_cautions
from pellak.core.model.kinds.seam.drawing import blue_band_mm
from pellak.core.tables.metal_families import traits_of

HOLDS = "Edges, tacks and their order, travel, pool and blue band, passes, rod, minutes, gas."
BAND_FORMULA = "2 * y where max T(x, y, 0, 60 s) = T_blue"


def _blue_band(reckoned: Reckoned) -> Working:
    widths = [
        blue_band_mm(outcome.travel, reckoned.constants.family)
        for outcome in (
            reckoned.pool_solution.expected,
            reckoned.pool_solution.cool,
            reckoned.pool_solution.hot,
        )
    ]
    known = [width for width in widths if width is not None]
    scatter = 1 + MODEL_SCATTER_RATIO["haz_width_mm"]
    return Working(
        name="blue_band_mm",
        value=widths[0],
        unit="mm",
        low=min(known) / scatter if len(known) == 3 else None,
        high=max(known) * scatter if len(known) == 3 else None,
        formula=BAND_FORMULA,
        inserted=inserted(BAND_FORMULA, {"T_blue": blue_c(reckoned.constants.family)}),
        source=HEAT_SOURCE,
        note="wide sheet in still air; a narrow piece turns blue right across"
        if known
        else "the whole piece turns blue, or the pool does not reach the back",
    )


def _colours(reckoned: Reckoned) -> list[Figure]:
    """Return what colour and grain tell beside the seam, for metals that show any."""
    if not traits_of(reckoned.constants.family).glows:
        return []
    band = figure_of(
        _blue_band(reckoned), "Blue band, edge to edge", detail="keep it equal both sides"
    )
    if not traits_of(reckoned.constants.family).grain_changes:
        return [band]
    grain = figure_of(line(reckoned.pool.working, "haz_width_mm"), "Grain changed, each side")
    return [band, grain]


def tack_and_run_station(reckoned: Reckoned, work: ReckonedSeam) -> Station:
    """Return the Tack and run station."""
    minutes, values = work.minutes, work.filler.values
    figures = [*fit_up_figures(reckoned, work.tacks), travel_figure(reckoned, work.filler)]
    if minutes is not None:
        figures += seam_figures(reckoned, work)
    one_pass = len(values.passes) == 1
    if one_pass:
        # Widths are of one pool through the whole wall, which passes never make.
        working = reckoned.pool.working
        figures += [
            figure_of(line(working, "pool_width_mm"), "Pool width to hold"),
            *_colours(reckoned),
            figure_of(line(working, "lift_off_mm"), "Lift or speed up before the end"),
        ]
    figures += [
        *rod_figures(reckoned, work.filler),
        *job_figures(reckoned, work),
    ]
    closing = closing_figure(reckoned, values)
    if closing is not None:
        figures.append(closing)
    known = minutes is not None and isinstance(minutes.value, float)
    return Station(
        id="tack-and-run",
        name="Tack and run",
        state="ahead",
        answer=(f"{minutes.value:.0f} min" if float(minutes.value or 0) >= 1 else "under 1 min")
        if minutes is not None and known
        else "length?"
        if values.root_wets
        else "flow?",
        holds=HOLDS,
        figures=figures,
        # What the one-pass model warns of is what bevel and passes are there for.
        cautions=[
            *(reckoned.heat.cautions if reckoned.pool is reckoned.heat and one_pass else []),
            *work.filler.cautions,
            *rod_cautions(reckoned),
            *metal_cautions(reckoned.metal, "tack-and-run"),
        ],
    )
