"""Load the demo once: tips, jobs and six months of runs from a fixed seed."""

from typing import Any

from pellak.demo.half_year import enter_half_year, enter_procedures
from pellak.demo.jobs import JOBS, demo_job
from pellak.demo.photos import enter_photos
from pellak.demo.practice import enter_practice
from pellak.demo.work_done import LAST_DAY, enter_watch, enter_work_done
from pellak.shop.bench import Bench
from pellak.shop.day_book import DayBook
from pellak.shop.metals import Metals
from pellak.shop.photo_book import PhotoBook
from pellak.shop.planning import Planner
from pellak.shop.practice_book import PracticeBook
from pellak.shop.procedures import ProcedureBook
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.shop.watches import WatchBook
from pellak.store.database import Database
from pellak.store.rack import Rack

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
LOADED_KEY = "demo_loaded"
DAY = {"people": ["Brit", "Tove"], "torches": ["Wharf handle"], "closes": "16:30"}


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
    job_ids = [bench.add(demo_job(row).model_dump()).id for row in JOBS]
    enter_half_year(bench, book, job_ids)
    newest = book.lines(most=1).lines[0]
    enter_photos(PhotoBook(database, lambda: LAST_DAY), newest.id)
    enter_procedures(ProcedureBook(database, book, lambda: LAST_DAY), book)
    enter_work_done(bench, book, job_ids)
    enter_practice(PracticeBook(database, lambda: LAST_DAY))
    # One torch between two: who does what while it cools is worth a plan.
    DayBook(database, lambda: LAST_DAY, Planner()).change(DAY)
    enter_watch(bench, WatchBook(database, bench, lambda: LAST_DAY), job_ids)
    with database.transaction() as session:
        Rack(session).set_setting(LOADED_KEY, True)
    return True
