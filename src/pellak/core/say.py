"""The measures of a sentence by what they are of: `say.mm(3.2)`, `say.c(650, limit="<")`.

Each stands in the sentence as a mark (`pellak.core.marks`) and is put into words where it is shown.

>>> from pellak.core.reading.measures import said
>>> said(f"{mm(1865)}, {wall(2.4)}, {c(304.4)}, {kelvin(25)} more", "inch")
'73 3/8 in, 3/32 in, 580 °F, 45 °F more'
>>> said(f"{bar(1.03, limit='<')}, {l_per_h(212.4)}, {m3(4.1)}, {metres(11)}", "inch")
'15 psi, 7.5 cfh, 145 ft³, 35 ft'
"""

from dataclasses import dataclass

from pellak.core.marks import measure


@dataclass(frozen=True)
class SaidAs:
    """A kind of measure as sentences say it, with how fine it is in metric unless asked otherwise.

    `places` are decimals, for kinds that are told in whole units; else `digits` count.
    """

    kind: str
    digits: int = 3
    places: int | None = None
    joint: str = " to "

    def __call__(
        self,
        value: float,
        digits: int | None = None,
        *,
        places: int | None = None,
        to: float | None = None,
        joint: str = "",
        limit: str = "",
    ) -> str:
        """Return the mark of a value in the kind's canonical unit, or of a range up to `to`."""
        if digits is None and places is None:
            digits, places = self.digits, self.places
        return measure(
            self.kind, value, digits or self.digits, places=places, to=to,
            joint=joint or self.joint, limit=limit,
        )  # fmt: skip


mm = SaidAs("mm")
"""A length, a gap or a place on a piece."""
wall = SaidAs("wall")
"""A size of stock, mm: a wall, a rod, a bore."""
c = SaidAs("°C", places=0)
crayon = SaidAs("crayon")
"""The figure a crayon is stamped with, °C: it is not rounded as a heat is."""
kelvin = SaidAs("K", places=0)
"""A difference of temperatures."""
bar = SaidAs("bar")
l_per_h = SaidAs("L/h", places=0)
litres = SaidAs("L")
m3 = SaidAs("m³", digits=2, joint="–")
metres = SaidAs("m")
kg = SaidAs("kg")
mm_per_min = SaidAs("mm/min", digits=2)
m_per_s = SaidAs("m/s")
