"""What a field would have taken, in words of ours: no library's sentence reaches a person."""

from collections.abc import Callable, Mapping
from typing import Any

from pellak.core import marks
from pellak.core.answer.field_units import unit_of

OURS = "Value error, "
"""What the library puts before a reason that a rule of ours gave."""
Context = Mapping[str, Any]
CONVERTED = frozenset(
    {
        "mm/min",
        "L/h per mm",
        "L/h",
        "K/h",
        "m/s",
        "kJ/mm",
        "L/m",
        "mm",
        "m",
        "°C",
        "K",
        "L",
        "bar",
        "kg",
        "m³",
    }
)
"""Units that are told in those in force."""
SIDES: Mapping[str, str] = {"ge": ">", "gt": ">", "le": "<", "lt": "<"}
"""A limit is never rounded to where it would be refused."""


def _limit(words: str, end: str) -> Callable[[Context, str], str]:
    def told(context: Context, unit: str) -> str:
        limit = context[end]
        if not isinstance(limit, int | float):
            return f"{words} {limit} {unit}".rstrip()
        if unit not in CONVERTED:
            return f"{words} {limit:g} {unit}".rstrip()
        kind = "wall" if unit == "mm" else unit
        return f"{words} {marks.measure(kind, limit, 6, limit=SIDES[end])}"

    return told


def _number(_context: Context, unit: str) -> str:
    if not unit:
        return "a number"
    return f"a number, in {marks.unit(unit) if unit in CONVERTED else unit}"


def _one_of(context: Context, _unit: str) -> str:
    named = str(context.get("expected") or context.get("expected_tags") or "")
    return "one of " + named.replace("'", "").replace(" or ", ", ")


def _long(words: str, end: str, what: str) -> Callable[[Context, str], str]:
    return lambda context, _unit: f"{words} {context[end]} {what}"


def _plain(words: str) -> Callable[[Context, str], str]:
    return lambda _context, _unit: words


WORDS: Mapping[str, Callable[[Context, str], str]] = {
    "greater_than_equal": _limit("at least", "ge"),
    "greater_than": _limit("more than", "gt"),
    "less_than_equal": _limit("at most", "le"),
    "less_than": _limit("less than", "lt"),
    "float": _number,
    "finite_number": _number,
    "int": _plain("a whole number"),
    "bool": _plain("true or false"),
    "string_too_long": _long("at most", "max_length", "signs"),
    "string_too_short": _long("at least", "min_length", "signs"),
    "string_pattern_mismatch": _plain("letters, figures, points and hyphens only"),
    "string": _plain("text"),
    "literal_error": _one_of,
    "enum": _one_of,
    "union_tag_invalid": _one_of,
    "union_tag_not_found": _plain("its kind, told first"),
    "missing": _plain("something: it was left out"),
    "extra_forbidden": _plain("nothing: there is no field of that name"),
    "too_long": _long("at most", "max_length", "of them"),
    "too_short": _long("at least", "min_length", "of them"),
    "list": _plain("a list"),
    "tuple": _plain("a list"),
    "dict": _plain("fields by name"),
    "model": _plain("fields by name"),
    "mapping": _plain("fields by name"),
    "datetime": _plain("a moment such as 2026-03-14T09:30:00Z"),
    "timezone": _plain("a moment with its zone, such as 2026-03-14T09:30:00Z"),
    "date": _plain("a date such as 2026-03-14"),
    "none_required": _plain("nothing"),
    "json": _plain("JSON"),
    "bytes": _plain("a file"),
}
"""By the kind of fault, or by how its name begins: `float_parsing` as `float`."""


def accepted_words(field: str, fault: Mapping[str, Any]) -> str:
    """Return what a field would have taken, with its unit, for one fault of a validation.

    Args:
        field: its dotted path; the unit is that of the last name in it.
        fault: as the library tells it, with its context.

    Source: words of ours for every kind of fault in use

    >>> from pellak.core.reading.measures import said
    >>> words = accepted_words("thickness_mm", {"type": "less_than_equal", "ctx": {"le": 25.0}})
    >>> said(words, "metric"), said(words, "inch")
    ('at most 25 mm', 'at most 0.984 in')
    """
    kind = str(fault["type"])
    if kind in ("value_error", "assertion_error"):
        return str(fault["msg"]).removeprefix(OURS).removeprefix("Assertion failed, ")
    names = [name for name in field.split(".") if not name.isdigit()]
    unit = next((unit for name in reversed(names) if (unit := unit_of(name))), "")
    told = WORDS.get(kind) or WORDS.get(kind.partition("_")[0], _plain("a value of another kind"))
    return told(fault.get("ctx", {}), unit)
