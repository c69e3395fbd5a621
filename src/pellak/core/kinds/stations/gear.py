"""Which torch, hose and cylinders of the rack a job is worked with, where the rack has several."""

from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.figure import Asks, Figure
from pellak.core.answer.working import School
from pellak.core.model.job_base import JobBase
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import CylinderItem, HoseItem, RackItem, TorchItem

GEAR = {
    "torch": "Which torch?",
    "hose": "Which hose?",
    "acetylene_cylinder": "Which acetylene cylinder?",
    "oxygen_cylinder": "Which oxygen cylinder?",
}
"""The fields of a job that name a piece of the rack, and how each is asked."""

_UNSAID = School(
    id="",
    label="What the rack leads with",
    why="The first in use there; of cylinders those said to be drawn from.",
)


def _words(item: RackItem) -> str:
    match item:
        case TorchItem():
            return f"{item.mixer.replace('-', ' ')} mixer"
        case HoseItem():
            return f"{say.metres(item.length_m, 6)} of {say.wall(item.bore_mm, 6)}"
        case CylinderItem():
            coupled = f", {item.coupled} coupled" if item.coupled > 1 else ""
            return f"{item.size.replace('-', ' ')}{coupled}"
    return ""


def _figure(
    job: JobBase, field: str, held: Sequence[RackItem], drawn: Sequence[RackItem]
) -> Figure | None:
    said = getattr(job, field) or ""
    if len(held) < 2 and not said:
        return None
    missing = said and said not in {item.name for item in held}
    return Figure(
        id=field,
        label=GEAR[field].removeprefix("Which ").rstrip("?").capitalize(),
        text=" and ".join(item.name for item in drawn) or "none in use",
        detail=f"“{said}” is not in the rack or out of use: what it leads with stands in"
        if missing
        else "; ".join(_words(item) for item in drawn),
        asks=Asks(
            field=field,
            question=GEAR[field],
            chosen=said,
            answers=[_UNSAID, *(School(id=i.name, label=i.name, why=_words(i)) for i in held)],
        ),
    )


def gear_figures(job: JobBase, rack: Equipment) -> list[Figure]:
    """Return torch, hose and cylinders, each with the choice; nothing where there is none."""
    torch, hose = rack.torch, rack.hose
    found = [
        _figure(job, "torch", rack.torches, [torch] if torch else []),
        _figure(job, "hose", rack.hoses, [hose] if hose else []),
        _figure(job, "acetylene_cylinder", rack.cylinders("acetylene"), rack.in_use("acetylene")),
        _figure(job, "oxygen_cylinder", rack.cylinders("oxygen"), rack.in_use("oxygen")),
    ]
    return [figure for figure in found if figure is not None]
