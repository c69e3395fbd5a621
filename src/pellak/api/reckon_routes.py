"""Every reckoner over HTTP. No formula here."""

from collections.abc import Callable
from functools import partial
from typing import Any

from fastapi import APIRouter, Request
from pydantic import BaseModel

from pellak.api.long_work import LongWork, seconds_granted
from pellak.api.problems import documented
from pellak.api.sharing import may_of
from pellak.core.answer.working import Reckoner
from pellak.core.catalogue.reckoners import RECKONERS
from pellak.core.day.given import DayGiven
from pellak.core.day.reckon import DAY, DayAnswer, plan_day


class ReckonerLine(BaseModel):
    """A reckoner by name and the question it answers."""

    name: str
    question: str


def _endpoint_for(reckoner: Reckoner[Any, Any]) -> Callable[[Any], Any]:
    def endpoint(given: Any) -> Any:
        return reckoner.reckon(given)

    # FastAPI reads the request and response models from the annotations.
    endpoint.__annotations__ = {"given": reckoner.given, "return": reckoner.answer}
    return endpoint


def reckon_router(long_work: LongWork) -> APIRouter:
    """Return the routes of the reckoners; the day's takes its turn in a lane for long work."""
    router = APIRouter(prefix="/api/reckon", tags=["reckon"], responses=documented())

    @router.get("", operation_id="list_reckoners")
    def list_reckoners() -> list[ReckonerLine]:
        """Every reckoner by name, with the question it answers."""
        return [ReckonerLine(name=r.name, question=r.question) for r in RECKONERS]

    async def reckon_day(given: DayGiven, request: Request) -> DayAnswer:
        work = partial(plan_day, given)
        if not given.exact:
            return await long_work.listed(work)
        within_s = seconds_granted(given.seconds, may_of(request))
        return await long_work.solved(work, within_s)

    for reckoner in RECKONERS:
        router.add_api_route(
            f"/{reckoner.name}",
            reckon_day if reckoner is DAY else _endpoint_for(reckoner),
            methods=["POST"],
            summary=reckoner.question,
            operation_id="reckon_" + reckoner.name.replace("-", "_"),
        )
    return router
