"""Station 5, Tack and run: the seam itself. Tacks, fit-up and passes join it later."""

import math

from pellak.core.drawing import blue_band_mm
from pellak.core.figure import Choice, Figure, Station, figure_of
from pellak.core.heat.case import FACE_LOSS_W_PER_M2_K
from pellak.core.heat.colour import COLOURLESS, blue_c
from pellak.core.heat.reckon import MODEL_SCATTER_RATIO
from pellak.core.heat.reckon import SOURCE as HEAT_SOURCE
from pellak.core.metal.mind import metal_cautions
from pellak.core.metal.rod import (
    FORMULA as ROD_FORMULA,
)
from pellak.core.metal.rod import NO_ROD, flux_for, forehand_diameter_mm, rod_schools, rods
from pellak.core.metal.rod import SOURCE as ROD_SOURCE
from pellak.core.piece.dimensions import ring_length
from pellak.core.stations.piece import GROOVED, RODLESS_UP_TO_MM, seam_length
from pellak.core.stations.reckoned import Reckoned, line
from pellak.core.working import School, Working, inserted, short

HOLDS = "Travel, minutes, pool and blue band. Tack order and waits are still to come."
MINUTES_FORMULA = "length / v + puddle / 60"
GAS_FORMULA = "Q * minutes / 60"
CLOSING_FORMULA = (
    "T0 + 2 / n * q / (rho * c * h * sqrt(4 * pi * a * t)) * exp(-2 * H * t / (rho * c * h))"
)
BAND_FORMULA = "2 * y where max T(x, y, 0, 60 s) = T_blue"


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


def _gas(reckoned: Reckoned, minutes: Working) -> Working:
    flow = reckoned.acetylene_l_per_h
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


def _rod(reckoned: Reckoned) -> list[Figure]:
    """Return rod and flux: the job's choice, else none on thin touching sheet, else the usual."""
    job, metal = reckoned.job, reckoned.metal
    schools = rod_schools(metal)
    thickness_mm = job.thickness_mm or 0.0
    rodless = School(
        id=NO_ROD,
        label="no rod",
        why="edges touching, melted together and planished flat; to about 1.2 mm, or tipped edges",
    )
    may_melt = metal.family in ("carbon-steel", "chromoly", "stainless", "aluminium")
    if may_melt:
        schools = [*schools, rodless]
    thin = thickness_mm <= RODLESS_UP_TO_MM and job.root_gap_mm == 0 and job.joint == "butt"
    usual = NO_ROD if (thin and metal.family == "carbon-steel") or (
        job.joint == "tipped-edge" and may_melt
    ) else schools[0].id  # fmt: skip
    known = [school.id for school in schools]
    chosen = job.rod if job.rod in known else usual
    school = next(s for s in schools if s.id == chosen)
    rod = rods().get(chosen)
    diameter = forehand_diameter_mm(rod, thickness_mm) if rod else None
    detail = school.why
    working = []
    if rod is not None and diameter is not None:
        detail = f"{diameter:g} mm · {school.why}"
        working.append(
            Working(
                name="rod_diameter_mm",
                value=diameter,
                unit="mm",
                low=max(RODLESS_UP_TO_MM, 0.8 * diameter),
                high=1.3 * diameter,
                formula=ROD_FORMULA,
                inserted=inserted(ROD_FORMULA, {"t": thickness_mm}),
                source=f"{ROD_SOURCE}; {rod.standard}",
                note=rod.note,
            )
        )
    figures = [
        Figure(
            id="rod",
            label="Rod",
            text=rod.classification if rod else "none",
            detail=detail,
            working=working,
            choice=Choice(
                field="rod",
                question="Which rod?",
                chosen=chosen,
                chosen_by="job",
                schools=schools,
                job_only=True,
            ),
        )
    ]
    flux = flux_for(metal)
    if flux:
        figures.append(
            Figure(
                id="flux",
                label="Flux",
                text=flux,
                detail="mixed fresh in non-metal ware, on work and rod, both faces"
                if metal.family in ("aluminium", "stainless")
                else "on the warm rod and into the groove",
            )
        )
    return figures


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


def _grooved(reckoned: Reckoned) -> Station:
    """Return the station of a groove that is filled in layers: no single travel speed."""
    layers = Figure(
        id="travel_mm_per_min",
        label="Travel",
        text="in layers",
        detail="a groove is filled pass by pass; their number, speed and minutes are still to come",
    )
    return Station(
        id="tack-and-run",
        name="Tack and run",
        state="ahead",
        answer="in layers",
        holds=HOLDS,
        figures=[layers, *_rod(reckoned)],
        cautions=metal_cautions(reckoned.metal, "tack-and-run"),
    )


def tack_and_run_station(reckoned: Reckoned) -> Station:
    """Return the Tack and run station."""
    if reckoned.job.joint in GROOVED:
        return _grooved(reckoned)
    working = reckoned.heat.working
    minutes = seam_minutes(reckoned)
    travel = line(working, "travel_mm_per_min")
    figures: list[Figure] = [figure_of(travel, "Travel")]
    if travel.value is None:
        figures = [
            figure_of(
                travel, "Travel", detail="does not wet the back: bevel, larger tip or preheat"
            )
        ]
    if minutes is not None:
        figures.append(figure_of(minutes, "Seam, flame time"))
        oxygen_l = float(minutes.value or 0) * reckoned.acetylene_l_per_h / 60
        figures.append(
            figure_of(
                _gas(reckoned, minutes),
                "Acetylene for the seam",
                detail=f"and {short(oxygen_l * reckoned.oxygen_ratio, 3)} L of oxygen",
            )
        )
    figures += [
        figure_of(line(working, "pool_width_mm"), "Pool width to hold"),
        *_colours(reckoned),
        figure_of(line(working, "lift_off_mm"), "Lift or speed up before the end"),
        *_rod(reckoned),
    ]
    closing = _closing(reckoned)
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
        cautions=[*reckoned.heat.cautions, *metal_cautions(reckoned.metal, "tack-and-run")],
    )
