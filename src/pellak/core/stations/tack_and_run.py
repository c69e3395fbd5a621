"""Station 5, Tack and run: edges, tacks, the seam itself, rod and time."""

import math
from dataclasses import dataclass

from pellak.core.drawing import blue_band_mm
from pellak.core.figure import Figure, Station, figure_of
from pellak.core.heat.case import FACE_LOSS_W_PER_M2_K
from pellak.core.heat.colour import COLOURLESS, blue_c
from pellak.core.heat.reckon import MODEL_SCATTER_RATIO
from pellak.core.heat.reckon import SOURCE as HEAT_SOURCE
from pellak.core.metal.mind import metal_cautions
from pellak.core.piece.dimensions import ring_length
from pellak.core.seam.filler import FillerAnswer
from pellak.core.seam.tacks import TacksAnswer, TacksGiven
from pellak.core.stations.fit_up import fit_up_figures, tacks_of
from pellak.core.stations.piece import seam_length
from pellak.core.stations.reckoned import Reckoned, line
from pellak.core.stations.rod_and_time import (
    filler_of,
    job_figures,
    pass_minutes,
    rod_figures,
    seam_flow_l_per_h,
    travel_figure,
)
from pellak.core.working import Working, inserted, short

HOLDS = "Edges, tacks and their order, travel, pool and blue band, passes, rod, minutes, gas."
MINUTES_FORMULA = "length / v + puddle / 60"
GAS_FORMULA = "Q * minutes / 60"
CLOSING_FORMULA = (
    "T0 + 2 / n * q / (rho * c * h * sqrt(4 * pi * a * t)) * exp(-2 * H * t / (rho * c * h))"
)
BAND_FORMULA = "2 * y where max T(x, y, 0, 60 s) = T_blue"


@dataclass(frozen=True)
class SeamWork:
    """What is reckoned of the seam itself, once, for every station that reads it."""

    filler: FillerAnswer
    tacks: tuple[TacksGiven, TacksAnswer] | None
    minutes: Working | None


def seam_work(reckoned: Reckoned) -> SeamWork:
    """Return rod and passes, tacks, and the flame minutes of a job."""
    filler = filler_of(reckoned)
    minutes = pass_minutes(filler) if seam_length(reckoned.job) else None
    return SeamWork(filler, tacks_of(reckoned), minutes or seam_minutes(reckoned))


def seam_minutes(reckoned: Reckoned) -> Working | None:
    """Return flame minutes for one pass; None without a length or without penetration."""
    length, values = seam_length(reckoned.job), reckoned.heat.values
    length_mm = None if length is None or not isinstance(length.value, float) else length.value
    travel = line(reckoned.heat.working, "travel_mm_per_min")
    if length_mm is None or values.travel_mm_per_min is None or values.puddle_s is None:
        return None

    def minutes(travel_mm_per_min: float) -> float:
        return length_mm / travel_mm_per_min + values.puddle_s / 60  # type: ignore[operator]

    return Working(
        name="seam_min",
        value=minutes(values.travel_mm_per_min),
        unit="min",
        low=minutes(travel.high) if travel.high else None,
        high=minutes(travel.low) if travel.low else None,
        formula=MINUTES_FORMULA,
        inserted=inserted(
            MINUTES_FORMULA,
            {"length": length_mm, "v": values.travel_mm_per_min, "puddle": values.puddle_s},
        ),
        source="travel of the fitted plate model",
        note="flame time on one pass; tacks, waits and moving about come on top",
    )


def _gas(flow: float, minutes: Working) -> Working:
    spent = [m for m in (minutes.value, minutes.low, minutes.high) if isinstance(m, float)]
    litres = [flow * m / 60 for m in spent]
    return Working(
        name="seam_acetylene_l",
        value=litres[0],
        unit="L",
        low=litres[1] if len(litres) == 3 else None,
        high=litres[2] if len(litres) == 3 else None,
        formula=GAS_FORMULA,
        inserted=inserted(GAS_FORMULA, {"Q": flow, "minutes": spent[0]}),
        source="flow times flame minutes",
    )


def _blue_band(reckoned: Reckoned) -> Working:
    widths = [
        blue_band_mm(outcome.travel)
        for outcome in (
            reckoned.solution.expected,
            reckoned.solution.cool,
            reckoned.solution.hot,
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
        inserted=inserted(BAND_FORMULA, {"T_blue": blue_c()}),
        source=HEAT_SOURCE,
        note="wide sheet in still air; a narrow piece turns blue right across"
        if known
        else "the whole piece turns blue, or the pool does not reach the back",
    )


def _colours(reckoned: Reckoned) -> list[Figure]:
    """Return what colour and grain tell beside the seam, for metals that show any."""
    if reckoned.constants.family in COLOURLESS:
        return []
    return [
        figure_of(
            _blue_band(reckoned), "Blue band, edge to edge", detail="keep it equal both sides"
        ),
        figure_of(line(reckoned.heat.working, "haz_width_mm"), "Grain changed, each side"),
    ]


def _closing(reckoned: Reckoned) -> Figure | None:
    """Return how warm the start of a ring still is when the seam comes round to it."""
    job, values = reckoned.job, reckoned.heat.values
    ring = ring_length(job.joint, job.outside_diameter_mm, job.branch_deg)
    travel = reckoned.solution.expected.travel
    if ring is None or travel is None or values.heat_input_kj_per_mm is None:
        return None
    metal, ring_m = reckoned.constants, float(ring.value or 0) / 1000
    seconds = ring_m / travel.travel_m_per_s
    numbers = {
        "T0": reckoned.start_c,
        "q": values.heat_input_kj_per_mm * 1e6,
        "rho": metal.density_kg_per_m3,
        "c": metal.specific_heat_j_per_kg_k,
        "h": (job.thickness_mm or 0) / 1000,
        "a": reckoned.solution.expected.case.diffusivity_m2_per_s,
        "t": seconds,
        "n": float(reckoned.solution.expected.case.heat_paths),
        "H": FACE_LOSS_W_PER_M2_K,
        "pi": math.pi,
    }
    heat_capacity = numbers["rho"] * numbers["c"] * numbers["h"]
    spread = heat_capacity * math.sqrt(4 * math.pi * numbers["a"] * seconds)
    left = math.exp(-2 * FACE_LOSS_W_PER_M2_K * seconds / heat_capacity)
    rise = 2 / numbers["n"] * numbers["q"] / spread * left
    warm_c = min(reckoned.start_c + rise, metal.melting_c)
    return figure_of(
        Working(
            name="closing_c",
            value=warm_c,
            unit="°C",
            low=min(reckoned.start_c + 0.7 * rise, warm_c),
            high=min(reckoned.start_c + 1.4 * rise, metal.melting_c),
            formula=CLOSING_FORMULA,
            inserted=inserted(CLOSING_FORMULA, numbers),
            source="instantaneous line source in a thin plate, Carslaw and Jaeger, section 10.3",
            note="the wall taken as an unrolled plate, one lap without a stop",
        ),
        "Tube where the ring closes",
        detail="already this warm when you come round: speed up or lift for the last quarter",
    )


def tack_and_run_station(reckoned: Reckoned, work: SeamWork) -> Station:
    """Return the Tack and run station."""
    working, minutes = reckoned.heat.working, work.minutes
    travel = travel_figure(reckoned, work.filler)
    figures = [*fit_up_figures(reckoned, work.tacks), travel]
    if minutes is not None:
        figures.append(figure_of(minutes, "Seam, flame time"))
        flow = seam_flow_l_per_h(reckoned, work.filler)
        oxygen_l = float(minutes.value or 0) * flow / 60
        figures.append(
            figure_of(
                _gas(flow, minutes),
                "Acetylene for the seam",
                detail=f"and {short(oxygen_l * reckoned.oxygen_ratio, 3)} L of oxygen",
            )
        )
    one_pass = len(work.filler.values.passes) <= 1
    if one_pass:
        # Widths are of one pool through the whole wall, which passes never make.
        figures += [
            figure_of(line(working, "pool_width_mm"), "Pool width to hold"),
            *_colours(reckoned),
            figure_of(line(working, "lift_off_mm"), "Lift or speed up before the end"),
        ]
    figures += [
        *rod_figures(reckoned, work.filler),
        *job_figures(reckoned, work.filler, minutes, work.tacks[1] if work.tacks else None),
    ]
    closing = _closing(reckoned) if one_pass else None
    if closing is not None:
        figures.append(closing)
    return Station(
        id="tack-and-run",
        name="Tack and run",
        state="ahead",
        answer=f"{minutes.value:.0f} min"
        if minutes is not None and isinstance(minutes.value, float) and minutes.value >= 1
        else "under 1 min"
        if minutes is not None
        else "length?"
        if travel.value is not None
        else "not through",
        holds=HOLDS,
        figures=figures,
        # What the one-pass model warns of is what bevel and passes are there for.
        cautions=[
            *(reckoned.heat.cautions if one_pass else []),
            *metal_cautions(reckoned.metal, "tack-and-run"),
        ],
    )
