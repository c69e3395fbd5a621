"""What is to be said of two pressures and the flow they lead to."""

from typing import Literal

from pellak.core import say
from pellak.core.answer.working import Caution
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LOCK_UP_RATIO, over_limit
from pellak.core.gas.limits import REASON as LIMIT_REASON
from pellak.core.gas.limits import SOURCE as LIMIT_SOURCE
from pellak.core.supply.pressure_flow import Burning, PressuresGiven
from pellak.core.supply.unequal import EVEN_FROM, EVEN_UP_TO, TRIMMED_UP_TO, pair_cautions
from pellak.core.torch import jet

Verdict = Literal[
    "over-limit", "back-feeding", "too-far-apart", "starved", "soft", "right", "fierce", "blows",
    "unknown",
]  # fmt: skip
Pair = Literal["even", "trim", "too-far-apart", "injector"]
HEAD_STARVED_BELOW_M_PER_S = 90.0
"""A head runs hot and pops sooner than a tip; no less than its maker's least flow: judgement."""
VERDICT_WORDS: dict[Verdict, str] = {
    "over-limit": "over the acetylene limit with the torch shut",
    "back-feeding": "one gas feeds back into the other's hose",
    "too-far-apart": "too far apart for this mixer",
    "starved": "starved: it pops",
    "soft": "soft",
    "right": "right",
    "fierce": "fierce",
    "blows": "blows off the tip",
    "unknown": "only the maker's chart can say",
}


def pair_of(given: PressuresGiven) -> Pair:
    """Return how the two pressures stand to each other for this mixer."""
    if given.mixer == "injector":
        return "injector"
    ratio = given.oxygen_bar / given.acetylene_bar
    if EVEN_FROM <= ratio <= EVEN_UP_TO:
        return "even"
    return "trim" if EVEN_UP_TO < ratio <= TRIMMED_UP_TO else "too-far-apart"


def starved_below_m_per_s(jets: int) -> float:
    """Return the jet under which a tip, or a head of several, pops, m/s.

    Args:
        jets: how many bores, 1 or more

    Source: jet speeds of makers' charts; that a head wants more is judgement

    >>> starved_below_m_per_s(1), starved_below_m_per_s(6)
    (70.0, 90.0)
    """
    return HEAD_STARVED_BELOW_M_PER_S if jets > 1 else jet.BACKFIRE_BELOW_M_PER_S


def _of_jet(given: PressuresGiven, speed: float | None) -> Verdict:
    if speed is None:
        return "right"
    if speed < starved_below_m_per_s(given.jets):
        return "starved"
    if speed < jet.SOFT_BELOW_M_PER_S:
        return "soft"
    if speed <= jet.HARSH_ABOVE_M_PER_S:
        return "right"
    return "fierce" if speed <= jet.LIFTS_ABOVE_M_PER_S else "blows"


def verdict_of(given: PressuresGiven, burning: Burning, jet_m_per_s: float | None) -> Verdict:
    """Return the first of the verdicts that holds.

    Args:
        given: the pressures and the line
        burning: what flows at them
        jet_m_per_s: of each jet, None where its bore is not known

    Source: jet speeds of makers' charts; CGA G-1 for the limit; the pair's bands are judgement

    >>> given = PressuresGiven(orifice_mm=0.9, acetylene_bar=0.25, oxygen_bar=0.25)
    >>> verdict_of(given, Burning(acetylene_l_per_h=147.0), 131.0)
    'right'
    """
    if over_limit(given.acetylene_bar, given.region):
        return "over-limit"
    if burning.feeds_back:
        return "back-feeding"
    if pair_of(given) == "too-far-apart":
        return "too-far-apart"
    if burning.starved:
        return "starved"
    if burning.acetylene_l_per_h is None:
        return "unknown"
    return _of_jet(given, jet_m_per_s)


def pressure_cautions(given: PressuresGiven, verdict: Verdict) -> list[Caution]:
    """Return what to mind of these pressures."""
    limit = ACETYLENE_LIMIT_BAR[given.region]
    if verdict == "over-limit":
        static = LOCK_UP_RATIO * given.acetylene_bar
        return [
            Caution(
                level="stop",
                text=f"Acetylene at {say.bar(given.acetylene_bar, places=2)} flowing may stand at "
                f"{say.bar(static, places=2)} with the torch shut: over "
                f"{say.bar(limit, limit='<')}. Set {say.bar(limit / LOCK_UP_RATIO, limit='<')} "
                "at most.",
                reason=LIMIT_REASON,
                source=LIMIT_SOURCE,
            )
        ]
    pair = pair_cautions(given.mixer, given.acetylene_bar, given.oxygen_bar)
    own = {
        "back-feeding": Caution(
            level="stop",
            text="Do not light: with both torch valves open one gas pushes into the other's hose. "
            "Bring the higher one down.",
            reason="Mixed gas in a hose burns back to the regulator.",
            source="ISO 5172; check valves at the torch: ISO 5175-1",
        ),
        "starved": Caution(
            level="stop" if given.jets > 1 else "warn",
            text="Starved: it pops. More of both gases, or a smaller tip.",
            reason="A jet slower than the flame burns lets the flame back into the tip.",
            source="jet speeds of makers' charts",
        ),
        "blows": Caution(
            level="warn",
            text="The flame leaves the tip. Less of both gases, or a larger tip.",
            reason="The jet is faster than the flame can hold on to.",
            source="jet speeds of makers' charts",
        ),
        "unknown": Caution(
            level="warn",
            text="Take both pressures from the torch and tip maker's chart; one row of it, or one "
            "neutral flame noted with its pressures, would tell the flow.",
            reason="An injector draws acetylene in with oxygen; no general formula gives its "
            "pressures.",
            source="torch makers' instructions; ISO 5172",
        ),
    }.get(verdict)
    return [*pair, *([own] if own else [])]
