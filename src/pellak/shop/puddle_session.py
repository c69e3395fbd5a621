"""One seam under one hand: stepped, watched, and scored at its end."""

from dataclasses import dataclass, replace

from pellak.core.answer.working import Record
from pellak.core.practice.puddle.picture import (
    BACK_EVERY,
    BACK_ROWS,
    FACE_ROWS,
    FIRST_LIQUID,
    HOLE,
    palette,
)
from pellak.core.practice.puddle.plan_hand import LIFTS_MM_PER_S, moved, set_out
from pellak.core.practice.puddle.score import (
    MIRROR_COSTS,
    WIDTH_FULL,
    PuddleScore,
    puddle_score,
)
from pellak.core.practice.puddle.sheet import COLUMNS
from pellak.core.practice.puddle.tasks import Exercise, PuddleTask
from pellak.core.practice.puddle.torch import HELD_MM, HIGHEST_MM, KERNEL_LEAN_DEG, Held
from pellak.core.practice.puddle.trainer import WORDS, PuddleHands, begun, step
from pellak.core.practice.puddle.trial import Trial, followed, pace_mm_per_s
from pellak.core.practice.puddle.wire import (
    PUDDLE_NUMBERS,
    Beside,
    puddle_frame,
    read_puddle_hands,
)
from pellak.core.practice.puddle.words import said, way_on
from pellak.shop.flame_session import STEP_S, STEPS_A_FRAME

MOST_WATCHED_S = 300.0


class PuddleHello(Record):
    """What a page is told first: the exercise, its plan, how its frames are read and drawn.

    Lengths in mm, the planned travel in mm/s. A hand sets out `working_mm` over the metal, leaned
    by `lean_deg`; `off_mm` is off the work; widths within that share of the plan's are full marks,
    and a look at the mirror costs so many points. A face is `columns` by `face_rows` cells of
    `cell_mm`, the back one cell in `back_every` of both.
    """

    task: PuddleTask
    watching: bool
    acetylene_l_per_h: float
    orifice_mm: float
    start_c: float
    puddle_s: float
    travel_mm_per_s: float
    pool_mm: float
    seam_mm: float
    cell_mm: float
    working_mm: float = HELD_MM
    lean_deg: float = KERNEL_LEAN_DEG
    off_mm: float = HIGHEST_MM
    lift_mm_per_s: float = LIFTS_MM_PER_S
    width_within: float = WIDTH_FULL
    mirror_costs: float = MIRROR_COSTS
    columns: int = COLUMNS
    face_rows: int = FACE_ROWS
    back_rows: int = BACK_ROWS
    back_every: int = BACK_EVERY
    first_liquid: int = FIRST_LIQUID
    hole: int = HOLE
    palette: list[str]
    numbers: tuple[str, ...] = PUDDLE_NUMBERS


class PuddleSaid(Record):
    """What is told in words beside the pictures: the sheet, what to do next, what befell it."""

    said: str
    hint: str
    happened: list[str]


class PuddleMessage(Record):
    """One message in words over the trainer's socket; only one of its parts is not null."""

    hello: PuddleHello | None = None
    words: PuddleSaid | None = None
    score: PuddleScore | None = None


@dataclass
class PuddleSession:
    """A sheet and the exercise it is melted for. `watching` lets the plan's own hand do it."""

    exercise: Exercise
    seed: int
    watching: bool = False

    def __post_init__(self) -> None:
        """Begin with the torch off the work."""
        self._state = begun(self.exercise.work, self.seed)
        self._trial = Trial(self.exercise)
        self._hands = PuddleHands(Held(height_mm=HIGHEST_MM))
        self._mirror = self._mirrored = self._ended = False
        self._plan = set_out(self.exercise)
        self._happened: list[str] = []

    @property
    def kept_as(self) -> str | None:
        """The exercise it is kept as; None for a plan's hand that was only watched."""
        return None if self.watching else self.exercise.task.id

    @property
    def ended(self) -> bool:
        """Whether it is over: said so, or the plan's hand is done."""
        late = self.watching and self._state.t_s > MOST_WATCHED_S
        return self._ended or late or (self.watching and self._plan.done)

    def hello(self) -> PuddleMessage:
        """Return what a page is told first."""
        work, planned = self.exercise.work, self.exercise.planned
        return PuddleMessage(
            hello=PuddleHello(
                task=self.exercise.task, watching=self.watching,
                acetylene_l_per_h=self.exercise.acetylene_l_per_h,
                orifice_mm=work.torch.bore_mm, start_c=work.start_c,
                puddle_s=planned.puddle_s, travel_mm_per_s=planned.travel_mm_per_s,
                pool_mm=planned.pool_mm, seam_mm=work.sheet.seam_mm, cell_mm=work.sheet.cell_mm,
                palette=palette(work.sheet.metal),
            )
        )  # fmt: skip

    def take(self, message: bytes) -> None:
        """Take what the hand does from now on. Raises Refused for anything else."""
        message_read = read_puddle_hands(message)
        before = self._hands
        # A dab and a brush are done once, however the messages fall between the steps.
        self._hands = replace(
            message_read.hands, dabs=message_read.hands.dabs or before.dabs,
            brush=message_read.hands.brush or before.brush,
        )  # fmt: skip
        self._mirror = message_read.mirror
        self._mirrored = self._mirrored or (message_read.mirror and self._state.given_j > 0)
        self._ended = self._ended or message_read.end

    def advance(self) -> bytes:
        """Return the next frame: two steps on, the time between them never longer."""
        hands, self._hands = self._hands, replace(self._hands, dabs=False, brush=False)
        for _ in range(STEPS_A_FRAME):
            if self.watching:
                self._plan, hands = moved(self._plan, self._state, STEP_S)
            self._state = step(self._state, hands, STEP_S)
            self._trial = followed(self._trial, self._state)
            self._happened += [WORDS[one] for one in self._state.befell if one != "taken"]
            hands = replace(hands, dabs=False, brush=False)
        return self._frame()

    def _frame(self) -> bytes:
        return puddle_frame(
            self.exercise, self._state,
            Beside(
                back_shown=self._mirror or self.ended,
                pace_mm_per_s=pace_mm_per_s(self._trial.samples) or 0.0,
                over=self.ended,
            ),
        )  # fmt: skip

    def say(self) -> PuddleMessage:
        """Return the sheet in words, and what befell it since the last time."""
        happened, self._happened = self._happened, []
        exercise, state = self.exercise, self._state
        return PuddleMessage(
            words=PuddleSaid(
                said=said(exercise, state), hint=way_on(exercise, state), happened=happened
            )
        )

    def last_frame(self) -> bytes:
        """Return the sheet as it lies at the end, its back turned up."""
        self._ended = True
        return self._frame()

    def close(self) -> tuple[PuddleScore, PuddleMessage]:
        """Return what it is worth as it stands now, and that as the page is told it."""
        worth = puddle_score(self._trial, self._state, mirror=self._mirrored)
        return worth, PuddleMessage(score=worth)
