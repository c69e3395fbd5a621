"""Practice: the ladder and who stands where, flames to read, the socket of the flame trainer."""

from typing import Annotated

from fastapi import APIRouter, Query, WebSocket

from pellak.api.practice_socket import FlameAsked, FlameSockets
from pellak.api.problems import documented
from pellak.core.practice.flame.quiz import FlameShown
from pellak.shop.practice_book import (
    FlamesJudged,
    FlamesRead,
    Learner,
    Practice,
    PracticeBook,
    WordSaid,
)

Who = Annotated[str, Query(max_length=60)]


def practice_router(practice: PracticeBook) -> APIRouter:
    """Return the routes of practice."""
    router = APIRouter(prefix="/api/practice", tags=["practice"], responses=documented())
    sockets = FlameSockets(practice)

    @router.get("", operation_id="look_at_practice")
    def look_at_practice(who: Who = "") -> Practice:
        return practice.look(who)

    @router.get("/group", operation_id="look_at_group")
    def look_at_group() -> list[Learner]:
        return practice.group()

    @router.post("/words", operation_id="say_of_practice")
    def say_of_practice(said: WordSaid) -> Practice:
        return practice.say(said)

    @router.get("/flames", operation_id="flames_to_read")
    def flames_to_read(seed: Annotated[int, Query(ge=0, le=2**31)]) -> list[FlameShown]:
        return practice.flames_to_read(seed)

    @router.post("/flames", operation_id="judge_flames")
    def judge_flames(read: FlamesRead) -> FlamesJudged:
        return practice.judge(read)

    @router.websocket("/flame")
    async def play(socket: WebSocket, asked: Annotated[FlameAsked, Query()]) -> None:
        await sockets.play(socket, asked)

    return router
