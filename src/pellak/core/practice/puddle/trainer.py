"""One step of the sheet under a hand: a pure function of state, hand and a slice of time.

It has no clock and no chance of its own: the same seed and the same hand melt the same pool."""

from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np

from pellak.core.heat.case import CORE_RADIUS_PER_BORE
from pellak.core.noise import hash_uniform
from pellak.core.practice.puddle.conduction import Faces, Flags, at_start, conducted, faces
from pellak.core.practice.puddle.joint import (
    Joint,
    melted,
    tacked,
    thickness_there_mm,
)
from pellak.core.practice.puddle.metal import Floats
from pellak.core.practice.puddle.pool import TrainerPool, dish_mm, pool_on, through_radius_m
from pellak.core.practice.puddle.rod import dab
from pellak.core.practice.puddle.sheet import Sheet
from pellak.core.practice.puddle.torch import (
    HIGHEST_MM,
    Held,
    PuddleTorch,
    flame_w_per_m2,
    gap_catches,
)

LONGEST_STEP_S = 1 / 30
DISH_LAG_S = 0.15
HOLE_RADII = 0.7
HOLE_BESIDE = 3
"""Columns within which a hole that opens is the same one growing."""
NEAR_MM, POPS_NEAR_PER_S, POPS_TOUCHING_PER_S = 1.0, 0.3, 3.0
"""A cone so near the pool is spat at, one in it pops. For teaching."""
OUT_AFTER_POP_S, SPATTER_SHARE = 0.3, 0.03
Befell = Literal["pop", "hole", "taken", "lap", "stuck"]
WORDS: dict[Befell, str] = {
    "pop": "it popped: the cone is in the pool",
    "hole": "it burnt through: the melt hung deeper than it was thick",
    "taken": "the pool took the rod",
    "lap": "the rod melted in the flame and lies on cold edges",
    "stuck": "the rod stuck: nothing was liquid under it",
}


@dataclass(frozen=True)
class Work:
    """What is practised on: the joint, the torch, the rod, and whether it was tacked."""

    sheet: Sheet
    torch: PuddleTorch
    start_c: float = 20.0
    rod_mm: float | None = None
    tacks: bool = True


@dataclass(frozen=True)
class PuddleHands:
    """The hand in this step: the torch, a dab and where, mm along and across; tacks brushed."""

    held: Held = field(default_factory=Held)
    dabs: bool = False
    rod_mm: tuple[float, float] = (0.0, 0.0)
    brush: bool = False


@dataclass(frozen=True)
class PuddleState:
    """The sheet now. `hung` is how deep the melt hangs as a share of what it is thick, lagged;
    heats in J since the beginning; `befell` is what this step brought."""

    work: Work
    seed: int
    heat_j_per_m3: Floats
    joint: Joint
    seen: Faces
    pool: TrainerPool
    step_n: int = 0
    t_s: float = 0.0
    held: Held = field(default_factory=Held)
    hung: float = 0.0
    out_until_s: float = 0.0
    given_j: float = 0.0
    lost_j: float = 0.0
    taken_j: float = 0.0
    pops: int = 0
    holes: int = 0
    stuck: int = 0
    befell: tuple[Befell, ...] = ()

    @property
    def lit(self) -> bool:
        """Whether the flame burns; a pop puts it out for a moment."""
        return self.t_s >= self.out_until_s

    @property
    def held_j(self) -> float:
        """The heat in the whole sheet, J."""
        sheet = self.work.sheet
        return float((self.heat_j_per_m3.sum(axis=0) * sheet.area_m2).sum() * sheet.layer_m)


def begun(work: Work, seed: int = 0) -> PuddleState:
    """Return the sheet before the flame; the seed is for its pops.

    Args:
        work: sheet, torch, start and whether it is tacked
        seed: whole number, for its pops

    Source: even temperature at the start

    >>> from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
    >>> state = begun(exercise_for(puddle_tasks()['run-steel-12']).work)
    >>> state.t_s, state.pool.width_mm
    (0.0, 0.0)
    """
    sheet = work.sheet
    heat, _ = at_start(sheet, work.start_c)
    seen = faces(sheet, heat, np.zeros_like(sheet.area_m2))
    joint = tacked(sheet, tacks=work.tacks, brushed=False)
    pool = pool_on(sheet, seen.top_w_per_m)
    return PuddleState(work, seed, heat, joint, seen, pool)


def step(state: PuddleState, hands: PuddleHands, dt_s: float) -> PuddleState:
    """Return the sheet a slice of time later; a longer slice than a thirtieth, s, is cut to it.

    Args:
        state: as it stands
        hands: where torch and rod are, and what is pressed
        dt_s: slice, s, from 0.0001

    Source: conduction by STAGES_SOURCE of the module of conduction; what befalls it: for
    teaching

    >>> from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
    >>> state = begun(exercise_for(puddle_tasks()['run-steel-12']).work)
    >>> later = step(state, PuddleHands(Held(4.0, 0.0, 3.0)), 1 / 30)
    >>> round(later.t_s, 3), later.given_j > 0
    (0.033, True)
    """
    dt_s = min(LONGEST_STEP_S, max(1e-4, dt_s))
    sheet, torch = state.work.sheet, state.work.torch
    held = hands.held.bounded(sheet.seam_mm)
    now = replace(state, step_n=state.step_n + 1, t_s=state.t_s + dt_s, held=held, befell=())
    if hands.brush and now.given_j == 0.0:
        now = replace(now, joint=replace(now.joint, skin=np.zeros_like(now.joint.skin)))
    lit = now.lit and held.height_mm < HIGHEST_MM
    flame = np.zeros_like(sheet.area_m2)
    if lit:
        flame = flame_w_per_m2(sheet, torch, held, _catches(now))
    passed = conducted(sheet, now.heat_j_per_m3, flame, now.joint.bridged, dt_s)
    seen = faces(sheet, passed.heat_j_per_m3, flame)
    pool = pool_on(sheet, seen.top_w_per_m)
    now = replace(
        now, heat_j_per_m3=passed.heat_j_per_m3, seen=seen, pool=pool,
        joint=melted(sheet, now.joint, seen, pool, torch, held, dt_s, lit=lit),
        given_j=now.given_j + float((flame * sheet.area_m2).sum()) * dt_s,
        lost_j=now.lost_j + passed.lost_j,
    )  # fmt: skip
    now = _holed(state.joint.hole, _hanging(now, dt_s, lit=lit))
    if hands.dabs and state.work.rod_mm is not None:
        now = _dabbed(now, hands.rod_mm, state.work.rod_mm)
    return _popped(now, dt_s) if lit else now


def _catches(state: PuddleState) -> Floats:
    """Return the share of each cell that catches the flame: a hole lets it through."""
    sheet = state.work.sheet
    caught = gap_catches(sheet, state.joint.bridged[0])
    if state.joint.hole.any():
        rows = slice(sheet.joint_row - 2, sheet.joint_row + 2)
        caught[sheet.columns, rows][state.joint.hole] = 0.0
    return caught


def _hanging(state: PuddleState, dt_s: float, *, lit: bool) -> PuddleState:
    """Let the melt hang under jet and weight; deeper than it is thick it burns through."""
    sheet, torch, held = state.work.sheet, state.work.torch, state.held
    radius_m = through_radius_m(sheet, state.seen)
    here = np.abs(sheet.column_x_mm - held.x_mm) <= max(sheet.cell_mm, state.pool.width_mm / 2)
    filmed = bool((here & state.joint.bridged.all(axis=0)).any())
    deep = 0.0
    if lit and filmed and radius_m > 0:
        lean = np.cos(np.radians(held.lean_deg))
        core_m = CORE_RADIUS_PER_BORE * torch.bore_mm / 1000
        deep = dish_mm(sheet, torch.push_n * float(lean), core_m, radius_m)
        deep /= float(thickness_there_mm(sheet, state.joint, state.pool.width_mm)[here].mean())
    hung = state.hung + min(1.0, dt_s / DISH_LAG_S) * (deep - state.hung)
    hole = state.joint.hole
    if hung > 1:
        reach = max(sheet.cell_mm, HOLE_RADII * CORE_RADIUS_PER_BORE * torch.bore_mm)
        hole, hung = hole | (np.abs(sheet.column_x_mm - held.x_mm) <= reach), 0.0
    return replace(state, hung=hung, joint=replace(state.joint, hole=hole))


def _holed(before: Flags, now: PuddleState) -> PuddleState:
    """Count a hole that opened in this step; one that grows is no second one."""
    fresh = now.joint.hole & ~before
    if not fresh.any():
        return now
    beside = np.convolve(before, np.ones(2 * HOLE_BESIDE + 1), mode="same") > 0
    if (fresh & beside).any():
        return now
    return replace(now, holes=now.holes + 1, befell=(*now.befell, "hole"))


def _dabbed(state: PuddleState, at_mm: tuple[float, float], rod_mm: float) -> PuddleState:
    done = dab(
        state.work.sheet, state.heat_j_per_m3, state.joint, state.seen, state.pool,
        state.work.torch, state.held, at_mm, rod_mm,
    )  # fmt: skip
    return replace(
        state, heat_j_per_m3=done.heat_j_per_m3, joint=done.joint,
        taken_j=state.taken_j + done.taken_j, stuck=state.stuck + (done.how == "stuck"),
        befell=(*state.befell, done.how),
    )  # fmt: skip


def _popped(state: PuddleState, dt_s: float) -> PuddleState:
    """Let a cone too near the melt spit: out for a moment, and some of the pool is gone."""
    sheet, held = state.work.sheet, state.held
    under = np.abs(sheet.column_x_mm - held.x_mm) <= sheet.cell_mm
    if held.height_mm >= NEAR_MM or not (under & state.pool.wet).any():
        return state
    rate = POPS_TOUCHING_PER_S if held.height_mm <= 0 else POPS_NEAR_PER_S
    if hash_uniform(state.seed, state.step_n, salt=7) >= rate * dt_s:
        return state
    lost = SPATTER_SHARE * sheet.thickness_mm * state.pool.widths_mm
    joint = replace(state.joint, metal_mm2=state.joint.metal_mm2 - lost)
    return replace(
        state, joint=joint, out_until_s=state.t_s + OUT_AFTER_POP_S, pops=state.pops + 1,
        befell=(*state.befell, "pop"),
    )  # fmt: skip
