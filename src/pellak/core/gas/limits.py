"""The acetylene limit: the one pressure no recommendation of ours may pass."""

from collections.abc import Mapping
from typing import Literal

LimitRegion = Literal["general", "strict"]
ACETYLENE_LIMIT_BAR: Mapping[LimitRegion, float] = {"general": 1.03, "strict": 0.62}
"""Gauge: 15 psi, and the 9 psi some countries keep to for hoses and mains."""
LOCK_UP_RATIO = 1.30
"""With the torch shut a sound regulator may stand three tenths above what it read flowing: the
most ISO 2503 lets its closing pressure rise."""
SOURCE = "free acetylene, 15 psi: CGA G-1; 9 psi (0.62 bar): Acetylene Safety Regulations, GB"
REASON = "Free acetylene can decompose explosively above it, without any air."


def over_limit(flowing_bar: float, region: LimitRegion) -> bool:
    """Return whether a flowing pressure, or the static one above it, passes the limit.

    Args:
        flowing_bar: acetylene with gas flowing, bar gauge
        region: which limit

    Source: 1.03 bar: CGA G-1; lock-up 0.3: ISO 2503

    >>> over_limit(0.79, 'general'), over_limit(0.80, 'general')
    (False, True)
    """
    return flowing_bar * LOCK_UP_RATIO > ACETYLENE_LIMIT_BAR[region]
