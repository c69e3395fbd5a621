"""Fit-up and tacks at station 5: edges, gap, bevel, and the order in which they are held."""

import math

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.figure import Choice, Figure, figure_of
from pellak.core.answer.working import School, Working, inserted, short
from pellak.core.kinds.seam.decided import (
    EDGES_OFFERED,
    RINGS,
    tack_school_of,
)
from pellak.core.kinds.seam.piece import seam_length
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.kinds.stations.set_up import choice_for, line
from pellak.core.seam.groove import ONE_POOL_UP_TO_MM, EdgeForm, Groove, passes_a_side
from pellak.core.seam.pace import BACKHAND_FROM_MM, direction_of
from pellak.core.seam.shrink import DRAWN_TOGETHER, fused_area_mm2, turn_deg
from pellak.core.seam.tacks import TacksAnswer, held_s, reckon_tacks
from pellak.core.seam.tacks_given import MOST_TACKS, TacksGiven

UNTACKED = ("casting-crack",)
CLEAN_BACK_MM = 25.0
BACK_STEP_FROM_MM = 400.0
STRETCH_MM = 150.0
"""Back-step stretches of sheet, 100 to 200 mm by long practice."""
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
    School(
        id="auto", label="by thickness", why=f"forehand below {say.wall(5)}, backhand from there"
    ),
    School(id="forehand", label="forehand", why=f"rod leads: sheet, and up to {say.wall(4)}"),
    School(
        id="backhand",
        label="backhand",
        why=f"flame leads: from {say.wall(3)}, less gas, better root",
    ),
]
RUN_SCHOOLS = [
    School(id="run-through", label="run through", why="tacked close, it holds its line by itself"),
    School(
        id="back-step",
        label="back-step",
        why="for seams not tacked close, or a panel that walks: stretches, cooled between",
    ),
]
EDGE_FORMS: dict[EdgeForm, tuple[str, str]] = {
    "touching": ("touching, square", f"no rod to about {say.wall(1.2)}, then planished flat"),
    "gapped": ("gapped, square", "rod-fed, and where the root has to be reached"),
    "tipped": ("edges tipped up", "melted down as their own filler"),
    "v": ("single V", f"above {say.wall(3)} from one side"),
    "double-v": ("double V", "from both sides: half the metal, and it pulls straighter"),
    "fillet": ("fillet", "into the corner, both legs alike"),
    "corner": ("open corner", "inner edges touching, filled outward"),
}


def _edges(reckoned: Reckoned, groove: Groove) -> list[Figure]:
    label, why = EDGE_FORMS[groove.form]
    forms = EDGES_OFFERED.get(reckoned.job.joint, ())
    figures = [
        Figure(
            id="edge_form",
            label="Edges",
            text=label,
            detail=f"{why}; bright {say.mm(CLEAN_BACK_MM, 6)} back, both faces, brushed between "
            "tacks",
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
                also=_groove_lines(groove),
                detail=f"at {short(groove.included_angle_deg / 2)}° from square, leaving "
                f"{say.mm(groove.root_face_mm, 5)} of root face",
            )
        )  # fmt: skip
    return figures


def _groove_lines(groove: Groove) -> list[Working]:
    """Return angle and root face, which a person may cut otherwise."""
    angle, face = groove.included_angle_deg, groove.root_face_mm
    return [
        Working(
            name="included_angle_deg", value=angle, unit="deg", low=min(60.0, angle),
            high=max(90.0, angle), formula="usual for the metal and joint, or as told",
            inserted=f"{angle:g}°", source="groove practice: 60 to 90 degrees",
        ),
        Working(
            name="root_face_mm", value=face, unit="mm", low=min(0.5, face), high=max(2.0, face),
            formula="usual for the thickness, or as told", inserted=f"{short(face)} mm",
            source="groove practice: 1 to 2 mm",
        ),
    ]  # fmt: skip


def tacks_of(reckoned: Reckoned) -> tuple[TacksGiven, TacksAnswer] | None:
    """Return what was asked of the tacks reckoner and its answer; None for a seam without tacks."""
    length = seam_length(reckoned.job)
    if length is None or not isinstance(length.value, float) or reckoned.job.joint in UNTACKED:
        return None
    given = TacksGiven(
        seam_mm=length.value,
        thickness_mm=reckoned.job.thickness_mm or 1.0,
        family=reckoned.constants.family,
        school=tack_school_of(
            reckoned.job, reckoned.schools, reckoned.constants.family, length.value
        ),
        own_pitch_mm=reckoned.job.tack_pitch_mm,
        gap_mm=reckoned.groove.root_gap_mm,
        fused_mm2=fused_area_mm2(reckoned.groove),
        corners_mm=reckoned.job.corners_mm,
        joint=reckoned.job.joint,
        start_c=reckoned.start_c,
        acetylene_l_per_h=reckoned.acetylene_l_per_h,
        hand_factor=reckoned.solution.expected.case.hand_factor,
    )
    puddle_s = reckoned.heat.values.puddle_s
    hold_s = reckoned.job.tack_hold_s or held_s(puddle_s)
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
            text=f"{len(values.tacks)}, {say.mm(values.interval_mm, 2)} apart",
            detail=f"{named}, {rounds} round{'s' if rounds > 1 else ''}; each held "
            f"{short(values.hold_s, 2)} s; {waits}; {_time(60 * values.minutes)} in all",
            working=[w for w in answer.working if w.name != "shrink_mm"],
            choice=None if values.closed else choice,
        ),
        *_drawn(reckoned, answer),
    ]


def _drawn(reckoned: Reckoned, answer: TacksAnswer) -> list[Figure]:
    """Return how far a butt draws together, or how far a fillet turns its plate."""
    if reckoned.groove.form in DRAWN_TOGETHER:
        return [
            figure_of(
                line(answer.working, "shrink_mm"),
                "Edges draw together",
                detail=answer.values.gap_advice,
            )
        ]
    count = passes_a_side(reckoned.groove)
    turn = turn_deg(reckoned.groove)
    return [
        figure_of(
            Working(
                name="turn_deg", value=turn, unit="deg", low=0.5 * turn, high=2 * turn,
                formula="1 * n", inserted=f"1 * {count}",
                source="single-fillet angular distortion, long-published: an estimate",
                note="for each pass laid from one side",
            ),
            "The plate turns towards the bead",
            detail="set it open by as much, or weld both sides by turns",
        )
    ]  # fmt: skip


def _time(seconds: float) -> str:
    return f"{seconds:.0f} s" if seconds < 100 else f"{seconds / 60:.0f} min"


def _run(reckoned: Reckoned) -> list[Figure]:
    """Return how a long tacked seam in sheet is run: through, or back-stepped in stretches."""
    length = seam_length(reckoned.job)
    t = reckoned.job.thickness_mm or 0.0
    if length is None or reckoned.job.joint in (*RINGS, *UNTACKED) or t > ONE_POOL_UP_TO_MM:
        return []
    seam_mm = float(length.value or 0)
    if seam_mm < BACK_STEP_FROM_MM:
        return []
    choice = choice_for(
        reckoned.job, "run", "How is a tacked seam run?", reckoned.schools.run, RUN_SCHOOLS
    )
    if reckoned.schools.run == "run-through":
        return [
            Figure(
                id="run", label="Run it", text="through all the tacks",
                detail="level and clean them first; no stop, each tack melted in as it comes",
                choice=choice,
            )
        ]  # fmt: skip
    count = math.ceil(seam_mm / STRETCH_MM)
    order = ", ".join(str(n) for n in _outward(count))
    return [
        Figure(
            id="run", label="Run it", text=f"{count} stretches of {say.mm(seam_mm / count)}",
            detail=f"stretch {order}, counted along the seam; each is run back towards the one "
            "before. Stop, level and cool to the touch between",
            choice=choice,
        )
    ]  # fmt: skip


def _outward(count: int) -> list[int]:
    """Return the numbers of the stretches from the middle outward by turns."""
    middle = (count + 1) / 2
    return sorted(range(1, count + 1), key=lambda n: (abs(n - middle), n))


def _direction(reckoned: Reckoned) -> Figure:
    t = reckoned.job.thickness_mm or 0
    way = direction_of(reckoned.schools.direction, t)
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
    figures = _edges(reckoned, reckoned.groove)
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
    return [*figures, *_run(reckoned), _direction(reckoned)]
