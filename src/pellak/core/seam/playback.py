"""The tack order played through: the sheet in frames, worked out once and sent once."""

import numpy as np

from pellak.core.answer.working import Record
from pellak.core.heat.colour import colour_at
from pellak.core.seam.tack_heat import TackHeat, field_c
from pellak.core.seam.tacks import TacksValues, tack_case
from pellak.core.seam.tacks_given import TacksGiven

ROWS_MM = (0.0, 5.0, 10.0, 15.0, 20.0, 25.0, 30.0, 35.0, 40.0)
COLUMNS = 90
FRAMES = 120
AFTER_S = 60.0
"""The cooling shown after the last tack."""
COLOUR_STEP_C = 10.0


class TackPlayback(Record):
    """Frames of the sheet's temperature beside the seam.

    `frames_c` is (frames, rows, columns) in whole °C; row 0 lies on the seam, the others beside it
    on either side. `colours` are the metal's own, one every `colour_step_c` from 0 °C.
    """

    times_s: list[float]
    rows_mm: list[float]
    columns_mm: list[float]
    frames_c: list[list[list[int]]]
    colours: list[str]
    colour_step_c: float
    limit_c: float


def play_tacks(given: TacksGiven, values: TacksValues) -> TackPlayback:
    """Return the frames of a tack order whose waits are worked out."""
    case = tack_case(given)
    timed = [tack for tack in values.tacks if tack.starts_s is not None]
    starts = np.array([tack.starts_s for tack in timed], dtype=float)
    places = np.array([tack.at_mm for tack in timed])
    end = float(starts[-1]) + values.hold_s + AFTER_S
    times = np.linspace(0.0, end, FRAMES)
    columns = np.linspace(0.0, given.seam_mm, COLUMNS)
    field = field_c(
        TackHeat.of(case, values.hold_s), places, starts, given.seam_mm, times, columns,
        np.array(ROWS_MM), closed=values.closed,
    )  # fmt: skip
    melting = case.family.melting_c
    steps = np.arange(0.0, melting + 2 * COLOUR_STEP_C, COLOUR_STEP_C)
    return TackPlayback(
        times_s=[float(t) for t in times],
        rows_mm=list(ROWS_MM),
        columns_mm=[float(x) for x in columns],
        frames_c=np.rint(field).astype(int).tolist(),
        colours=[colour_at(float(c), melting, case.family.family) for c in steps],
        colour_step_c=COLOUR_STEP_C,
        limit_c=values.limit_c,
    )
