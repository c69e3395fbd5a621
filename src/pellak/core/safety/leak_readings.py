"""What is read off the four gauges of a leak test, and what such a gauge can show."""

from collections.abc import Mapping
from typing import Any, Literal

from pydantic import Field, model_validator

from pellak.core import say
from pellak.core.answer.working import Number, Record

Gauge = Literal["contents", "outlet"]
GAUGES: tuple[Gauge, Gauge] = ("contents", "outlet")
SEEN_BAR: Mapping[Gauge, float] = {"contents": 1.0, "outlet": 0.05}
"""About half a division, 0.5 % of full scale: what moves less was not seen to move."""
HIGHEST_OUTLET_BAR = 40.0


class GaugeReading(Record):
    """One needle: either where it stood before and after, or how high at least and not moved."""

    before_bar: Number | None = Field(default=None, ge=0, le=350)
    after_bar: Number | None = Field(default=None, ge=0, le=350)
    at_least_bar: Number | None = Field(default=None, ge=0, le=350)
    moved: Literal[False] | None = None

    @model_validator(mode="after")
    def _one_way(self) -> "GaugeReading":
        typed = self.before_bar is not None and self.after_bar is not None
        seen = self.at_least_bar is not None and self.moved is False
        if typed == seen:
            raise ValueError("before_bar and after_bar, or at_least_bar and moved false")
        return self

    @property
    def from_bar(self) -> float:
        """Where it stood as the clock started, bar; of one not moved, at least."""
        return self.at_least_bar if self.before_bar is None else self.before_bar  # type: ignore[return-value]

    @property
    def by_bar(self) -> float:
        """How far it moved, bar; less than half a division is not moved."""
        if self.before_bar is None or self.after_bar is None:
            return 0.0
        return self.after_bar - self.before_bar


class HalfDivisions(Record):
    """Half a division of each kind of gauge, bar: what moves less is not seen to move."""

    contents: Number = Field(default=SEEN_BAR["contents"], ge=0.005, le=10)
    outlet: Number = Field(default=SEEN_BAR["outlet"], ge=0.001, le=1)


class GasReadings(Record):
    """One side's two needles, bar gauge. Each may also be told flat, as `outlet_before_bar`."""

    contents: GaugeReading
    outlet: GaugeReading

    @model_validator(mode="before")
    @classmethod
    def _flat(cls, document: Any) -> Any:
        if not isinstance(document, dict) or {"contents", "outlet"} & document.keys():
            return document
        return {
            gauge: {
                name.removeprefix(f"{gauge}_"): value
                for name, value in document.items()
                if name.startswith(gauge)
            }
            for gauge in GAUGES
        }

    @model_validator(mode="after")
    def _outlet_is_low(self) -> "GasReadings":
        outlet = self.outlet
        if max(outlet.from_bar, outlet.from_bar + outlet.by_bar) > HIGHEST_OUTLET_BAR:
            raise ValueError(f"outlet: at most {say.bar(HIGHEST_OUTLET_BAR, limit='<')}")
        return self
