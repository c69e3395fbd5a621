"""One error shape for the whole API: problem+json (RFC 9457) with the fields at fault."""

from typing import Any, Self

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel, Field, model_validator
from starlette.exceptions import HTTPException

from pellak.api.long_work import Occupied
from pellak.core.answer.errors import Refused, refused_by
from pellak.paper.sheet import TooMuch
from pellak.shop.errors import NotFound, Stale
from pellak.store.errors import Busy, TooLarge, Unusable

MEDIA_TYPE = "application/problem+json"
LONGEST_ECHO = 80
RETRY_AFTER_S = 2
SCHEMAS = "#/components/schemas/"
EVERYWHERE = (400, 401, 403, 408, 413, 422, 500, 503, 507)


class FieldFault(BaseModel):
    """One field at fault: what was read and what is accepted."""

    field: str = Field(description="Its name, with the names of what it lies in")
    was_read: str = Field(description="What was sent, 80 signs of it at most")
    accepted: str = Field(description="What would have been taken")


def _without_default(schema: dict[str, Any]) -> None:
    # Left out where nothing stands against the change, and not told as null.
    del schema["default"]


NAMESPACE = "urn:pellak:problem:"
TYPES = {
    400: "malformed", 401: "signed-out", 403: "not-allowed", 404: "not-found",
    405: "not-this-method", 408: "too-slow", 409: "saved-elsewhere-first", 413: "too-large",
    421: "wrong-host", 422: "refused", 429: "too-many-guesses", 500: "our-fault",
    501: "not-by-this-server", 503: "busy", 507: "records-unusable",
}  # fmt: skip
"""What kind of problem a status stands for, as RFC 9457 wants it named."""


class Problem(BaseModel):
    """What went wrong, for people and for programs."""

    type: str = Field(
        default="",
        description="A URI that names the kind of problem and never changes: " + NAMESPACE
        + " and one of " + ", ".join(TYPES.values()),
    )  # fmt: skip
    title: str = Field(description="The kind of problem in words")
    status: int = Field(description="The status of the answer")
    detail: str = Field(description="What went wrong this time, in one or two sentences")
    errors: list[FieldFault] = Field(default=[], description="The fields at fault")
    current: Any = Field(
        default=None,
        description="Where somebody saved first: what stands there now",
        json_schema_extra=_without_default,
    )

    @model_validator(mode="after")
    def _typed(self) -> Self:
        if not self.type:
            self.type = NAMESPACE + TYPES.get(self.status, "other")
        return self


def _echo(value: object) -> str:
    text = value if isinstance(value, str) else repr(value)
    text = text.encode("utf-8", "backslashreplace").decode("utf-8")
    return text if len(text) <= LONGEST_ECHO else text[: LONGEST_ECHO - 1] + "…"


def problem_response(problem: Problem) -> JSONResponse:
    """Return a problem as a response; a busy one says when to come again."""
    return JSONResponse(
        problem.model_dump(mode="json"),
        status_code=problem.status,
        media_type=MEDIA_TYPE,
        headers={"Retry-After": str(RETRY_AFTER_S)} if problem.status == 503 else None,
    )


def _refused(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Refused)
    return problem_response(
        Problem(
            title="That value cannot be used", status=422, detail=str(error),
            errors=[_fault(error)],
        )
    )  # fmt: skip


def _fault(refused: Refused) -> FieldFault:
    return FieldFault(
        field=refused.field, was_read=_echo(refused.was_read), accepted=refused.accepted
    )


def _invalid(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    faults = [
        _fault(refused_by([part for part in fault["loc"] if part != "body"], fault))
        for fault in error.errors()
    ]
    detail = "; ".join(f"{f.field}: read {f.was_read}; {f.accepted}" for f in faults[:5])
    return problem_response(
        Problem(title="That value cannot be used", status=422, detail=detail, errors=faults)
    )


def _not_found(_request: Request, error: Exception) -> JSONResponse:
    return problem_response(Problem(title="Not here", status=404, detail=str(error)))


def _stale(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Stale)
    return problem_response(
        Problem(
            title="Saved elsewhere first",
            status=409,
            detail=str(error),
            current=error.current.model_dump(mode="json"),
        )
    )


def busy() -> Problem:
    """Return what is said where others are being served first."""
    return Problem(
        title="Busy",
        status=503,
        detail="Pellak is busy with other saves. Nothing was saved; send the same again.",
    )


def _busy(_request: Request, _error: Exception) -> JSONResponse:
    return problem_response(busy())


def _occupied(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Occupied)
    answer = problem_response(Problem(title="Occupied", status=503, detail=str(error)))
    answer.headers["Retry-After"] = str(error.ready_s)
    return answer


def _unusable(_request: Request, error: Exception) -> JSONResponse:
    return problem_response(
        Problem(
            title="The records cannot be used",
            status=507,
            detail=f"Nothing was saved: {error}.",
        )
    )


def _too_large(_request: Request, error: Exception) -> JSONResponse:
    return problem_response(
        Problem(
            title="That value cannot be used", status=422, detail=f"Nothing was saved: {error}."
        )
    )


def _too_much(_request: Request, error: Exception) -> JSONResponse:
    return problem_response(Problem(title="Too much for one page", status=422, detail=str(error)))


def _http(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    return problem_response(
        Problem(title=str(error.detail), status=error.status_code, detail=str(error.detail))
    )


def unexpected() -> Problem:
    """Return what is said of a fault of ours; its innards go to the server's own output."""
    return Problem(
        title="Something broke on our side",
        status=500,
        detail="Nothing was saved. The server's own output says more.",
    )


def install_problems(app: FastAPI) -> None:
    """Make every error of the app a problem; a fault of ours is told by the guards."""
    app.add_exception_handler(Refused, _refused)
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(NotFound, _not_found)
    app.add_exception_handler(Stale, _stale)
    app.add_exception_handler(Busy, _busy)
    app.add_exception_handler(Occupied, _occupied)
    app.add_exception_handler(Unusable, _unusable)
    app.add_exception_handler(TooLarge, _too_large)
    app.add_exception_handler(TooMuch, _too_much)
    app.add_exception_handler(HTTPException, _http)


def documented(*more: int) -> dict[int | str, dict[str, Any]]:
    """Return the errors to document on a route: those any request may meet, and some more."""
    # Named, and not given as a model: FastAPI would build its checks for each route and status.
    content = {MEDIA_TYPE: {"schema": {"$ref": f"{SCHEMAS}{Problem.__name__}"}}}
    return {status: {"content": content} for status in sorted({*EVERYWHERE, *more})}
