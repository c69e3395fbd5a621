"""Load the demo once: tips, jobs and six months of runs from a fixed seed."""

import math
import random
from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from typing import Any

from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.job import ShopSchools, job_from, with_changes
from pellak.core.plan import compose_plan
from pellak.core.run_log import RunLog
from pellak.core.torch.candidates import RackTip
from pellak.shop.bench import Bench
from pellak.shop.run_book import RunBook
from pellak.shop.settings import Settings
from pellak.store.database import Database
from pellak.store.rack import Rack

SEED = 1907
FERRY = "Ferry Halden Reach"
TIPS = (("B1", 0.51), ("B2", 0.66), ("B3", 0.81), ("B4", 0.99), ("B5", 1.32), ("B6", 1.85))
JOBS: tuple[dict[str, Any], ...] = (
    {"name": "Funnel casing patch", "thickness_mm": "1.2", "length_mm": "640"},
    {"name": "Galley flue seam", "thickness_mm": "20 ga", "length_mm": "18 in"},
    {"name": "Ramp kick plate", "thickness_mm": "1/8", "length_mm": "900", "root_gap_mm": "1.6"},
    {"name": "Lamp-room locker", "thickness_mm": "16 ga", "length_mm": "420"},
)
PEOPLE: Mapping[str, float] = {"Ansel": 1.06, "Brit": 0.94, "Tove": 0.86}
"""Made-up hands, by their true hand factor."""
RUNS = 36
DAYS = 182
LAST_DAY = datetime(2026, 11, 20, 9, 0, tzinfo=UTC)
READING_ERROR_S = 0.25
LOADED_KEY = "demo_loaded"
NOTES = (
    "",
    "",
    "Raised it off the bench on brick, came up evener.",
    "Draught from the slip door, moved the screen.",
    "Second half better once it had cooled.",
    "Edges wanted more brushing underneath.",
)


def load_demo(database: Database, bench: Bench, book: RunBook, settings: Settings) -> bool:
    """Load the demo unless it was loaded before; return whether it was loaded now."""
    with database.transaction() as session:
        if Rack(session).setting(LOADED_KEY):
            return False
    for label, orifice_mm in TIPS:
        settings.add_tip(RackTip(label=label, orifice_mm=orifice_mm))
    job_ids = [_add_job(bench, job) for job in JOBS]
    _enter_runs(bench, book, settings.tips(), job_ids)
    with database.transaction() as session:
        Rack(session).set_setting(LOADED_KEY, True)
    return True


def _add_job(bench: Bench, job: Mapping[str, Any]) -> str:
    measures = {field: text for field, text in job.items() if field != "name"}
    blank = job_from({"name": job["name"], "belongs_to": FERRY})
    return bench.add(with_changes(blank, measures).model_dump()).id


def _enter_runs(bench: Bench, book: RunBook, tips: list[RackTip], job_ids: list[str]) -> None:
    chance = random.Random(SEED)
    jobs = [bench.open(job_id).plan.job for job_id in job_ids]
    plans = [compose_plan(job, ShopSchools(), tips) for job in jobs]
    days = sorted(chance.uniform(0, DAYS) for _ in range(RUNS))
    for day in days:
        place = chance.randrange(len(jobs))
        who = chance.choice(sorted(PEOPLE))
        morning = LAST_DAY - timedelta(days=DAYS - round(day))
        started_at = morning + timedelta(minutes=chance.randrange(-80, 340))
        log = _log(chance, who, plans[place].job.model_dump(), plans[place].candidates[0])
        book.enter(job_ids[place], plans[place], started_at, log)


def _log(chance: random.Random, who: str, job: dict[str, Any], tip: Any) -> RunLog:
    hand = PEOPLE[who] * math.exp(chance.gauss(0, 0.08))
    outcome = solve_heat(
        HeatGiven(
            family=job["family"],
            thickness_mm=job["thickness_mm"],
            acetylene_l_per_h=tip.acetylene_l_per_h,
            orifice_mm=tip.orifice_mm,
            hand_factor=hand,
        )
    ).expected
    puddle_s = (outcome.puddle_s or 10.0) + chance.gauss(0, READING_ERROR_S)
    seam_min = None
    if outcome.travel is not None:
        seam_min = job["length_mm"] / (60_000 * outcome.travel.travel_m_per_s)
        seam_min = round(seam_min * math.exp(chance.gauss(0.12, 0.1)), 1)
    good = chance.random() < 0.75
    seen = ["even-band", "wet-together", "root-through"][: chance.randint(1, 3)]
    if not good:
        seen = [
            chance.choice(["sparks", "panel-moved", "popping", "one-side-first", "burn-through"])
        ]
    return RunLog(
        who=who,
        puddle_s=round(max(0.5, puddle_s), 1),
        seam_min=seam_min,
        seen=seen,
        notes=chance.choice(NOTES),
    )
