"""What a form asks of each kind of item, field by field, from its table."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core.gas.content import cylinder_sizes
from pellak.core.metal.rod import rods
from pellak.core.tables import rows

Kind = Literal["tip", "torch", "head", "hose", "arrestor", "cylinder", "stock", "lens"]
FLUX = "flux"


@dataclass(frozen=True)
class RackField:
    """One field of a kind, as a form asks for it."""

    kind: Kind
    kind_label: str
    field: str
    label: str
    read_as: str
    unit: str
    choices: tuple[str, ...]
    named: tuple[str, ...]
    """How each choice is said: a cylinder by what it holds, a rod by its class."""
    asks: str


@cache
def rack_fields() -> tuple[RackField, ...]:
    """Return every field of every kind, in the order of a form."""
    return tuple(
        RackField(
            kind=row["kind"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            kind_label=row["kind_label"],
            field=row["field"],
            label=row["label"],
            read_as=row["read_as"],
            unit=row["unit"],
            choices=_choices(row["read_as"], row["choices"]),
            named=_named(row["read_as"], row["choices"]),
            asks=row["asks"],
        )
        for row in rows("rack_fields.csv")
    )


def _named(read_as: str, listed: str) -> tuple[str, ...]:
    if read_as == "size":
        return tuple(size.said for size in cylinder_sizes().values())
    if read_as == "rod":
        return (*(rod.classification for rod in rods().values()), FLUX)
    return _choices(read_as, listed)


def _choices(read_as: str, listed: str) -> tuple[str, ...]:
    if read_as == "size":
        return tuple(cylinder_sizes())
    if read_as == "rod":
        return (*rods(), FLUX)
    return tuple(choice for choice in listed.split(";") if choice)
