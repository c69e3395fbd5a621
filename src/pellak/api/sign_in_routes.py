"""Signing in to a shared Pellak and out again."""

from typing import Literal

from fastapi import APIRouter, Request, Response
from pydantic import BaseModel, ConfigDict, Field
from starlette.exceptions import HTTPException

from pellak.api.problems import documented
from pellak.api.sharing import COOKIE, Sharing, may_of
from pellak.shop.sign_ins import LASTS, SignIns


class Passcode(BaseModel):
    """The passcode as it was typed."""

    model_config = ConfigDict(extra="forbid")
    passcode: str = Field(max_length=200)


class SignedIn(BaseModel):
    """Whether this Pellak is shared, and what this browser may do."""

    shared: bool
    may: Literal["look", "bench", "all"]


class SignedOut(BaseModel):
    """How many sign-ins held until now; whoever asked is signed out with them."""

    signed_out: int


def sign_in_router(sharing: Sharing | None, sign_ins: SignIns) -> APIRouter:
    """Return the routes of signing in; where nothing is shared everybody may do everything."""
    router = APIRouter(prefix="/api", tags=["sharing"], responses=documented(429))

    @router.get("/signed-in", operation_id="get_signed_in")
    def get_signed_in(request: Request) -> SignedIn:
        """Whether this browser is signed in, and what it may do."""
        return SignedIn(shared=sharing is not None, may=may_of(request))

    @router.post("/sign-in", operation_id="sign_in")
    def sign_in(given: Passcode, request: Request, response: Response) -> SignedIn:
        """Sign in by a passcode."""
        if sharing is None:
            return SignedIn(shared=False, may="all")
        address = request.client.host if request.client else "nowhere"
        locked_s = sharing.locked_s(address)
        if locked_s > 0:
            raise HTTPException(429, f"Too many wrong passcodes: wait {locked_s:.0f} s.")
        may = sharing.may(given.passcode, address)
        if may is None:
            raise HTTPException(401, "That is not the passcode.")
        response.set_cookie(
            COOKIE,
            sign_ins.sign_in(may),
            max_age=int(LASTS.total_seconds()),
            httponly=True,
            samesite="strict",
            secure=sharing.secure,
        )
        return SignedIn(shared=True, may=may)

    @router.post("/sign-everyone-out", operation_id="sign_everyone_out")
    def sign_everyone_out(response: Response) -> SignedOut:
        """Sign everybody out."""
        response.delete_cookie(COOKIE)
        return SignedOut(signed_out=sign_ins.sign_everyone_out())

    @router.post("/sign-out", operation_id="sign_out", status_code=204)
    def sign_out(request: Request, response: Response) -> None:
        """Sign this browser out."""
        token = request.cookies.get(COOKIE)
        if token is not None:
            sign_ins.sign_out(token)
        response.delete_cookie(COOKIE)

    return router
