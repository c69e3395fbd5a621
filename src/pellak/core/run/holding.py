"""How long an answer holds: no longer than what it speaks of can be trusted to be the same.

Piece: until the job changes, for a shift, and only for whoever answered (OSHA 1926.352: looked at
before each work). People and place: a shift, and only for whoever answered. Equipment
and gas: until a cylinder was closed, something was exchanged, or half a day has passed."""

from pellak.core.model.sequences import Phase

SHIFT_S = 8 * 3600.0
HALF_DAY_S = 12 * 3600.0
CLOCK_WENT_BACK_S = -120.0
"""An answer from further in the future than clocks differ was given before the clock was set."""


def answer_holds(
    phase: Phase,
    *,
    given_s: float | None,
    now_s: float,
    same_hands: bool,
    same_piece: bool,
    gas_ended_s: float | None,
) -> bool:
    """Return whether an answer given for a step of this phase still holds.

    Args:
        phase: the phase of the step that was answered.
        given_s: when, seconds since 1970 UTC; None where nobody wrote it down.
        now_s: now.
        same_hands: whether whoever answered still holds the torch.
        same_piece: whether the job is as it was.
        gas_ended_s: when cylinders were last closed, or None.

    Source: a shift: OSHA 1926.352; half a day is judgement

    >>> how = dict(same_hands=True, same_piece=True, gas_ended_s=None)
    >>> answer_holds('place', given_s=0.0, now_s=7 * 3600.0, **how)
    True
    >>> answer_holds('place', given_s=0.0, now_s=9 * 3600.0, **how)
    False
    """
    if given_s is None or now_s - given_s < CLOCK_WENT_BACK_S:
        return False
    age_s = now_s - given_s
    match phase:
        case "piece":
            return same_piece and same_hands and age_s <= SHIFT_S
        case "people" | "place":
            return same_hands and age_s <= SHIFT_S
        case "equipment" | "gas":
            return age_s <= HALF_DAY_S and (gas_ended_s is None or gas_ended_s < given_s)
    return True


def latest(*moments: float | None) -> float | None:
    """Return the latest of some moments, None where there is none.

    Args:
        moments: of one clock, s; None never

    Source: definition

    >>> latest(1.0, None, 3.0), latest(None)
    (3.0, None)
    """
    return max((moment for moment in moments if moment is not None), default=None)
