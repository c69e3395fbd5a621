"""Every reckoner over HTTP. No formula here."""

from collections.abc import Callable
from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel

from pellak.api.problems import documented
from pellak.core.registry import RECKONERS
from pellak.core.working import Reckoner


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


def reckon_router() -> APIRouter:
    """Return the routes of the reckoners."""
    router = APIRouter(prefix="/api/reckon", tags=["reckon"], responses=documented())

    @router.get("", operation_id="list_reckoners")
    def list_reckoners() -> list[ReckonerLine]:
        return [ReckonerLine(name=r.name, question=r.question) for r in RECKONERS]

    for reckoner in RECKONERS:
        router.add_api_route(
            f"/{reckoner.name}",
            _endpoint_for(reckoner),
            methods=["POST"],
            summary=reckoner.question,
            operation_id="reckon_" + reckoner.name.replace("-", "_"),
        )
    return router
