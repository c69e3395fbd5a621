"""The made-up jobs of the demo, told as they would be typed."""

from collections.abc import Mapping
from typing import Any

from pellak.core.job import job_from, with_changes
from pellak.core.kinds.unions import Job

FERRY = "Ferry Halden Reach"
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
    {
        "kind": "overlay",
        "name": "Winch pawls",
        "alloy": "sae-1045",
        "part": "face",
        "length_mm": "46",
        "width_mm": "18",
        "thickness_mm": "14",
        "body_kg": "1.3 kg",
        "group": "co-a",
        "acetylene_l_per_h": "400",
        "rubbed_by": "smooth",
        "hit": "knocks",
        "wet": "sea",
        "finish": "ground",
        "held": "nothing",
        "closed": "open",
        "coating": "bare",
        "place": "shop",
    },
)


def demo_job(told: Mapping[str, Any]) -> Job:
    """Return the job a row of the demo tells, measures read as they are typed there."""
    named = {"kind": told.get("kind", "seam"), "name": told["name"], "belongs_to": FERRY}
    measures = {field: text for field, text in told.items() if field not in named}
    return with_changes(job_from(named), measures)
