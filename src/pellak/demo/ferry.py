"""Load the demo once: tips, jobs and six months of runs from a fixed seed."""

import math
import random
from collections.abc import Mapping
from datetime import timedelta
from typing import Any

from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.job_base import ShopSchools
from pellak.core.kinds.seam.job import SeamJob
from pellak.core.plan import compose_plan
from pellak.core.run_log import RunLog
from pellak.core.torch.candidates import RackTip
from pellak.demo.jobs import JOBS, demo_job
from pellak.demo.work_done import LAST_DAY, enter_watch, enter_work_done
from pellak.shop.bench import Bench
from pellak.shop.metals import Metals
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.shop.watches import WatchBook
from pellak.store.database import Database
from pellak.store.rack import Rack

SEED = 1907
TIPS = (("B1", 0.51), ("B2", 0.66), ("B3", 0.81), ("B4", 0.99), ("B5", 1.32), ("B6", 1.85))
RACK: tuple[dict[str, Any], ...] = (
    {"kind": "torch", "name": "Wharf handle", "mixer": "equal-pressure", "connection": "G 3/8 LH"},
    {
        "kind": "head",
        "name": "Rose head",
        "acetylene_low_l_per_h": 650.0,
        "acetylene_high_l_per_h": 1600.0,
        "note": "soaks castings; wants two cylinders coupled",
    },
    {"kind": "hose", "name": "Slip hose", "bore_mm": 6.3, "length_m": 12.0, "dated": "2023-04-11"},
    {"kind": "arrestor", "name": "Red side", "gas": "acetylene", "dated": "2024-02-02"},
    {"kind": "arrestor", "name": "Oxygen side", "gas": "oxygen", "dated": "2024-02-02"},
    {"kind": "arrestor", "name": "Old oxygen side", "gas": "oxygen", "dated": "2019-09-30"},
    {
        "kind": "cylinder",
        "name": "A-12",
        "in_use": True,
        "gas": "acetylene",
        "size": "acetylene-4.1",
        "tare_kg": 44.6,
        "price_per_m3": 21.5,
        "readings": [
            {"at": "2026-09-14T08:20", "weight_kg": 49.0},
            {"at": "2026-11-19T16:05", "weight_kg": 47.3},
        ],
    },
    {
        "kind": "cylinder",
        "name": "A-15",
        "gas": "acetylene",
        "size": "acetylene-4.1",
        "readings": [{"at": "2026-11-19T16:08", "gauge_bar": 6.0, "temperature_c": 15.0}],
    },
    {
        "kind": "cylinder",
        "name": "O-7",
        "gas": "oxygen",
        "size": "oxygen-200bar-50L",
        "readings": [{"at": "2026-11-19T16:06", "gauge_bar": 118.0, "temperature_c": 9.0}],
    },
    {"kind": "stock", "name": "R45 1.6", "rod": "r45", "diameter_mm": 1.6, "mass_kg": 2.2},
    {"kind": "stock", "name": "R60 2.4", "rod": "r60", "diameter_mm": 2.4, "mass_kg": 1.1},
    {"kind": "stock", "name": "RCoCr-A 4", "rod": "rcocr-a", "diameter_mm": 4.0, "mass_kg": 0.6},
    {"kind": "stock", "name": "Aluminium flux", "rod": "flux", "mass_kg": 0.4},
    {"kind": "lens", "name": "Shade 5", "shade": 5},
    {"kind": "lens", "name": "Shade 5a", "shade": 5, "glare": True},
)
"""A made-up rack: one arrestor is past its date, so that something stands out."""
HEATS: tuple[dict[str, str], ...] = (
    {
        "heat": "BW-4417",
        "alloy": "4130",
        "note": "mast tube, 32 mm",
        "line": "C 0.29 Si 0.24 Mn 0.47 P 0.009 S <0.005 Cr 0.92 Mo 0.18",
    },
    {
        "heat": "BW-4502",
        "alloy": "4130",
        "note": "mast tube, second delivery",
        "line": "C 0.33 Si 0.28-0.31 Mn 0.58 P 0.014 S 0.006 Cr 1.08 Mo 0.24",
    },
)
"""Two made-up certificates of one grade, so that there is something to compare."""
LOGGED_JOINTS = ("butt",)
"""The joints the made-up runs were done on; they come first among the jobs."""
PEOPLE: Mapping[str, float] = {"Ansel": 1.06, "Brit": 0.94, "Tove": 0.86}
"""Made-up hands, by their true hand factor."""
RUNS = 36
DAYS = 182
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


def load_demo(
    database: Database, bench: Bench, book: RunBook, rack: RackBook, metals: Metals
) -> bool:
    """Load the demo unless it was loaded before; return whether it was loaded now."""
    with database.transaction() as session:
        if Rack(session).setting(LOADED_KEY):
            return False
    for label, orifice_mm in TIPS:
        rack.add({"kind": "tip", "name": label, "orifice_mm": orifice_mm})
    for item in RACK:
        rack.add(item)
    for heat in HEATS:
        metals.add(heat)
    job_ids = [bench.add(demo_job(told).model_dump()).id for told in JOBS]
    _enter_runs(bench, book, rack.tips(), job_ids)
    enter_work_done(bench, book, job_ids)
    enter_watch(bench, WatchBook(database, bench, lambda: LAST_DAY), job_ids)
    with database.transaction() as session:
        Rack(session).set_setting(LOADED_KEY, True)
    return True


def _enter_runs(bench: Bench, book: RunBook, tips: list[RackTip], job_ids: list[str]) -> None:
    chance = random.Random(SEED)
    jobs = [bench.open(job_id).plan.job for job_id in job_ids]
    plans = [
        compose_plan(job, ShopSchools(), tips)
        for job in jobs
        if isinstance(job, SeamJob) and job.joint in LOGGED_JOINTS
    ]
    days = sorted(chance.uniform(0, DAYS) for _ in range(RUNS))
    for day in days:
        place = chance.randrange(len(plans))
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
        actual={"puddle_s": round(max(0.5, puddle_s), 1)}
        | ({} if seam_min is None else {"seam_min": seam_min}),
        seen=seen,
        notes=chance.choice(NOTES),
    )
