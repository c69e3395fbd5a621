"""Fit-up and tacks at station 5: edges, gap, bevel, and the order in which they are held."""

import math

from pellak.core.errors import Refused
from pellak.core.figure import Choice, Figure, figure_of
from pellak.core.job import Job
from pellak.core.piece.dimensions import dimension_rows, dimension_value
from pellak.core.seam.filler import FillerGiven, groove_of
from pellak.core.seam.groove import SQUARE_UP_TO_MM, EdgeForm, Groove
from pellak.core.seam.tack_order import TackSchool, pitch_mm
from pellak.core.seam.tacks import (
    HOLD_MORE_S,
    LONGEST_HOLD_S,
    MOST_TACKS,
    TacksAnswer,
    TacksGiven,
    reckon_tacks,
)
from pellak.core.stations.piece import seam_length
from pellak.core.stations.reckoned import Reckoned, choice_for, line
from pellak.core.working import School, Working, inserted, short

RINGS = ("cluster", "pipe-butt")
UNTACKED = ("casting-crack",)
LONG_IN_PITCHES = 12
"""From here a seam closes as it cools like a long panel, and marching keeps its gap."""
BACKHAND_FROM_MM = 5.0
CLEAN_BACK_MM = 25.0
BACK_STEP_FROM_MM = 400.0
STRETCH_MM = 150.0
"""Back-step stretches of sheet, 100 to 200 mm by long practice."""
MOST_ROOT_SHARE = 0.9
BEVEL_FORMULA = "(t - f) * tan(theta / 2)"
TACK_SCHOOLS = [
    School(
        id="auto", label="by the seam", why="march for long seams, halving for short stiff ones"
    ),
    School(id="halving", label="halving", why="ends, middle, quarters: short stiff pieces"),
    School(id="march", label="march", why="one way at a fixed step, then the spaces: long panels"),
    School(id="centre-out", label="centre out", why="from the middle to both ends: free edges"),
]
DIRECTION_SCHOOLS = [
    School(id="auto", label="by thickness", why="forehand below 5 mm, backhand from there"),
    School(id="forehand", label="forehand", why="rod leads: sheet, and up to 4 mm"),
    School(id="backhand", label="backhand", why="flame leads: from 3 mm, less gas, better root"),
]
EDGE_FORMS: dict[EdgeForm, tuple[str, str]] = {
    "touching": ("touching, square", "no rod to about 1.2 mm, then planished flat"),
    "gapped": ("gapped, square", "rod-fed, and where the root has to be reached"),
    "tipped": ("edges tipped up", "melted down as their own filler"),
    "v": ("single V", "above 3 mm from one side"),
    "double-v": ("double V", "from both sides: half the metal, and it pulls straighter"),
    "fillet": ("fillet", "into the corner, both legs alike"),
    "corner": ("open corner", "inner edges touching, filled outward"),
}
EDGES_OFFERED: dict[str, tuple[EdgeForm, ...]] = {
    "butt": ("touching", "gapped", "v", "double-v"),
    "pipe-butt": ("touching", "gapped", "v"),
}
"""Joints whose edges are a choice; the others make their own."""


def groove_for(job: Job) -> Groove:
    """Return the groove a job's dimensions make, what was not told taken as usual."""
    assert job.thickness_mm is not None
    told = {row.field: getattr(job, row.field) for row in dimension_rows(job.joint)}
    sizes = {
        row.field: dimension_value(row, told, job.thickness_mm)[0]
        for row in dimension_rows(job.joint)
    }
    return groove_of(
        FillerGiven(
            thickness_mm=job.thickness_mm,
            joint=job.joint,
            form=job.edge_form if job.joint in EDGES_OFFERED else None,
            length_mm=100.0,
            root_gap_mm=job.root_gap_mm,
            # A root thicker than the metal cannot be left; most of the wall is what is meant.
            root_face_mm=None
            if job.root_face_mm is None
            else min(job.root_face_mm, MOST_ROOT_SHARE * job.thickness_mm),
            included_angle_deg=sizes.get("included_angle_deg"),
            leg_mm=sizes.get("leg_mm"),
        )
    )


def direction_of(reckoned: Reckoned) -> str:
    """Return forehand or backhand: the school chosen, else by thickness."""
    chosen = reckoned.schools.direction
    thick = (reckoned.job.thickness_mm or 0) >= BACKHAND_FROM_MM
    return chosen if chosen != "auto" else "backhand" if thick else "forehand"


def _edges(reckoned: Reckoned, groove: Groove) -> list[Figure]:
    label, why = EDGE_FORMS[groove.form]
    forms = EDGES_OFFERED.get(reckoned.job.joint, ())
    figures = [
        Figure(
            id="edge_form",
            label="Edges",
            text=label,
            detail=f"{why}; bright {CLEAN_BACK_MM:g} mm back, both faces, brushed between tacks",
            choice=Choice(
                field="edge_form", question="How are the edges made?", chosen=groove.form,
                chosen_by="job", job_only=True,
                schools=[School(id=f, label=EDGE_FORMS[f][0], why=EDGE_FORMS[f][1]) for f in forms],
            )
            if forms
            else None,
        )
    ]  # fmt: skip
    if groove.form in ("v", "double-v"):
        numbers = {"t": groove.thickness_mm / groove.sides, "f": groove.root_face_mm / groove.sides,
                   "theta": math.radians(groove.included_angle_deg)}  # fmt: skip
        wide = groove.depth_mm * groove.flank
        figures.append(
            figure_of(
                Working(
                    name="bevel_mm", value=wide, unit="mm", low=0.9 * wide, high=1.1 * wide,
                    formula=BEVEL_FORMULA, inserted=inserted(BEVEL_FORMULA, numbers),
                    source="plane geometry of the groove", note="theta in radians",
                ),
                "Bevel off each edge",
                detail=f"at {short(groove.included_angle_deg / 2)}° from square, leaving "
                f"{short(groove.root_face_mm)} mm of root face",
            )
        )  # fmt: skip
    return figures


def tack_school_of(reckoned: Reckoned, seam_mm: float) -> TackSchool:
    """Return the order tacks are made in: opposite round tube, else the school chosen."""
    if reckoned.job.joint in RINGS:
        return "opposite"
    chosen = reckoned.schools.tacks
    if chosen != "auto":
        return chosen
    pitch = pitch_mm(reckoned.job.thickness_mm or 1.0, reckoned.constants.family)
    return "march" if seam_mm > LONG_IN_PITCHES * pitch else "halving"


def tacks_of(reckoned: Reckoned) -> tuple[TacksGiven, TacksAnswer] | None:
    """Return what was asked of the tacks reckoner and its answer; None for a seam without tacks."""
    length = seam_length(reckoned.job)
    if length is None or not isinstance(length.value, float) or reckoned.job.joint in UNTACKED:
        return None
    given = TacksGiven(
        seam_mm=length.value,
        thickness_mm=reckoned.job.thickness_mm or 1.0,
        family=reckoned.constants.family,
        school=tack_school_of(reckoned, length.value),
        gap_mm=reckoned.job.root_gap_mm,
        corners_mm=reckoned.job.corners_mm,
        joint=reckoned.job.joint,
        start_c=reckoned.start_c,
        acetylene_l_per_h=reckoned.acetylene_l_per_h,
    )
    puddle_s = reckoned.heat.values.puddle_s
    hold_s = min(LONGEST_HOLD_S, (puddle_s or LONGEST_HOLD_S) + HOLD_MORE_S)
    try:
        return given, reckon_tacks(given, hold_s)
    except Refused:
        return None


def _tacks(reckoned: Reckoned, answer: TacksAnswer, school: str) -> list[Figure]:
    values = answer.values
    rounds = max(t.round for t in values.tacks)
    named = "opposite pairs" if values.closed else school
    waits = f"longest wait {_time(values.wait_s)}" if values.wait_s >= 1 else "no waiting"
    choice = choice_for(
        reckoned.job,
        "tacks",
        "In which order are tacks made?",
        reckoned.schools.tacks,
        TACK_SCHOOLS,
    )
    return [
        Figure(
            id="tacks",
            label="Tacks",
            text=f"{len(values.tacks)}, {short(values.interval_mm, 2)} mm apart",
            detail=f"{named}, {rounds} round{'s' if rounds > 1 else ''}; each held "
            f"{short(values.hold_s, 2)} s; {waits}; {_time(60 * values.minutes)} in all",
            working=[w for w in answer.working if w.name != "shrink_mm"],
            choice=None if values.closed else choice,
        ),
        figure_of(
            line(answer.working, "shrink_mm"),
            "Edges draw together",
            detail=values.gap_advice,
        ),
    ]


def _time(seconds: float) -> str:
    return f"{seconds:.0f} s" if seconds < 100 else f"{seconds / 60:.0f} min"


def _stretches(reckoned: Reckoned) -> list[Figure]:
    """Return the back-step stretches of a long seam in sheet."""
    length = seam_length(reckoned.job)
    t = reckoned.job.thickness_mm or 0.0
    if length is None or reckoned.job.joint in (*RINGS, *UNTACKED) or t > SQUARE_UP_TO_MM:
        return []
    seam_mm = float(length.value or 0)
    if seam_mm < BACK_STEP_FROM_MM:
        return []
    count = math.ceil(seam_mm / STRETCH_MM)
    order = ", ".join(str(n) for n in _outward(count))
    return [
        Figure(
            id="stretches",
            label="Run it in stretches",
            text=f"{count} of {short(seam_mm / count, 3)} mm",
            detail=f"stretch {order}, counted along the seam; each is run back towards the one "
            "before. Stop, level and cool to the touch between",
        )
    ]


def _outward(count: int) -> list[int]:
    """Return the numbers of the stretches from the middle outward by turns."""
    middle = (count + 1) / 2
    return sorted(range(1, count + 1), key=lambda n: (abs(n - middle), n))


def _direction(reckoned: Reckoned) -> Figure:
    way = direction_of(reckoned)
    t = reckoned.job.thickness_mm or 0
    lean = 45 if t > BACKHAND_FROM_MM else 30
    motion = "straight, no weave" if t <= 1.25 else "small circles" if t <= 3 else "a slow weave"
    leads = "the rod leads" if way == "forehand" else "the flame leads, the rod follows"
    return Figure(
        id="direction",
        label="Direction and hand",
        text=way,
        detail=f"{leads}; torch upright for tacks, leaned {lean}° to run (20 to 45°), rod 30 to "
        f"40° from the sheet; {motion}",
        choice=choice_for(
            reckoned.job, "direction", "Which leads, rod or flame?", reckoned.schools.direction,
            DIRECTION_SCHOOLS,
        ),
    )  # fmt: skip


def fit_up_figures(
    reckoned: Reckoned, tacks: tuple[TacksGiven, TacksAnswer] | None
) -> list[Figure]:
    """Return edges, bevel, tacks, shrink and direction."""
    figures = _edges(reckoned, groove_for(reckoned.job))
    if tacks is not None:
        figures += _tacks(reckoned, tacks[1], tacks[0].school)
    elif seam_length(reckoned.job) is not None and reckoned.job.joint not in UNTACKED:
        figures.append(
            Figure(
                id="tacks_not_planned",
                label="Tacks",
                text="not planned",
                detail=f"more than {MOST_TACKS // 2} of them: plan a seam this long in parts",
            )
        )
    return [*figures, *_stretches(reckoned), _direction(reckoned)]
