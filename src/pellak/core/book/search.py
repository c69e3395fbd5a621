"""Which runs are wanted, in which order, and how many there would be of each sort."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.book.columns import Mask, RunColumns
from pellak.core.model.run_measures import VERDICTS
from pellak.core.tables import joints
from pellak.core.tables.metal_families import family_name

FacetId = Literal["family", "thickness", "joint", "who", "tip", "verdict", "sign", "kind"]
FACETS: dict[FacetId, str] = {
    "family": "Metal",
    "thickness": "Thickness",
    "joint": "Joint",
    "who": "Who",
    "verdict": "Verdict",
    "sign": "Seen",
    "tip": "Tip",
    "kind": "Work",
}
THICKNESS_ENDS_MM = (1.0, 1.6, 3.2, 6.0)
"""Thin sheet, sheet, heavy sheet, plate, heavy plate; each up to and with its end."""
Sort = Literal["newest", "oldest", "thinnest", "thickest", "slowest", "quickest"]
SORTS: dict[Sort, str] = {
    "newest": "Newest first",
    "oldest": "Oldest first",
    "thinnest": "Thinnest first",
    "thickest": "Thickest first",
    "slowest": "Slowest puddle against plan first",
    "quickest": "Quickest puddle against plan first",
}
MOST_VALUES = 40
"""Values of a facet that are told; the commonest stand first."""
MOST_CHOSEN = 40


class RunsWanted(Record):
    """What is looked for; within one facet any of its values will do, nothing chosen is all.

    A thickness or a day at an end counts in; days are counted since 1970.
    """

    chosen: dict[FacetId, list[str]] = Field(default_factory=dict)
    least_mm: Number | None = Field(default=None, ge=0)
    most_mm: Number | None = Field(default=None, ge=0)
    first_day: int | None = None
    last_day: int | None = None
    sort: Sort = "newest"


class FacetValue(Record):
    """A value, and how many of the runs wanted otherwise have it."""

    value: str
    label: str
    count: int
    chosen: bool


class Facet(Record):
    """A way to tell runs apart."""

    id: FacetId
    label: str
    values: list[FacetValue]


def thickness_bands(thickness_mm: NDArray[np.float64]) -> NDArray[np.int64]:
    """Return the band of each thickness, mm, from 0; an end belongs to the thinner band."""
    return np.searchsorted(np.array(THICKNESS_ENDS_MM), thickness_mm - 1e-9)


def band_label(band: int) -> str:
    """Return a band of thickness in words.

    Args:
        band: its number, from 0

    Source: definition

    >>> from pellak.core.reading.measures import said
    >>> said(band_label(0), "metric"), said(band_label(1), "inch")
    ('to 1 mm', 'over 0.039 to 1/16 in')
    """
    ends = THICKNESS_ENDS_MM
    if band == 0:
        return f"to {say.wall(ends[0], 6)}"
    if band == len(ends):
        return f"over {say.wall(ends[-1], 6)}"
    return f"over {say.wall(ends[band - 1], 6, to=ends[band])}"


class BookHits:
    """The runs that are wanted among all, each facet's own choice kept apart so that what it would
    be otherwise can be counted."""

    def __init__(self, columns: RunColumns, wanted: RunsWanted, worded: Mask | None = None) -> None:
        self._columns, self._wanted = columns, wanted
        everything = np.ones(len(columns), dtype=np.bool_)
        plain = everything if worded is None else worded.copy()
        thickness, day = columns.number("thickness_mm"), columns.number("day")
        if wanted.least_mm is not None:
            plain &= thickness >= wanted.least_mm - 1e-9
        if wanted.most_mm is not None:
            plain &= thickness <= wanted.most_mm + 1e-9
        if wanted.first_day is not None:
            plain &= day >= wanted.first_day
        if wanted.last_day is not None:
            plain &= day <= wanted.last_day
        self._bands = thickness_bands(thickness)
        self._plain = plain
        self._by_facet = {
            facet: self._fits(facet, values) for facet, values in wanted.chosen.items() if values
        }
        mask = plain
        for fits in self._by_facet.values():
            mask = mask & fits
        self.mask = mask

    @property
    def total(self) -> int:
        """How many runs are wanted."""
        return int(self.mask.sum())

    def rows(self, offset: int, most: int) -> list[str]:
        """Return the ids of some of them, in the order wanted, from the one at `offset`."""
        order = self._order()
        return [self._columns.run_ids[row] for row in order[offset : offset + most]]

    def place_after(self, run_id: str) -> int:
        """Return the place that follows a run's, in the order wanted. Raises Refused."""
        for place, row in enumerate(self._order(), start=1):
            if self._columns.run_ids[row] == run_id:
                return place
        raise Refused("after", run_id, "the id of a run that is among those wanted")

    def facets(self) -> list[Facet]:
        """Return every facet with what may be chosen in it."""
        return [
            Facet(id=facet, label=label, values=self._values(facet))
            for facet, label in FACETS.items()
        ]

    def _order(self) -> NDArray[np.int64]:
        columns, sort = self._columns, self._wanted.sort
        newest = columns.order[self.mask[columns.order]]
        if sort == "newest":
            return newest
        if sort == "oldest":
            return newest[::-1]
        if sort in ("thinnest", "thickest"):
            by = columns.number("thickness_mm")[newest]
        else:
            by = (columns.number("puddle_s") / columns.number("planned_puddle_s"))[newest]
        if sort in ("thickest", "slowest"):
            by = -by
        # What is not known stands last either way.
        return newest[np.argsort(by, kind="stable")]

    def _fits(self, facet: FacetId, values: list[str]) -> Mask:
        columns = self._columns
        if facet == "sign":
            return np.asarray(np.logical_or.reduce([columns.saw(value) for value in values]))
        if facet == "thickness":
            bands = [int(value) for value in values if value.isdigit()]
            return np.isin(self._bands, bands)
        labels = columns.labels[facet]
        codes = [labels.index(value) for value in values if value in labels]
        return np.isin(columns.word(facet), codes)

    def _others(self, facet: FacetId) -> Mask:
        mask = self._plain
        for other, fits in self._by_facet.items():
            if other != facet:
                mask = mask & fits
        return mask

    def _values(self, facet: FacetId) -> list[FacetValue]:
        columns, mask = self._columns, self._others(facet)
        chosen = self._wanted.chosen.get(facet, [])
        if facet == "sign":
            counts = [(sign, int((columns.saw(sign) & mask).sum())) for sign in columns.signs]
        elif facet == "thickness":
            counted = np.bincount(self._bands[mask], minlength=len(THICKNESS_ENDS_MM) + 1)
            counts = [(str(band), int(count)) for band, count in enumerate(counted)]
        else:
            labels = columns.labels[facet]
            counted = np.bincount(columns.word(facet)[mask], minlength=len(labels))
            counts = [(label, int(counted[code])) for code, label in enumerate(labels)]
        known = [(v, c) for v, c in counts if v and (c or v in chosen)]
        if facet != "thickness":
            known.sort(key=lambda one: (-one[1], one[0]))
        return [
            FacetValue(value=value, label=_label(facet, value), count=count, chosen=value in chosen)
            for value, count in known[:MOST_VALUES]
        ]


def _label(facet: FacetId, value: str) -> str:
    if facet == "thickness":
        return band_label(int(value))
    if facet == "verdict":
        return {str(verdict): words for verdict, words in VERDICTS.items()}.get(value, value)
    if facet == "family":
        return family_name(value)
    if facet == "joint":
        return joints()[value].name if value in joints() else value
    return value
