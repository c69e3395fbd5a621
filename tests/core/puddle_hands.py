"""Hands at the puddle: the plan's own, and robots whose skill is a number."""

import math
import random
from dataclasses import replace

from pellak.core.practice.puddle.plan_hand import moved, set_out
from pellak.core.practice.puddle.score import puddle_score
from pellak.core.practice.puddle.trainer import begun, step
from pellak.core.practice.puddle.trial import Trial, followed

DT = 1 / 30
LONGEST_S = 110.0


def carried(exercise, pace=1.0, skill=1.0, seed=1, until=lambda state: False):
    """Let the plan's hand, worse by what a skill of 0 to 1 lacks, do an exercise, or so
    much of it.

    Return its score and the last state.
    """
    chance = random.Random(seed)
    lack = 1 - skill
    state, trial = begun(exercise.work, seed), Trial(exercise)
    hand = set_out(exercise, pace * math.exp(chance.gauss(0, 0.5 * lack)))
    off_y = off_height = 0.0
    while state.t_s < LONGEST_S and not hand.done and not until(state):
        hand, hands = moved(hand, state, DT)
        # A poor hand wanders, and its wandering lasts.
        off_y += DT * (-0.8 * off_y + 6 * lack * chance.gauss(0, 1) / math.sqrt(30 * DT))
        off_height += DT * (-0.8 * off_height + 12 * lack * chance.gauss(0, 1) / math.sqrt(30 * DT))
        held = hands.held
        height = max(0.5 if lack else 0.0, held.height_mm + off_height)
        hands = replace(
            hands, held=replace(held, y_mm=held.y_mm + off_y, height_mm=height),
            brush=hands.brush and skill > 0.3,
        )  # fmt: skip
        state = step(state, hands, DT)
        trial = followed(trial, state)
    return puddle_score(trial, state), state
