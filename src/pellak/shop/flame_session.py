"""One flame under one pair of hands: stepped, watched, and scored at its end."""

from dataclasses import dataclass, replace

from pellak.core.gas.limits import LimitRegion
from pellak.core.practice.flame.flows import Torch
from pellak.core.practice.flame.targets import (
    FlameScore,
    FlameTarget,
    Setting,
    followed,
    score,
)
from pellak.core.practice.flame.trainer import WORDS, FlameState, Hands, step
from pellak.core.practice.flame.words import said, way_on
from pellak.core.practice.wire import flame_frame
from pellak.core.working import Record

STEP_S, STEPS_A_FRAME = 1 / 60, 2
FRAME_S = STEP_S * STEPS_A_FRAME


class FlameSaid(Record):
    """What is told in words beside the pictures: the flame, what to do next, what happened."""

    said: str
    hint: str
    happened: list[str]


@dataclass
class FlameSession:
    """A flame and the exercise it is set for. `advance` is called once for each frame."""

    target: FlameTarget
    torch: Torch
    seed: int
    region: LimitRegion = "general"

    def __post_init__(self) -> None:
        """Begin with everything shut."""
        self._state = FlameState(self.torch, seed=self.seed, region=self.region)
        self._setting = Setting(self.target)
        self._happened: list[str] = []

    def advance(self, hands: Hands) -> bytes:
        """Return the next frame: two steps on, the time between them never longer."""
        for _ in range(STEPS_A_FRAME):
            self._state = step(self._state, hands, STEP_S)
            self._setting = followed(self._setting, self._state)
            self._happened += [WORDS[one] for one in self._state.happened]
            # A spark is struck once, however long the button is held.
            hands = replace(hands, spark=False, clean=False)
        setting = self._setting
        return flame_frame(
            self._state, near=setting.near_since_s is not None, set_after_s=setting.set_after_s,
            pops=setting.pops,
        )  # fmt: skip

    def say(self) -> FlameSaid:
        """Return the flame in words, and what happened since the last time."""
        happened, self._happened = self._happened, []
        return FlameSaid(
            said=said(self._state), hint=way_on(self._setting, self._state), happened=happened
        )

    def end(self) -> FlameScore:
        """Return what it is worth as it stands now."""
        return score(self._setting, self._state)
