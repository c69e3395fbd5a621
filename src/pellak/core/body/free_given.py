"""What is asked when a part is heated to be freed, fitted or bent."""

from pydantic import Field, model_validator

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.body.body import BodyGiven
from pellak.core.body.metals import BodyFamily
from pellak.core.body.purposes import (
    BEARING_STOP_C,
    QUENCHED_STOP_C,
    PropertyClass,
    Purpose,
    PurposeRow,
    purposes,
)
from pellak.core.body.two_bodies import EXPANSION_TO_200


class InnerGiven(Record):
    """What sits in the bore."""

    family: BodyFamily = "carbon-steel"
    diameter_mm: Number = Field(ge=2, le=2000)
    length_mm: Number = Field(ge=2, le=10_000)


class FreeGiven(Record):
    """A part, what it is heated for, and the head. `target_c` only where one's own is wanted; a
    `bearing` is never heated by flame. Bending takes `radius_mm` and `angle_deg`."""

    purpose: Purpose
    outer: BodyGiven
    inner: InnerGiven | None = None
    bore_mm: Number | None = Field(default=None, ge=2, le=2000)
    interference_mm: Number | None = Field(default=None, ge=0, le=2)
    clearance_mm: Number | None = Field(default=None, ge=0, le=2)
    property_class: PropertyClass | None = None
    bearing: bool = False
    radius_mm: Number | None = Field(default=None, ge=1, le=5000)
    angle_deg: Number | None = Field(default=None, ge=1, le=270)
    target_c: Number | None = Field(default=None, ge=30, le=1050)
    start_c: Number = Field(default=20.0, ge=-30, le=400)
    acetylene_l_per_h: Number = Field(ge=20, le=20_000)

    @model_validator(mode="after")
    def _fits(self) -> "FreeGiven":
        if self.inner and self.bore and self.inner.diameter_mm > self.bore * 1.05:
            raise ValueError("inner: as thick as the bore at most")
        return self

    @property
    def row(self) -> PurposeRow:
        """The purpose's row."""
        return purposes()[self.purpose]

    @property
    def bore(self) -> float | None:
        """The bore, mm: as told, or a ring's own."""
        if self.bore_mm is not None:
            return self.bore_mm
        return self.outer.bore_mm if self.outer.shape == "ring" else None

    @property
    def stop_c(self) -> float:
        """Where to stop, °C: the purpose's, or the temper of a quenched screw if that is less."""
        usual = self.row.stop_c or 720.0
        if self.outer.family.startswith("aluminium"):
            usual = min(usual, 430.0)
        if self.bearing:
            usual = min(usual, BEARING_STOP_C)
        if self.purpose == "seized":
            # The purpose stops for every class: a known one may lower it, never raise it.
            return min(usual, QUENCHED_STOP_C.get(self.property_class or "", usual))
        return usual

    @property
    def needed_mm(self) -> float | None:
        """What a shrink fit must open, mm on the diameter: its interference and some to spare."""
        if self.bore is None or self.purpose not in ("shrink-on", "shrink-off"):
            return None
        spare = self.bore / 1000 + 0.05 if self.clearance_mm is None else self.clearance_mm
        if self.purpose == "shrink-off" and self.clearance_mm is None:
            spare = 0.02
        return (self.interference_mm or 0.0) + spare

    def aim_c(self) -> float:
        """Return the heat to go to, °C. Raises Refused where it cannot be told or must not be."""
        row = self.row
        if self.outer.family not in row.families:
            raise Refused("outer.family", self.outer.family, "one of " + ", ".join(row.families))
        if self.bearing:
            raise Refused("bearing", True, f"an oil bath or an induction heater to {say.c(120)}: "
            "a flame "
                          "takes the hardness out of a bearing in one place")  # fmt: skip
        if self.target_c is not None:
            if self.target_c > self.stop_c:
                raise Refused(
                    "target_c", self.target_c, f"at most {say.c(self.stop_c, limit='<')} here"
                )
            return float(self.target_c)
        needed = self.needed_mm
        if needed is not None and self.bore is not None:
            rise = needed / (EXPANSION_TO_200[self.outer.family] * self.bore)
            if self.purpose == "shrink-off":
                # The shaft warms as well while the hub is heated.
                rise *= 1.6
            return min(self.start_c + max(rise, 20.0), self.stop_c)
        if row.low_c is None or row.high_c is None:
            if self.purpose in ("shrink-on", "shrink-off"):
                raise Refused("bore_mm", None, "the bore: how hot follows from it")
            raise Refused("target_c", None, "how hot it is wanted")
        return (row.low_c + row.high_c) / 2
