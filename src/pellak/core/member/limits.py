"""How hot a member may be made to straighten it, and which may not be straightened by flame."""

from collections.abc import Mapping
from typing import Literal

from pellak.core import say
from pellak.core.answer.errors import Refused

Steel = Literal[
    "carbon", "low-alloy", "quenched-tempered", "cold-worked", "stainless", "aluminium", "unknown"
]
Condition = Literal["sound", "damaged", "fracture-critical"]
LIMIT_SOURCE = "AASHTO/AWS D1.5 and FHWA heat-straightening guide, by the class of steel"
COMMON_LIMIT_C, COMMON_PLAN_C = 650.0, 600.0
TEMPERED_LIMIT_C, TEMPERED_PLAN_C = 590.0, 550.0
UNDER_TEMPER_K = 28.0
LEAST_PEAK_C = 450.0
"""Under this hardly anything is upset; 200 to 400 °C is the blue-brittle range."""
REFUSED_STEEL: Mapping[str, str] = {
    "cold-worked": "heat takes the strength out of cold-worked steel",
    "stainless": f"heat spots warp stainless without end, and it sensitises between "
    f"{say.c(425, to=815, joint=' and ')}",
    "aluminium": "it shows no red, and heat takes its temper",
    "unknown": "nobody knows what the heat would do to it: identify it first",
}
REFUSED_CONDITION: Mapping[str, str] = {
    "damaged": "a tear, crack, sharp kink or dent is not a bow: it wants a qualified repair",
    "fracture-critical": "its failure would bring something down: a qualified engineer decides",
}


def limit_c(steel: Steel, temper_c: float | None) -> float:
    """Return the temperature no spot may pass, °C. Raises Refused where flame is not for it.

    Args:
        steel: what was done to it
        temper_c: it was tempered at, °C, None not told

    Source: FHWA heat-straightening guide; AWS D1.5: 650 °C, 590 °C for quenched and tempered

    >>> limit_c('carbon', None), limit_c('quenched-tempered', 600.0)
    (650.0, 572.0)
    """
    if steel in REFUSED_STEEL:
        raise Refused("steel", steel, f"not straightened by flame: {REFUSED_STEEL[steel]}")
    if steel != "quenched-tempered":
        return COMMON_LIMIT_C
    if temper_c is None:
        raise Refused("temper_c", None, "the temper this steel was given, from its mill")
    limit = min(TEMPERED_LIMIT_C, temper_c - UNDER_TEMPER_K)
    if limit < LEAST_PEAK_C:
        raise Refused(
            "temper_c", temper_c, f"at least {say.c(LEAST_PEAK_C + UNDER_TEMPER_K, limit='>')}"
        )
    return limit


def planned_peak_c(steel: Steel, temper_c: float | None, typed_c: float | None) -> float:
    """Return the temperature to stop at, °C. Raises Refused for one over the limit.

    Args:
        steel: what was done to it
        temper_c: it was tempered at, °C
        typed_c: a person's own, °C, None none

    Source: FHWA heat-straightening guide: planned under the limit

    >>> planned_peak_c('carbon', None, None), planned_peak_c('carbon', None, 580.0)
    (600.0, 580.0)
    """
    limit = limit_c(steel, temper_c)
    if typed_c is None:
        return min(TEMPERED_PLAN_C if steel == "quenched-tempered" else COMMON_PLAN_C, limit)
    if typed_c > limit:
        raise Refused("peak_c", typed_c, f"at most {say.c(limit, limit='<')} for this steel")
    return typed_c


def sound(condition: Condition) -> None:
    """Raise Refused for a member that flame is not to touch."""
    if condition in REFUSED_CONDITION:
        raise Refused("condition", condition, f"a sound member: {REFUSED_CONDITION[condition]}")
