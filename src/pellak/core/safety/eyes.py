"""The eyes reckoner: lens shade by both schools."""

from collections.abc import Mapping

from pydantic import Field

from pellak.core.answer.working import Answer, Caution, Number, Reckoner, Record, School, Working
from pellak.core.tables import rows

FORMULA = "darker of shade by flow and lightest shade by thickness"


class EyesGiven(Record):
    """Acetylene flow, thickness, and whether a light-emitting aluminium flux is used."""

    acetylene_l_per_h: Number = Field(ge=1, le=20_000)
    thickness_mm: Number = Field(ge=0.1, le=500)
    flux: bool = False


class EyesValues(Record):
    """Shades; `glare_filter` asks for the lens that takes out the yellow of the flux."""

    shade: int
    shade_by_flow: int
    shade_by_thickness_low: int
    shade_by_thickness_high: int
    glare_filter: bool


class EyesAnswer(Answer):
    """Answer of the eyes reckoner."""

    values: EyesValues


def _row(school: str, value: float) -> Mapping[str, str]:
    return next(
        row
        for row in rows("lens_shades.csv")
        # EN 169 counts its limit into the paler shade, ANSI Z49.1 into the darker.
        if row["school"] == school
        and (
            not row["up_to"]
            or value < float(row["up_to"])
            or (school == "en169" and value == float(row["up_to"]))
        )
    )


def reckon_eyes(given: EyesGiven) -> EyesAnswer:
    """Return the lens shade by flow (EN 169) and by thickness (ANSI Z49.1), and the one to wear.

    Valid for welding and heating flames of 1 to 20 000 L/h; not for an arc, nor for cutting.
    Source: the two standards' tables. Raises nothing.
    """
    by_flow = _row("en169", given.acetylene_l_per_h)
    by_thickness = _row("ansi-z49", given.thickness_mm)
    shade = max(int(by_flow["shade_high"]), int(by_thickness["shade_low"]))
    mark = "a" if given.flux else ""
    low, high = int(by_thickness["shade_low"]), int(by_thickness["shade_high"])
    return EyesAnswer(
        values=EyesValues(
            shade=shade,
            shade_by_flow=int(by_flow["shade_high"]),
            shade_by_thickness_low=low,
            shade_by_thickness_high=high,
            glare_filter=given.flux,
        ),
        working=[
            Working(
                name="shade",
                value=shade,
                low=shade,
                high=max(shade, high),
                formula=FORMULA,
                inserted=f"darker of {by_flow['shade_high']} and {low}",
                source=f"{by_flow['source']}; {by_thickness['source']}",
                note="the darkest through which the pool is still seen clearly",
            )
        ],
        cautions=[
            Caution(
                level="warn",
                text="Plain safety glasses are not enough, and cobalt-blue glass is no protection.",
                reason="Neither stops the infra-red of flame and pool.",
                source="EN 169; ANSI Z49.1",
            )
        ],
        schools=[
            School(
                id="en169",
                label="by gas flow",
                why="a bigger flame is a brighter flame",
                values={"shade": f"{by_flow['shade_high']}{mark}"},
            ),
            School(
                id="ansi-z49",
                label="by thickness",
                why="thicker metal means a bigger, hotter pool",
                values={"shade": f"{low}–{high}"},
            ),
        ],
    )


EYES = Reckoner("eyes", "Which lens shade?", EyesGiven, EyesAnswer, reckon_eyes)
