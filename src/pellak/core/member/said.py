"""A section as the trade says it: `2x3x1/4 tube, 25 ft`, `50 x 6 flat 3 m`, `60.3 x 3.9 pipe`."""

import re
from collections.abc import Mapping

from pellak.core.answer.errors import Refused
from pellak.core.member.section import SectionKind
from pellak.core.reading.quantity import read_quantity

WORDS: Mapping[str, SectionKind] = {
    "box": "rect-tube", "rhs": "rect-tube", "shs": "rect-tube", "square": "rect-tube",
    "rectangular": "rect-tube", "hollow": "rect-tube",
    "round": "round-tube", "pipe": "round-tube", "chs": "round-tube",
    "flat": "flat", "bar": "flat", "strip": "flat",
    "angle": "angle", "l": "angle", "tee": "tee", "t": "tee",
    "channel": "channel", "c": "channel", "u": "channel",
    "i": "i", "beam": "i", "h": "i",
}  # fmt: skip
LONGEST_SAID = 80
ACCEPTED = "sizes with an x between, the section, the length: 2x3x1/4 tube, 25 ft"
_SIZE = r"[\d./ -]*\d\s*(?:mm|in|\")?"
_SIZES = re.compile(rf"{_SIZE}(?:\s*[x×*]\s*{_SIZE}){{1,2}}(?!\s*[x×*.\d])", re.I)


def _inches(sizes: list[str]) -> bool:
    """Return whether sizes without a unit are inches: a fraction or a point first says so."""
    bare = all(re.fullmatch(r"[\d./ -]+", one.strip()) for one in sizes)
    return bare and any("/" in one or one.strip().startswith(".") for one in sizes)


def read_said(text: str) -> dict[str, str | float]:
    """Return what a section and length as said tell: fields of a straightening job.

    Depth is the first size: the way it bows is turned by swapping depth and width. Raises Refused
    where no sizes stand, or the section is not named.

    Args:
        text: as it is said

    Source: words and order of sizes as stock is sold

    >>> read_said('flat bar 50 x 6, 2 m long')
    {'section': 'flat', 'depth_mm': 50.0, 'thickness_mm': 6.0, 'length_mm': 2000.0}
    """
    if len(text) > LONGEST_SAID:
        raise Refused("said", text[:20] + "…", f"at most {LONGEST_SAID} signs; {ACCEPTED}")
    found = _SIZES.search(text)
    if found is None:
        raise Refused("said", text, ACCEPTED)
    sizes = [part.strip() for part in re.split(r"[x×*]", found.group(), flags=re.I)]
    rest = f"{text[: found.start()]} {text[found.end() :]}"
    words = re.findall(r"[a-z]+", re.sub(r"[\d./½¼¾]+\s*(?:mm|m|ft|in)\b", " ", rest.lower()))
    kinds = [WORDS[word] for word in words if word in WORDS]
    kind: SectionKind
    if kinds:
        kind = kinds[0]
    elif "tube" in words:
        kind = "rect-tube" if len(sizes) == 3 else "round-tube"
    else:
        raise Refused("said", text, f"the section too, such as tube, flat or angle; {ACCEPTED}")
    unit = " in" if _inches(sizes) else ""
    mm = [_mm(text, one + (unit if re.fullmatch(r"[\d./ -]+", one) else "")) for one in sizes]
    stated: dict[str, str | float] = {"section": kind, "depth_mm": mm[0], "thickness_mm": mm[-1]}
    if len(mm) == 3:
        stated["width_mm"] = mm[1]
    length = re.search(r"[\d./½¼¾ ]+\s*(?:mm|m|ft|in|'|\")(?![a-z])", rest, re.I)
    if length is not None:
        stated["length_mm"] = _mm(text, length.group())
    return stated


def _mm(text: str, part: str) -> float:
    try:
        return read_quantity(part.strip(), "length").value
    except Refused as refused:
        raise Refused("said", text, f"{refused.accepted}; {ACCEPTED}") from None
