"""The facts of a job, from what the reckoners said of it."""

from collections.abc import Mapping

from pellak.core.answer.figure import Figure
from pellak.core.kinds.seam.casting_heat import WHOLE_PART
from pellak.core.kinds.seam.piece import seam_length
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.kinds.seam.seam_work import ReckonedSeam
from pellak.core.model.facts import Facts, PurgeSeconds
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.preheat.crayons import proved_at_mm
from pellak.core.preheat.heated_band import HeatZone, heated_band_mm
from pellak.core.preheat.reckon import PreheatAnswer
from pellak.core.seam.pace import direction_of
from pellak.core.seam.shrink import DRAWN_TOGETHER, turn_deg


def _heat_zone(job: SeamJob, preheat: PreheatAnswer | None) -> HeatZone | None:
    """Return the band to heat; None where nothing is heated or its thickness is not told."""
    if preheat is None or preheat.values.preheat_c is None or job.thickness_mm is None:
        return None
    check, seam = preheat.values.check_with, seam_length(job)
    return HeatZone(
        band_mm=heated_band_mm(job.thickness_mm),
        preheat_c=preheat.values.preheat_c,
        whole_part=preheat.values.method in WHOLE_PART,
        proved_mm=proved_at_mm(job.thickness_mm),
        melts_c=check.crayon_low_c if check else None,
        stays_c=check.crayon_high_c if check else None,
        seam_mm=float(seam.value or 0) if seam else None,
    )


def facts_of(
    job: SeamJob,
    schools: ShopSchools,
    preheat: PreheatAnswer | None,
    reckoned: Reckoned | None,
    work: ReckonedSeam | None,
) -> Facts:
    """Return what is known of a job; the less is told of it, the less."""
    facts = Facts(
        start_c=job.start_c,
        fire_watch_min=float(schools.fire_watch),
        acetylene_limit=schools.acetylene_limit,
        preheat_c=None if preheat is None else preheat.values.preheat_c,
        crayons=preheat is not None and preheat.values.check_with is not None,
        heat_zone=_heat_zone(job, preheat),
        cool_in="slow" if preheat is not None and preheat.values.post_heat.slowly else "still-air",
    )
    if reckoned is None or work is None:
        return facts
    filler, tacks = work.filler.values, work.tacks[1].values if work.tacks else None
    supply = reckoned.supply.values
    drawn = reckoned.groove.form in DRAWN_TOGETHER
    return facts.model_copy(
        update={
            "start_c": reckoned.start_c,
            "acetylene_l_per_h": reckoned.acetylene_l_per_h,
            "oxygen_ratio": reckoned.oxygen_ratio,
            "greatest_l_per_h": work.greatest_l_per_h,
            "puddle_s": reckoned.heat.values.puddle_s,
            "heat": reckoned.heat_given.model_copy(update={"hand_factor": 1.0, "hand_sigma": None}),
            "hand": reckoned.hand.label,
            "torch": reckoned.equipment.torch.name if reckoned.equipment.torch else "",
            "tip": reckoned.tip.label if reckoned.tip else "",
            "tack_hold_s": tacks.hold_s if tacks else None,
            "direction": direction_of(schools.direction, reckoned.groove.thickness_mm),
            "rod": filler.rod,
            "passes": filler.passes if work.length_known else [],
            "seam_min": filler.minutes if work.length_known else None,
            "job_min": work.job_min,
            "gas": work.gas if work.length_known else None,
            "purge": PurgeSeconds(
                acetylene_s=supply.acetylene.purge_s, oxygen_s=supply.oxygen.purge_s
            ),
            "tacked": tacks is not None,
            "shrink_mm": tacks.shrink_mm if tacks and drawn else None,
            "turn_deg": None if drawn else turn_deg(reckoned.groove),
        }
    )


def planned_of(
    figures: Mapping[str, Figure], reckoned: Reckoned | None, work: ReckonedSeam | None
) -> dict[str, float]:
    """Return what the plan says of whatever a run logs, by the log field's id.

    Args:
        figures: of the plan, by id
        reckoned: the set-up, None where nothing is lit
        work: the seam's own, None where not known

    Source: the plan's own figures

    >>> planned_of({}, None, None)
    {}
    """
    if reckoned is None or work is None:
        return {}
    tacks, band = work.tacks[1].values if work.tacks else None, _value(figures, "blue_band_mm")
    planned: dict[str, float | None] = {
        "acetylene_flowing_bar": _value(figures, "acetylene_set_bar"),
        "oxygen_flowing_bar": _value(figures, "oxygen_set_bar"),
        "feather_ratio": reckoned.flame.values.feather_ratio,
        "metal_start_c": reckoned.start_c,
        "gap_before_mm": reckoned.groove.root_gap_mm,
        "tack_count": float(len(tacks.tacks)) if tacks else None,
        "tack_s": tacks.hold_s if tacks else None,
        "bead_front_mm": _value(figures, "pool_width_mm"),
        "blue_one_side_mm": band / 2 if band is not None else None,
        "blue_other_side_mm": band / 2 if band is not None else None,
    }
    return {name: value for name, value in planned.items() if value is not None}


def _value(figures: Mapping[str, Figure], name: str) -> float | None:
    figure = figures.get(name)
    return figure.value if figure else None
