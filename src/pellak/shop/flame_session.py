"""One flame under one pair of hands: stepped, watched, and scored at its end."""

from dataclasses import dataclass, replace

from pellak.core.answer.working import Record
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LimitRegion
from pellak.core.practice.dial import turned
from pellak.core.practice.flame.flows import FlameTorch
from pellak.core.practice.flame.targets import (
    FlameScore,
    FlameTarget,
    Setting,
    followed,
    score,
)
from pellak.core.practice.flame.trainer import WORDS, FlameState, Hands, step
from pellak.core.practice.flame.words import said, way_on
from pellak.core.practice.wire import (
    BAR_STEPS,
    FLAME_NUMBERS,
    OPEN_STEPS,
    flame_frame,
    read_hands,
)
from pellak.core.torch.mixer import Mixer

STEP_S, STEPS_A_FRAME = 1 / 60, 2
FRAME_S = STEP_S * STEPS_A_FRAME


class FlameHello(Record):
    """What a page is told first: the exercise, the torch in the hand, how its frames are read."""

    target: FlameTarget
    orifice_mm: float
    jets: int
    mixer: Mixer
    limit_bar: float
    numbers: tuple[str, ...] = FLAME_NUMBERS
    open_steps: int = OPEN_STEPS
    bar_steps: int = BAR_STEPS


class FlameSaid(Record):
    """What is told in words beside the pictures: the flame, what to do next, what happened."""

    said: str
    hint: str
    happened: list[str]
    dialled: bool = False
    """Whether a dial has the valves: the page shows where it turned them."""


class FlameMessage(Record):
    """One message in words over the trainer's socket; only one of its parts is not null."""

    hello: FlameHello | None = None
    words: FlameSaid | None = None
    score: FlameScore | None = None


@dataclass
class FlameSession:
    """A flame and the exercise it is set for. `advance` is called once for each frame."""

    target: FlameTarget
    torch: FlameTorch
    seed: int
    region: LimitRegion = "general"

    def __post_init__(self) -> None:
        """Begin with everything shut."""
        self._state = FlameState(self.torch, seed=self.seed, region=self.region)
        self._setting = Setting(self.target)
        self._hands = Hands()
        self._ended = self._dialled = False
        self._happened: list[str] = []

    @property
    def kept_as(self) -> str:
        """The exercise it is kept as."""
        return self.target.id

    @property
    def ended(self) -> bool:
        """Whether the page said that it is over, or the flame was lit where it must not be."""
        return self._ended or self._state.relit

    def hello(self) -> FlameMessage:
        """Return what a page is told first."""
        return FlameMessage(
            hello=FlameHello(
                target=self.target, orifice_mm=self.torch.orifice_mm, jets=self.torch.jets,
                mixer=self.torch.mixer, limit_bar=ACETYLENE_LIMIT_BAR[self.region],
            )
        )  # fmt: skip

    def take(self, message: bytes) -> None:
        """Take what the hands do from now on. Raises Refused for anything else."""
        message_read = read_hands(message)
        self._ended = self._ended or message_read.end
        if self._dialled:
            # The dial has the valves; the page goes on striking sparks and ending.
            message_read = replace(
                message_read, hands=replace(message_read.hands, wanted=self._hands.wanted)
            )
        # A spark stays until it was struck, however the messages fall between the steps.
        self._hands = replace(
            message_read.hands, spark=message_read.hands.spark or self._hands.spark,
            clean=message_read.hands.clean or self._hands.clean,
        )  # fmt: skip

    def turn(self, lines: list[str]) -> None:
        """Take what a dial says, all of it or nothing. Raises Refused."""
        hands = self._hands
        for line in lines:
            hands = turned(hands, line)
        self._hands, self._dialled = hands, True

    def advance(self) -> bytes:
        """Return the next frame: two steps on, the time between them never longer."""
        hands, self._hands = self._hands, replace(self._hands, spark=False, clean=False)
        for _ in range(STEPS_A_FRAME):
            self._state = step(self._state, hands, STEP_S)
            self._setting = followed(self._setting, self._state)
            self._happened += [WORDS[one] for one in self._state.happened]
            hands = replace(hands, spark=False, clean=False)
        return self.last_frame()

    def say(self) -> FlameMessage:
        """Return the flame in words, and what happened since the last time."""
        happened, self._happened = self._happened, []
        setting, state = self._setting, self._state
        return FlameMessage(
            words=FlameSaid(
                said=said(state), hint=way_on(setting, state), happened=happened,
                dialled=self._dialled,
            )
        )  # fmt: skip

    def last_frame(self) -> bytes:
        """Return the flame as it stands."""
        setting = self._setting
        return flame_frame(
            self._state, near=setting.near_since_s is not None, set_after_s=setting.set_after_s,
            pops=setting.pops,
        )  # fmt: skip

    def close(self) -> tuple[FlameScore, FlameMessage]:
        """Return what it is worth as it stands now, and that as the page is told it."""
        worth = score(self._setting, self._state)
        return worth, FlameMessage(score=worth)
