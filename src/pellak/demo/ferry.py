"""Load the demo once: tips, jobs and six months of runs from a fixed seed."""

import math
import random
from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from typing import Any

from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.job import job_from, with_changes
from pellak.core.job_base import ShopSchools
from pellak.core.kinds.seam.job import SeamJob
from pellak.core.kinds.straighten.work import MemberLog, MemberWork
from pellak.core.kinds.unions import Job
from pellak.core.member.straighten import reckon_straighten
from pellak.core.member.straighten_given import Round
from pellak.core.plan import compose_plan
from pellak.core.run_log import RunLog
from pellak.core.torch.candidates import RackTip
from pellak.shop.bench import Bench
from pellak.shop.metals import Metals
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from pellak.store.rack import Rack

SEED = 1907
FERRY = "Ferry Halden Reach"
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
    {"kind": "stock", "name": "Aluminium flux", "rod": "flux", "mass_kg": 0.4},
    {"kind": "lens", "name": "Shade 5", "shade": 5},
    {"kind": "lens", "name": "Shade 5a", "shade": 5, "glare": True},
)
"""A made-up rack: one arrestor is past its date, so that something stands out."""
JOBS: tuple[dict[str, Any], ...] = (
    {
        "name": "Funnel casing patch",
        "alloy": "dc01",
        "thickness_mm": "1.2",
        "length_mm": "640",
        "held": "nothing",
        "coating": "bare",
        "restraint": "medium",
        "place": "shop",
    },
    {"name": "Galley flue seam", "alloy": "dc01", "thickness_mm": "20 ga", "length_mm": "18 in"},
    {
        "name": "Ramp kick plate",
        "alloy": "s235jr",
        "thickness_mm": "1/8",
        "length_mm": "900",
        "root_gap_mm": "1.6",
        "place": "open-air",
    },
    {
        "name": "Lamp-room locker",
        "alloy": "dc01",
        "thickness_mm": "16 ga",
        "length_mm": "420",
        "place": "shop",
    },
    {
        "name": "Survey-mast node",
        "alloy": "4130",
        "joint": "cluster",
        "thickness_mm": ".065",
        "outside_diameter_mm": "1-1/4 in",
        "branch_deg": "60",
        "closed": "vented",
        "restraint": "high",
        "coating": "bare",
        "place": "shop",
    },
    {
        "name": "Cowl vent halves",
        "alloy": "al-3003",
        "joint": "tipped-edge",
        "thickness_mm": "16 ga",
        "length_mm": "510",
        "coating": "bare",
        "place": "shop",
    },
    {
        "name": "Chart-house flashing",
        "alloy": "pb-sheet",
        "joint": "lap",
        "thickness_mm": "code 5",
        "length_mm": "1200",
        "overlap_mm": "25",
        "fume": "open-air",
        "place": "roof",
    },
    {
        "name": "Mooring-rail pipe",
        "alloy": "a106-b",
        "joint": "pipe-butt",
        "thickness_mm": "3.9",
        "outside_diameter_mm": "60.3",
        "root_gap_mm": "2",
        "closed": "vented",
        "coating": "bare",
        "held": "nothing",
        "place": "open-air",
    },
    {
        "name": "Bilge-pump body",
        "alloy": "en-gjl-200",
        "joint": "casting-crack",
        "thickness_mm": "8",
        "length_mm": "85",
        "closed": "vented",
        "restraint": "high",
        "held": "nothing",
        "place": "shop",
    },
    {
        "kind": "straighten",
        "name": "Gangway handrail",
        "alloy": "s235jr",
        "depth_mm": "2 in",
        "width_mm": "3 in",
        "thickness_mm": "1/4",
        "length_mm": "25 ft",
        "camber_mm": "60",
        "welds_said": "24 x 60 mm every 300 mm from 150 mm, leg 5 mm",
        "acetylene_l_per_h": "400",
        "brackets_mm": "900 mm; 2.7 m; 4.9 m; 6.7 m",
        "condition": "sound",
        "held": "nothing",
        "closed": "vented",
        "coating": "bare",
        "place": "open-air",
    },
)
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
HANDRAIL_BOWS_MM = (52.0, 24.0)
"""What the line said after each round of the handrail."""
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
    _enter_rounds(bench, book, job_ids[-1])
    with database.transaction() as session:
        Rack(session).set_setting(LOADED_KEY, True)
    return True


def demo_job(told: Mapping[str, Any]) -> Job:
    """Return the job a row of the demo tells, measures read as they are typed there."""
    named = {"kind": told.get("kind", "seam"), "name": told["name"], "belongs_to": FERRY}
    measures = {field: text for field, text in told.items() if field not in named}
    return with_changes(job_from(named), measures)


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


def _enter_rounds(bench: Bench, book: RunBook, job_id: str) -> None:
    """Enter one member straightened last week, two rounds of it, read cold."""
    plan = bench.open(job_id).plan
    if not isinstance(plan.work, MemberWork):
        return
    rounds: list[Round] = []
    for after_mm in HANDRAIL_BOWS_MM:
        given = plan.work.given.model_copy(update={"rounds": rounds})
        told = reckon_straighten(given).values
        rounds.append(
            Round(spots=told.next_round, camber_before_mm=told.left_mm, camber_after_mm=after_mm)
        )
    log = RunLog(who="Ansel", work=MemberLog(rounds=rounds))
    book.enter(job_id, plan, LAST_DAY - timedelta(days=6), log)


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
