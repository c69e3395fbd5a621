"""The shop's own: schools, tips, find-or-reckon, and what every page needs to show measures."""

from typing import Any

from fastapi import APIRouter, Request
from pydantic import BaseModel, ConfigDict, Field

from pellak.api.problems import documented
from pellak.api.saying import UNITS_HEADER, units_asked
from pellak.core.ask.glossary import GlossaryWord, glossary
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LimitRegion
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.sequences import (
    GUIDANCE,
    DrillSign,
    DrillStep,
    drill_signs,
    flash_back_drill,
)
from pellak.core.plan.leading_figures import MOST, LeadingFigures, leading_figures
from pellak.core.reading.units import DisplayUnit, display_units
from pellak.shop.find import Finder, FinderAnswer
from pellak.shop.settings import Settings


class Question(BaseModel):
    """A line typed into find-or-reckon."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=200)


class Basics(BaseModel):
    """What a page needs before it can show anything."""

    units: list[DisplayUnit]
    drill: list[DrillStep]
    drill_signs: list[DrillSign]
    guidance: str
    acetylene_limits_bar: dict[LimitRegion, float]
    leading_figures: list[LeadingFigures]
    most_leading_figures: int


def shop_router(settings: Settings, finder: Finder) -> APIRouter:
    """Return the routes of the shop's own things."""
    router = APIRouter(prefix="/api", tags=["shop"], responses=documented())

    @router.get("/basics", operation_id="get_basics")
    def get_basics() -> Basics:
        """Units, drills, signs of a flash-back and whatever the page needs once."""
        return Basics(
            units=list(display_units()),
            drill=list(flash_back_drill()),
            drill_signs=list(drill_signs()),
            guidance=GUIDANCE,
            acetylene_limits_bar=dict(ACETYLENE_LIMIT_BAR),
            leading_figures=list(leading_figures()),
            most_leading_figures=MOST,
        )

    @router.get("/glossary", operation_id="list_glossary")
    def list_glossary() -> list[GlossaryWord]:
        """Words of the trade, each in a sentence."""
        return list(glossary())

    @router.get("/shop/schools", operation_id="get_shop_schools")
    def get_shop_schools() -> ShopSchools:
        """The shop's choices between rival ways."""
        return settings.schools()

    @router.patch("/shop/schools", operation_id="set_shop_schools")
    def set_shop_schools(changes: dict[str, Any]) -> ShopSchools:
        """Change the shop's choices."""
        return settings.set_schools(changes)

    @router.post("/find", operation_id="find")
    def find(question: Question, request: Request) -> FinderAnswer:
        """Find jobs, metals, runs and steps, or reckon a line typed."""
        return finder.find(question.text, units_asked(request.headers.get(UNITS_HEADER)))

    return router
