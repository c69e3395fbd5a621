"""A tip the shop owns, with its maker's chart as typed in."""

from pydantic import Field, model_validator

from pellak.core.answer.working import Number, Record
from pellak.core.tables import number_drills
from pellak.core.torch.jet import nearest_drill


class ChartRow(Record):
    """One row of the tip maker's own chart, as typed in."""

    thickness_low_mm: Number = Field(ge=0, le=100)
    thickness_high_mm: Number = Field(ge=0, le=100)
    acetylene_bar: Number = Field(ge=0, le=1.5)
    oxygen_bar: Number = Field(ge=0, le=10)
    acetylene_l_per_h: Number | None = Field(default=None, ge=2, le=20_000)

    @model_validator(mode="after")
    def _in_order(self) -> "ChartRow":
        if self.thickness_low_mm > self.thickness_high_mm:
            raise ValueError("thickness_low_mm must not be above thickness_high_mm")
        return self


class RackTip(Record):
    """A tip the shop owns: the label stamped on it, its bore, how many jets, the maker's chart."""

    label: str = Field(min_length=1, max_length=40)
    orifice_mm: Number = Field(ge=0.2, le=10)
    jets: int = Field(default=1, ge=1, le=60)
    chart: list[ChartRow] = Field(default_factory=list, max_length=40)


def chart_row(tip: RackTip, thickness_mm: float) -> ChartRow | None:
    """Return the row of the maker's chart that covers a thickness, or None.

    Args:
        tip: with the rows of its maker's chart
        thickness_mm: sheet, mm, above 0

    Source: the maker's chart as typed

    >>> chart_row(RackTip(label='3', orifice_mm=0.9, jets=1), 1.2) is None
    True
    """
    return next(
        (r for r in tip.chart if r.thickness_low_mm <= thickness_mm <= r.thickness_high_mm), None
    )


def drill_tips(bore_mm: float) -> list[RackTip]:
    """Return the nearest number drill and its neighbours as tips, for a shop with no rack yet.

    Args:
        bore_mm: wanted, mm, above 0

    Source: number drills, ASME B94.11M

    >>> [tip.label for tip in drill_tips(0.9)]
    ['#66', '#65', '#64']
    """
    drills = number_drills()
    nearest = nearest_drill(bore_mm)
    if nearest is None:
        return []
    place = drills.index(nearest)
    return [
        RackTip(label=drill.drill, orifice_mm=drill.diameter_mm)
        for drill in drills[max(0, place - 1) : place + 2]
    ]
