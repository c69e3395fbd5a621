"""What is practised on the sheet, and the pace and width it should have."""

from dataclasses import dataclass
from typing import Literal

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.practice.puddle.metal import PuddleFamily, melting_metal
from pellak.core.practice.puddle.sheet import Piece, Sheet
from pellak.core.practice.puddle.torch import PuddleTorch
from pellak.core.practice.puddle.trainer import Work

PuddleGoal = Literal["tack", "run"]
THINNEST_MM, THICKEST_MM = 0.7, 3.3
FILLED_GAP_MM = 0.8
FILLED_ROD_MM = 1.6
FILLER_SLOWS_TO = 0.9
"""Rod wants heat of its own: welds with it go 5 to 15 % slower."""
RANGE_WORDS = f"sheet of {say.wall(THINNEST_MM, 6, to=THICKEST_MM)}"


class PuddleTask(Record):
    """One exercise at the puddle; measures in mm, the flow in L/h of acetylene."""

    id: str
    label: str
    about: str
    family: PuddleFamily
    thickness_mm: float
    root_gap_mm: float = 0.0
    rod_mm: float | None = None
    piece: Piece = "sheet"
    goal: PuddleGoal = "run"


PUDDLE_TASKS: tuple[PuddleTask, ...] = (
    PuddleTask(
        id="tacks-steel", label=f"Tacks, {say.wall(1.2)} "
        "steel", family="carbon-steel", thickness_mm=1.2,
        goal="tack",
        about="Three tacks: both ends and the middle. Wait until both edges have run together.",
    ),
    PuddleTask(
        id="run-steel-12", label=f"A butt, {say.wall(1.2)} "
        "steel", family="carbon-steel", thickness_mm=1.2,
        about="Brush the tacks, stand until a puddle, then carry it along at one width.",
    ),
    PuddleTask(
        id="run-steel-09", label=f"A butt, {say.wall(0.9)} "
        "steel", family="carbon-steel", thickness_mm=0.9,
        about="Thinner, faster, and sooner through.",
    ),
    PuddleTask(
        id="run-steel-16", label=f"A butt, {say.wall(1.6)} "
        "steel", family="carbon-steel", thickness_mm=1.6,
        about="Slower: the pool follows the hand seconds later.",
    ),
    PuddleTask(
        id="gap-steel-16", label=f"A gap and a rod, {say.wall(1.6)} steel", family="carbon-steel",
        thickness_mm=1.6, root_gap_mm=FILLED_GAP_MM, rod_mm=FILLED_ROD_MM,
        about="Both edges melt back to a keyhole ahead of the pool; a dab closes it.",
    ),
    PuddleTask(
        id="coupon-steel-12", label=f"A coupon, {say.wall(1.2)} steel", family="carbon-steel",
        thickness_mm=1.2, piece="coupon",
        about="A narrow strip soaks: what began right runs wide. Lift, or hurry, before the end.",
    ),
    PuddleTask(
        id="run-aluminium-16", label=f"A butt, {say.wall(1.6)} aluminium", family="aluminium",
        thickness_mm=1.6,
        about="No colour warns you. The skin has to break before the edges run together.",
    ),
)  # fmt: skip


def puddle_tasks() -> dict[str, PuddleTask]:
    """Return every exercise at the puddle, by id."""
    return {task.id: task for task in PUDDLE_TASKS}


@dataclass(frozen=True)
class PlannedSeam:
    """What a plan says of the seam: seconds to a puddle, travel, and the pool's width."""

    puddle_s: float
    travel_mm_per_s: float
    pool_mm: float


@dataclass(frozen=True)
class Exercise:
    """A task with its sheet, torch and plan."""

    task: PuddleTask
    work: Work
    planned: PlannedSeam
    acetylene_l_per_h: float


def usual_heat(task: PuddleTask) -> HeatGiven:
    """Return the piece of a task under the flame the gas rule gives it."""
    piece = HeatGiven(
        family=task.family, thickness_mm=task.thickness_mm, joint="butt", acetylene_l_per_h=100
    )
    flow = piece.matched_case().acetylene_l_per_h
    return piece.model_copy(update={"acetylene_l_per_h": flow})


def exercise_for(task: PuddleTask, heat: HeatGiven | None = None) -> Exercise:
    """Return a task as it is played, on a plan's own piece and flame where one is given.

    Raises Refused where the plan never gets a puddle or travels nowhere.
    """
    given = heat or usual_heat(task)
    planned = solve_heat(given).expected
    travel = planned.travel
    if planned.puddle_s is None or travel is None or travel.travel_m_per_s <= 0:
        raise Refused("heat", given.acetylene_l_per_h, "a flame that carries a puddle through")
    pool_mm = 2000 * (travel.pool_half_width_m or 0.0) or 3 * task.thickness_mm + 1.5
    sheet = Sheet(melting_metal(task.family), task.thickness_mm, task.root_gap_mm, task.piece)
    work = Work(
        sheet, PuddleTorch.of(given.case()), given.start_c, task.rod_mm, tacks=task.goal == "run"
    )
    slowed = FILLER_SLOWS_TO if task.rod_mm is not None else 1.0
    seam = PlannedSeam(planned.puddle_s, slowed * 1000 * travel.travel_m_per_s, pool_mm)
    return Exercise(task, work, seam, given.acetylene_l_per_h)
