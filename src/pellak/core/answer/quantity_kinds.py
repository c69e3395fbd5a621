"""The kinds of quantity that are typed, reckoned and shown, each in one canonical unit."""

from typing import Literal

QuantityKind = Literal[
    "length",
    "temperature",
    "pressure",
    "flow",
    "mass",
    "time",
    "angle",
    "speed",
    "minutes",
    "hours",
    "volume",
]
