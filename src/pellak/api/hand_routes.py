"""The shop's hands: what the log says of them, taken up or put down."""

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.problems import documented
from pellak.shop.hand_book import HandBook, HandPage


class HandTaken(BaseModel):
    """Whose hand plans are made for from now on; nothing is anybody's."""

    model_config = ConfigDict(extra="forbid")
    person: str = Field(default="", max_length=60)


class TipCleaned(BaseModel):
    """The tip that was cleaned or measured."""

    model_config = ConfigDict(extra="forbid")
    tip: str = Field(min_length=1, max_length=80)


def hand_router(hands: HandBook) -> APIRouter:
    """Return the routes of the hand."""
    router = APIRouter(prefix="/api/hand", tags=["run book"], responses=documented())

    @router.get("", operation_id="get_operator_factors")
    def get_operator_factors(
        person: Annotated[str | None, Query(max_length=60)] = None,
    ) -> HandPage:
        """What is known of hands, torches and tips: factors, drift, outliers."""
        return hands.look(person)

    @router.post("", operation_id="enable_calibration")
    def enable_calibration(taken: HandTaken) -> HandPage:
        """Reckon with a person's own factor from now on."""
        return hands.take_up(taken.person)

    @router.delete("", operation_id="disable_calibration")
    def disable_calibration() -> HandPage:
        """Reckon without a person's own factor again."""
        return hands.put_down()

    @router.post("/cleaned", operation_id="report_tip_cleaned")
    def report_tip_cleaned(report: TipCleaned) -> HandPage:
        """Say a tip was cleaned: its drift is counted from here."""
        return hands.cleaned(report.tip)

    return router
