"""A flame in words: for who cannot see it, and for who does not know yet what to see."""

from pellak.core.practice.flame.targets import Setting
from pellak.core.practice.flame.trainer import FlameState
from pellak.core.torch.flame import OXIDISING_ABOVE
from pellak.core.torch.jet import (
    BACKFIRE_BELOW_M_PER_S,
    HARSH_ABOVE_M_PER_S,
    SOFT_BELOW_M_PER_S,
)

SMOKES, CLEAN_SOOT = 0.4, 0.02
NO_INNER, NEUTRAL_FEATHER = 0.3, 1.12


def said(state: FlameState) -> str:
    """Return what the flame looks and sounds like now."""
    seen = state.seen()
    if state.stopped:
        return "Stopped."
    if seen is None:
        gas = "Gas flows." if state.fuel_m_per_s > 1 else "No gas flows."
        return f"No flame. {gas}"
    parts = [_colour(state)]
    if seen.lift_mm > 0:
        parts.append("it stands off the tip")
    if state.split:
        parts.append("its cone is split: the tip is foul")
    elif state.dirt > 0.2:
        parts.append("its cone leans: the tip is getting foul")
    parts.append(_sound(state))
    return ", ".join(parts) + "."


def _colour(state: FlameState) -> str:
    seen = state.seen()
    assert seen is not None
    if seen.inner < NO_INNER:
        if seen.soot > SMOKES:
            return "Yellow, smoking"
        return "Yellow, a little smoke" if seen.soot > CLEAN_SOOT else "Yellow-white, no smoke"
    if state.ratio > OXIDISING_ABOVE:
        return "A short, pale cone, no feather: oxidising"
    if seen.feather_ratio <= NEUTRAL_FEATHER:
        return "A sharp, rounded cone, no feather: neutral"
    return f"A feather {seen.feather_ratio:.1f} times the cone"


def _sound(state: FlameState) -> str:
    jet = state.jet_m_per_s
    if jet < BACKFIRE_BELOW_M_PER_S:
        return "hardly a sound: it may pop"
    if jet < SOFT_BELOW_M_PER_S:
        return "soft"
    return "a harsh roar" if jet > HARSH_ABOVE_M_PER_S else "a steady hiss"


def way_on(setting: Setting, state: FlameState) -> str:
    """Return what to do next towards the flame wanted, one hint; nothing once it is set."""
    target = setting.target
    if state.stopped or setting.set_after_s is not None:
        return ""
    if not state.lit:
        if state.ratio > 0.1 and state.fuel_m_per_s > 1:
            return "Close the oxygen, then strike a spark."
        if state.fuel_m_per_s < 3:
            return "Set the acetylene's pressure, crack its valve a little, strike a spark."
        return "Strike a spark."
    fuel_wanted = target.jet_low_m_per_s if target.fuel_only else _fuel_wanted(setting)
    if state.ratio < 0.3 and state.fuel_m_per_s < 0.9 * fuel_wanted:
        return "More acetylene, until the smoke goes."
    if target.fuel_only:
        if state.ratio > 0.02:
            return "Close the oxygen."
        return "A little less." if state.fuel_m_per_s > target.jet_high_m_per_s else ""
    low, high = target.ratio_low, target.ratio_high
    if state.ratio < low - 0.02:
        return "Oxygen, slowly: the feather draws back as it comes."
    if state.ratio > high + 0.02:
        return "Less oxygen: bring the feather back, then go just past it."
    if state.jet_m_per_s < target.jet_low_m_per_s:
        return "Too soft: more acetylene, then oxygen after it."
    return "Too hard: less of both." if state.jet_m_per_s > target.jet_high_m_per_s else ""


def _fuel_wanted(setting: Setting) -> float:
    target = setting.target
    middle = (target.jet_low_m_per_s + target.jet_high_m_per_s) / 2
    return middle / (1 + (target.ratio_low + target.ratio_high) / 2)
