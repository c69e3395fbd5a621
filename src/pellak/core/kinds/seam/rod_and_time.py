"""Rod, passes and the whole job's minutes and gas at station 5."""

from pellak.core import say
from pellak.core.answer.figure import Choice, Figure, figure_of
from pellak.core.answer.working import Caution, Working, inserted, short
from pellak.core.kinds.seam.piece import RODLESS_UP_TO_MM, seam_length
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.kinds.seam.seam_work import ReckonedSeam, rod_choice
from pellak.core.kinds.stations.pass_cards import wait_words
from pellak.core.kinds.stations.set_up import line
from pellak.core.metal.rod import FORMULA as ROD_FORMULA
from pellak.core.metal.rod import SOURCE as ROD_SOURCE
from pellak.core.metal.rod import flux_for, rods
from pellak.core.rig.stock import held_kg
from pellak.core.seam.filler import FillerAnswer
from pellak.core.seam.job_gas import BESIDE_SPREAD
from pellak.core.seam.pace import direction_of
from pellak.core.seam.passes import WeldPass

JOB_FORMULA = "preheat + tacks + waits + seam + 1 / 4"
JOB_GAS_FORMULA = "preheat + tacks + seam + lighting"
BACKHAND_ROD_FORMULA = "nearest size to max(1.6, t / 2)"


def travel_figure(reckoned: Reckoned, filler: FillerAnswer) -> Figure:
    """Return travel over the whole weld: one pass, or the length over the minutes of them all."""
    values = filler.values
    if values.travel_mm_per_min is None:
        never = line(reckoned.pool.working, "travel_mm_per_min")
        would = values.flow_that_would_l_per_h
        helps = f"{say.l_per_h(would)} would" if would else "preheat or another process would"
        return figure_of(
            never.model_copy(update={"value": None, "low": None, "high": None}),
            "Travel",
            detail=f"this flame never melts the root: {helps}",
        )
    travel = line(filler.working, "travel_mm_per_min")
    if len(values.passes) > 1:
        return figure_of(
            travel, "Travel, all passes together", detail="each pass has its own, told below"
        )
    back = "" if values.back_wets else "both walls wet into the corner; the back is not reached"
    return figure_of(travel, "Travel", detail=back)


def seam_figures(reckoned: Reckoned, work: ReckonedSeam) -> list[Figure]:
    """Return flame minutes and acetylene of the seam, all passes."""
    filler, paced = work.filler, work.paced
    source = ""
    if paced is not None and paced.seams:
        of = "one seam" if paced.seams == 1 else f"{paced.seams} seams"
        source = f"by your log: {short(paced.factor, 3)} × the rule, {of} of this metal"
    gas = line(filler.working, "seam_acetylene_l")
    oxygen_l = float(gas.value or 0) * reckoned.oxygen_ratio
    return [
        figure_of(line(filler.working, "seam_min"), "Seam, flame time", detail=source),
        figure_of(gas, "Acetylene for the seam", detail=f"and {say.litres(oxygen_l)} of oxygen"),
    ]


def rod_cautions(reckoned: Reckoned) -> list[Caution]:
    """Return a warning where the rod the job names is not one for this metal and wall."""
    asked, (planned, _) = reckoned.job.rod, rod_choice(reckoned)
    if asked is None or asked == planned:
        return []
    names = {name: rods()[name].classification for name in (asked, planned) if name in rods()}
    return [
        Caution(
            level="warn",
            text=f"{names.get(asked, asked)} is not planned with here; "
            f"{names.get(planned, planned)} is. Choose the rod anew.",
            reason="The rod named is not one for this metal and wall, and another takes its place.",
            source="rod table of the metal's method page",
        )
    ]


def rod_figures(reckoned: Reckoned, filler: FillerAnswer) -> list[Figure]:
    """Return rod, what it takes of it, passes where there is more than one, and flux."""
    metal, thickness_mm = reckoned.metal, reckoned.job.thickness_mm or 0.0
    chosen, schools = rod_choice(reckoned)
    school = next(s for s in schools if s.id == chosen)
    rod = rods().get(chosen)
    diameter = filler.values.rod_diameter_mm
    taken_up = rod.classification if rod else "none"
    working = []
    formula = (
        ROD_FORMULA
        if direction_of(reckoned.schools.direction, thickness_mm) == "forehand"
        else BACKHAND_ROD_FORMULA
    )
    if rod is not None and diameter is not None:
        taken_up = f"{rod.classification}, {say.wall(diameter, 6)}"
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
            text=taken_up,
            detail=school.why,
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
                if metal.traits.flux == "fluoride"
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
            text = f"{cut.pieces} {many}, {say.mm(cut.width_mm, 2, to=cut.piece_mm, joint=' × ')}"
            detail = f"{say.metres(cut.length_m, 2)} sheared from the same sheet"
        else:
            text = f"{values.rods} of {say.metres(1)}"
            detail = ", ".join(
                f"{t.rods} of {say.wall(t.diameter_mm, 6)} ({say.metres(t.length_m, 2)})"
                for t in values.by_diameter
            )
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
    rod = f"rod {say.wall(weld.rod_diameter_mm, 6)}, " if weld.rod_diameter_mm else ""
    back = "back " if weld.side == 2 else ""
    wait = wait_words(weld)
    wait = f"after {wait}, " if wait else ""
    return (
        f"{wait}{back}{weld.name} at {say.l_per_h(weld.acetylene_l_per_h)}, {rod}"
        f"{say.mm_per_min(weld.travel_mm_per_min)}, {short(weld.minutes, 2)} min: {weld.how}"
    )


def _stock(reckoned: Reckoned, mass_g: float) -> str:
    kilos = held_kg(reckoned.equipment.items, rod_choice(reckoned)[0])
    if kilos is None:
        return "none in the rack"
    return f"the rack holds {say.kg(kilos, 2)}" + ("" if kilos * 1000 >= mass_g else ": not enough")


def whole_job(work: ReckonedSeam) -> Working | None:
    """Return the minutes of the whole job: heating, tacks, waits, seam, lighting; None where the
    seam's are not known."""
    values, gas, whole = work.filler.values, work.gas, work.job_min
    if whole is None or values.minutes is None:
        return None
    tacks = work.tacks[1].values if work.tacks else None
    held = tacks.held_min if tacks else 0.0
    waits = max(0.0, tacks.minutes - held) if tacks else 0.0
    beside = whole - values.minutes
    low, high = BESIDE_SPREAD
    parts = {"preheat": work.warming_min, "tacks": held, "waits": waits, "seam": values.minutes}
    notes = [f"without {gas.not_counted}"] if gas.not_counted else []
    if any(wait_words(weld) for weld in values.passes):
        notes.append("waits between passes come on top")
    return Working(
        name="job_min",
        value=whole,
        unit="min",
        low=low * beside + (values.low_min or 0.0),
        high=None if values.high_min is None else high * beside + values.high_min,
        formula=JOB_FORMULA,
        inserted=inserted(JOB_FORMULA, parts),
        source="tacks and waits of the plate model, seam time, a quarter minute to light",
        note="; ".join(notes),
    )


def job_figures(reckoned: Reckoned, work: ReckonedSeam) -> list[Figure]:
    """Return minutes and acetylene of the whole job."""
    minutes, gas = whole_job(work), work.gas
    if minutes is None:
        return []
    parts = {
        "preheat": gas.preheat_l,
        "tacks": gas.tacks_l,
        "seam": gas.seam_l,
        "lighting": gas.lighting_l,
    }
    missing = f"; without {gas.not_counted}" if gas.not_counted else ""
    litres = Working(
        name="job_acetylene_l",
        value=gas.total_l,
        unit="L",
        low=gas.low_l,
        high=gas.high_l,
        formula=JOB_GAS_FORMULA,
        inserted=inserted(JOB_GAS_FORMULA, parts),
        source="flow times flame minutes of each; the torch is out or idle in the waits",
    )
    return [
        figure_of(minutes, "Whole job, tacks and waits too", detail=minutes.note),
        figure_of(
            litres,
            "Acetylene for the whole job",
            detail=f"and {say.litres(gas.total_l * reckoned.oxygen_ratio, 2)} of oxygen{missing}",
        ),
    ]
