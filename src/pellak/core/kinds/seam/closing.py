"""How warm the start of a ring is when the seam comes round to it, torch's own warmth included."""

from pellak.core import say
from pellak.core.answer.figure import Figure, figure_of
from pellak.core.answer.working import Working, short
from pellak.core.heat.forerunner import FORMULA, SOURCE, closing_rise_k
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.piece.dimensions import ring_length
from pellak.core.seam.filler import FillerValues

SHORT_OF_MM = 100.0
"""How far short of its start the seam is looked at: there the hand can still speed up."""


def closing_figure(reckoned: Reckoned, values: FillerValues) -> Figure | None:
    """Return the tube's warmth where the ring closes; None for a seam that does not."""
    job = reckoned.job
    ring = ring_length(job.joint, job.outside_diameter_mm, job.branch_deg)
    if ring is None or not values.passes:
        return None
    ring_mm = float(ring.value or 0)
    first = values.passes[0]
    lap_s = 60 * ring_mm / first.travel_mm_per_min
    short_of = min(SHORT_OF_MM, ring_mm / 4)
    metal, case = reckoned.constants, reckoned.solution.expected.case
    rise = closing_rise_k(case, ring_mm, lap_s, short_of)
    warm_c = min(reckoned.start_c + rise, metal.melting_c)
    return figure_of(
        Working(
            name="closing_c",
            value=warm_c,
            unit="°C",
            low=min(reckoned.start_c + 0.7 * rise, warm_c),
            high=min(reckoned.start_c + 1.4 * rise, metal.melting_c),
            formula=FORMULA,
            inserted=f"one lap of {short(ring_mm, 4)} mm in {short(lap_s / 60, 3)} min, "
            f"{short(short_of, 3)} mm short of the start",
            source=SOURCE,
            note="the wall taken as an unrolled plate, one lap without a stop",
        ),
        "Tube where the ring closes",
        detail=f"already this warm with the torch {say.mm(short_of)} short, and warmer every "
        "step: speed up or lift for the last quarter",
    )
