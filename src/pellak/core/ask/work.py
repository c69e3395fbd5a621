"""One-line questions about a seam: `rod for 2 mm`, `time for 400 mm of 16 ga`, `gas for ...`."""

from collections.abc import Callable
from typing import Any

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Working
from pellak.core.ask.piece import OfShop, piece_of, piece_words
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.metal.rod import rods

ANY_LENGTH_MM = 1000.0
"""What a rod is does not hang on the length; the reckoner wants one all the same."""


def rod_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `rod for THICKNESS [METAL]`."""
    given = {**piece_of(text, shop), "length_mm": ANY_LENGTH_MM}
    answer = reckon_by_name("filler", given)
    values = answer.values
    rod = rods()[values.rod].classification if values.rod in rods() else values.rod
    size = f", {say.wall(values.rod_diameter_mm, 6)}" if values.rod_diameter_mm else ""
    return _answer(
        given, answer, f"{rod}{size}" if rod != "none" else "none: edges melted together",
        f"rod for {piece_words(given)}", ("weld_area_mm2", "rod_length_m", "mass_g"),
    )  # fmt: skip


def time_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `time for LENGTH of THICKNESS [METAL]`: the flame minutes of a seam."""
    return _of_seam(text, shop, "time", ("travel_mm_per_min", "seam_min"), _minutes)


def gas_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `gas for LENGTH of THICKNESS [METAL]`: the acetylene of a seam, and the oxygen."""
    return _of_seam(text, shop, "gas", ("seam_min", "seam_acetylene_l"), _litres)


def _minutes(values: Any) -> str:
    if values.minutes is None:
        return "never wets the root with the usual flame"
    return f"{_span(values.minutes, values.low_min, values.high_min)} min of flame"


def _litres(values: Any) -> str:
    if values.gas_l is None:
        return "not known: the usual flame never wets the root"
    return f"{say.litres(values.gas_l)} of acetylene, about as much oxygen"


def _of_seam(
    text: str, shop: OfShop, word: str, shown: tuple[str, ...], says: Callable[[Any], str]
) -> OneLineAnswer:
    given, answer = _seam(text, shop, word)
    asked = f"{word} for {say.mm(given['length_mm'], 4)} of {piece_words(given)}"
    return _answer(given, answer, says(answer.values), asked, shown)


def _seam(text: str, shop: OfShop, word: str) -> tuple[dict[str, Any], Any]:
    length, of, piece = text.partition(" of ")
    if not of:
        raise Refused(
            "text", text, f"a length and a sheet, such as {word} for {say.mm(400)} of 16 ga"
        )
    given = {**piece_of(piece, shop), "length_mm": shop.length_mm(length)}
    return given, reckon_by_name("filler", given)


def _span(value: float, low: float | None, high: float | None) -> str:
    ends = f" ({low:.2g}–{high:.2g})" if low is not None and high is not None else ""
    return f"{value:.2g}{ends}"


def _answer(
    given: dict[str, Any], answer: Any, headline: str, asked: str, shown: tuple[str, ...]
) -> OneLineAnswer:
    working: list[Working] = [w for w in answer.working if w.name in shown]
    return OneLineAnswer(
        reckoner="filler", headline=headline, asked=asked, given=given, working=working
    )
