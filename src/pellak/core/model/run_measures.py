"""What a run keeps of how it was done: as it was set, as it was measured, what came of it."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.model.log_field import LogField

Verdict = Literal["", "good", "reworked", "scrap"]
VERDICTS: dict[Verdict, str] = {
    "good": "good as it is",
    "reworked": "good after rework",
    "scrap": "scrap",
}
PuddleAt = Literal["sheet", "edge", "tack", "seam"]
PUDDLE_PLACES: dict[PuddleAt, str] = {
    "sheet": "middle of the sheet",
    "edge": "at an edge",
    "tack": "a tack",
    "seam": "start of the seam",
}
UsedId = Literal["torch", "tip", "rod", "flame", "lens", "cooling"]
USED: dict[UsedId, str] = {
    "torch": "Torch",
    "tip": "Tip",
    "rod": "Rod",
    "flame": "Flame",
    "lens": "Lens",
    "cooling": "Cooled in",
}
MOST_PUDDLES = 40


class PuddleTimed(Record):
    """One more puddle that was timed: seconds, and where."""

    s: Number = Field(ge=0.2, le=600)
    at: PuddleAt = "sheet"


class Used(Record):
    """Something a run was done with, in words, planned beside what it really was."""

    id: UsedId
    label: str
    planned: str
    actual: str


AS_SET = (
    LogField(
        id="acetylene_set_bar", label="Acetylene, as set", asked="Acetylene at the gauge, as set",
        unit="bar", quantity="pressure", least=0, most=1.5, group="set",
    ),
    LogField(
        id="acetylene_flowing_bar", label="Acetylene, flowing",
        asked="Acetylene at the gauge, gas flowing", unit="bar", quantity="pressure",
        least=0, most=1.5, group="set",
    ),
    LogField(
        id="oxygen_set_bar", label="Oxygen, as set", asked="Oxygen at the gauge, as set",
        unit="bar", quantity="pressure", least=0, most=10, group="set",
    ),
    LogField(
        id="oxygen_flowing_bar", label="Oxygen, flowing", asked="Oxygen at the gauge, gas flowing",
        unit="bar", quantity="pressure", least=0, most=10, group="set",
    ),
    LogField(
        id="feather_ratio", label="Feather", asked="Feather to cone, 1 where none shows", unit="",
        quantity=None, least=1, most=6, group="set",
    ),
    LogField(
        id="metal_start_c", label="Metal at the start", asked="How warm the metal was", unit="°C",
        quantity="temperature", least=-40, most=1200, group="set",
    ),
)  # fmt: skip
"""What any torch is set to, whatever the work."""


def _length(id: str, label: str, asked: str, most: float = 2000) -> LogField:
    return LogField(
        id=id, label=label, asked=asked, unit="mm", quantity="length", least=0, most=most,
        group="measured",
    )  # fmt: skip


AS_WELDED = (
    _length("gap_before_mm", "Gap before", "Gap before the first tack", 50),
    _length("gap_after_mm", "Gap after", "Gap after the last tack", 50),
    LogField(
        id="tack_count", label="Tacks", asked="Tacks, how many", unit="", quantity=None,
        least=0, most=2000, group="measured",
    ),
    LogField(
        id="tack_s", label="A tack held", asked="A tack, seconds", unit="s", quantity="time",
        least=0.2, most=600, group="measured",
    ),
    _length("bead_front_mm", "Bead, front", "Bead width, front", 100),
    _length("bead_back_mm", "Bead, back", "Bead width, back", 100),
    _length("blue_one_side_mm", "Blue band, one side", "Blue band, one side", 500),
    _length("blue_other_side_mm", "Blue band, other side", "Blue band, other side", 500),
    _length("bow_before_mm", "Bow before", "Bow before"),
    _length("bow_after_mm", "Bow after", "Bow after"),
)  # fmt: skip
"""What is measured on a seam, before and after."""
