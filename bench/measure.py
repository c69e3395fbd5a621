"""Measure what must stay quick and small. `make bench` prints it; nothing here is asserted."""

import gzip
import statistics
import sys
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np

from bench.figures import Figures
from bench.finite_difference import solve_standing
from pellak.core.body.cool_given import CoolGiven, cooling_of
from pellak.core.body.cooling import run_cooling
from pellak.core.body.soak_given import InsulationGiven, SoakGiven, soaking_of
from pellak.core.body.soaking import run_soak
from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.plate import FAR_FACE, HeatingHistory
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.seam.playback import COLUMNS, ROWS_MM
from pellak.core.seam.tack_heat import TackHeat, field_c
from pellak.core.tables import heat_families
from pellak.core.torch.rack_tip import RackTip
from pellak.demo.ferry import TIPS
from pellak.paper.job_card import job_card

DIST = Path(__file__).parents[1] / "web" / "dist"
ROUNDS = 41
FIGURES = Figures()


def median_ms(run: Callable[[], object]) -> float:
    return median_of_ms(lambda _round: run())


def median_of_ms(run: Callable[[int], object]) -> float:
    """Return the median over rounds whose number is told: what is kept from one is of no use."""
    run(ROUNDS)
    taken = []
    for number in range(ROUNDS):
        start = time.perf_counter()
        run(number)
        taken.append(time.perf_counter() - start)
    return 1000 * statistics.median(taken)


def whole_plan() -> None:
    rack = [RackTip(label=label, orifice_mm=bore) for label, bore in TIPS]

    def of(thickness_mm: float, length_mm: float) -> object:
        job = SeamJob(name="Bench", thickness_mm=thickness_mm, length_mm=length_mm)
        return compose_plan(job, ShopSchools(), rack)

    taken = median_of_ms(lambda n: of(1.2 + 1e-6 * n, 640.0))
    FIGURES.say("complete plan, six rack tips", taken, "ms median", "(floor 40, aim 20)")
    taken = median_of_ms(lambda n: of(1.2, 600.0 + n))
    FIGURES.say("the same, its length changed", taken, "ms median", "(aim 10)")


def chromoly_plan() -> None:
    rack = [RackTip(label=label, orifice_mm=bore) for label, bore in TIPS]
    changes = {"alloy": "4130", "joint": "cluster", "length_mm": 108}

    def of(thickness_mm: float) -> object:
        job = with_changes(SeamJob(name="Bench"), {**changes, "thickness_mm": thickness_mm})
        return compose_plan(job, ShopSchools(), rack)

    taken = median_of_ms(lambda n: of(1.65 + 1e-6 * n))
    FIGURES.say("the same for a 4130 node, curve", taken, "ms median", "(aim 25)")


def two_hundred_tips() -> None:
    rack = [RackTip(label=str(n), orifice_mm=0.3 + 0.02 * n) for n in range(200)]

    def of(thickness_mm: float) -> object:
        job = SeamJob(name="Bench", thickness_mm=thickness_mm, length_mm=640.0)
        return compose_plan(job, ShopSchools(), rack)

    taken = median_of_ms(lambda n: of(1.2 + 1e-6 * n))
    FIGURES.say("the same with 200 tips", taken, "ms median", "(floor 60, aim 40)")


def a_body_soaked_and_cooled() -> None:
    box = SoakGiven(
        family="grey-iron", shape="casting", mass_kg=20.0, wall_mm=12.0, target_c=595.0,
        acetylene_l_per_h=1200.0, insulation=InsulationGiven(kind="brick-box"),
    )  # fmt: skip
    sand = CoolGiven(
        family="grey-iron", shape="casting", mass_kg=20.0, wall_mm=12.0, start_c=600.0,
        medium="dry-sand",
    )  # fmt: skip
    taken = median_ms(lambda: run_soak(soaking_of(box), 595.0))
    FIGURES.say("a casting soaked in a brick box", taken, "ms median", "(limit 10)")
    taken = median_ms(lambda: run_cooling(cooling_of(sand)))
    FIGURES.say("the same cooled in sand", taken, "ms median", "(limit 10)")


def one_temperature_and_the_plain_way() -> None:
    case = HeatCase(heat_families()["carbon-steel"], 1.6, 160, 20, 2)
    seconds = np.linspace(0.5, 5.8, 40)
    cases, depth = HeatCases.of([case] * len(seconds)), np.full(len(seconds), FAR_FACE)
    one = HeatCases.of([case])

    def model() -> np.ndarray:
        return HeatingHistory.at(cases, seconds, depth).rise_beside_k(np.zeros(len(seconds)))

    single = median_ms(
        lambda: HeatingHistory.at(one, np.array([4.0]), np.array([FAR_FACE])).rise_beside_k(
            np.zeros(1)
        )
    )
    FIGURES.say("one temperature", single, "ms median", digits=3)
    start = time.perf_counter()
    grid = solve_standing(case, 6.0)
    plain_ms = 1000 * (time.perf_counter() - start)
    closed_ms = median_ms(model)
    on_grid = np.interp(seconds, grid.seconds, grid.far_k)
    worst = float(np.max(np.abs(model() - on_grid)) / on_grid.max())
    FIGURES.say("back face over 6 s, 40 moments", closed_ms, "ms median", digits=2)
    print(f"the same on a plain grid          {plain_ms:8.0f} ms")
    print(f"ratio {plain_ms / closed_ms:.0f}, worst difference {100 * worst:.2f} % of the peak")


def sixty_tacks_played() -> None:
    case = HeatCase(heat_families()["carbon-steel"], 1.2, 120.0, 20.0, 2)
    heat = TackHeat.of(case, 5.0)
    places, starts = np.linspace(0, 1500, 60), np.arange(60) * 40.0
    frames = np.linspace(0, 2400, 120)
    start = time.perf_counter()
    field_c(heat, places, starts, 1500.0, frames, np.linspace(0, 1500, COLUMNS),
            np.array(ROWS_MM), closed=False)  # fmt: skip
    taken = time.perf_counter() - start
    print(f"sheet of 60 tacks played          {len(frames) / taken:8.0f} frames/s       (floor 30)")


def printed_card() -> None:
    plan = compose_plan(SeamJob(name="Bench", thickness_mm=1.2, length_mm=640.0), ShopSchools())
    taken = median_ms(lambda: job_card(plan, "http://127.0.0.1:8140/jobs/abc"))
    FIGURES.say("job card as PDF", taken, "ms median", digits=0)


def first_load() -> None:
    index = (DIST / "index.html").read_text(encoding="utf-8")
    scripts = [p for p in (DIST / "assets").glob("*.js") if p.name in index]
    size = sum(len(gzip.compress(p.read_bytes())) for p in scripts)
    FIGURES.say("first-load JavaScript", size / 1000, "kB gzip", "(limit 200)", digits=0)


if __name__ == "__main__":
    whole_plan()
    chromoly_plan()
    two_hundred_tips()
    a_body_soaked_and_cooled()
    one_temperature_and_the_plain_way()
    sixty_tacks_played()
    printed_card()
    first_load()
    if "--keep" in sys.argv:
        FIGURES.keep()
    FIGURES.compare()
