"""The supply reckoner: what to set at the regulators with gas flowing."""

from collections.abc import Mapping
from typing import Literal

from pellak.core import say
from pellak.core.answer.working import (
    Answer,
    Caution,
    Reckoner,
    Record,
    School,
    Working,
    inserted,
)
from pellak.core.gas.hose import GASES
from pellak.core.gas.limits import (
    ACETYLENE_LIMIT_BAR,
    LOCK_UP_RATIO,
    REASON,
    over_limit,
)
from pellak.core.gas.limits import SOURCE as LIMIT_SOURCE
from pellak.core.supply.supply_line import GasLine, SupplyGiven, gas_line
from pellak.core.supply.unequal import pair_cautions

Part = Literal["tip", "torch", "hose", "arrestor"]
SET_FORMULA = "p_torch + p_hose + p_arrestor"
BIGGER_HOSE_MM, SHORTER_HOSE_M = 10.0, 5.0
SCHOOLS = [
    School(
        id="equal-pressure",
        label="equal and low on both gases",
        why="both gases push themselves into an equal-pressure mixer",
    ),
    School(
        id="injector",
        label="oxygen well above acetylene",
        why="the oxygen jet draws the acetylene in; only the maker's chart gives the pressures",
    ),
]


class GasValues(Record):
    """One gas from tip to regulator, bar. Null where only a chart could say, or over the limit."""

    tip_bar: float | None
    torch_bar: float | None
    hose_drop_bar: float | None
    arrestor_drop_bar: float
    set_flowing_bar: float | None
    set_static_bar: float | None
    set_static_note: str
    purge_s: float


class SupplyValues(Record):
    """Both gases."""

    acetylene: GasValues
    oxygen: GasValues


class SupplyAnswer(Answer):
    """Answer of the supply reckoner."""

    values: SupplyValues


def _values(line: GasLine, allowed: bool) -> GasValues:
    set_bar = line.set_bar if allowed else None
    static = None if set_bar is None else LOCK_UP_RATIO * set_bar
    note = "a regulator settles a little higher with the torch shut, and must stop there"
    if static is not None:
        note = (
            f"with the torch shut at most {say.bar(static, places=2, limit='<')}; one that "
            "keeps climbing "
            "is faulty"
        )
    return GasValues(
        tip_bar=line.tip_bar if allowed else None,
        torch_bar=line.torch_bar if allowed else None,
        hose_drop_bar=line.hose_bar,
        arrestor_drop_bar=line.arrestor_bar,
        set_flowing_bar=set_bar,
        set_static_bar=static,
        set_static_note=note,
        purge_s=line.purge,
    )


def _set_working(line: GasLine) -> Working | None:
    if line.set_bar is None:
        return None
    if line.own_bar is not None:
        return Working(
            name=f"{line.gas}_set_bar", value=line.own_bar, unit="bar", formula="decided by hand",
            inserted=f"{line.own_bar:g} bar", source="set by the person at the torch",
        )  # fmt: skip
    numbers = {
        "p_torch": line.torch_bar or 0.0,
        "p_hose": line.hose_bar or 0.0,
        "p_arrestor": line.arrestor_bar,
    }
    parts = [w for w in line.working if w.name.endswith("_bar")]
    return Working(
        name=f"{line.gas}_set_bar",
        value=line.set_bar,
        unit="bar",
        low=sum(w.low if w.low is not None else float(w.value or 0) for w in parts),
        high=sum(w.high if w.high is not None else float(w.value or 0) for w in parts),
        formula=SET_FORMULA,
        inserted=inserted(SET_FORMULA, numbers),
        source="pressures add along the line; read at the regulator with that gas flowing",
        note=f"static at most {say.bar(LOCK_UP_RATIO * line.set_bar, places=2, limit='<')}, the "
        "rise ISO 2503 allows",
    )


def _what_helps(given: SupplyGiven) -> str:
    """Return which single change brings the acetylene back under the limit, in words."""
    changes: Mapping[str, dict[str, float]] = {
        f"a {say.wall(BIGGER_HOSE_MM)} hose": {
            "hose_bore_mm": max(BIGGER_HOSE_MM, given.hose_bore_mm)
        },
        f"a hose of {say.metres(SHORTER_HOSE_M, 6)}": {
            "hose_length_m": min(SHORTER_HOSE_M, given.hose_length_m)
        },
    }
    helps = []
    for words, change in changes.items():
        line = gas_line(given.model_copy(update=change), "acetylene")
        if line.set_bar is not None and not over_limit(line.set_bar, given.region):
            helps.append(words)
    if given.orifice_mm is not None or not helps:
        helps.append("a smaller tip, or a head with more and larger jets")
    return " or ".join(helps)


def _cautions(given: SupplyGiven, acetylene: GasLine, oxygen: GasLine) -> list[Caution]:
    cautions = pair_cautions(given.mixer, acetylene.set_bar, oxygen.set_bar)
    limit = ACETYLENE_LIMIT_BAR[given.region]
    if acetylene.set_bar is not None and over_limit(acetylene.set_bar, given.region):
        cautions.append(
            Caution(
                level="stop",
                text=f"This set-up would need acetylene above {say.bar(limit, limit='<')}, "
                "static. Change to "
                f"{_what_helps(given)}.",
                reason=REASON,
                source=LIMIT_SOURCE,
            )
        )
    if acetylene.torch_bar is None:
        cautions.append(
            Caution(
                level="warn",
                text="Take both pressures from the torch and tip maker's chart.",
                reason="An injector draws acetylene in with oxygen; no general formula gives its "
                "pressures.",
                source="torch makers' instructions; ISO 5172",
            )
        )
    return cautions


def reckon_supply(given: SupplyGiven) -> SupplyAnswer:
    """Return the pressures to set with gas flowing, the drops on the way and the purge, each gas.

    A pressure that would pass the acetylene limit, flowing or static, is never given: it is null,
    with a stop that says which change helps. Valid for 2 to 20 000 L/h of acetylene; bar over
    atmosphere. Source: Darcy and Weisbach, isothermal at the mean density, friction after
    Colebrook (Crane TP-410); CGA G-1 for acetylene's limit and the purge. Raises nothing.
    """
    lines = {gas: gas_line(given, gas) for gas in GASES}
    acetylene = lines["acetylene"]
    allowed = acetylene.set_bar is None or not over_limit(acetylene.set_bar, given.region)
    working = []
    for line in lines.values():
        setting = _set_working(line)
        if setting is not None and (allowed or line.gas == "oxygen"):
            working.append(setting)
        working += line.working if allowed else [w for w in line.working if "torch" not in w.name]
    return SupplyAnswer(
        values=SupplyValues(
            acetylene=_values(acetylene, allowed), oxygen=_values(lines["oxygen"], True)
        ),
        working=working,
        cautions=_cautions(given, acetylene, lines["oxygen"]),
        schools=SCHOOLS,
    )


SUPPLY = Reckoner(
    "supply",
    "What do I set at the regulators with gas flowing, and how long do I purge?",
    SupplyGiven,
    SupplyAnswer,
    reckon_supply,
)


def stack_of(values: GasValues) -> list[tuple[Part, float]]:
    """Return what a set pressure is made of, from the tip back to the regulator, bar.

    By a maker's chart the tip is not known apart from the torch.

    Args:
        values: of a gas line

    Source: sum of pressures, from the tip back

    >>> line = GasValues.model_construct(tip_bar=0.2, torch_bar=0.1, hose_drop_bar=0.02,
    ...     arrestor_drop_bar=0.01, set_flowing_bar=0.33)
    >>> [round(bar, 2) for _, bar in stack_of(line)]
    [0.2, -0.1, 0.02, 0.01]
    """
    tip_bar, torch_bar = values.tip_bar, values.torch_bar
    if tip_bar is not None and torch_bar is not None:
        torch_bar -= tip_bar
    parts: list[tuple[Part, float | None]] = [
        ("tip", tip_bar),
        ("torch", torch_bar),
        ("hose", values.hose_drop_bar),
        ("arrestor", values.arrestor_drop_bar),
    ]
    return [(name, bar) for name, bar in parts if bar is not None]
