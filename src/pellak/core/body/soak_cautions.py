"""What a heating head, big flames and insulation ask for before and while a body is heated."""

from pellak.core import say
from pellak.core.answer.working import Caution
from pellak.core.body.media import insulations
from pellak.core.body.soak_given import SoakGiven
from pellak.core.body.soaking import Soaking

BIG_FLAME_L_PER_H = 800.0


def soak_cautions(
    given: SoakGiven, of: Soaking, reaches: bool, spread_max_c: float | None
) -> list[Caution]:
    """Return the cautions of a soak. `spread_max_c` its greatest spread, °C.

    Args:
        given: body, head and target
        of: the run: body, flame and losses
        reaches: whether the target is reached
        spread_max_c: greatest spread, °C, None where it was not reckoned

    Source: each caution names its own

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> len(soak_cautions(given, of, reaches=True, spread_max_c=50.0)) > 0
    True
    """
    said: list[Caution] = []
    if not reaches:
        said.append(
            Caution(level="warn", text="This head does not bring it there. Do not sit and wait: "
                    "it only burns gas and scales the skin.",
                    reason="At its ceiling all the flame gives is lost again.",
                    source="heat balance of a body in still air")
        )  # fmt: skip
    if given.target_c > of.body.metal.top_c:
        said.append(
            Caution(level="warn", text=f"Over {say.c(of.body.metal.top_c)} these figures do not "
                    "hold: go by colour and crayon.",
                    reason="The metal changes its structure and swallows heat there.",
                    source=of.body.metal.source)
        )  # fmt: skip
    if (
        reaches
        and of.limit_c is not None
        and spread_max_c is not None
        and spread_max_c > 0.99 * of.limit_c
    ):
        said.append(
            Caution(level="warn", text="Rest the flame as the ramp says, and read both ends.",
                    reason=f"An end {say.kelvin(of.limit_c or 0)} hotter than the other "
                    "can crack it.", source="thermal stress of a restrained zone")
        )  # fmt: skip
    if given.acetylene_l_per_h > BIG_FLAME_L_PER_H:
        said.append(
            Caution(level="warn", text="Extraction or wide open doors, and a gas alarm.",
                    reason="Big flames indoors make nitrogen dioxide and carbon monoxide; lungs "
                    "may fail 4 to 24 h later.", source="OSHA 1926.353; HSE on oxy-fuel fume")
        )  # fmt: skip
    if given.insulation is not None:
        filling = insulations()[given.insulation.kind]
        said.append(
            Caution(level="warn", text=filling.care,
                    reason="Insulation is breathed in, and damp in it turns to steam.",
                    source="safety data of insulating materials")
        )  # fmt: skip
    return said
