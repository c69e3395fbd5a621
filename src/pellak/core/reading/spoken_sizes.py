"""Sizes as they are spoken: *about three eighths*, *half an inch*, *10 ft or so*, *3 mm thick*."""

import re

_BEFORE = re.compile(
    r"^(?:(?:about|approx(?:imately)?\.?|ca\.?|circa|roughly|some|say|nearly|just|only|around"
    r"|maybe|is|it's|~|≈|±)\s*)+(?=\S)"
)
_AFTER = re.compile(
    r"\s+(?:or so|or thereabouts|thick|long|wide|deep|high|across|round|plate|sheet|stock|wall)$"
)
_PARTS = {"half": 2, "quarter": 4, "eighth": 8, "sixteenth": 16, "thirty-second": 32}
_COUNTS = {
    "a": 1, "an": 1, "one": 1, "three": 3, "five": 5, "seven": 7, "nine": 9, "eleven": 11,
    "thirteen": 13, "fifteen": 15,
}  # fmt: skip
_FRACTION = re.compile(
    rf"(?:\b({'|'.join(_COUNTS)})\s+)?\b({'|'.join(_PARTS)})s?\b(?:\s+of)?(?:\s+an?\b(?=\s+inch))?"
)
_AND = re.compile(r"(?:\b(\d+|an?|one|two|three)\s*)?\b(inch(?:es)?|in\b)?\s+and\s+(\d+/\d+)")
_WHOLE = {"a": "1", "an": "1", "one": "1", "two": "2", "three": "3"}
_DEGREES = re.compile(r"\b(?:degrees?|degs?\.?)\s*(?=[cfk]\b)")


def as_written(text: str) -> str:
    """Return a spoken size as it would be written; what is written stays as it is.

    Args:
        text: in small letters

    >>> as_written("about three eighths of an inch"), as_written("half"), as_written("3 mm thick")
    ('3/8 inch', '1/2 inch', '3 mm')
    >>> as_written("an inch and a half"), as_written("350 degrees f"), as_written("18 ga")
    ('1 1/2 inch', '350 f', '18 ga')
    """
    text = _AFTER.sub("", _BEFORE.sub("", text.strip()))
    spoken = _FRACTION.search(text) is not None
    text = _FRACTION.sub(lambda part: f"{_COUNTS.get(part[1] or 'a', 1)}/{_PARTS[part[2]]}", text)
    text = _AND.sub(lambda one: f"{_WHOLE.get(one[1], one[1]) or 1} {one[3]} {one[2] or ''}", text)
    if spoken and re.fullmatch(r"(?:\d+ )?\d+/\d+ ?", text):
        text += " inch"  # nobody says an eighth of a millimetre
    return " ".join(_DEGREES.sub("", text).split())
