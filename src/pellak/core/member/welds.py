"""The welds that pulled a member: read as they are said, and the bow they should have made."""

import re
from collections.abc import Sequence

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record, Working, short
from pellak.core.member.distortion import SOURCE, SPREAD, Weld, camber_mm
from pellak.core.member.kink import LongFace
from pellak.core.member.section import Section, properties
from pellak.core.reading.quantity import read_quantity

MOST_WELDS = 400
ACCEPTED = "how many, how long, the pitch, the leg: 24 x 40 mm every 300 mm from 150 mm, leg 5 mm"
_MEASURE = r"[\d./½¼¾ ]+\s*(?:mm|cm|m|in|ft|'|\")?"
_ROW = re.compile(
    rf"^(?:(?P<count>\d+)\s*(?:x|×|of)\s*)?(?P<length>{_MEASURE})"
    rf"(?:\s*(?:every|at|pitch)\s*(?P<pitch>{_MEASURE}))?"
    rf"(?:\s*from\s*(?P<start>{_MEASURE}))?\s*,?\s*leg\s*(?P<leg>{_MEASURE})$",
    re.I,
)


class WeldRow(Record):
    """Like welds in a row along the hollow face: how many, their length, pitch, first and leg."""

    count: int = Field(ge=1, le=MOST_WELDS)
    length_mm: Number = Field(gt=0, le=50_000)
    pitch_mm: Number = Field(ge=0, le=50_000)
    start_mm: Number = Field(ge=0, le=50_000)
    leg_mm: Number = Field(gt=0, le=50)

    @property
    def end_mm(self) -> float:
        """Where the last of them ends: n welds at a pitch take (n - 1) pitches and one length."""
        return self.start_mm + (self.count - 1) * self.pitch_mm + self.length_mm

    @property
    def stretches(self) -> list[tuple[float, float]]:
        """Where each weld begins and ends, mm."""
        begins = [self.start_mm + n * self.pitch_mm for n in range(self.count)]
        return [(at, at + self.length_mm) for at in begins]


def read_welds(text: str) -> dict[str, list[dict[str, float]]]:
    """Return the rows of welds a text says, as the job's field `welds`. Raises Refused.

    Args:
        text: welds as said, each after a semicolon

    Source: the trade's way of saying intermittent welds

    >>> read_welds('')
    {'welds': []}
    """
    return {"welds": [_row(text, part.strip()) for part in text.split(";") if part.strip()]}


def _row(text: str, part: str) -> dict[str, float]:
    found = _ROW.match(part)
    if found is None:
        raise Refused("welds_said", text, ACCEPTED)
    sizes = {name: _mm(text, found[name]) for name in ("length", "pitch", "start", "leg")}
    count = int(found["count"] or 1)
    if count > 1 and sizes["pitch"] <= 0:
        raise Refused("welds_said", text, f"the pitch of several welds; {ACCEPTED}")
    if not 1 <= count <= MOST_WELDS:
        raise Refused("welds_said", text, f"1 to {MOST_WELDS} welds")
    if count > 1 and sizes["pitch"] < sizes["length"]:
        raise Refused("welds_said", text, f"a pitch longer than a weld; {ACCEPTED}")
    return {"count": count, **{f"{name}_mm": value for name, value in sizes.items()}}


def _mm(text: str, part: str | None) -> float:
    if part is None:
        return 0.0
    try:
        return read_quantity(part.strip(), "length").value
    except Refused as refused:
        raise Refused("welds_said", text, f"{refused.accepted}; {ACCEPTED}") from None


def pulled_line(
    rows: Sequence[WeldRow], section: Section, length_mm: float, face: LongFace
) -> Working:
    """Return the bow these welds should have made, laid along the face opposite the long one, mm.

    A factor of two either way. Source: Blodgett, Design of Weldments, as for any weld along one.

    Args:
        rows: the welds
        section: of the member
        length_mm: of the member
        face: which is the long one

    >>> pulled_line([], Section(kind='flat', depth_mm=50, width_mm=6), 1000.0, 'top').value
    0.0
    """
    shape = properties(section)
    offset = 0.0 if face == "top" else section.depth_mm
    welds = [
        Weld(leg_mm=row.leg_mm, offset_mm=offset, start_mm=start, end_mm=end)
        for row in rows
        for start, end in row.stretches
    ]
    bow = abs(camber_mm(welds, length_mm, shape))
    count = sum(row.count for row in rows)
    return Working(
        name="pulled_mm", value=bow, unit="mm", low=SPREAD[0] * bow, high=SPREAD[1] * bow,
        formula="sum over the welds of 0.04 * A * e / I times min(x, L - x) / 2 along each",
        inserted=f"{count} welds on a member of {short(length_mm, 4)} mm",
        source=SOURCE, note="what is measured decides",
    )  # fmt: skip
