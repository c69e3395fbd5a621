"""The tip-chart reckoner: this shop's own tip chart, walls down, tips across."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Number, Reckoner, Record, Working
from pellak.core.gas.draw import DrawLimits
from pellak.core.reading.gauges import gauge_systems
from pellak.core.reading.quantity import read_quantity
from pellak.core.seam.filler import FillerGiven, reckon_filler
from pellak.core.supply.supply import SupplyValues, reckon_supply
from pellak.core.supply.supply_line import LineGiven, SupplyGiven
from pellak.core.tables import Family, gauge_thicknesses_mm
from pellak.core.torch.candidates import TipCandidate, TipVerdict
from pellak.core.torch.rack_tip import RackTip
from pellak.core.torch.tip import TipGiven, oxygen_ratio_for, reckon_tip

LEAST_WALL_MM, MOST_WALL_MM = 0.5, 6.5
SEAM_MM = 300.0
"""A foot of seam: the rod's size does not hang on it."""


class TipChartGiven(LineGiven):
    """Walls, typed or in mm, tips, and the line behind them. Without rows the metal's gauges."""

    family: Family = "carbon-steel"
    rows: list[Number | str] = Field(default_factory=list, max_length=40)
    tips: list[RackTip] = Field(min_length=1, max_length=20)
    capacity_m3: Number | None = Field(default=None, gt=0, le=600)
    minutes_needed: Number | None = Field(default=None, ge=0, le=1440)


class TipChartCell(Record):
    """One tip on one wall, as a plan would run it.

    Pressures at the regulators, gas flowing, bar; null where only a maker's chart could say, or
    where they would pass the acetylene limit. `barred` is by what the acetylene gives.
    """

    label: str
    acetylene_bar: float | None
    oxygen_bar: float | None
    acetylene_l_per_h: float
    puddle_s: float | None
    verdict: TipVerdict
    words: str
    by: Literal["chart", "reckoned"]
    barred: bool


class TipChartRow(Record):
    """One wall: as it was typed, its thickness and rod, mm, and a cell for each tip."""

    text: str
    thickness_mm: float
    rod_mm: float | None
    cells: list[TipChartCell]


class TipChartValues(Record):
    """The chart, thin walls first, tips in the order they were given."""

    family: Family
    tips: list[str]
    rows: list[TipChartRow]


class TipChartAnswer(Answer):
    """Answer of the tip-chart reckoner."""

    values: TipChartValues


def usual_rows(family: Family) -> list[str]:
    """Return the gauges of a metal's sheet from 0.5 to 6.5 mm, thin first; round mm without any.

    Args:
        family: the metal

    Source: gauges.csv, each row its own

    >>> usual_rows('carbon-steel')[-3:], usual_rows('lead')[:2]
    (['6 ga', '4 ga', '3 ga'], ['1 mm', '1.5 mm'])
    """
    system = next((one for one in gauge_systems().values() if family in one.families), None)
    if system is None or system.system.startswith("lead"):
        return [f"{mm:g} mm" for mm in (1, 1.5, 2, 2.5, 3, 4, 5, 6)]
    sizes = gauge_thicknesses_mm()[system.system]
    # Even numbers are what sheet is sold by; 11 and 3 stand for an eighth and a quarter of an inch.
    sold = [gauge for gauge in sizes if int(gauge) % 2 == 0 or gauge in ("11", "3")]
    held = [gauge for gauge in sold if LEAST_WALL_MM <= sizes[gauge] <= MOST_WALL_MM]
    return [f"{gauge} ga" for gauge in sorted(held, key=lambda gauge: sizes[gauge])]


def _walls(given: TipChartGiven) -> list[tuple[str, float]]:
    walls = []
    for place, row in enumerate(given.rows or usual_rows(given.family)):
        if isinstance(row, str):
            try:
                walls.append((row, read_quantity(row, "length", given.family).value))
            except Refused as refused:
                raise Refused(f"rows.{place}", row, refused.accepted) from None
        else:
            walls.append((f"{row:g} mm", float(row)))
        if not 0.3 <= walls[-1][1] <= 25:
            raise Refused(f"rows.{place}", row, "a wall from 0.3 to 25 mm")
    return sorted(walls, key=lambda wall: wall[1])


def _supply(given: TipChartGiven, cell: TipCandidate, oxygen_ratio: float) -> SupplyValues:
    return reckon_supply(
        SupplyGiven(
            acetylene_l_per_h=cell.acetylene_l_per_h,
            oxygen_ratio=oxygen_ratio,
            orifice_mm=cell.orifice_mm,
            jets=cell.jets,
            mixer=given.mixer,
            hose_length_m=given.hose_length_m,
            hose_bore_mm=given.hose_bore_mm,
            arrestors=given.arrestors,
            chart_acetylene_bar=cell.chart.acetylene_bar if cell.chart else None,
            chart_oxygen_bar=cell.chart.oxygen_bar if cell.chart else None,
            region=given.region,
        )
    ).values


def _cell(given: TipChartGiven, found: TipCandidate, oxygen_ratio: float) -> TipChartCell:
    values = _supply(given, found, oxygen_ratio)
    draw = None if given.capacity_m3 is None else DrawLimits(1000 * given.capacity_m3)
    over = draw is not None and found.acetylene_l_per_h > draw.for_minutes(given.minutes_needed)
    return TipChartCell(
        label=found.label,
        acetylene_bar=values.acetylene.set_flowing_bar,
        oxygen_bar=values.oxygen.set_flowing_bar,
        acetylene_l_per_h=found.acetylene_l_per_h,
        puddle_s=found.puddle_s,
        verdict=found.verdict,
        words=found.words,
        by="chart" if found.chart else "reckoned",
        barred=over or found.verdict == "over-draw",
    )


def _row(given: TipChartGiven, text: str, wall_mm: float) -> TipChartRow:
    piece = TipGiven(
        family=given.family, thickness_mm=wall_mm, mixer=given.mixer, region=given.region,
        rack=given.tips, capacity_m3=given.capacity_m3, minutes_needed=given.minutes_needed,
    )  # fmt: skip
    judged = {one.label: one for one in reckon_tip(piece).values.candidates}
    ratio = oxygen_ratio_for(piece)
    rod = reckon_filler(
        FillerGiven(family=given.family, thickness_mm=wall_mm, length_mm=SEAM_MM)
    ).values.rod_diameter_mm
    return TipChartRow(
        text=text,
        thickness_mm=wall_mm,
        rod_mm=rod,
        cells=[_cell(given, judged[tip.label], ratio) for tip in given.tips],
    )


def reckon_tip_chart(given: TipChartGiven) -> TipChartAnswer:
    """Return this shop's tip chart: for each wall and tip pressures, flow, puddle and verdict.

    bar at the regulators with gas flowing, L/h, seconds, mm. Each cell is what the tip reckoner
    says of that tip on that wall, at the flow a plan would run it, and what the supply reckoner
    says of that flow. Valid for walls of 0.3 to 25 mm, a butt of sheet at 20 °C. Source: the tip,
    supply and filler reckoners. Raises Refused naming the row that cannot be read, or tips of one
    label.

    >>> tips = [RackTip(label='3', orifice_mm=0.9)]
    >>> row = reckon_tip_chart(TipChartGiven(tips=tips, rows=['18 ga'])).values.rows[0]
    >>> row.thickness_mm, round(row.cells[0].acetylene_l_per_h), row.cells[0].verdict
    (1.214, 121, 'fits')
    """
    labels = [tip.label for tip in given.tips]
    if len(set(labels)) < len(labels):
        raise Refused("tips", labels, "tips of different labels")
    rows = [_row(given, text, wall_mm) for text, wall_mm in _walls(given)]
    return TipChartAnswer(
        values=TipChartValues(family=given.family, tips=labels, rows=rows),
        working=[_working(row) for row in rows],
        cautions=[
            Caution(
                level="note",
                text="A tip maker's own chart goes before every reckoned cell.",
                reason="Makers' bores and mixers differ from each other.",
                source="torch makers' instructions",
            )
        ],
    )


def _working(row: TipChartRow) -> Working:
    fits = [cell for cell in row.cells if cell.verdict == "fits" and not cell.barred]
    best = fits[0] if fits else None
    return Working(
        name="acetylene_l_per_h",
        value=best.acetylene_l_per_h if best else None,
        unit="L/h",
        formula="tip and supply, tip by tip",
        inserted=f"{row.text}: {best.label if best else 'no tip fits'}",
        source="the tip and supply reckoners",
        note="charts differ by about a fifth",
    )


TIP_CHART = Reckoner(
    "tip-chart",
    "What is this shop's own tip chart?",
    TipChartGiven,
    TipChartAnswer,
    reckon_tip_chart,
)
