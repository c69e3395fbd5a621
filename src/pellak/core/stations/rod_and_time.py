"""Rod, passes and the whole job's minutes and gas at station 5."""

from pellak.core.figure import Choice, Figure, figure_of
from pellak.core.metal.rod import FORMULA as ROD_FORMULA
from pellak.core.metal.rod import NO_ROD, flux_for, rod_schools, rods
from pellak.core.metal.rod import SOURCE as ROD_SOURCE
from pellak.core.rack.items import StockItem
from pellak.core.seam.filler import FillerAnswer, FillerGiven, reckon_filler
from pellak.core.seam.groove import pass_count
from pellak.core.seam.passes import MELT_SPREAD, WeldPass
from pellak.core.seam.tacks import TacksAnswer
from pellak.core.stations.fit_up import direction_of, groove_for
from pellak.core.stations.piece import RODLESS_UP_TO_MM, seam_length
from pellak.core.stations.reckoned import Reckoned, line
from pellak.core.working import School, Working, inserted, short

JOB_FORMULA = "tacks + waits + seam + 1 / 4"
JOB_GAS_FORMULA = "Q * (tacks + seam + 1 / 4) / 60"
BACKHAND_ROD_FORMULA = "nearest size to max(1.6, t / 2)"
PASS_FORMULA = "Q / 60 * 1.125 / (rho * A)"
START_MIN = 0.25
"""Lighting, setting and putting the torch in place, flame burning."""


def rod_choice(reckoned: Reckoned) -> tuple[str, list[School]]:
    """Return the rod planned with and those to choose from: the job's, none on thin, the usual."""
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
    return (job.rod if job.rod in known else usual), schools


def filler_of(reckoned: Reckoned) -> FillerAnswer:
    """Ask the filler reckoner about a job; a length of 100 mm stands in until one is told."""
    job, groove = reckoned.job, groove_for(reckoned.job)
    length = seam_length(job)
    # A root run melts its own face only; the plate model's travel is for one pass through it all.
    travel = reckoned.heat.values.travel_mm_per_min if pass_count(groove) == 1 else None
    return reckon_filler(
        FillerGiven(
            metal=reckoned.constants.family,
            rod=rod_choice(reckoned)[0],
            thickness_mm=groove.thickness_mm,
            joint=job.joint,
            form=groove.form,
            root_gap_mm=groove.root_gap_mm,
            root_face_mm=groove.root_face_mm,
            included_angle_deg=groove.included_angle_deg,
            leg_mm=groove.leg_mm or None,
            length_mm=float(length.value or 100.0) if length else 100.0,
            direction="backhand" if direction_of(reckoned) == "backhand" else "forehand",
            root_travel_mm_per_min=travel,
        )
    )


def travel_figure(reckoned: Reckoned, filler: FillerAnswer) -> Figure:
    """Return travel: of the one pass by the plate model, of the root by what the rod allows."""
    travel = line(reckoned.heat.working, "travel_mm_per_min")
    passes = filler.values.passes
    if len(passes) > 1:
        root = passes[0]
        v = root.travel_mm_per_min
        return figure_of(
            Working(
                name="travel_mm_per_min",
                value=v,
                unit="mm/min",
                low=v / MELT_SPREAD,
                high=v * MELT_SPREAD,
                formula=PASS_FORMULA,
                inserted=inserted(
                    PASS_FORMULA,
                    {
                        "Q": root.acetylene_l_per_h,
                        "A": root.area_mm2,
                        "rho": reckoned.constants.density_kg_per_m3 / 1e6,
                    },
                ),
                source="rod melted: 0.9 kg an hour at 800 L/h, overlay practice, scaled by flow",
                note=f"of the root at {root.acetylene_l_per_h:.0f} L/h; the passes are told below",
            ),
            "Travel, root pass",
            detail=root.how,
        )
    if travel.value is None:
        return figure_of(
            travel, "Travel", detail="does not wet the back: bevel, larger tip or preheat"
        )
    return figure_of(travel, "Travel")


def rod_figures(reckoned: Reckoned, filler: FillerAnswer) -> list[Figure]:
    """Return rod, what it takes of it, passes where there is more than one, and flux."""
    metal, thickness_mm = reckoned.metal, reckoned.job.thickness_mm or 0.0
    chosen, schools = rod_choice(reckoned)
    school = next(s for s in schools if s.id == chosen)
    rod = rods().get(chosen)
    diameter = filler.values.rod_diameter_mm
    detail = school.why
    working = []
    formula = ROD_FORMULA if direction_of(reckoned) == "forehand" else BACKHAND_ROD_FORMULA
    if rod is not None and diameter is not None:
        detail = f"{diameter:g} mm · {school.why}"
        working.append(
            Working(
                name="rod_diameter_mm",
                value=diameter,
                unit="mm",
                low=max(RODLESS_UP_TO_MM, 0.8 * diameter),
                high=1.3 * diameter,
                formula=formula,
                inserted=inserted(formula, {"t": thickness_mm}),
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
    figures += _amounts(reckoned, filler)
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


def _amounts(reckoned: Reckoned, filler: FillerAnswer) -> list[Figure]:
    """Return how much rod or strip, what stock covers it, and the passes."""
    values = filler.values
    figures = []
    if values.weld_area_mm2 > 0 and seam_length(reckoned.job) is not None:
        if values.strip is not None:
            cut = values.strip
            many = "strip" if cut.pieces == 1 else "strips"
            text = f"{cut.pieces} {many}, {short(cut.width_mm, 2)} × {cut.piece_mm:g} mm"
            detail = f"{short(cut.length_m, 2)} m sheared from the same sheet"
        else:
            text = f"{values.rods} of 1 m"
            detail = f"{short(values.rod_length_m, 2)} m of {values.rod_diameter_mm:g} mm"
        figures.append(
            Figure(
                id="rods",
                label="Strip to cut" if values.strip else "Rods for the seam",
                text=text,
                detail=f"{detail}, {short(values.mass_g, 2)} g; {_stock(reckoned, values.mass_g)}",
                working=filler.working,
            )
        )
    if len(values.passes) > 1:
        figures.append(
            Figure(
                id="passes",
                label="Passes",
                text=", ".join(p.name for p in values.passes),
                detail="; ".join(_pass_words(p) for p in values.passes),
                working=[w for w in filler.working if w.name == "weld_area_mm2"],
            )
        )
    return figures


def _pass_words(weld: WeldPass) -> str:
    return (
        f"{weld.name} at {weld.acetylene_l_per_h:.0f} L/h, "
        f"{short(weld.travel_mm_per_min, 2)} mm/min, {short(weld.minutes, 2)} min: {weld.how}"
    )


def _stock(reckoned: Reckoned, mass_g: float) -> str:
    rod = rod_choice(reckoned)[0]
    held = [i for i in reckoned.equipment.items if isinstance(i, StockItem) and i.rod == rod]
    if not held:
        return "none in the rack"
    kilos = sum(item.mass_kg for item in held)
    return f"the rack holds {short(kilos, 2)} kg" + (
        "" if kilos * 1000 >= mass_g else ": not enough"
    )


def pass_minutes(filler: FillerAnswer) -> Working | None:
    """Return the flame minutes of a seam laid in several passes; None for one pass."""
    passes = filler.values.passes
    if len(passes) < 2:
        return None
    minutes = sum(p.minutes for p in passes)
    return Working(
        name="seam_min",
        value=minutes,
        unit="min",
        low=sum(p.low_min for p in passes),
        high=sum(p.high_min for p in passes),
        formula=" + ".join(f"m{p.n}" for p in passes),
        inserted=" + ".join(short(p.minutes) for p in passes),
        source="each pass by the slower of what melts the root and what melts the rod: "
        "0.9 kg of rod an hour at 800 L/h, overlay practice",
        note="flame time of the passes; tacks, waits and moving about come on top",
    )


def seam_flow_l_per_h(reckoned: Reckoned, filler: FillerAnswer) -> float:
    """Return the flow of the seam: the tip's, or the mean over passes that each have their own."""
    passes = filler.values.passes
    if len(passes) < 2:
        return reckoned.acetylene_l_per_h
    minutes = sum(p.minutes for p in passes)
    return sum(p.acetylene_l_per_h * p.minutes for p in passes) / minutes


def job_figures(
    reckoned: Reckoned, filler: FillerAnswer, minutes: Working | None, tacks: TacksAnswer | None
) -> list[Figure]:
    """Return minutes and acetylene of the whole job: tacks, waits, seam, putting the torch down."""
    if minutes is None or tacks is None or not isinstance(minutes.value, float):
        return []
    held = len(tacks.values.tacks) * tacks.values.hold_s / 60
    waits = max(0.0, tacks.values.minutes - held)
    seam, flow = minutes.value, seam_flow_l_per_h(reckoned, filler)
    total, gas = held + waits + seam + START_MIN, flow * (held + seam + START_MIN) / 60
    low, high = (minutes.low or seam), (minutes.high or seam)
    more = total - seam
    return [
        figure_of(
            Working(
                name="job_min", value=total, unit="min", low=0.7 * more + low,
                high=1.6 * more + high,
                formula=JOB_FORMULA,
                inserted=inserted(JOB_FORMULA, {"tacks": held, "waits": waits, "seam": seam}),
                source="tacks and waits of the plate model, seam time, a quarter minute to light",
            ),
            "Whole job, tacks and waits too",
        ),
        figure_of(
            Working(
                name="job_acetylene_l", value=gas, unit="L", low=0.75 * gas, high=1.5 * gas,
                formula=JOB_GAS_FORMULA,
                inserted=inserted(JOB_GAS_FORMULA, {"Q": flow, "tacks": held, "seam": seam}),
                source="flow times flame minutes; the torch is out or idle in the waits",
            ),
            "Acetylene for the whole job",
            detail=f"and {short(gas * reckoned.oxygen_ratio, 2)} L of oxygen",
        ),
    ]  # fmt: skip
