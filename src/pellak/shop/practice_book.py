"""Who practised what, how it went, what comes today, and what an instructor says of it."""

import uuid
from datetime import datetime

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.model.job_base import ShopSchools
from pellak.core.practice.coupons import (
    CouponJudged,
    CouponReported,
    coupon_judged,
    coupon_named,
)
from pellak.core.practice.flame.quiz import (
    QUESTIONS,
    FlameRead,
    FlameShown,
    flame_read,
    flame_shown,
)
from pellak.core.practice.flame.targets import FlameTarget, flame_targets
from pellak.core.practice.ladder import ExerciseTried, Standing, ladder, standings
from pellak.core.practice.orders import (
    OrderAsked,
    OrderJudged,
    Picked,
    asked,
    judged,
    order_named,
    picked,
)
from pellak.core.practice.score import ScorePart, Worth
from pellak.shop.clock import Clock
from pellak.shop.settings import shop_schools
from pellak.store.database import Database
from pellak.store.practice import Practised
from pellak.store.rack import Rack
from pellak.store.tables import PracticeTryRow, PracticeWordRow

SECONDS_A_DAY = 86_400
MOST_TRIES, MOST_LINES, MOST_WORDS, MOST_PEOPLE = 400, 12, 60, 60
READ_FLAMES = "read-flames"


class TryLine(Record):
    """One try as it is listed, with what it was worth and why."""

    rung: str
    tried_at: datetime
    points: float
    parts: list[ScorePart]


class PracticeWord(Record):
    """What an instructor said of an exercise."""

    rung: str
    said_at: datetime
    said_by: str
    signed_off: bool
    words: str


class Learner(Record):
    """Somebody on the ladder: where they stand, what comes today, how it went, what was said."""

    who: str
    standings: list[Standing]
    tries: list[TryLine]
    words: list[PracticeWord]
    signed_off: list[str]


class Practice(Record):
    """The ladder, everybody who is on it, and one of them looked at."""

    targets: list[FlameTarget]
    people: list[str]
    learner: Learner


class WordSaid(Record):
    """What an instructor has to say of somebody's exercise."""

    who: str = Field(min_length=1, max_length=60)
    rung: str = Field(max_length=40)
    said_by: str = Field(min_length=1, max_length=60)
    signed_off: bool = False
    words: str = Field(default="", max_length=500)


class FlamesRead(Record):
    """Answers to a set of flames: the oxygen ratio somebody read off each."""

    who: str = Field(min_length=1, max_length=60)
    seed: int = Field(ge=0, le=2**31)
    ratios: list[float] = Field(min_length=QUESTIONS, max_length=QUESTIONS)


class FlamesJudged(Record):
    """How far off each reading was, and what all are worth together."""

    points: float
    read: list[FlameRead]


class PickReported(Record):
    """The cards that are done, in their order, and the one picked now."""

    done: list[str] = Field(default_factory=list, max_length=40)
    pick: str = Field(max_length=40)


class OrderReported(Record):
    """An order as somebody put it: every pick, and how long it took where it was timed."""

    who: str = Field(default="", max_length=60)
    picks: list[str] = Field(max_length=400)
    seconds: float | None = Field(default=None, ge=0, le=86_400)


class PracticeBook:
    """The use cases of practice, but for the trainers themselves."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._clock = clock

    def look(self, who: str) -> Practice:
        """Return the ladder as one person stands on it."""
        with self._database.reading() as session:
            return Practice(
                targets=list(flame_targets().values()),
                people=Practised(session).people(MOST_PEOPLE),
                learner=self._learner(Practised(session), who, lines=MOST_LINES),
            )

    def group(self) -> list[Learner]:
        """Return everybody who practised, whoever did so last first, without their tries."""
        with self._database.reading() as session:
            kept = Practised(session)
            return [self._learner(kept, who, lines=0) for who in kept.people(MOST_PEOPLE)]

    def keep(self, who: str, rung: str, worth: Worth) -> None:
        """Keep a try; one of nobody is not kept."""
        if who:
            self._add(who, rung, worth.points, worth.parts, self._clock())

    def enter(
        self, who: str, rung: str, points: float, parts: list[ScorePart], at: datetime
    ) -> None:
        """Enter a try with its own date, from paper or from the demo."""
        self._add(who, rung, points, parts, at)

    def say(self, said: WordSaid) -> Practice:
        """Keep what an instructor says. Raises Refused where there is no such exercise, or where
        nothing is said and nothing signed."""
        if said.rung not in ladder():
            raise Refused("rung", said.rung, "an exercise of the ladder")
        if not said.signed_off and not said.words.strip():
            raise Refused("words", said.words, "some words, or a sign-off")
        with self._database.transaction() as session:
            Practised(session).add(
                PracticeWordRow(
                    word_id=uuid.uuid4().hex, who=said.who, rung=said.rung,
                    said_at=self._clock(), said_by=said.said_by, signed_off=said.signed_off,
                    words=said.words.strip(),
                )
            )  # fmt: skip
        return self.look(said.who)

    def flames_to_read(self, seed: int) -> list[FlameShown]:
        """Return the flames of a set."""
        return [flame_shown(seed, number) for number in range(1, QUESTIONS + 1)]

    def judge(self, read: FlamesRead) -> FlamesJudged:
        """Return how far off somebody read a set of flames, and keep it."""
        readings = [
            flame_read(read.seed, number, ratio)
            for number, ratio in enumerate(read.ratios, start=1)
        ]
        points = sum(one.points for one in readings) / QUESTIONS
        parts = [
            ScorePart(
                label=f"Flame {one.number}", points=one.points / QUESTIONS, most=100 / QUESTIONS,
                why=one.why,
            )
            for one in readings
        ]  # fmt: skip
        self._add(read.who, READ_FLAMES, points, parts, self._clock())
        return FlamesJudged(points=points, read=readings)

    def judge_coupon(self, name: str, report: CouponReported) -> CouponJudged:
        """Return what somebody's coupon is worth, and keep it. Raises Refused by field."""
        worth = coupon_judged(coupon_named(name), report.good, report.judged_by)
        self._add(report.who, name, worth.points, worth.parts, self._clock())
        return worth

    def order(self, name: str, seed: int) -> OrderAsked:
        """Return a sequence with its cards mixed. Raises Refused where there is none such."""
        return asked(order_named(name), self.schools(), seed)

    def pick(self, name: str, report: PickReported) -> Picked:
        """Return whether a card is the next one, and why."""
        return picked(order_named(name), self.schools(), report.done, report.pick)

    def judge_order(self, name: str, report: OrderReported) -> OrderJudged:
        """Return what an order was worth, and keep it under who put it so."""
        worth = judged(order_named(name), self.schools(), report.picks, report.seconds)
        if report.who:
            self._add(report.who, name, worth.points, worth.parts, self._clock())
        return worth

    def schools(self) -> ShopSchools:
        """Return how this shop does things."""
        with self._database.reading() as session:
            return shop_schools(Rack(session))

    def _add(
        self, who: str, rung: str, points: float, parts: list[ScorePart], at: datetime
    ) -> None:
        document = {"parts": [part.model_dump() for part in parts]}
        with self._database.transaction() as session:
            Practised(session).add(
                PracticeTryRow(try_id=uuid.uuid4().hex, who=who, rung=rung, tried_at=at,
                               points=points, document=document)
            )  # fmt: skip

    def _learner(self, kept: Practised, who: str, *, lines: int) -> Learner:
        """Return where somebody stands, with so many of their tries and words."""
        points = kept.points_of(who, MOST_TRIES) if who else []
        tries = kept.newest_of(who, lines) if who and lines else []
        words = [
            PracticeWord(rung=row.rung, said_at=row.said_at, said_by=row.said_by,
                         signed_off=row.signed_off, words=row.words)
            for row in (kept.words_to(who, MOST_WORDS) if who else [])
        ]  # fmt: skip
        tried = [
            ExerciseTried(rung=rung, day=_day(at), points=p) for rung, at, p in reversed(points)
        ]
        return Learner(
            who=who,
            standings=standings(tried, _day(self._clock())),
            tries=[
                TryLine(rung=row.rung, tried_at=row.tried_at, points=row.points,
                        parts=[ScorePart.model_validate(one) for one in row.document["parts"]])
                for row in tries
            ],
            words=words[:lines],
            signed_off=sorted({word.rung for word in words if word.signed_off}),
        )  # fmt: skip


def _day(at: datetime) -> int:
    return int(at.timestamp() // SECONDS_A_DAY)
