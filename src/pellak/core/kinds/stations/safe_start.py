"""Station 4, Safe start: the checks this job needs, the schools of lighting and shutting down."""

from collections.abc import Mapping, Sequence

from pellak.core import say
from pellak.core.answer.figure import Figure, Station
from pellak.core.answer.working import School
from pellak.core.gas.cylinders import least_content_l
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR
from pellak.core.kinds.stations.asked import question_figures
from pellak.core.kinds.stations.card_conditions import conditions_of
from pellak.core.kinds.stations.pass_cards import with_pass_cards
from pellak.core.kinds.stations.set_up import TorchSetUp, choice_for
from pellak.core.model.cards import BenchCard, bench_cards, with_starts
from pellak.core.model.facts import Facts
from pellak.core.model.job_base import JobBase, ShopSchools
from pellak.core.piece.questions import question_cautions
from pellak.core.rig.equipment import Equipment
from pellak.core.seam.pace import direction_of
from pellak.core.torch.looks import FlameLook, fuel_looks, oxygen_looks

HOLDS = "Steps in order from place to fire watch, each with its reason."
USUAL_CONE_MM = 7.0
"""Drawn before the thickness is told; a picture, not a figure."""
PERMIT_PLACES = {
    "open-air": "the site", "roof": "the roof or wall", "vehicle": "the vehicle",
    "confined": "the tank, hold or pit",
}  # fmt: skip
SHUT_DOWN_SCHOOLS = [
    School(
        id="acetylene-first",
        label="acetylene first",
        why="flame out at once, and oxygen blows the tip clear of soot",
    ),
    School(
        id="oxygen-first",
        label="oxygen first",
        why="for torches whose maker asks for it: a leaking fuel valve shows as a small flame",
    ),
]
FUEL_SCHOOLS = [
    School(
        id="smoke-gone",
        label="until the smoke just goes",
        why="easiest to see in any light; the others are the same point seen another way",
    ),
    School(
        id="leaving-tip",
        label="until it is about to leave the tip",
        why="then back a touch; finds the point by the tip's end",
    ),
    School(
        id="feathering",
        label="until the last third feathers",
        why="finds the point by the flame's far end",
    ),
]
FIRE_WATCH_SCHOOLS = [
    School(id="60", label="60 minutes", why="the least there is"),
    School(id="90", label="90 minutes", why="voids, old timber, a windy site"),
    School(id="120", label="2 hours", why="many insurers ask it of roof work"),
    School(id="240", label="4 hours", why="thatch, straw, sawdust: as the site rules have it"),
]


def _looks(schools: ShopSchools, reckoned: TorchSetUp | None) -> dict[str, list[FlameLook]]:
    flame = reckoned.flame.values if reckoned else None
    cone_mm = (flame.cone_mm if flame else None) or USUAL_CONE_MM
    ratio = flame.feather_ratio if flame else 1.0
    return {
        "fuel": fuel_looks(schools.fuel_setting, cone_mm),
        "oxygen": oxygen_looks(ratio, cone_mm),
    }


def safe_cards(
    kind: str,
    job: JobBase,
    schools: ShopSchools,
    family: str,
    joint: str,
    figures: Mapping[str, Figure],
    facts: Facts,
    equipment: Equipment,
    reckoned: TorchSetUp | None,
) -> list[BenchCard]:
    """Return the job's bench cards for every kind of start."""
    limit = ACETYLENE_LIMIT_BAR[schools.acetylene_limit]
    cards = bench_cards(
        figures,
        {name: str(school) for name, school in schools.model_dump().items()},
        conditions_of(kind, job.answers, family, joint, facts, equipment),
        _looks(schools, reckoned),
        {
            "acetylene_limit": say.bar(limit, limit="<"),
            "least_cylinder": _least_cylinder(facts),
            "place": PERMIT_PLACES.get(job.place or "", "this place"),
            "direction": f"{{{direction_of(schools.direction, job.thickness_mm or 0.0)}}}",
        },
    )
    return with_starts(with_pass_cards(cards, facts.passes))


def _least_cylinder(facts: Facts) -> str:
    flow = facts.greatest_l_per_h or facts.acetylene_l_per_h
    return say.litres(least_content_l(flow), 2) if flow else "fifteen hours of this job's flow"


def safe_start_station(
    job: JobBase, schools: ShopSchools, family: str, joint: str, cards: Sequence[BenchCard]
) -> Station:
    """Return the Safe start station."""
    daily = [card for card in cards if "daily" in card.belongs_to]
    stops = sum(card.step.gate == "stop" for card in daily)
    figures = [
        *question_figures(job, family, "safe-start"),
        Figure(
            id="checks",
            label="On the bench cards",
            text=f"{len(daily)} steps",
            detail=f"{stops} of them must be answered before the torch is lit; after new hoses or "
            f"a new cylinder {len(cards) - len(daily)} more stand before them",
        ),
        _choice(job, "fuel_setting", "Acetylene is opened", "How is the fuel set?",
                schools.fuel_setting, FUEL_SCHOOLS),
        _choice(job, "shut_down", "Shut first", "Which gas off first?", schools.shut_down,
                SHUT_DOWN_SCHOOLS),
        _choice(job, "fire_watch", "Fire watch", "How long is the fire watch?",
                schools.fire_watch, FIRE_WATCH_SCHOOLS),
    ]  # fmt: skip
    return Station(
        id="safe-start",
        name="Safe start",
        state="ahead",
        answer=f"{stops} to answer",
        holds=HOLDS,
        figures=figures,
        cautions=question_cautions(job.answers, family, joint, "safe-start"),
    )


def _choice(
    job: JobBase, field: str, label: str, question: str, chosen: str, schools: list[School]
) -> Figure:
    return Figure(
        id=field,
        label=label,
        text=next(school.label for school in schools if school.id == chosen),
        choice=choice_for(job, field, question, chosen, schools),
    )
