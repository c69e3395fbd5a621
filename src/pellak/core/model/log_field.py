"""What a run of a kind logs: times and measures, each beside what was planned."""

from typing import Literal

from pellak.core.answer.errors import Refused
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Record
from pellak.core.model.facts import Facts
from pellak.core.reading.quantity import read_quantity

LogGroup = Literal["timed", "set", "measured"]
SECONDS = {"s": 1.0, "min": 60.0}


class LogField(Record):
    """Something a run logs: how it is called and asked, in what, between which limits.

    `planned` names the fact it is held against, nothing where its kind plans it under its own id
    or nobody does; `burns` says that
    it counts the minutes the flame burnt; without a `quantity` it is a number on a scale. `group`
    tells times from what was set and what was measured.
    """

    id: str
    label: str
    asked: str
    unit: str
    quantity: QuantityKind | None
    least: float
    most: float
    planned: str = ""
    burns: bool = False
    group: LogGroup = "timed"

    def read(self, typed: object) -> float | None:
        """Return what was typed or timed, in the field's own unit; nothing typed is None.

        A bare number is in that unit. Raises Refused naming the field.
        """
        if typed is None or (isinstance(typed, str) and not typed.strip()):
            return None
        value = self._typed(typed) if isinstance(typed, str) else typed
        if isinstance(value, bool) or not isinstance(value, int | float):
            raise Refused(
                self.id, typed, f"a number, or text with a unit; in {self.unit} by itself"
            )
        if not self.least <= value <= self.most:
            raise Refused(self.id, typed, f"{self.least:g} to {self.most:g} {self.unit}")
        return float(value)

    def _typed(self, text: str) -> float:
        if self.quantity is None:
            try:
                return float(text.strip().removesuffix(self.unit).replace(",", "."))
            except ValueError:
                raise Refused(self.id, text, f"a number, {self.unit}") from None
        bare = text.strip().replace(",", ".").replace(".", "", 1).isdigit()
        try:
            whole = f"{text} {self.unit}" if bare else text
            found = read_quantity(whole, self.quantity).value
        except Refused as refused:
            raise Refused(self.id, text, refused.accepted) from None
        return found / SECONDS.get(self.unit, 1.0)


class LoggedMeasure(Record):
    """A measure of a run, planned beside actual; null where it was not planned, or not taken."""

    id: str
    label: str
    asked: str
    unit: str
    least: float
    planned: float | None
    actual: float | None
    group: LogGroup = "timed"


def planned_by(facts: Facts, field: LogField) -> float | None:
    """Return what a plan's facts say of a field, or None.

    Args:
        facts: of the plan
        field: of the log

    Source: the plan's own figures

    >>> from pellak.core.model.facts import Facts
    >>> asked = LogField.model_construct(id='puddle_s', planned='puddle_s')
    >>> planned_by(Facts.model_construct(puddle_s=3.8), asked)
    3.8
    """
    planned = getattr(facts, field.planned) if field.planned else facts.planned.get(field.id)
    return None if planned is None else float(planned)
