"""The shop's schools."""

from collections.abc import Mapping
from typing import Any

from pydantic import Field, ValidationError

from pellak.core.answer.errors import refusals
from pellak.core.answer.working import Record
from pellak.core.hand.known import OperatorCalibration
from pellak.core.model.job_base import ShopSchools
from pellak.store.database import Database
from pellak.store.rack import Rack

SCHOOLS_KEY, HAND_KEY = "schools", "hand"
MOST_BEFORE = 12


class HandKept(Record):
    """The hand plans go by now, None for the model's, and those they went by before."""

    now: OperatorCalibration | None = None
    before: list[OperatorCalibration] = Field(default_factory=list, max_length=MOST_BEFORE)


def hand_kept(rack: Rack) -> HandKept:
    """Return the hand the shop's plans go by."""
    return HandKept.model_validate(rack.setting(HAND_KEY) or {})


def shop_schools(rack: Rack) -> ShopSchools:
    """Return the schools the shop goes by."""
    return ShopSchools.model_validate(rack.setting(SCHOOLS_KEY) or {})


class Settings:
    """The use cases of the shop's own settings."""

    def __init__(self, database: Database) -> None:
        self._database = database

    def schools(self) -> ShopSchools:
        """Return the schools the shop goes by."""
        with self._database.reading() as session:
            return shop_schools(Rack(session))

    def set_schools(self, changes: Mapping[str, Any]) -> ShopSchools:
        """Change some of the shop's schools. Raises Refused naming the field."""
        with self._database.transaction() as session:
            rack = Rack(session)
            try:
                schools = ShopSchools.model_validate({**shop_schools(rack).model_dump(), **changes})
            except ValidationError as error:
                raise refusals(error)[0] from None
            rack.set_setting(SCHOOLS_KEY, schools.model_dump())
            return schools
