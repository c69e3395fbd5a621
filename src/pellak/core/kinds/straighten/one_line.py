"""`straighten 2x3x1/4 tube, 25 ft, bow 42 mm`: the one-line answer of a member."""

import re

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.kinds.straighten.piece import question
from pellak.core.member.said import ACCEPTED, read_said
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.reading.quantity import read_quantity

_BOW = re.compile(r"\b(?:bow(?:ed)?|camber)\s*(?:by|of|is)?\s*", re.I)


def straighten_line(text: str) -> OneLineAnswer:
    """Return spots and places for a section, its length and its bow. Raises Refused for less."""
    said, *bow = _BOW.split(text)
    typed = read_said(said.strip(" ,"))
    if len(bow) != 1 or "length_mm" not in typed:
        raise Refused("text", text, f"section, length and bow: {ACCEPTED}, bow 42 mm")
    camber_mm = read_quantity(bow[0].strip(" ,"), "length").value
    job = StraightenJob.model_validate({"name": "Line", **typed, "camber_mm": camber_mm})
    given = question(job, None).model_copy(update={"steel": "carbon"}).model_dump(mode="json")
    answer = reckon_by_name("straighten", given)
    values = answer.values
    places = ", ".join(say.mm(spot.at_mm, 4) for spot in values.next_round)
    return OneLineAnswer(
        reckoner="straighten",
        headline=f"{values.spots_total} spots ({values.spots_low} to {values.spots_high}) at "
        f"{say.c(values.peak_c)} · first at {places}",
        asked=f"straighten {job.section.replace('-', ' ')} of carbon steel, "
        f"{say.mm(job.length_mm or 0, 4)}, bow {say.mm(camber_mm)}",
        given=given,
        working=answer.working,
    )
