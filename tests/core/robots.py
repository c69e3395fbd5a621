"""Hands that practise: what they see goes into what they do, better or worse."""

import math
import random
from dataclasses import replace

from pellak.core.practice.flame.flows import Set
from pellak.core.practice.flame.targets import FlameTarget, Setting, followed, score, usual_torch
from pellak.core.practice.flame.trainer import FlameState, Hands, step

DT = 1 / 30
"""The longest slice the trainer takes whole."""


def set_flame(target: FlameTarget, skill: float, seed: int = 1, seconds: float = 60.0):
    """Let a hand of a skill, 0 to 1, set a flame; return its score and the last state."""
    chance = random.Random(seed)
    state = FlameState(usual_torch(target), seed=seed)
    setting = Setting(target)
    fuel, oxygen = 0.45, 0.0
    bar = 0.35
    # A poor eye misreads ratio and jet for good and from look to look, and turns too far.
    misread_ratio = chance.gauss(0, 0.25 * (1 - skill))
    misread_jet = chance.gauss(0, 0.4 * (1 - skill))
    every = round((1 / 6 + 0.5 * (1 - skill)) / DT)
    jet_wanted = math.sqrt(target.jet_low_m_per_s * target.jet_high_m_per_s)
    ratio_wanted = (target.ratio_low + target.ratio_high) / 2
    fuel_wanted = jet_wanted / (1 + ratio_wanted)
    for n in range(round(seconds / DT)):
        look = chance.gauss(0, 0.06 * (1 - skill))
        if state.lit and n % every == 0:
            gain = 0.35 + 0.9 * (1 - skill)
            seen_jet = state.jet_m_per_s * math.exp(misread_jet + look)
            if target.fuel_only or state.ratio < 0.3:
                off = math.log(fuel_wanted / (state.fuel_m_per_s * math.exp(misread_jet + look)))
            else:
                off = math.log(jet_wanted / seen_jet)
            fuel = min(1.0, max(0.1, fuel + gain * 0.12 * off))
            if not target.fuel_only and state.t_s > 4:
                off = ratio_wanted - (state.ratio + misread_ratio + look)
                oxygen = min(1.0, max(0.12, oxygen + gain * 0.14 * off))
                if oxygen == 0.12:
                    oxygen = 0.3 * fuel
        spark = not state.lit and n % round(1 / DT) == round(0.5 / DT)
        state = step(state, Hands(Set(fuel, oxygen, bar, bar), spark=spark), DT)
        setting = followed(setting, state)
        if setting.set_after_s is not None and state.t_s - setting.begun_s > 30:
            break
    return score(setting, state), state


def mean_score(target: FlameTarget, skill: float, seeds: int = 6) -> float:
    """Return the mean score of so many tries."""
    return sum(set_flame(target, skill, seed)[0].points for seed in range(seeds)) / seeds


def opened(state: FlameState, seconds: float, hands: Hands) -> FlameState:
    """Let hands rest as they are for a while; what happened on the way is kept."""
    happened = []
    for _ in range(round(seconds / DT)):
        state = step(state, hands, DT)
        hands = replace(hands, spark=False, clean=False)
        happened += state.happened
    return replace(state, happened=tuple(happened))
