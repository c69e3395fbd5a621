"""The lens at the Torch station."""

from typing import get_args

from pellak.core.answer.figure import Choice, Figure, figure_of
from pellak.core.answer.working import Caution, School
from pellak.core.kinds.stations.set_up import TorchSetUp, line
from pellak.core.model.job_base import Shade
from pellak.core.safety.eyes import EyesAnswer

NOT_ENOUGH = "plain safety glasses are not enough, cobalt-blue glass is none"
SHADES: tuple[Shade, ...] = get_args(Shade)


def eyes_figure(reckoned: TorchSetUp) -> Figure:
    """Return the lens shade, the person's own where they chose one, with both schools."""
    eyes, own = reckoned.eyes, reckoned.job.shade
    shade = line(eyes.working, "shade")
    if own is not None:
        shade = shade.model_copy(update={"value": int(own), "low": None, "high": None})
    schools = " · ".join(f"{s.values['shade']} {s.label}" for s in eyes.schools)
    glare = " · flux-glare filter" if eyes.values.glare_filter else ""
    whose = f"yours, reckoned {eyes.values.shade}; " if own is not None else ""
    chosen = own or str(eyes.values.shade)
    choice = Choice(
        field="shade",
        question="Which shade do you wear?",
        chosen=chosen,
        chosen_by="job",
        job_only=True,
        schools=[School(id=s, label=f"shade {s}", why=_shade_words(s, eyes)) for s in SHADES],
    )
    return figure_of(
        shade, "Lens shade", detail=f"{whose}{schools}{glare}; {NOT_ENOUGH}"
    ).model_copy(update={"choice": choice})


def _shade_words(shade: str, eyes: EyesAnswer) -> str:
    if int(shade) < eyes.values.shade:
        return "lighter than this flame asks for"
    if int(shade) == eyes.values.shade:
        return "what this flame and thickness ask for"
    return "darker: only as long as the pool is seen clearly"


def shade_cautions(reckoned: TorchSetUp) -> list[Caution]:
    """Return a warning where the shade chosen is lighter than the flame asks for."""
    own, least = reckoned.job.shade, reckoned.eyes.values.shade
    if own is None or int(own) >= least:
        return []
    return [
        Caution(
            level="warn",
            text=f"Your shade {own} is lighter than the {least} this flame asks for.",
            reason="Flame and pool dazzle, and their infra-red clouds the eye over years.",
            source="EN 169, EN ISO 16321-2; ANSI Z49.1",
        )
    ]
