"""Practice: the ladder and who stands where, flames to read, the socket of the flame trainer."""

from typing import Annotated

from fastapi import APIRouter, Query, WebSocket

from pellak.api.file_doors import LinesBody
from pellak.api.practice_socket import (
    FlameAsked,
    PuddleAsked,
    TrainerSockets,
    flame_session,
    puddle_session,
)
from pellak.api.problems import documented
from pellak.core.practice.coupons import Coupon, CouponJudged, CouponReported, coupon_named
from pellak.core.practice.flame.quiz import FlameShown
from pellak.core.practice.for_job import ForJob, for_job
from pellak.core.practice.orders import OrderAsked, OrderJudged, Picked
from pellak.shop.bench import Bench
from pellak.shop.practice_book import (
    FlamesJudged,
    FlamesRead,
    Learner,
    OrderReported,
    PickReported,
    Practice,
    PracticeBook,
    WordSaid,
)
from pellak.shop.puddle_session import PuddleSession

Who = Annotated[str, Query(max_length=60)]


def practice_router(practice: PracticeBook, bench: Bench) -> APIRouter:
    """Return the routes of practice."""
    router = APIRouter(prefix="/api/practice", tags=["practice"], responses=documented(404))
    sockets = TrainerSockets(practice)

    @router.get("", operation_id="get_practice")
    def get_practice(who: Who = "") -> Practice:
        """Exercises, who learns, and how they stand."""
        return practice.look(who)

    @router.get("/for/{job_id}", operation_id="exercise_for_job")
    def exercise_for_job(job_id: str) -> ForJob:
        """Exercises before a job: its flame, its sheet."""
        return for_job(bench.open(job_id).plan.facts)

    @router.get("/group", operation_id="get_practice_group")
    def get_practice_group() -> list[Learner]:
        """Everybody who practises, by exercise."""
        return practice.group()

    @router.post("/words", operation_id="say_of_practice")
    def say_of_practice(said: WordSaid) -> Practice:
        """Sign somebody off in an exercise, or take it back."""
        return practice.say(said)

    @router.get("/flames", operation_id="flames_to_read")
    def flames_to_read(seed: Annotated[int, Query(ge=0, le=2**31)]) -> list[FlameShown]:
        """Flames to be read, drawn by a seed."""
        return practice.flames_to_read(seed)

    @router.post("/flames", operation_id="judge_flames")
    def judge_flames(read: FlamesRead) -> FlamesJudged:
        """Judge flames that were read."""
        return practice.judge(read)

    @router.get("/orders/{name}", operation_id="order_to_put")
    def order_to_put(name: str, seed: Annotated[int, Query(ge=0, le=2**31)]) -> OrderAsked:
        """Cards to be put in order, drawn by a seed."""
        return practice.order(name, seed)

    @router.post("/orders/{name}/pick", operation_id="pick_next_card")
    def pick_next_card(name: str, report: PickReported) -> Picked:
        """Judge the next card picked."""
        return practice.pick(name, report)

    @router.post("/orders/{name}", operation_id="judge_order")
    def judge_order(name: str, report: OrderReported) -> OrderJudged:
        """Judge the order of cards."""
        return practice.judge_order(name, report)

    @router.get("/coupons/{name}", operation_id="get_coupon")
    def get_coupon(name: str) -> Coupon:
        """What is looked at in a coupon."""
        return coupon_named(name)

    @router.post("/coupons/{name}", operation_id="judge_coupon")
    def judge_coupon(name: str, report: CouponReported) -> CouponJudged:
        """Judge a coupon by what was seen of it."""
        return practice.judge_coupon(name, report)

    @router.post("/dials/{dial}", operation_id="turn_dial", status_code=204)
    def turn_dial(dial: str, lines: LinesBody) -> None:
        """Lines of a dial that turns the trainer's valves."""
        sockets.turn(dial, lines)

    @router.websocket("/flame")
    async def play_flame(socket: WebSocket, asked: Annotated[FlameAsked, Query()]) -> None:
        await sockets.play(
            socket,
            asked.who,
            lambda: flame_session(asked, practice.schools()),
            asked.dial,
            asked.units,
        )

    @router.websocket("/puddle")
    async def play_puddle(socket: WebSocket, asked: Annotated[PuddleAsked, Query()]) -> None:
        def made() -> PuddleSession:
            facts = bench.open(asked.job).plan.facts if asked.job else None
            return puddle_session(asked, facts)

        await sockets.play(socket, asked.who, made, units=asked.units)

    return router
