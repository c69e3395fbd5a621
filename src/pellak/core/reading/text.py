"""Text that can be kept: on one line, of signs every file knows, no formula in a spreadsheet."""

import re
from typing import Annotated

from pydantic import AfterValidator, StringConstraints

STARTS_A_FORMULA = ("=", "+", "-", "@")
_UNKEEPABLE = re.compile(
    rb"(?<!\\)(?:\\\\)*\\u(?:0000"
    rb"|[dD][89abAB][0-9a-fA-F]{2}(?!\\u[dD][c-fC-F])"
    rb"|(?<!\\u[dD][89abAB][0-9a-fA-F]{2}\\u)[dD][c-fC-F][0-9a-fA-F]{2})"
)


def unkeepable(json_body: bytes) -> bool:
    """Return whether a JSON text names a sign no file can keep: a zero, or half of a pair."""
    return b"\\u" in json_body and _UNKEEPABLE.search(json_body) is not None


def _one_cell(text: str) -> str:
    if any(ord(sign) < 32 or ord(sign) == 127 for sign in text):
        raise ValueError("text on one line, without control signs")
    if text.startswith(STARTS_A_FORMULA):
        raise ValueError("text that does not begin with = + - or @, as a formula does")
    return text


Cell = Annotated[str, StringConstraints(strip_whitespace=True), AfterValidator(_one_cell)]
"""Text that may end in a cell of a spreadsheet."""
